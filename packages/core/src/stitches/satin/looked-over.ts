// The last look at the thread of a satin: stitches that lead outside, places that lie too thick, cloth that stayed bare.
import { canWait } from '../../design/rough.ts';
import { Memo } from '../../design/memo.ts';
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
 * This can wait: in a rough version it is the thread as it came.
 */
export function lookedOver(thread: SewnThread, most: number, covered?: Covered): SewnThread {
  if (canWait()) return thread;
  const points = thread.x.map((x, i): Point => ({ x, y: thread.y[i] }));
  const parts = Array.from(thread.part);
  const counted = (): Layers | null => {
    const layers = Layers.of(points, most);
    if (covered) layers?.within(covered.shape);
    return layers;
  };
  let layers = counted();
  if (!layers) return thread;
  if (covered) {
    endBefore(points, parts, { covered, layers });
    // Stitches have other numbers where some were left out.
    if (points.length < thread.x.length) layers = counted()!;
  }
  relieve(points, parts, layers);
  const moved = (): SewnThread => ({ x: points.map(({ x }) => x), y: points.map(({ y }) => y), part: parts });
  if (!covered) return moved();
  close(points, parts, layers, covered);
  return notSpanning(moved(), { covered, layers });
}

/** Of one letter so many ways of sewing it are known, those that were used last. */
const MOST_KNOWN = 24;
const known = new Memo<SewnThread>(MOST_KNOWN);

/** The same for letters: between other neighbours one is often sewn in one of the same few ways, which are looked over once. */
export function lookedOverOnce(thread: SewnThread, most: number, covered?: Covered): SewnThread {
  const look = (): SewnThread => lookedOver(thread, most, covered);
  if (!covered) return look();
  const { shape, wider, longest, fixed } = covered;
  return known.get(thread, [shape, most, wider, longest, fixed.start, fixed.end], look);
}
