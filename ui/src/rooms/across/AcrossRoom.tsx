import { useInfiniteQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { type ReactNode, useEffect, useState } from "react";
import {
  type AcrossAsked,
  acrossQuery,
  type Departed,
  groupings,
  Problem,
  reasonKinds,
  waysAsked,
} from "../../api/client";
import { Further, Trouble, Waiting } from "../../kit/pieces";
import { useVice } from "../../kit/vice";
import { Names } from "../cabinet/EnterForm";

const parts = [
  "tail",
  "tag",
  "butt",
  "rib",
  "body",
  "thorax",
  "wing case",
  "body hackle",
  "hackle",
  "throat",
  "legs",
  "wing",
  "cheeks",
  "topping",
  "bead",
  "head",
  "hook",
  "thread",
];

const waySays: Record<string, string> = {
  near: "in another colour or grade",
  replaced: "of another material",
  added: "added",
  dropped: "left out",
  longer: "longer",
  shorter: "shorter",
  more: "more of it",
  fewer: "fewer of it",
  "turns-more": "more turns",
  "turns-fewer": "fewer turns",
  larger: "larger",
  smaller: "smaller",
  winding: "wound the other way",
  method: "dressed another way",
  style: "another hook",
  moved: "elsewhere in the order",
};
const reasonSays: Record<string, string> = {
  forced: "forced by the box",
  preferred: "preferred",
  function: "for a function",
  show: "for show",
};
const bySays: Record<string, string> = {
  part: "part by part",
  change: "change by change",
  instead: "by what was put in its place",
  of: "by what was replaced",
  tier: "tier by tier",
  reason: "by the kind of reason",
};

/** Questions that are asked often, each an address of its own. */
const asked: { say: string; search: AcrossAsked }[] = [
  { say: "Variants whose tail is longer than their parent’s", search: { part: "tail", what: "longer" } },
  {
    say: "What do our tiers use instead of bronze mallard?",
    search: { of: "bronze mallard", what: "replaced", by: "instead" },
  },
  { say: "What changed most often since 1980?", search: { since: 1980, by: "change" } },
  { say: "Which swaps were forced?", search: { reason: "forced", by: "of" } },
];

/** Asks all variants beside their parents at once. */
export function AcrossRoom() {
  const search = useSearch({ from: "/across" });
  const navigate = useNavigate({ from: "/across" });
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  const q = useInfiniteQuery(acrossQuery(search));
  const first = q.data?.pages[0];
  const rows = q.data?.pages.flatMap((p) => p.rows) ?? [];
  const set = (s: Partial<AcrossAsked>) => void navigate({ search: (old) => ({ ...old, ...s }), replace: true });
  const problem = q.error instanceof Problem && q.error.status === 422 ? q.error : undefined;
  const choose = (
    label: string,
    value: string | undefined,
    list: readonly string[],
    say: (v: string) => string,
    take: (v: string | undefined) => void,
    none: string,
  ) => (
    <label>
      <span className="caps block">{label}</span>
      <select className="field" value={value ?? ""} onChange={(e) => take(e.target.value || undefined)}>
        <option value="">{none}</option>
        {list.map((v) => (
          <option key={v} value={v}>
            {say(v)}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="ledger mx-auto max-w-[1180px] px-8 pt-5 pb-10">
      <h1 className="text-4xl">Across the ledger</h1>
      <p className="book mt-1">What our variants did to their parents, all of them at once.</p>
      <ul className="mt-2 flex flex-wrap gap-x-5">
        {asked.map((a) => (
          <li key={a.say}>
            <Link to="/across" search={a.search} className="link inline-block py-1.5">
              {a.say}
            </Link>
          </li>
        ))}
      </ul>
      <Names id="across-names" />
      <fieldset
        className="mt-2 grid grid-cols-4 gap-x-4 gap-y-2 border-y border-edge py-3 max-[900px]:grid-cols-2"
        aria-label="What is asked"
      >
        {choose(
          "the part",
          search.part,
          parts,
          (v) => v,
          (v) => set({ part: v }),
          "any part",
        )}
        {choose(
          "is in the variant",
          search.what,
          waysAsked,
          (v) => waySays[v] ?? v,
          (v) => set({ what: v as AcrossAsked["what"] }),
          "other in any way",
        )}
        <Typed
          label="the parent’s material"
          value={search.of}
          take={(v) => set({ of: v })}
          wrong={problem?.field === "of"}
        />
        <Typed
          label="and the variant’s"
          value={search.to}
          take={(v) => set({ to: v })}
          wrong={problem?.field === "to"}
        />
        <Typed label="since the year" value={search.since?.toString()} take={(v) => set({ since: year(v) })} number />
        <Typed label="until" value={search.until?.toString()} take={(v) => set({ until: year(v) })} number />
        {choose(
          "for a reason that is",
          search.reason,
          reasonKinds,
          (v) => reasonSays[v] ?? v,
          (v) => set({ reason: v as AcrossAsked["reason"] }),
          "any, or none said",
        )}
        {choose(
          "counted",
          search.by,
          groupings,
          (v) => bySays[v] ?? v,
          (v) => set({ by: v as AcrossAsked["by"] }),
          "not counted",
        )}
      </fieldset>
      {problem ? (
        <p role="alert" className="mt-3 font-semibold text-amber">
          {problem.message}. <span className="font-normal">Its names are in the </span>
          <Link to="/cabinet" className="link font-normal">
            Cabinet
          </Link>
          .
        </p>
      ) : q.isError ? (
        <Trouble as="h2" error={q.error} onRetry={() => void q.refetch()} />
      ) : !first ? (
        <Waiting />
      ) : (
        <>
          <p role="status" className="mt-3 text-[1.1rem]" data-testid="answer">
            {first.variants === 0 ? (
              "No variant in the ledger does."
            ) : (
              <>
                <b>
                  {first.variants} {first.variants === 1 ? "variant" : "variants"}
                </b>
                , {first.departures} {first.departures === 1 ? "departure" : "departures"}
              </>
            )}
            {first.waiting > 0 && (
              <span className="text-amber">
                {" "}
                {first.waiting} comparisons are still being made; ask again in a moment.
              </span>
            )}
          </p>
          {first.groups.length > 0 && <Groups groups={first.groups} of={search} />}
          <ul className="mt-3" data-testid="departures">
            {rows.map((r) => (
              <Row key={`${r.folio} ${r.parentFolio} ${r.part} ${r.says}`} r={r} />
            ))}
          </ul>
          <Further q={q} say="Further variants" />
        </>
      )}
    </div>
  );
}

const year = (v: string | undefined) => (v && /^\d{1,4}$/.test(v) ? Number(v) : undefined);

/** A field that is asked when somebody leaves it or presses Enter. */
function Typed({
  label,
  value,
  take,
  wrong,
  number,
}: {
  label: string;
  value?: string;
  take: (v: string | undefined) => void;
  wrong?: boolean;
  number?: boolean;
}) {
  const [text, setText] = useState(value ?? "");
  useEffect(() => setText(value ?? ""), [value]);
  const ask = () => {
    if (text.trim() !== (value ?? "")) take(text.trim() || undefined);
  };
  return (
    <label>
      <span className="caps block">{label}</span>
      <input
        className="field"
        value={text}
        aria-invalid={wrong || undefined}
        list={number ? undefined : "across-names"}
        inputMode={number ? "numeric" : undefined}
        maxLength={number ? 4 : 100}
        placeholder={number ? "any year" : "any"}
        onChange={(e) => setText(e.target.value)}
        onBlur={ask}
        onKeyDown={(e) => e.key === "Enter" && ask()}
      />
    </label>
  );
}

function Groups({ groups, of }: { groups: { value: string; count: number }[]; of: AcrossAsked }) {
  const most = Math.max(...groups.map((g) => g.count));
  const name = (v: string): ReactNode => {
    if (of.by === "change") {
      const [part = "", way = ""] = v.split(": ");
      return way === "style" ? waySays.style : `${part} ${waySays[way] ?? way}`;
    }
    if (of.by === "reason") return reasonSays[v] ?? v;
    if (of.by === "instead" || of.by === "of")
      return (
        <Link to="/cabinet/$name" params={{ name: v }} className="link">
          {v}
        </Link>
      );
    return v;
  };
  return (
    <table className="mt-2 w-full max-w-[720px]" data-testid="groups">
      <caption className="sr-only">{bySays[of.by ?? ""]}</caption>
      <tbody>
        {groups.map((g) => (
          <tr key={g.value} className="border-b border-rule">
            <th scope="row" className="book w-[19rem] py-1 text-left text-[1.05rem] font-normal">
              {name(g.value)}
            </th>
            <td className="w-[3rem] pr-3 text-right tabular-nums">{g.count}</td>
            <td>
              <span aria-hidden className="block h-2.5 bg-soft" style={{ width: `${(g.count / most) * 100}%` }} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Row({ r }: { r: Departed }) {
  return (
    <li className="border-b border-rule py-2 leading-snug">
      <Link
        to="/spread/$parent/$variant"
        params={{ parent: String(r.parentFolio), variant: String(r.folio) }}
        className="book link text-[1.12rem] font-semibold [overflow-wrap:anywhere]"
      >
        {r.title || `folio ${r.folio}`}
      </Link>{" "}
      <span className="text-soft">
        beside {r.parentTitle || `folio ${r.parentFolio}`}
        {r.tier && ` · ${r.tier}`}
        {r.date && ` · ${r.date}`}
      </span>
      <span className="block">
        {r.says}
        {r.reason && (
          <i className="book">
            {" "}
            “{r.reason}”{r.reasonKind && `, ${reasonSays[r.reasonKind]}`}
          </i>
        )}
      </span>
    </li>
  );
}
