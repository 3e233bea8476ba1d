import { useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useDeferredValue, useEffect, useState } from "react";
import { makePattern, type PatternEntry, patternsQuery } from "../../api/evidence";
import { FormEnd, Line, Lines } from "../../kit/form";
import { useKeys } from "../../kit/keys";
import { Profile } from "../../kit/Profile";
import { Further, Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { walk } from "../ledger/DressingTable";

/** All patterns by name: what the names in books stand for. */
export function PatternsRoom() {
  const { q: asked = "" } = useSearch({ from: "/patterns" });
  const [typed, setTyped] = useState(asked);
  const letters = useDeferredValue(typed.trim());
  const { vice, show } = useVice();
  const navigate = useNavigate();
  const [making, setMaking] = useState(false);
  useEffect(() => show(undefined), [show]);
  useEffect(() => {
    void navigate({ to: "/patterns", search: letters ? { q: letters } : {}, replace: true });
  }, [letters, navigate]);
  const q = useInfiniteQuery(patternsQuery(letters, vice));
  useKeys("Patterns", [
    { key: "j", what: "the next row", do: () => walk(1) },
    { key: "k", what: "the row before", do: () => walk(-1) },
    { key: "a", what: "a pattern that has no dressing yet", do: () => setMaking(true) },
  ]);
  const list = q.data?.pages.flatMap((p) => p.patterns);
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <header className="flex flex-wrap items-end gap-4 border-b-2 border-edge pb-3">
        <h1 className="grow text-4xl">Patterns</h1>
        <div className="w-[22rem] max-w-full">
          <Line say="called" value={typed} onChange={setTyped} hint="letters of any of its names" />
        </div>
        <button type="button" className="btn" onClick={() => setMaking(!making)} aria-expanded={making}>
          A name without a dressing
        </button>
      </header>
      {making && <Make onDone={() => setMaking(false)} />}
      {q.isError && <Trouble error={q.error} onRetry={() => void q.refetch()} />}
      {!list && !q.isError && <Waiting />}
      {list?.length === 0 && (
        <p className="book mt-6 text-[1.15rem]">
          {letters
            ? `No pattern is called “${letters}”. A name that is only on a list can be kept all the same: make a name without a dressing.`
            : "No pattern yet. File a dressing on the Desk, and it makes one of its own."}
        </p>
      )}
      <ul>
        {list?.map((p) => (
          <Row key={p.id} p={p} />
        ))}
      </ul>
      <Further q={q} say="More patterns" />
    </div>
  );
}

function Row({ p }: { p: PatternEntry }) {
  return (
    <li className="relative grid grid-cols-[116px_minmax(0,1fr)_minmax(0,14rem)_9rem] items-center gap-x-4 border-b border-rule py-1 hover:bg-well max-[700px]:grid-cols-[77px_minmax(0,1fr)]">
      {p.first ? (
        <Profile e={p.first} className="h-[66px] w-full" />
      ) : (
        <span className="text-[0.9rem] leading-tight text-soft">no dressing yet</span>
      )}
      <span className="min-w-0 leading-tight">
        <Link
          to="/patterns/$id"
          params={{ id: String(p.id) }}
          data-row
          className="book text-[1.25rem] font-semibold [overflow-wrap:anywhere] after:absolute after:inset-0 after:content-['']"
        >
          {p.name ? <bdi>{p.name}</bdi> : <i className="font-normal text-soft">without a name</i>}
        </Link>
        {p.qualifier && <span className="text-soft"> ({p.qualifier})</span>}
        {p.also && <span className="block text-soft">also {p.also}</span>}
      </span>
      <span className="book min-w-0">{p.who || <span className="font-plain text-soft">not stated</span>}</span>
      <span className="text-[0.95rem] text-soft">
        {count(p.witnesses, "witness", "witnesses")}
        {p.variants > 0 && <span className="block">{count(p.variants, "variant", "variants")}</span>}
      </span>
    </li>
  );
}

const count = (n: number, one: string, many: string) => (n === 0 ? "" : `${n} ${n === 1 ? one : many}`);

function Make({ onDone }: { onDone: () => void }) {
  const [name, setName] = useState("");
  const [story, setStory] = useState("");
  const { say } = useToasts();
  const client = useQueryClient();
  const navigate = useNavigate();
  const save = useMutation({
    mutationFn: () => makePattern({ name, story }),
    onSuccess: (r) => {
      say(`The pattern ${name} is kept.`, r.deed);
      void client.invalidateQueries();
      onDone();
      void navigate({ to: "/patterns/$id", params: { id: String(r.id) } });
    },
  });
  return (
    <form
      aria-label="A name without a dressing"
      className="mt-3 grid gap-2 border border-edge bg-well p-4"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Line say="its name" value={name} onChange={setName} maxLength={200} />
      <Lines say="what is known of it" value={story} onChange={setStory} />
      <FormEnd error={save.error} busy={save.isPending} onDone={onDone}>
        Keep the name
      </FormEnd>
    </form>
  );
}
