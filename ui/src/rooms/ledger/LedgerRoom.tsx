import { useInfiniteQuery } from "@tanstack/react-query";
import { Link, useNavigate, useRouter, useSearch } from "@tanstack/react-router";
import { useDeferredValue, useEffect, useState } from "react";
import { type Listing, pageQuery } from "../../api/client";
import { useKeys } from "../../kit/keys";
import { Further, Trouble, Waiting } from "../../kit/pieces";
import { useVice } from "../../kit/vice";
import { IntoTray } from "../trays/IntoTray";
import { DressingTable, walk } from "./DressingTable";
import { Counted, HowToAsk, Nothing, Understood } from "./Understood";

/** Find and browse: a row a dressing, with its drawing. */
export function LedgerRoom() {
  const { q = "", sort, down } = useSearch({ from: "/" });
  const [typed, setTyped] = useState(q);
  const asked = useDeferredValue(typed.trim());
  const navigate = useNavigate({ from: "/" });
  const { vice, show } = useVice();
  const page = useInfiniteQuery(pageQuery({ q: asked, sort, down }, vice));
  const found = page.data?.pages[0];
  useEffect(() => show(undefined), [show]);
  // what was typed stands in the address, and an address that somebody went to in the field
  const router = useRouter();
  useEffect(() => {
    void navigate({ search: (old) => ({ ...old, q: asked || undefined }), replace: true });
  }, [asked, navigate]);
  useEffect(
    () =>
      router.history.subscribe(({ location, action }) => {
        const went = router.options.parseSearch?.(location.search) as { q?: unknown } | undefined;
        if (action.type !== "REPLACE" && location.pathname === "/") setTyped(String(went?.q ?? ""));
      }),
    [router],
  );
  useKeys("Ledger", [
    { key: "j", what: "the next dressing", do: () => walk(1) },
    { key: "k", what: "the dressing before", do: () => walk(-1) },
    { key: "Enter", what: "open it" },
    { key: "Esc", what: "empty the search" },
  ]);
  return (
    <div className="ledger mx-auto max-w-[1180px] px-8 pt-6 pb-10">
      <header className="mb-1 flex flex-wrap items-end gap-x-6 gap-y-1">
        <h1 className="text-4xl">Ledger</h1>
        <label className="min-w-[15rem] grow">
          <span className="sr-only">Find by name, people, source, date, size, material, or what a part is made of</span>
          <input
            id="find"
            type="search"
            className="field"
            placeholder="a name · tail: wood duck · 1930s · by Pell · size 14 …"
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
        <p role="status" className="min-w-36 shrink-0 pb-2 text-right text-soft">
          {found && <Counted page={found} asked={asked !== ""} />}
        </p>
      </header>
      {asked === "" ? <HowToAsk /> : found && <Understood asked={found.asked} onAsk={setTyped} />}
      {page.isError ? (
        <Trouble as="h2" error={page.error} onRetry={() => void page.refetch()} />
      ) : !found ? (
        <Waiting />
      ) : found.filed === 0 ? (
        <Empty />
      ) : found.total === 0 ? (
        <Nothing page={found} q={asked} onAsk={setTyped} />
      ) : (
        <Listed
          listing={{ q: asked, sort, down }}
          onSort={(s) => void navigate({ search: (old) => ({ ...old, ...s }), replace: true })}
        />
      )}
    </div>
  );
}

/** What a question finds, page after page. */
export function Listed({ listing, onSort }: { listing: Listing; onSort: (s: Pick<Listing, "sort" | "down">) => void }) {
  const { vice } = useVice();
  const page = useInfiniteQuery(pageQuery(listing, vice));
  const entries = page.data?.pages.flatMap((p) => p.entries) ?? [];
  return (
    <>
      <DressingTable
        entries={entries}
        sorting={listing}
        onSort={onSort}
        label={listing.q ? `Dressings for ${listing.q}` : "All dressings"}
      />
      <p className="no-print flex flex-wrap gap-3 *:mt-5">
        <Further q={page} say="Further down the ledger" busy="Turning to the page …" />
        <IntoTray folios={entries.map((e) => e.folio)} what="these" />
      </p>
    </>
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
