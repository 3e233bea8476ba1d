import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { type Folio, folioQuery, Problem, restoreRevision, reviseDressing, withdraw } from "../../api/client";
import { Fly } from "../../drawing/Fly";
import { useKeys } from "../../kit/keys";
import { hookWords, nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { Evidence } from "./Evidence";
import { FolioTabs } from "./FolioTabs";
import { Notices } from "./Notices";
import { PartsTable } from "./PartsTable";
import { StandardForm } from "./StandardForm";
import { BudgetStrip, WorkingsPart } from "./Workings";

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
    if (q.data) show(q.data.measured.hook);
    return () => show(undefined);
  }, [q.data, show]);
  useTitle(q.data && nameOf(q.data.entry));
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

/** How wide the drawing is by its height. */
const ratio = 2.35;

function FolioPage({ f, fill, onFill }: { f: Folio; fill: boolean; onFill: (on: boolean) => void }) {
  const { entry: e, dressing: d, measured: m } = f;
  const navigate = useNavigate();
  const client = useQueryClient();
  const { say } = useToasts();
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
        <Notices
          f={f}
          onPutBack={() => take.mutate(false)}
          onRestore={() => restore.mutate(e.revision)}
          onAnew={() => anew.mutate()}
          busy={anew.isPending}
        />
        <header className="flex flex-wrap items-baseline gap-x-4">
          <span className="text-soft" title="folio">
            {e.folio}
          </span>
          <h1 className={`min-w-0 text-4xl [overflow-wrap:anywhere] ${e.title ? "" : "italic"}`}>
            {e.title ? <bdi>{e.title}</bdi> : "a fly without a name"}
            {e.qualifier && <span className="text-2xl text-soft"> ({e.qualifier})</span>}
          </h1>
          {d.kind && <span className="caps">a {d.kind}</span>}
          {f.parents.map((p) => (
            <span key={p.folio + p.kind} className="text-soft">
              {p.kind}{" "}
              <Link
                className="link book text-ink [overflow-wrap:anywhere]"
                to="/folio/$folio"
                params={{ folio: String(p.folio) }}
              >
                <bdi>{nameOf(p)}</bdi>
              </Link>
            </span>
          ))}
        </header>
        <FolioTabs folio={e.folio} pattern={e.pattern} />
        {d.parts.length === 0 ? (
          <p className="book mt-3 border-l-4 border-edge bg-well px-3 py-3 text-[1.15rem]">
            Only the name is known so far. When a dressing turns up, revise this folio.
          </p>
        ) : (
          <>
            <Fly
              outline={f.outline}
              ratio={ratio}
              ruler
              label={`${nameOf(e)} in side view on a ${hookWords(m.hook)}, eye to the right`}
              className="mt-2 w-full bg-well"
            />
            <BudgetStrip folio={e.folio} outline={f.outline} ratio={ratio} />
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
      <Evidence f={f} onRevise={revise} onWithdraw={() => take.mutate(true)} />
    </div>
  );
}
