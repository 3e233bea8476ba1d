import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { useCallback, useEffect, useRef, useState } from "react";
import {
  type Batch,
  batchBack,
  batchesQuery,
  batchQuery,
  fileSome,
  type Item,
  itemsQuery,
  Problem,
  stopBatch,
  takeIn,
} from "../../api/client";
import { useKeys } from "../../kit/keys";
import { History, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { takeHanded } from "./handed";

/** How many recipes one request files: often enough to be truthful, seldom
 * enough to be quick. */
const slice = 25;

/** Takes in a file with many recipes. */
export function BoxRoom() {
  const batches = useQuery(batchesQuery);
  const navigate = useNavigate();
  const client = useQueryClient();
  const [pasted, setPasted] = useState("");
  const area = useRef<HTMLTextAreaElement>(null);
  const input = useRef<HTMLInputElement>(null);
  const taking = useMutation({
    mutationFn: async ({ name, text }: { name: string; text: string | File }) => {
      const words = typeof text === "string" ? text : await text.text();
      return takeIn(crypto.randomUUID(), name, words);
    },
    onSuccess: (b) => {
      setPasted("");
      void client.invalidateQueries({ queryKey: ["batches"] });
      void navigate({ to: "/box/$batch", params: { batch: b.id } });
    },
  });
  const { mutate } = taking;
  const take = useCallback((f: File) => mutate({ name: f.name, text: f }), [mutate]);
  useEffect(() => {
    const f = takeHanded();
    if (f) take(f);
  }, [take]);
  useKeys("Card box", [
    { key: "e", what: "into the text", do: () => area.current?.focus() },
    { key: "o", what: "choose a file", do: () => input.current?.click() },
    { key: "Ctrl Enter", what: "take the pasted recipes in" },
  ]);
  useEffect(() => {
    const over = (e: DragEvent) => e.preventDefault();
    const drop = (e: DragEvent) => {
      e.preventDefault();
      const f = e.dataTransfer?.files[0];
      if (f) take(f);
    };
    addEventListener("dragover", over);
    addEventListener("drop", drop);
    return () => {
      removeEventListener("dragover", over);
      removeEventListener("drop", drop);
    };
  }, [take]);
  const paste = () =>
    pasted.trim() &&
    mutate({
      name: `Pasted ${new Date().toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}`,
      text: pasted,
    });
  return (
    <div className="box mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      <h1 className="text-4xl">Card box</h1>
      <p className="book mt-1 max-w-prose">
        Drop a file with many recipes here, choose one, or paste them. They are cut at ruled lines, at two blank lines,
        and where the next name begins. Nothing is filed until you say so, and all of it can be taken back in one go.
      </p>
      <label className="mt-4 block">
        <span className="caps">many recipes</span>
        <textarea
          ref={area}
          id="many"
          className="field min-h-[220px]"
          value={pasted}
          spellCheck={false}
          onChange={(e) => setPasted(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) paste();
            if (e.key === "Escape") e.currentTarget.blur();
          }}
        />
      </label>
      <p className="mt-3 flex flex-wrap items-center gap-4">
        <button type="button" className="btn btn-main" disabled={!pasted.trim() || taking.isPending} onClick={paste}>
          {taking.isPending ? "Reading …" : "Take them in"}
        </button>
        <button type="button" className="btn" onClick={() => input.current?.click()}>
          Choose a file …
        </button>
        <input
          ref={input}
          type="file"
          accept=".txt,text/plain"
          aria-label="A file with many recipes"
          className="sr-only"
          tabIndex={-1}
          onChange={(e) => {
            const f = e.target.files?.[0];
            if (f) take(f);
            e.target.value = "";
          }}
        />
      </p>
      {taking.isError && (
        <p role="alert" className="mt-3 border-l-4 border-amber bg-well px-3 py-2 font-semibold text-amber">
          {taking.error instanceof Problem ? taking.error.message : "The file could not be read."}
        </p>
      )}
      {batches.data && batches.data.length > 0 && (
        <section className="mt-8">
          <h2 className="text-2xl">Taken in before</h2>
          <ul>
            {batches.data.map((b) => (
              <li key={b.id} className="border-b border-rule">
                <Link
                  to="/box/$batch"
                  params={{ batch: b.id }}
                  className="flex min-h-[48px] items-center gap-4 hover:bg-well"
                >
                  <span className="book grow text-[1.2rem]">{b.name}</span>
                  <span className="text-soft">{counts(b)}</span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

const counts = (b: Batch) =>
  [
    b.withdrawn && "taken back",
    b.filed > 0 && `${b.filed} filed`,
    b.clean > 0 && `${b.clean} ready`,
    b.look > 0 && `${b.look} to look at`,
    b.refused > 0 && `${b.refused} refused`,
  ]
    .filter(Boolean)
    .join(", ");

/** One file: what is ready, what needs a look, and how far the filing is. */
export function BatchRoom() {
  const { batch: id } = useParams({ from: "/box/$batch" });
  const q = useQuery(batchQuery(id));
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return <BatchPage b={q.data} />;
}

function BatchPage({ b }: { b: Batch }) {
  const client = useQueryClient();
  const { say } = useToasts();
  const stopped = useRef(false);
  const [running, setRunning] = useState(false);
  const [trouble, setTrouble] = useState("");
  const look = useQuery(itemsQuery(b.id, "look"));
  const filed = useQuery({ ...itemsQuery(b.id, "filed"), enabled: b.filed > 0 && !running });
  const refused = useQuery({ ...itemsQuery(b.id, "refused"), enabled: b.refused > 0 });
  useTitle(b.name);
  const put = useCallback((now: Batch) => client.setQueryData(batchQuery(now.id).queryKey, now), [client]);
  const refresh = useCallback(() => void client.invalidateQueries(), [client]);

  const run = async () => {
    setRunning(true);
    setTrouble("");
    stopped.current = false;
    try {
      let now = await stopBatch(b.id, false);
      put(now);
      while (now.clean > 0 && !stopped.current) {
        const p = await fileSome(b.id, slice);
        now = p;
        put(p);
        if (p.just.length === 0) break;
      }
      if (!stopped.current) say(`${now.filed} recipes of ${b.name} are filed.`);
    } catch (e) {
      setTrouble(e instanceof Error ? e.message : "The filing stopped.");
    } finally {
      setRunning(false);
      refresh();
    }
  };
  const stop = async () => {
    stopped.current = true;
    put(await stopBatch(b.id, true));
  };
  const back = useMutation({
    mutationFn: (withdrawn: boolean) => batchBack(b.id, withdrawn),
    onSuccess: (now) => {
      put(now);
      say(now.withdrawn ? `All ${now.filed} are taken back.` : `All ${now.filed} are in the ledger again.`);
      refresh();
    },
    onError: (e) => setTrouble(e.message),
  });
  useKeys("Card box", [
    ...(b.clean > 0 && !running ? [{ key: "f", what: "file all that are ready", do: () => void run() }] : []),
    ...(running ? [{ key: "s", what: "stop the filing", do: () => void stop() }] : []),
    { key: "j", what: "the next to look at", do: () => walk(1) },
    { key: "k", what: "the one before", do: () => walk(-1) },
  ]);
  const all = b.clean + b.filed + b.refused;
  const done = b.filed + b.refused;
  return (
    <div className="box mx-auto max-w-[1100px] px-8 pt-5 pb-10">
      <p>
        <Link to="/box" className="link">
          Card box
        </Link>
      </p>
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h1 className="text-4xl">{b.name}</h1>
        <History record="box" of={b.id} />
      </div>
      <p className="mt-1 text-soft">{counts(b)}</p>
      {(running || (done > 0 && b.clean > 0)) && (
        <div className="mt-4">
          <progress value={done} max={all} aria-label="Filed so far" className="h-4 w-full accent-(--amber)" />
          <p role="status" data-testid="progress">
            {done} of {all} {running ? "…" : b.cancelled ? "were filed before it was stopped" : "are filed"}
          </p>
        </div>
      )}
      <p className="mt-4 flex flex-wrap gap-4">
        {b.clean > 0 && !running && !b.withdrawn && (
          <button type="button" className="btn btn-main" onClick={() => void run()}>
            File the {b.clean} that are ready
          </button>
        )}
        {running && (
          <button type="button" className="btn btn-main" onClick={() => void stop()}>
            Stop
          </button>
        )}
        {b.filed > 0 && !running && (
          <button type="button" className="btn" onClick={() => back.mutate(!b.withdrawn)}>
            {b.withdrawn ? "Put all of it back" : "Take all of it back"}
          </button>
        )}
      </p>
      {trouble && (
        <p role="alert" className="mt-3 border-l-4 border-amber bg-well px-3 py-2 font-semibold text-amber">
          {trouble} What is filed stays filed; go on when you like.
        </p>
      )}
      <Items title="To look at first" list={look.data} batch={b.id} open />
      <Items title="Refused" list={refused.data} batch={b.id} open />
      {!running && <Items title="Filed" list={filed.data} batch={b.id} />}
    </div>
  );
}

function walk(by: number) {
  const rows = [...document.querySelectorAll<HTMLElement>("[data-walk]")];
  const at = rows.indexOf(document.activeElement as HTMLElement);
  const next = rows[Math.min(Math.max(at < 0 ? 0 : at + by, 0), rows.length - 1)];
  next?.focus();
  next?.scrollIntoView({ block: "nearest" });
}

function Items({
  title,
  list,
  batch,
  open,
}: {
  title: string;
  list: Item[] | undefined;
  batch: string;
  open?: boolean;
}) {
  if (!list || list.length === 0) return null;
  return (
    <details className="mt-6" open={open}>
      <summary className="cursor-pointer font-book text-2xl font-semibold">
        {title} <span className="text-soft">({list.length})</span>
      </summary>
      <ul className="mt-1">
        {list.map((i) => (
          <li key={i.position} className="border-b border-rule">
            <Link
              {...(i.folio
                ? { to: "/folio/$folio", params: { folio: String(i.folio) } }
                : { to: "/desk", search: { batch, item: i.position } })}
              data-walk
              className="grid min-h-[48px] grid-cols-[5rem_minmax(0,18rem)_1fr] items-baseline gap-3 py-2.5 hover:bg-well"
            >
              <span className="text-right text-soft">{i.folio ? `folio ${i.folio}` : `line ${i.line}`}</span>
              <span className="book text-[1.15rem] leading-tight">{i.title}</span>
              <span className="leading-snug">{i.why}</span>
            </Link>
          </li>
        ))}
      </ul>
    </details>
  );
}
