import { Link } from "@tanstack/react-router";

/** The pages of one dressing. */
export function FolioTabs({ folio, pattern }: { folio: number; pattern?: number }) {
  const params = { folio: String(folio) };
  const tab =
    "inline-flex min-h-[40px] items-center border-b-2 border-transparent px-1 hover:border-amber text-[1.02rem]";
  const active = { className: `${tab} !border-amber font-semibold`, "aria-current": "page" as const };
  return (
    <nav aria-label="Pages of this dressing" className="no-print flex flex-wrap gap-x-5">
      <Link to="/folio/$folio" params={params} className={tab} activeProps={active} activeOptions={{ exact: true }}>
        Dressing
      </Link>
      <Link to="/folio/$folio/provenance" params={params} className={tab} activeProps={active}>
        Provenance
      </Link>
      <Link to="/folio/$folio/witnesses" params={params} className={tab} activeProps={active}>
        Witnesses
      </Link>
      <Link to="/folio/$folio/descent" params={params} className={tab} activeProps={active}>
        Descent
      </Link>
      {pattern ? (
        <Link to="/patterns/$id" params={{ id: String(pattern) }} className={tab}>
          Pattern
        </Link>
      ) : null}
    </nav>
  );
}
