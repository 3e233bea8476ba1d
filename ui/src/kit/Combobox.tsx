import { useQuery } from "@tanstack/react-query";
import { Command, useCommandState } from "cmdk";
import { type InputHTMLAttributes, type ReactNode, useDeferredValue, useRef, useState } from "react";
import { choicesQuery, type Entry } from "../api/client";
import { Profile } from "./Profile";
import { nameOf } from "./pieces";

/** What is offered; a key has no blanks at its ends (the list trims them). */
type Choice = { key: string; what: ReactNode; take: () => void };

/** A field that offers what fits while somebody types, for keyboard, finger and screen reader alike. */
function Field({
  open,
  list,
  ...rest
}: { open: boolean; list: string } & Omit<InputHTMLAttributes<HTMLInputElement>, "list">) {
  const active = useCommandState((s) => (s as { selectedItemId?: string }).selectedItemId);
  return (
    <input
      {...rest}
      role="combobox"
      form="none" // Enter chooses; it does not send the form that the field stands in
      aria-autocomplete="list"
      aria-expanded={open}
      aria-controls={list || undefined}
      aria-activedescendant={open ? active : undefined}
      autoComplete="off"
      spellCheck={false}
    />
  );
}

export type ComboboxProps = {
  id?: string;
  label?: string;
  value: string;
  onType: (text: string) => void;
  placeholder?: string;
  maxLength?: number;
  disabled?: boolean;
  "aria-invalid"?: boolean;
  "aria-describedby"?: string;
  /** Enter where nothing is offered. */
  onEnter?: () => void;
  onBlur?: () => void;
};

function Offered({
  choices,
  waiting,
  onEnter,
  onType,
  value,
  label,
  none,
  ...field
}: ComboboxProps & { choices: Choice[]; waiting: boolean; none: string }) {
  const [list, setList] = useState("");
  const [wanted, setWanted] = useState(false);
  const [picked, setPicked] = useState("");
  const root = useRef<HTMLDivElement>(null);
  // the first that fits, until another is picked: what stays in the list while somebody types on is not offered anew
  const chosen = choices.some((c) => c.key === picked) ? picked : (choices[0]?.key ?? "");
  const open = wanted && (choices.length > 0 || (value.trim() !== "" && !waiting));
  return (
    <Command
      ref={root}
      shouldFilter={false}
      loop
      label={label}
      value={chosen}
      onValueChange={setPicked}
      className="relative"
      onKeyDown={(e) => {
        if (e.key === "Escape" && open) {
          e.stopPropagation();
          e.preventDefault();
          setWanted(false);
        } else if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) {
          e.preventDefault();
        } else if (e.key === "Enter" && (!open || choices.length === 0)) {
          if (onEnter) {
            e.preventDefault();
            onEnter();
          }
        } else if ((e.key === "ArrowDown" || e.key === "ArrowUp") && !open) {
          e.preventDefault();
          setWanted(true);
        }
      }}
      onBlur={(e) => {
        if (!root.current?.contains(e.relatedTarget as Node)) setWanted(false);
      }}
    >
      <Field
        {...field}
        aria-label={label}
        open={open}
        list={list}
        className="field"
        value={value}
        onChange={(e) => {
          onType(e.target.value);
          setPicked("");
          setWanted(true);
        }}
        onMouseDown={() => setWanted(true)}
      />
      <Command.List
        ref={(el) => setList(el?.id ?? "")}
        hidden={!open}
        label={label ?? "what fits"}
        className="absolute inset-x-0 top-full z-30 max-h-[min(46vh,26rem)] overflow-y-auto border border-edge bg-paper shadow-xl"
      >
        {choices.length === 0 && <p className="p-3 text-soft">{none}</p>}
        {choices.map((c) => (
          <Command.Item
            key={c.key}
            value={c.key}
            className="palette-item"
            onMouseDown={(e) => e.preventDefault()}
            onSelect={() => {
              setWanted(false);
              c.take();
            }}
          >
            {c.what}
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  );
}

/** A person or a source: one that the ledger knows, or a new one. */
export function NameCombobox({ of, ...field }: ComboboxProps & { of: "people" | "sources" }) {
  const typed = useDeferredValue(field.value.trim());
  const [busy, setBusy] = useState(false);
  const q = useQuery({ ...choicesQuery(of, typed), enabled: busy });
  // what was found for fewer letters stands only while it fits
  const fits = (s: string) => !q.isPlaceholderData || s.toLowerCase().includes(typed.toLowerCase());
  const names = (q.data?.names ?? []).filter(fits);
  const choices: Choice[] = names.map((n) => ({
    key: n,
    what: <span className="book grow py-1.5">{n}</span>,
    take: () => field.onType(n),
  }));
  if (typed && q.data && !q.data.exact && !q.isPlaceholderData)
    choices.push({
      key: `+ ${typed}`,
      what: (
        <span className="grow py-1.5">
          <span className="caps">new to the ledger </span>
          <span className="book">{typed}</span>
        </span>
      ),
      take: () => field.onType(typed),
    });
  return (
    <Offered
      {...field}
      choices={choices}
      waiting={q.isFetching}
      none="Nobody goes by that name yet."
      onType={(t) => {
        setBusy(true);
        field.onType(t);
      }}
    />
  );
}

/** How a dressing is told from another of its name. */
export function DressingChoice({ e }: { e: Entry }) {
  return (
    <>
      <Profile e={e} className="h-[44px] w-[77px] shrink-0" />
      <span className="min-w-0 grow py-1.5 leading-tight">
        <span className="book block break-words">
          <bdi>{nameOf(e)}</bdi>
          {e.qualifier && <span className="text-soft"> ({e.qualifier})</span>}
        </span>
        <span className="block text-[0.92rem] text-soft">
          <bdi>
            {[e.originator || (e.tier && `tied by ${e.tier}`), e.source, e.date].filter(Boolean).join(" · ") ||
              "nothing more is stated"}
          </bdi>
        </span>
      </span>
      <span className="shrink-0 text-soft">folio {e.folio}</span>
    </>
  );
}

type Chosen = Pick<Entry, "folio" | "title">;

/** A dressing of the ledger, or with fresh one that is filed just now, as a name without a dressing yet. */
export function DressingCombobox<T extends Chosen>({
  onChoose,
  fresh,
  ...field
}: ComboboxProps & { onChoose: (e: Entry | T) => void; fresh?: (name: string) => Promise<T> }) {
  const typed = useDeferredValue(field.value.trim());
  const q = useQuery({ ...choicesQuery("dressings", typed), enabled: typed !== "" });
  const choices: Choice[] = (typed ? (q.data?.dressings ?? []) : [])
    .filter((e) => !q.isPlaceholderData || nameOf(e).toLowerCase().includes(typed.toLowerCase()))
    .map((e) => ({
      key: `folio ${e.folio}`,
      what: <DressingChoice e={e} />,
      take: () => onChoose(e),
    }));
  if (fresh && typed && /\p{L}/u.test(typed) && q.data && !q.data.exact && !q.isPlaceholderData)
    choices.push({
      key: `+ ${typed}`,
      what: (
        <span className="grow py-1.5">
          <span className="caps">not there yet: file the name alone </span>
          <span className="book">{typed}</span>
        </span>
      ),
      take: () => void fresh(typed).then(onChoose),
    });
  return (
    <Offered {...field} choices={choices} waiting={q.isFetching} none="Nothing in the ledger goes by that name." />
  );
}

/** Words, with others offered for them. */
export function TextCombobox({ offers, ...field }: ComboboxProps & { offers: string[] }) {
  const choices: Choice[] = offers.map((o) => ({
    key: o,
    what: <span className="book grow py-1.5">{o}</span>,
    take: () => field.onType(o),
  }));
  return <Offered {...field} choices={choices} waiting={choices.length === 0} none="" />;
}
