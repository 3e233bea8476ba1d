import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect } from "react";
import { insteadQuery, Problem, type StandIn } from "../../api/client";
import { Trouble, Waiting } from "../../kit/pieces";
import { Swatch } from "../../kit/Swatch";
import { useTitle } from "../../kit/title";
import { useVice } from "../../kit/vice";
import { Who } from "./Swaps";

const kinds = ["dry", "wet", "spider", "nymph", "emerger", "streamer", "salmon", "bug"];

/** What can stand in for a material in a part: the nearest first, what would change, what forbids it. */
export function InsteadRoom() {
  const { name = "", part = "", on, colour } = useSearch({ from: "/instead" });
  const navigate = useNavigate({ from: "/instead" });
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  const good = name !== "" && part !== "";
  const q = useQuery({ ...insteadQuery({ name, part, on, colour }), enabled: good });
  useTitle(`instead of ${name}`);
  if (!good)
    return (
      <Trouble error={new Problem("Instead of what, and in which part? Open a material, and choose one.", "", 404)} />
    );
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const d = q.data;
  return (
    <div className="ledger mx-auto max-w-[1100px] px-8 pt-5 pb-10">
      <p className="caps">
        <Link to="/cabinet/$name" params={{ name: d.wanted }} className="link inline-block py-1">
          {d.wanted}
        </Link>
      </p>
      <h1 className="text-4xl">
        Instead of {colour && `${colour} `}
        {d.wanted}, as {part}
      </h1>
      <p className="book mt-1 text-[1.1rem]">
        {d.why[0]?.toUpperCase()}
        {d.why.slice(1)}.
      </p>
      <fieldset className="mt-2 flex flex-wrap gap-1.5" aria-label="On which kind of fly">
        {["", ...kinds].map((k) => (
          <button
            key={k || "any"}
            type="button"
            className={`btn !min-h-[38px] ${(on ?? "") === k ? "btn-main" : ""}`}
            aria-pressed={(on ?? "") === k}
            onClick={() => void navigate({ search: (old) => ({ ...old, on: k || undefined }), replace: true })}
          >
            {k || "any fly"}
          </button>
        ))}
      </fieldset>
      <ol className="mt-4" data-testid="stand-ins">
        {d.rows.map((r, i) => (
          <Row key={r.name} r={r} n={i + 1} part={part} />
        ))}
      </ol>
      {d.others.length > 0 && (
        <section aria-label="What will not do">
          <h2 className="mt-6 border-b-2 border-edge text-2xl">What will not do</h2>
          <ul>
            {d.others.map((r) => (
              <li key={r.name} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
                <Swatch of={r.swatch} marking={r.marking} size={24} />
                <Link to="/cabinet/$name" params={{ name: r.name }} className="book link text-[1.08rem]">
                  {r.name}
                </Link>
                <span className="text-soft">{r.forbidden?.replace(/^[^;]*; /, "")}</span>
                {r.swaps && (
                  <span className="w-full text-[0.96rem]">
                    and yet {r.swaps.count === 1 ? "once" : `${r.swaps.count} times`} here: <Who g={r.swaps} />
                  </span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="mt-3 text-[0.92rem] text-soft">
        How near is one minus the weighted mean of all differences, each shown under “why”; properties and weights are
        from memory and common practice. It never decides what a comparison calls a replacement.
      </p>
    </div>
  );
}

function Row({ r, n, part }: { r: StandIn; n: number; part: string }) {
  return (
    <li className="grid grid-cols-[2rem_2.2rem_minmax(0,1fr)_11.5rem] items-center gap-x-3 border-b border-rule py-2 max-[700px]:grid-cols-[2rem_2.2rem_minmax(0,1fr)]">
      <span className="text-right text-soft">{n}</span>
      <Swatch of={r.swatch} marking={r.marking} size={30} />
      <div className="min-w-0">
        <Link to="/cabinet/$name" params={{ name: r.name }} className="book link text-[1.15rem] font-semibold">
          {r.name}
        </Link>{" "}
        <span>{r.changes.length > 0 ? r.changes.join(", ") : "hardly anything changes"}</span>
        {r.caution && <span className="block text-[0.94rem] text-amber">{r.caution}</span>}
        {r.swaps && (
          <span className="block" data-testid={`swap-${r.name}`}>
            <b>
              {r.swaps.count === 1 ? "Once" : `${r.swaps.count} times`} in our variants’ {part}
            </b>
            <Who g={r.swaps} />
          </span>
        )}
      </div>
      <details className="text-right max-[700px]:col-span-full max-[700px]:text-left">
        <summary className="min-h-[38px] cursor-pointer py-1.5">
          <span aria-hidden className="mr-2 inline-flex h-2.5 w-[4.5rem] border border-edge align-middle">
            <span className="bg-soft" style={{ width: `${r.near * 100}%` }} />
          </span>
          {r.near.toFixed(2)} <span className="link">why</span>
        </summary>
        <ul className="text-left text-[0.9rem]">
          {r.terms
            .filter((t) => t.apart > 0.005)
            .map((t) => (
              <li key={t.name}>
                −{(t.weight * t.apart).toFixed(2)} {t.says}
              </li>
            ))}
        </ul>
      </details>
    </li>
  );
}
