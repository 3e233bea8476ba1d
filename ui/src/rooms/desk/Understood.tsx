import { memo } from "react";
import type { Read } from "../../api/client";
import { Fly } from "../../drawing/Fly";
import { countWords, hookWords, materialWords, mmWords, PartExtras, prepWords } from "../../kit/pieces";

/** The fly as it grows, and each part as it was understood. */
export const Understood = memo(function Understood({ read, pending }: { read: Read | undefined; pending: boolean }) {
  if (!read)
    return (
      <section aria-label="What was read" className="desk-read border-l border-rule pl-7">
        <p className="book mt-14 max-w-[34ch] text-soft">
          Type or paste a dressing on the left, or drop a file there. Each word is marked with what it was taken to
          mean, and the fly is drawn here as it grows. What is not understood is marked, never guessed.
        </p>
      </section>
    );
  const d = read.dressing;
  return (
    <section aria-label="What was read" className="desk-read border-l border-rule pl-7" aria-busy={pending}>
      <Fly
        outline={read.outline}
        ratio={2.3}
        ruler
        label={`The fly so far, on a ${hookWords(read.measured.hook)}`}
        className="w-full bg-well"
      />
      <div className="mt-2 flex items-baseline justify-between">
        <h2 className="text-2xl">As understood</h2>
        <p
          role="status"
          data-testid="reading-status"
          className={d.unread.length ? "font-semibold text-amber" : "text-soft"}
        >
          {d.parts.length} parts, {d.unread.length === 0 ? "nothing unread" : `${d.unread.length} unread`}
          {d.contradictions.length > 0 && `, ${d.contradictions.length} contradicting`}
        </p>
      </div>
      <table className="mt-1 w-full border-collapse">
        <thead className="sr-only">
          <tr>
            <th scope="col">part</th>
            <th scope="col">material</th>
            <th scope="col">how much, how wound</th>
            <th scope="col">mm</th>
          </tr>
        </thead>
        <tbody>
          {d.parts.map((p, i) => (
            <tr key={i} className="border-b border-rule align-baseline">
              <th scope="row" className="py-1 pr-3 text-left font-semibold">
                {p.role}
                {p.optional && <span className="caps block">optional</span>}
              </th>
              <td className="book pr-3 leading-snug">
                {materialWords(d, p)}
                {prepWords(p) && <span className="text-soft">, {prepWords(p)}</span>}
                <PartExtras p={p} />
              </td>
              <td className="pr-2 text-[0.95rem]">
                {p.hook ? hookWords(read.measured.hook) : countWords(p)}
                {p.hook?.demonstration && <span className="block">shown on a {p.hook.demonstration}</span>}
              </td>
              <td className="text-right font-semibold">{mmWords(read.measured.parts[i])}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {d.unread.length > 0 && (
        <p className="mt-2 border-l-4 border-amber bg-well px-3 py-1.5">
          Not understood:{" "}
          {d.unread.map((u, i) => (
            <span key={i} className="mr-3">
              <span className="mk-unread">{u.text}</span> <span className="text-soft">line {u.line}</span>
            </span>
          ))}
        </p>
      )}
      {read.measured.warnings.map((w) => (
        <p key={w.code + w.part} className="mt-2 border-l-4 border-amber bg-well px-3 py-1.5">
          <b>{w.part}</b>: {w.text}
        </p>
      ))}
    </section>
  );
});
