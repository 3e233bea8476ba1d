// What stands on the desk: kept in this browser at every key, and on the server
// a moment later, so that neither a crash nor a lost network takes it away.

import { useCallback, useEffect, useRef, useState } from "react";
import { type Correction, dropDraft, type Filing, type Folio, type Settlement, saveDraft } from "../../api/client";
import type { ParentDraft } from "./Parents";

/** "7 · Gloaming Porter" and "7" name folio 7. */
function folioOf(s: string): number | undefined {
  const m = /^\s*(?:folio )?(\d{1,9})\s*(·.*)?$/i.exec(s);
  return m ? Number(m[1]) : undefined;
}

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
  /** The card of a bequest that is described. */
  card?: number;
  /** The pattern of which it shall be a witness. */
  pattern?: number;
  text: string;
  title: string;
  tier: string;
  originator: string;
  source: string;
  page: string;
  date: string;
  reason: string;
  why: string;
  corrections: Correction[];
  settlements: Settlement[];
  /** Fields that somebody wrote in, even where they are empty now. */
  touched: TextField[];
  /** What a revision starts from: the evidence on file, and the parents linked. */
  kept: Partial<Record<Evidence, string>>;
  linked: ParentDraft[];
  /** The parents that somebody settled on; nobody touched them where there are none. */
  parents?: ParentDraft[];
  /** Parents that the text names and that are not to be linked. */
  left: string[];
};

export const evidence = ["title", "tier", "originator", "source", "page", "date", "reason"] as const;
export type Evidence = (typeof evidence)[number];

export type TextField = "text" | "why" | Evidence;

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
  why: "",
  corrections: [],
  settlements: [],
  touched: [],
  kept: {},
  linked: [],
  left: [],
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
  const { parent, ...rest } = v as Partial<Draft> & { parent?: string };
  const d: Draft = { ...blank(), ...rest };
  // a draft of before had one parent, as it was typed: "28 · Widow's Lantern"
  const folio = parent ? folioOf(parent) : undefined;
  if (folio && !d.parents)
    d.parents = [{ folio, title: (parent ?? "").replace(/^[^·]*·?\s*/, ""), kind: "variant of", reason: "" }];
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
  return {
    ...blank(),
    folio: e.folio,
    base: e.revision,
    text: f.text,
    corrections: f.corrections,
    settlements: f.settlements,
    kept: Object.fromEntries(evidence.map((k) => [k, e[k] ?? ""])),
    linked: f.parents.map((p) => ({ folio: p.folio, title: p.title, kind: p.kind, reason: p.because ?? "" })),
    left: f.unlinked.map((o) => o.name),
  };
}

/** Whether somebody wrote in a field. */
export const touched = (d: Draft, k: Evidence) => d[k] !== "" || d.touched.includes(k);

/** What the form says of a draft: only what somebody wrote in. */
export function form(d: Draft): Omit<Filing, "parents"> {
  const body: Omit<Filing, "parents"> = { text: d.text, corrections: d.corrections, settlements: d.settlements };
  for (const k of evidence) if (d[k].trim()) body[k] = d[k].trim();
  const cleared = evidence.filter((k) => !d[k].trim() && d.touched.includes(k));
  if (d.folio && cleared.length > 0) body.cleared = cleared;
  if (d.batch && d.item) body.from = { box: d.batch, position: d.item };
  if (d.card) body.card = d.card;
  if (d.pattern) body.place = { pattern: d.pattern, standing: "witness" };
  return body;
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
