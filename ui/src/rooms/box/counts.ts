import type { Batch } from "../../api/client";

export const counts = (b: Batch) =>
  [
    b.withdrawn && "taken back",
    b.filed > 0 && `${b.filed} filed`,
    b.clean > 0 && `${b.clean} ready`,
    b.look > 0 && `${b.look} to look at`,
    b.refused > 0 && `${b.refused} refused`,
  ]
    .filter(Boolean)
    .join(", ");
