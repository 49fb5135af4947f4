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

/** While words are typed most letters stay what and where they are. */
const known = new WeakMap<Path, string>();

function dataOf(path: Path): string {
  let data = known.get(path);
  if (data === undefined) known.set(path, (data = pathData([path])));
  return data;
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

/** The outlines of items as data of SVG paths, mm, in pieces of what lies together: a word or so of letters. */
export function outlinePieces(items: readonly Item<PlainOutline>[]): string[] {
  return items.flatMap(runsOf).flatMap((run) => {
    const pieces: string[][] = [];
    let points = MOST_POINTS;
    for (const path of run) {
      if (points >= MOST_POINTS) {
        pieces.push([]);
        points = 0;
      }
      pieces.at(-1)!.push(dataOf(path));
      points += path.points.length;
    }
    return pieces.map((paths) => paths.join(''));
  });
}
