import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useEffect } from "react";
import { entryQuery, type IndexOf, Problem, pageQuery } from "../../api/client";
import { useKeys } from "../../kit/keys";
import { Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useVice } from "../../kit/vice";
import { walk } from "../ledger/DressingTable";
import { Listed } from "../ledger/LedgerRoom";
import { Counted } from "../ledger/Understood";
import { indexes } from "./IndexRoom";

const heads: Partial<Record<IndexOf, (name: string, part: string) => string>> = {
  decades: (n) => `The ${n}`,
  hooks: (n) => `Size ${n}`,
  imitations: (n) => `Imitating ${n}`,
  parts: (n) => `With a part called ${n}`,
  materials: (n, part) => `${n}, in the ${part}`,
};

/** The page of a person, a book, a decade, a hook size, a part: its dressings. */
export function EntryRoom() {
  const { of: kind, name } = useParams({ from: "/index/$of/$name" });
  const { part = "", as, sort, down } = useSearch({ from: "/index/$of/$name" });
  const of = kind as IndexOf;
  const known = of === "materials" || indexes.some((x) => x.of === of);
  const navigate = useNavigate({ from: "/index/$of/$name" });
  const { vice, show } = useVice();
  useEffect(() => show(undefined), [show]);
  const about = useQuery({ ...entryQuery(of, name, part), enabled: known });
  const title = heads[of]?.(name, part) ?? name;
  useTitle(title);
  const role = about.data?.roles.find((r) => r.name === as);
  const question = role?.question ?? about.data?.question ?? "";
  const listing = { q: question, sort: sort ?? ("date" as const), down };
  const page = useInfiniteQuery({ ...pageQuery(listing, vice), enabled: question !== "" });
  const found = page.data?.pages[0];
  useKeys("This entry", [
    { key: "j", what: "the next dressing", do: () => walk(1) },
    { key: "k", what: "the dressing before", do: () => walk(-1) },
  ]);
  if (!known) return <Trouble error={new Problem(`There is no index of ${of}.`, "", 404)} />;
  if (about.isError) return <Trouble error={about.error} onRetry={() => void about.refetch()} />;
  if (!about.data) return <Waiting />;
  const { first = 0, last = 0, roles } = about.data;
  const several = roles.filter((r) => r.count > 0).length > 1;
  return (
    <div className="ledger mx-auto max-w-[1180px] px-8 pt-6 pb-10">
      <p className="caps">
        <Link
          to="/index/$of"
          params={{ of }}
          search={of === "materials" ? { part } : {}}
          className="link inline-block py-1"
        >
          {of === "materials" ? `materials of the ${part}` : indexes.find((x) => x.of === of)?.say.toLowerCase()}
        </Link>
      </p>
      <header className="mb-3 flex flex-wrap items-baseline gap-x-6">
        <h1 className="text-4xl [overflow-wrap:anywhere]">
          <bdi>{title}</bdi>
        </h1>
        <p role="status" className="text-soft">
          {found && <Counted page={found} asked />}
          {first > 0 && last > 0 && of !== "decades" && (first === last ? `, of ${first}` : `, of ${first} to ${last}`)}
        </p>
      </header>
      {several && (
        <fieldset className="mb-3 flex flex-wrap gap-2" aria-label="In which way">
          {[{ name: "", say: "all" }, ...roles.map((r) => ({ name: r.name, say: `${r.name}, ${r.count}` }))].map(
            (r) => (
              <button
                key={r.name}
                type="button"
                className={`btn ${(as ?? "") === r.name ? "btn-main" : ""}`}
                aria-pressed={(as ?? "") === r.name}
                onClick={() => void navigate({ search: (old) => ({ ...old, as: r.name || undefined }), replace: true })}
              >
                {r.say}
              </button>
            ),
          )}
        </fieldset>
      )}
      {page.isError ? (
        <Trouble as="h2" error={page.error} onRetry={() => void page.refetch()} />
      ) : found && found.total === 0 ? (
        <p className="book py-6">Nothing in the ledger stands under this name.</p>
      ) : (
        question && (
          <Listed
            listing={listing}
            onSort={(s) => void navigate({ search: (old) => ({ ...old, ...s }), replace: true })}
          />
        )
      )}
      <p className="mt-4">
        <Link to="/" search={{ q: question }} className="link">
          Ask further in the Ledger
        </Link>
      </p>
    </div>
  );
}
