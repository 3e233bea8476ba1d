import { X } from "lucide-react";
import type { Asked, Page } from "../../api/client";

const many = (n: number, about?: boolean) => `${about ? "about " : ""}${n.toLocaleString("en-GB")}`;

/** How many were found, of how many. */
export function Counted({ page, asked }: { page: Page; asked: boolean }) {
  if (!asked) return <>{`${many(page.filed, page.filedAbout)} ${page.filed === 1 ? "dressing" : "dressings"}`}</>;
  return <>{`${many(page.total, page.totalAbout)} of ${many(page.filed, page.filedAbout)}`}</>;
}

/** How a question was understood, piece by piece; each can be taken out of it. */
export function Understood({ asked, onAsk }: { asked: Asked[]; onAsk: (q: string) => void }) {
  if (asked.length === 0) return null;
  return (
    <ul
      aria-label="How the question was understood"
      className="mb-2 flex flex-wrap gap-x-2 gap-y-1"
      data-testid="understood"
    >
      {asked.map((t, i) => (
        <li
          key={`${t.text} ${i}`}
          className={`inline-flex max-w-full items-center border-l-4 bg-well pl-2 leading-tight ${t.kind === "plain" ? "border-rule text-soft" : "border-amber"}`}
        >
          <span className="min-w-0 py-1 [overflow-wrap:anywhere]">
            {i > 0 && t.kind !== "plain" && <span className="caps">and </span>}
            {t.kind === "plain" ? `“${t.text}” is ${t.says}` : t.says}
          </span>
          <button
            type="button"
            className="inline-flex size-9 shrink-0 items-center justify-center hover:text-amber"
            aria-label={`Ask without “${t.text}”`}
            onClick={() =>
              onAsk(
                asked
                  .filter((_, k) => k !== i)
                  .map((x) => x.text)
                  .join(", "),
              )
            }
          >
            <X size={16} aria-hidden />
          </button>
        </li>
      ))}
    </ul>
  );
}

const ways: [string, string][] = [
  ["claret wool", "words, whole or as they begin, anywhere in a dressing; hyphens, plurals and spelling do not matter"],
  ["“dark olive”", "words one behind another"],
  ["tail: pheasant", "what a part is made of, by any of its names"],
  ["no rib", "without a part, or without a word"],
  ["1930s · before 1940 · about 1905", "when it is of, as far as its date can be told"],
  ["by Pell · tied by Pell · originated by Pell", "whose it is"],
  ["in “Dusk and After”", "where it is printed, or who told it"],
  ["size 14 · sizes 10 to 14", "the hooks it is tied on"],
  ["variant of Candle Sedge", "what it descends from"],
  ["imitates sedge", "what it is meant to be"],
];

/** The ways to ask. */
export function HowToAsk() {
  return (
    <details className="mb-2 text-[0.95rem]">
      <summary className="inline-block min-h-[32px] cursor-pointer py-1 text-soft">How to ask</summary>
      <dl className="grid grid-cols-[minmax(0,19rem)_minmax(0,1fr)] gap-x-4 border-l-4 border-edge bg-well px-3 py-2 max-[700px]:grid-cols-1">
        {ways.map(([ask, what]) => (
          <div key={ask} className="contents">
            <dt className="book font-semibold">{ask}</dt>
            <dd className="text-soft">{what}</dd>
          </div>
        ))}
        <div className="col-span-full pt-1">Any of them together: all that is asked for has to hold.</div>
      </dl>
    </details>
  );
}

/** Nothing was found: what is spelt nearly so, or what to take out. */
export function Nothing({ page, q, onAsk }: { page: Page; q: string; onAsk: (q: string) => void }) {
  const sought = page.asked.filter((t) => t.kind !== "plain");
  return (
    <div className="py-8">
      <p className="book">
        Nothing filed is all of “{q}”.{" "}
        {sought.length > 1 ? "Ask for less: take one of the pieces above out." : "Fewer letters find more."}
      </p>
      {page.nearest.length > 0 && (
        <p className="mt-3 flex flex-wrap items-center gap-2">
          <span>Spelt nearly so:</span>
          {page.nearest.map((w) => (
            <button key={w} type="button" className="btn" onClick={() => onAsk(mended(page.asked, w))}>
              {w}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}

/** The question with a word in place of the one that it is near to. */
function mended(asked: Asked[], word: string): string {
  const near = (a: string) => {
    const pairs = (s: string) => new Set([...s.toLowerCase()].map((_, i, l) => l.slice(i, i + 2).join("")));
    const [x, y] = [pairs(a), pairs(word)];
    return [...x].filter((p) => y.has(p)).length / Math.max(x.size, y.size);
  };
  const words = asked.flatMap((t) => t.text.split(/\s+/));
  const worst = words.reduce((best, w) => (near(w) > near(best) ? w : best), words[0] ?? "");
  const one = asked.find((t) => t.text.includes(worst));
  if (!one) return word;
  const quoted = /["“]/.test(one.text) || /^(by|in|tied|originated|variants?|versions?) /i.test(one.text);
  const lead = /^(.*?\b(?:by|in|of)) /i.exec(one.text)?.[1];
  const now = quoted && lead ? `${lead} "${word}"` : one.text.replace(worst, word);
  return asked.map((t) => (t === one ? now : t.text)).join(", ");
}
