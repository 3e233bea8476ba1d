import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import {
  type Folio,
  folioQuery,
  Problem,
  type Relative,
  restoreRevision,
  reviseDressing,
  withdraw,
} from "../../api/client";
import { Fly } from "../../drawing/Fly";
import { useKeys } from "../../kit/keys";
import {
  asWritten,
  countWords,
  Fact,
  hookWords,
  materialWords,
  mmWords,
  nameOf,
  PartExtras,
  prepWords,
  ratioWords,
  Trouble,
  Waiting,
} from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { Lineage } from "./Lineage";
import { Advice, BudgetStrip, WorkingsPart } from "./Workings";

/** One dressing, drawn to scale, with its parts and its evidence. */
export function FolioRoom() {
  const { folio } = useParams({ from: "/folio/$folio" });
  const { revision = 0 } = useSearch({ from: "/folio/$folio" });
  const number = Number(folio);
  const { vice, show } = useVice();
  const good = Number.isInteger(number) && number > 0;
  const [fill, setFill] = useState(() => localStorage.getItem("mothledger.fill") === "yes");
  const q = useQuery({ ...folioQuery(number, vice, revision, fill), enabled: good });
  useEffect(() => {
    if (q.data) {
      show(q.data.measured.hook);
      document.title = `${nameOf(q.data.entry)} · Moth Ledger`;
    }
    return () => show(undefined);
  }, [q.data, show]);
  if (!good) return <Trouble error={new Problem(`“${folio}” is no folio; a folio is a number.`, "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return (
    <FolioPage
      f={q.data}
      fill={fill}
      onFill={(on) => {
        localStorage.setItem("mothledger.fill", on ? "yes" : "no");
        setFill(on);
      }}
    />
  );
}

function FolioPage({ f, fill, onFill }: { f: Folio; fill: boolean; onFill: (on: boolean) => void }) {
  const { entry: e, dressing: d, measured: m } = f;
  const navigate = useNavigate();
  const client = useQueryClient();
  const { say } = useToasts();
  const old = e.revision !== e.newest;
  const take = useMutation({
    mutationFn: (back: boolean) => withdraw(e.folio, back),
    onSuccess: (r, back) => {
      say(back ? `Folio ${e.folio} is taken back.` : `Folio ${e.folio} is in the ledger again.`, r.deed);
      void client.invalidateQueries();
    },
    onError: (x) => say(x.message),
  });
  const restore = useMutation({
    mutationFn: (n: number) => restoreRevision(e.folio, e.newest, n),
    onSuccess: (r, n) => {
      say(`Revision ${n} stands again, as revision ${r.revision}.`, r.deed);
      void client.invalidateQueries();
      void navigate({ to: "/folio/$folio", params: { folio: String(e.folio) } });
    },
    onError: (x) => say(x.message),
  });
  const anew = useMutation({
    mutationFn: () => reviseDressing(e.folio, e.newest, crypto.randomUUID(), { text: f.text, why: "read anew" }),
    onSuccess: (r) => {
      say(`Read anew, as revision ${r.revision}.`, r.deed);
      void client.invalidateQueries();
    },
    onError: (x) => say(x.message),
  });
  const revise = () => void navigate({ to: "/desk", search: { folio: e.folio } });
  const parent = f.parents[0];
  useKeys("Folio", [
    { key: "e", what: "revise this dressing", do: revise },
    {
      key: "s",
      what: "the size table",
      do: () => void navigate({ to: "/folio/$folio/sizes", params: { folio: String(e.folio) } }),
    },
    ...(parent
      ? [
          {
            key: "p",
            what: `beside its parent, ${nameOf(parent)}`,
            do: () =>
              void navigate({
                to: "/spread/$parent/$variant",
                params: { parent: String(parent.folio), variant: String(e.folio) },
              }),
          },
        ]
      : []),
    {
      key: "j",
      what: "the next folio",
      do: () => void navigate({ to: "/folio/$folio", params: { folio: String(e.folio + 1) } }),
    },
    {
      key: "k",
      what: "the folio before",
      do: () => e.folio > 1 && void navigate({ to: "/folio/$folio", params: { folio: String(e.folio - 1) } }),
    },
  ]);
  return (
    <div className="folio mx-auto grid max-w-[1240px] grid-cols-[minmax(0,1fr)_280px] gap-x-8 px-8 pt-5 pb-10">
      <div className="min-w-0">
        {e.withdrawn && (
          <p className="mb-2 flex items-center gap-4 border-l-4 border-amber bg-well px-3 py-2">
            <span className="grow">This dressing was taken back. Its folio and its revisions are kept.</span>
            <button type="button" className="btn" onClick={() => take.mutate(false)}>
              Put it back
            </button>
          </p>
        )}
        {f.anew.length > 0 && (
          <div className="no-print mb-2 border-l-4 border-edge bg-well px-3 py-2" data-testid="anew">
            <details>
              <summary className="min-h-[36px] cursor-pointer py-1">
                Today’s reader would read these words otherwise in {f.anew.length}{" "}
                {f.anew.length === 1 ? "place" : "places"}
              </summary>
              <ul className="book mt-1 list-disc pl-6">
                {f.anew.map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </ul>
              <p className="mt-2 flex flex-wrap items-center gap-4">
                <button type="button" className="btn" disabled={anew.isPending} onClick={() => anew.mutate()}>
                  File it as read anew
                </button>
                <Link to="/anew" className="link">
                  all that would be read anew
                </Link>
                <span className="text-[0.92rem] text-soft">
                  The reading that was filed stays as the revision before; corrections and settlements are kept.
                </span>
              </p>
            </details>
          </div>
        )}
        {old && (
          <p className="mb-2 flex flex-wrap items-center gap-4 border-l-4 border-amber bg-well px-3 py-2">
            <span className="grow">
              Revision {e.revision} of {e.newest}. The{" "}
              <Link className="link" to="/folio/$folio" params={{ folio: String(e.folio) }}>
                newest
              </Link>{" "}
              says what holds now.
            </span>
            <button type="button" className="btn" onClick={() => restore.mutate(e.revision)}>
              Restore this one
            </button>
          </p>
        )}
        <header className="flex flex-wrap items-baseline gap-x-4">
          <span className="text-soft" title="folio">
            {e.folio}
          </span>
          <h1 className={`text-4xl ${e.title ? "" : "italic"}`}>{e.title || "a fly without a name"}</h1>
          {d.kind && <span className="caps">a {d.kind}</span>}
          {f.parents.map((p) => (
            <span key={p.folio + p.kind} className="text-soft">
              {p.kind}{" "}
              <Link className="link book text-ink" to="/folio/$folio" params={{ folio: String(p.folio) }}>
                {nameOf(p)}
              </Link>
            </span>
          ))}
        </header>
        {d.parts.length === 0 ? (
          <p className="book mt-3 border-l-4 border-edge bg-well px-3 py-3 text-[1.15rem]">
            Only the name is known so far. When a dressing turns up, revise this folio.
          </p>
        ) : (
          <>
            <Fly
              outline={f.outline}
              ratio={2.35}
              ruler
              label={`${nameOf(e)} in side view on a ${hookWords(m.hook)}, eye to the right`}
              className="mt-2 w-full bg-well"
            />
            <BudgetStrip folio={e.folio} />
            <label className="no-print my-1 flex min-h-[36px] items-center gap-2 text-[0.95rem]">
              <input
                type="checkbox"
                className="size-5 accent-(--amber)"
                checked={fill}
                onChange={(x) => onFill(x.target.checked)}
              />
              fill in what the dressing is silent about, by the club’s{" "}
              <Link to="/schools" className="link">
                schools
              </Link>{" "}
              or{" "}
              <Link to="/schools" search={{ folio: e.folio }} className="link">
                its own
              </Link>
              {fill && f.filled && f.filled.length > 0 && (
                <span className="text-soft" data-testid="filled">
                  (assumed: {f.filled.map((x) => `${x.role} ${x.what}`).join(", ")})
                </span>
              )}
            </label>
          </>
        )}
        {d.essentials && d.essentials.length > 0 && (
          <p className="mb-2 border-l-4 border-edge bg-well px-3 py-1.5">
            <span className="caps">what makes it this fly </span>
            <span className="book">{d.essentials.join("; ")}</span>
          </p>
        )}
        {d.parts.length > 0 && <PartsTable f={f} />}
        {m.warnings.map((w) => (
          <p key={w.code + w.part} className="mt-3 border-l-4 border-amber bg-well px-3 py-2">
            <b>{w.part}</b>: {w.text}
          </p>
        ))}
        {d.contradictions.map((c) => {
          const s = f.settlements.find((x) => x.text === c.text);
          return (
            <p key={c.text} className="mt-3 border-l-4 border-amber bg-well px-3 py-2">
              This account says two things: <span className="book">{c.text}</span>
              {s ? (
                <span className="block">
                  {s.chosen ? (
                    <>
                      The ledger adopts <b className="book">{s.chosen}</b>
                    </>
                  ) : (
                    "The ledger adopts neither"
                  )}
                  {s.note && <>: {s.note}</>}
                </span>
              ) : (
                <span className="block text-soft">Not settled yet; revise it to say which one stands.</span>
              )}
            </p>
          );
        })}
        {d.unread.length > 0 && (
          <p className="mt-3 border-l-4 border-edge bg-well px-3 py-2">
            Not understood, kept as written:{" "}
            {d.unread.map((u, i) => (
              <span key={i} className="mk-unread mr-3">
                {u.text}
              </span>
            ))}
          </p>
        )}
        {d.parts.length > 0 && <StandardForm f={f} />}
        {d.parts.length > 0 && <WorkingsPart f={f} />}
      </div>
      <aside aria-label="Evidence and family" className="border-l border-rule pl-6">
        <dl>
          <Fact label="originator">{d.originator}</Fact>
          <Fact label="tied by">{d.tier}</Fact>
          <Fact label="source">
            {e.source && (
              <>
                <i>{e.source}</i>
                {e.page && `, p. ${e.page}`}
              </>
            )}
          </Fact>
          <Fact label="date">
            {e.date && (
              <>
                {e.date}
                {e.dated && e.dated.says !== e.date && (
                  <span className="font-plain block text-[0.92rem] text-soft" data-testid="dated">
                    {e.dated.says}
                  </span>
                )}
              </>
            )}
          </Fact>
          <Fact label="sizes">{e.sizes}</Fact>
          <Fact label="imitates">{d.imitates}</Fact>
          <Fact label={f.parents.length > 0 ? "why" : "note"}>{e.reason}</Fact>
        </dl>
        <Lineage f={f} />
        <Family
          title="Variants"
          list={f.variants}
          other={(v) => ({ parent: String(e.folio), variant: String(v.folio) })}
        />
        <Advice folio={e.folio} />
        <Revisions f={f} />
        <p className="no-print mt-4 flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={revise} aria-keyshortcuts="e">
            Revise
          </button>
          <Link to="/folio/$folio/sizes" params={{ folio: String(e.folio) }} className="btn">
            Size table
          </Link>
          <Link to="/journal" search={{ record: "dressing", of: String(e.folio) }} className="btn">
            History
          </Link>
          {!e.withdrawn && (
            <button type="button" className="btn" onClick={() => take.mutate(true)}>
              Take it back
            </button>
          )}
        </p>
        <p className="mt-4 text-[0.9rem] text-soft">
          Dashed strokes and “usual” figures are not stated in the dressing.
        </p>
      </aside>
    </div>
  );
}

/** What was filed, and when; any two can be laid side by side. */
function Revisions({ f }: { f: Folio }) {
  const e = f.entry;
  return (
    <section className="mt-5" aria-labelledby="revisions">
      <h2 id="revisions" className="text-xl">
        {f.revisions.length === 1 ? "Revision 1" : `${f.revisions.length} revisions`}
      </h2>
      <ol>
        {f.revisions.map((r, i) => {
          const before = f.revisions[i + 1];
          return (
            <li key={r.number} className="border-b border-rule py-1 leading-snug">
              <Link
                to="/folio/$folio"
                params={{ folio: String(e.folio) }}
                search={r.number === e.newest ? {} : { revision: r.number }}
                className={`inline-block py-1 ${r.number === e.revision ? "font-semibold" : "link"}`}
                aria-current={r.number === e.revision ? "true" : undefined}
              >
                {r.number} ·{" "}
                {new Date(r.filedAt).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" })}
              </Link>
              {r.why && <span className="book block text-[1rem]">{r.why}</span>}
              {before && (
                <Link
                  to="/spread/$parent/$variant"
                  params={{ parent: String(e.folio), variant: String(e.folio) }}
                  search={{ a: before.number, b: r.number }}
                  className="block py-1 text-[0.95rem] text-soft hover:text-amber"
                >
                  what it changed<span className="sr-only"> in revision {r.number}</span> →
                </Link>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

function Family({
  title,
  list,
  other,
}: {
  title: string;
  list: Relative[];
  other: (e: Relative) => { parent: string; variant: string };
}) {
  if (list.length === 0) return null;
  return (
    <section className="mt-5">
      <h2 className="text-xl">{title}</h2>
      <ul>
        {list.map((e) => (
          <li key={e.folio + e.kind} className="border-b border-rule py-1">
            {e.kind !== "variant of" && <span className="caps block">{e.kind} it</span>}
            <Link
              to="/folio/$folio"
              params={{ folio: String(e.folio) }}
              className="book link inline-block py-1 leading-tight"
            >
              {nameOf(e)}
            </Link>
            {e.because && <span className="book block italic leading-snug">{e.because}</span>}
            <Link
              to="/spread/$parent/$variant"
              params={other(e)}
              className="block py-1 text-[0.95rem] text-soft hover:text-amber"
            >
              {e.verdictIs} · side by side<span className="sr-only"> with {nameOf(e)}</span> <span aria-hidden>→</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The words as filed, and beside them what the ledger took them to say. */
function StandardForm({ f }: { f: Folio }) {
  return (
    <details className="mt-4" data-testid="standard-form">
      <summary className="min-h-[36px] cursor-pointer py-1">Words as filed, beside the standard form</summary>
      <table className="mt-1 w-full table-fixed border-collapse">
        <thead>
          <tr className="border-b-2 border-edge text-left">
            <th scope="col" className="caps w-[16%] pr-3 pb-1 font-normal">
              part
            </th>
            <th scope="col" className="caps w-[42%] pr-3 pb-1 font-normal">
              as filed
            </th>
            <th scope="col" className="caps pb-1 font-normal">
              standard form
            </th>
          </tr>
        </thead>
        <tbody>
          {f.dressing.parts.map((p, i) => (
            <tr key={i} className="border-b border-rule align-baseline">
              <th scope="row" className="py-1.5 pr-3 text-left font-semibold break-words">
                {p.role}
              </th>
              <td className="book pr-3 break-words">{p.text}</td>
              <td className="book break-words">{f.standard[i]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[0.92rem] text-soft">
        The standard form is printed from the values alone; where it leaves something out, the ledger did not take it as
        a value.
      </p>
    </details>
  );
}

function PartsTable({ f }: { f: Folio }) {
  const { dressing: d, measured: m } = f;
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">Parts in tying order</caption>
      <thead>
        <tr className="border-b-2 border-edge text-left align-bottom">
          <th scope="col" className="caps pr-3 pb-1 font-normal whitespace-nowrap">
            part
          </th>
          <th scope="col" className="caps pr-3 pb-1 font-normal whitespace-nowrap">
            material and preparation
          </th>
          <th scope="col" className="caps pr-3 pb-1 font-normal whitespace-nowrap">
            how much, how wound
          </th>
          <th scope="col" className="caps pr-3 pb-1 font-normal whitespace-nowrap">
            as written
          </th>
          <th scope="col" className="caps pr-3 pb-1 text-right font-normal whitespace-nowrap">
            of shank
          </th>
          <th scope="col" className="caps pb-1 text-right font-normal whitespace-nowrap">
            mm
          </th>
        </tr>
      </thead>
      <tbody>
        {d.parts.map((p, i) => {
          const x = m.parts[i];
          return (
            <tr key={i} className="border-b border-rule align-baseline">
              <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                {p.role}
                {p.optional && <span className="caps block">optional</span>}
              </th>
              <td className="book pr-3 leading-snug">
                {materialWords(d, p)}
                {prepWords(p) && <span className="text-soft">, {prepWords(p)}</span>}
                {p.hook?.demonstration && (
                  <span className="block text-[0.95em]">shown on a {p.hook.demonstration}, to be seen</span>
                )}
                <PartExtras p={p} />
              </td>
              <td className="pr-3">{p.hook ? hookWords(m.hook) : countWords(p)}</td>
              <td className="pr-3 text-soft">{asWritten(p)}</td>
              <td className="pr-3 text-right">{ratioWords(x)}</td>
              <td className="text-right font-semibold" data-testid={`mm-${p.role}`}>
                {mmWords(x)}
                {x?.assumed && <span className="caps block font-normal">usual</span>}
                {x?.fixed && p.length && x.scaledMM !== undefined && Math.abs(x.scaledMM - (x.mm ?? 0)) > 0.04 && (
                  <span className="caps block font-normal">{x.scaledMM.toFixed(1)} scaled</span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
