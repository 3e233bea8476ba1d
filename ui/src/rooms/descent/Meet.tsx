import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { commonQuery, type Meeting } from "../../api/evidence";
import { DressingCombobox } from "../../kit/Combobox";
import { Labelled, Refused } from "../../kit/form";

/** Where a fly and another come from one, and what changed on each step. */
export function Meet({ folio, other }: { folio: number; other: number }) {
  const [typed, setTyped] = useState("");
  const navigate = useNavigate();
  const q = useQuery(commonQuery(folio, other));
  return (
    <section aria-label="Where two meet" className="mt-6 border-t-2 border-edge pt-3">
      <h2 className="text-2xl">Where it and another meet</h2>
      <div className="w-[26rem] max-w-full">
        <Labelled say="the other fly">
          {(id) => (
            <DressingCombobox
              id={id}
              value={typed}
              onType={setTyped}
              placeholder="begin to type a name, or a folio"
              onChoose={(e) => {
                setTyped(`${e.title} · folio ${e.folio}`);
                void navigate({
                  to: "/folio/$folio/descent",
                  params: { folio: String(folio) },
                  search: { with: e.folio },
                  replace: true,
                });
              }}
            />
          )}
        </Labelled>
      </div>
      <Refused error={q.error} />
      {other > 0 && q.data?.length === 0 && (
        <p className="book mt-2 text-[1.1rem]">
          They come from no fly that the ledger has. Likeness alone proves no descent.
        </p>
      )}
      {other > 0 &&
        q.data?.map((m) => (
          <div key={m.ancestor.folio} className="mt-3">
            <p className="text-[1.15rem]">
              They meet in{" "}
              <Link to="/folio/$folio" params={{ folio: String(m.ancestor.folio) }} className="book link">
                {m.ancestor.title || "a fly without a name"}
              </Link>
              .
            </p>
            <div className="grid grid-cols-2 gap-x-8 max-[900px]:grid-cols-1">
              <Steps list={m.left} />
              <Steps list={m.right} />
            </div>
          </div>
        ))}
    </section>
  );
}

function Steps({ list }: { list: Meeting["left"] }) {
  return (
    <ol>
      {list.map((s, i) => (
        <li key={s.folio} className="border-b border-rule py-1.5 leading-snug">
          <Link to="/folio/$folio" params={{ folio: String(s.folio) }} className="book link text-[1.1rem]">
            {s.title || "without a name"}
          </Link>
          <span className="text-soft"> {s.date}</span>
          {i > 0 && <span className="block">{s.says}</span>}
          {s.parts.map((p) => (
            <span key={p} className="book block">
              {p}
            </span>
          ))}
        </li>
      ))}
    </ol>
  );
}
