import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { memo } from "react";
import { draftsQuery, dropDraft } from "../../api/client";
import { type Draft, forget, keep, local, revive } from "./draft";

/** Drafts that were put aside. */
export const PutAside = memo(function PutAside({ now, onTake }: { now: string; onTake: (d: Draft) => void }) {
  const drafts = useQuery(draftsQuery);
  const client = useQueryClient();
  const navigate = useNavigate();
  const list = (drafts.data ?? []).filter((d) => d.id !== now);
  if (list.length === 0) return null;
  return (
    <section className="mt-6" aria-label="Put aside">
      <h2 className="text-xl">Put aside</h2>
      <ul>
        {list.map((d) => {
          const b = local(d.id) ?? revive(d.body);
          if (!b) return null;
          const name = b.title || b.text.split("\n").find((l) => l.trim()) || "no words yet";
          return (
            <li key={d.id} className="flex items-center gap-3 border-b border-rule py-1">
              <span className="book grow truncate">
                {b.folio ? `Revising folio ${b.folio}: ` : ""}
                {name}
              </span>
              <button
                type="button"
                className="btn"
                aria-label={`Take up ${name}`}
                onClick={() => {
                  if (b.folio || b.batch || b.card || b.pattern) {
                    keep(b);
                    void navigate({
                      to: "/desk",
                      search: { folio: b.folio, batch: b.batch, item: b.item, card: b.card, pattern: b.pattern },
                    });
                  } else onTake(b);
                }}
              >
                Take up
              </button>
              <button
                type="button"
                className="btn"
                aria-label={`Throw away ${name}`}
                onClick={() => {
                  forget(d.id);
                  void dropDraft(d.id).then(() => client.invalidateQueries({ queryKey: ["drafts"] }));
                }}
              >
                Throw away
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
});
