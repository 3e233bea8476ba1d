import { useInfiniteQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useDeferredValue, useEffect, useState } from "react";
import { type Entry, pageQuery } from "../../api/client";
import { Fly } from "../../drawing/Fly";
import { useKeys } from "../../kit/keys";
import { nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useVice } from "../../kit/vice";

/** Find and browse: a row a dressing, with its drawing. */
export function LedgerRoom() {
  const { q = "" } = useSearch({ from: "/" });
  const [typed, setTyped] = useState(q);
  const words = useDeferredValue(typed.trim());
  const navigate = useNavigate({ from: "/" });
  const { vice, show } = useVice();
  const page = useInfiniteQuery(pageQuery(words, vice));
  const found = page.data?.pages[0];
  useEffect(() => show(undefined), [show]);
  useEffect(() => {
    document.title = "Ledger · Moth Ledger";
    void navigate({ search: words ? { q: words } : {}, replace: true });
  }, [words, navigate]);

  // j and k walk the rows
  const walk = (by: number) => {
    const rows = [...document.querySelectorAll<HTMLElement>("tbody tr a")];
    const at = rows.indexOf(document.activeElement as HTMLElement);
    const next = rows[Math.min(Math.max(at < 0 ? (by > 0 ? 0 : rows.length - 1) : at + by, 0), rows.length - 1)];
    next?.focus();
    next?.scrollIntoView({ block: "nearest" });
  };
  useKeys("Ledger", [
    { key: "j", what: "the next dressing", do: () => walk(1) },
    { key: "k", what: "the dressing before", do: () => walk(-1) },
    { key: "Enter", what: "open it" },
    { key: "Esc", what: "empty the search" },
  ]);

  return (
    <div className="ledger mx-auto max-w-[1180px] px-8 pt-6 pb-10">
      <header className="mb-3 flex items-end gap-6">
        <h1 className="text-4xl">Ledger</h1>
        <label className="grow">
          <span className="sr-only">Find by name, tier, originator, source or material</span>
          <input
            id="find"
            type="search"
            className="field"
            placeholder="Find by name, tier, originator, source or material …"
            value={typed}
            maxLength={200}
            aria-keyshortcuts="/"
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === "Escape") {
                if (typed === "") e.currentTarget.blur();
                setTyped("");
              }
              if (e.key === "ArrowDown" || e.key === "Enter") {
                e.preventDefault();
                walk(1);
              }
            }}
          />
        </label>
        <p role="status" className="w-36 shrink-0 pb-2 text-right text-soft">
          {found && (words ? `${found.total} of ${found.filed}` : `${found.filed} dressings`)}
        </p>
      </header>
      {page.isError ? (
        <Trouble as="h2" error={page.error} onRetry={() => void page.refetch()} />
      ) : !found ? (
        <Waiting />
      ) : found.filed === 0 ? (
        <Empty />
      ) : found.total === 0 ? (
        <p className="book py-10">
          Nothing filed holds all of “{words}”. Fewer letters find more: the name, a tier, a book or a material will do.
        </p>
      ) : (
        <>
          <table className="w-full border-collapse">
            <thead>
              <tr className="border-b-2 border-edge text-left">
                <th scope="col" className="caps w-14 py-1 pr-3 text-right font-normal">
                  folio
                </th>
                <th scope="col" className="caps w-36 font-normal">
                  <span className="sr-only">profile</span>
                </th>
                <th scope="col" className="caps font-normal">
                  name
                </th>
                <th scope="col" className="caps font-normal">
                  originator or tier
                </th>
                <th scope="col" className="caps font-normal">
                  source and date
                </th>
                <th scope="col" className="caps w-20 font-normal">
                  sizes
                </th>
                <th scope="col" className="caps w-20 text-right font-normal">
                  variants
                </th>
              </tr>
            </thead>
            <tbody>
              {page.data?.pages
                .flatMap((p) => p.entries)
                .map((e) => (
                  <Row key={e.folio} e={e} />
                ))}
            </tbody>
          </table>
          {page.hasNextPage && (
            <button
              type="button"
              className="btn mt-5"
              disabled={page.isFetchingNextPage}
              onClick={() => void page.fetchNextPage()}
            >
              {page.isFetchingNextPage ? "Turning to the page …" : "Further down the ledger"}
            </button>
          )}
        </>
      )}
    </div>
  );
}

function Row({ e }: { e: Entry }) {
  return (
    <tr className="relative border-b border-rule hover:bg-well">
      <td className="pr-3 text-right text-soft">{e.folio}</td>
      <td>
        {e.outline && (
          <Fly outline={e.outline} ratio={1.75} label={`Profile of ${nameOf(e)}`} className="h-[66px] w-[116px]" />
        )}
      </td>
      <td className="pr-4">
        <Link
          to="/folio/$folio"
          params={{ folio: String(e.folio) }}
          className="book text-[1.25rem] font-semibold leading-tight after:absolute after:inset-0 after:content-['']"
        >
          {e.title || <i className="font-normal text-soft">without a name</i>}
        </Link>
      </td>
      <td className="pr-4">
        {e.originator ? (
          <span className="book">{e.originator}</span>
        ) : e.tier ? (
          <span>
            <span className="caps">tied by </span>
            <span className="book">{e.tier}</span>
          </span>
        ) : (
          <span className="text-soft">not stated</span>
        )}
      </td>
      <td className="pr-4 leading-snug">
        <span className="book italic">{e.source}</span>
        {e.date && <span className="block text-[0.95rem] text-soft">{e.date}</span>}
      </td>
      <td>{e.sizes}</td>
      <td className="text-right text-lg">{e.variants || <span className="text-soft">–</span>}</td>
    </tr>
  );
}

function Empty() {
  return (
    <div className="py-14">
      <h2 className="text-2xl">Nothing is filed yet</h2>
      <p className="book mt-2 max-w-prose">
        Take the first card out of the box and type it on the{" "}
        <Link to="/desk" className="link">
          Desk
        </Link>
        , just as it is written. What the ledger does not understand it will show you.
      </p>
      <Link to="/desk" className="btn btn-main mt-5">
        To the Desk
      </Link>
    </div>
  );
}
