// Shades of one thread colour: darker where light grazes the thread, brighter where it meets it squarely.

export interface Shades {
  edge: string[];
  body: string[];
  gleam: string[];
}

const STEPS = 14;
const known = new Map<string, Shades>();

const channels = (hex: string): number[] => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16));

/** `a` with a share of `b` in it; both #rrggbb. */
export function mixed(a: string, b: string, share: number): string {
  const [p, q] = [channels(a), channels(b)];
  return `#${p
    .map((v, i) =>
      Math.round(v + (q[i] - v) * share)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}

/** Shades from grazing to square light. */
export function shadesOf(colour: string): Shades {
  let shades = known.get(colour);
  if (!shades) {
    const steps = Array.from({ length: STEPS }, (_, i) => i / (STEPS - 1));
    const body = steps.map((t) =>
      t < 0.5 ? mixed(colour, '#201008', 0.13 * (1 - 2 * t)) : mixed(colour, '#ffffff', 0.17 * (2 * t - 1)),
    );
    shades = {
      body,
      edge: body.map((c) => mixed(c, '#000000', 0.38)),
      gleam: steps.map((t, i) => mixed(body[i], '#ffffff', 0.1 + 0.32 * t * t)),
    };
    known.set(colour, shades);
  }
  return shades;
}

/** A thread's colour as a thin line on paper: the paler it is, the more ink it gets, so that it can be seen. */
export function readable(colour: string): string {
  const [r, g, b] = channels(colour);
  const light = (0.299 * r + 0.587 * g + 0.114 * b) / 255;
  return mixed(colour, '#2a1c2b', 0.1 + 0.9 * Math.max(0, light - 0.6));
}
