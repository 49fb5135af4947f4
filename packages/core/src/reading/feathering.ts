// Feathered edges: rows that end anywhere within a depth of the edge, each turn at its own place.

/** What is not told from a plain edge: fewer rows, or a depth less than this in mm. */
const LEAST_ROWS = 16;
const LEAST_DEPTH = 0.8;
/** Feathering is deeper than so many of the edge's steps from row to row. */
const STEPS = 6;
/** The edge bends as a parabola over so many rows to either side. */
const AROUND = 8;
/** Ends that are like those so many rows on, or their very opposite, by this correlation are teeth of the shape's own. */
const REPEATS = 0.65;
const TURNS = [2, 8] as const;
/** The two rows that meet at a turn end alike: by this share of how much those beside each other differ that do not meet. */
const ALIKE = 0.6;

/** The value at `at` of the parabola nearest to values around it (least squares over ±AROUND, three unknowns). */
function trendAt(values: readonly number[], at: number): number {
  const from = Math.max(0, Math.min(values.length - 2 * AROUND - 1, at - AROUND));
  const to = Math.min(values.length - 1, from + 2 * AROUND);
  // Sums of t^k and of t^k·v; t is counted from `at`, so that the constant is the answer.
  const s = [0, 0, 0, 0, 0];
  const v = [0, 0, 0];
  for (let i = from; i <= to; i++) {
    const t = (i - at) / AROUND;
    for (let k = 0, p = 1; k < 5; k++, p *= t) {
      s[k] += p;
      if (k < 3) v[k] += p * values[i];
    }
  }
  // Cramer's rule.
  const det = (a: number[], b: number[], c: number[]): number =>
    a[0] * (b[1] * c[2] - b[2] * c[1]) -
    b[0] * (a[1] * c[2] - a[2] * c[1]) +
    c[0] * (a[1] * b[2] - a[2] * b[1]);
  const [c0, c1, c2] = [s.slice(0, 3), s.slice(1, 4), s.slice(2, 5)];
  return det(v, c1, c2) / det(c0, c1, c2);
}

/** Ends of rows on one side, in mm along the rows, as the edge within a depth of which they were sewn; null for a plain edge. */
function edgeOf(ends: readonly number[], outwards: 1 | -1): { edge: number[]; depth: number } | null {
  if (ends.length < LEAST_ROWS) return null;
  const trend = ends.map((_, i) => trendAt(ends, i));
  const off = ends.map((end, i) => end - trend[i]);
  // Places spread evenly over a depth lie a quarter of it from its middle on average, less what the parabola took of that.
  const taken = Math.sqrt((2 * AROUND + 1) / (2 * AROUND - 2));
  const depth = (4 * taken * off.reduce((sum, r) => sum + Math.abs(r), 0)) / off.length;
  // Along an edge that is nearly level, ends stray by as much without being feathered.
  const steps = trend.slice(1).reduce((sum, t, i) => sum + Math.abs(t - trend[i]), 0) / (trend.length - 1);
  if (depth < Math.max(LEAST_DEPTH, STEPS * steps)) return null;
  const power = off.reduce((sum, r) => sum + r * r, 0) / off.length;
  for (let turn = TURNS[0]; turn <= TURNS[1]; turn++) {
    let like = 0;
    for (let i = turn; i < off.length; i++) like += off[i] * off[i - turn];
    if (Math.abs(like) > REPEATS * power * (off.length - turn)) return null;
  }
  const differ = [0, 0];
  for (let i = 1; i < off.length; i++) differ[i % 2] += Math.abs(off[i] - off[i - 1]);
  if (Math.min(...differ) > ALIKE * Math.max(...differ)) return null;
  const edge = trend.map((t, i) => outwards * Math.max(outwards * t + depth / 2, outwards * ends[i]));
  return { edge, depth };
}

/**
 * The edges of rows that lie one below the other, when both are feathered, and how deep in mm; else null. `left` and `right`
 * are where each row ends, in mm along the rows.
 */
export function feathered(
  left: readonly number[],
  right: readonly number[],
): { left: number[]; right: number[]; depth: number } | null {
  const [l, r] = [edgeOf(left, -1), edgeOf(right, 1)];
  return l && r && { left: l.edge, right: r.edge, depth: (l.depth + r.depth) / 2 };
}
