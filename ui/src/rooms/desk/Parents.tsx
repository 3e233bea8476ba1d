import { useId, useState } from "react";
import { type Descent, descents, type Offer } from "../../api/client";
import { DressingCombobox } from "../../kit/Combobox";
import { useFresh } from "../../kit/fresh";

/** A parent as it stands on the desk. */
export type ParentDraft = { folio: number; title: string; kind: Descent; reason: string };

/** The way in which one dressing comes from another. */
export function DescentChoice(p: { label: string; value: Descent; onChange: (k: Descent) => void }) {
  return (
    <select
      className="field"
      aria-label={p.label}
      value={p.value}
      onChange={(e) => p.onChange(e.target.value as Descent)}
    >
      {descents.map((k) => (
        <option key={k}>{k}</option>
      ))}
    </select>
  );
}

/** The parents of a dressing: those that are linked or that its text names, to be added
 * to, changed, and taken away, each with how and why. */
export function Parents({
  list,
  asked,
  problem,
  onChange,
  onLeave,
}: {
  list: ParentDraft[];
  /** Parents that the text names and that are several or unknown. */
  asked: Offer[];
  problem: string | undefined;
  onChange: (list: ParentDraft[]) => void;
  /** This one is not linked. */
  onLeave: (name: string) => void;
}) {
  const id = useId();
  const fresh = useFresh();
  const [typed, setTyped] = useState("");
  const add = (p: ParentDraft) => onChange([...list.filter((x) => x.folio !== p.folio || x.kind !== p.kind), p]);
  const put = (i: number, change: Partial<ParentDraft>) =>
    onChange(list.map((p, k) => (k === i ? { ...p, ...change } : p)));
  return (
    <fieldset className="mt-2" aria-describedby={problem ? `${id}-problem` : undefined}>
      <legend className="caps">parents</legend>
      <ul aria-label="Parents" className="border-t border-rule">
        {list.map((p, i) => (
          <li
            key={`${p.folio} ${p.kind}`}
            className="grid grid-cols-[10rem_minmax(0,1fr)_auto] items-center gap-x-2 gap-y-0.5 border-b border-rule py-1"
          >
            <DescentChoice
              label={`How it comes from ${p.title}`}
              value={p.kind}
              onChange={(kind) => put(i, { kind })}
            />
            <span className="book truncate text-[1.1rem]" title={p.title}>
              {p.folio} · {p.title || "without a name"}
            </span>
            <input
              className="field col-span-2 row-start-2"
              aria-label={`Why that is said of ${p.title}`}
              placeholder="why that is said"
              value={p.reason}
              maxLength={4000}
              onChange={(e) => put(i, { reason: e.target.value })}
            />
            <button
              type="button"
              className="btn col-start-3 row-start-1 !min-h-[40px] !px-3"
              aria-label={`${p.title} is no parent`}
              onClick={() => onChange(list.filter((_, k) => k !== i))}
            >
              ×
            </button>
          </li>
        ))}
        {asked.map((o) => (
          <li
            key={o.name + o.kind}
            className="flex flex-wrap items-center gap-2 border-b border-rule border-l-4 border-l-amber bg-well py-1 pr-1 pl-2"
          >
            <span className="grow leading-snug">
              The text says “{o.kind} <b className="book">{o.name}</b>”
              {o.choices.length === 0 ? ", which is not in the ledger." : ", and several have that name:"}
            </span>
            {o.choices.map((c) => (
              <button
                key={c.folio}
                type="button"
                className="btn !min-h-[40px]"
                onClick={() => {
                  onLeave(o.name);
                  add({ folio: c.folio, title: c.title, kind: o.kind, reason: "" });
                }}
              >
                folio {c.folio}
              </button>
            ))}
            <button type="button" className="btn !min-h-[40px]" onClick={() => onLeave(o.name)}>
              Leave it unlinked<span className="sr-only">: {o.name}</span>
            </button>
          </li>
        ))}
      </ul>
      <DressingCombobox
        id="f-parent"
        label="Add a parent"
        placeholder={list.length ? "another parent: its name, or its folio" : "a parent: its name, or its folio"}
        value={typed}
        onType={setTyped}
        aria-invalid={!!problem}
        onEnter={() => {}}
        fresh={fresh}
        onChoose={(e) => {
          setTyped("");
          add({ folio: e.folio, title: e.title, kind: "variant of", reason: "" });
        }}
      />
      {problem && (
        <span id={`${id}-problem`} role="alert" className="block font-semibold text-amber">
          {problem}
        </span>
      )}
    </fieldset>
  );
}
