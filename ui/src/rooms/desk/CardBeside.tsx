import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { cardQuery, patternQuery, pictureOf } from "../../api/evidence";
import { useVice } from "../../kit/vice";

/** The card that is described, its picture beside the text. */
export function CardBeside({ id }: { id: number }) {
  const q = useQuery(cardQuery(id));
  const [back, setBack] = useState(false);
  const c = q.data;
  if (q.isError)
    return (
      <p role="alert" className="font-semibold text-amber">
        {q.error.message}
      </p>
    );
  if (!c) return null;
  const sha = back ? c.back : c.front;
  return (
    <section aria-label="The card" className="mb-3 border border-edge bg-well p-2">
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="caps">from the bequest</span>
        <Link to="/bequests/$id" params={{ id: String(c.accession) }} className="link">
          {c.number}
        </Link>
        <b>{c.oldNumber || "no number"}</b>
        {c.title && <span className="book">{c.title}</span>}
        <span className="grow text-soft">{c.place}</span>
        {c.front && c.back && (
          <button type="button" className="link min-h-[32px]" onClick={() => setBack(!back)}>
            {back ? "its front" : "its back"}
          </button>
        )}
      </p>
      {c.note && <p className="book italic">{c.note}</p>}
      {c.folio ? <p className="font-semibold text-amber">It was described already, as folio {c.folio}.</p> : null}
      {sha ? (
        <a href={pictureOf(sha)} target="_blank" rel="noreferrer">
          <img
            src={pictureOf(sha)}
            alt={`${back ? "Back" : "Front"} of card ${c.oldNumber ?? ""}`}
            className="max-h-[320px] w-full object-contain"
          />
        </a>
      ) : (
        <p className="text-soft">No picture of {back ? "its back" : "its front"} yet.</p>
      )}
    </section>
  );
}

/** The pattern that what is filed shall stand in. */
export function IntoPattern({ id }: { id: number }) {
  const { vice } = useVice();
  const q = useQuery(patternQuery(id, vice));
  if (!q.data) return null;
  return (
    <p className="mb-2 border-l-4 border-edge bg-well px-3 py-1.5">
      It is filed as a witness of{" "}
      <Link to="/patterns/$id" params={{ id: String(id) }} className="book link">
        {q.data.name || "a fly without a name"}
      </Link>
      .
    </p>
  );
}
