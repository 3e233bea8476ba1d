import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { type AccessionBody, bequestsQuery, changeBequest, takeInBequest } from "../../api/evidence";
import { DateField, FormEnd, Line, Lines } from "../../kit/form";
import { useKeys } from "../../kit/keys";
import { Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";

/** The bequests: what came as a whole, under a number of the club's. */
export function BequestsRoom() {
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  const q = useQuery(bequestsQuery);
  const [taking, setTaking] = useState(false);
  useKeys("Bequests", [{ key: "a", what: "take a bequest in", do: () => setTaking(true) }]);
  return (
    <div className="ledger mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      <p className="caps">
        <Link to="/shelf" className="link inline-block py-1">
          shelf
        </Link>
      </p>
      <header className="flex flex-wrap items-end gap-4 border-b-2 border-edge pb-3">
        <h1 className="grow text-4xl">Bequests</h1>
        <button
          type="button"
          className="btn"
          aria-expanded={taking}
          onClick={() => setTaking(!taking)}
          aria-keyshortcuts="a"
        >
          Take one in
        </button>
      </header>
      {taking && <BequestForm onDone={() => setTaking(false)} />}
      {q.isError && <Trouble error={q.error} onRetry={() => void q.refetch()} />}
      {q.isPending && <Waiting />}
      {q.data?.length === 0 && !taking && (
        <p className="book mt-6 text-[1.15rem]">
          None yet. When boxes of cards arrive, take them in under a number, list the cards, and describe them one by
          one.
        </p>
      )}
      <ul>
        {q.data?.map((a) => (
          <li
            key={a.id}
            className="relative grid grid-cols-[7rem_minmax(0,1fr)_15rem] items-center gap-x-4 border-b border-rule py-2.5 hover:bg-well max-[700px]:grid-cols-1"
          >
            <Link
              to="/bequests/$id"
              params={{ id: String(a.id) }}
              className="text-[1.25rem] font-semibold after:absolute after:inset-0 after:content-['']"
            >
              {a.number}
            </Link>
            <span className="min-w-0 leading-snug">
              <span className="book text-[1.15rem]">{a.donor || "from nobody named"}</span>
              <span className="block text-soft">{a.date}</span>
            </span>
            <Far cards={a.cards} described={a.described} />
          </li>
        ))}
      </ul>
    </div>
  );
}

/** How far a bequest is described. */
export function Far({ cards, described }: { cards: number; described: number }) {
  if (cards === 0) return <span className="text-soft">no cards listed yet</span>;
  return (
    <span>
      <span className="block" data-testid="far">
        {described} of {cards} described
      </span>
      <span aria-hidden className="block h-2.5 w-full border border-edge">
        <span className="block h-full bg-amber" style={{ width: `${(100 * described) / cards}%` }} />
      </span>
    </span>
  );
}

export function BequestForm({
  change,
  onDone,
}: {
  change?: { id: number; edit: string } & AccessionBody;
  onDone: () => void;
}) {
  const [b, set] = useState<AccessionBody>({
    number: change?.number ?? "",
    donor: change?.donor ?? "",
    date: change?.date ?? "",
    terms: change?.terms ?? "",
    custody: change?.custody ?? "",
    note: change?.note ?? "",
  });
  const { say } = useToasts();
  const client = useQueryClient();
  const navigate = useNavigate();
  const save = useMutation<{ deed: number; id?: number }, Error>({
    mutationFn: () => (change ? changeBequest(change.id, change.edit, b) : takeInBequest(b)),
    onSuccess: (r) => {
      say(change ? "The bequest is changed." : `The bequest ${b.number} is taken in.`, r.deed);
      void client.invalidateQueries();
      onDone();
      if (r.id) void navigate({ to: "/bequests/$id", params: { id: String(r.id) } });
    },
  });
  const put = (k: keyof AccessionBody) => (v: string) => set((old) => ({ ...old, [k]: v }));
  return (
    <form
      aria-label={change ? "Change the bequest" : "Take a bequest in"}
      className="mt-3 grid grid-cols-3 gap-x-4 gap-y-2 border border-edge bg-well p-4 max-[800px]:grid-cols-1"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Line say="the club’s number for it" value={b.number} onChange={put("number")} hint="2026.3" maxLength={40} />
      <Line say="donor" value={b.donor ?? ""} onChange={put("donor")} maxLength={200} />
      <DateField say="when it came" value={b.date ?? ""} onChange={put("date")} />
      <Lines say="terms" value={b.terms ?? ""} onChange={put("terms")} rows={2} hint="what the donor asked for" />
      <Lines
        say="custody"
        value={b.custody ?? ""}
        onChange={put("custody")}
        rows={2}
        hint="whose hands it went through, where it is kept"
      />
      <Lines say="note" value={b.note ?? ""} onChange={put("note")} rows={2} />
      <FormEnd error={save.error} busy={save.isPending} onDone={onDone}>
        {change ? "Change it" : "Take it in"}
      </FormEnd>
    </form>
  );
}
