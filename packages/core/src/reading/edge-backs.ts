// Along a shallow edge a fill's thread leads from each row's end back to the end of the row before, and over the same
// line on to the next; beside a section's first and last row it leads out and back. Where it turns round there says
// nothing about rows.

/** Coordinates of needle points, in mm. */
interface Places {
  x: ArrayLike<number>;
  y: ArrayLike<number>;
}

type Vector = readonly [number, number];
const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1];
const cross = (a: Vector, b: Vector): number => a[0] * b[1] - a[1] * b[0];
const size = (a: Vector): number => Math.hypot(...a);
/** The cosine of the turn from one way to another. */
const turn = (a: Vector, b: Vector): number => dot(a, b) / (size(a) * size(b) || 1);

/** Straight on is what turns by less than this, and an edge lies no more aslant to its rows than that: cosines. */
const STRAIGHT = Math.cos((15 * Math.PI) / 180);
const ASLANT = Math.cos((55 * Math.PI) / 180);
/** The way back is so long, in mm, and the way on so many times as long. */
const [LEAST, MOST] = [0.5, 6];
const [SHARE, SHARES] = [1.35, 4];
/** Rows beside each other lie so far apart, in mm. */
const isPitch = (apart: number): boolean => Math.abs(apart) > 0.2 && Math.abs(apart) < 0.7;
/** So much of the way across to the row after is at its end, and so many stitches lead there at most. */
const [ACROSS, MOST_STITCHES] = [0.7, 6];
/** A row's direction is that of so much of it, in mm. */
const ROW = 3;
/** The row's end lies so near to the line of the way on, in mm. */
const ON_LINE = 0.15;

/** What a needle point has to do with a line along an edge. */
export const OnEdge = {
  /** It only leads back. */
  back: 1,
  /** The line leads from it to the next row. */
  begin: 2,
} as const;

/** Out along an edge and straight back, to so near the same place, in mm. */
const SAME = 0.4;
/** So far aside from the row at whose end it is, in mm. */
const [ASIDE_LEAST, ASIDE_MOST] = [0.05, 0.7];

/**
 * Needle points without those that lead out along an edge and back, beside the first or last row of a section: neither the way
 * out nor the way back says anything of rows.
 */
function withoutSpurs({ x, y }: Places): number[] {
  const kept: number[] = [];
  const way = (i: number, k: number): Vector => [x[k] - x[i], y[k] - y[i]];
  /** Is q beside a row of two stitches or more that leads from a over b to p? */
  const beside = (a: number, b: number, p: number, q: number): boolean => {
    const e = way(b, p);
    if (turn(way(a, b), e) < STRAIGHT) return false;
    const aside = Math.abs(cross(e, way(p, q))) / size(e);
    return aside > ASIDE_LEAST && aside < ASIDE_MOST && Math.abs(turn(e, way(p, q))) > ASLANT;
  };
  for (let i = 0; i < x.length; i++) {
    const k = kept.length;
    const [p, q] = [kept[k - 2], kept[k - 1]];
    const length = k < 2 ? 0 : size(way(p, q));
    const back = length > LEAST && length < MOST && size(way(p, i)) < SAME;
    // Thread that goes back over all of a line has come to its end.
    const again = k > 2 && i + 1 < x.length && size(way(kept[k - 3], i + 1)) < SAME;
    const ends = k > 3 && back && beside(kept[k - 4], kept[k - 3], p, q);
    const begins = i + 2 < x.length && back && beside(i + 2, i + 1, i, q);
    if ((ends || begins) && !again) kept.pop();
    else kept.push(i);
  }
  return kept;
}

/** Which of these needle points lead along an edge, as `OnEdge`; 0 for the others. */
export function edgeBacks(all: Places): Uint8Array {
  const kept = withoutSpurs(all);
  const [x, y] = [all.x, all.y].map((v) => Float64Array.from(kept, (i) => v[i]));
  const n = kept.length;
  const back = new Uint8Array(n);
  const way = (i: number, k: number): Vector => [x[k] - x[i], y[k] - y[i]];
  /** A needle point before this one, straight back along the row that ends here, some mm away where the row is so long. */
  const alongRow = (i: number): number => {
    let k = i - 1;
    while (k > 0 && size(way(k, i)) < ROW && turn(way(k - 1, k), way(k, k + 1)) > STRAIGHT) k--;
    return k;
  };
  for (let p = 1; p + 3 < n; p++) {
    const q = p + 1;
    const b = way(p, q);
    const length = size(b);
    if (length < LEAST || length > MOST || turn(b, way(q, q + 1)) > -STRAIGHT) continue;
    // It leads to the row before, and on to the one after.
    const begin = alongRow(p);
    const e = way(begin, p);
    const aside = (i: number): number => cross(e, way(p, i)) / size(e);
    const before = aside(q);
    if (!isPitch(before)) continue;
    let r = q + 1;
    while (r + 1 < n && r - q < MOST_STITCHES && -aside(r) * Math.sign(before) < ACROSS * Math.abs(before))
      r++;
    if (r + 1 >= n || !isPitch(aside(r)) || aside(r) * before > 0) continue;
    const f = way(q, r);
    const share = size(f) / length;
    const off = (i: number): number => Math.abs(cross(f, way(q, i))) / size(f);
    if (share < SHARE || share > SHARES || off(p) > ON_LINE) continue;
    if (Array.from({ length: r - q }, (_, k) => off(q + k)).some((o) => o > ON_LINE)) continue;
    // Where the shape grows wider both turn back on the row, where it grows narrower neither does.
    const [comes, goes] = [turn(way(p - 1, p), b), turn(way(r - 1, r), way(r, r + 1))];
    if (comes * goes < 0 || Math.abs(comes) < ASLANT || Math.abs(goes) < ASLANT) continue;
    // Rows of several stitches: those of a column turn round at each.
    if (p - begin < 2 && (r + 2 >= n || turn(way(r, r + 1), way(r + 1, r + 2)) < STRAIGHT)) continue;
    back[p] = OnEdge.begin;
    for (let i = q; i < r; i++)
      back[i] = dot(way(q, i), f) / size(f) < length + ON_LINE ? OnEdge.back : OnEdge.begin;
  }
  const out = new Uint8Array(all.x.length).fill(OnEdge.back);
  kept.forEach((i, k) => (out[i] = back[k]));
  return out;
}
