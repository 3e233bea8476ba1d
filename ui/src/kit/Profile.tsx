import type { Entry } from "../api/client";
import { Fly } from "../drawing/Fly";
import { nameOf } from "./pieces";

/** The small drawing by which a dressing is known in a list. */
export function Profile({ e, className }: { e: Entry; className: string }) {
  if (!e.outline) return null;
  return <Fly outline={e.outline} ratio={1.75} label={`Profile of ${nameOf(e)}`} className={className} />;
}
