import type { Problem } from "../../api/client";
import { NameCombobox } from "../../kit/Combobox";
import { type Draft, type Evidence, type TextField, touched } from "./draft";

type FieldProps = {
  label: string;
  k: Exclude<TextField, "text">;
  draft: Draft;
  set: (k: TextField) => (value: string) => void;
  leave?: (k: Evidence) => void;
  /** What will be filed, where nobody writes anything else. */
  read?: string;
  problem: Problem | undefined;
  of?: "people" | "sources";
  hint?: string;
  wide?: boolean;
};

/** One field of the evidence beside a dressing. */
export function Field({ label, k, draft, set, leave, read, problem, of, hint, wide }: FieldProps) {
  const wrong = problem?.field === k;
  // a revision shows what is on file; it stays unless somebody writes in the field
  const own = k === "why" || !draft.folio || touched(draft, k);
  const kept = k === "why" ? "" : (read ?? draft.kept[k] ?? "");
  const input = {
    id: `f-${k}`,
    value: own ? draft[k] : kept,
    placeholder: (!draft.folio && read) || hint || "",
    "aria-invalid": wrong,
    "aria-describedby": wrong ? `p-${k}` : undefined,
  };
  return (
    <div className={wide ? "col-span-full" : ""}>
      <span className="flex items-baseline justify-between gap-2">
        <label htmlFor={`f-${k}`} className="caps">
          {label}
        </label>
        {leave && k !== "why" && draft.folio && touched(draft, k) && (
          <button type="button" className="link text-[0.85rem] leading-none text-soft" onClick={() => leave(k)}>
            as it was<span className="sr-only">: {label}</span>
          </button>
        )}
      </span>
      {of ? (
        <NameCombobox of={of} {...input} onType={set(k)} />
      ) : (
        <input {...input} className="field" autoComplete="off" onChange={(e) => set(k)(e.target.value)} />
      )}
      {wrong && (
        <span id={`p-${k}`} role="alert" className="block font-semibold text-amber">
          {problem.message}
        </span>
      )}
    </div>
  );
}
