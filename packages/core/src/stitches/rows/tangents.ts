// Where an edge runs along the rows: the tops and bottoms of a polygon's curves and its level sides.
import { ringArea, type Ring } from '../../geometry/region.ts';

/** A place where a ring turns back towards the rows that it came from. */
export interface Tangent {
  y: number;
  /** On which side of it the polygon lies: 1 where y grows. */
  side: 1 | -1;
  /** How long the ring lies near it, in mm. */
  length: number;
}

/** How far the ring lies within `near` mm of the height of vertex `v`, walking in direction `step`: the x that it reaches. */
function reachOf(ring: Ring, v: number, step: 1 | -1, near: number): number {
  const n = ring.length / 2;
  const y = ring[2 * v + 1];
  for (let k = 1, from = v; k < n; k++) {
    const to = (from + step + n) % n;
    const rise = Math.abs(ring[2 * to + 1] - y);
    if (rise > near) {
      const before = Math.abs(ring[2 * from + 1] - y);
      return ring[2 * from] + ((ring[2 * to] - ring[2 * from]) * (near - before)) / (rise - before);
    }
    from = to;
  }
  return ring[2 * v];
}

/** The tangents of level lines at rings in the frame (the outer one first) that lie within `near` mm of them for at least `least` mm. */
export function tangentsOf(rings: readonly Ring[], near: number, least: number): Tangent[] {
  return rings.flatMap((ring, r) => {
    const n = ring.length / 2;
    // The polygon lies on the left of an outer ring of positive area, and of a hole of negative area.
    const hand = Math.sign(ringArea(ring)) * (r ? -1 : 1);
    const found: Tangent[] = [];
    for (let v = 0; v < n; v++) {
      const before = ring[2 * v + 1] - ring[(2 * v - 1 + 2 * n) % (2 * n)];
      // A level side counts once, where it begins.
      if (before === 0) continue;
      let after = 0;
      for (let k = 1; k < n && after === 0; k++) after = ring[(2 * (v + k) + 1) % (2 * n)] - ring[2 * v + 1];
      if (before * after >= 0) continue;
      const [from, to] = [reachOf(ring, v, -1, near), reachOf(ring, v, 1, near)];
      const length = Math.abs(to - from);
      if (length >= least) found.push({ y: ring[2 * v + 1], side: (to - from) * hand > 0 ? 1 : -1, length });
    }
    return found;
  });
}
