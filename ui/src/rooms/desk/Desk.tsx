import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { type FormEvent, type ReactNode, useDeferredValue, useEffect, useRef, useState } from "react";
import { type Filing, fileDressing, namesQuery, Problem, type Read, readQuery } from "../../api/client";
import { Fly } from "../../drawing/Fly";
import { hookWords } from "../../kit/pieces";
import { useVice } from "../../kit/vice";

type Draft = {
  key: string;
  text: string;
  title: string;
  tier: string;
  originator: string;
  source: string;
  page: string;
  date: string;
  reason: string;
  parent: string;
};

const store = "mothledger.draft";
const blank = (): Draft => ({
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
});

function kept(): Draft {
  try {
    return { ...blank(), ...(JSON.parse(localStorage.getItem(store) ?? "") as Partial<Draft>) };
  } catch {
    return blank();
  }
}

/** What came in: type or paste it, see what was read, file it. */
export function Desk() {
  const [draft, setDraft] = useState<Draft>(kept);
  const { vice, show } = useVice();
  const text = useDeferredValue(draft.text);
  const reading = useQuery(readQuery(text, vice));
  const names = useQuery(namesQuery);
  const client = useQueryClient();
  const navigate = useNavigate();
  const form = useRef<HTMLFormElement>(null);
  const read = draft.text.trim() === "" ? undefined : reading.data;

  useEffect(() => {
    document.title = "Desk · Moth Ledger";
  }, []);
  useEffect(() => {
    localStorage.setItem(store, JSON.stringify(draft));
  }, [draft]);
  useEffect(() => {
    show(read?.measured.hook);
    return () => show(undefined);
  }, [read, show]);

  const parentFolio = folioOf(draft.parent);
  const likely = read?.likely ?? [];
  const parent = draft.parent.trim() === "" ? likely[0]?.folio : parentFolio;

  const filing = useMutation({
    mutationFn: (d: Draft) => {
      if (d.parent.trim() !== "" && parentFolio === undefined)
        throw new Problem("Give the parent's folio number, or choose it from the list.", "parents", 422);
      const body: Filing = { text: d.text, parents: parent ? [parent] : [] };
      for (const k of ["title", "tier", "originator", "source", "page", "date", "reason"] as const)
        if (d[k].trim()) body[k] = d[k].trim();
      return fileDressing(d.key, body);
    },
    onSuccess: (filed) => {
      localStorage.removeItem(store);
      setDraft(blank());
      void client.invalidateQueries();
      void navigate({ to: "/folio/$folio", params: { folio: String(filed.folio) } });
    },
    onError: (e) => {
      // a refused filing is another one once it is mended
      if (e instanceof Problem && e.status === 422) setDraft((d) => ({ ...d, key: crypto.randomUUID() }));
    },
  });
  const problem = filing.error instanceof Problem ? filing.error : undefined;
  const textProblem = reading.error instanceof Problem ? reading.error : undefined;

  const set = (k: keyof Draft) => (e: { target: { value: string } }) => {
    filing.reset();
    setDraft((d) => ({ ...d, [k]: e.target.value }));
  };
  const submit = (e: FormEvent) => {
    e.preventDefault();
    filing.mutate(draft);
  };
  const d = read?.dressing;

  return (
    <form
      ref={form}
      onSubmit={submit}
      onKeyDown={(e) => {
        if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) form.current?.requestSubmit();
      }}
      className="mx-auto grid max-w-[1240px] grid-cols-[minmax(0,1fr)_minmax(0,1.05fr)] gap-x-7 px-8 pt-5 pb-10"
    >
      <div>
        <h1 className="text-4xl">Desk</h1>
        <label className="mt-2 block">
          <span className="caps">the dressing, in its own words</span>
          <textarea
            id="recipe"
            className="field !font-book block min-h-[270px] resize-y leading-[1.6]"
            value={draft.text}
            onChange={set("text")}
            spellCheck={false}
            placeholder={
              "Harbour Wall Nymph\n\nHook: size 14 nymph\nTail: three pheasant tail fibres, half the shank\nRib: copper wire, 4 turns …"
            }
            aria-invalid={problem?.field === "text" || !!textProblem}
            aria-describedby="recipe-problem"
          />
        </label>
        <p id="recipe-problem" role="alert" className="min-h-6 font-semibold text-amber">
          {textProblem?.message ?? (problem?.field === "text" ? problem.message : "")}
        </p>
        <div className="grid grid-cols-3 gap-x-3 gap-y-1">
          <Field label="name" k="title" draft={draft} set={set} read={d?.title} problem={problem} />
          <Field label="tied by" k="tier" draft={draft} set={set} read={d?.tier} problem={problem} list="people" />
          <Field
            label="originator"
            k="originator"
            draft={draft}
            set={set}
            read={d?.originator}
            problem={problem}
            list="people"
          />
          <Field label="source" k="source" draft={draft} set={set} read={d?.source} problem={problem} list="sources" />
          <Field label="page" k="page" draft={draft} set={set} read={d?.page} problem={problem} />
          <Field
            label="date"
            k="date"
            draft={draft}
            set={set}
            read={d?.date}
            problem={problem}
            hint="1934, about 1920 …"
          />
          <Field
            label="parent (folio)"
            k="parent"
            draft={draft}
            set={set}
            read={
              likely[0]
                ? `${likely[0].folio} · ${likely[0].title}`
                : d?.variantOf && `“${d.variantOf}” is not in the ledger`
            }
            problem={problem}
            field="parents"
            list="dressings"
          />
          <Field label="why it was changed" k="reason" draft={draft} set={set} read={d?.notes?.[0]} problem={problem} />
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
        <div className="mt-4 flex items-center gap-4">
          <button
            type="submit"
            className="btn btn-main"
            disabled={filing.isPending || !draft.text.trim()}
            aria-keyshortcuts="Control+Enter"
          >
            {filing.isPending ? "Filing …" : "File it"}
          </button>
          {draft.text && (
            <button
              type="button"
              className="btn"
              onClick={() => {
                filing.reset();
                setDraft(blank());
              }}
            >
              Clear the desk
            </button>
          )}
          {filing.isError && !known(problem) && (
            <p role="alert" className="font-semibold text-amber">
              {(filing.error as Error).message}
            </p>
          )}
        </div>
      </div>
      <Reading read={read} />
    </form>
  );
}

const fields = ["text", "title", "tier", "originator", "source", "page", "date", "parents", "reason"];
const known = (p: Problem | undefined) => !!p && fields.includes(p.field);

/** "7 · Gloaming Porter" and "7" name folio 7. */
function folioOf(s: string): number | undefined {
  const m = /^\s*(\d+)\s*(·.*)?$/.exec(s);
  return m ? Number(m[1]) : undefined;
}

type FieldProps = {
  label: string;
  k: keyof Draft;
  draft: Draft;
  set: (k: keyof Draft) => (e: { target: { value: string } }) => void;
  read?: string | false;
  problem: Problem | undefined;
  field?: string;
  list?: string;
  hint?: string;
};

function Field({ label, k, draft, set, read, problem, field = k, list, hint }: FieldProps) {
  const wrong = problem?.field === field;
  return (
    <label className="block">
      <span className="caps">{label}</span>
      <input
        id={`f-${k}`}
        className="field"
        value={draft[k]}
        onChange={set(k)}
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

function Reading({ read }: { read: Read | undefined }): ReactNode {
  if (!read)
    return (
      <section aria-label="What was read" className="border-l border-rule pl-7">
        <p className="book mt-14 max-w-[34ch] text-soft">
          Type or paste a dressing on the left. Each word will appear here with what it was taken to mean, and the fly
          will be drawn as it grows. What is not understood is marked, never guessed.
        </p>
      </section>
    );
  const d = read.dressing;
  return (
    <section aria-label="What was read" className="border-l border-rule pl-7">
      <Fly
        outline={read.outline}
        ratio={2.3}
        ruler
        label={`The fly so far, on a ${hookWords(read.measured.hook)}`}
        className="w-full bg-well"
      />
      <div className="mt-2 flex items-baseline justify-between">
        <h2 className="text-2xl">What was read</h2>
        <p
          role="status"
          data-testid="reading-status"
          className={d.unread.length ? "font-semibold text-amber" : "text-soft"}
        >
          {d.parts.length} parts, {d.unread.length === 0 ? "nothing unread" : `${d.unread.length} unread`}
          {d.contradictions.length > 0 && `, ${d.contradictions.length} contradicting`}
        </p>
      </div>
      <ol className="mt-1">
        {read.lines.map(
          (l) =>
            l.marks.length > 0 && (
              <li key={l.line} value={l.line} className="grid grid-cols-[2rem_1fr] border-b border-rule py-1">
                <span className="pr-3 text-right text-[0.85rem] text-soft" aria-hidden>
                  {l.line}
                </span>
                <span className="book leading-[1.55]">
                  {l.marks.map((m, i) => (
                    <span
                      key={i}
                      className={`mk mk-${m.as}`}
                      title={
                        m.meaning ? `${m.as}: ${m.meaning}` : m.as === "space" || m.as === "plain" ? undefined : m.as
                      }
                    >
                      {m.text}
                    </span>
                  ))}
                </span>
              </li>
            ),
        )}
      </ol>
      {d.contradictions.map((c) => (
        <p key={c.text} className="mt-2 border-l-4 border-amber bg-well px-3 py-1.5">
          Two things are said: {c.text}
        </p>
      ))}
      {read.measured.warnings.map((w) => (
        <p key={w.code + w.part} className="mt-2 border-l-4 border-amber bg-well px-3 py-1.5">
          <b>{w.part}</b>: {w.text}
        </p>
      ))}
      <p className="mt-3 text-[0.92rem] text-soft">
        <span className="mk-material">material</span> <span className="mk-colour">colour</span>{" "}
        <span className="mk-preparation">grade, preparation</span> <span className="mk-length">figure</span>{" "}
        <span className="mk-alternative">alternative</span> <span className="mk-note">remark</span>{" "}
        <span className="mk-unread">unread</span>
      </p>
    </section>
  );
}
