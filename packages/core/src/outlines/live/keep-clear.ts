// Room around other objects: what is left of a shape when others, and a margin about them, are taken out of it.
import { bandRegion, cropLines, offsetRegion, subtract } from '../../geometry/clip.ts';
import type { Region } from '../../geometry/region.ts';
import type { KeepClear, PathOutline, PlainOutline, StitchesObject } from '../../design/types.ts';
import { outlineRegion } from '../region.ts';
import { outlineLines } from '../flatten.ts';
import { surroundRegion } from './surround.ts';
import { outlineOfLines, outlineOfRegion } from './region-outline.ts';
import { threadLines } from '../../design/stretches.ts';

export type Room = Omit<KeepClear, 'of'>;

const keptClear = (others: readonly PlainOutline[], { margin, fillHoles }: Room): Region =>
  surroundRegion({ corners: 'round', fillHoles }, margin, others);

/** What remains of the outline's region at the room's margin from the others. */
export function clearedOutline(
  outline: PlainOutline,
  others: readonly PlainOutline[],
  room: Room,
): PathOutline {
  const kept = keptClear(others, room);
  return outlineOfRegion(subtract(outlineRegion(outline), kept));
}

/** What remains of the outline's lines at the room's margin from the others. */
export function clearedLines(
  outline: PlainOutline,
  others: readonly PlainOutline[],
  room: Room,
): PathOutline {
  const kept = keptClear(others, room);
  return outlineOfLines(cropLines(outlineLines(outline), kept, 'outside'));
}

/** Thread covers this much to both sides, and gaps as wide between two stitches count as covered; mm. */
const BESIDE = 0.2;
const CLOSED = 0.4;

const known = new WeakMap<StitchesObject, PathOutline>();

/** The cloth that the thread of brought-in stitches covers, small gaps closed. */
export function stitchesOutline(item: StitchesObject): PathOutline {
  let made = known.get(item);
  if (!made) {
    const band = bandRegion(threadLines(item.blocks), 2 * (BESIDE + CLOSED), 'round', 'round');
    made = outlineOfRegion(offsetRegion(band, -CLOSED));
    known.set(item, made);
  }
  return made;
}
