import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { Problem } from "../../api/client";
import {
  changePattern,
  patternQuery,
  placeWords,
  provenanceQuery,
  type Witnesses,
  witnessesQuery,
} from "../../api/evidence";
import { Choice, FormEnd, Labelled, Line, Lines } from "../../kit/form";
import { Profile } from "../../kit/Profile";
import { nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { FolioTabs } from "../folio/FolioTabs";
import { bodyOf } from "./PatternRoom";

/** The witnesses of the pattern that a dressing stands in. */
export function FolioWitnessesRoom() {
  const { folio } = useParams({ from: "/folio/$folio/witnesses" });
  const { vice } = useVice();
  const number = Number(folio);
  const good = Number.isInteger(number) && number > 0;
  const q = useQuery({ ...provenanceQuery(number, vice), enabled: good });
  if (!good) return <Trouble error={new Problem(`“${folio}” is no folio; a folio is a number.`, "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const p = q.data;
  return <Table id={p.pattern} folio={number} variant={p.standing === "variant" ? number : 0} onVariant={undefined} />;
}

/** The witnesses of a pattern. */
export function WitnessesRoom() {
  const { id } = useParams({ from: "/patterns/$id/witnesses" });
  const { variant = 0 } = useSearch({ from: "/patterns/$id/witnesses" });
  const navigate = useNavigate();
  const number = Number(id);
  if (!(Number.isInteger(number) && number > 0))
    return <Trouble error={new Problem(`“${id}” is no pattern; a pattern has a number.`, "", 404)} />;
  return (
    <Table
      id={number}
      variant={variant}
      onVariant={(v) =>
        void navigate({ to: "/patterns/$id/witnesses", params: { id }, search: v ? { variant: v } : {} })
      }
    />
  );
}

function Table({
  id,
  folio,
  variant: asked,
  onVariant,
}: {
  id: number;
  folio?: number;
  variant: number;
  onVariant?: (v: number) => void;
}) {
  const { vice, show } = useVice();
  useEffect(() => show(undefined), [show]);
  const [chosen, setChosen] = useState(asked);
  const variant = onVariant ? asked : chosen;
  const q = useQuery(witnessesQuery(id, variant, vice));
  useTitle(q.data && `${q.data.name || "a fly without a name"}, witnesses`);
  const [mending, setMending] = useState(false);
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const w = q.data;
  const base = w.members.find((m) => m.entry.folio === w.base);
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <header className="flex flex-wrap items-end gap-x-5 border-b-2 border-edge pb-2">
        <div className="min-w-0 grow">
          <h1 className="text-4xl [overflow-wrap:anywhere]">
            <Link to="/patterns/$id" params={{ id: String(id) }} className="hover:text-amber">
              {w.name || <i>a fly without a name</i>}
            </Link>
            <span className="text-2xl text-soft"> and its witnesses</span>
          </h1>
          {folio && <FolioTabs folio={folio} pattern={id} />}
        </div>
        {w.members.length > 0 && (
          <button type="button" className="btn no-print" aria-expanded={mending} onClick={() => setMending(!mending)}>
            Slips and mending
          </button>
        )}
      </header>
      {w.members.length === 0 && (
        <p className="book mt-4 text-[1.15rem]">
          No witness is filed yet. A witness means to report the pattern: a book, its plate, another edition, a
          specimen.{" "}
          <Link to="/desk" search={{ pattern: id }} className="link">
            File one on the Desk
          </Link>
          .
        </p>
      )}
      {mending && <Mend w={w} onDone={() => setMending(false)} />}
      {w.members.length > 0 && (
        <div className="mt-3 overflow-x-auto">
          <table className="w-full border-collapse">
            <caption className="py-1 text-left">
              {base && (
                <>
                  Adopted whole: <b>{base.siglum}</b>, {nameOf(base.entry)}
                  {base.entry.date && `, ${base.entry.date}`}.
                </>
              )}{" "}
              {w.composite && (
                <b className="caps text-amber" data-testid="composite">
                  composite: parts of it are taken from other witnesses
                </b>
              )}
            </caption>
            <thead>
              <tr className="border-b-2 border-edge text-left align-top">
                <th scope="col" className="caps w-[8rem] pr-3 font-normal">
                  part
                </th>
                {w.members.map((m) => (
                  <th key={m.entry.folio} scope="col" className="min-w-[13rem] pr-4 pb-1 pl-3 font-normal">
                    <Profile e={m.entry} className="h-[58px] w-[102px]" />
                    <span className="text-lg font-semibold">{m.siglum || "–"}</span>{" "}
                    <Link to="/folio/$folio" params={{ folio: String(m.entry.folio) }} className="book link">
                      {[
                        m.entry.source || nameOf(m.entry),
                        m.entry.page && placeWords(m.entry.page).replaceAll(" ", "\u00a0"),
                      ]
                        .filter(Boolean)
                        .join(", ")}
                    </Link>
                    <span className="block text-[0.92rem] text-soft">
                      {[m.entry.tier && `by ${m.entry.tier}`, m.entry.date].filter(Boolean).join(" · ")}
                      {m.entry.folio === w.base && <b className="caps ml-1 text-amber">adopted</b>}
                    </span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {w.rows.map((r) => (
                <tr key={r.role} className="border-b border-rule align-top">
                  <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                    <span className="caps">{r.role}</span>
                    {r.why && (
                      <span className="block text-[0.85rem] leading-tight text-amber">
                        from {w.members.find((m) => m.entry.folio === r.from)?.siglum}: {r.why}
                      </span>
                    )}
                  </th>
                  {r.cells.map((c) => {
                    const own = c.folio === w.base;
                    return (
                      <td
                        key={c.folio}
                        className={`py-1.5 pr-4 pl-3 leading-snug ${own ? "bg-well" : ""} ${c.says && !c.noise ? "shadow-[inset_4px_0_0_var(--color-amber)]" : ""}`}
                      >
                        {c.text ? (
                          <span className="book">{c.text}</span>
                        ) : (
                          <span className="text-soft">does not say</span>
                        )}
                        {c.says && (
                          <span className={`block text-[0.92rem] ${c.noise ? "text-soft" : "font-semibold"}`}>
                            {c.says}
                          </span>
                        )}
                        {c.slip && (
                          <span className="block text-[0.92rem]" data-testid="slip">
                            <span className="caps">a slip; read </span>
                            <span className="book">⟨{c.slip.now}⟩</span> <i>{c.slip.why}</i>
                          </span>
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {w.members.length > 0 && w.variants.length > 0 && (
        <section className="mt-6" aria-label="A variant beside the witnesses">
          <h2 className="text-2xl">A variant beside the witnesses</h2>
          <div className="w-[24rem] max-w-full">
            <Labelled say="the variant">
              {(fid) => (
                <select
                  id={fid}
                  className="field"
                  value={variant}
                  onChange={(e) => (onVariant ?? setChosen)(Number(e.target.value))}
                >
                  <option value={0}>choose one</option>
                  {w.variants.map((m) => (
                    <option key={m.entry.folio} value={m.entry.folio}>
                      {nameOf(m.entry)}, folio {m.entry.folio}
                    </option>
                  ))}
                </select>
              )}
            </Labelled>
          </div>
          <ul className="mt-2">
            {w.beside.map((b) => (
              <li
                key={b.folio}
                className="grid grid-cols-[2rem_minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1.5"
              >
                <b className="text-lg">{b.siglum || "–"}</b>
                <span className="leading-snug">
                  <b>{b.phrase}</b>
                  {b.parts.map((x) => (
                    <span key={x} className="book block">
                      {x}
                    </span>
                  ))}
                  {b.departs === 0 && <span className="block text-soft">nothing departs</span>}
                </span>
                <Link
                  to="/spread/$parent/$variant"
                  params={{ parent: String(b.folio), variant: String(w.variant) }}
                  className="link min-h-[36px] text-[0.95rem]"
                >
                  side by side
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** Marks an evident slip, or takes a part of the adopted dressing from another witness. */
function Mend({ w, onDone }: { w: Witnesses; onDone: () => void }) {
  const { vice } = useVice();
  const [what, setWhat] = useState<"slip" | "composite">("slip");
  const [role, setRole] = useState(w.rows[0]?.role ?? "");
  const [folio, setFolio] = useState(w.members[0]?.entry.folio ?? 0);
  const [now, setNow] = useState("");
  const [why, setWhy] = useState("");
  const { say } = useToasts();
  const client = useQueryClient();
  const pattern = () => client.fetchQuery(patternQuery(w.pattern, vice));
  const save = useMutation({
    mutationFn: async () => {
      const p = await pattern();
      const b = bodyOf(p);
      return changePattern(
        w.pattern,
        p.edit,
        what === "slip"
          ? {
              ...b,
              slips: [
                ...(b.slips ?? []).filter((s) => s.role !== role || s.folio !== folio),
                { folio, role, now, why },
              ],
            }
          : { ...b, composite: [...(b.composite ?? []).filter((m) => m.role !== role), { role, folio, why }] },
      );
    },
    onSuccess: (r) => {
      say(what === "slip" ? "The slip is marked." : "The adopted dressing is composite now.", r.deed);
      void client.invalidateQueries();
      onDone();
    },
  });
  const clear = useMutation({
    mutationFn: async () => {
      const p = await pattern();
      return changePattern(w.pattern, p.edit, { ...bodyOf(p), composite: [] });
    },
    onSuccess: (r) => {
      say("One whole witness is adopted again.", r.deed);
      void client.invalidateQueries();
      onDone();
    },
  });
  return (
    <form
      aria-label="Slips and mending"
      className="mt-3 grid grid-cols-3 gap-x-4 gap-y-2 border border-edge bg-well p-4 max-[900px]:grid-cols-1"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <p className="col-span-full max-w-[70ch] text-soft">
        One whole witness is adopted, so that no fly comes of it that nobody tied. Mark an evident slip, or take a part
        from another witness with the reason; then the page says composite.
      </p>
      <Labelled say="do what">
        {(id) => (
          <select
            id={id}
            className="field"
            value={what}
            onChange={(e) => setWhat(e.target.value as "slip" | "composite")}
          >
            <option value="slip">mark an evident slip</option>
            <option value="composite">take a part from another witness</option>
          </select>
        )}
      </Labelled>
      <Choice say="the part" value={role} of={w.rows.map((r) => r.role)} onChange={setRole} />
      <Labelled say="of which witness">
        {(id) => (
          <select id={id} className="field" value={folio} onChange={(e) => setFolio(Number(e.target.value))}>
            {w.members.map((m) => (
              <option key={m.entry.folio} value={m.entry.folio}>
                {m.siglum}: {nameOf(m.entry)}, folio {m.entry.folio}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      {what === "slip" && <Line say="what must be meant" value={now} onChange={setNow} wide maxLength={500} />}
      <Lines say="why" value={why} onChange={setWhy} rows={2} />
      <FormEnd
        error={save.error ?? clear.error}
        busy={save.isPending}
        onDone={onDone}
        more={
          w.composite && (
            <button type="button" className="btn" onClick={() => clear.mutate()}>
              Adopt the whole witness again
            </button>
          )
        }
      >
        {what === "slip" ? "Mark the slip" : "Take it from there"}
      </FormEnd>
    </form>
  );
}
