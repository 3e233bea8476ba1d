import { useState } from "react";
import type { MergeRow, Stale } from "../../api/client";

type Side = "theirs" | "mine";

/** The text that the chosen lines make, with a blank line before the first part. */
function join(rows: MergeRow[], side: (i: number) => Side): string {
  const out: string[] = [];
  let begun = false;
  rows.forEach((r, i) => {
    const line = side(i) === "mine" ? r.mine : r.theirs;
    if (!line) return;
    if (!begun && r.part) {
      begun = true;
      if (out.length > 0) out.push("");
    }
    out.push(line);
  });
  return `${out.join("\n")}\n`;
}

/** Somebody revised the dressing first: what they changed, and both versions
 * part by part. */
export function Merge({
  stale,
  onTake,
  onLeave,
}: {
  stale: Stale;
  onTake: (text: string) => void;
  onLeave: () => void;
}) {
  const [sides, setSides] = useState<Record<number, Side>>({});
  const open = stale.rows.map((r, i) => ({ r, i })).filter(({ r }) => r.base !== r.mine || r.base !== r.theirs);
  const side = (i: number): Side => sides[i] ?? ((stale.rows[i]?.take || "theirs") as Side);
  const undecided = open.filter(({ r, i }) => r.take === "" && sides[i] === undefined).length;
  return (
    <section aria-labelledby="merge" className="col-span-2 mb-6 border-2 border-amber bg-paper p-5" data-testid="merge">
      <h2 id="merge" className="text-2xl">
        Somebody revised this dressing while you did
      </h2>
      <p className="book mt-1">
        Revision {stale.newest} is newer than the one you started from ({stale.base}){stale.why && <>: “{stale.why}”</>}
        . Nothing of yours is lost. Choose line by line; what only one of you changed is chosen already.
      </p>
      {stale.changed.length > 0 && (
        <p className="mt-1">
          They changed: <span className="book">{stale.changed.join("; ")}</span>
        </p>
      )}
      <div className="mt-3 grid grid-cols-[7rem_1fr_1fr] gap-x-4">
        <span />
        <span className="caps">theirs, revision {stale.newest}</span>
        <span className="caps">yours</span>
        {open.map(({ r, i }) => (
          <fieldset key={r.key} className="contents">
            <legend className="sr-only">{r.key}</legend>
            <span className="border-t border-rule py-2 font-semibold" aria-hidden>
              {r.key}
            </span>
            {(["theirs", "mine"] as const).map((s) => (
              <label
                key={s}
                className={`flex min-h-[44px] cursor-pointer items-start gap-2 border-t border-rule px-2 py-2 ${side(i) === s && (r.take !== "" || sides[i] !== undefined) ? "bg-glow" : ""}`}
              >
                <input
                  type="radio"
                  name={`merge-${i}`}
                  className="mt-1 size-5 shrink-0 accent-(--amber)"
                  checked={(r.take !== "" || sides[i] !== undefined) && side(i) === s}
                  onChange={() => setSides((old) => ({ ...old, [i]: s }))}
                />
                <span className="book whitespace-pre-wrap">
                  {(s === "mine" ? r.mine : r.theirs) || <i className="text-soft">taken out</i>}
                </span>
              </label>
            ))}
          </fieldset>
        ))}
      </div>
      <div className="mt-4 flex items-center gap-4">
        <button
          type="button"
          className="btn btn-main"
          disabled={undecided > 0}
          onClick={() => onTake(join(stale.rows, side))}
        >
          Put this on the desk
        </button>
        <button type="button" className="btn" onClick={onLeave}>
          Leave mine as it is
        </button>
        <span role="status">
          {undecided > 0 ? `${undecided} still to choose` : "all chosen; look it over, then file"}
        </span>
      </div>
    </section>
  );
}
