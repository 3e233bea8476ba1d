import type { Outline } from "../api/client";
import { at, type Pt, smooth } from "./strokes";

/** The bare hook. */
export function WireDrawing({ o, dark }: { o: Outline; dark: boolean }) {
  const w = o.wire.mm;
  const path = smooth(o.wire.path as Pt[]);
  const metal = dark ? "#857a69" : "#3b332b";
  const shine = dark ? "#d8ccb6" : "#9b8f7f";
  const [ex = 0, ey = 0, ed = 1] = o.wire.eye;
  const barb = o.wire.barb as Pt | undefined;
  const barbTo = o.wire.barbTo as Pt | undefined;
  const tip = o.wire.path.at(-1) as Pt;
  const before = o.wire.path.at(-2) as Pt;
  const a = Math.atan2(tip[1] - before[1], tip[0] - before[0]);
  // the point is ground from above: its lower edge runs on, its upper edge falls to it
  const off = (along: number, up: number): Pt => [
    tip[0] + Math.cos(a) * w * along + Math.sin(a) * w * up,
    tip[1] + Math.sin(a) * w * along - Math.cos(a) * w * up,
  ];
  const point = `M${at(off(-0.1, -0.5))}L${at(off(1.2, -0.5))}L${at(off(3.4, 0.05))}Q${at(off(1.2, 0.36))} ${at(off(-0.1, 0.5))}Z`;
  return (
    <g fill="none" strokeLinecap="butt" strokeLinejoin="round">
      {barb && barbTo && <path d={`M${at([barb[0] + w * 0.7, barb[1]])}L${at(barbTo)}L${at(barb)}Z`} fill={metal} />}
      <path d={path} stroke={metal} strokeWidth={w} />
      <path d={point} fill={metal} />
      <path d={path} stroke={shine} strokeWidth={w * 0.22} opacity={0.8} />
      <g transform={`rotate(${-(o.wire.eyeUp ?? 0)} ${ex} ${ey})`}>
        <ellipse cx={ex} cy={ey} rx={ed / 2 - w * 0.42} ry={ed * 0.3} stroke={metal} strokeWidth={w * 0.86} />
        <path
          d={`M${at([ex - ed * 0.33, ey - ed * 0.16])}Q${at([ex, ey - ed * 0.36])} ${at([ex + ed * 0.33, ey - ed * 0.14])}`}
          stroke={shine}
          strokeWidth={w * 0.2}
          opacity={0.8}
        />
      </g>
    </g>
  );
}
