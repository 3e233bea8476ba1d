import { useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import { type LexiconRow, lexiconQuery, Problem, type Taught, takeWords, teach, unteach } from "../../api/client";
import { useKeys } from "../../kit/keys";
import { History, Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { Hedges } from "./Hedges";
import { MeansForm } from "./MeansForm";

/** All that the reader knows: the club's own words, then those built in. */
export function WordsRoom() {
  const { class: cls = "", lists } = useSearch({ from: "/words" });
  const navigate = useNavigate({ from: "/words" });
  const [typed, setTyped] = useState("");
  const letters = useDeferredValue(typed.trim());
  const q = useInfiniteQuery(lexiconQuery(letters, cls));
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  useKeys("Words", [
    { key: "e", what: "teach the reader a word", do: () => document.getElementById("new-word")?.focus() },
  ]);
  const first = q.data?.pages[0];
  return (
    <div className="box mx-auto max-w-[1080px] px-8 pt-5 pb-10">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h1 className="text-4xl">Words</h1>
        <History record="word" />
      </div>
      <p className="book mt-1 max-w-prose">
        All that the reader knows, and where it is from. What is not here stays as it was written; a word that the club
        teaches is read as the built-in ones are, everywhere.
      </p>
      <nav aria-label="What is shown" className="mt-2 flex flex-wrap gap-x-1 border-b-2 border-edge">
        {[
          { say: "The lexicon", on: !lists },
          { say: "How hedges are read", on: !!lists },
        ].map((x) => (
          <button
            key={x.say}
            type="button"
            className="min-h-[44px] px-3 hover:bg-well"
            aria-pressed={x.on}
            onClick={() =>
              void navigate({ search: (old) => ({ ...old, lists: x.say === "The lexicon" ? undefined : true }) })
            }
          >
            <span className={x.on ? "border-b-2 border-amber font-semibold" : ""}>{x.say}</span>
          </button>
        ))}
      </nav>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-4 max-[700px]:grid-cols-1">
        <label>
          <span className="caps">a word or two</span>
          <input
            id="words"
            className="field"
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            placeholder={lists ? "just short of" : "claret"}
          />
        </label>
        {!lists && (
          <label>
            <span className="caps">of which class</span>
            <select
              className="field"
              value={cls}
              onChange={(e) =>
                void navigate({ search: (old) => ({ ...old, class: e.target.value || undefined }), replace: true })
              }
            >
              <option value="">all classes</option>
              {first?.classes
                .filter((c) => c.count > 0 || c.name === cls)
                .map((c) => (
                  <option key={c.name} value={c.name}>
                    {c.name} ({c.count}): {c.says}
                  </option>
                ))}
            </select>
          </label>
        )}
      </div>
      {lists ? (
        <Hedges part={letters} />
      ) : (
        <>
          <Teach letters={letters} />
          {q.isError ? (
            <Trouble as="h2" error={q.error} onRetry={() => void q.refetch()} />
          ) : !first ? (
            <Waiting />
          ) : (
            <>
              <p role="status" className="mt-4 text-soft">
                {first.total.toLocaleString("en-GB")} {first.total === 1 ? "row" : "rows"}
              </p>
              {first.total === 0 ? (
                <p className="book py-4">
                  The reader knows no “{letters}”. Teach it above, or on the Desk where it stands.
                </p>
              ) : (
                <Rows
                  rows={(q.data?.pages ?? []).flatMap((p) => p.rows)}
                  more={q.hasNextPage && !q.isFetchingNextPage ? () => void q.fetchNextPage() : undefined}
                />
              )}
            </>
          )}
        </>
      )}
    </div>
  );
}

/** A new word for the club, and its word file out and in. */
function Teach({ letters }: { letters: string }) {
  const [words, setWords] = useState("");
  const [count, setCount] = useState(0);
  const client = useQueryClient();
  const { say } = useToasts();
  const done = () => void client.invalidateQueries();
  const add = useMutation({
    mutationFn: (t: Taught) => teach(t),
    onSuccess: (r, t) => {
      say(`The reader knows “${t.words}” from now on.`, r.deed);
      setWords("");
      setCount(count + 1);
      done();
    },
  });
  const take = useMutation({
    mutationFn: (text: string) => takeWords(text),
    onSuccess: (r) => {
      say(
        r.changed === 0
          ? `The file has ${r.rows} rows; all of them are there already.`
          : `${r.changed} of ${r.rows} rows are new or other than before.`,
        r.deed,
      );
      done();
    },
  });
  const file = useRef<HTMLInputElement>(null);
  return (
    <section className="mt-4 border-l-4 border-edge bg-well px-3 py-2" aria-label="The club’s own words">
      <label className="block">
        <span className="caps">teach the reader a word</span>
        <input
          id="new-word"
          className="field !bg-paper"
          value={words}
          maxLength={100}
          placeholder={letters || "the words, as they are written"}
          onChange={(e) => {
            add.reset();
            setWords(e.target.value);
          }}
        />
      </label>
      {words.trim() && (
        <div className="mt-2">
          <MeansForm
            key={count}
            full
            words={words.trim()}
            problem={add.error instanceof Problem ? add.error : undefined}
            onTeach={(t) => add.mutate(t)}
          />
        </div>
      )}
      <p className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.95rem]">
        <a href="/api/vocabulary.csv" download="words.csv" className="link inline-block py-1">
          The club’s words as a file
        </a>
        <button type="button" className="link py-1" onClick={() => file.current?.click()}>
          Take a word file in
        </button>
        <a href="/api/lexicon.csv" download="lexicon.csv" className="link inline-block py-1">
          The whole lexicon as a file
        </a>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          className="hidden"
          data-testid="word-file"
          onChange={(e) => {
            const f = e.target.files?.[0];
            e.target.value = "";
            if (f) void f.text().then((t) => take.mutate(t));
          }}
        />
      </p>
      {take.isError && (
        <p role="alert" className="font-semibold text-amber">
          {take.error.message}. Nothing of the file was taken in.
        </p>
      )}
    </section>
  );
}

/** The rows, of which only those in sight are drawn. */
function Rows({ rows, more }: { rows: LexiconRow[]; more: (() => void) | undefined }) {
  const list = useRef<HTMLUListElement>(null);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => 74,
    overscan: 12,
    scrollMargin: list.current?.offsetTop ?? 0,
  });
  const items = virtual.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (more && last >= rows.length - 20) more();
  }, [more, last, rows.length]);
  return (
    <ul ref={list} className="relative" style={{ height: virtual.getTotalSize() }} data-testid="lexicon">
      {items.map((v) => {
        const row = rows[v.index];
        return (
          row && (
            <li
              key={v.key}
              ref={virtual.measureElement}
              data-index={v.index}
              className="absolute inset-x-0 top-0 border-b border-rule py-1.5"
              style={{ transform: `translateY(${v.start - virtual.options.scrollMargin}px)` }}
            >
              <Row r={row} />
            </li>
          )
        );
      })}
    </ul>
  );
}

function Row({ r }: { r: LexiconRow }) {
  const [changing, setChanging] = useState(false);
  const client = useQueryClient();
  const { say } = useToasts();
  const put = useMutation({
    mutationFn: (t: Taught) => teach({ ...t, again: true }),
    onSuccess: (d, t) => {
      setChanging(false);
      say(`“${t.words}” is changed.`, d.deed);
      void client.invalidateQueries();
    },
  });
  const off = useMutation({
    mutationFn: () => unteach(r.words),
    onSuccess: (d) => {
      say(`The reader no longer knows “${r.words}”.`, d.deed);
      void client.invalidateQueries();
    },
    onError: (x) => say(x.message),
  });
  return (
    <>
      <div className="grid grid-cols-[minmax(0,15rem)_minmax(0,1fr)_auto] items-baseline gap-x-4 max-[700px]:grid-cols-1">
        <span className="book text-[1.15rem] font-semibold [overflow-wrap:anywhere]">
          {r.words}
          {r.hue && (
            <span
              className="ml-2 inline-block size-4 border border-edge align-middle"
              style={{ background: r.hue }}
              role="img"
              aria-label={`colour ${r.hue}`}
            />
          )}
        </span>
        <span className="min-w-0 leading-snug [overflow-wrap:anywhere]">
          {r.says || r.class}
          <span className="block text-[0.9rem] text-soft">
            {[r.says && r.class, r.basis].filter(Boolean).join(" · ")}
            {r.example && (
              <>
                {" · "}
                <i className="book">{r.example}</i>
              </>
            )}
          </span>
        </span>
        <span className="flex items-baseline gap-3 text-right text-[0.95rem]">
          {r.uses > 0 ? (
            <Link to="/" search={{ q: `"${r.words}"` }} className="link py-1">
              in {r.over ? `over ${r.uses}` : r.uses} {r.uses === 1 ? "dressing" : "dressings"}
            </Link>
          ) : (
            <span className="text-soft">in none</span>
          )}
          {r.taught && (
            <>
              <button
                type="button"
                className="link py-1"
                aria-expanded={changing}
                onClick={() => setChanging(!changing)}
              >
                change<span className="sr-only"> {r.words}</span>
              </button>
              <button type="button" className="link py-1" onClick={() => off.mutate()}>
                take back<span className="sr-only"> {r.words}</span>
              </button>
            </>
          )}
        </span>
      </div>
      {changing && r.taught && (
        <div className="my-2">
          <MeansForm
            full
            words={r.words}
            start={r.taught}
            problem={put.error instanceof Problem ? put.error : undefined}
            onTeach={(t) => put.mutate(t)}
            onLeave={() => setChanging(false)}
          />
        </div>
      )}
    </>
  );
}
