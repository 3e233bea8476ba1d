import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import {
  type DragEvent,
  type FormEvent,
  memo,
  startTransition,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import {
  batchItem,
  type Correction,
  draftsQuery,
  dropDraft,
  type Filing,
  fileDressing,
  filedByHand,
  folioQuery,
  namesQuery,
  Problem,
  type Read,
  readQuery,
  reviseDressing,
  teach,
} from "../../api/client";
import { useKeys } from "../../kit/keys";
import { Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { handOver } from "../box/handed";
import { Contradictions } from "./Contradictions";
import {
  blank,
  current,
  type Draft,
  empty,
  forget,
  type Kept,
  keep,
  local,
  ofFolio,
  revive,
  type TextField,
  useDraft,
} from "./draft";
import { MarkedText } from "./MarkedText";
import { Merge } from "./Merge";
import { Understood } from "./Understood";
import { CorrectionList, WordStrip } from "./Word";
import { marksByLine, wordAt } from "./word";

/** What came in: type or paste it, see what was read, file it. */
export function Desk() {
  const { folio, batch, item } = useSearch({ from: "/desk" });
  const drafts = useQuery({ ...draftsQuery, refetchOnWindowFocus: false });
  const key = folio ? `folio ${folio}` : batch ? `${batch} ${item}` : "";
  if (drafts.isPending && drafts.fetchStatus === "fetching" && !current()) return <Waiting />;
  return <Sheet key={key} folio={folio} batch={batch} item={item} />;
}

/** Finds the sheet that belongs on the desk, or makes one. */
function Sheet({ folio, batch, item }: { folio?: number; batch?: string; item?: number }) {
  const drafts = useQuery(draftsQuery);
  const kept = useMemo(() => {
    const mine = current();
    const all = [mine, ...(drafts.data ?? []).map((d) => local(d.id) ?? revive(d.body))].filter((d) => d !== undefined);
    if (folio) return all.find((d) => d.folio === folio);
    if (batch) return all.find((d) => d.batch === batch && d.item === item);
    return mine && !mine.folio && !mine.batch ? mine : undefined;
  }, [drafts.data, folio, batch, item]);
  const source = useQuery({
    ...folioQuery(folio ?? 1, { size: "", shank: "" }),
    enabled: !!folio && !kept,
    staleTime: 0,
  });
  const card = useQuery({
    queryKey: ["batch", batch, "item", item],
    queryFn: () => batchItem(batch as string, item as number),
    enabled: !!batch && !!item && !kept,
  });
  const error = source.error ?? card.error;
  if (error) return <Trouble error={error} />;
  if (kept) return <DeskPage start={() => kept} />;
  if (folio)
    return source.data && !source.isPlaceholderData && !source.isFetching ? (
      <DeskPage start={() => ofFolio(source.data)} />
    ) : null;
  if (batch && item)
    return card.data ? <DeskPage start={() => ({ ...blank(), text: card.data.text ?? "", batch, item })} /> : null;
  return <DeskPage start={blank} />;
}

function DeskPage({ start }: { start: () => Draft }) {
  const { draft, change, put, done, kept } = useDraft(start);
  const { vice, show } = useVice();
  const { say } = useToasts();
  const reading = useQuery(readQuery(draft.text, draft.corrections, vice));
  const names = useQuery(namesQuery);
  const client = useQueryClient();
  const navigate = useNavigate();
  const form = useRef<HTMLFormElement>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  const [caret, setCaret] = useState({ from: 0, to: 0 });
  const moveCaret = useCallback(
    (from: number, to: number) => setCaret((c) => (c.from === from && c.to === to ? c : { from, to })),
    [],
  );
  const [hover, setHover] = useState<{ line: number; mark: number }>();
  const read: Read | undefined = draft.text.trim() === "" ? undefined : reading.data;
  const marks = useMemo(() => marksByLine(read), [read]);
  // the marks come at once, the drawing and the table when the fingers rest
  const drawn = useRested(read);

  useEffect(() => {
    document.title = `${draft.folio ? `Revising folio ${draft.folio}` : "Desk"} · Moth Ledger`;
  }, [draft.folio]);
  useEffect(() => {
    show(read?.measured.hook);
  }, [read, show]);
  useEffect(() => () => show(undefined), [show]);

  const parentFolio = folioOf(draft.parent);
  const likely = read?.likely ?? [];
  const parent = draft.parent.trim() === "" ? likely[0]?.folio : parentFolio;

  const filing = useMutation({
    mutationFn: (d: Draft) => {
      if (d.parent.trim() !== "" && parentFolio === undefined)
        throw new Problem("Give the parent's folio number, or choose it from the list.", "parents", 422);
      const open = new Set(read?.dressing.contradictions.map((c) => c.text));
      const body: Filing = {
        text: d.text,
        corrections: d.corrections,
        settlements: d.settlements.filter((s) => open.has(s.text) && (s.chosen || s.note)),
      };
      for (const k of ["title", "tier", "originator", "source", "page", "date", "reason", "why"] as const)
        if (d[k].trim()) body[k] = d[k].trim();
      if (d.folio && d.base) return reviseDressing(d.folio, d.base, d.key, body);
      body.parents = parent ? [parent] : [];
      return fileDressing(d.key, body);
    },
    onSuccess: async (filed, d) => {
      if (d.batch && d.item) await filedByHand(d.batch, d.item, filed.folio).catch(() => {});
      done();
      say(d.folio ? `Folio ${filed.folio} is revised.` : `Filed as folio ${filed.folio}.`, filed.deed);
      void client.invalidateQueries();
      void navigate({ to: "/folio/$folio", params: { folio: String(filed.folio) } });
    },
    onError: (e) => {
      // a refused filing is another one once it is mended; one that got no plain
      // answer may have been filed, and goes again under its key
      if (e instanceof Problem && e.status >= 400 && e.status < 500)
        change((d) => ({ ...d, key: crypto.randomUUID() }));
    },
  });
  const problem = filing.error instanceof Problem ? filing.error : undefined;
  const textProblem = reading.error instanceof Problem ? reading.error : undefined;

  const set = (k: TextField) => (value: string) => {
    if (filing.isError && !problem?.stale) filing.reset();
    change((d) => ({ ...d, [k]: value }));
  };
  const correct = (c: Correction) => {
    change((d) => ({
      ...d,
      corrections: [...d.corrections.filter((x) => x.words.toLowerCase() !== c.words.toLowerCase()), c],
    }));
    field.current?.focus();
  };
  const learn = (c: Correction) => {
    teach(c)
      .then((r) => {
        say(`The reader knows “${c.words}” from now on.`, r.deed);
        return client.invalidateQueries({ queryKey: ["read"] });
      })
      .catch((e: unknown) => say(e instanceof Problem ? e.message : "That could not be taught."));
  };
  const clear = () => {
    filing.reset();
    done();
    void navigate({ to: "/desk" });
    field.current?.focus();
  };
  const takeFiles = (files: FileList) => {
    const f = files[0];
    if (!f) return;
    handOver(f);
    void navigate({ to: "/box" });
  };
  const drop = (e: DragEvent) => {
    if (e.dataTransfer.files.length === 0) return;
    e.preventDefault();
    takeFiles(e.dataTransfer.files);
  };
  useKeys("Desk", [
    { key: "Ctrl Enter", what: draft.folio ? "file the revision" : "file it" },
    { key: "Alt W", what: "to the buttons of the word at the caret" },
    { key: "Esc", what: "out of the text, so that single keys work" },
    { key: "e", what: "into the text", do: () => field.current?.focus() },
  ]);

  const chosen = caret.to > caret.from ? draft.text.slice(caret.from, caret.to).trim().replace(/\s+/g, " ") : "";
  const lines = draft.text.split("\n");
  const hovered = hover ? marks.get(lines[hover.line] ?? "")?.[hover.mark] : undefined;
  const word = hovered ?? wordAt(draft.text, caret.from, marks);
  const d = read?.dressing;
  return (
    <form
      ref={form}
      onSubmit={(e: FormEvent) => {
        e.preventDefault();
        if (draft.text.trim()) filing.mutate(draft);
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) form.current?.requestSubmit();
        if (e.key === "Escape" && document.activeElement instanceof HTMLElement) document.activeElement.blur();
        if (e.altKey && e.key.toLowerCase() === "w") {
          e.preventDefault();
          document.querySelector<HTMLElement>('[data-testid="word-strip"] button')?.focus();
        }
      }}
      onDragOver={(e) => e.preventDefault()}
      onDrop={drop}
      className="desk mx-auto grid max-w-[1240px] grid-cols-[minmax(0,1fr)_minmax(0,1.05fr)] gap-x-7 px-8 pt-5 pb-10"
    >
      {problem?.stale && (
        <Merge
          stale={problem.stale}
          onLeave={() => filing.reset()}
          onTake={(t) => {
            const newest = problem.stale?.newest;
            filing.reset();
            change((old) => ({ ...old, text: t, base: newest, key: crypto.randomUUID() }));
            field.current?.focus();
          }}
        />
      )}
      <div className="min-w-0">
        <div className="flex items-baseline gap-4">
          <h1 className="text-4xl">{draft.folio ? `Revising folio ${draft.folio}` : "Desk"}</h1>
          <KeptWords kept={kept} draft={draft} />
        </div>
        <label htmlFor="recipe" className="caps mt-2 block">
          the dressing, in its own words
        </label>
        <MarkedText
          field={field}
          value={draft.text}
          marks={marks}
          onChange={set("text")}
          onCaret={moveCaret}
          onHover={setHover}
          aria-invalid={problem?.field === "text" || !!textProblem}
          aria-describedby="recipe-problem"
        />
        <WordStrip mark={word} chosen={chosen} onCorrect={correct} />
        <CorrectionList
          list={draft.corrections}
          onRemove={(c) => change((old) => ({ ...old, corrections: old.corrections.filter((x) => x !== c) }))}
          onTeach={learn}
        />
        <p id="recipe-problem" role="alert" className="font-semibold text-amber">
          {textProblem?.message ?? (problem?.field === "text" ? problem.message : "")}
        </p>
        {d && (
          <Contradictions
            list={d.contradictions}
            settled={draft.settlements}
            onSettle={(s) =>
              change((old) => ({ ...old, settlements: [...old.settlements.filter((x) => x.text !== s.text), s] }))
            }
          />
        )}
        <div className="mt-2 grid grid-cols-3 gap-x-3 gap-y-1">
          <Field label="name" k="title" {...{ draft, set, problem }} read={d?.title} />
          <Field label="tied by" k="tier" {...{ draft, set, problem }} read={d?.tier} list="people" />
          <Field label="originator" k="originator" {...{ draft, set, problem }} read={d?.originator} list="people" />
          <Field label="source" k="source" {...{ draft, set, problem }} read={d?.source} list="sources" />
          <Field label="page" k="page" {...{ draft, set, problem }} read={d?.page} />
          <Field label="date" k="date" {...{ draft, set, problem }} read={d?.date} hint="1934, about 1920 …" />
          {draft.folio ? (
            <Field label="why it is revised" k="why" {...{ draft, set, problem }} hint="a few words" wide />
          ) : (
            <Field
              label="parent (folio)"
              k="parent"
              {...{ draft, set, problem }}
              read={
                likely[0]
                  ? `${likely[0].folio} · ${likely[0].title}`
                  : d?.variantOf && `“${d.variantOf}” is not in the ledger`
              }
              field="parents"
              list="dressings"
            />
          )}
          <Field
            label="why it was changed from its parent"
            k="reason"
            {...{ draft, set, problem }}
            read={d?.notes?.[0]}
            wide={!draft.folio}
          />
        </div>
        <datalist id="people">
          {names.data?.people.map((n) => (
            <option key={n} value={n} />
          ))}
        </datalist>
        <datalist id="sources">
          {names.data?.sources.map((n) => (
            <option key={n} value={n} />
          ))}
        </datalist>
        <datalist id="dressings">
          {names.data?.dressings.map((n) => (
            <option key={n.folio} value={`${n.folio} · ${n.title}`} />
          ))}
        </datalist>
        <div className="mt-4 flex flex-wrap items-center gap-4">
          <button
            type="submit"
            className="btn btn-main"
            disabled={filing.isPending || !draft.text.trim()}
            aria-keyshortcuts="Control+Enter"
          >
            {filing.isPending ? "Filing …" : draft.folio ? "File the revision" : "File it"}
          </button>
          {!empty(draft) && (
            <>
              {!draft.folio && !draft.batch && (
                <button
                  type="button"
                  className="btn"
                  onClick={() => {
                    filing.reset();
                    put(blank());
                    void client.invalidateQueries({ queryKey: ["drafts"] });
                    field.current?.focus();
                  }}
                >
                  Put aside
                </button>
              )}
              <button type="button" className="btn" onClick={clear}>
                {draft.folio ? "Leave it as it was" : "Clear the desk"}
              </button>
            </>
          )}
          {filing.isError && !problem?.stale && !known(problem) && (
            <p role="alert" className="font-semibold text-amber">
              {(filing.error as Error).message}
            </p>
          )}
        </div>
        <PutAside now={draft.id} onTake={put} />
      </div>
      <Understood read={drawn} pending={reading.isFetching} />
    </form>
  );
}

/** A value once it has stayed the same for a moment; at once where there was
 * none. */
function useRested<T>(value: T | undefined): T | undefined {
  const [rested, setRested] = useState(value);
  const shown = rested === undefined || value === undefined ? value : rested;
  useEffect(() => {
    const t = setTimeout(() => startTransition(() => setRested(value)), rest);
    return () => clearTimeout(t);
  }, [value]);
  return shown;
}

/** How long the fingers rest before the fly is drawn anew, in ms. */
const rest = 120;

function KeptWords({ kept, draft }: { kept: Kept; draft: Draft }) {
  if (draft.edit === 0) return null;
  const say = {
    here: "kept on this machine",
    saving: "saving …",
    everywhere: "draft is safe",
    offline: "kept on this machine; the ledger cannot be reached",
  }[kept];
  return (
    <p role="status" data-testid="kept" className={kept === "offline" ? "font-semibold text-amber" : "text-soft"}>
      {say}
    </p>
  );
}

/** Drafts that were put aside. */
const PutAside = memo(function PutAside({ now, onTake }: { now: string; onTake: (d: Draft) => void }) {
  const drafts = useQuery(draftsQuery);
  const client = useQueryClient();
  const navigate = useNavigate();
  const list = (drafts.data ?? []).filter((d) => d.id !== now);
  if (list.length === 0) return null;
  return (
    <section className="mt-6" aria-label="Put aside">
      <h2 className="text-xl">Put aside</h2>
      <ul>
        {list.map((d) => {
          const b = local(d.id) ?? revive(d.body);
          if (!b) return null;
          const name = b.title || b.text.split("\n").find((l) => l.trim()) || "no words yet";
          return (
            <li key={d.id} className="flex items-center gap-3 border-b border-rule py-1">
              <span className="book grow truncate">
                {b.folio ? `Revising folio ${b.folio}: ` : ""}
                {name}
              </span>
              <button
                type="button"
                className="btn"
                aria-label={`Take up ${name}`}
                onClick={() => {
                  if (b.folio || b.batch) {
                    keep(b);
                    void navigate({ to: "/desk", search: { folio: b.folio, batch: b.batch, item: b.item } });
                  } else onTake(b);
                }}
              >
                Take up
              </button>
              <button
                type="button"
                className="btn"
                aria-label={`Throw away ${name}`}
                onClick={() => {
                  forget(d.id);
                  void dropDraft(d.id).then(() => client.invalidateQueries({ queryKey: ["drafts"] }));
                }}
              >
                Throw away
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
});

const fields = ["text", "title", "tier", "originator", "source", "page", "date", "parents", "reason", "why"];
const known = (p: Problem | undefined) => !!p && fields.includes(p.field);

/** "7 · Gloaming Porter" and "7" name folio 7. */
function folioOf(s: string): number | undefined {
  const m = /^\s*(\d+)\s*(·.*)?$/.exec(s);
  return m ? Number(m[1]) : undefined;
}

type FieldProps = {
  label: string;
  k: TextField;
  draft: Draft;
  set: (k: TextField) => (value: string) => void;
  read?: string | false;
  problem: Problem | undefined;
  field?: string;
  list?: string;
  hint?: string;
  wide?: boolean;
};

function Field({ label, k, draft, set, read, problem, field = k, list, hint, wide }: FieldProps) {
  const wrong = problem?.field === field;
  return (
    <label className={`block ${wide ? "col-span-2" : ""}`}>
      <span className="caps">{label}</span>
      <input
        id={`f-${k}`}
        className="field"
        value={draft[k]}
        onChange={(e) => set(k)(e.target.value)}
        placeholder={read || hint || ""}
        list={list}
        aria-invalid={wrong}
        aria-describedby={wrong ? `p-${k}` : undefined}
        autoComplete="off"
      />
      {wrong && (
        <span id={`p-${k}`} role="alert" className="block font-semibold text-amber">
          {problem.message}
        </span>
      )}
    </label>
  );
}
