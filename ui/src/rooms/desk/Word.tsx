import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useDeferredValue, useState } from "react";
import { type Correction, type Mark, senseQuery, type Taught } from "../../api/client";
import { MeansForm, meaningWords, meansAs } from "../words/MeansForm";
import { markWords } from "./word";

/** What the word at the caret was taken for, and what else it may mean. */
export function WordStrip({
  mark,
  chosen,
  onCorrect,
  onTeach,
}: {
  mark: Mark | undefined;
  /** Words that were selected by hand. */
  chosen: string;
  onCorrect: (c: Correction) => void;
  onTeach: (t: Taught) => void;
}) {
  const words = chosen || mark?.text.trim() || "";
  const named = mark && !["label", "header", "space"].includes(mark.as);
  // the words whose meaning is being given, whatever the caret does meanwhile
  const [giving, setGiving] = useState("");
  const asked = giving || words;
  return (
    <div className="flex min-h-[76px] flex-col justify-start gap-1 border-b border-rule py-1" data-testid="word-strip">
      <p aria-live="polite" className="leading-snug">
        {asked ? (
          <>
            <span className="book font-semibold">“{asked}”</span>{" "}
            {giving ? "" : chosen ? "chosen by hand" : mark && markWords(mark)}
          </>
        ) : (
          <span className="text-soft">
            The word at the caret is explained here; choose words to say what they mean.{" "}
            <Link to="/words" className="link">
              All that the reader knows
            </Link>
          </span>
        )}
      </p>
      {giving ? (
        <MeansForm
          key={giving}
          words={giving}
          onHere={(c) => {
            setGiving("");
            onCorrect(c);
          }}
          onTeach={(t) => {
            setGiving("");
            onTeach(t);
          }}
          onLeave={() => setGiving("")}
        />
      ) : (
        (named || chosen) &&
        words.length <= 100 && (
          <p className="flex flex-wrap items-center gap-1.5">
            <button type="button" className="btn !min-h-[34px] !px-2.5" onClick={() => setGiving(words)}>
              This means …
            </button>
            <OtherReadings words={words} now={chosen ? undefined : mark?.as} onCorrect={onCorrect} />
          </p>
        )
      )}
    </div>
  );
}

/** What the same words can be read as by the trade's own lexicon, beside what they were read as here. */
const open: Correction["as"][] = ["material", "colour", "preparation", "amount"];

function OtherReadings({
  words,
  now,
  onCorrect,
}: {
  words: string;
  now: Mark["as"] | undefined;
  onCorrect: (c: Correction) => void;
}) {
  const asked = useDeferredValue(words);
  const sense = useQuery(senseQuery(asked, "remark"));
  if (asked !== words || !sense.data || sense.isPlaceholderData) return null;
  const others = sense.data.as.filter((as) => open.includes(as) && as !== now);
  if (others.length === 0 || (now === undefined && others.length < 2) || (now && !open.some((as) => as === now)))
    return null;
  return (
    <>
      <span className="text-soft">it can be read as</span>
      {others.map((as) => (
        <button key={as} type="button" className="btn !min-h-[34px] !px-2.5" onClick={() => onCorrect({ words, as })}>
          {meansAs[as]}
        </button>
      ))}
    </>
  );
}

/** The meanings of this dressing; each can be taken back, or taught. */
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
            <span className="book">“{c.words}”</span> {meaningWords(c)}, for this dressing
          </span>
          {c.hue && (
            <span className="size-5 border border-edge" style={{ background: c.hue }} role="img" aria-label={c.hue} />
          )}
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
