import type { ParentDraft } from "./Parents";

/** What a revision would change, the evidence beside the dressing. */
export function Changes({ list, parents, linked }: { list: string[]; parents: ParentDraft[]; linked: ParentDraft[] }) {
  const key = (p: ParentDraft) => `${p.kind} ${p.folio} ${p.reason}`;
  const say = (p: ParentDraft) => `${p.kind} ${p.folio} · ${p.title}${p.reason ? `, “${p.reason}”` : ""}`;
  const now = new Set(parents.map(key));
  const was = new Set(linked.map(key));
  const all = [
    ...list,
    ...linked.filter((p) => !now.has(key(p))).map((p) => `parents: no more ${say(p)}`),
    ...parents.filter((p) => !was.has(key(p))).map((p) => `parents: ${say(p)}`),
  ];
  return (
    <section className="mt-3 border-l-4 border-edge bg-well px-3 py-2" aria-label="What this revision changes">
      <h2 className="caps">what this revision changes</h2>
      {all.length === 0 ? (
        <p className="text-soft">Nothing yet. What is not touched stays as it is.</p>
      ) : (
        <ul data-testid="changes" className="book leading-snug">
          {all.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
