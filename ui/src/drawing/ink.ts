// Colours of the drawing. A material's colour comes from the core; here it is
// kept apart from the paper it lies on, in both themes.

type Rgb = [number, number, number];

function parse(hex: string): Rgb {
  const v = Number.parseInt(hex.slice(1), 16);
  return [(v >> 16) & 255, (v >> 8) & 255, v & 255];
}

const write = (c: Rgb) =>
  `#${c
    .map((v) =>
      Math.round(Math.min(Math.max(v, 0), 255))
        .toString(16)
        .padStart(2, "0"),
    )
    .join("")}`;

const mix = (a: Rgb, b: Rgb, t: number): Rgb => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];

/** Lightness as the eye sees it, from 0 to 1. */
export function light(hex: string): number {
  const [r, g, b] = parse(hex);
  return (0.299 * r + 0.587 * g + 0.114 * b) / 255;
}

const black: Rgb = [20, 14, 8];
const white: Rgb = [255, 250, 238];

export type Tones = { base: string; dark: string; mid: string; light: string; line: string };

/** The tones of one material on light or dark paper. */
export function tones(hex: string, dark: boolean): Tones {
  let c = parse(hex);
  const l = light(hex);
  if (dark && l < 0.3) c = mix(c, [150, 135, 112], 0.42 * (1 - l / 0.3) + 0.12);
  const lineTo = dark ? (l < 0.25 ? 0.1 : 0.45) : 0.5 + 0.15 * l;
  return {
    base: write(c),
    dark: write(mix(c, black, 0.38)),
    mid: write(mix(c, black, 0.16)),
    light: write(mix(c, white, l > 0.8 ? 0.5 : 0.32)),
    line: write(mix(c, black, lineTo)),
  };
}
