import { Link } from "@tanstack/react-router";
import type { Item } from "../../api/client";

/** j and k walk the recipes. */
export function walk(by: number) {
  const rows = [...document.querySelectorAll<HTMLElement>("[data-walk]")];
  const at = rows.indexOf(document.activeElement as HTMLElement);
  const next = rows[Math.min(Math.max(at < 0 ? 0 : at + by, 0), rows.length - 1)];
  next?.focus();
  next?.scrollIntoView({ block: "nearest" });
}

/** The recipes of a box in one state. */
export function Items({
  title,
  list,
  batch,
  open,
}: {
  title: string;
  list: Item[] | undefined;
  batch: string;
  open?: boolean;
}) {
  if (!list || list.length === 0) return null;
  return (
    <details className="mt-6" open={open}>
      <summary className="cursor-pointer font-book text-2xl font-semibold">
        {title} <span className="text-soft">({list.length})</span>
      </summary>
      <ul className="mt-1">
        {list.map((i) => (
          <li key={i.position} className="border-b border-rule">
            <Link
              {...(i.folio
                ? { to: "/folio/$folio", params: { folio: String(i.folio) } }
                : { to: "/desk", search: { batch, item: i.position } })}
              data-walk
              className="grid min-h-[48px] grid-cols-[5rem_minmax(0,18rem)_1fr] items-baseline gap-3 py-2.5 hover:bg-well"
            >
              <span className="text-right text-soft">{i.folio ? `folio ${i.folio}` : `line ${i.line}`}</span>
              <span className="book text-[1.15rem] leading-tight">{i.title}</span>
              <span className="leading-snug">{i.why}</span>
            </Link>
          </li>
        ))}
      </ul>
    </details>
  );
}
