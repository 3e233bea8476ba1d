import { useInfiniteQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { Fragment } from "react";
import { type Deed, deedKinds, deedsQuery, type Records, type Sought, seat } from "../../api/client";
import { useKeys } from "../../kit/keys";
import { Further, nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";

const records: Record<Records, string> = {
  dressing: "dressings",
  hook: "hooks",
  word: "words",
  school: "schools",
  tray: "trays",
  box: "card boxes",
  material: "materials",
  pattern: "patterns",
  source: "sources",
  accession: "bequests",
  period: "words for dates",
};

/** What was done: by whom, when, why, and what stood before and after. */
export function JournalRoom() {
  const f = useSearch({ from: "/journal" });
  const q = useInfiniteQuery(deedsQuery(f));
  const navigate = useNavigate({ from: "/journal" });
  const set = (change: Partial<Sought>) => void navigate({ search: (old) => ({ ...old, ...change }), replace: true });
  const folio = f.record === "dressing" ? f.of : undefined;
  const deeds = q.data?.pages.flatMap((p) => p.deeds) ?? [];
  useTitle(folio ? `History of folio ${folio}` : "Journal");
  useKeys("Journal", [
    {
      key: "m",
      what: f.mine ? "what was done from everywhere" : "only what was done from here",
      do: () => set({ mine: !f.mine }),
    },
  ]);
  return (
    <div className="journal mx-auto max-w-[1080px] px-8 pt-5 pb-10">
      <header className="flex flex-wrap items-baseline gap-x-5">
        <h1 className="text-4xl">{titleOf(f)}</h1>
        {folio && (
          <Link to="/folio/$folio" params={{ folio }} className="link">
            to the folio
          </Link>
        )}
        {f.of && (
          <Link to="/journal" className="link">
            all deeds
          </Link>
        )}
        <a href="/api/bag" download="moth-ledger.zip" className="btn ml-auto">
          Take the whole ledger out
        </a>
      </header>
      <p className="book mt-1 max-w-prose text-soft">
        Every change stands here with what stood before it. Undoing is a change itself, so it can be undone too.
      </p>
      <form className="mt-3 flex flex-wrap items-end gap-x-4 gap-y-1" aria-label="Which deeds">
        {!f.of && (
          <label>
            <span className="caps block">about</span>
            <select
              className="field w-auto"
              value={f.record ?? ""}
              onChange={(e) => set({ record: (e.target.value || undefined) as Records | undefined })}
            >
              <option value="">everything</option>
              {Object.entries(records).map(([k, say]) => (
                <option key={k} value={k}>
                  {say}
                </option>
              ))}
            </select>
          </label>
        )}
        <label>
          <span className="caps block">kind</span>
          <select
            className="field w-auto"
            value={f.kind ?? ""}
            onChange={(e) => set({ kind: (e.target.value || undefined) as Deed["kind"] | undefined })}
          >
            <option value="">every kind</option>
            {deedKinds.map((k) => (
              <option key={k}>{k}</option>
            ))}
          </select>
        </label>
        <label>
          <span className="caps block">day</span>
          <input
            type="date"
            className="field w-auto"
            value={f.day ?? ""}
            onChange={(e) => set({ day: e.target.value || undefined })}
          />
        </label>
        <label className="flex min-h-[42px] items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-(--amber)"
            checked={!!f.mine}
            onChange={(e) => set({ mine: e.target.checked || undefined })}
          />
          only from this browser
        </label>
      </form>
      {q.isError ? (
        <Trouble as="h2" error={q.error} onRetry={() => void q.refetch()} />
      ) : !q.data ? (
        <Waiting />
      ) : deeds.length === 0 ? (
        <p className="book py-10">
          Nothing of that kind was done{f.day ? " on that day" : ""}.{" "}
          <Link to="/journal" className="link">
            All deeds
          </Link>
        </p>
      ) : (
        <ol className="mt-3 border-t-2 border-edge" data-testid="deeds">
          {deeds.map((d, i) => (
            <Fragment key={d.id}>
              {day(d) !== day(deeds[i - 1]) && (
                <li className="bg-well px-3 py-1.5 font-book text-lg font-semibold">{day(d)}</li>
              )}
              <Entry d={d} />
            </Fragment>
          ))}
        </ol>
      )}
      <Further q={q} say="Further back" busy="Turning back …" />
    </div>
  );
}

function titleOf(f: Sought): string {
  if (!f.of) return "Journal";
  if (f.record === "dressing") return `History of folio ${f.of}`;
  return f.record === "box" ? "History of a card box" : `History of ${f.of}`;
}

const day = (d: Deed | undefined) =>
  d &&
  new Date(d.doneAt).toLocaleDateString("en-GB", { weekday: "long", day: "numeric", month: "long", year: "numeric" });

function from(s: string): string {
  if (s === seat) return "this browser";
  if (!s) return "no seat named";
  return s.includes(" ") ? s : `seat ${s.slice(0, 4)}`;
}

function Entry({ d }: { d: Deed }) {
  const { undoDeed } = useToasts();
  return (
    <li
      className="grid grid-cols-[4.5rem_minmax(0,1fr)_auto] items-start gap-x-4 border-b border-rule py-2"
      data-deed={d.id}
    >
      <time dateTime={d.doneAt} className="pl-3 text-soft">
        {new Date(d.doneAt).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}
      </time>
      <div className="min-w-0 leading-snug">
        <p className={d.undone ? "text-soft line-through" : ""}>
          {d.folio ? (
            <>
              <Link to="/folio/$folio" params={{ folio: String(d.folio) }} className="book link text-[1.15rem]">
                {d.folio} · {nameOf({ title: d.title ?? "", folio: d.folio })}
              </Link>
              <span className="ml-2">{d.what}</span>
            </>
          ) : (
            <span className="book text-[1.15rem]">{d.what}</span>
          )}
        </p>
        {d.why && <p className="book italic">“{d.why}”</p>}
        <ul className="mt-0.5 text-[0.95rem]">
          {d.steps.map((s) => (
            <li key={s.what + s.before + s.after}>
              <span className="text-soft">{s.what}</span>
              {(s.before || s.after) && (
                <>
                  : {s.before || <i className="text-soft">nothing</i>}
                  <span aria-hidden> → </span>
                  <span className="sr-only"> became </span>
                  <span className="font-semibold">{s.after || <i className="font-normal">nothing</i>}</span>
                </>
              )}
              {s.details?.map((x) => (
                <span key={x} className="book block pl-4">
                  {x}
                </span>
              ))}
            </li>
          ))}
        </ul>
      </div>
      <p className="flex flex-col items-end gap-1 pr-1 text-right text-[0.92rem] text-soft">
        <span>{from(d.seat)}</span>
        {d.undone ? (
          <span>undone</span>
        ) : d.known ? (
          <button type="button" className="btn !min-h-[36px]" onClick={() => undoDeed(d.id)}>
            Undo<span className="sr-only">: {d.what}</span>
          </button>
        ) : (
          <span title="it is older than the journal of what stood before">cannot be undone</span>
        )}
      </p>
    </li>
  );
}
