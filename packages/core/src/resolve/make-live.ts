// Live outlines made once: anew only when they, or what they are made from, have changed.
import type { Bend, LiveOutline, PlainOutline } from '../design/types.ts';
import { Memo } from '../design/memo.ts';
import { bandOutline, edgeOutline } from '../outlines/live/around.ts';
import { bendOutline } from '../outlines/live/bend.ts';
import { combineOutlines, cutOutline } from '../outlines/live/combine.ts';
import { clearedLines, clearedOutline, type Room } from '../outlines/live/keep-clear.ts';
import { surroundOutline } from '../outlines/live/surround.ts';
import { transformOutline } from '../outlines/transform.ts';

function make(outline: LiveOutline, sources: PlainOutline[][]): PlainOutline {
  switch (outline.kind) {
    case 'combine':
      return combineOutlines(outline, sources);
    case 'cut':
      return cutOutline(outline, sources[0] ?? [], sources[1] ?? []);
    case 'surround':
      return surroundOutline(outline, sources.flat());
    case 'band':
      return bandOutline(outline, sources.flat());
    case 'edge':
      return edgeOutline(outline, sources.flat());
  }
}

/** Lists of outlines as parts to remember by, each list told from the next. */
export const partsOf = (sources: readonly PlainOutline[][]): unknown[] =>
  sources.flatMap((list) => [list.length, ...list]);

const made = new Memo<PlainOutline>();
const bent = new Memo<PlainOutline>();
const cleared = new Memo<PlainOutline>();

export const makeOnce = (outline: LiveOutline, sources: PlainOutline[][]): PlainOutline =>
  made.get(outline, partsOf(sources), () => {
    const plain = make(outline, sources);
    return outline.place ? transformOutline(plain, outline.place) : plain;
  });

export const bendOnce = (bend: Bend, outline: PlainOutline): PlainOutline =>
  bent.get(outline, [bend], () => bendOutline(bend, outline));

/** The outline without the room kept around others; `lines` are cropped, shapes are cut. */
export const clearOnce = (
  room: Room,
  outline: PlainOutline,
  sources: PlainOutline[][],
  lines: boolean,
): PlainOutline =>
  cleared.get(outline, [room.margin, room.fillHoles, lines, ...partsOf(sources)], () =>
    (lines ? clearedLines : clearedOutline)(outline, sources.flat(), room),
  );
