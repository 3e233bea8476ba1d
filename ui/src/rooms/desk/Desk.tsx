import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import {
  type DragEvent,
  type FormEvent,
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
  fileDressing,
  folioQuery,
  type Offer,
  Problem,
  type Read,
  readQuery,
  reviseDressing,
  type Taught,
  teach,
} from "../../api/client";
import { nextCard } from "../../api/evidence";
import { useKeys } from "../../kit/keys";
import { TimeAgainst, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { handOver } from "../box/handed";
import { CardBeside, IntoPattern } from "./CardBeside";
import { Changes } from "./Changes";
import { Contradictions } from "./Contradictions";
import {
  blank,
  current,
  type Draft,
  type Evidence,
  empty,
  evidence,
  form as formOf,
  type Kept,
  local,
  ofFolio,
  revive,
  type TextField,
  useDraft,
} from "./draft";
import { Field } from "./Field";
import { MarkedText } from "./MarkedText";
import { Merge } from "./Merge";
import { type ParentDraft, Parents } from "./Parents";
import { PutAside } from "./PutAside";
import { Understood } from "./Understood";
import { CorrectionList, WordStrip } from "./Word";
import { marksByLine, wordAt } from "./word";

/** What came in: type or paste it, see what was read, file it. */
export function Desk() {
  const { folio, batch, item, card, pattern } = useSearch({ from: "/desk" });
  const drafts = useQuery({ ...draftsQuery, refetchOnWindowFocus: false });
  const key = folio
    ? `folio ${folio}`
    : batch
      ? `${batch} ${item}`
      : card
        ? `card ${card}`
        : pattern
          ? `pattern ${pattern}`
          : "";
  if (drafts.isPending && drafts.fetchStatus === "fetching" && !current()) return <Waiting />;
  return <Sheet key={key} folio={folio} batch={batch} item={item} card={card} pattern={pattern} />;
}

/** Finds the sheet that belongs on the desk, or makes one. */
function Sheet({
  folio,
  batch,
  item,
  card: ofCard,
  pattern,
}: {
  folio?: number;
  batch?: string;
  item?: number;
  card?: number;
  pattern?: number;
}) {
  const drafts = useQuery(draftsQuery);
  const kept = useMemo(() => {
    const mine = current();
    const all = [mine, ...(drafts.data ?? []).map((d) => local(d.id) ?? revive(d.body))].filter((d) => d !== undefined);
    if (folio) return all.find((d) => d.folio === folio);
    if (batch) return all.find((d) => d.batch === batch && d.item === item);
    if (ofCard) return all.find((d) => d.card === ofCard);
    if (pattern) return all.find((d) => d.pattern === pattern && !d.card);
    return mine && !mine.folio && !mine.batch && !mine.card && !mine.pattern ? mine : undefined;
  }, [drafts.data, folio, batch, item, ofCard, pattern]);
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
  if (ofCard) return <DeskPage start={() => ({ ...blank(), card: ofCard })} />;
  if (pattern) return <DeskPage start={() => ({ ...blank(), pattern })} />;
  return <DeskPage start={blank} />;
}

function DeskPage({ start }: { start: () => Draft }) {
  const { draft, change, put, done, kept } = useDraft(start);
  const { vice, show } = useVice();
  const { say } = useToasts();
  const said = useMemo(() => {
    const { from: _from, card: _card, place: _place, ...body } = formOf(draft);
    return { ...body, folio: draft.folio, base: draft.base };
  }, [draft]);
  const reading = useQuery(readQuery(said, vice));
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

  useTitle(draft.folio ? `Revising folio ${draft.folio}` : "Desk");
  useEffect(() => {
    show(read?.measured.hook);
  }, [read, show]);
  useEffect(() => () => show(undefined), [show]);

  const parents = parentsOn(draft, read?.offers ?? []);
  const asked = askedAbout(draft, read?.offers ?? [], parents);

  const filing = useMutation({
    mutationFn: (d: Draft) => {
      if (asked.length > 0)
        throw new Problem("The text names a parent: say which folio it is, or leave it unlinked.", "parents", 422);
      const open = new Set(read?.dressing.contradictions.map((c) => c.text));
      const body = {
        ...formOf(d),
        settlements: d.settlements.filter((s) => open.has(s.text) && (s.chosen || s.note)),
        parents: parents.map(({ folio, kind, reason }) => ({ folio, kind, reason: reason.trim() || undefined })),
      };
      if (d.folio && d.base) return reviseDressing(d.folio, d.base, d.key, { ...body, why: d.why.trim() });
      return fileDressing(d.key, body);
    },
    onSuccess: (filed, d) => {
      done();
      if (d.folio && !filed.deed && !filed.again) say(`Nothing of folio ${filed.folio} was changed.`);
      else say(d.folio ? `Folio ${filed.folio} is revised.` : `Filed as folio ${filed.folio}.`, filed.deed);
      void client.invalidateQueries();
      if (d.card) {
        void nextCard(d.card).then(({ card }) =>
          card
            ? navigate({ to: "/desk", search: { card } })
            : navigate({ to: "/folio/$folio", params: { folio: String(filed.folio) } }),
        );
        return;
      }
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
    change((d) => ({ ...d, [k]: value, touched: d.touched.includes(k) ? d.touched : [...d.touched, k] }));
  };
  /** Leaves a field as it was. */
  const leave = (k: Evidence) => change((d) => ({ ...d, [k]: "", touched: d.touched.filter((x) => x !== k) }));
  const putParents = (list: ParentDraft[]) => {
    if (filing.isError && !problem?.stale) filing.reset();
    const gone = parents.filter((p) => !list.some((x) => x.folio === p.folio)).map((p) => p.title);
    change((d) => ({ ...d, parents: list, left: [...d.left, ...gone] }));
  };
  const correct = (c: Correction) => {
    change((d) => ({
      ...d,
      corrections: [...d.corrections.filter((x) => x.words.toLowerCase() !== c.words.toLowerCase()), c],
    }));
    field.current?.focus();
  };
  const learn = (c: Taught) => {
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
        if (fileable(draft)) filing.mutate(draft);
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
        {draft.pattern && !draft.card ? <IntoPattern id={draft.pattern} /> : null}
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
        <WordStrip mark={word} chosen={chosen} onCorrect={correct} onTeach={learn} />
        <CorrectionList
          list={draft.corrections}
          onRemove={(c) => change((old) => ({ ...old, corrections: old.corrections.filter((x) => x !== c) }))}
          onTeach={learn}
        />
        <p id="recipe-problem" role="alert" className="font-semibold text-amber">
          {textProblem?.message ?? (problem?.field === "text" ? problem.message : "")}
          {textProblem?.message.includes("on the Shelf") && (
            <>
              {" "}
              <Link to="/shelf" className="link">
                To the Shelf
              </Link>
            </>
          )}
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
        <div className="mt-2 grid grid-cols-3 gap-x-3 gap-y-1 max-[700px]:grid-cols-1">
          {rows.map(({ k, label, of, hint }) => (
            <Field key={k} {...{ k, label, of, hint, draft, set, leave, problem }} read={read?.evidence[k]} />
          ))}
          <p className="col-span-full text-[0.92rem] text-soft" data-testid="dated" aria-live="polite">
            {read?.dated ? `the date: ${read.dated.says}` : " "}
          </p>
          <Field
            label="why it was changed from its parent"
            k="reason"
            {...{ draft, set, leave, problem }}
            read={read?.evidence.reason}
            wide
          />
          {draft.folio && (
            <Field label="why it is revised" k="why" {...{ draft, set, problem }} hint="a few words" wide />
          )}
        </div>
        {read?.against.map((a) => (
          <TimeAgainst key={a.says} {...a} />
        ))}
        <Parents
          list={parents}
          asked={asked}
          problem={problem?.field.startsWith("parents") ? problem.message : undefined}
          onChange={putParents}
          onLeave={(name) => {
            if (filing.isError) filing.reset();
            change((d) => ({ ...d, left: [...d.left, name] }));
          }}
        />
        <div className="mt-4 flex flex-wrap items-center gap-4">
          <button
            type="submit"
            className="btn btn-main"
            disabled={filing.isPending || !fileable(draft)}
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
      <div className="min-w-0">
        {draft.card ? <CardBeside id={draft.card} /> : null}
        <Understood read={drawn} pending={reading.isFetching} />
        {draft.folio && read && <Changes list={read.changes} parents={parents} linked={draft.linked} />}
      </div>
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

const rows: { k: Evidence; label: string; of?: "people" | "sources"; hint?: string }[] = [
  { k: "title", label: "name" },
  { k: "tier", label: "tied by", of: "people" },
  { k: "originator", label: "originator", of: "people" },
  { k: "source", label: "source", of: "sources" },
  { k: "page", label: "page" },
  { k: "date", label: "date", hint: "as the card has it" },
];

const fields = ["text", "parents", "why", ...evidence];
const known = (p: Problem | undefined) => !!p && fields.some((f) => p.field === f || p.field.startsWith(`${f}[`));

/** A name without a dressing is filed too. */
const fileable = (d: Draft) => d.text.trim() !== "" || (!d.folio && d.title.trim() !== "");

/** The parents of a draft: those settled on or linked, and those that its text names for
 * certain. */
function parentsOn(d: Draft, offers: Offer[]): ParentDraft[] {
  const list = [...(d.parents ?? d.linked)];
  for (const o of offers) {
    const [one, ...more] = o.choices;
    if (!one || more.length > 0 || d.left.includes(o.name) || list.some((p) => p.folio === one.folio)) continue;
    if (d.left.includes(one.title)) continue;
    list.push({ folio: one.folio, title: one.title, kind: o.kind, reason: "" });
  }
  return list;
}

/** Parents that the text names and that are several or unknown. */
const askedAbout = (d: Draft, offers: Offer[], parents: ParentDraft[]) =>
  offers.filter(
    (o) =>
      o.choices.length !== 1 &&
      !d.left.includes(o.name) &&
      !o.choices.some((c) => parents.some((p) => p.folio === c.folio)),
  );
