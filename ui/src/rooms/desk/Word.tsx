import { Link } from "@tanstack/react-router";
import { type Correction, correctionKinds, type Mark } from "../../api/client";
import { markWords } from "./word";

const said: Record<Correction["as"], string> = {
  colour: "a colour",
  material: "a material",
  preparation: "a preparation",
  amount: "an amount",
  remark: "only a remark",
};
const kinds = correctionKinds.map((as) => ({ as, say: said[as] }));

/** What the word at the caret was taken for, and what else it may be. */
export function WordStrip({
  mark,
  chosen,
  onCorrect,
}: {
  mark: Mark | undefined;
  /** Words that were selected by hand. */
  chosen: string;
  onCorrect: (c: Correction) => void;
}) {
  const words = chosen || mark?.text.trim() || "";
  const named = mark && !["label", "header", "space"].includes(mark.as);
  return (
    <div className="flex min-h-[76px] flex-col justify-start gap-1 border-b border-rule py-1" data-testid="word-strip">
      <p aria-live="polite" className="leading-snug">
        {words ? (
          <>
            <span className="book font-semibold">“{words}”</span> {chosen ? "chosen by hand" : mark && markWords(mark)}
          </>
        ) : (
          <span className="text-soft">
            The word at the caret is explained here; choose words to correct their reading.{" "}
            <Link to="/words" className="link">
              How hedges are read
            </Link>
          </span>
        )}
      </p>
      {(named || chosen) && words.length <= 100 && (
        <p className="flex flex-wrap items-center gap-1.5 text-[0.95rem]">
          <span className="text-soft">It is</span>
          {kinds.map((k) => (
            <button
              key={k.as}
              type="button"
              className="btn !min-h-[32px] !px-2.5"
              disabled={!chosen && mark?.as === k.as}
              onClick={() => onCorrect({ words, as: k.as })}
            >
              {k.say}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

/** The corrections of this dressing; each can be taken back, or taught. */
export function CorrectionList({
  list,
  onRemove,
  onTeach,
}: {
  list: Correction[];
  onRemove: (c: Correction) => void;
  onTeach: (c: Correction) => void;
}) {
  if (list.length === 0) return null;
  return (
    <ul className="mt-1 flex flex-col gap-1" aria-label="Corrected by hand">
      {list.map((c) => (
        <li key={`${c.words}/${c.as}`} className="flex flex-wrap items-center gap-2 border-b border-rule py-1">
          <span className="grow">
            <span className="book">“{c.words}”</span> is {said[c.as]}, for this dressing
          </span>
          <button type="button" className="btn !min-h-[36px]" onClick={() => onTeach(c)}>
            Teach the club’s reader
          </button>
          <button
            type="button"
            className="btn !min-h-[36px]"
            onClick={() => onRemove(c)}
            aria-label={`Take back the correction of “${c.words}”`}
          >
            Take back
          </button>
        </li>
      ))}
    </ul>
  );
}
