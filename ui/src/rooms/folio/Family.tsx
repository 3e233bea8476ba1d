import { Link } from "@tanstack/react-router";
import type { Relative } from "../../api/client";
import { nameOf, TimeAgainst } from "../../kit/pieces";

/** The dressings that descend from one, each with what it is beside it. */
export function Family({
  title,
  list,
  all,
  other,
}: {
  title: string;
  list: Relative[];
  /** The question that lists them all, where there are more. */
  all?: { q: string; count: number };
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
            {e.against && <TimeAgainst {...e.against} brief />}
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
      {all && (
        <Link to="/" search={{ q: all.q }} className="link inline-block py-1.5">
          all {all.count} in the Ledger
        </Link>
      )}
    </section>
  );
}
