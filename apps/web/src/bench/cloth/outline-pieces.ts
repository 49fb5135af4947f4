// Outlines as they are drawn above the thread.
import {
  outlinePaths,
  pathData,
  type DesignObject,
  type Item,
  type Path,
  type PlainOutline,
} from '@rosehip/core';

/** A piece ends once it has so many points: a browser goes through all of each that it sees some of, again and again. */
const MOST_POINTS = 250;

export interface Outlines {
  /** Data of SVG paths, mm, in pieces of what lies together: a word or so of letters. */
  pieces: readonly string[];
  /** How large their paths are, on average, mm. */
  size: number;
}

export const NO_OUTLINES: Outlines = { pieces: [], size: 0 };

interface Drawn {
  data: string;
  size: number;
}

/** While words are typed most letters stay what and where they are. */
const known = new WeakMap<Path, Drawn>();

function drawn(path: Path): Drawn {
  let found = known.get(path);
  if (!found) {
    const size = Math.max(
      ...(['x', 'y'] as const).map((axis) => {
        const places = path.points.map((p) => p[axis]);
        return Math.max(...places) - Math.min(...places);
      }),
    );
    known.set(path, (found = { data: pathData([path]), size }));
  }
  return found;
}

/** The paths of an object: of words those of each line by themselves, so that the other lines' pieces stay when one changes. */
function runsIn({ outline, letters }: DesignObject<PlainOutline>): Path[][] {
  const lines = new Map(letters?.map(({ first, line }) => [first, line]));
  const runs: Path[][] = [];
  let before: number | undefined;
  outlinePaths(outline).forEach((path, i) => {
    const line = lines.get(i) ?? before;
    if (!runs.length || line !== before) runs.push([]);
    before = line;
    if (path.points.length) runs.at(-1)!.push(path);
  });
  return runs;
}

function runsOf(item: Item<PlainOutline>): Path[][] {
  // Inside a group, shapes that are set aside would only confuse.
  if (item.kind === 'group')
    return item.objects.filter((o) => o.kind !== 'object' || !o.unsewn).flatMap(runsOf);
  // Letters that are stitches would be hidden by their own lines.
  if (item.kind !== 'object' || item.letters?.some(({ stitched }) => stitched)) return [];
  return runsIn(item);
}

/** The outlines of items, as they are drawn. */
export function outlinesOf(items: readonly Item<PlainOutline>[]): Outlines {
  const pieces: string[][] = [];
  let [count, sum] = [0, 0];
  for (const run of items.flatMap(runsOf)) {
    let points = MOST_POINTS;
    for (const path of run) {
      if (points >= MOST_POINTS) {
        pieces.push([]);
        points = 0;
      }
      const { data, size } = drawn(path);
      pieces.at(-1)!.push(data);
      points += path.points.length;
      count++;
      sum += size;
    }
  }
  return { pieces: pieces.map((paths) => paths.join('')), size: count && sum / count };
}
