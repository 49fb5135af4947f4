// Live outlines made once: anew only when they, or what they are made from, have changed.
import type { Bend, LiveOutline, PlainOutline } from '../design/types.ts';
import { remember } from '../design/remember.ts';
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

interface Known {
  sources: PlainOutline[][];
  made: PlainOutline;
}

/** Made before from the very same sources, for as long as the object lives. */
const byObject = new WeakMap<LiveOutline, Known>();
/** Made before from equal content: a worker is handed new objects every time. */
const byContent = new Map<string, PlainOutline>();
/** Outlines are large, and every move of a hand makes new ones. */
const MOST_OUTLINES = 80;
const bentByOutline = new WeakMap<PlainOutline, { bend: Bend; made: PlainOutline }>();
const bentByContent = new Map<string, PlainOutline>();

export const sameOutlines = (a: PlainOutline[][], b: PlainOutline[][]): boolean =>
  a.length === b.length &&
  a.every((list, i) => list.length === b[i].length && list.every((o, k) => o === b[i][k]));

export function makeOnce(outline: LiveOutline, sources: PlainOutline[][]): PlainOutline {
  const known = byObject.get(outline);
  if (known && sameOutlines(known.sources, sources)) return known.made;
  const build = (): PlainOutline => {
    const plain = make(outline, sources);
    return outline.place ? transformOutline(plain, outline.place) : plain;
  };
  const made = remember(JSON.stringify([outline, sources]), byContent, build, MOST_OUTLINES);
  byObject.set(outline, { sources, made });
  return made;
}

export function bendOnce(bend: Bend, outline: PlainOutline): PlainOutline {
  const known = bentByOutline.get(outline);
  if (known?.bend === bend) return known.made;
  const made = remember(
    JSON.stringify([bend, outline]),
    bentByContent,
    () => bendOutline(bend, outline),
    MOST_OUTLINES,
  );
  bentByOutline.set(outline, { bend, made });
  return made;
}

const clearByOutline = new WeakMap<PlainOutline, Known & { room: Room; lines: boolean }>();
const clearByContent = new Map<string, PlainOutline>();

/** The outline without the room kept around others; `lines` are cropped, shapes are cut. */
export function clearOnce(
  room: Room,
  outline: PlainOutline,
  sources: PlainOutline[][],
  lines: boolean,
): PlainOutline {
  const known = clearByOutline.get(outline);
  if (known?.room === room && known.lines === lines && sameOutlines(known.sources, sources))
    return known.made;
  const made = remember(
    JSON.stringify([room, lines, outline, sources]),
    clearByContent,
    () => (lines ? clearedLines : clearedOutline)(outline, sources.flat(), room),
    MOST_OUTLINES,
  );
  clearByOutline.set(outline, { room, lines, sources, made });
  return made;
}
