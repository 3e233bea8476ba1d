import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useCallback, useRef, useState } from "react";
import { type Batch, batchBack, batchQuery, fileSome, itemsQuery, stopBatch } from "../../api/client";
import { useKeys } from "../../kit/keys";
import { History, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { counts } from "./counts";
import { Items, walk } from "./Items";

/** How many recipes one request files: often enough to be truthful, seldom
 * enough to be quick. */
const slice = 25;

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
