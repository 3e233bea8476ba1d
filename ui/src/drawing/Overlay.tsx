import type { Outline, Shape } from "../api/client";
import { FlyInk, Ruler } from "./Fly";
import { frameFor } from "./frame";
import { at, blade, edges, outlineOf, type Pt, ringHull, smooth, turns } from "./strokes";

/** A fly as a plain outline, to be laid under another. */
export function Ghost({ outline }: { outline: Outline }) {
  const unit = outline.shankMM;
  return (
    <g fill="none" className="stroke-soft" strokeWidth={unit * 0.0095} strokeLinejoin="round" opacity={0.85}>
      <path d={smooth(outline.wire.path as Pt[])} opacity={0.5} />
      {outline.shapes.map((s, i) => {
        if (s.part < 0 || s.far) return null;
        switch (s.kind) {
          case "envelope":
          case "head":
            return <path key={i} d={outlineOf(s)} />;
          case "blade":
            return <path key={i} d={blade(s).outline} />;
          case "bead":
            return <circle key={i} cx={s.root[0]} cy={s.root[1]} r={(s.width ?? 0) / 2} />;
          case "disc":
            return <ellipse key={i} cx={s.root[0]} cy={s.root[1]} rx={s.length ?? 0} ry={(s.length ?? 0) * 0.13} />;
          case "turns":
            return <path key={i} d={turns(s).join("")} strokeWidth={unit * 0.007} />;
          case "ring":
            return <path key={i} d={ringHull(s)} />;
          case "fan":
          case "plume":
            return <path key={i} d={hull(s)} />;
        }
        return null;
      })}
    </g>
  );
}

/** The two outer strands of a fan with the arc of its tips. */
function hull(s: Shape): string {
  const r = s.length ?? 0;
  const [x, y] = s.root as Pt;
  const rim = (deg: number): Pt => {
    const a = (deg * Math.PI) / 180;
    return [x - r * Math.cos(a), y - r * Math.sin(a)];
  };
  const half = (s.spread ?? 14) / 2;
  const a = rim((s.angle ?? 0) - half);
  const b = rim((s.angle ?? 0) + half);
  const m = rim(s.angle ?? 0);
  return `M${at([x, y])}L${at(a)}Q${at([m[0] + (m[0] - x) * 0.02, m[1] + (m[1] - y) * 0.02])} ${at(b)}Z`;
}

/** Something measured on both flies: where it starts, and both lengths. */
export type MeasureLine = { part: string; root: Pt; parentMM: number; variantMM: number; up: boolean };

/** The parent as a plain outline with the variant inked over it. */
export function Overlay({
  parent,
  variant,
  lines,
  label,
  className,
  ratio = 3.4,
}: {
  parent: Outline;
  variant: Outline;
  lines: MeasureLine[];
  label: string;
  className?: string;
  ratio?: number;
}) {
  // room above the flies for the measure lines
  const tight = frameFor([parent, variant], ratio, true);
  const [left, top, right, bottom] = parent.bounds as [number, number, number, number];
  const room = tight.w * 0.0195 * 2.5 * lines.length;
  const above = Math.min(top, (variant.bounds[1] ?? 0) as number) - room;
  const f = frameFor([{ ...parent, bounds: [left, above, right, bottom] }, variant], ratio, true);
  const size = f.w * 0.0195;
  return (
    <svg viewBox={`${f.x} ${f.y} ${f.w} ${f.h}`} className={className} role="img" aria-label={label}>
      <FlyInk outline={variant} />
      <Ghost outline={parent} />
      {lines.map((l, i) => {
        const y = f.y + size * (1.6 + i * 2.5);
        const x = l.root[0];
        const longest = Math.max(l.parentMM, l.variantMM);
        const says = `${l.part} ${l.parentMM.toFixed(1)} → ${l.variantMM.toFixed(1)} mm`;
        // where there is no room at the left of the lines it stands at their right
        const fits = x - longest - size * 0.5 - says.length * size * 0.9 > f.x;
        return (
          <g
            key={l.part}
            className="measure"
            style={{ "--w": f.w } as React.CSSProperties}
            strokeWidth={f.w * 0.0015}
            fill="none"
          >
            <path d={`M${x} ${y - size * 0.7}v${size * 1.9}`} className="stroke-ink" />
            <path d={`M${x} ${y}h${-l.parentMM}m0 ${-size * 0.35}v${size * 0.7}`} className="stroke-soft" />
            <path
              d={`M${x} ${y + size * 0.75}h${-l.variantMM}m0 ${-size * 0.35}v${size * 0.7}`}
              className="stroke-amber"
              strokeWidth={f.w * 0.0024}
            />
            <text
              x={fits ? x - longest - size * 0.5 : x + size * 0.5}
              y={y + size * 0.65}
              textAnchor={fits ? "end" : "start"}
              stroke="none"
              className="fill-ink"
            >
              {says}
            </text>
          </g>
        );
      })}
      <Ruler f={f} />
    </svg>
  );
}

/** Where each part starts, for measure lines. */
export function rootsOf(o: Outline): Map<number, Pt> {
  const out = new Map<number, Pt>();
  for (const s of o.shapes) {
    if (s.part < 0 || out.has(s.part)) continue;
    const first = s.kind === "envelope" ? edges(s).upper.at(-1) : undefined;
    out.set(s.part, (first ?? s.root) as Pt);
  }
  return out;
}
