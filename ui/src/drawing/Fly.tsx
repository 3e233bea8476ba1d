import { memo } from "react";
import type { Outline, Shape } from "../api/client";
import { useTheme } from "../kit/theme";
import { type Frame, frameFor } from "./frame";
import { tones } from "./ink";
import { FarRing, kinds, Ring } from "./shapes";
import { ring } from "./strokes";
import { WireDrawing } from "./Wire";

/** Everything of a fly that is inked, in millimetres. */
export const FlyInk = memo(function FlyInk({ outline }: { outline: Outline }) {
  const { dark } = useTheme();
  const unit = outline.shankMM;
  const tail = outline.shapes.filter((s) => s.far);
  const near = outline.shapes.filter((s) => !s.far);
  // both halves of a hackle come of one reckoning
  const rings = new Map(near.filter((s) => s.kind === "ring").map((s) => [s, ring(s)]));
  const draw = (s: Shape, i: number) => {
    const strokes = rings.get(s);
    if (strokes) return <Ring key={i} s={s} t={tones(s.colour, dark)} unit={unit} strokes={strokes} />;
    const Kind = kinds[s.kind];
    return Kind ? <Kind key={i} s={s} t={tones(s.colour, dark)} unit={unit} /> : null;
  };
  return (
    <g>
      {[...rings].map(([s, strokes], i) => (
        <FarRing key={`far${i}`} s={s} t={tones(s.colour, dark)} unit={unit} strokes={strokes} />
      ))}
      <WireDrawing o={outline} dark={dark} />
      {tail.map(draw)}
      {near.map(draw)}
    </g>
  );
});

/** More ticks than these on a ruler could not be told apart. */
const maxTicks = 120;

/** A ruler in millimetres. It starts behind the eye, where the shank does, and runs towards the bend
 * and beyond, so that what is read off it is a place on the hook. */
export function Ruler({ f }: { f: Frame }) {
  const y = f.y + f.h - f.w * 0.012;
  const tick = f.w * 0.008;
  const room = Math.max(0, -(f.x + f.w * 0.02)); // from the eye to the left edge
  // a tick a millimetre, as long as they can be told apart
  const step = [1, 2, 5, 10, 20, 50].find((s) => f.w / s < maxTicks) ?? f.w / maxTicks;
  const count = Math.floor(room / step);
  const labels = f.w / step > 40 ? 10 : f.w / step > 15 ? 5 : 2;
  return (
    <g
      className="ruler stroke-edge"
      strokeWidth={f.w * 0.0011}
      style={{ "--w": f.w } as React.CSSProperties}
      data-testid="ruler"
    >
      <path d={`M0 ${y}h${-count * step}`} />
      {Array.from({ length: count + 1 }, (_, i) => (
        <path key={i} d={`M${-i * step} ${y}v${-(i % labels === 0 ? tick * 2 : tick)}`} />
      ))}
      {Array.from({ length: Math.floor(count / labels) + 1 }, (_, i) => (
        <text key={i} x={-i * labels * step} y={y - tick * 2.6} textAnchor="middle" className="fill-soft" stroke="none">
          {i * labels * step}
        </text>
      ))}
      <text x={f.w * 0.014} y={y} className="fill-soft" stroke="none">
        mm{f.x + f.w > f.w * 0.18 && <tspan className="wide"> from the eye</tspan>}
      </text>
    </g>
  );
}

/** One fly on a sheet of its own. */
export function Fly({
  outline,
  ratio = 2.2,
  ruler = false,
  label,
  className,
}: {
  outline: Outline;
  ratio?: number;
  ruler?: boolean;
  label: string;
  className?: string;
}) {
  const f = frameFor([outline], ratio, ruler);
  return (
    <svg viewBox={`${f.x} ${f.y} ${f.w} ${f.h}`} className={className} role="img" aria-label={label}>
      <FlyInk outline={outline} />
      {ruler && <Ruler f={f} />}
    </svg>
  );
}
