import { Link } from "@tanstack/react-router";
import type { IndexOf } from "../api/client";

/** A name that leads to the page of who or what it names. Whatever marks of direction it holds stay
 * within it. */
export function Name({
  of,
  name,
  part,
  className = "",
}: {
  of: IndexOf;
  name: string;
  part?: string;
  className?: string;
}) {
  return (
    <Link
      to="/index/$of/$name"
      params={{ of, name }}
      search={part ? { part } : {}}
      className={`link relative z-10 [overflow-wrap:anywhere] ${className}`}
    >
      <bdi>{name}</bdi>
    </Link>
  );
}

/** The decade that a date is wholly of, for its page. */
export function decadeOf(dated: { earliest?: string; latest?: string } | undefined): string | undefined {
  const a = dated?.earliest?.slice(0, 3);
  return a && a === dated?.latest?.slice(0, 3) ? `${a}0s` : undefined;
}
