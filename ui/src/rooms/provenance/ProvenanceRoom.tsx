import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { Problem } from "../../api/client";
import { type FolioProvenance, placeDressing, provenanceQuery, type Standing, standings } from "../../api/evidence";
import { Choice, Lines, Refused } from "../../kit/form";
import { Profile } from "../../kit/Profile";
import { nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { FolioTabs } from "../folio/FolioTabs";
import { Told } from "./Told";

/** Whose fly it is: the accounts of one dressing and of its pattern. */
export function ProvenanceRoom() {
  const { folio } = useParams({ from: "/folio/$folio/provenance" });
  const number = Number(folio);
  const { vice, show } = useVice();
  useEffect(() => show(undefined), [show]);
  const good = Number.isInteger(number) && number > 0;
  const q = useQuery({ ...provenanceQuery(number, vice), enabled: good });
  useTitle(q.data && `${nameOf(q.data.entry)}, provenance`);
  if (!good) return <Trouble error={new Problem(`“${folio}” is no folio; a folio is a number.`, "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return <Page p={q.data} />;
}

function Page({ p }: { p: FolioProvenance }) {
  const e = p.entry;
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <header className="flex flex-wrap items-center gap-x-5">
        <Profile e={e} className="h-[66px] w-[116px] shrink-0" />
        <div className="min-w-0 grow">
          <h1 className="text-4xl [overflow-wrap:anywhere]">
            <bdi>{nameOf(e)}</bdi>
            {e.qualifier && <span className="text-2xl text-soft"> ({e.qualifier})</span>}
          </h1>
          <FolioTabs folio={e.folio} pattern={p.pattern} />
        </div>
      </header>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)_300px] gap-x-8 max-[1000px]:grid-cols-1">
        <Told pattern={p.pattern} folio={p.standing === "variant" ? e.folio : undefined} p={p} />
        <aside
          aria-label="Where it stands"
          className="border-l border-rule pl-6 max-[1000px]:border-0 max-[1000px]:pl-0"
        >
          <Place p={p} />
          {p.cards.map((c) => (
            <section key={c.id} className="mt-5">
              <h2 className="text-xl">Described from a card</h2>
              <p>
                <Link to="/bequests/$id" params={{ id: String(c.accession) }} className="link">
                  {c.oldNumber || c.title || "a card without a number"}
                </Link>
                {c.place && <span className="text-soft">, {c.place}</span>}
              </p>
              {c.front && (
                <a href={`/api/pictures/${c.front}`}>
                  <img
                    src={`/api/pictures/${c.front}`}
                    alt={`Front of card ${c.oldNumber ?? ""}`}
                    className="mt-1 w-full border border-edge"
                  />
                </a>
              )}
            </section>
          ))}
        </aside>
      </div>
    </div>
  );
}

/** In which pattern a dressing stands, and as what. */
function Place({ p }: { p: FolioProvenance }) {
  const [changing, setChanging] = useState(false);
  const [as, setAs] = useState<Standing>(p.standing || "undecided");
  const [note, setNote] = useState(p.note ?? "");
  const { say } = useToasts();
  const client = useQueryClient();
  const save = useMutation({
    mutationFn: (own: boolean) =>
      placeDressing(p.entry.folio, {
        pattern: own ? 0 : p.pattern,
        standing: own ? "witness" : as,
        note: note || undefined,
      }),
    onSuccess: (r, own) => {
      say(own ? "It has a pattern of its own now." : `It stands as ${as} now; its folio stays.`, r.deed);
      setChanging(false);
      void client.invalidateQueries();
    },
  });
  const says = {
    witness: "means to report the pattern",
    variant: "was altered by its tier on purpose",
    undecided: "nobody has decided yet what it means to be",
  };
  return (
    <section>
      <h2 className="text-xl">Where it stands</h2>
      <p className="leading-snug">
        <b>
          {p.standing === "undecided" ? "undecided" : `a ${p.standing || "dressing of no pattern"}`}
          {p.siglum && `, ${p.siglum}`}
        </b>{" "}
        of{" "}
        <Link to="/patterns/$id" params={{ id: String(p.pattern) }} className="book link">
          {p.name || "a fly without a name"}
        </Link>
        : {says[p.standing || "undecided"]}.
      </p>
      {p.note && <p className="book italic">{p.note}</p>}
      <button
        type="button"
        className="link no-print min-h-[36px] text-[0.92rem] text-soft"
        aria-expanded={changing}
        onClick={() => setChanging(!changing)}
      >
        {changing ? "leave it" : "say otherwise"}
      </button>
      {changing && (
        <form
          className="grid gap-2 border border-edge bg-well p-3"
          onSubmit={(x) => {
            x.preventDefault();
            save.mutate(false);
          }}
        >
          <Choice say="it is" value={as} of={standings} onChange={setAs} />
          <Lines say="why" value={note} onChange={setNote} rows={2} />
          <Refused error={save.error} />
          <button type="submit" className="btn btn-main">
            So it stands
          </button>
          <button type="button" className="btn" onClick={() => save.mutate(true)}>
            Make a pattern of its own
          </button>
        </form>
      )}
    </section>
  );
}
