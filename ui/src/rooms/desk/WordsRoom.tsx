import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { wordsQuery } from "../../api/client";
import { History, Trouble, Waiting } from "../../kit/pieces";

/** The lists by which every hedge and every place is read. */
export function WordsRoom() {
  const q = useQuery(wordsQuery());
  const [part, setPart] = useState("");
  useEffect(() => {
    document.title = "Words · Moth Ledger";
  }, []);
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const wanted = part.trim().toLowerCase();
  const lists = q.data
    .map((t) => ({ ...t, words: t.words.filter((w) => `${w.words} ${w.meaning ?? ""}`.includes(wanted)) }))
    .filter((t) => t.words.length > 0);
  return (
    <div className="box mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h1 className="text-4xl">Words</h1>
        <History record="word" />
      </div>
      <p className="book mt-1 max-w-prose">
        What “about”, “just short of” or “at most” is read as, here and everywhere. No other list is used; a phrase that
        is not here stays as it was said.
      </p>
      <label className="mt-3 block max-w-[420px]">
        <span className="caps">a word or two</span>
        <input
          id="words"
          className="field"
          value={part}
          onChange={(e) => setPart(e.target.value)}
          placeholder="just short of"
        />
      </label>
      {lists.length === 0 && (
        <p role="status" className="book mt-4">
          No list has “{part.trim()}”. On the Desk it stays unread, or is kept as a remark.
        </p>
      )}
      {lists.map((t) => (
        <section key={t.title} className="mt-5">
          <h2 className="text-2xl">{t.title}</h2>
          <p className="text-soft">{t.say}</p>
          <table className="mt-1 w-full">
            <tbody>
              {t.words.map((w) => (
                <tr key={w.words} className="border-b border-rule">
                  <th scope="row" className="book w-[38%] py-1 pr-3 text-left font-normal">
                    {w.words}
                  </th>
                  <td className="w-[26%] pr-3 font-semibold">{w.figures}</td>
                  <td className="text-soft">{w.meaning}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </div>
  );
}
