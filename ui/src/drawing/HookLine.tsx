import type { Outline } from "../api/client";
import { useTheme } from "../kit/theme";
import { frameFor } from "./frame";
import { type Pt, smooth } from "./strokes";
import { WireDrawing } from "./Wire";

const hookRatio = 4.6;

/** How wide a sheet has to be, in mm, that holds each of these hooks. */
export const sheetFor = (outlines: Outline[][]) =>
  Math.max(10, ...outlines.map((o) => frameFor(o, hookRatio, false).w * 1.05));

/** Where the eyes of hooks laid side by side stand, as a share of the sheet. */
const eyesAt = 0.64;

/** A measured hook inked over the generic one of its size, both to one scale. On a
 * sheet of several all eyes stand in one line, so that the shanks can be compared. */
export function HookLine({
  measured,
  generic,
  width,
  label,
  className,
}: {
  measured: Outline;
  generic: Outline;
  width: number;
  label: string;
  className?: string;
}) {
  const { dark } = useTheme();
  const f = frameFor([measured, generic], hookRatio, false);
  const h = width / hookRatio;
  return (
    <svg
      viewBox={`${-width * eyesAt} ${f.y + f.h / 2 - h / 2} ${width} ${h}`}
      className={className}
      role="img"
      aria-label={label}
    >
      <WireDrawing o={measured} dark={dark} />
      <path
        d={smooth(generic.wire.path as Pt[])}
        fill="none"
        className="stroke-soft"
        strokeWidth={generic.shankMM * 0.014}
        strokeDasharray={`${generic.shankMM * 0.04} ${generic.shankMM * 0.02}`}
      />
    </svg>
  );
}
