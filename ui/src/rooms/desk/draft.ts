// What stands on the desk: kept in this browser at every key, and on the server
// a moment later, so that neither a crash nor a lost network takes it away.

import { useCallback, useEffect, useRef, useState } from "react";
import { type Correction, dropDraft, type Folio, type Settlement, saveDraft } from "../../api/client";

export type Draft = {
  id: string;
  /** Counts the changes, so that a late save cannot overwrite a newer one. */
  edit: number;
  /** The same for every sending of one filing. */
  key: string;
  /** The dressing that is revised, and the revision it started from. */
  folio?: number;
  base?: number;
  /** The recipe of a card box that it came from. */
  batch?: string;
  item?: number;
  text: string;
  title: string;
  tier: string;
  originator: string;
  source: string;
  page: string;
  date: string;
  reason: string;
  parent: string;
  why: string;
  corrections: Correction[];
  settlements: Settlement[];
};

export type TextField =
  | "text"
  | "title"
  | "tier"
  | "originator"
  | "source"
  | "page"
  | "date"
  | "reason"
  | "parent"
  | "why";

export const blank = (): Draft => ({
  id: crypto.randomUUID(),
  edit: 0,
  key: crypto.randomUUID(),
  text: "",
  title: "",
  tier: "",
  originator: "",
  source: "",
  page: "",
  date: "",
  reason: "",
  parent: "",
  why: "",
  corrections: [],
  settlements: [],
});

const pointer = "mothledger.desk";
const place = (id: string) => `mothledger.draft.${id}`;

export function keep(d: Draft) {
  localStorage.setItem(place(d.id), JSON.stringify(d));
  localStorage.setItem(pointer, d.id);
}

export function forget(id: string) {
  localStorage.removeItem(place(id));
  if (localStorage.getItem(pointer) === id) localStorage.removeItem(pointer);
}

/** A draft from JSON that somebody else may have written. */
export function revive(v: unknown): Draft | undefined {
  if (typeof v !== "object" || v === null) return undefined;
  const d = { ...blank(), ...(v as Partial<Draft>) };
  return typeof d.text === "string" && typeof d.id === "string" ? d : undefined;
}

export function local(id: string): Draft | undefined {
  try {
    return revive(JSON.parse(localStorage.getItem(place(id)) ?? ""));
  } catch {
    return undefined;
  }
}

export function current(): Draft | undefined {
  const id = localStorage.getItem(pointer);
  return id ? local(id) : undefined;
}

/** A sheet for the next revision of a dressing. */
export function ofFolio(f: Folio): Draft {
  const e = f.entry;
  const d = f.dressing;
  // what the text does not say itself stands in the form
  const form = (filed: string | undefined, inText: string | undefined) => (filed && filed !== inText ? filed : "");
  return {
    ...blank(),
    folio: e.folio,
    base: e.revision,
    text: f.text,
    title: form(e.title, d.title),
    tier: form(e.tier, d.tier),
    originator: form(e.originator, d.originator),
    source: form(e.source, d.source),
    page: form(e.page, d.page),
    date: form(e.date, d.date),
    reason: form(e.reason, d.notes?.[0]),
    corrections: f.corrections,
    settlements: f.settlements,
  };
}

export const empty = (d: Draft) => d.text.trim() === "" && d.tier === "" && d.title === "";

/** How a draft is kept just now. */
export type Kept = "here" | "saving" | "everywhere" | "offline";

const pause = 500;
/** How long to wait before a ledger that could not be reached is tried again, in ms. */
const again = 4000;

/** A draft that saves itself. */
export function useDraft(start: () => Draft) {
  const [draft, setDraft] = useState(start);
  const [kept, setKept] = useState<Kept>("here");
  const latest = useRef(draft);
  latest.current = draft;
  const saved = useRef({ id: draft.id, edit: draft.edit });

  const change = useCallback((f: (d: Draft) => Draft) => {
    setDraft((old) => {
      const d = f(old);
      if (d === old) return old;
      const next = { ...d, edit: d.id === old.id ? old.edit + 1 : d.edit };
      keep(next);
      return next;
    });
    setKept("here");
  }, []);

  const push = useCallback(async () => {
    const d = latest.current;
    if (empty(d) || (saved.current.id === d.id && saved.current.edit >= d.edit)) return;
    setKept("saving");
    try {
      await saveDraft(d.id, { folio: d.folio, base: d.base, edit: d.edit, body: d });
      saved.current = { id: d.id, edit: d.edit };
      if (latest.current.id === d.id && latest.current.edit === d.edit) setKept("everywhere");
    } catch {
      setKept("offline");
    }
  }, []);

  useEffect(() => {
    if (draft.edit === 0) return;
    const t = setTimeout(() => void push(), pause);
    return () => clearTimeout(t);
  }, [draft, push]);
  useEffect(() => {
    if (kept !== "offline") return;
    const t = setTimeout(() => void push(), again);
    return () => clearTimeout(t);
  }, [kept, push]);
  useEffect(() => {
    const leave = () => {
      if (document.visibilityState === "hidden") void push();
    };
    const back = () => void push();
    document.addEventListener("visibilitychange", leave);
    addEventListener("online", back);
    return () => {
      document.removeEventListener("visibilitychange", leave);
      removeEventListener("online", back);
      void push();
    };
  }, [push]);

  /** Puts another sheet on the desk; the one before stays among the drafts. */
  const put = useCallback(
    (d: Draft) => {
      void push();
      keep(d);
      saved.current = { id: d.id, edit: d.edit };
      setDraft(d);
      setKept(d.edit > 0 ? "everywhere" : "here");
    },
    [push],
  );

  /** Takes the sheet away for good: it was filed, or thrown away. */
  const done = useCallback((next: Draft = blank()) => {
    const id = latest.current.id;
    forget(id);
    void dropDraft(id).catch(() => {});
    saved.current = { id: next.id, edit: 0 };
    latest.current = next;
    setDraft(next);
    setKept("here");
  }, []);

  return { draft, change, put, done, kept };
}
