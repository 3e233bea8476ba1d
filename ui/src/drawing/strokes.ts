// Expands the core's shapes into strokes. Everything is in millimetres, x to
// the right and y down, as the core gives it. The same shape always gives the
// same strokes.

import type { Shape } from "../api/client";

export type Pt = [number, number];

/** A repeatable source of numbers from 0 to 1. */
export function chance(seed: number): () => number {
  let a = seed >>> 0 || 1;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const n = (v: number) => v.toFixed(2);
export const at = (p: Pt) => `${n(p[0])} ${n(p[1])}`;

/** A smooth open path through points. */
export function smooth(points: Pt[]): string {
  const first = points[0];
  if (!first) return "";
  let d = `M${at(first)}`;
  for (let i = 0; i < points.length - 1; i++) {
    const p0 = points[Math.max(i - 1, 0)] as Pt;
    const p1 = points[i] as Pt;
    const p2 = points[i + 1] as Pt;
    const p3 = points[Math.min(i + 2, points.length - 1)] as Pt;
    const c1: Pt = [p1[0] + (p2[0] - p0[0]) / 6, p1[1] + (p2[1] - p0[1]) / 6];
    const c2: Pt = [p2[0] - (p3[0] - p1[0]) / 6, p2[1] - (p3[1] - p1[1]) / 6];
    d += `C${at(c1)} ${at(c2)} ${at(p2)}`;
  }
  return d;
}

export const points = (s: Shape): Pt[] => (s.points ?? []) as Pt[];

/** The upper and the lower edge of an envelope, both from the front backwards. */
export function edges(s: Shape): { upper: Pt[]; lower: Pt[] } {
  const all = points(s);
  const half = all.length / 2;
  return { upper: all.slice(0, half), lower: all.slice(half).reverse() };
}

export function outlineOf(s: Shape): string {
  const { upper, lower } = edges(s);
  const back = [...lower].reverse();
  const last = back[0];
  if (!last) return "";
  return `${smooth(upper)}L${at(last)}${smooth(back).replace(/^M[^C]*/, "")}Z`;
}

/** The point at share t (0 front, 1 rear) and height h (1 upper edge, -1 lower). */
function within(upper: Pt[], lower: Pt[], t: number, h: number): Pt {
  const f = Math.min(Math.max(t, 0), 1) * (upper.length - 1);
  const i = Math.min(Math.floor(f), upper.length - 2);
  const k = f - i;
  const mix = (a: Pt, b: Pt): Pt => [a[0] + (b[0] - a[0]) * k, a[1] + (b[1] - a[1]) * k];
  const u = mix(upper[i] as Pt, upper[i + 1] as Pt);
  const l = mix(lower[i] as Pt, lower[i + 1] as Pt);
  const w = (1 + h) / 2;
  return [l[0] + (u[0] - l[0]) * w, l[1] + (u[1] - l[1]) * w];
}

function lengthOf(pts: Pt[]): number {
  let sum = 0;
  for (let i = 1; i < pts.length; i++) {
    const a = pts[i - 1] as Pt;
    const b = pts[i] as Pt;
    sum += Math.hypot(a[0] - b[0], a[1] - b[1]);
  }
  return sum;
}

/** Short hairs of a dubbed, herl or wool body, on and beyond its edges. */
export function hairs(s: Shape, unit: number, texture: string): { dark: string; light: string } {
  const { upper, lower } = edges(s);
  if (upper.length < 2) return { dark: "", light: "" };
  const rnd = chance(s.seed);
  const long = lengthOf(upper) / unit;
  const herl = texture === "herl";
  const count = Math.round(Math.min(long, 1.2) * (herl ? 420 : texture === "wool" || texture === "yarn" ? 150 : 330));
  let dark = "";
  let light = "";
  for (let i = 0; i < count; i++) {
    const t = rnd();
    const up = rnd() < 0.5;
    const edge = rnd() < (herl ? 0.75 : 0.45);
    const h = edge ? (up ? 1 : -1) * (0.82 + rnd() * 0.2) : rnd() * 1.8 - 0.9;
    const p = within(upper, lower, t, h);
    const reach = unit * (herl ? 0.022 + rnd() * 0.026 : 0.018 + rnd() * rnd() * 0.06) * (texture === "wool" ? 0.6 : 1);
    const lean = herl ? (rnd() - 0.5) * 0.9 : 0.55 + rnd() * 0.7;
    const side = h > 0 ? -1 : 1;
    const q: Pt = [p[0] - reach * Math.sin(lean), p[1] + side * reach * Math.cos(lean) * (edge ? 1 : 0.35)];
    const c: Pt = [(p[0] + q[0]) / 2 - reach * 0.1, (p[1] + q[1]) / 2 + side * reach * 0.14];
    const d = `M${at(p)}Q${at(c)} ${at(q)}`;
    if (rnd() < (h < -0.1 ? 0.75 : 0.45)) dark += d;
    else light += d;
  }
  return { dark, light };
}

/** Slanted turns of thread, floss, fibres, quill or a strip. */
export function bands(s: Shape, pitch: number): string {
  const { upper, lower } = edges(s);
  if (upper.length < 2) return "";
  const long = lengthOf(upper);
  const count = Math.min(Math.max(Math.round(long / pitch), 3), 90);
  const rnd = chance(s.seed + 5);
  let d = "";
  for (let i = 0; i <= count; i++) {
    const t = (i + (rnd() - 0.5) * 0.3) / count;
    const a = within(upper, lower, t - 0.35 / count, 1);
    const b = within(upper, lower, t + 0.35 / count, -1);
    const m = within(upper, lower, t - 0.45 / count, 0.1);
    d += `M${at(a)}Q${at(m)} ${at(b)}`;
  }
  return d;
}

/** A line along the body at a height: the light on top, the shade below. */
export function along(s: Shape, h: number, from = 0.03, to = 0.97): string {
  const { upper, lower } = edges(s);
  if (upper.length < 2) return "";
  const pts: Pt[] = [];
  for (let i = 0; i <= 12; i++) pts.push(within(upper, lower, from + ((to - from) * i) / 12, h));
  return smooth(pts);
}

/** The belly of an envelope, to be shaded. */
export function belly(s: Shape): string {
  const { upper, lower } = edges(s);
  if (upper.length < 2) return "";
  const mid: Pt[] = [];
  for (let i = 0; i <= 12; i++) mid.push(within(upper, lower, i / 12, -0.25));
  const back = [...lower].reverse();
  return `${smooth(mid)}L${at(back[0] as Pt)}${smooth(back).replace(/^M[^C]*/, "")}Z`;
}

const rad = (deg: number) => (deg * Math.PI) / 180;

/** Strands of a fan in three tones, far ones first. */
export function strands(s: Shape): [string, string, string] {
  const rnd = chance(s.seed);
  const out: [string, string, string] = ["", "", ""];
  const count = s.count ?? 1;
  const root = s.root as Pt;
  const rootTo = (s.rootTo ?? s.root) as Pt;
  const long = s.length ?? 0;
  const short = s.lengthLow ?? long;
  for (let i = 0; i < count; i++) {
    const even = count === 1 ? 0.5 : i / (count - 1);
    const share = count < 9 ? even : Math.min(Math.max(even + (rnd() - 0.5) * 0.5, 0), 1);
    const bell = count < 9 ? share - 0.5 : (share - 0.5) * (0.65 + rnd() * 0.45);
    const angle = rad((s.angle ?? 0) + (s.spread ?? 0) * (-bell + (rnd() - 0.5) * 0.1));
    const k = s.level ? 0.75 + 0.25 * rnd() : rnd();
    const len = short + (long - short) * (i === Math.floor(count / 2) ? 1 : k);
    const r = rootTo === root ? rnd() * 0.02 : rnd();
    const p: Pt = [root[0] + (rootTo[0] - root[0]) * r, root[1] + (rootTo[1] - root[1]) * r];
    const dir: Pt = [-Math.cos(angle), -Math.sin(angle)];
    const bend = len * ((s.curve ?? 0) * (0.7 + rnd() * 0.6) + (rnd() - 0.5) * 0.03);
    const q: Pt = [p[0] + dir[0] * len, p[1] + dir[1] * len + bend * 0.6];
    const c: Pt = [p[0] + dir[0] * len * 0.55, p[1] + dir[1] * len * 0.55 - bend * 0.9];
    out[i % 3] += `M${at(p)}Q${at(c)} ${at(q)}`;
  }
  return out;
}

/** Turn k of a ring: its ends and middle, how wide it is, and which way is up from
 * the body and back along it. */
function turnOf(pts: Pt[], k: number): { up: Pt; down: Pt; mid: Pt; wide: number; normal: Pt; back: Pt } {
  const up = pts[2 * k] as Pt;
  const down = pts[2 * k + 1] as Pt;
  const wide = Math.hypot(up[0] - down[0], up[1] - down[1]) || 1e-6;
  const normal: Pt = [(up[0] - down[0]) / wide, (up[1] - down[1]) / wide];
  const back: Pt = normal[1] < 0 ? [normal[1], -normal[0]] : [-normal[1], normal[0]];
  return { up, down, mid: [(up[0] + down[0]) / 2, (up[1] + down[1]) / 2], wide, normal, back };
}

/** A hackle wound round the fly: the far fibres, and the near ones in three tones.
 * Fibres stand out all round, so that most are seen shortened. */
export function ring(s: Shape): { far: string; near: [string, string, string]; stems: string } {
  const rnd = chance(s.seed);
  const pts = points(s);
  const turnsOf = pts.length / 2;
  const long = s.length ?? 0;
  const short = s.lengthLow ?? long;
  const below = s.below ?? 0.5;
  const near: [string, string, string] = ["", "", ""];
  let far = "";
  let stems = "";
  for (let k = 0; k < turnsOf; k++) {
    const { up, down, mid, wide, normal, back } = turnOf(pts, k);
    const taper = turnsOf > 1 ? (s.taper ?? 1) + (1 - (s.taper ?? 1)) * (k / (turnsOf - 1)) : 1;
    stems += `M${at(up)}Q${at([mid[0] - back[0] * wide * 0.16, mid[1] - back[1] * wide * 0.16])} ${at(down)}`;
    const count = s.count ?? 0;
    for (let i = 0; i < count; i++) {
      const lower = (i + 0.5) / count < below;
      const height = (lower ? -1 : 1) * Math.cos((rnd() * Math.PI) / 2); // a fibre towards the eye is seen short
      const isNear = rnd() < 0.5;
      const held = lower ? 1 : (s.held ?? 1);
      const lean = rad(((s.angle ?? 90) + (rnd() - 0.5) * 2 * (s.spread ?? 0)) * held);
      const len = taper * (short + (long - short) * rnd());
      const p: Pt = [mid[0] + normal[0] * (wide / 2) * height, mid[1] + normal[1] * (wide / 2) * height];
      const out = Math.sin(lean) * height * len;
      const along = Math.cos(lean) * len;
      const q: Pt = [p[0] + normal[0] * out + back[0] * along, p[1] + normal[1] * out + back[1] * along];
      const bow = len * ((s.curve ?? 0) * (0.6 + rnd() * 0.8) + (rnd() - 0.5) * 0.04) * height;
      const c: Pt = [
        p[0] + normal[0] * (out * 0.55 + bow) + back[0] * along * 0.45,
        p[1] + normal[1] * (out * 0.55 + bow) + back[1] * along * 0.45,
      ];
      const d = `M${at(p)}Q${at(c)} ${at(q)}`;
      if (isNear) near[i % 3] += d;
      else far += d;
    }
  }
  return { far, near, stems };
}

/** The room that a ring takes, as a plain outline. */
export function ringHull(s: Shape): string {
  const pts = points(s);
  const tips: [Pt[], Pt[]] = [[], []];
  for (let k = 0; 2 * k + 1 < pts.length; k++) {
    const { up, down, normal, back } = turnOf(pts, k);
    const len = s.length ?? 0;
    const tip = (p: Pt, side: number): Pt => {
      const lean = rad((s.angle ?? 90) * (side > 0 ? (s.held ?? 1) : 1));
      return [
        p[0] + (normal[0] * side * Math.sin(lean) + back[0] * Math.cos(lean)) * len,
        p[1] + (normal[1] * side * Math.sin(lean) + back[1] * Math.cos(lean)) * len,
      ];
    };
    tips[0].push(tip(up, 1));
    tips[1].push(tip(down, -1));
  }
  const last = pts.length - 2;
  if (last < 0) return "";
  const line = (list: Pt[]) => list.map((p) => `L${at(p)}`).join("");
  return `M${at(pts[0] as Pt)}${line(tips[0])}L${at(pts[last] as Pt)}M${at(pts[1] as Pt)}${line(tips[1])}L${at(pts[last + 1] as Pt)}`;
}

/** Turns a local blade (u along, v towards its upper edge) into the sheet. */
function frame(s: Shape): (u: number, v: number) => Pt {
  const a = rad(s.angle ?? 0);
  const root = s.root as Pt;
  return (u, v) => [root[0] - u * Math.cos(a) + v * Math.sin(a) * -1, root[1] - u * Math.sin(a) - v * Math.cos(a)];
}

/** A wing slip: a leading edge that bows up, a straight lower edge, barbs. */
export function blade(s: Shape): { outline: string; barbs: string } {
  const l = s.length ?? 0;
  const w = s.width ?? 0;
  const f = frame(s);
  const outline =
    `M${at(f(0, 0.06 * w))}C${at(f(0.12 * l, 0.62 * w))} ${at(f(0.5 * l, 1.02 * w))} ${at(f(0.88 * l, 0.72 * w))}` +
    `Q${at(f(1.01 * l, 0.6 * w))} ${at(f(0.99 * l, 0.42 * w))}Q${at(f(0.95 * l, 0.26 * w))} ${at(f(0.8 * l, 0.12 * w))}` +
    `L${at(f(0, -0.06 * w))}Z`;
  let barbs = "";
  const rnd = chance(s.seed);
  const lines = 13;
  for (let i = 1; i < lines; i++) {
    const k = i / lines;
    const tip = f(l * (0.97 - 0.16 * (1 - k) + rnd() * 0.015), w * (0.16 + 0.54 * k));
    const mid = f(0.5 * l, w * (0.06 + 0.84 * k));
    barbs += `M${at(f(0.02 * l, w * 0.04 * k))}Q${at(mid)} ${at(tip)}`;
  }
  return { outline, barbs };
}

/** A soft feather: a stem with barbs to both sides. */
export function plume(s: Shape): { stem: string; barbs: string } {
  const l = s.length ?? 0;
  const w = s.width ?? 0;
  const f = frame(s);
  const rnd = chance(s.seed);
  const stem = `M${at(f(0, 0))}Q${at(f(0.5 * l, 0.16 * w))} ${at(f(0.93 * l, 0.04 * w))}`;
  let barbs = "";
  const count = 58;
  for (let i = 0; i < count; i++) {
    const t = 0.06 + (0.9 * i) / count;
    const side = i % 2 ? 1 : -1;
    const wide = w * Math.sin(Math.PI * Math.min(1, t * 0.85 + 0.1)) * (0.42 + rnd() * 0.16);
    const p = f(t * l * 0.93, 0.16 * w * 2 * t * (1 - t) + 0.04 * w * t * t);
    const q = f(Math.min(t * l * 0.93 + l * (0.1 + 0.07 * rnd()), l * 1.02), side * wide * (1 - t * t * 0.75));
    const c = f(t * l * 0.93 + l * 0.03, side * wide * 0.72);
    barbs += `M${at(p)}Q${at(c)} ${at(q)}`;
  }
  return { stem, barbs };
}

/** A parachute hackle seen slightly from above: far half and near half. */
export function disc(s: Shape): { far: string; near: string; rings: string } {
  const rnd = chance(s.seed);
  const turns = s.count ?? 3;
  const [x, y] = s.root as Pt;
  const r = s.length ?? 0;
  const layer = (s.width ?? 0) / Math.max(turns, 1);
  let far = "";
  let near = "";
  let rings = "";
  for (let turn = 0; turn < turns; turn++) {
    const level = y - layer * (turns - 1 - turn);
    const reach = r * (1 - 0.05 * (turns - 1 - turn)); // the lowest lies outermost
    rings += `M${n(x - layer * 1.6)} ${n(level)}Q${n(x)} ${n(level + layer * 0.9)} ${n(x + layer * 1.6)} ${n(level - layer * 0.3)}`;
    for (let i = 0; i < 26; i++) {
      const a = ((i + rnd()) / 26) * 2 * Math.PI;
      const long = reach * (0.84 + rnd() * 0.16);
      const q: Pt = [x + Math.cos(a) * long, level + Math.sin(a) * long * 0.13 - long * 0.05 * rnd()];
      const c: Pt = [x + Math.cos(a) * long * 0.5, level + Math.sin(a) * long * 0.08 - long * 0.02];
      const d = `M${n(x + Math.cos(a) * layer)} ${n(level)}Q${at(c)} ${at(q)}`;
      if (Math.sin(a) < 0) far += d;
      else near += d;
    }
  }
  return { far, near, rings };
}

/** The near half of each turn of a rib: half a turn of a helix, which runs along the
 * edge where it comes round and crosses the body between. */
export function turns(s: Shape): string[] {
  const pts = points(s);
  const count = Math.floor(pts.length / 2);
  const mid = (k: number): Pt => {
    const a = pts[2 * k] as Pt;
    const b = pts[2 * k + 1] as Pt;
    return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  };
  const out: string[] = [];
  for (let k = 0; k < count; k++) {
    const a = pts[2 * k] as Pt;
    const b = pts[2 * k + 1] as Pt;
    // the way along the body here, of the turns beside this one
    const from = mid(Math.max(k - 1, 0));
    const to = mid(Math.min(k + 1, count - 1));
    const far = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const axis: Pt = far > 0 ? [(to[0] - from[0]) / far, (to[1] - from[1]) / far] : [1, 0];
    const lean = ((b[0] - a[0]) * axis[0] + (b[1] - a[1]) * axis[1]) * helix;
    out.push(
      `M${at(a)}C${at([a[0] + axis[0] * lean, a[1] + axis[1] * lean])} ${at([b[0] - axis[0] * lean, b[1] - axis[1] * lean])} ${at(b)}`,
    );
  }
  return out;
}

/** Where the controls of a cubic stand that follows half a cosine: 1 - 2/pi. */
const helix = 0.364;
