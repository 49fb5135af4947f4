// Whether a region's edge comes away from what lies drawn in from it: cheap to ask, before anything is clipped.
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { ringsOf, type Region } from '../../geometry/region.ts';

/**
 * Is any place on the region's edge farther than `reach` mm from the edge of `inner`? Asked about every `step` mm along
 * it: what comes away for a shorter way than that may be missed.
 */
export function edgeParts(region: Region, inner: Region, reach: number, step: number): boolean {
  const index = new EdgeIndex(inner.flatMap(ringsOf));
  return region.flatMap(ringsOf).some((ring) => {
    // Points lie close together on curves: one is asked when the last is a step behind.
    let since = step;
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      const [dx, dy] = [ring[j] - ring[i], ring[j + 1] - ring[i + 1]];
      const length = Math.hypot(dx, dy);
      for (let s = Math.max(0, step - since); s < length; s += step) {
        const t = s / length;
        if (!index.nearest(ring[i] + t * dx, ring[i + 1] + t * dy, reach)) return true;
        since = -s;
      }
      since += length;
    }
    return false;
  });
}
