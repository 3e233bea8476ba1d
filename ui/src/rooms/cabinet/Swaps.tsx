import { Link } from "@tanstack/react-router";
import { Fragment } from "react";
import type { SwapGroup } from "../../api/client";

const kinds: Record<string, string> = {
  forced: "forced",
  preferred: "by preference",
  function: "for a function",
  show: "for show",
};

/** What the club's variants put in a material's place, with who did and why. */
export function Swaps({ groups }: { groups: SwapGroup[] }) {
  return (
    <ul className="mt-1" data-testid="swaps">
      {groups.map((g) => (
        <li key={g.name} className="border-b border-rule py-1.5">
          <Link to="/cabinet/$name" params={{ name: g.name }} className="book link text-[1.1rem] font-semibold">
            {g.name}
          </Link>{" "}
          <span className="text-soft">{g.count === 1 ? "once" : `${g.count} times`}</span>
          <Who g={g} />
        </li>
      ))}
    </ul>
  );
}

export function Who({ g }: { g: SwapGroup }) {
  return (
    <span className="block text-[0.96rem]">
      {g.examples.map((x, i) => (
        <Fragment key={`${x.folio} ${x.part}`}>
          {i > 0 && "; "}
          {x.tier || "somebody"}, as the {x.part} of{" "}
          <Link to="/folio/$folio" params={{ folio: String(x.folio) }} className="link">
            {x.title || `folio ${x.folio}`}
          </Link>
          {x.reasonKind && (
            <span className="text-soft">
              , {kinds[x.reasonKind]}
              {x.reason && `: “${x.reason}”`}
            </span>
          )}
        </Fragment>
      ))}
      {g.count > g.examples.length && ` and ${g.count - g.examples.length} more`}
    </span>
  );
}
