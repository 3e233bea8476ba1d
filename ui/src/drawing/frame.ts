import type { Outline } from "../api/client";

/** Windows that a drawing can have, in mm across, so that a size up is seen. */
const windows = Array.from({ length: 40 }, (_, i) => 5 * 1.1 ** i);

export type Frame = { x: number; y: number; w: number; h: number };

/** The frame that holds outlines with room for a ruler below. */
export function frameFor(outlines: Outline[], ratio: number, ruler: boolean): Frame {
  const first = outlines[0];
  if (!first) return { x: -10, y: -5, w: 12, h: 8 };
  const b = [...first.bounds];
  for (const o of outlines) {
    b[0] = Math.min(b[0] as number, o.bounds[0] as number);
    b[1] = Math.min(b[1] as number, o.bounds[1] as number);
    b[2] = Math.max(b[2] as number, o.bounds[2] as number);
    b[3] = Math.max(b[3] as number, o.bounds[3] as number);
  }
  const [left, top, right, bottom] = b as [number, number, number, number];
  const need = Math.max((right - left) * 1.1, (bottom - top) * (ruler ? 1.2 : 1.1) * ratio);
  const w = ruler ? (windows.find((v) => v >= need) ?? need) : need;
  const h = w / ratio;
  const x = (left + right) / 2 - w / 2;
  const y = ruler ? (top + bottom) / 2 - h / 2 + h * 0.05 : (top + bottom) / 2 - h / 2;
  return { x, y, w, h };
}
