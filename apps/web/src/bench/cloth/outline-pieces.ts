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

/** Outlines that lie together: a word or so of letters. */
export interface Piece {
  /** Data of an SVG path, mm. */
  data: string;
  /** How large its paths are, on average, mm. */
  size: number;
}

/** While words are typed most letters stay what and where they are. */
const known = new WeakMap<Path, Piece>();

function pieceOf(path: Path): Piece {
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
export function outlinePieces(items: readonly Item<PlainOutline>[]): Piece[] {
  return items.flatMap(runsOf).flatMap((run) => {
    const pieces: Path[][] = [];
    let points = MOST_POINTS;
    for (const path of run) {
      if (points >= MOST_POINTS) {
        pieces.push([]);
        points = 0;
      }
      pieces.at(-1)!.push(path);
      points += path.points.length;
    }
    return pieces.map((paths) => {
      const all = paths.map(pieceOf);
      return {
        data: all.map(({ data }) => data).join(''),
        size: all.reduce((sum, { size }) => sum + size, 0) / all.length,
      };
    });
  });
}
