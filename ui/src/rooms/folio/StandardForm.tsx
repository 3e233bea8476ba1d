import type { Folio } from "../../api/client";

/** The words as filed, and beside them what the ledger took them to say. */
export function StandardForm({ f }: { f: Folio }) {
  return (
    <details className="mt-4" data-testid="standard-form">
      <summary className="min-h-[36px] cursor-pointer py-1">Words as filed, beside the standard form</summary>
      <table className="mt-1 stack w-full table-fixed border-collapse">
        <thead>
          <tr className="border-b-2 border-edge text-left">
            <th scope="col" className="caps w-[16%] pr-3 pb-1 font-normal">
              part
            </th>
            <th scope="col" className="caps w-[42%] pr-3 pb-1 font-normal">
              as filed
            </th>
            <th scope="col" className="caps pb-1 font-normal">
              standard form
            </th>
          </tr>
        </thead>
        <tbody>
          {f.dressing.parts.map((p, i) => (
            <tr key={i} className="border-b border-rule align-baseline">
              <th scope="row" className="py-1.5 pr-3 text-left font-semibold break-words">
                {p.role}
              </th>
              <td className="book pr-3 break-words">{p.text}</td>
              <td className="book break-words">{f.standard[i]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[0.92rem] text-soft">
        The standard form is printed from the values alone; where it leaves something out, the ledger did not take it as
        a value.
      </p>
    </details>
  );
}
