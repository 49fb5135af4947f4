// Live outlines made once: anew only when they, or what they are made from, have changed.
import type { Bend, LiveOutline, PlainOutline, TextOutline } from '../design/types.ts';
import { Memo } from '../design/memo.ts';
import { bandOutline, edgeOutline } from '../outlines/live/around.ts';
import { bendOutline } from '../outlines/live/bend.ts';
import { combineOutlines, cutOutline } from '../outlines/live/combine.ts';
import { clearedLines, clearedOutline, type Room } from '../outlines/live/keep-clear.ts';
import { surroundOutline } from '../outlines/live/surround.ts';
import { fontOf } from '../lettering/fonts.ts';
import type { SetText } from '../lettering/set-letters.ts';
import { setText } from '../lettering/set-text.ts';
import { transformOutline } from '../outlines/transform.ts';

function make(outline: Exclude<LiveOutline, TextOutline>, sources: PlainOutline[][]): PlainOutline {
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
const set = new Memo<SetText>();
const bent = new Memo<PlainOutline>();
const cleared = new Memo<PlainOutline>();

export function makeOnce(outline: LiveOutline, sources: PlainOutline[][]): PlainOutline {
  // Set in its place at once, and set anew when its font comes.
  if (outline.kind === 'text') return setTextOnce(outline, sources.flat()).outline;
  return made.get(outline, partsOf(sources), () => {
    const plain = make(outline, sources);
    return outline.place ? transformOutline(plain, outline.place) : plain;
  });
}

/** A text set in its font, as far as that is loaded, along the first of these lines if it stands on one. */
export function setTextOnce(outline: TextOutline, lines: PlainOutline[]): SetText {
  const font = fontOf(outline.font);
  return set.get(outline, [font, ...lines], () => setText(outline, font, lines));
}

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
