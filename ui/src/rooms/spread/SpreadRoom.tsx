import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { Fragment, useEffect } from "react";
import { type Departure, type Figures, Problem, type Sheet, type Spread, spreadQuery } from "../../api/client";
import { type MeasureLine, Overlay, rootsOf } from "../../drawing/Overlay";
import type { Pt } from "../../drawing/strokes";
import { useKeys } from "../../kit/keys";
import { Name } from "../../kit/Name";
import {
  countWords,
  hookWords,
  materialWords,
  mmWords,
  nameOf,
  plural,
  prepWords,
  Trouble,
  Waiting,
} from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useVice } from "../../kit/vice";

const signs: Record<Departure["change"], { sign: string; word: string }> = {
  same: { sign: "=", word: "same" },
  near: { sign: "≈", word: "near" },
  replaced: { sign: "⇄", word: "replaced" },
  added: { sign: "+", word: "added" },
  dropped: { sign: "−", word: "left out" },
  unstated: { sign: "·", word: "not stated" },
  "cannot-tell": { sign: "?", word: "cannot be told" },
};

/** A variant beside its parent. */
export function SpreadRoom() {
  const { parent, variant } = useParams({ from: "/spread/$parent/$variant" });
  const { a: olderOf, b: newerOf } = useSearch({ from: "/spread/$parent/$variant" });
  const [a, b] = [Number(parent), Number(variant)];
  const good = Number.isInteger(a) && Number.isInteger(b) && a > 0 && b > 0;
  const { vice, show } = useVice();
  const q = useQuery({
    ...spreadQuery({ folio: a, revision: olderOf }, { folio: b, revision: newerOf }, vice),
    enabled: good,
  });
  const navigate = useNavigate();
  useKeys("Spread", [
    {
      key: "x",
      what: "the other way round",
      do: () =>
        void navigate({
          to: "/spread/$parent/$variant",
          params: { parent: variant, variant: parent },
          search: { a: newerOf, b: olderOf },
        }),
    },
    { key: "p", what: "to the left one", do: () => void navigate({ to: "/folio/$folio", params: { folio: parent } }) },
    {
      key: "v",
      what: "to the right one",
      do: () => void navigate({ to: "/folio/$folio", params: { folio: variant } }),
    },
  ]);
  useEffect(() => {
    if (q.data) show(q.data.parent.measured.hook);
    return () => show(undefined);
  }, [q.data, show]);
  useTitle(q.data && `${nameOf(q.data.variant.entry)} beside ${nameOf(q.data.parent.entry)}`);
  if (!good) return <Trouble error={new Problem("A spread needs two folio numbers.", "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return <SpreadPage s={q.data} />;
}

function measureLines(s: Spread): MeasureLine[] {
  const roots = rootsOf(s.variant.outline);
  const out: MeasureLine[] = [];
  for (const d of s.comparison.parts) {
    if (!d.length?.change || d.parentPart < 0 || d.variantPart < 0) continue;
    const p = s.parent.measured.parts[d.parentPart]?.mm;
    const v = s.variant.measured.parts[d.variantPart]?.mm;
    const root = roots.get(d.variantPart);
    if (p && v && root) out.push({ part: d.role, root: root as Pt, parentMM: p, variantMM: v, up: true });
  }
  return out.slice(0, 4);
}

function SpreadPage({ s }: { s: Spread }) {
  const { parent, variant, comparison: c } = s;
  const same = parent.entry.folio === variant.entry.folio;
  return (
    <div className="spread mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <div className="mb-4 grid grid-cols-[minmax(0,1.75fr)_minmax(0,1fr)] gap-x-7 max-[900px]:grid-cols-1">
        <Overlay
          parent={parent.outline}
          variant={variant.outline}
          lines={measureLines(s)}
          ratio={1.95}
          label={`${nameOf(variant.entry)} inked over ${nameOf(parent.entry)} in outline`}
          className="w-full bg-well"
        />
        <div>
          <p className="caps">
            {same
              ? "beside the older revision this is"
              : s.related
                ? `${s.kinds.join(", ")} the left one; beside it this is`
                : "beside the other this is"}
          </p>
          <p className="font-book text-[1.9rem] font-semibold leading-tight" data-testid="verdict">
            {s.phrase}
          </p>
          <p className="caps mt-4">because</p>
          <ul data-testid="reasons">
            {c.because.map((b) => (
              <li key={b} className="book border-b border-rule py-1.5 leading-snug">
                {b}
              </li>
            ))}
          </ul>
          {s.evidence.length > 0 && (
            <>
              <p className="caps mt-4">and the evidence</p>
              <ul data-testid="evidence-changes">
                {s.evidence.map((x) => (
                  <li key={x.what} className="border-b border-rule py-1.5 leading-snug">
                    <span className="caps">{x.what} </span>
                    {x.before && <s className="book text-soft">{x.before}</s>}{" "}
                    {x.after ? <span className="book">{x.after}</span> : <i>taken away</i>}
                  </li>
                ))}
              </ul>
            </>
          )}
          {c.essentials && c.essentials.length > 0 && (
            <>
              <p className="caps mt-4">what makes the parent this fly</p>
              <ul data-testid="essentials">
                {c.essentials.map((x) => (
                  <li key={x.text} className="border-b border-rule py-1 leading-snug">
                    <span className="book">{x.text}</span>{" "}
                    <b className={x.kept === "lost" ? "text-amber" : ""}>
                      {x.kept === "kept" ? "✓ kept" : x.kept === "lost" ? "✗ lost" : "? cannot be told"}
                    </b>
                    {x.why && <span className="block text-[0.92rem] text-soft">{x.why}</span>}
                  </li>
                ))}
              </ul>
            </>
          )}
          <p className="mt-3 text-[0.92rem] text-soft [overflow-wrap:anywhere]">
            Inked: {nameOf(variant.entry)}. Plain outline: {nameOf(parent.entry)}. Both on a{" "}
            {hookWords(parent.measured.hook)}.
          </p>
        </div>
      </div>
      {!s.related && (
        <p className="mb-3 border-l-4 border-edge bg-well px-3 py-2">
          The ledger does not link these two; they are only laid side by side.
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_230px_minmax(0,1fr)] max-[700px]:grid-cols-1">
        <Title sheet={parent} what={same ? `revision ${parent.entry.revision}` : "parent"} />
        <div className="border-x border-edge bg-well" />
        <Title sheet={variant} what={same ? `revision ${variant.entry.revision}` : "variant"} right />
        {c.parts.map((d, i) => (
          <Fragment key={`${d.role}-${i}`}>
            <Cell sheet={parent} part={d.parentPart} quiet={!departs(d)} />
            <Gutter d={d} why={d.why} />
            <Cell sheet={variant} part={d.variantPart} quiet={!departs(d)} right />
          </Fragment>
        ))}
      </div>
    </div>
  );
}

function departs(d: Departure): boolean {
  return !["same", "unstated", "cannot-tell"].includes(d.change) || d.moved || notes(d).length > 0;
}

function Title({ sheet, what, right }: { sheet: Sheet; what: string; right?: boolean }) {
  const e = sheet.entry;
  return (
    <header className={`min-w-0 pb-2 [overflow-wrap:anywhere] ${right ? "pl-5" : "pr-5"}`}>
      <p className="caps">
        {what}, folio {e.folio}
      </p>
      <h1 className="text-2xl">
        <Link
          to="/folio/$folio"
          params={{ folio: String(e.folio) }}
          search={e.revision === e.newest ? {} : { revision: e.revision }}
          className="hover:text-amber"
        >
          {nameOf(e)}
        </Link>
      </h1>
      <p className="text-soft">
        {(e.originator || e.tier) && <Name of="people" name={e.originator || e.tier || ""} />}
        {e.source && (
          <>
            {(e.originator || e.tier) && " · "}
            <Name of="books" name={e.source} />
            {e.page && `, p. ${e.page}`}
          </>
        )}
        {e.date && (
          <>
            {" · "}
            <bdi>{e.date}</bdi>
          </>
        )}
      </p>
      {e.reason && <p className="book mt-1 italic leading-snug">{e.reason}</p>}
    </header>
  );
}

function Cell({ sheet, part, quiet, right }: { sheet: Sheet; part: number; quiet: boolean; right?: boolean }) {
  const p = sheet.dressing.parts[part];
  const x = sheet.measured.parts[part];
  const pad = right ? "pl-5" : "pr-5";
  if (!p) return <div className={`border-t border-rule py-1.5 ${pad}`} />;
  const figures = [countWords(p), x?.mm ? `${mmWords(x)} mm` : ""].filter(Boolean).join(" · ");
  return (
    <div className={`border-t border-rule py-1.5 ${pad} ${quiet ? "text-soft" : ""}`}>
      <span className="mr-2 font-semibold">{p.role}</span>
      <span className="book">
        {materialWords(sheet.dressing, p)}
        {prepWords(p) && `, ${prepWords(p)}`}
      </span>
      {p.conditions?.map((k) => (
        <span key={k.when + k.text} className="block text-[0.95rem]">
          <i>{k.when}</i>
          {k.text && `: ${k.text}`}
        </span>
      ))}
      {figures && <span className="block text-[0.95rem]">{figures}</span>}
    </div>
  );
}

const short = (v: number) => String(Math.round(v * 100) / 100);

/** The figures and ways that differ, in a few words. */
function notes(d: Departure): string[] {
  const out: string[] = [];
  const figure = (f: Figures | undefined, unit: string) => {
    if (f?.change) out.push(`${f.change}: ${short(f.parent)} → ${short(f.variant)}${unit}`);
  };
  figure(d.length, d.length?.of ? ` ${d.length.of}` : "");
  figure(d.count, d.count?.of ? ` ${plural(d.count.of)}` : "");
  figure(d.turns, " turns");
  for (const w of [d.winding, d.method, d.hook]) if (w?.change) out.push(`${way(w.parent)} → ${way(w.variant)}`);
  return out;
}

const way = (w: string) => (w === "counter" ? "against the body" : w === "with" ? "with the body" : w);

function Gutter({ d, why }: { d: Departure; why?: string }) {
  const s = signs[d.change];
  const list = notes(d);
  const quiet = !departs(d);
  const colour = d.materials?.colour;
  return (
    <div
      className={`border-x border-t border-edge border-t-rule bg-well px-3 py-1.5 text-center ${quiet ? "text-soft" : ""}`}
      data-testid={`gutter-${d.role}`}
      title={why}
    >
      <span aria-hidden className={`mr-2 text-lg leading-none ${quiet ? "" : "font-semibold text-amber"}`}>
        {d.change === "same" && !quiet ? "≠" : s.sign}
      </span>
      <span className={quiet ? "" : "font-semibold"}>{d.change === "same" && !quiet ? "same material" : s.word}</span>
      {d.change === "replaced" && d.materials && (
        <span className="block text-[0.92rem]">{Math.round(d.materials.nearness * 100)} % alike</span>
      )}
      {d.change === "near" && colour && colour !== "same" && (
        <span className="block text-[0.92rem]">colour {colour === "outside" ? "quite another" : colour}</span>
      )}
      {list.map((n) => (
        <span key={n} className="block text-[0.92rem]">
          {n}
        </span>
      ))}
      {d.moved && <span className="block text-[0.92rem]">elsewhere in the order</span>}
    </div>
  );
}
