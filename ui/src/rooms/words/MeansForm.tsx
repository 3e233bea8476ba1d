import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useId, useRef } from "react";
import { useForm, useWatch } from "react-hook-form";
import {
  type Correction,
  correctionKinds,
  materialKinds,
  type Problem,
  senseQuery,
  type Taught,
} from "../../api/client";
import { TextCombobox } from "../../kit/Combobox";

/** What words can mean, in words. */
export const meansAs: Record<Correction["as"], string> = {
  material: "a material",
  colour: "a colour",
  part: "a part",
  number: "a number with its unit",
  place: "a place",
  preparation: "how it is prepared",
  amount: "how much of it",
  remark: "only a remark",
};

const hints: Partial<Record<Correction["as"], string>> = {
  material: "wood duck flank",
  colour: "dark claret",
  part: "rib",
  number: "five turns",
  place: "at the bend",
};

/** A meaning in a sentence. */
export const meaningWords = (c: Correction) =>
  c.means ? `means “${c.means}”` : `is ${[meansAs[c.as], c.kind && `of the kind ${c.kind}`].filter(Boolean).join(" ")}`;

type Fields = {
  as: Correction["as"] | "";
  means: string;
  kind: string;
  hue: string;
  also: string;
  example: string;
};

/** Gives words a meaning: in words that the reader knows, or as something new with its kind and its
 * colour. For one dressing, or as a row of the club's lexicon. */
export function MeansForm({
  words,
  start,
  full,
  problem,
  onHere,
  onTeach,
  onLeave,
}: {
  words: string;
  start?: Taught;
  /** With other names and an example. */
  full?: boolean;
  problem?: Problem | undefined;
  onHere?: (c: Correction) => void;
  onTeach: (t: Taught) => void;
  onLeave?: () => void;
}) {
  const id = useId();
  // whoever asked for it with a key goes on from here
  const first = useRef<HTMLButtonElement>(null);
  const here = !!onHere;
  useEffect(() => {
    if (here) first.current?.focus({ preventScroll: true });
  }, [here]);
  const form = useForm<Fields>({
    defaultValues: {
      as: start?.as ?? "",
      means: start?.means ?? "",
      kind: start?.kind ?? "",
      hue: start?.hue ?? "",
      also: (start?.also ?? []).join("; "),
      example: start?.example ?? "",
    },
  });
  const { as: chosen, means, kind, hue, also, example } = useWatch({ control: form.control }) as Fields;
  const as = chosen || undefined;
  const typed = useDeferredValue(means.trim());
  const sense = useQuery({ ...senseQuery(typed, as ?? "material"), enabled: !!as && typed !== "" });
  const fresh = means.trim() === "";
  const isNew = fresh && (as === "material" || as === "colour");
  const needs = fresh && (as === "part" || as === "number" || as === "place");
  const unknown = !fresh && sense.data && !sense.isFetching && as && !sense.data.as.includes(as);
  const meaning = (): Taught => ({
    words,
    as: as ?? "remark",
    means: as === "remark" ? undefined : means.trim() || undefined,
    kind: isNew && as === "material" ? ((kind || undefined) as Taught["kind"]) : undefined,
    hue: isNew ? hue || undefined : undefined,
    ...(full
      ? {
          also: also
            .split(";")
            .map((x) => x.trim())
            .filter(Boolean),
          example: example.trim() || undefined,
        }
      : {}),
  });
  return (
    <div data-testid="means">
      <fieldset className="flex flex-wrap items-center gap-1.5 text-[0.95rem]">
        <legend className="sr-only">What “{words}” means</legend>
        <span className="text-soft">This means</span>
        {correctionKinds.map((k, i) => (
          <button
            key={k}
            ref={i === 0 ? first : undefined}
            type="button"
            className={`btn !min-h-[34px] !px-2.5 ${as === k ? "btn-main" : ""}`}
            aria-pressed={as === k}
            onClick={() => form.setValue("as", as === k ? "" : k)}
          >
            {meansAs[k]}
          </button>
        ))}
      </fieldset>
      {as && (
        <div className="mt-1.5 grid grid-cols-[minmax(0,1fr)_auto_auto] items-end gap-2 max-[700px]:grid-cols-1">
          {as !== "remark" && (
            <div>
              <label htmlFor={id} className="caps block">
                {as === "material" || as === "colour"
                  ? "which one, or nothing where it is new"
                  : "which, in words that the reader knows"}
              </label>
              <TextCombobox
                id={id}
                label="What it means, in words that the reader knows"
                value={means}
                onType={(text) => form.setValue("means", text)}
                placeholder={hints[as]}
                maxLength={200}
                offers={as && typed ? (sense.data?.near ?? []) : []}
                aria-invalid={!!unknown || !!problem}
                aria-describedby={`${id}-says`}
              />
            </div>
          )}
          {isNew && as === "material" && (
            <label>
              <span className="caps block">kind</span>
              <select className="field" aria-label="kind" {...form.register("kind")}>
                <option value="">not said</option>
                {materialKinds.map((k) => (
                  <option key={k}>{k}</option>
                ))}
              </select>
            </label>
          )}
          {isNew && (
            <label>
              <span className="caps block">{hue ? `colour ${hue}` : "colour, none yet"}</span>
              <input
                type="color"
                className="h-[42px] w-[8rem] cursor-pointer border border-edge bg-well"
                value={hue || "#8a7a66"}
                onChange={(e) => form.setValue("hue", e.target.value)}
              />
            </label>
          )}
          {full && (
            <>
              <label className="col-span-full">
                <span className="caps block">other names for it, with semicolons</span>
                <input className="field" maxLength={400} {...form.register("also")} />
              </label>
              <label className="col-span-full">
                <span className="caps block">a line in which it stands</span>
                <input className="field" maxLength={400} {...form.register("example")} />
              </label>
            </>
          )}
          <p
            id={`${id}-says`}
            role="status"
            className={`col-span-full text-[0.92rem] ${unknown || problem ? "font-semibold text-amber" : "text-soft"}`}
          >
            {problem?.message ??
              (unknown
                ? sense.data.as.length > 0
                  ? `“${typed}” is ${meansAs[sense.data.as[0] as Correction["as"]]} to the reader.`
                  : `The reader does not know “${typed}” itself.`
                : needs
                  ? "Say which, in words that the reader knows."
                  : fresh && isNew
                    ? "Nothing is put in its place: it is kept as a new word."
                    : "")}
          </p>
          <p className="col-span-full flex flex-wrap gap-2">
            {onHere && (
              <button
                type="button"
                className="btn btn-main !min-h-[38px]"
                disabled={needs || !!unknown}
                onClick={() => onHere(meaning())}
              >
                For this dressing
              </button>
            )}
            <button
              type="button"
              className={`btn !min-h-[38px] ${onHere ? "" : "btn-main"}`}
              disabled={needs || !!unknown || words.trim() === ""}
              onClick={() => onTeach(meaning())}
            >
              {onHere ? "For the whole club" : start ? "Keep it" : "Teach the reader"}
            </button>
            {onLeave && (
              <button type="button" className="btn !min-h-[38px]" onClick={onLeave}>
                Leave it
              </button>
            )}
          </p>
        </div>
      )}
    </div>
  );
}
