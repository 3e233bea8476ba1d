import { memo, useId } from "react";
import type { Outline, Shape } from "../api/client";
import { useTheme } from "../kit/theme";
import { type Tones, tones } from "./ink";
import {
  along,
  at,
  bands,
  belly,
  blade,
  disc,
  edges,
  hairs,
  outlineOf,
  type Pt,
  plume,
  ring,
  ringHull,
  smooth,
  strands,
  turns,
} from "./strokes";

type Inked = { s: Shape; t: Tones; unit: number };

const dash = (s: Shape, unit: number) =>
  s.assumed ? `${(unit * 0.03).toFixed(2)} ${(unit * 0.018).toFixed(2)}` : undefined;

/** Hair-like things are this thick, as a share of the shank. */
const strandWidth: Partial<Record<Shape["texture"], number>> = {
  hair: 0.0062,
  hackle: 0.0052,
  feather: 0.0058,
  fibre: 0.0085,
  plume: 0.004,
  flash: 0.0085,
  tinsel: 0.0085,
  rubber: 0.018,
  biot: 0.02,
  quill: 0.012,
  yarn: 0.0055,
  wool: 0.007,
  floss: 0.006,
};

/** How far the bands of a wound material stand apart, as a share of the shank. */
const pitches: Partial<Record<Shape["texture"], number>> = {
  thread: 0.016,
  floss: 0.022,
  fibre: 0.036,
  quill: 0.055,
  biot: 0.07,
  strip: 0.075,
  rubber: 0.08,
  tinsel: 0.07,
  wire: 0.03,
  case: 0.03,
};

function Envelope({ s, t, unit }: Inked) {
  const clip = useId();
  if (s.texture === "gloss") return <Gloss s={s} t={t} unit={unit} />;
  const d = outlineOf(s);
  const fuzzy = ["fur", "herl", "wool", "yarn", "hair", "plume", "hackle", "plain"].includes(s.texture);
  const metal = s.texture === "tinsel" || s.texture === "wire" || s.texture === "flash";
  const pitch = pitches[s.texture];
  const hair = fuzzy ? hairs(s, unit, s.texture) : undefined;
  return (
    <g>
      <clipPath id={clip}>
        <path d={d} />
      </clipPath>
      <path
        d={d}
        fill={t.base}
        stroke={t.line}
        strokeWidth={unit * (fuzzy ? 0.004 : 0.007)}
        strokeDasharray={dash(s, unit)}
      />
      <g clipPath={`url(#${clip})`}>
        <path d={belly(s)} fill={t.dark} opacity={0.42} />
        {s.texture === "case" ? (
          [0.75, 0.45, 0.15, -0.2, -0.55].map((h) => (
            <path key={h} d={along(s, h)} fill="none" stroke={t.line} strokeWidth={unit * 0.006} opacity={0.7} />
          ))
        ) : pitch ? (
          <path
            d={bands(s, unit * pitch)}
            fill="none"
            stroke={t.line}
            strokeWidth={unit * (s.texture === "thread" ? 0.004 : 0.007)}
            opacity={s.texture === "quill" || s.texture === "strip" ? 0.85 : metal ? 0.25 : 0.5}
          />
        ) : null}
        <path
          d={along(s, 0.52)}
          fill="none"
          stroke={t.light}
          strokeWidth={unit * (metal ? 0.022 : 0.016)}
          opacity={metal ? 0.9 : fuzzy ? 0.25 : 0.5}
        />
      </g>
      {hair && (
        <>
          <path
            d={hair.dark}
            fill="none"
            stroke={t.dark}
            strokeWidth={unit * 0.0048}
            strokeLinecap="round"
            opacity={0.8}
          />
          <path
            d={hair.light}
            fill="none"
            stroke={t.light}
            strokeWidth={unit * 0.0048}
            strokeLinecap="round"
            opacity={0.75}
          />
        </>
      )}
    </g>
  );
}

/** A clear coat: what lies under it shows, with a light along its back. */
function Gloss({ s, t, unit }: Inked) {
  return (
    <g>
      <path
        d={outlineOf(s)}
        fill={t.base}
        fillOpacity={0.16}
        stroke={t.line}
        strokeWidth={unit * 0.004}
        opacity={0.8}
      />
      <path
        d={along(s, 0.62, 0.08, 0.9)}
        fill="none"
        stroke={t.light}
        strokeWidth={unit * 0.02}
        strokeLinecap="round"
        opacity={0.85}
      />
    </g>
  );
}

function Head({ s, t, unit }: Inked) {
  if (s.texture !== "varnish") return <Envelope s={s} t={t} unit={unit} />;
  return (
    <g>
      <path d={outlineOf(s)} fill={t.base} stroke={t.line} strokeWidth={unit * 0.007} strokeLinejoin="round" />
      <path d={belly(s)} fill={t.dark} opacity={0.45} />
      <path
        d={along(s, 0.5, 0.2, 0.75)}
        fill="none"
        stroke={t.light}
        strokeWidth={unit * 0.018}
        strokeLinecap="round"
        opacity={0.85}
      />
    </g>
  );
}

function Turns({ s, t, unit }: Inked) {
  const w = Math.max(s.width ?? 0, unit * 0.012);
  const d = turns(s).join("");
  return (
    <g fill="none" strokeLinecap="round">
      <path d={d} stroke={t.line} strokeWidth={w * 1.35} opacity={0.7} />
      <path d={d} stroke={t.base} strokeWidth={w} />
      <path d={d} stroke={t.light} strokeWidth={w * 0.34} strokeDasharray={s.assumed ? dash(s, unit) : undefined} />
    </g>
  );
}

function Fan({ s, t, unit }: Inked) {
  const w = unit * (strandWidth[s.texture] ?? 0.006);
  const [a, b, c] = strands(s);
  const few = (s.count ?? 0) < 9 ? 1.35 : 1;
  return (
    <g
      fill="none"
      strokeLinecap="round"
      strokeWidth={w * few}
      strokeDasharray={dash(s, unit)}
      opacity={s.far ? 0.75 : 1}
    >
      <path d={a} stroke={t.dark} />
      <path d={b} stroke={t.mid} strokeDashoffset={unit * 0.016} />
      <path d={c} stroke={few > 1 ? t.mid : t.light} strokeDashoffset={unit * 0.032} />
    </g>
  );
}

/** The near half of a hackle, over what it is wound on. */
function Ring({ s, t, unit, strokes }: Inked & { strokes: Strokes }) {
  const w = ringWidth(s, unit);
  return (
    <g fill="none" strokeLinecap="round" strokeWidth={w} strokeDasharray={dash(s, unit)}>
      <path d={strokes.stems} stroke={t.line} strokeWidth={w * 1.5} opacity={0.8} />
      <path d={strokes.near[0]} stroke={t.dark} />
      <path d={strokes.near[1]} stroke={t.mid} />
      <path d={strokes.near[2]} stroke={t.base} />
    </g>
  );
}

/** The far half, behind everything. */
function FarRing({ s, t, unit, strokes }: Inked & { strokes: Strokes }) {
  return (
    <g fill="none" strokeLinecap="round" strokeWidth={ringWidth(s, unit)} strokeDasharray={dash(s, unit)}>
      <path d={strokes.far} stroke={t.dark} opacity={0.62} />
    </g>
  );
}

type Strokes = ReturnType<typeof ring>;

const ringWidth = (s: Shape, unit: number) => unit * (strandWidth[s.texture] ?? 0.0055);

function Blade({ s, t, unit }: Inked) {
  const { outline, barbs } = blade(s);
  return (
    <g opacity={s.far ? 0.8 : 1}>
      <path
        d={outline}
        fill={s.far ? t.mid : t.base}
        stroke={t.line}
        strokeWidth={unit * 0.007}
        strokeLinejoin="round"
        strokeDasharray={dash(s, unit)}
      />
      {s.texture !== "foam" && s.texture !== "strip" && (
        <path d={barbs} fill="none" stroke={t.line} strokeWidth={unit * 0.0042} opacity={0.6} />
      )}
    </g>
  );
}

function Plume({ s, t, unit }: Inked) {
  const { stem, barbs } = plume(s);
  return (
    <g fill="none" strokeLinecap="round" opacity={s.far ? 0.7 : 1} strokeDasharray={dash(s, unit)}>
      <path d={barbs} stroke={s.far ? t.dark : t.mid} strokeWidth={unit * 0.0055} />
      <path d={barbs} stroke={t.light} strokeWidth={unit * 0.002} opacity={0.6} />
      <path d={stem} stroke={t.line} strokeWidth={unit * 0.008} />
    </g>
  );
}

function Disc({ s, t, unit }: Inked) {
  const d = disc(s);
  return (
    <g fill="none" strokeLinecap="round" strokeWidth={unit * 0.0058} strokeDasharray={dash(s, unit)}>
      <path d={d.far} stroke={t.dark} opacity={0.75} />
      <path d={d.near} stroke={t.mid} />
      <path d={d.rings} stroke={t.line} strokeWidth={unit * 0.011} />
    </g>
  );
}

function Bead({ s, t, unit }: Inked) {
  const [x, y] = s.root as Pt;
  const r = (s.width ?? 0) / 2;
  if (s.texture === "cone") {
    const d = `M${at([x - r, y - r])}L${at([x + r, y - r * 0.45])}L${at([x + r, y + r * 0.45])}L${at([x - r, y + r])}Q${at([x - r * 1.25, y])} ${at([x - r, y - r])}Z`;
    return <path d={d} fill={t.base} stroke={t.line} strokeWidth={unit * 0.008} strokeLinejoin="round" />;
  }
  return (
    <g>
      <circle
        cx={x}
        cy={y}
        r={r}
        fill={t.base}
        stroke={t.line}
        strokeWidth={unit * 0.009}
        strokeDasharray={dash(s, unit)}
      />
      <path
        d={`M${at([x - r * 0.92, y + r * 0.3])}A${r} ${r} 0 0 0 ${at([x + r * 0.92, y + r * 0.3])}A${r * 1.25} ${r * 1.1} 0 0 1 ${at([x - r * 0.92, y + r * 0.3])}Z`}
        fill={t.dark}
        opacity={0.6}
      />
      <path
        d={`M${at([x - r * 0.9, y + r * 0.12])}L${at([x - r * 0.25, y + r * 0.1])}L${at([x - r * 0.25, y - r * 0.1])}L${at([x - r * 0.9, y - r * 0.12])}`}
        fill={t.line}
        opacity={0.75}
      />
      <ellipse
        cx={x + r * 0.1}
        cy={y - r * 0.46}
        rx={r * 0.34}
        ry={r * 0.18}
        fill={t.light}
        opacity={0.95}
        transform={`rotate(-14 ${x} ${y})`}
      />
      <ellipse cx={x + r * 0.93} cy={y} rx={r * 0.1} ry={r * 0.26} fill={t.line} />
    </g>
  );
}

const kinds: Partial<Record<Shape["kind"], (p: Inked) => React.ReactNode>> = {
  envelope: Envelope,
  head: Head,
  turns: Turns,
  fan: Fan,
  blade: Blade,
  plume: Plume,
  disc: Disc,
  bead: Bead,
};

function WireDrawing({ o, dark }: { o: Outline; dark: boolean }) {
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

/** More ticks than these on a ruler could not be told apart. */
const maxTicks = 120;

/** A ruler in millimetres. It starts behind the eye, where the shank does, and runs towards the bend
 * and beyond, so that what is read off it is a place on the hook. */
function Ruler({ f }: { f: Frame }) {
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
        mm<tspan className="wide"> from the eye</tspan>
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
        const fits = x - longest - size * 0.5 - says.length * size * 0.5 > f.x;
        return (
          <g key={l.part} strokeWidth={f.w * 0.0015} fill="none">
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
              fontSize={size}
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
