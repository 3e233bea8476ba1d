import { Link } from "@tanstack/react-router";
import type { Folio } from "../../api/client";
import { placeWords } from "../../api/evidence";
import { decadeOf, Name } from "../../kit/Name";
import { Fact } from "../../kit/pieces";
import { IntoTray } from "../trays/IntoTray";
import { Family } from "./Family";
import { Lineage } from "./Lineage";
import { Revisions } from "./Revisions";
import { Advice } from "./Workings";

/** The margin of a folio: whose it is, where it is printed, its family, and what can be done with it. */
export function Evidence({ f, onRevise, onWithdraw }: { f: Folio; onRevise: () => void; onWithdraw: () => void }) {
  const { entry: e, dressing: d } = f;
  const decade = decadeOf(e.dated);
  return (
    <aside aria-label="Evidence and family" className="border-l border-rule pl-6">
      <dl>
        <Fact label="originator">
          {e.credit ? (
            <>
              <Link to="/folio/$folio/provenance" params={{ folio: String(e.folio) }} className="link">
                {e.credit}
              </Link>
              {d.originator && !e.credit.includes(d.originator) && (
                <span className="font-plain block text-[0.92rem] text-soft">
                  its card says <Name of="people" name={d.originator} />
                </span>
              )}
            </>
          ) : (
            d.originator && <Name of="people" name={d.originator} />
          )}
        </Fact>
        <Fact label="tied by">{d.tier && <Name of="people" name={d.tier} />}</Fact>
        <Fact label="source">
          {e.source && (
            <>
              <Name of="books" name={e.source} className="italic" />
              {e.page && `, ${placeWords(e.page)}`}
            </>
          )}
        </Fact>
        <Fact label="date">
          {e.date && (
            <>
              {decade ? (
                <Link to="/index/$of/$name" params={{ of: "decades", name: decade }} className="link">
                  {e.date}
                </Link>
              ) : (
                e.date
              )}
              {e.dated && e.dated.says !== e.date && (
                <span className="font-plain block text-[0.92rem] text-soft" data-testid="dated">
                  {e.dated.says}
                  {e.dated.edtf && ` · ${e.dated.edtf}`}
                </span>
              )}
            </>
          )}
        </Fact>
        <Fact label="sizes">{e.sizes}</Fact>
        <Fact label="imitates">{d.imitates && <Name of="imitations" name={d.imitates} />}</Fact>
        <Fact label={f.parents.length > 0 ? "why" : "note"}>{e.reason}</Fact>
      </dl>
      <Lineage f={f} />
      <Family
        title="Variants"
        list={f.variants}
        all={e.variants > f.variants.length ? { q: `variant of "folio ${e.folio}"`, count: e.variants } : undefined}
        other={(v) => ({ parent: String(e.folio), variant: String(v.folio) })}
      />
      <Advice folio={e.folio} />
      <Revisions f={f} />
      <p className="no-print mt-4 flex flex-wrap gap-2">
        <button type="button" className="btn" onClick={onRevise} aria-keyshortcuts="e">
          Revise
        </button>
        <Link to="/folio/$folio/sizes" params={{ folio: String(e.folio) }} className="btn">
          Size table
        </Link>
        <Link to="/journal" search={{ record: "dressing", of: String(e.folio) }} className="btn">
          History
        </Link>
        <IntoTray folios={[e.folio]} what="it" />
        {!e.withdrawn && (
          <button type="button" className="btn" onClick={onWithdraw}>
            Take it back
          </button>
        )}
      </p>
      <p className="mt-4 text-[0.9rem] text-soft">Dashed strokes and “usual” figures are not stated in the dressing.</p>
    </aside>
  );
}
