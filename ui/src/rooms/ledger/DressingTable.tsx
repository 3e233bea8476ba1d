import { Link } from "@tanstack/react-router";
import {
  type ColumnDef,
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  type RowData,
  useReactTable,
} from "@tanstack/react-table";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useMemo } from "react";
import type { Entry, Order } from "../../api/client";
import { decadeOf, Name } from "../../kit/Name";
import { Profile } from "../../kit/Profile";

declare module "@tanstack/react-table" {
  interface ColumnMeta<TData extends RowData, TValue> {
    /** What the list is sorted by where its head is pressed. */
    sort?: Order;
    className?: string;
  }
}

export type Sorting = { sort?: Order; down?: boolean };

const column = createColumnHelper<Entry>();

const columns: ColumnDef<Entry>[] = [
  column.display({
    id: "profile",
    header: () => <span className="sr-only">profile</span>,
    meta: { className: "w-36" },
    cell: ({ row: { original: e } }) => <Profile e={e} className="h-[66px] w-[116px]" />,
  }),
  column.display({
    id: "name",
    header: "name",
    meta: { sort: "name", className: "pr-4" },
    cell: ({ row: { original: e } }) => (
      <Link
        to="/folio/$folio"
        params={{ folio: String(e.folio) }}
        data-row
        className="book text-[1.25rem] leading-tight font-semibold [overflow-wrap:anywhere] after:absolute after:inset-0 after:content-['']"
      >
        {e.title ? <bdi>{e.title}</bdi> : <i className="font-normal text-soft">without a name</i>}
        {e.qualifier && <span className="text-[1rem] font-normal text-soft"> ({e.qualifier})</span>}
      </Link>
    ),
  }),
  column.display({
    id: "who",
    header: "originator or tier",
    meta: { sort: "who", className: "pr-4" },
    cell: ({ row: { original: e } }) =>
      e.credit && e.standing !== "variant" ? (
        <Link
          to="/folio/$folio/provenance"
          params={{ folio: String(e.folio) }}
          className="book link relative z-10 [overflow-wrap:anywhere]"
        >
          {e.credit}
        </Link>
      ) : e.originator ? (
        <Name of="people" name={e.originator} className="book" />
      ) : e.tier ? (
        <>
          <span className="caps">tied by </span>
          <Name of="people" name={e.tier} className="book" />
        </>
      ) : (
        <span className="text-soft">not stated</span>
      ),
  }),
  column.display({
    id: "source",
    header: "source",
    meta: { sort: "source", className: "pr-4 leading-snug" },
    cell: ({ row: { original: e } }) => e.source && <Name of="books" name={e.source} className="book italic" />,
  }),
  column.display({
    id: "date",
    header: "date",
    meta: { sort: "date", className: "pr-4" },
    cell: ({ row: { original: e } }) => {
      const decade = decadeOf(e.dated);
      return decade ? (
        <Link to="/index/$of/$name" params={{ of: "decades", name: decade }} className="link relative z-10">
          <bdi>{e.date}</bdi>
        </Link>
      ) : (
        <bdi>{e.date}</bdi>
      );
    },
  }),
  column.display({
    id: "size",
    header: "sizes",
    meta: { sort: "size", className: "w-20" },
    cell: (c) => c.row.original.sizes,
  }),
  column.display({
    id: "variants",
    header: "variants",
    meta: { sort: "variants", className: "w-20 text-right" },
    cell: ({ row: { original: e } }) => (
      <span className="text-lg">{e.variants || <span className="text-soft">–</span>}</span>
    ),
  }),
  column.display({
    id: "folio",
    header: "folio",
    meta: { sort: "folio", className: "w-16 text-right text-soft" },
    cell: (c) => c.row.original.folio,
  }),
];

/** On a narrow screen these cells say what they are. */
const labelled = new Set(["size", "variants", "folio"]);

/** Dressings, a row each, sorted by the head that was pressed. On a narrow screen each row is a small
 * block, and what it is sorted by is chosen above. */
export function DressingTable({
  entries,
  sorting,
  onSort,
  label,
}: {
  entries: Entry[];
  sorting: Sorting;
  onSort: (s: Sorting) => void;
  label: string;
}) {
  const sort = sorting.sort ?? "folio";
  const table = useReactTable({
    data: entries,
    columns,
    getCoreRowModel: getCoreRowModel(),
    getRowId: (e) => String(e.folio),
    manualSorting: true,
  });
  const heads = useMemo(() => columns.filter((c) => c.meta?.sort), []);
  const press = (by: Order) => onSort({ sort: by, down: sort === by ? !sorting.down : by === "variants" });
  return (
    <>
      <p className="stack-sort mb-2 items-center gap-2">
        <label className="flex grow items-center gap-2">
          <span className="caps shrink-0">sorted by</span>
          <select className="field" value={sort} onChange={(e) => onSort({ sort: e.target.value as Order })}>
            {heads.map((h) => (
              <option key={h.id} value={h.meta?.sort}>
                {String(h.header)}
              </option>
            ))}
          </select>
        </label>
        <button type="button" className="btn" onClick={() => onSort({ sort, down: !sorting.down })}>
          {sorting.down ? "last to first" : "first to last"}
        </button>
      </p>
      <table className="stack flies w-full border-collapse">
        <caption className="sr-only">{label}</caption>
        <thead>
          {table.getHeaderGroups().map((g) => (
            <tr key={g.id} className="border-b-2 border-edge text-left">
              {g.headers.map((h) => {
                const by = h.column.columnDef.meta?.sort;
                const on = by === sort;
                return (
                  <th
                    key={h.id}
                    scope="col"
                    className={`caps font-normal ${h.column.columnDef.meta?.className ?? ""}`}
                    aria-sort={on ? (sorting.down ? "descending" : "ascending") : undefined}
                  >
                    {by ? (
                      <button
                        type="button"
                        className={`inline-flex min-h-[32px] items-center gap-1 hover:text-amber ${on ? "font-semibold text-ink" : ""}`}
                        onClick={() => press(by)}
                      >
                        {flexRender(h.column.columnDef.header, h.getContext())}
                        {on && (sorting.down ? <ArrowDown size={14} aria-hidden /> : <ArrowUp size={14} aria-hidden />)}
                      </button>
                    ) : (
                      flexRender(h.column.columnDef.header, h.getContext())
                    )}
                  </th>
                );
              })}
            </tr>
          ))}
        </thead>
        <tbody>
          {table.getRowModel().rows.map((r) => (
            <tr key={r.id} className="relative border-b border-rule hover:bg-well">
              {r.getVisibleCells().map((c) => (
                <td
                  key={c.id}
                  data-label={labelled.has(c.column.id) ? c.column.id : ""}
                  className={c.column.columnDef.meta?.className}
                >
                  {flexRender(c.column.columnDef.cell, c.getContext())}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** j and k walk the rows. */
export function walk(by: number) {
  const rows = [...document.querySelectorAll<HTMLElement>("a[data-row]")];
  const at = rows.indexOf(document.activeElement as HTMLElement);
  const next = rows[Math.min(Math.max(at < 0 ? (by > 0 ? 0 : rows.length - 1) : at + by, 0), rows.length - 1)];
  next?.focus();
  next?.scrollIntoView({ block: "nearest" });
}
