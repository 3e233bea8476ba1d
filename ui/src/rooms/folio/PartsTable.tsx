import { Link } from "@tanstack/react-router";
import type { Folio, Part } from "../../api/client";
import {
  asWritten,
  countWords,
  hookWords,
  materialWords,
  mmWords,
  PartExtras,
  prepWords,
  ratioWords,
} from "../../kit/pieces";

/** The parts in tying order, with ratio and millimetres. */
export function PartsTable({ f }: { f: Folio }) {
  const { dressing: d, measured: m } = f;
  return (
    <table className="stack w-full border-collapse">
      <caption className="sr-only">Parts in tying order</caption>
      <thead>
        <tr className="border-b-2 border-edge text-left align-bottom">
          <th scope="col" className="caps pr-3 pb-1 font-normal whitespace-nowrap">
            part
          </th>
          <th scope="col" className="caps pr-3 pb-1 font-normal whitespace-nowrap">
            material and preparation
          </th>
          <th scope="col" className="caps pr-3 pb-1 font-normal whitespace-nowrap">
            how much, how wound
          </th>
          <th scope="col" className="caps pr-3 pb-1 font-normal whitespace-nowrap">
            as written
          </th>
          <th scope="col" className="caps pr-3 pb-1 text-right font-normal whitespace-nowrap">
            of shank
          </th>
          <th scope="col" className="caps pb-1 text-right font-normal whitespace-nowrap">
            mm
          </th>
        </tr>
      </thead>
      <tbody>
        {d.parts.map((p, i) => {
          const x = m.parts[i];
          return (
            <tr key={i} className="border-b border-rule align-baseline">
              <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                {p.role}
                {p.optional && <span className="caps block">optional</span>}
              </th>
              <td className="book pr-3 leading-snug">
                <MaterialLink p={p}>{materialWords(d, p)}</MaterialLink>
                {prepWords(p) && <span className="text-soft">, {prepWords(p)}</span>}
                {p.hook?.demonstration && (
                  <span className="block text-[0.95em]">shown on a {p.hook.demonstration}, to be seen</span>
                )}
                <PartExtras p={p} />
              </td>
              <td className="pr-3" data-label={p.hook || countWords(p) ? "how much" : ""}>
                {p.hook ? <WrittenHook f={f} p={p} /> : countWords(p)}
              </td>
              <td className="pr-3 text-soft" data-label={asWritten(p) ? "as written" : ""}>
                {asWritten(p)}
              </td>
              <td className="pr-3 text-right" data-label={ratioWords(x) ? "of shank" : ""}>
                {ratioWords(x)}
              </td>
              <td className="text-right font-semibold" data-label={mmWords(x) ? "mm" : ""} data-testid={`mm-${p.role}`}>
                {mmWords(x)}
                {x?.assumed && <span className="caps block font-normal">usual</span>}
                {x?.fixed && p.length && x.scaledMM !== undefined && Math.abs(x.scaledMM - (x.mm ?? 0)) > 0.04 && (
                  <span className="caps block font-normal">{x.scaledMM.toFixed(1)} scaled</span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** What a part is made of leads to all that are made so. */
function MaterialLink({ p, children }: { p: Part; children: string }) {
  const name = p.materials[0]?.name;
  if (!name || p.absent) return <>{children}</>;
  return (
    <Link
      to="/index/$of/$name"
      params={{ of: "materials", name }}
      search={{ part: p.role }}
      className="hover:text-amber hover:underline"
    >
      {children}
    </Link>
  );
}

/** The hook as it is written, and where another one is in the vice, that too. */
function WrittenHook({ f, p }: { f: Folio; p: Part }) {
  const written = [p.hook?.size || f.entry.sizes, p.hook?.shank === "standard" ? "" : p.hook?.shank]
    .filter(Boolean)
    .join(" ");
  const held = hookWords(f.measured.hook);
  const own = f.entry.sizes && !p.hook?.size; // of a range the middle is drawn
  return (
    <>
      {written || "no size stated"}
      {written !== held && (
        <span className="block text-[0.92rem] text-soft">
          {own ? "drawn on a" : "in the vice a"} {held}
          {f.measured.hook.basis === "measured" && ", measured"}
        </span>
      )}
    </>
  );
}
