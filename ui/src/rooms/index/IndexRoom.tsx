import { useInfiniteQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useEffect } from "react";
import { type Heading, type IndexOf, indexQuery, Problem } from "../../api/client";
import { Further, Trouble, Waiting } from "../../kit/pieces";
import { useVice } from "../../kit/vice";

export const indexes: { of: IndexOf; say: string; letters?: boolean; about: string }[] = [
  { of: "people", say: "People", letters: true, about: "everybody who is named as originator or as tier" },
  { of: "books", say: "Books and other sources", letters: true, about: "where dressings are printed, written or told" },
  { of: "decades", say: "Decades", about: "of which a dressing is, or may be as far as its date can be told" },
  { of: "hooks", say: "Hooks", about: "the sizes that dressings are tied on" },
  { of: "imitations", say: "What is imitated", letters: true, about: "in the words of the dressings" },
  { of: "parts", say: "Parts and materials", about: "what each part is made of, as it is written" },
];

/** One index of the ledger: each entry leads to its dressings. */
export function IndexRoom() {
  const params = useParams({ from: "/index/$of" });
  const { begin = "", part = "" } = useSearch({ from: "/index/$of" });
  const navigate = useNavigate({ from: "/index/$of" });
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  const here = indexes.find((x) => x.of === params.of || (params.of === "materials" && x.of === "parts"));
  const of = params.of as IndexOf;
  const q = useInfiniteQuery({ ...indexQuery(of, part, begin), enabled: !!here });
  if (!here) return <Trouble error={new Problem(`There is no index of ${params.of}.`, "", 404)} />;
  const letters = here.letters || of === "materials";
  const list = q.data?.pages.flatMap((p) => p.headings);
  return (
    <div className="ledger mx-auto max-w-[1180px] px-8 pt-6 pb-10">
      <h1 className="text-4xl">{of === "materials" ? `Materials of the ${part}` : here.say}</h1>
      <nav aria-label="Indexes" className="mt-2 flex flex-wrap gap-x-1 border-b-2 border-edge">
        {indexes.map((x) => (
          <Link
            key={x.of}
            to="/index/$of"
            params={{ of: x.of }}
            className="inline-flex min-h-[44px] items-center px-3 hover:bg-well"
            aria-current={x.of === here.of ? "page" : undefined}
            activeOptions={{ includeSearch: false, exact: true }}
          >
            <span className={x.of === here.of ? "border-b-2 border-amber font-semibold" : ""}>{x.say}</span>
          </Link>
        ))}
      </nav>
      <p className="mt-2 text-soft">
        {of === "materials" ? (
          <>
            as they are written;{" "}
            <Link to="/index/$of" params={{ of: "parts" }} className="link">
              all parts
            </Link>
          </>
        ) : (
          here.about
        )}
      </p>
      {letters && (
        <fieldset className="mt-1 flex flex-wrap" aria-label="Beginning with">
          {["", ..."abcdefghijklmnopqrstuvwxyz"].map((l) => (
            <button
              key={l || "all"}
              type="button"
              className={`min-h-[40px] min-w-[34px] hover:bg-glow ${begin === l ? "border-b-2 border-amber font-semibold" : ""}`}
              aria-pressed={begin === l}
              onClick={() => void navigate({ search: (old) => ({ ...old, begin: l || undefined }), replace: true })}
            >
              {l || "all"}
            </button>
          ))}
        </fieldset>
      )}
      {q.isError ? (
        <Trouble as="h2" error={q.error} onRetry={() => void q.refetch()} />
      ) : !list ? (
        <Waiting />
      ) : list.length === 0 ? (
        <p className="book py-8">{begin ? `Nothing here begins with “${begin}”.` : "Nothing stands here yet."}</p>
      ) : (
        <ul className="mt-3 columns-[19rem] gap-x-10">
          {list.map((h) => (
            <Line key={h.name} of={of} part={part} h={h} />
          ))}
        </ul>
      )}
      <Further q={q} say="Further down the index" />
    </div>
  );
}

const count = (n: number, over?: boolean) => (over ? `over ${n}` : String(n));

function Line({ of, part, h }: { of: IndexOf; part: string; h: Heading }) {
  return (
    <li className="flex min-h-[40px] break-inside-avoid items-baseline gap-2 border-b border-rule py-1.5">
      <Link
        to="/index/$of/$name"
        params={{ of, name: h.name }}
        search={part ? { part } : {}}
        className="book link min-w-0 [overflow-wrap:anywhere]"
      >
        <bdi>{of === "hooks" ? `size ${h.name}` : of === "people" ? <Surnamed name={h.name} /> : h.name}</bdi>
      </Link>
      <span className="grow" />
      {of === "parts" && (
        <Link
          to="/index/$of"
          params={{ of: "materials" }}
          search={{ part: h.name }}
          className="link text-[0.92rem] text-soft"
        >
          materials<span className="sr-only"> of the {h.name}</span>
        </Link>
      )}
      <span className="shrink-0 text-right">
        {h.tied === undefined ? (
          count(h.count, h.over)
        ) : (
          <>
            {h.count > 0 && (
              <>
                {count(h.count, h.over)} <span className="caps">originated</span>
              </>
            )}
            {h.count > 0 && h.tied > 0 && <span className="text-soft"> · </span>}
            {h.tied > 0 && (
              <>
                {count(h.tied, h.over)} <span className="caps">tied</span>
              </>
            )}
          </>
        )}
      </span>
    </li>
  );
}

/** A name with the word that the index goes by. */
function Surnamed({ name }: { name: string }) {
  const [, first = "", last = name] = /^(.*\s)(\S+)$/.exec(name) ?? [];
  return (
    <>
      {first}
      <b className="font-semibold">{last}</b>
    </>
  );
}
