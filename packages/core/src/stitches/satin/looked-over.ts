// The last look at the thread of a satin: places that lie too thick, cloth that stayed bare, stitches that lead outside.
import type { Point } from '../../geometry/points.ts';
import type { SewnThread } from '../thread.ts';
import { close } from './closed.ts';
import type { Covered } from './covered.ts';
import { relieve } from './relieved.ts';
import { endBefore, notSpanning } from './spanned.ts';
import { Layers } from './trial-layers.ts';

/**
 * The thread of a satin (mm) with needle points moved where more than `most` layers lie, where what it should cover is bare, and where
 * it leads too far outside of that.
 */
export function lookedOver(thread: SewnThread, most: number, covered?: Covered): SewnThread {
  const points = thread.x.map((x, i): Point => ({ x, y: thread.y[i] }));
  const layers = Layers.of(points, most);
  if (!layers) return thread;
  relieve(points, thread.part, layers);
  if (covered) {
    layers.within(covered.shape);
    endBefore(points, thread.part, { covered, layers });
    close(points, thread.part, layers, covered);
  }
  const moved = { x: points.map(({ x }) => x), y: points.map(({ y }) => y), part: thread.part };
  return covered ? notSpanning(moved, { covered, layers }) : moved;
}
