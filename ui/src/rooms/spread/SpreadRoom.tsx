import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { Fragment, useEffect, useState } from "react";
import { type Departure, type Figures, Problem, type Sheet, type Spread, spreadQuery } from "../../api/client";
import { placeWords } from "../../api/evidence";
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
import { Swatch } from "../../kit/Swatch";
import { useTitle } from "../../kit/title";
import { useVice } from "../../kit/vice";
import { Line } from "./Line";
import { LayBeside, Overrule } from "./Overrule";

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

/** How many reasons are shown at first. */
const shown = 4;

const axisSays: Record<string, string> = {
  "there same": "the same parts",
  "there fewer": "fewer parts",
  "there more": "more parts",
  "there both": "parts more and parts fewer",
  "there cannot-tell": "which parts cannot be told",
  "of same": "of the same",
  "of colours": "of the same in other colours",
  "of substitutes": "of substitutes",
  "of others": "of other materials",
  "of cannot-tell": "of what cannot be told",
  "built same": "built the same",
  "built proportions": "in other proportions",
  "built technique": "by another technique",
  "built form": "in another form",
  "built cannot-tell": "how it is built cannot be told",
};

/** What is there, of what, and how it is built, apart. */
function Axes({ s }: { s: Spread }) {
  const { axes: a, kind, form } = s.comparison;
  return (
    <p className="mt-1 leading-snug" data-testid="axes">
      {axisSays[`there ${a.there}`]}, {axisSays[`of ${a.of}`]}, {axisSays[`built ${a.built}`]}
      {form && <b>: {form}</b>}
      {kind && <span className="text-soft">; weighed as a {kindSays[kind] ?? `${kind} fly`}</span>}
    </p>
  );
}

const kindSays: Record<string, string> = {
  nymph: "nymph",
  spider: "spider",
  emerger: "emerger",
  streamer: "streamer",
  bug: "hair bug",
};

function Facts({ head, list }: { head: string; list?: string[] }) {
  if (!list || list.length === 0) return null;
  return (
    <div>
      <p className="caps mt-3">{head}</p>
      <ul data-testid={head.replace(/ /g, "-")}>
        {list.slice(0, shown).map((x) => (
          <li key={x} className="border-b border-rule py-1 leading-snug">
            {x}
          </li>
        ))}
      </ul>
    </div>
  );
}

function SpreadPage({ s }: { s: Spread }) {
  const { parent, variant, comparison: c } = s;
  const [full, setFull] = useState(false);
  const [noise, setNoise] = useState(false);
  const noisy = c.parts.filter(isNoisy).length;
  const same = parent.entry.folio === variant.entry.folio;
  return (
    <div className="spread mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <div className="mb-4 grid grid-cols-[minmax(0,1.75fr)_minmax(0,1fr)] gap-x-7 max-[900px]:grid-cols-1">
        <div>
          <Overlay
            parent={parent.outline}
            variant={variant.outline}
            lines={measureLines(s)}
            ratio={1.95}
            label={`${nameOf(variant.entry)} inked over ${nameOf(parent.entry)} in outline`}
            className="w-full bg-well"
          />
          <div className="grid grid-cols-2 gap-x-7 max-[700px]:grid-cols-1">
            <Facts head="to make it its parent again" list={c.return} />
            <div>
              <Facts head="against it" list={c.against} />
              <Facts head="cannot be told" list={c.uncertain} />
            </div>
          </div>
          <div className="no-print mt-3 flex flex-wrap items-center gap-2">
            {noisy > 0 && (
              <button
                type="button"
                className={`btn !min-h-[38px] ${noise ? "btn-main" : ""}`}
                aria-pressed={noise}
                onClick={() => setNoise(!noise)}
              >
                Noise: {noisy} {noisy === 1 ? "part" : "parts"}
              </button>
            )}
            {!same && <LayBeside parent={parent.entry.folio} />}
            {!same && <Overrule s={s} />}
          </div>
        </div>
        <div>
          <p className="caps">
            {same
              ? "beside the older revision this is"
              : s.related
                ? `${s.kinds.join(", ")} the left one; beside it this is`
                : "beside the other this is"}
          </p>
          <p className="font-book text-[1.9rem] font-semibold leading-tight" data-testid="verdict">
            {s.overruled?.phrase ?? s.phrase}
          </p>
          {s.overruled && (
            <p className="border-b border-rule py-1" data-testid="overruled">
              <b>An archivist’s own verdict:</b> <span className="book">{s.overruled.note}</span>{" "}
              <span className="text-soft">The rules say: {s.phrase}.</span>
            </p>
          )}
          <Axes s={s} />
          <p className="caps mt-3">{c.verdict === "same" ? "why" : "because"}</p>
          <ul data-testid="reasons">
            {c.because.slice(0, full ? undefined : shown).map((b) => (
              <li key={b} className="book border-b border-rule py-1.5 leading-snug">
                {b}
              </li>
            ))}
          </ul>
          {c.because.length > shown && (
            <button type="button" className="link py-1.5" onClick={() => setFull(!full)}>
              {full ? "fewer reasons" : `and ${c.because.length - shown} more`}
            </button>
          )}
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
        <p className="mb-3 border-l-4 border-edge bg-well px-3 py-2" data-testid="no-link">
          {c.verdict === "no-kin"
            ? "These two are no kin: the ledger does not link them, and nothing of weight is alike. Likeness alone would not prove descent either."
            : "The ledger does not link these two; they are only laid side by side. Likeness alone does not prove descent."}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_230px_minmax(0,1fr)] max-[700px]:grid-cols-1">
        <Title sheet={parent} what={same ? `revision ${parent.entry.revision}` : "parent"} />
        <div className="border-x border-edge bg-well" />
        <Title sheet={variant} what={same ? `revision ${variant.entry.revision}` : "variant"} right />
        {c.parts.map((d, i) => (
          <Fragment key={`${d.role}-${i}`}>
            <Cell sheet={parent} part={d.parentPart} also={d.alsoParent} quiet={!departs(d)} />
            <Gutter d={d} noise={noise || same} kind={c.kind} says={same ? s.sentences[i] : ""} />
            <Cell sheet={variant} part={d.variantPart} also={d.alsoVariant} quiet={!departs(d)} right />
          </Fragment>
        ))}
      </div>
      {!same && <Line folio={variant.entry.folio} />}
    </div>
  );
}

/** Whether anything about a part differs by more than noise. */
function departs(d: Departure): boolean {
  if (d.change === "added" || d.change === "dropped") return true;
  if (d.change === "near" || d.change === "replaced") return true;
  return !["unstated", "cannot-tell"].includes(d.change) && (d.moved || notes(d).length > 0);
}

const figuresOf = (d: Departure): Figures[] =>
  [d.length, d.count, d.turns, d.diameter].filter((f): f is Figures => !!f);

/** Whether something differs that is noise on this kind of fly. */
const isNoisy = (d: Departure) => !!d.noise || figuresOf(d).some((f) => f.noise);

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
            {e.page && `, ${placeWords(e.page)}`}
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

function Cell({
  sheet,
  part,
  also,
  quiet,
  right,
}: {
  sheet: Sheet;
  part: number;
  also?: number[];
  quiet: boolean;
  right?: boolean;
}) {
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
      {also?.map((k) => {
        const q = sheet.dressing.parts[k];
        return (
          q && (
            <span key={k} className="block">
              <span className="mr-2 font-semibold">{q.role}</span>
              <span className="book">{materialWords(sheet.dressing, q)}</span>
            </span>
          )
        );
      })}
    </div>
  );
}

const short = (v: number) => String(Math.round(v * 100) / 100);

/** The figures and ways that differ, in a few words; with `all` those that are noise too. */
function notes(d: Departure, all = false): string[] {
  const out: string[] = [];
  const figure = (f: Figures | undefined, unit: string) => {
    const change = f?.change || (all && f?.noise?.change);
    if (f && change)
      out.push(
        `${change}: ${short(f.parent)} → ${short(f.variant)}${unit}${f.noise ? ` (noise: ${f.noise.why})` : ""}`,
      );
  };
  figure(d.length, d.length?.of ? ` ${d.length.of}` : "");
  figure(d.count, d.count?.of ? ` ${plural(d.count.of)}` : "");
  figure(d.turns, " turns");
  figure(d.diameter, " mm");
  for (const w of [d.winding, d.method, d.hook]) if (w?.change) out.push(`${way(w.parent)} → ${way(w.variant)}`);
  return out;
}

const way = (w: string) => (w === "counter" ? "against the body" : w === "with" ? "with the body" : w);

const reasonSays: Record<string, string> = {
  forced: "forced",
  preferred: "preferred",
  function: "for a function",
  show: "for show",
};

const colourSays: Record<string, string> = {
  inside: "a shade within the parent’s colour",
  containing: "the shade is not said here",
  overlapping: "the colours meet",
  outside: "another colour",
  untold: "a marking for a hue",
};

function Gutter({ d, noise, kind, says }: { d: Departure; noise: boolean; kind?: string; says?: string }) {
  const change = noise && d.noise ? (d.noise.change as Departure["change"]) : d.change;
  const s = signs[change];
  const list = notes(d, noise);
  const quiet = !departs(d) && !(noise && isNoisy(d));
  const colour = d.materials?.colour;
  const wanted = d.materials?.parentIs;
  return (
    <div
      className={`border-x border-t border-edge border-t-rule bg-well px-3 py-1.5 text-center ${quiet ? "text-soft" : ""}`}
      data-testid={`gutter-${d.role}`}
    >
      <span aria-hidden className={`mr-2 text-lg leading-none ${quiet ? "" : "font-semibold text-amber"}`}>
        {s.word === "same" && !quiet ? "≠" : s.sign}
      </span>
      <span className={quiet ? "" : "font-semibold"}>
        {s.word !== "same" || quiet ? s.word : d.hook?.change ? "another hook" : "same material"}
      </span>
      {change === "replaced" && wanted && (
        <Link
          to="/instead"
          search={{ name: wanted, part: standardOf(d.role), on: kind || undefined }}
          className="link block text-[0.92rem]"
        >
          what else could stand in?
        </Link>
      )}
      {change === "near" && colour && colourSays[colour] && colour !== "same" && (
        <span className="block text-[0.92rem]">{colourSays[colour]}</span>
      )}
      {(change === "near" || change === "replaced") && <SeenColours d={d} />}
      {d.materials?.grade && <span className="block text-[0.92rem]">another grade</span>}
      {d.noise && noise && <span className="block text-[0.92rem]">noise: {d.noise.why}</span>}
      {list.map((n) => (
        <span key={n} className="block text-[0.92rem]">
          {n}
        </span>
      ))}
      {d.moved && <span className="block text-[0.92rem]">elsewhere in the order</span>}
      {d.remark && <span className="block text-[0.92rem]">{d.remark}</span>}
      {d.why && !d.remark && <span className="block text-[0.92rem]">{d.why}</span>}
      {d.reason && (
        <span className="book block text-[0.96rem] italic">
          “{d.reason}”{d.reasonKind && `, ${reasonSays[d.reasonKind]}`}
        </span>
      )}
      {says && quiet && <span className="block text-[0.92rem]">{says}</span>}
    </div>
  );
}

/** What the eye gets of a part on both sides, dry and wet. */
function SeenColours({ d }: { d: Departure }) {
  const { parentSeen: a, variantSeen: b } = d.materials ?? {};
  if (!a || !b) return null;
  const swatch = (x: { dry: string; wet: string }) => ({ colour: "", dry: x.dry, wet: x.wet, count: 0 });
  return (
    <span className="my-0.5 flex items-center justify-center gap-1.5" data-testid="seen">
      <Swatch of={swatch(a)} size={22} />
      <span aria-hidden>→</span>
      <Swatch of={swatch(b)} size={22} />
      <span className="text-[0.88rem] text-soft">{a.over || b.over ? "dry, wet, over thread" : "dry, wet"}</span>
    </span>
  );
}

/** The part as the Cabinet calls it: a label may hold more words. */
const standardOf = (role: string) => role.replace(/s$/, (x) => (/^(legs|cheeks|eyes)$/.test(role) ? x : ""));
