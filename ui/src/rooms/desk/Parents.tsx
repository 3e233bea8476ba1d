import { useId, useState } from "react";
import { type Descent, descents, type Name, type Offer } from "../../api/client";

/** A parent as it stands on the desk. */
export type ParentDraft = { folio: number; title: string; kind: Descent; reason: string };

/** "7 · Gloaming Porter" and "7" name folio 7. */
export function folioOf(s: string): number | undefined {
  const m = /^\s*(?:folio )?(\d{1,9})\s*(·.*)?$/i.exec(s);
  return m ? Number(m[1]) : undefined;
}

/** What was typed, one or several: by folio, or by a name that only one dressing has. */
export function parentsOf(typed: string, names: Name[]): ParentDraft[] | string {
  const out: ParentDraft[] = [];
  for (const piece of typed.split(/;|,(?=\s*\d+\s*·)/)) {
    const s = piece.trim();
    if (!s) continue;
    const folio = folioOf(s);
    const named = names.filter((n) => (folio ? n.folio === folio : n.title.toLowerCase() === s.toLowerCase()));
    if (folio && named.length === 0) named.push({ folio, title: s.replace(/^[^·]*·?\s*/, "") });
    const [one] = named;
    if (!one) return `“${s}” is not in the ledger; give its folio number, or choose it from the list.`;
    if (named.length > 1)
      return `${named.length} dressings are called “${s}”: give the folio number, ${named.map((n) => n.folio).join(" or ")}.`;
    out.push({ folio: one.folio, title: one.title, kind: "variant of", reason: "" });
  }
  return out;
}

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
  names,
  problem,
  onChange,
  onLeave,
}: {
  list: ParentDraft[];
  /** Parents that the text names and that are several or unknown. */
  asked: Offer[];
  names: Name[];
  problem: string | undefined;
  onChange: (list: ParentDraft[]) => void;
  /** This one is not linked. */
  onLeave: (name: string) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState("");
  const [trouble, setTrouble] = useState("");
  const add = (p: ParentDraft) => onChange([...list.filter((x) => x.folio !== p.folio || x.kind !== p.kind), p]);
  const take = (text: string) => {
    const got = parentsOf(text, names);
    if (typeof got === "string") return setTrouble(got);
    setTrouble("");
    setTyped("");
    onChange([...list.filter((x) => !got.some((g) => g.folio === x.folio && g.kind === x.kind)), ...got]);
  };
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
      <span className="flex items-end gap-2">
        <input
          id="f-parent"
          form={`${id}-none`} // Enter adds what was typed; it does not file the dressing
          className="field"
          list="dressings"
          aria-label="Add a parent"
          placeholder={list.length ? "another parent: its folio, or its name" : "a parent: its folio, or its name"}
          value={typed}
          autoComplete="off"
          aria-invalid={!!trouble || !!problem}
          onChange={(e) => {
            setTrouble("");
            setTyped(e.target.value);
            if (/^\d+ · ./.test(e.target.value) && names.some((n) => `${n.folio} · ${n.title}` === e.target.value))
              take(e.target.value);
          }}
          onKeyDown={(e) => {
            if (e.key === "Enter" && !e.ctrlKey && !e.metaKey) {
              e.preventDefault();
              if (typed.trim()) take(typed);
            }
          }}
          onBlur={() => typed.trim() && take(typed)}
        />
        <button type="button" className="btn !min-h-[42px]" disabled={!typed.trim()} onClick={() => take(typed)}>
          Add
        </button>
      </span>
      {(trouble || problem) && (
        <span id={`${id}-problem`} role="alert" className="block font-semibold text-amber">
          {trouble || problem}
        </span>
      )}
    </fieldset>
  );
}
