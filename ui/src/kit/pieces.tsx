import { Link } from "@tanstack/react-router";
import type { ReactNode } from "react";
import type { Dressing, Material, Measured, MeasuredPart, Part, Records } from "../api/client";
import { Problem } from "../api/client";

/** What went wrong, what is safe, and what to do. */
export function Trouble({
  error,
  onRetry,
  as: Heading = "h1",
}: {
  error: unknown;
  onRetry?: () => void;
  as?: "h1" | "h2";
}) {
  const p = error instanceof Problem ? error : new Problem("Something went wrong on this page.", "", 0);
  return (
    <div role="alert" className="mx-auto my-16 max-w-xl border-l-4 border-amber bg-well p-6">
      <Heading className="text-2xl">{p.status === 404 ? "Not in the ledger" : "That did not work"}</Heading>
      <p className="book mt-2">{p.message}</p>
      {p.status !== 503 && <p className="mt-2 text-soft">Nothing that was filed is touched.</p>}
      {onRetry && p.status !== 404 && (
        <button type="button" className="btn mt-4" onClick={onRetry}>
          Try again
        </button>
      )}
    </div>
  );
}

/** To the deeds about a kind of record, or about one. */
export function History({ record, of }: { record: Records; of?: string }) {
  return (
    <Link to="/journal" search={{ record, of }} className="link no-print">
      History
    </Link>
  );
}

/** Fetches the next stretch of a list, where there is one. */
export function Further({
  q,
  say,
  busy = say,
}: {
  q: { hasNextPage: boolean; isFetchingNextPage: boolean; fetchNextPage: () => unknown };
  say: string;
  busy?: string;
}) {
  if (!q.hasNextPage) return null;
  return (
    <button type="button" className="btn mt-5" disabled={q.isFetchingNextPage} onClick={() => void q.fetchNextPage()}>
      {q.isFetchingNextPage ? busy : say}
    </button>
  );
}

/** What time says against a link of descent, and what could be wrong; in a margin, briefly. */
export function TimeAgainst({ says, perhaps, brief }: { says: string; perhaps: string[]; brief?: boolean }) {
  return (
    <div
      role="note"
      className={`border-l-4 border-amber bg-well ${brief ? "px-2 py-1 text-[0.92rem] leading-snug" : "my-2 px-3 py-2"}`}
      data-testid="against"
    >
      {brief ? (
        `${says} ${perhaps[0] ?? ""}`
      ) : (
        <>
          <b>Time speaks against it.</b> {says}
          <ul className="list-disc pl-5 text-[0.95rem]">
            {perhaps.map((x) => (
              <li key={x}>{x}</li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

export function Waiting() {
  return (
    <p role="status" className="book p-10 text-soft">
      Turning to the page …
    </p>
  );
}

/** What a dressing is called where it stands in a list. */
export const nameOf = (e: { title: string; folio: number }) => e.title || `a fly without a name, folio ${e.folio}`;

export const phrase = (m: Material) => [m.size, m.colour, m.name].filter(Boolean).join(" ");

/** The materials of a part, following "continues" to the part that names them. */
export function materialWords(d: Dressing, p: Part): string {
  if (p.absent) return "none";
  const own = p.materials.map(phrase).join(", ");
  const alt = (p.alternatives ?? []).map(phrase).filter(Boolean);
  const rest = p.continues ? `goes on from the ${p.continues}` : p.sameAs ? `as the ${p.sameAs}` : "";
  const hook = p.hook
    ? [p.hook.style, p.hook.barb, p.hook.wire, p.hook.eye && `${p.hook.eye} eye`].filter(Boolean).join(", ")
    : "";
  const said = [own || rest || hook, ...(alt.length ? [`or ${alt.join(" or ")}`] : [])].filter(Boolean).join(" ");
  return said || (d.parts.length ? p.text : "");
}

const figure = (v: number) => String(Math.round(v * 100) / 100);
export const range = (v: { low: number; high: number }) =>
  v.low === v.high ? figure(v.low) : `${figure(v.low)}–${figure(v.high)}`;

/** What is counted, in the plural: strands, bunches. */
export const plural = (of: string) => (/s$/.test(of) ? of : /(ch|sh|x)$/.test(of) ? `${of}es` : `${of}s`);

export function countWords(p: Part): string {
  const out: string[] = [];
  if (p.count) {
    const of = p.count.of ? ` ${p.count.high === 1 ? p.count.of : plural(p.count.of)}` : "";
    out.push(`${range(p.count)}${of}${p.count.per ? ` a ${p.count.per}` : ""}`);
  } else if (p.amount) out.push(p.amount);
  if (p.turns) out.push(`${range(p.turns)} turn${p.turns.high === 1 ? "" : "s"}`);
  if (p.winding) out.push(p.winding === "counter" ? "against the body" : "with the body");
  if (p.spacing) out.push(p.spacing === "even" ? "evenly spaced" : "opening forward");
  if (p.thread?.aught) out.push(p.thread.aught);
  if (p.thread?.denier) out.push(`${p.thread.denier} denier`);
  return out.join(", ");
}

export const prepWords = (p: Part) =>
  p.materials
    .map((m) => m.preparation)
    .filter(Boolean)
    .join(", ");

export function mmWords(m: MeasuredPart | undefined): string {
  if (!m?.mm) return "";
  const wide = (m.highMM ?? 0) - (m.lowMM ?? 0) > 0.05;
  return wide ? `${m.lowMM?.toFixed(1)}–${m.highMM?.toFixed(1)}` : m.mm.toFixed(1);
}

export function ratioWords(m: MeasuredPart | undefined): string {
  if (!m?.ofShank) return "";
  const wide = (m.ofShankHigh ?? 0) - (m.ofShankLow ?? 0) > 0.005;
  return wide ? `${m.ofShankLow?.toFixed(2)}–${m.ofShankHigh?.toFixed(2)}` : m.ofShank.toFixed(2);
}

/** How long a part is or where it lies, in the dressing's own words. */
export function asWritten(p: Part): string {
  const place = [...new Set([p.tiedIn?.text, p.from?.text, p.to?.text].filter(Boolean))].join(" ");
  return (
    [p.length?.text, p.gauge && `a size ${p.gauge} hackle`, place].filter(Boolean).join(", ") ||
    (p.diameterMM ? "across" : "")
  );
}

export function hookWords(h: Measured["hook"]): string {
  return `${h.size}${h.shank === "standard" ? "" : ` ${h.shank}`}`;
}

export function Fact({ label, children }: { label: string; children: ReactNode }) {
  if (!children) return null;
  return (
    <div className="border-b border-rule py-1.5">
      <dt className="caps">{label}</dt>
      <dd className="book leading-snug">{children}</dd>
    </div>
  );
}

/** What depends on size or use, what somebody does of their own, small acts, and
 * remarks: kept apart from what the source prescribes. */
export function PartExtras({ p }: { p: Part }) {
  return (
    <>
      {p.essential && <span className="caps block font-semibold">the fly needs it</span>}
      {p.conditions?.map((c) => (
        <span key={c.when + c.text} className="block text-[0.95em]">
          <i>{c.when}</i>
          {c.text && `: ${c.text}`}
        </span>
      ))}
      {p.said?.map((s) => (
        <span key={s.text} className="block text-[0.95em]">
          <span className="caps">{s.by === "tier" ? "this tier " : "this specimen "}</span>
          {s.text}
        </span>
      ))}
      {p.acts?.map((a) => (
        <span key={a} className="block text-[0.95em] text-soft">
          {a}
        </span>
      ))}
      {p.note && <span className="block text-[0.9em] italic text-soft">{p.note}</span>}
    </>
  );
}
