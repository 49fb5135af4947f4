// A column as a ladder: matched places on its two edges, close together, from one end to the other.
import { distance, lerp, type Point } from '../../geometry/points.ts';

export interface Rung {
  left: Point;
  right: Point;
}

/** How densely stitches lie under another column, as a share. */
const HIDDEN = 0.2;
/** So many rungs before a mouth lie hidden already: what goes through there is sewn wider than it is drawn. */
const AT_MOUTH = 2;
/** Crowding is judged over this much of the outer edge, in mm. */
const WINDOW = 0.6;

/**
 * How far one end of a rung has moved square to the rungs, in mm: that is what lies between two stitches. Where an edge
 * runs along the stitches themselves (at a shoulder) they hardly move, however long the edge is.
 */
function advance(a: Rung, b: Rung, side: 'left' | 'right'): number {
  const [dx, dy] = [b[side].x - a[side].x, b[side].y - a[side].y];
  const [ux, uy] = [a.right.x + b.right.x - a.left.x - b.left.x, a.right.y + b.right.y - a.left.y - b.left.y];
  const width = Math.hypot(ux, uy);
  return width < 0.2 ? Math.hypot(dx, dy) : Math.abs(dx * uy - dy * ux) / width;
}

export class Ladder {
  readonly rungs: readonly Rung[];
  /** The last rung is the first one again. */
  readonly ring: boolean;
  /** How far the outer edge has moved on, square to the rungs, in mm: the scale on which places are given. */
  readonly places: Float64Array;
  private readonly leftLength: Float64Array;
  private readonly rightLength: Float64Array;

  /** How many rungs at its begin and its end run in under another column, where a fifth of the stitches do. */
  readonly under: readonly [number, number];

  /** `places`, when given, is the scale to use instead of the length of the outer edge. */
  constructor(
    rungs: readonly Rung[],
    { ring = false, places, under = [0, 0] }: Partial<Pick<Ladder, 'ring' | 'places' | 'under'>> = {},
  ) {
    this.rungs = rungs;
    this.ring = ring;
    this.under = under;
    const n = rungs.length;
    const hidden = under.map((count) => (count ? count + AT_MOUTH : 0));
    this.places = places ?? new Float64Array(n);
    this.leftLength = new Float64Array(n);
    this.rightLength = new Float64Array(n);
    for (let i = 1; i < n; i++) {
      const l = advance(rungs[i - 1], rungs[i], 'left');
      const r = advance(rungs[i - 1], rungs[i], 'right');
      this.leftLength[i] = this.leftLength[i - 1] + l;
      this.rightLength[i] = this.rightLength[i - 1] + r;
      const share = i <= hidden[0] || i >= n - hidden[1] ? HIDDEN : 1;
      if (!places) this.places[i] = this.places[i - 1] + share * Math.max(l, r);
    }
  }

  /** Length along the outer edge, in mm. */
  get length(): number {
    const { places } = this;
    return places.length ? places[places.length - 1] : 0;
  }

  /** Where it comes to the column that its begin (0) or its end (1) runs in under, as a place; else that end itself. */
  mouth(k: 0 | 1): number {
    return this.places[k ? this.places.length - 1 - this.under[1] : this.under[0]] ?? 0;
  }

  private wrapped(place: number): number {
    const { length } = this;
    if (!this.ring || length <= 0) return Math.min(length, Math.max(0, place));
    return ((place % length) + length) % length;
  }

  private find(place: number): { i: number; t: number } {
    const at = this.wrapped(place);
    let lo = 0;
    let hi = Math.max(0, this.places.length - 2);
    while (lo < hi) {
      const mid = (lo + hi + 1) >> 1;
      if (this.places[mid] <= at) lo = mid;
      else hi = mid - 1;
    }
    const span = this.places[lo + 1] - this.places[lo];
    return { i: lo, t: span > 0 ? (at - this.places[lo]) / span : 0 };
  }

  /** The rung at a place (mm along the outer edge). */
  at(place: number): Rung {
    const { i, t } = this.find(place);
    const a = this.rungs[i];
    const b = this.rungs[Math.min(i + 1, this.rungs.length - 1)];
    return { left: lerp(a.left, b.left, t), right: lerp(a.right, b.right, t) };
  }

  width(place: number): number {
    const { left, right } = this.at(place);
    return distance(left, right);
  }

  /** The width in mm that only a fifth of the rungs pass: what crosses others may bulge there. */
  get widest(): number {
    this.wide ??= this.rungs.map((r) => distance(r.left, r.right)).sort((a, b) => a - b)[
      Math.floor(0.8 * (this.rungs.length - 1))
    ];
    return this.wide ?? 0;
  }

  private wide: number | undefined;

  /** Which edge is the inner one around a place, and how long it is there as a share of the outer one. */
  inner(place: number): { side: 'left' | 'right'; share: number } {
    this.shares ??= this.innerShares();
    const value = this.shares[this.find(place).i];
    return { side: value < 0 ? 'left' : 'right', share: Math.abs(value) };
  }

  private shares: Float64Array | null = null;

  /** For every rung the inner edge's share of the outer one around it; negative where the left edge is the inner one. */
  private innerShares(): Float64Array {
    const { places, leftLength, rightLength, length, ring } = this;
    const n = places.length;
    const out = new Float64Array(n);
    let [a, b] = [0, 0];
    for (let i = 0; i < n; i++) {
      while (a < i && places[i] - places[a] > WINDOW) a++;
      while (b < n - 1 && places[b] - places[i] < WINDOW) b++;
      // At the ends the window is only as long as there is column, but for rings.
      let l = leftLength[b] - leftLength[a];
      let r = rightLength[b] - rightLength[a];
      if (ring && n > 4 && length > 4 * WINDOW && (a === 0 || b === n - 1)) {
        const k = a === 0 ? n - 2 : 1;
        l += Math.abs(leftLength[k] - leftLength[a === 0 ? n - 1 : 0]);
        r += Math.abs(rightLength[k] - rightLength[a === 0 ? n - 1 : 0]);
      }
      // Its sign tells the side: where an edge stands still, it must not be 0.
      const share = Math.max(1e-6, Math.min(l, r) / Math.max(l, r, 1e-9));
      out[i] = l < r ? -share : share;
    }
    return out;
  }

  /** The place whose rung's middle is nearest to `p`, and how far away that is, in mm. */
  nearest(p: Point): { place: number; distance: number } {
    this.middles ??= middlesOf(this.rungs);
    const { middles } = this;
    let best = 0;
    let least = Infinity;
    for (let i = 0; 2 * i < middles.length; i++) {
      const dx = middles[2 * i] - p.x;
      const dy = middles[2 * i + 1] - p.y;
      const square = dx * dx + dy * dy;
      if (square < least) {
        best = i;
        least = square;
      }
    }
    return { place: this.places[best] ?? 0, distance: Math.sqrt(least) };
  }

  /** The middles of all rungs as x, y pairs. */
  private middles: Float64Array | null = null;

  /** Points along the column from one place to another, as `pick` chooses them on every rung; `step` mm apart. */
  along(from: number, to: number, step: number, pick: (rung: Rung) => Point): Point[] {
    const count = Math.max(1, Math.ceil(Math.abs(to - from) / step));
    return Array.from({ length: count + 1 }, (_, k) => pick(this.at(from + ((to - from) * k) / count)));
  }
}

function middlesOf(rungs: readonly Rung[]): Float64Array {
  const out = new Float64Array(2 * rungs.length);
  rungs.forEach((rung, i) => {
    const { x, y } = middle(rung);
    out[2 * i] = x;
    out[2 * i + 1] = y;
  });
  return out;
}

export const middle = ({ left, right }: Rung): Point => lerp(left, right, 0.5);

/** A place on a rung `inset` mm inside its left (or right) edge; its middle when it is too narrow. */
export function insetOn({ left, right }: Rung, side: 'left' | 'right', inset: number): Point {
  const width = distance(left, right);
  const t = width > 0 ? Math.min(0.5, inset / width) : 0.5;
  return side === 'left' ? lerp(left, right, t) : lerp(right, left, t);
}

/** Wider by `by` mm at both edges; a tip stays a tip. */
export function widened(ladder: Ladder, by: number): Ladder {
  if (by === 0) return ladder;
  const rungs = ladder.rungs.map(({ left, right }) => {
    const width = distance(left, right);
    if (width < 1e-6) return { left, right };
    const t = (by * Math.min(1, width)) / width;
    return { left: lerp(left, right, -t), right: lerp(right, left, -t) };
  });
  return new Ladder(rungs, { ring: ladder.ring, under: ladder.under });
}
