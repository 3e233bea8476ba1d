import type { Dressing, Settlement } from "../../api/client";

/** What an account says twice, side by side, to be settled with a note. */
export function Contradictions({
  list,
  settled,
  onSettle,
}: {
  list: Dressing["contradictions"];
  settled: Settlement[];
  onSettle: (s: Settlement) => void;
}) {
  return list.map((c) => {
    const s = settled.find((x) => x.text === c.text) ?? { text: c.text, chosen: "", note: "" };
    return (
      <fieldset key={c.text} className="mt-3 border-l-4 border-amber bg-well px-4 py-2" data-testid="contradiction">
        <legend className="float-left mb-1 w-full font-semibold">
          This account says two things (line{c.lines.length > 1 ? "s" : ""} {c.lines.join(" and ")})
        </legend>
        <div className="clear-both grid grid-cols-2 gap-x-4">
          {(c.sides ?? []).map((side) => (
            <label key={side} className="flex min-h-[40px] cursor-pointer items-center gap-2">
              <input
                type="radio"
                name={`settle-${c.text}`}
                className="size-5 accent-(--amber)"
                checked={s.chosen === side}
                onChange={() => onSettle({ ...s, chosen: side })}
              />
              <span className="book">{side}</span>
            </label>
          ))}
        </div>
        <label className="mt-1 block">
          <span className="caps">why this one, or why neither</span>
          <input
            className="field"
            value={s.note ?? ""}
            maxLength={2000}
            onChange={(e) => onSettle({ ...s, note: e.target.value })}
          />
        </label>
      </fieldset>
    );
  });
}
