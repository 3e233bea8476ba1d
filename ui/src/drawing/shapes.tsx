import { useId } from "react";
import type { Shape } from "../api/client";
import type { Tones } from "./ink";
import {
  along,
  at,
  bands,
  belly,
  blade,
  disc,
  hairs,
  outlineOf,
  type Pt,
  plume,
  type ring,
  strands,
  turns,
} from "./strokes";

/** A shape with the tones it is inked in, and the shank in its units. */
export type Inked = { s: Shape; t: Tones; unit: number };

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
export function Ring({ s, t, unit, strokes }: Inked & { strokes: Strokes }) {
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
export function FarRing({ s, t, unit, strokes }: Inked & { strokes: Strokes }) {
  return (
    <g fill="none" strokeLinecap="round" strokeWidth={ringWidth(s, unit)} strokeDasharray={dash(s, unit)}>
      <path d={strokes.far} stroke={t.dark} opacity={0.62} />
    </g>
  );
}

export type Strokes = ReturnType<typeof ring>;

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

/** How each kind of shape is inked; a ring has two halves of its own. */
export const kinds: Partial<Record<Shape["kind"], (p: Inked) => React.ReactNode>> = {
  envelope: Envelope,
  head: Head,
  turns: Turns,
  fan: Fan,
  blade: Blade,
  plume: Plume,
  disc: Disc,
  bead: Bead,
};
