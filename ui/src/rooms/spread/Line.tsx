import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Fragment } from "react";
import { lineQuery } from "../../api/client";
import { Trouble } from "../../kit/pieces";

const says = { new: "new", inherited: "inherited", reverted: "turned back" };

/** A fly against its line of parents: which departures are new, inherited or turned back, and who made
 * each first. */
export function Line({ folio }: { folio: number }) {
  const q = useQuery(lineQuery(folio));
  if (q.isError) return <Trouble as="h2" error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data || q.data.parents.length === 0) return null;
  return (
    <section className="mt-8" aria-label="Against its line of parents" data-testid="line">
      <h2 className="border-b-2 border-edge text-2xl">Against its line of parents</h2>
      <p className="mt-1 text-soft">
        {q.data.parents.map((p, i) => (
          <Fragment key={p.folio}>
            {i > 0 && " ‹ "}
            <Link to="/folio/$folio" params={{ folio: String(p.folio) }} className="link">
              {p.title || `folio ${p.folio}`}
            </Link>
          </Fragment>
        ))}
      </p>
      {q.data.steps.length === 0 ? (
        <p className="book mt-1">It departs from them in nothing.</p>
      ) : (
        <ul>
          {q.data.steps.map((x) => (
            <li
              key={`${x.part} ${x.says} ${x.is}`}
              className="grid grid-cols-[7.5rem_minmax(0,1fr)_minmax(0,1fr)] gap-x-4 border-b border-rule py-1.5 leading-snug max-[700px]:grid-cols-1"
            >
              <span className={x.is === "new" ? "font-semibold" : "text-soft"}>{says[x.is]}</span>
              <span className="book">{x.says}</span>
              <span className="text-soft">
                {x.is === "inherited" && `from folio ${x.from}. `}
                {x.is === "reverted" && `as folio ${x.from} has it. `}
                {x.first ? (
                  <>
                    First, as far as this ledger knows, by {x.first.tier || "somebody"}
                    {x.first.date && `, ${x.first.date}`}:{" "}
                    <Link to="/folio/$folio" params={{ folio: String(x.first.folio) }} className="link">
                      {x.first.title || `folio ${x.first.folio}`}
                    </Link>
                  </>
                ) : (
                  "Nobody in this ledger did it before."
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
