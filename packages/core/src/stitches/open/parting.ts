// Whether a region's edge comes away from what lies drawn in from it: cheap to ask, before anything is clipped.
import type { EdgeIndex } from '../../geometry/edge-index.ts';
import type { Point } from '../../geometry/points.ts';
import { ringsOf, type Region } from '../../geometry/region.ts';

/**
 * Does the region's edge lie farther than `reach` mm from that of `inner`, over `least` mm of its way or more? Asked about
 * every `step` mm along it: what comes away for a shorter way than that may be missed.
 */
export function edgeParts(region: Region, inner: EdgeIndex, reach: number, step: number, least = 0): boolean {
  return region.flatMap(ringsOf).some((ring) => {
    // Points lie close together on curves: one is asked when the last is a step behind.
    let since = step;
    // How far it has come away: at the ring's begin, if it does there, and where it is now.
    let [first, away, parted] = [-1, 0, false];
    let last: Point | undefined;
    for (let i = 0; i < ring.length; i += 2) {
      const j = (i + 2) % ring.length;
      const [dx, dy] = [ring[j] - ring[i], ring[j + 1] - ring[i + 1]];
      const length = Math.hypot(dx, dy);
      for (let s = Math.max(0, step - since); s < length; s += step) {
        const t = s / length;
        const [x, y] = [ring[i] + t * dx, ring[i + 1] + t * dy];
        // What was near a step before mostly is so still.
        if (!last || Math.hypot(x - last.x, y - last.y) > reach) last = inner.nearest(x, y, reach, reach)?.at;
        parted = !last;
        if (parted && (away += step) >= least) return true;
        if (!parted && first < 0) first = away;
        if (!parted) away = 0;
        since = -s;
      }
      since += length;
    }
    return parted && away + Math.max(0, first) >= least;
  });
}
