// Which holes lie in which rings, told from the rings alone.
import { ringArea, ringBounds, type Polygon, type Region, type Ring } from './region.ts';

/** Where a point lies of a ring: 1 inside, -1 outside, 0 on it. */
function sideOf(ring: Ring, x: number, y: number): -1 | 0 | 1 {
  let inside = false;
  const n = ring.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const [ax, ay, bx, by] = [ring[j], ring[j + 1], ring[i], ring[i + 1]];
    const turn = (bx - ax) * (y - ay) - (by - ay) * (x - ax);
    if (Math.abs(turn) < 1e-9 && (x - ax) * (x - bx) <= 0 && (y - ay) * (y - by) <= 0) return 0;
    if (ay > y !== by > y && turn > 0 === by > ay) inside = !inside;
  }
  return inside ? 1 : -1;
}

/** Rings that touch but don't cross: does `outer` hold `inner`? The first point that doesn't lie on it tells. */
function holds(outer: Ring, inner: Ring): boolean {
  const n = inner.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const side = sideOf(outer, inner[i], inner[i + 1]);
    if (side) return side > 0;
    const between = sideOf(outer, (inner[i] + inner[j]) / 2, (inner[i + 1] + inner[j + 1]) / 2);
    if (between) return between > 0;
  }
  return true;
}

/**
 * Rings that don't cross, as polygons: those with a positive area are outer rings, and each of the others is a hole of
 * the smallest that holds it. A hole that none holds is left out.
 */
export function nested(rings: readonly Ring[]): Region {
  const outers: { polygon: Polygon; area: number; bounds: ReturnType<typeof ringBounds> }[] = [];
  const holes: Ring[] = [];
  for (const ring of rings) {
    if (ring.length < 6) continue;
    const area = ringArea(ring);
    if (area > 0) outers.push({ polygon: { outer: ring, holes: [] }, area, bounds: ringBounds(ring) });
    else if (area < 0) holes.push(ring);
  }
  const bySize = outers.toSorted((a, b) => a.area - b.area);
  for (const hole of holes) {
    const h = ringBounds(hole);
    const around = bySize.find(
      ({ polygon, bounds: b }) =>
        b.minX <= h.minX &&
        b.maxX >= h.maxX &&
        b.minY <= h.minY &&
        b.maxY >= h.maxY &&
        holds(polygon.outer, hole),
    );
    around?.polygon.holes.push(hole);
  }
  return outers.map(({ polygon }) => polygon);
}
