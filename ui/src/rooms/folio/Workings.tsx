import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import {
  type AdvicePiece,
  dismissAdvice,
  type Folio,
  type Outline,
  reorder,
  type Workings,
  workingsQuery,
} from "../../api/client";
import { frameFor } from "../../drawing/frame";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";

const mm = (v: number) => v.toFixed(1);
const turns = (v: number) => String(Math.round(v * 10) / 10);

/** Which stretch of the shank each part takes, from the bend to the eye. */
export function BudgetStrip({ folio, outline, ratio }: { folio: number; outline: Outline; ratio: number }) {
  const { vice } = useVice();
  const q = useQuery(workingsQuery(folio, vice));
  const b = q.data?.budget;
  if (!b) return null;
  // the scale of the drawing above, so that each stretch stands under its part
  const frame = frameFor([outline], ratio, true);
  const x = (v: number) => `${(100 * (-v - frame.x)) / frame.w}%`;
  const share = (s: Workings["budget"]["stretches"][number]) =>
    (100 * Math.max(s.fromMM - s.toMM, 0.01 * frame.w)) / frame.w;
  // whether its name has room in a stretch; on a phone a letter takes more of it
  const fits = (s: Workings["budget"]["stretches"][number], of = 1) => share(s) > of * (s.role.length * 1.15 + 1);
  // parts that lie over one another go to rows of their own
  const rows: { end: number; list: typeof b.stretches }[] = [];
  for (const s of [...b.stretches].sort((p, q2) => q2.fromMM - p.fromMM)) {
    const row = rows.find((r) => r.end >= s.fromMM - 0.01);
    if (row) {
      row.list.push(s);
      row.end = s.toMM;
    } else rows.push({ end: s.toMM, list: [s] });
  }
  return (
    <section aria-label="Shank budget" className="bg-well pt-1 pb-2" data-testid="budget">
      <p className="px-3 text-center text-[0.85rem] text-soft">
        <span className={b.crowded ? "font-semibold text-amber" : ""}>
          {b.crowded
            ? `crowded by ${b.overEyes.toFixed(1)} eye lengths; ${b.giveWay ?? "a part"} could give way`
            : `${mm(b.freeMM)} mm in front of the body, ${mm(b.needMM)} needed: ${b.overEyes > 0 ? "just fits" : "fits"}`}
        </span>
      </p>
      {rows.map((r, i) => (
        <div key={i} className="relative mt-0.5 h-6">
          {r.list.map((s) => (
            <span
              key={`${s.part}-${s.role}`}
              className={`absolute inset-y-0 overflow-hidden border bg-paper px-1 text-center text-[0.82rem] leading-[22px] whitespace-nowrap ${s.assumed ? "border-dashed border-edge text-soft" : "border-ink"} ${s.toMM < -0.05 ? "!border-amber" : ""}`}
              style={{ left: x(s.fromMM), width: `${share(s)}%` }}
              title={`${s.role}: ${mm(s.fromMM)} to ${mm(s.toMM)} mm behind the eye${s.assumed ? ", assumed" : ""}`}
            >
              <span className={fits(s) ? (fits(s, 2.2) ? "" : "max-[700px]:sr-only") : "sr-only"}>{s.role}</span>
            </span>
          ))}
        </div>
      ))}
      <p className="mt-0.5 px-3 text-right text-[0.85rem] text-soft">
        {b.stretches
          .filter((s) => !fits(s, 2.2))
          .map((s) => (
            <span key={`${s.part}-${s.role}`} className={`ml-3 ${fits(s) ? "min-[701px]:hidden" : ""}`}>
              {s.role} {mm(s.fromMM - s.toMM)} mm
            </span>
          ))}
      </p>
    </section>
  );
}

/** The thickness of each wound material, by where the figure is from. */
function thicknesses(sums: Workings["sums"]): [string, string[]][] {
  const by = new Map<string, string[]>();
  for (const s of sums) {
    if (!s.acrossMM || !s.acrossBasis) continue;
    by.set(s.acrossBasis, [...(by.get(s.acrossBasis) ?? []), `${s.role} ${s.acrossMM.toFixed(2)} mm`]);
  }
  return [...by];
}

/** The winding sums and the order of tying. */
export function WorkingsPart({ f }: { f: Folio }) {
  const { vice } = useVice();
  const q = useQuery(workingsQuery(f.entry.folio, vice));
  const w = q.data;
  if (!w) return null;
  const sums = w.sums.filter((s) => s.turnsHigh > 0);
  return (
    <>
      {sums.length > 0 && (
        <section className="mt-6" aria-labelledby="winding">
          <h2 id="winding" className="text-2xl">
            Winding
          </h2>
          <table className="stack w-full border-collapse" data-testid="winding">
            <thead>
              <tr className="border-b-2 border-edge text-left align-bottom">
                {["part", "turns", "over", "apart", "material"].map((h) => (
                  <th key={h} scope="col" className="caps pr-3 pb-1 font-normal">
                    {h}
                  </th>
                ))}
                {w.other.map((o) => (
                  <th
                    key={o.size}
                    scope="col"
                    className="caps pr-3 pb-1 text-right font-normal min-[1000px]:whitespace-nowrap"
                  >
                    on a {o.size}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sums.map((s) => (
                <tr key={s.part} className="border-b border-rule align-baseline">
                  <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                    {s.role}
                  </th>
                  <td className="pr-3 whitespace-nowrap" data-label="turns">
                    {s.assumed ? (
                      <span className="text-soft">about {Math.round(s.turnsLow)}</span>
                    ) : s.turnsLow === s.turnsHigh ? (
                      turns(s.turnsLow)
                    ) : (
                      `${turns(s.turnsLow)}–${turns(s.turnsHigh)}`
                    )}
                  </td>
                  <td className="pr-3 whitespace-nowrap" data-label="over">
                    {mm(s.spanMM)} mm
                  </td>
                  <td className="pr-3 whitespace-nowrap" data-label="apart">
                    {s.pitchMM.toFixed(2)} mm
                  </td>
                  <td className="pr-3 font-semibold whitespace-nowrap" data-label="material">
                    {Math.round(s.lengthMM)} mm
                  </td>
                  {w.other.map((o) => {
                    const p = o.parts.find((x) => x.role === s.role);
                    return (
                      <td
                        key={o.size}
                        data-label={p ? `on a ${o.size}` : ""}
                        className="pr-3 text-right text-[0.92rem] leading-tight min-[1000px]:whitespace-nowrap"
                      >
                        {p && (
                          <>
                            <span className={w.school === "turns" ? "block font-semibold" : "block"}>
                              {turns(p.turns)} turns, {p.sameTurnsPitchMM.toFixed(2)} mm
                            </span>
                            <span className={w.school === "spacing" ? "block font-semibold" : "block text-soft"}>
                              or {turns(p.sameSpacingTurns)} turns, {p.pitchMM.toFixed(2)} mm
                            </span>
                          </>
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-[0.92rem] text-soft" data-testid="across">
            Thickness reckoned with:{" "}
            {thicknesses(sums)
              .map(([basis, parts]) => `${parts.join(", ")} (${basis})`)
              .join("; ")}
            .
          </p>
          <p className="text-[0.92rem] text-soft">
            Tying thread: about {w.thread.turns} turns, {w.thread.metres.toFixed(2)} m. On other sizes the first line
            keeps the turns, the second the spacing.
          </p>
        </section>
      )}
      {w.bunches.map((b) => (
        <p
          key={b.parts.join()}
          data-testid="bunch"
          className={`mt-3 border-l-4 bg-well px-3 py-2 ${b.shortMM > 0 ? "border-amber" : "border-edge"}`}
        >
          One bunch of {b.material} makes the {b.roles.join(" and the ")}:{" "}
          {b.items.map((i) => `${Math.round(i.mm)} mm ${i.what}`).join(", ")}; {Math.round(b.needMM)} mm in all, and
          such fibres have {b.haveLowMM} to {b.haveHighMM}.{" "}
          <b>
            {b.shortMM > 0 ? `Short by ${Math.round(b.shortMM)} mm, about ${turns(b.shortTurns)} turns.` : "It serves."}
          </b>
        </p>
      ))}
      {w.order.length > 0 && <Order folio={f.entry.folio} w={w} />}
    </>
  );
}

/** The order of tying, with the rule for each place; it can be changed where this
 * tier differs, and what is impossible is told. */
function Order({ folio, w }: { folio: number; w: Workings }) {
  const [changing, setChanging] = useState(false);
  const [trouble, setTrouble] = useState<string[]>([]);
  const client = useQueryClient();
  const { say } = useToasts();
  const put = (places: number[]) => {
    reorder(folio, places)
      .then((o) => {
        setTrouble(o.problems.map((p) => p.text));
        if (o.deed)
          say(places.length ? "The order of tying is kept." : "The order of tying is as derived again.", o.deed);
        return client.invalidateQueries({ queryKey: ["workings", folio] });
      })
      .catch((e: Error) => setTrouble([e.message]));
  };
  const move = (i: number, by: number) => {
    const places = [...w.places];
    const [p] = places.splice(i, 1);
    if (p === undefined) return;
    places.splice(i + by, 0, p);
    put(places);
  };
  return (
    <section className="mt-6" aria-labelledby="order">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 id="order" className="text-2xl">
          Order of tying
        </h2>
        {w.ownOrder && <span className="text-soft">this dressing’s own</span>}
        <span className="no-print ml-auto flex gap-2">
          {w.ownOrder && (
            <button type="button" className="btn !min-h-[36px]" onClick={() => put([])}>
              As derived
            </button>
          )}
          <button
            type="button"
            className="btn !min-h-[36px]"
            aria-pressed={changing}
            onClick={() => {
              setChanging(!changing);
              setTrouble([]);
            }}
          >
            {changing ? "Done" : "Change the order"}
          </button>
        </span>
      </div>
      {trouble.length > 0 && (
        <p role="alert" className="mt-1 border-l-4 border-amber bg-well px-3 py-1.5 font-semibold text-amber">
          That cannot be: {[...new Set(trouble)].join("; ")}. The order stays as it was.
        </p>
      )}
      <ol className={changing ? "mt-1" : "mt-1 columns-2 gap-x-8 max-[700px]:columns-1"} data-testid="order">
        {w.order.map((s, i) => (
          <li
            key={`${s.part}-${s.deed}`}
            className="grid break-inside-avoid grid-cols-[1.8rem_1fr_auto] border-b border-rule py-1 leading-snug"
          >
            <span className="text-soft">{i + 1}</span>
            <span>
              <span className="font-semibold">
                {s.deed} the {s.role}
              </span>
              {s.rule && <span className="block text-[0.92rem] text-soft">{s.rule}</span>}
            </span>
            {changing && (
              <span className="flex gap-1">
                <button
                  type="button"
                  className="btn !min-h-[36px]"
                  disabled={i === 0}
                  aria-label={`Earlier: ${s.deed} the ${s.role}`}
                  onClick={() => move(i, -1)}
                >
                  ↑
                </button>
                <button
                  type="button"
                  className="btn !min-h-[36px]"
                  disabled={i === w.order.length - 1}
                  aria-label={`Later: ${s.deed} the ${s.role}`}
                  onClick={() => move(i, 1)}
                >
                  ↓
                </button>
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

const signs: Record<AdvicePiece["weight"], string> = { note: "·", question: "?", caution: "!" };

/** What to watch for, with its reason and its basis. */
export function Advice({ folio }: { folio: number }) {
  const { vice } = useVice();
  const q = useQuery(workingsQuery(folio, vice));
  const list = q.data?.advice ?? [];
  if (list.length === 0) return null;
  const open = list.filter((a) => !a.dismissed);
  const aside = list.filter((a) => a.dismissed);
  return (
    <section className="mt-5" aria-labelledby="advice" data-testid="advice">
      <h2 id="advice" className="text-xl">
        To watch for
      </h2>
      <ul>
        {open.map((a) => (
          <Piece key={a.code + a.part} a={a} folio={folio} />
        ))}
      </ul>
      {aside.length > 0 && (
        <details>
          <summary className="cursor-pointer py-1 text-soft">{aside.length} put aside</summary>
          <ul>
            {aside.map((a) => (
              <Piece key={a.code + a.part} a={a} folio={folio} />
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function Piece({ a, folio }: { a: AdvicePiece; folio: number }) {
  const [asking, setAsking] = useState(false);
  const [note, setNote] = useState("");
  const client = useQueryClient();
  const { say } = useToasts();
  const put = (n: string) => {
    dismissAdvice(folio, a.code, a.role ?? "", n)
      .then((r) => {
        setAsking(false);
        say(n ? "The advice is put aside." : "The advice is taken up again.", r.deed);
        return client.invalidateQueries({ queryKey: ["workings", folio] });
      })
      .catch((e: Error) => say(e.message));
  };
  return (
    <li className="grid grid-cols-[1.2rem_1fr] border-b border-rule py-1.5 leading-snug">
      <span aria-hidden className={`font-semibold ${a.weight === "note" ? "text-soft" : "text-amber"}`}>
        {signs[a.weight]}
      </span>
      <span>
        <span className={a.weight === "note" ? "" : "font-semibold"}>{a.text}</span>
        <span className="block text-[0.92rem] text-soft">
          {a.why} ({a.basis})
        </span>
        {a.dismissed ? (
          <>
            <span className="book block italic">{a.dismissed}</span>
            <button type="button" className="link no-print py-1 text-[0.92rem]" onClick={() => put("")}>
              take it up again
            </button>
          </>
        ) : asking ? (
          <form
            className="no-print mt-1 flex gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              if (note.trim()) put(note);
            }}
          >
            <input
              className="field min-w-0 grow"
              aria-label={`Why ${a.text} is put aside`}
              placeholder="why"
              value={note}
              maxLength={1000}
              onChange={(e) => setNote(e.target.value)}
            />
            <button type="submit" className="btn" disabled={!note.trim()}>
              Put aside
            </button>
          </form>
        ) : (
          <button type="button" className="link no-print py-1 text-[0.92rem]" onClick={() => setAsking(true)}>
            put aside<span className="sr-only">: {a.text}</span> …
          </button>
        )}
      </span>
    </li>
  );
}
