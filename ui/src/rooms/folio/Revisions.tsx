import { Link } from "@tanstack/react-router";
import type { Folio } from "../../api/client";

/** What was filed, and when; any two can be laid side by side. */
export function Revisions({ f }: { f: Folio }) {
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
