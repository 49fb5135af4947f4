// A branch of nested rings taken into the line through one door.
//
// As in a Fermat spiral (Zhao et al. 2016) the line goes in on every other ring and comes out on those between: over a
// short stretch, the same on all of them, each ring slides into the next but one. So nothing crosses, and lines keep
// their distance. At the door the ring that bears the branch turns into its first ring; its last two turn into each other.
import { smoothStep } from '../../../geometry/smooth-step.ts';
import { lerp, type Point } from '../../../geometry/points.ts';
import type { LevelRing } from './levels.ts';
import { at, count, nearestPoint, type Web } from './web.ts';

/** The stretch over which rings slide, in spacings, and the least that will do. */
const STRETCH = 3.4;
const LEAST_STRETCH = 1.6;
/** It is no more than this share of any ring. */
const SHARE = 0.3;
/** Places on the innermost ring that are tried for the door. */
const TRIED = 24;
/** Rings that lie farther apart than this, in spacings, are not beside each other. */
const BESIDE = 1.35;

/** A stretch of a ring beside one that lies further in: from where to where on both, and places that lie beside each other. */
interface Stretch {
  /** Point of the outer ring at its begin. */
  from: number;
  /** Point of the inner ring at its begin. */
  innerFrom: number;
  pairs: { outer: Point; inner: Point }[];
  length: number;
}

/** Goes back along the inner ring from its point `to`, up to `most` mm, while the outer one runs beside it. */
function stretchBack(outer: LevelRing, inner: LevelRing, to: number, reach: number, most: number): Stretch {
  const n = count(inner);
  const pairs: Stretch['pairs'] = [];
  let [from, innerFrom, length] = [0, to, 0];
  for (let k = 0; k < n - 1; k++) {
    const q = at(inner, to - k);
    const near = outer.edges.nearest(q.x, q.y, reach);
    if (!near) break;
    if (k) {
      const before = pairs[pairs.length - 1];
      const d = Math.hypot(q.x - before.inner.x, q.y - before.inner.y);
      // Where the outer ring has a lobe of its own, the rings part.
      const gone = Math.hypot(near.at.x - before.outer.x, near.at.y - before.outer.y);
      if (gone > 2.5 * d + 0.25 * reach) break;
      length += d;
    }
    from = near.edge;
    innerFrom = (((to - k) % n) + n) % n;
    pairs.push({ outer: near.at, inner: q });
    if (length >= most) break;
  }
  pairs.reverse();
  return { from, innerFrom, pairs, length };
}

interface Door {
  /** For each ring from the bearing one in: the points between which it is opened. */
  opened: { from: number; to: number }[];
  /** Ways from each ring to the next but one. */
  ways: Point[][];
  cost: number;
}

/** The door at a place of the innermost ring; null when rings don't run beside each other there for long enough. */
function doorAt(chain: readonly LevelRing[], last: number, spacing: number): Door | null {
  const m = chain.length - 1;
  const met = new Array<number>(m + 1);
  met[m] = last;
  for (let k = m - 1; k >= 0; k--) {
    const p = at(chain[k + 1], met[k + 1]);
    met[k] = nearestPoint(chain[k], p);
    const q = at(chain[k], met[k]);
    if (Math.hypot(p.x - q.x, p.y - q.y) > BESIDE * spacing) return null;
  }
  const most = Math.min(STRETCH * spacing, ...chain.map((ring) => SHARE * ring.length));
  if (most < LEAST_STRETCH * spacing) return null;
  const slides = chain
    .slice(2)
    .map((inner, k) => stretchBack(chain[k], inner, met[k + 2], 2 * BESIDE * spacing, most));
  const turn = stretchBack(chain[m - 1], chain[m], met[m], BESIDE * spacing, most);
  const all = [...slides, turn];
  if (all.some(({ length }) => length < LEAST_STRETCH * spacing)) return null;
  const opened = chain.map((_, k) => ({
    from: k < m - 1 ? slides[k].from : k === m - 1 ? turn.from : turn.innerFrom,
    to: met[k],
  }));
  // Each is opened over about the stretch, not the long way round.
  const wide = opened.some(({ from, to }, k) => {
    const n = count(chain[k]);
    const points = (to - from + n) % n;
    return points < 1 || (points * chain[k].length) / n > 2.2 * most + spacing;
  });
  if (wide) return null;
  const ways = slides.map(({ pairs }) =>
    pairs.map(({ outer, inner }, k) => lerp(outer, inner, smoothStep(k / Math.max(1, pairs.length - 1)))),
  );
  // Straight, even stretches are better.
  const bent = ways.reduce((sum, way) => {
    const [a, b] = [way[0], way[way.length - 1]];
    const middle = way[way.length >> 1];
    return sum + Math.hypot((a.x + b.x) / 2 - middle.x, (a.y + b.y) / 2 - middle.y);
  }, 0);
  const short = all.reduce((sum, { length }) => sum + (most - length), 0);
  return { opened, ways, cost: bent + short };
}

/**
 * Takes a chain of rings, each inside the one before, into the line that its first ring is part of already: `numbers` are
 * theirs in the web. False when there is no place for a door.
 */
export function addBranch(
  web: Web,
  rings: readonly LevelRing[],
  numbers: readonly number[],
  spacing: number,
): boolean {
  const chain = numbers.map((i) => rings[i]);
  if (chain.length < 3) return false;
  const n = count(chain[chain.length - 1]);
  let best: Door | null = null;
  for (let k = 0; k < TRIED; k++) {
    const door = doorAt(chain, Math.floor((k * n) / TRIED), spacing);
    if (!door || (best && door.cost >= best.cost)) continue;
    const { from, to } = door.opened[0];
    if (web.isWhole(numbers[0], count(chain[0]), from, to)) best = door;
  }
  if (!best) return false;
  const point = (k: number, end: 'from' | 'to'): number => web.first[numbers[k]] + best.opened[k][end];
  best.opened.forEach(({ from, to }, k) => web.open(numbers[k], count(chain[k]), from, to));
  best.ways.forEach((way, k) => web.joinOver(point(k, 'from'), way.slice(1, -1), point(k + 2, 'to')));
  const m = chain.length - 1;
  web.join(point(m - 1, 'from'), point(m, 'from'));
  web.join(point(0, 'to'), point(1, 'to'));
  return true;
}
