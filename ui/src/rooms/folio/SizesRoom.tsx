import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { sizesQuery } from "../../api/client";
import type { components } from "../../api/schema.gen";
import { useKeys } from "../../kit/keys";
import { nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useVice } from "../../kit/vice";

/** Whether nothing can be said of a part on any size. */
const silent = (rows: components["schemas"]["SizeRow"][], i: number) =>
  rows.every((r) => {
    const x = r.parts[i];
    return !x?.mm && !x?.turns && !x?.spanMM && !x?.count;
  });

const figure = (v: number) => String(Math.round(v * 10) / 10);

/** A dressing on every size of its range, to be printed and pinned up. */
export function SizesRoom() {
  const { folio } = useParams({ from: "/folio/$folio/sizes" });
  const { vice } = useVice();
  const q = useQuery(sizesQuery(Number(folio), vice));
  useTitle(q.data && `${nameOf(q.data.entry)}, all sizes`);
  useKeys("Size table", [{ key: "Ctrl P", what: "print it" }]);
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const { entry, rows, school, hook } = q.data;
  const parts = rows[0]?.parts ?? [];
  return (
    <div className="spread mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <p className="no-print">
        <Link to="/folio/$folio" params={{ folio }} className="link">
          Folio {entry.folio}
        </Link>
      </p>
      <h1 className="text-4xl">{nameOf(entry)}, size by size</h1>
      <p className="mt-1 text-soft">
        {hook ? (
          <>
            Millimetres on the measured <b>{hook}</b>; the other sizes step from it as the generic scale does.
          </>
        ) : (
          "Millimetres on the generic scale, ± 10 to 20 %."
        )}{" "}
        Turns keep the {school === "turns" ? "number" : "spacing"}; the other school stands behind in brackets. What was
        said in millimetres stays as said, with the scaled figure in brackets.
      </p>
      <div className="mt-4 overflow-x-auto">
        <table className="w-full border-collapse" data-testid="sizes">
          <thead>
            <tr className="border-b-2 border-edge text-right align-bottom">
              <th scope="col" className="pb-1 text-left">
                <span className="sr-only">part</span>
              </th>
              {rows.map((r) => (
                <th key={r.size} scope="col" className="px-3 pb-1 font-book text-2xl font-semibold">
                  {r.size}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {(["shankMM", "gapeMM", "eyeMM", "wireMM"] as const).map((k) => (
              <tr key={k} className="border-b border-rule text-right text-soft">
                <th scope="row" className="py-1 text-left font-normal">
                  {k.replace("MM", "")}, mm
                </th>
                {rows.map((r) => (
                  <td key={r.size} className="px-3">
                    {r.geometry[k].toFixed(k === "shankMM" || k === "gapeMM" ? 1 : 2)}
                  </td>
                ))}
              </tr>
            ))}
            {parts.map((p, i) =>
              silent(rows, i) ? null : (
                <tr key={i} className="border-b border-rule text-right align-baseline">
                  <th scope="row" className="py-1.5 text-left">
                    {p.role}
                    {p.count && <span className="ml-2 font-normal text-soft">{p.count}</span>}
                  </th>
                  {rows.map((r) => {
                    const x = r.parts[i];
                    const other = x?.spacedTurns && Math.abs(x.spacedTurns - (x.turns ?? 0)) > 0.05;
                    const [first, second] =
                      school === "turns" ? [x?.turns, x?.spacedTurns] : [x?.spacedTurns ?? x?.turns, x?.turns];
                    return (
                      <td key={r.size} className="px-3 leading-snug">
                        {x?.mm ? (
                          <span className="block">
                            <b>{x.mm.toFixed(1)}</b>
                            {x.said && x.scaledMM && Math.abs(x.scaledMM - x.mm) > 0.04
                              ? ` (${x.scaledMM.toFixed(1)})`
                              : ""}{" "}
                            mm
                          </span>
                        ) : null}
                        {x?.spanMM ? (
                          <span className={x.spanUsual ? "block text-soft" : "block"}>
                            {x.spanUsual ? "usually " : ""}over {x.spanMM.toFixed(1)} mm
                          </span>
                        ) : null}
                        {x?.turns ? (
                          <span className="block">
                            {figure(first ?? 0)}
                            {other ? ` (${figure(second ?? 0)})` : ""} turns
                          </span>
                        ) : null}
                        {!x?.mm && !x?.turns && !x?.spanMM && <span className="text-soft">–</span>}
                      </td>
                    );
                  })}
                </tr>
              ),
            )}
          </tbody>
        </table>
      </div>
      {rows.some((r) => r.advice.length > 0) && (
        <section className="mt-5">
          <h2 className="text-xl">To watch for</h2>
          <ul>
            {rows.flatMap((r) =>
              r.advice.map((a) => (
                <li key={r.size + a} className="border-b border-rule py-1">
                  <b>{r.size}</b> {a}
                </li>
              )),
            )}
          </ul>
        </section>
      )}
      <p className="no-print mt-5">
        <button type="button" className="btn" onClick={() => print()}>
          Print
        </button>
      </p>
    </div>
  );
}
