import { useQuery } from "@tanstack/react-query";
import { wordsQuery } from "../../api/client";
import { Trouble, Waiting } from "../../kit/pieces";

/** The lists by which every hedge and every place is read. */
export function Hedges({ part }: { part: string }) {
  const q = useQuery(wordsQuery());
  if (q.isError) return <Trouble as="h2" error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const wanted = part.trim().toLowerCase();
  const lists = q.data
    .map((t) => ({ ...t, words: t.words.filter((w) => `${w.words} ${w.meaning ?? ""}`.includes(wanted)) }))
    .filter((t) => t.words.length > 0);
  return (
    <>
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
    </>
  );
}
