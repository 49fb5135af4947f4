// Shades of one thread colour: darker where light grazes the thread, brighter where it meets it squarely.

export interface Shades {
  edge: string[];
  body: string[];
  gleam: string[];
}

const STEPS = 28;
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

/** Shares of a thread that its edge, its body and its highlight take: their mean is seen from afar. */
const SHARES = [0.22, 0.6, 0.18];

/**
 * Shades from grazing to square light. `detail` from 0 to 1: how much its edge and highlight stand out from the
 * mean of all three, which is what is seen of a thread that is too thin to be seen round.
 */
export function shadesOf(colour: string, detail = 1): Shades {
  const key = `${colour} ${detail}`;
  let shades = known.get(key);
  if (!shades) {
    const steps = Array.from({ length: STEPS }, (_, i) => i / (STEPS - 1));
    const body = steps.map((t) =>
      t < 0.5 ? mixed(colour, '#201008', 0.13 * (1 - 2 * t)) : mixed(colour, '#ffffff', 0.17 * (2 * t - 1)),
    );
    const edge = body.map((c) => mixed(c, '#000000', 0.38));
    const gleam = steps.map((t, i) => mixed(body[i], '#ffffff', 0.1 + 0.32 * t * t));
    const mean = body.map((c, i) => meanOf([edge[i], c, gleam[i]]));
    const seen = (list: string[]): string[] => list.map((c, i) => mixed(mean[i], c, detail));
    shades = { edge: seen(edge), body: seen(body), gleam: seen(gleam) };
    known.set(key, shades);
  }
  return shades;
}

/** Lights are averaged as light, not as numbers of a screen. */
function meanOf(colours: string[]): string {
  const all = colours.map(channels);
  const mean = [0, 1, 2].map((k) => {
    const sum = SHARES.reduce((s, share, i) => s + share * (all[i][k] / 255) ** 2.2, 0);
    return Math.round(sum ** (1 / 2.2) * 255)
      .toString(16)
      .padStart(2, '0');
  });
  return `#${mean.join('')}`;
}

/** A thread's colour as a thin line on paper: the paler it is, the more ink it gets, so that it can be seen. */
export function readable(colour: string): string {
  const [r, g, b] = channels(colour);
  const light = (0.299 * r + 0.587 * g + 0.114 * b) / 255;
  return mixed(colour, '#2a1c2b', 0.1 + 0.9 * Math.max(0, light - 0.6));
}
