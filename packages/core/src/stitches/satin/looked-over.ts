// The last look at the thread of a satin: stitches that lead outside, places that lie too thick, cloth that stayed bare.
import type { Point } from '../../geometry/points.ts';
import type { SewnThread } from '../thread.ts';
import { close } from './closed.ts';
import type { Covered } from './covered.ts';
import { relieve } from './relieved.ts';
import { endBefore, notSpanning } from './spanned.ts';
import { Layers } from './trial-layers.ts';

/**
 * The thread of a satin (mm) with needle points moved or left out where it leads too far outside of what it should cover, where more
 * than `most` layers lie, and where cloth is bare.
 */
export function lookedOver(thread: SewnThread, most: number, covered?: Covered): SewnThread {
  const points = thread.x.map((x, i): Point => ({ x, y: thread.y[i] }));
  const parts = Array.from(thread.part);
  const layers = Layers.of(points, most);
  if (!layers) return thread;
  if (covered) {
    layers.within(covered.shape);
    endBefore(points, parts, { covered, layers });
  }
  relieve(points, parts, layers);
  const moved = (): SewnThread => ({ x: points.map(({ x }) => x), y: points.map(({ y }) => y), part: parts });
  if (!covered) return moved();
  close(points, parts, layers, covered);
  return notSpanning(moved(), { covered, layers });
}
