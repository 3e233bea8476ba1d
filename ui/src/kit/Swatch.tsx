import { useId } from "react";
import type { Swatch as Colour } from "../api/client";

/** How markings are drawn, so that a colour never stands alone: bars, spots, mottles. */
const marks: Record<string, string[]> = {
  barred: ["M0 3H20M0 8H20M0 13H20M0 18H20"],
  "boldly barred": ["M0 3H20M0 4.5H20M0 11H20M0 12.5H20M0 19H20"],
  "barred tip": ["M0 3H20M0 6H20"],
  banded: ["M0 5H20M0 15H20"],
  mottled: ["M2 4h3M9 2h4M15 6h3M4 10h4M12 11h3M1 15h3M8 17h4M16 15h3"],
  speckled: ["M3 3h1M8 6h1M14 3h1M17 8h1M5 11h1M11 13h1M2 17h1M15 16h1M9 18h1"],
  spotted: ["M4 5h3M13 9h3M6 15h3"],
  iridescent: ["M0 20L20 0M0 12L12 0M8 20L20 8"],
  ridged: ["M3 0V20M8 0V20M13 0V20M18 0V20"],
};

/** A colour dry, above the slant, and wet, below it, under the marking of its material. It is a screen
 * colour, and the word stands beside it. */
export function Swatch({ of, marking, size = 28 }: { of: Colour; marking?: string; size?: number }) {
  const id = useId();
  const said = marks[marking ?? ""] ?? (of.marking ? marks.barred : undefined);
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 20 20"
      className="shrink-0 rounded-[2px] border border-edge"
      role="img"
      aria-labelledby={id}
    >
      <title
        id={id}
      >{`screen colour, dry ${of.dry}, wet ${of.wet}${marking && marking !== "plain" ? `, ${marking}` : ""}`}</title>
      <rect width="20" height="20" fill={of.dry} />
      <path d="M20 0V20H0Z" fill={of.wet} />
      {said?.map((d) => (
        <path key={d} d={d} fill="none" stroke="#191512" strokeOpacity="0.62" strokeWidth="1.3" />
      ))}
    </svg>
  );
}
