import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useDeferredValue, useEffect, useState } from "react";
import { type CabinetRow, cabinetQuery, unknownQuery } from "../../api/client";
import { useKeys } from "../../kit/keys";
import { History, Trouble, Waiting } from "../../kit/pieces";
import { Swatch } from "../../kit/Swatch";
import { useVice } from "../../kit/vice";
import { EnterForm } from "./EnterForm";

/** The drawers: the first kinds below the root, each with all that is in it. */
function drawersOf(rows: CabinetRow[]): { head: CabinetRow; inside: CabinetRow[] }[] {
  const out: { head: CabinetRow; inside: CabinetRow[] }[] = [];
  for (const r of rows) {
    if (r.depth === 0) out.push({ head: r, inside: [] });
    else out[out.length - 1]?.inside.push(r);
  }
  return out.sort((a, b) => b.inside.length - a.inside.length);
}

const idOf = (name: string) => `drawer-${name.replace(/\W+/g, "-")}`;

/** Every material the club knows, in drawers by what it is. */
export function CabinetRoom() {
  const { q: asked = "", unknown } = useSearch({ from: "/cabinet" });
  const navigate = useNavigate({ from: "/cabinet" });
  const [typed, setTyped] = useState(asked);
  const letters = useDeferredValue(typed);
  const [entering, setEntering] = useState(false);
  const page = useQuery(cabinetQuery(letters));
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  useKeys("Cabinet", [{ key: "e", what: "enter a material", do: () => setEntering(true) }]);
  const drawers = drawersOf(page.data?.rows ?? []);
  const single = drawers.filter((d) => d.inside.length === 0);
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h1 className="text-4xl">Cabinet</h1>
        <History record="material" />
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-2 border-b-2 border-edge pb-2">
        <input
          id="cabinet-find"
          className="field !w-[18rem]"
          aria-label="Find a material by any of its names"
          placeholder="a name: tippet, wood duck, oval gold"
          value={typed}
          maxLength={100}
          onChange={(e) => {
            setTyped(e.target.value);
            void navigate({ search: (old) => ({ ...old, q: e.target.value || undefined }), replace: true });
          }}
        />
        <button type="button" className={`btn ${entering ? "btn-main" : ""}`} onClick={() => setEntering(!entering)}>
          Enter a material
        </button>
        <Link to="/across" search={{ by: "instead" }} className="link">
          What is put in the place of what
        </Link>
        <span className="grow" />
        {page.data && (
          <button
            type="button"
            className="link text-left"
            aria-pressed={!!unknown}
            onClick={() => void navigate({ search: (old) => ({ ...old, unknown: unknown ? undefined : true }) })}
            data-testid="unknown-share"
          >
            {page.data.unknown === 0
              ? `All ${page.data.said} materials of the ledger are here`
              : `${page.data.unknown} of ${page.data.said} materials of the ledger are not here yet`}
          </button>
        )}
      </div>
      {entering && <EnterForm onDone={() => setEntering(false)} />}
      {unknown && <Unknown />}
      {page.isError ? (
        <Trouble as="h2" error={page.error} onRetry={() => void page.refetch()} />
      ) : !page.data ? (
        <Waiting />
      ) : page.data.rows.length === 0 ? (
        <p className="book py-8">
          No material is called anything with “{letters}”. Enter it, and every dressing that names it finds it here.
        </p>
      ) : (
        <div className="mt-3 grid grid-cols-[11rem_minmax(0,1fr)] gap-x-8 max-[900px]:grid-cols-1">
          <nav aria-label="Drawers" className="sticky top-3 self-start max-[900px]:hidden">
            {drawers
              .filter((d) => d.inside.length > 0)
              .map((d) => (
                <a
                  key={d.head.name}
                  href={`#${idOf(d.head.name)}`}
                  className="flex min-h-[40px] items-center justify-between border-b border-rule px-1 hover:bg-well"
                >
                  <span className="book">{d.head.name}</span>
                  <span className="text-soft">{d.inside.length}</span>
                </a>
              ))}
          </nav>
          <div>
            {drawers
              .filter((d) => d.inside.length > 0)
              .map((d) => (
                <section key={d.head.name} id={idOf(d.head.name)} className="mb-6" aria-label={d.head.name}>
                  <h2 className="border-b-2 border-edge pb-0.5 text-2xl">
                    <Link to="/cabinet/$name" params={{ name: d.head.name }} className="hover:text-amber">
                      {d.head.name}
                    </Link>
                  </h2>
                  <ul className="columns-[20rem] gap-x-8">
                    {d.inside.map((r) => (
                      <Row key={r.name} r={r} />
                    ))}
                  </ul>
                </section>
              ))}
            {single.length > 0 && (
              <section aria-label="by themselves" className="mb-6">
                <h2 className="border-b-2 border-edge pb-0.5 text-2xl">by themselves</h2>
                <ul className="columns-[20rem] gap-x-8">
                  {single.map((d) => (
                    <Row key={d.head.name} r={{ ...d.head, depth: 1 }} />
                  ))}
                </ul>
              </section>
            )}
          </div>
        </div>
      )}
    </div>
  );
}

function Row({ r }: { r: CabinetRow }) {
  return (
    <li
      className="relative flex min-h-[42px] break-inside-avoid items-center gap-2.5 border-b border-rule py-1 hover:bg-well"
      style={{ paddingLeft: `${Math.max(0, r.depth - 1) * 1.1}rem` }}
    >
      <Swatch of={r.swatch} marking={r.marking} size={24} />
      <span className="min-w-0 grow leading-tight">
        <Link
          to="/cabinet/$name"
          params={{ name: r.name }}
          className="book text-[1.1rem] after:absolute after:inset-0 after:content-['']"
        >
          {r.name}
        </Link>
        {r.marking !== "plain" && <span className="ml-2 text-[0.88rem] text-soft">{r.marking}</span>}
        {r.basis === "club" && <span className="caps ml-2">the club’s</span>}
      </span>
      {r.count > 0 && (
        <span className="shrink-0 text-soft" title="parts that it occurs in">
          {r.count}
        </span>
      )}
    </li>
  );
}

/** What the Cabinet has no entry for, the most used first. */
function Unknown() {
  const q = useQuery(unknownQuery);
  if (q.isError) return <Trouble as="h2" error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return (
    <section className="my-4 border border-edge bg-well px-4 py-3" aria-label="Not in the Cabinet yet">
      <h2 className="text-xl">Not in the Cabinet yet</h2>
      {q.data.rows.length === 0 ? (
        <p className="book">Every material that the ledger’s dressings name is in a drawer.</p>
      ) : (
        <ul>
          {q.data.rows.map((r) => (
            <li
              key={`${r.words} ${r.part}`}
              className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1.5"
            >
              <span className="book text-[1.1rem]">{r.words}</span>
              <span className="text-soft">as {r.part}</span>
              <span>
                {r.folios.map((f, i) => (
                  <span key={f}>
                    {i > 0 && ", "}
                    <Link to="/folio/$folio" params={{ folio: String(f) }} className="link">
                      folio {f}
                    </Link>
                  </span>
                ))}
                {r.count > r.folios.length && ` and ${r.count - r.folios.length} more`}
              </span>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 text-soft">
        Enter such a material, or open the one it is another name for and merge the name in. What was filed keeps its
        words.
      </p>
    </section>
  );
}
