import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import {
  type Descent,
  descents,
  type Entry,
  type Folio,
  type LinkBody,
  linkParent,
  type Relative,
} from "../../api/client";
import { DressingCombobox } from "../../kit/Combobox";
import { useFresh } from "../../kit/fresh";
import { nameOf, TimeAgainst } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { DescentChoice } from "../desk/Parents";

/** What a dressing descends from, in which way and why; each can be changed where it
 * stands, added, and taken away. */
export function Lineage({ f }: { f: Folio }) {
  const [changing, setChanging] = useState(false);
  const client = useQueryClient();
  const { say } = useToasts();
  const put = useMutation({
    mutationFn: (b: LinkBody) => linkParent(f.entry.folio, b),
    onSuccess: (r, b) => {
      if (r.deed)
        say(
          b.off ? `Folio ${b.parent} is no parent any more.` : `Folio ${b.parent}: ${b.kind ?? "variant of"}.`,
          r.deed,
        );
      void client.invalidateQueries();
    },
    onError: (x) => say(x.message),
  });
  const empty = f.parents.length === 0;
  return (
    <section className="mt-5" aria-labelledby="lineage">
      <div className="flex items-baseline gap-3">
        <h2 id="lineage" className="grow text-xl">
          {f.parents.length > 1 ? "Parents" : "Parent"}
        </h2>
        <button
          type="button"
          className="link no-print min-h-[36px] text-[0.92rem] text-soft"
          aria-expanded={changing}
          onClick={() => setChanging(!changing)}
        >
          {changing ? "done" : empty ? "add one" : "change"}
          <span className="sr-only"> {changing ? "with the parents" : empty ? "parent" : "the parents"}</span>
        </button>
      </div>
      {empty && f.unlinked.length === 0 && <p className="text-soft">None is linked.</p>}
      <ul>
        {f.parents.map((p) => (
          <li key={p.folio + p.kind} className="border-b border-rule py-1">
            {p.kind !== "variant of" && !changing && <span className="caps block">{p.kind}</span>}
            <Link
              to="/folio/$folio"
              params={{ folio: String(p.folio) }}
              className="book link inline-block py-1 leading-tight"
            >
              {nameOf(p)}
            </Link>
            {changing ? (
              <Change p={p} put={put.mutate} />
            ) : (
              <>
                {p.because && <span className="book block italic leading-snug">{p.because}</span>}
                {p.against && <TimeAgainst {...p.against} brief />}
                <Link
                  to="/spread/$parent/$variant"
                  params={{ parent: String(p.folio), variant: String(f.entry.folio) }}
                  className="block py-1 text-[0.95rem] text-soft hover:text-amber"
                >
                  {p.verdictIs} · side by side<span className="sr-only"> with {nameOf(p)}</span>{" "}
                  <span aria-hidden>→</span>
                </Link>
              </>
            )}
          </li>
        ))}
        {f.unlinked.map((o) => (
          <li key={o.name + o.kind} className="border-b border-rule py-1 leading-snug">
            <span className="caps block">{o.kind}, as the text says</span>
            <span className="book">{o.name}</span>
            <span className="block text-[0.92rem] text-soft">
              {o.choices.length === 0 ? "is not in the ledger" : "is not linked"}
            </span>
            {o.choices.map((c) => (
              <button
                key={c.folio}
                type="button"
                className="btn no-print mt-1 mr-1 !min-h-[36px]"
                onClick={() => put.mutate({ parent: c.folio, kind: o.kind })}
              >
                Link folio {c.folio}
              </button>
            ))}
          </li>
        ))}
      </ul>
      {changing && <Add put={put.mutate} />}
    </section>
  );
}

function Change({ p, put }: { p: Relative; put: (b: LinkBody) => void }) {
  const [reason, setReason] = useState(p.because ?? "");
  const keep = () =>
    reason.trim() !== (p.because ?? "") && put({ parent: p.folio, kind: p.kind, reason: reason.trim() });
  return (
    <span className="flex flex-col gap-1">
      <DescentChoice
        label={`How it comes from ${nameOf(p)}`}
        value={p.kind}
        onChange={(kind) => put({ parent: p.folio, kind, was: p.kind })}
      />
      <input
        className="field"
        aria-label={`Why that is said of ${nameOf(p)}`}
        placeholder="why that is said"
        value={reason}
        maxLength={4000}
        onChange={(e) => setReason(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === "Enter" && keep()}
      />
      <button
        type="button"
        className="btn !min-h-[36px]"
        onClick={() => put({ parent: p.folio, kind: p.kind, off: true })}
      >
        Take the link away<span className="sr-only">: {nameOf(p)}</span>
      </button>
    </span>
  );
}

function Add({ put }: { put: (b: LinkBody) => void }) {
  const [typed, setTyped] = useState("");
  const form = useForm<{ kind: Descent; reason: string }>({ defaultValues: { kind: "variant of", reason: "" } });
  const [chosen, setChosen] = useState<Pick<Entry, "folio" | "title">>();
  const fresh = useFresh();
  const [trouble, setTrouble] = useState("");
  return (
    <form
      className="mt-2 flex flex-col gap-1"
      aria-label="Add a parent"
      onSubmit={form.handleSubmit(({ kind, reason }) => {
        if (!chosen) return setTrouble("Choose a dressing from the list: type its name, or its folio.");
        put({ parent: chosen.folio, kind, reason: reason.trim() || undefined });
        setTyped("");
        setChosen(undefined);
        form.reset({ kind, reason: "" });
      })}
    >
      <select className="field" aria-label="How it descends" {...form.register("kind")}>
        {descents.map((k) => (
          <option key={k}>{k}</option>
        ))}
      </select>
      <DressingCombobox
        label="From which dressing"
        placeholder="its name, or its folio"
        value={typed}
        aria-invalid={!!trouble}
        fresh={fresh}
        onType={(text) => {
          setTrouble("");
          setChosen(undefined);
          setTyped(text);
        }}
        onChoose={(e) => {
          setTrouble("");
          setChosen(e);
          setTyped(nameOf(e));
        }}
      />
      {chosen && <span className="text-[0.92rem] text-soft">folio {chosen.folio}</span>}
      <input
        className="field"
        aria-label="Why that is said"
        placeholder="why that is said"
        maxLength={4000}
        {...form.register("reason")}
      />
      {trouble && (
        <span role="alert" className="font-semibold text-amber">
          {trouble}
        </span>
      )}
      <button type="submit" className="btn !min-h-[40px]" disabled={!typed.trim()}>
        Link it
      </button>
    </form>
  );
}
