import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { type FormEvent, useEffect, useState } from "react";
import { Problem } from "../../api/client";
import {
  changePattern,
  type Member,
  type Pattern,
  type PatternBody,
  type PatternName,
  patternQuery,
  placeWords,
  type Standing,
} from "../../api/evidence";
import { Choice, FormEnd, Labelled, Line, Lines } from "../../kit/form";
import { useKeys } from "../../kit/keys";
import { Profile } from "../../kit/Profile";
import { History, nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { Told } from "../provenance/Told";

/** One pattern: its names and story, its witnesses and variants, and what is told of it. */
export function PatternRoom() {
  const { id } = useParams({ from: "/patterns/$id" });
  const number = Number(id);
  const { vice, show } = useVice();
  useEffect(() => show(undefined), [show]);
  const good = Number.isInteger(number) && number > 0;
  const q = useQuery({ ...patternQuery(number, vice), enabled: good });
  useTitle(q.data && (q.data.name || "a fly without a name"));
  if (!good) return <Trouble error={new Problem(`“${id}” is no pattern; a pattern has a number.`, "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return <Page key={q.data.id} p={q.data} />;
}

export const bodyOf = (p: PatternBody): PatternBody => ({
  name: p.name,
  story: p.story,
  names: p.names,
  essentials: p.essentials,
  base: p.base,
  received: p.received,
  composite: p.composite,
  slips: p.slips,
  decided: p.decided,
});

function Page({ p }: { p: Pattern }) {
  const [changing, setChanging] = useState(false);
  useKeys("Pattern", [{ key: "e", what: "change names, story, essentials", do: () => setChanging(true) }]);
  const who = p.readings.find((r) => r.of === "originated");
  const printed = p.readings.find((r) => r.of === "first printed");
  const of = (s: Standing) => p.members.filter((m) => m.standing === s);
  const received = p.members.find((m) => m.entry.folio === p.received);
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <p className="caps">
        <Link to="/patterns" className="link inline-block py-1">
          patterns
        </Link>
      </p>
      <header className="flex flex-wrap items-start gap-x-5 gap-y-1 border-b-2 border-edge pb-3">
        <div className="min-w-0 grow">
          <h1 className="text-4xl [overflow-wrap:anywhere]">
            {p.name ? <bdi>{p.name}</bdi> : <i>a fly without a name</i>}
          </h1>
          <p className="book text-[1.2rem]">
            {who && who.adopted.length > 0 ? who.says : "originator unknown"}
            {printed && printed.adopted.length > 0 && (
              <span className="text-soft"> · first known in {printed.says}</span>
            )}
          </p>
        </div>
        <span className="no-print flex flex-wrap gap-2">
          <button
            type="button"
            className="btn"
            onClick={() => setChanging(!changing)}
            aria-expanded={changing}
            aria-keyshortcuts="e"
          >
            Change
          </button>
          <Link to="/patterns/$id/witnesses" params={{ id: String(p.id) }} className="btn">
            Witnesses
          </Link>
          {p.members[0] && (
            <Link to="/folio/$folio/descent" params={{ folio: String(p.members[0].entry.folio) }} className="btn">
              Descent
            </Link>
          )}
          <History record="pattern" of={String(p.id)} />
        </span>
      </header>
      {p.margin.map((m) => (
        <p key={m} className="mt-3 border-l-4 border-edge bg-well px-3 py-2" data-testid="margin">
          <span className="caps">in the margin </span>
          {m}
        </p>
      ))}
      {p.sharing.length > 0 && <Sharing p={p} />}
      {changing && <Change p={p} onDone={() => setChanging(false)} />}
      <div className="mt-4 grid grid-cols-[minmax(0,1.05fr)_minmax(0,1fr)] gap-x-10 gap-y-6 max-[1000px]:grid-cols-1">
        <div className="min-w-0">
          {p.story && <p className="book mb-4 text-[1.15rem] leading-snug whitespace-pre-line">{p.story}</p>}
          {p.essentials && p.essentials.length > 0 && (
            <p className="mb-3 border-l-4 border-edge bg-well px-3 py-1.5">
              <span className="caps">what makes it this fly </span>
              <span className="book">{p.essentials.join("; ")}</span>
            </p>
          )}
          <Names list={p.names ?? []} />
          {received && (
            <p className="mb-3 leading-snug">
              <span className="caps">what people mean by it today </span>
              <Link to="/folio/$folio" params={{ folio: String(p.received) }} className="book link text-[1.1rem]">
                {nameOf(received.entry)}
              </Link>
              {received.standing === "variant" && (
                <span className="text-soft">, a variant grown more famous than its parent</span>
              )}
            </p>
          )}
          <Members title="Witnesses" note="they mean to report it" list={of("witness")} base={p.base || undefined} />
          <Members title="Undecided" note="nobody has decided yet" list={of("undecided")} />
          <Members title="Variants" note="altered by their tiers on purpose" list={of("variant")} />
          {p.members.length === 0 && (
            <p className="book mt-2 border-l-4 border-edge bg-well px-3 py-3 text-[1.1rem]">
              Only the name is known so far. When a dressing turns up, file it on the{" "}
              <Link to="/desk" search={{ pattern: p.id }} className="link">
                Desk
              </Link>
              .
            </p>
          )}
          {p.more ? <p className="text-soft">and {p.more} more</p> : null}
          {p.members.length > 0 && (
            <p className="no-print mt-3">
              <Link to="/desk" search={{ pattern: p.id }} className="btn">
                File another witness
              </Link>
            </p>
          )}
        </div>
        <Told pattern={p.id} p={p} />
      </div>
    </div>
  );
}

function Sharing({ p }: { p: Pattern }) {
  return (
    <section className="mt-3 border-l-4 border-amber bg-well px-3 py-2" aria-label="Others of this name">
      <p>
        <b>{p.sharing.length + 1} flies have gone by this name.</b> The others:
      </p>
      <ul className="flex flex-wrap gap-x-6">
        {p.sharing.map((s) => (
          <li key={s.id} className="flex items-center gap-2">
            {s.first && <Profile e={s.first} className="h-[44px] w-[77px]" />}
            <Link to="/patterns/$id" params={{ id: String(s.id) }} className="book link text-[1.1rem]">
              {s.name || "without a name"}
            </Link>
            <span className="text-soft">{[s.who, s.qualifier, s.also].filter(Boolean).join(" · ")}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Names({ list }: { list: PatternName[] }) {
  if (list.length === 0) return null;
  return (
    <section className="mb-3" aria-label="Names">
      <h2 className="text-xl">Names</h2>
      <ul>
        {list.map((n) => (
          <li key={n.name} className="border-b border-rule py-1 leading-snug">
            <span className="book text-[1.12rem]">{n.name}</span>
            <span className="text-soft">
              {" "}
              {[n.kind, n.years, n.by && `so named by ${n.by}`].filter(Boolean).join(" · ")}
            </span>
            {n.story && <span className="book block italic">{n.story}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Members({ title, note, list, base }: { title: string; note: string; list: Member[]; base?: number }) {
  if (list.length === 0) return null;
  return (
    <section className="mb-4" aria-label={title}>
      <h2 className="text-xl">
        {title} <span className="text-[0.95rem] text-soft">{note}</span>
      </h2>
      <ul>
        {list.map(({ entry: e, siglum, note }) => (
          <li key={e.folio} className="relative flex items-center gap-3 border-b border-rule py-1 hover:bg-well">
            <b className="w-6 shrink-0 text-center text-lg">{siglum}</b>
            <Profile e={e} className="h-[52px] w-[91px] shrink-0" />
            <span className="min-w-0 grow leading-tight">
              <Link
                to="/folio/$folio"
                params={{ folio: String(e.folio) }}
                className="book text-[1.15rem] font-semibold [overflow-wrap:anywhere] after:absolute after:inset-0 after:content-['']"
              >
                <bdi>{nameOf(e)}</bdi>
              </Link>
              {e.folio === base && <span className="caps ml-2 text-amber">adopted</span>}
              <span className="block text-[0.95rem] text-soft">
                {[
                  e.tier && `tied by ${e.tier}`,
                  e.source && [e.source, e.page && placeWords(e.page)].filter(Boolean).join(", "),
                  e.date,
                ]
                  .filter(Boolean)
                  .join(" · ")}
              </span>
              {note && <span className="book block italic">{note}</span>}
            </span>
            <span className="shrink-0 text-soft">{e.folio}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Change({ p, onDone }: { p: Pattern; onDone: () => void }) {
  const [b, set] = useState(bodyOf(p));
  const [essentials, setEssentials] = useState((p.essentials ?? []).join("\n"));
  const { say } = useToasts();
  const client = useQueryClient();
  const save = useMutation({
    mutationFn: () => changePattern(p.id, p.edit, { ...b, essentials: essentials.split("\n").filter((x) => x.trim()) }),
    onSuccess: (r) => {
      say("The pattern is changed.", r.deed);
      void client.invalidateQueries();
      onDone();
    },
  });
  const names = b.names ?? [];
  const name = (i: number, c: Partial<PatternName>) =>
    set((old) => ({ ...old, names: (old.names ?? []).map((n, k) => (k === i ? { ...n, ...c } : n)) }));
  const choose = (say: string, k: "base" | "received", none: string) => (
    <Labelled say={say}>
      {(id) => (
        <select
          id={id}
          className="field"
          value={b[k] ?? 0}
          onChange={(e) => set((old) => ({ ...old, [k]: Number(e.target.value) }))}
        >
          <option value={0}>{none}</option>
          {p.members
            .filter((m) => k === "received" || m.standing !== "variant")
            .map((m) => (
              <option key={m.entry.folio} value={m.entry.folio}>
                {m.siglum ? `${m.siglum}: ` : ""}
                {nameOf(m.entry)}, folio {m.entry.folio}
              </option>
            ))}
        </select>
      )}
    </Labelled>
  );
  return (
    <form
      aria-label="Change the pattern"
      className="mt-3 grid grid-cols-2 gap-x-4 gap-y-2 border border-edge bg-well p-4 max-[900px]:grid-cols-1"
      onSubmit={(e: FormEvent) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Line say="preferred name" value={b.name ?? ""} onChange={(v) => set({ ...b, name: v })} maxLength={200} />
      <div className="grid grid-cols-2 gap-3">
        {choose("adopted witness, whole", "base", "the first one")}
        {choose("what people mean today", "received", "the same")}
      </div>
      <Lines say="story" value={b.story ?? ""} onChange={(v) => set({ ...b, story: v })} rows={4} />
      <Lines say="what makes it this fly, a line each" value={essentials} onChange={setEssentials} rows={2} />
      <fieldset className="col-span-full">
        <legend className="caps">other names</legend>
        {names.map((n, i) => (
          <div key={i} className="grid grid-cols-[1fr_8rem_9rem_1fr_auto] items-end gap-2 max-[900px]:grid-cols-1">
            <Line say="name" value={n.name} onChange={(v) => name(i, { name: v })} maxLength={200} />
            <Choice
              say="kind"
              value={n.kind ?? ""}
              of={["", "other", "former", "local", "misprint"] as const}
              onChange={(v) => name(i, { kind: v })}
            />
            <Line say="meant it in" value={n.years ?? ""} onChange={(v) => name(i, { years: v })} hint="1930s" />
            <Line say="named so by" value={n.by ?? ""} onChange={(v) => name(i, { by: v })} />
            <button
              type="button"
              className="btn"
              onClick={() => set((old) => ({ ...old, names: names.filter((_, k) => k !== i) }))}
            >
              Take away
            </button>
            <div className="col-span-full">
              <Line
                say="how it came to be called so"
                value={n.story ?? ""}
                onChange={(v) => name(i, { story: v })}
                maxLength={2000}
              />
            </div>
          </div>
        ))}
        <button
          type="button"
          className="btn mt-2"
          onClick={() => set((old) => ({ ...old, names: [...names, { name: "", kind: "other" }] }))}
        >
          Another name
        </button>
      </fieldset>
      <FormEnd error={save.error} busy={save.isPending} onDone={onDone}>
        Change the pattern
      </FormEnd>
    </form>
  );
}
