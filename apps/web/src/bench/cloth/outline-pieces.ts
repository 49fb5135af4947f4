// Outlines as they are drawn above the thread.
import {
  outlinePaths,
  pathBounds,
  pathData,
  type DesignObject,
  type Item,
  type Path,
  type PlainOutline,
} from '@rosehip/core';

/** A piece ends once it has so many points: a browser goes through all of each that it sees some of, again and again. */
const MOST_POINTS = 250;

/** Outlines that are drawn together: a word or so of letters, or shapes of about one size. */
export interface Piece {
  /** Data of an SVG path, mm. */
  data: string;
  /** How large its paths are, on average, mm. */
  size: number;
}

/** While words are typed most letters stay what and where they are. */
const known = new WeakMap<Path, string>();

function dataOf(path: Path): string {
  let data = known.get(path);
  if (data === undefined) known.set(path, (data = pathData([path])));
  return data;
}

function sizeOf(path: Path): number {
  const b = pathBounds(path);
  return b ? Math.max(b.maxX - b.minX, b.maxY - b.minY) : 0;
}

/** A path, and what it is drawn with. */
interface Drawn {
  path: Path;
  size: number;
  with: string;
}

/** Of words each line is drawn by itself, so that the other lines' pieces stay when one changes; all else with what is about as large. */
function drawnOf({ id, outline, letters }: DesignObject<PlainOutline>): Drawn[] {
  const lines = new Map(letters?.map(({ first, line }) => [first, line]));
  let line: number | undefined;
  return outlinePaths(outline).flatMap((path, i) => {
    line = lines.get(i) ?? line;
    if (!path.points.length) return [];
    const size = sizeOf(path);
    return [{ path, size, with: line === undefined ? `${Math.round(Math.log2(size))}` : `${id} ${line}` }];
  });
}

function allDrawn(item: Item<PlainOutline>): Drawn[] {
  // Inside a group, shapes that are set aside would only confuse.
  if (item.kind === 'group')
    return item.objects.filter((o) => o.kind !== 'object' || !o.unsewn).flatMap(allDrawn);
  // Letters that are stitches would be hidden by their own lines.
  if (item.kind !== 'object' || item.letters?.some(({ stitched }) => stitched)) return [];
  return drawnOf(item);
}

interface Open {
  paths: string[];
  sizes: number;
  points: number;
}

/** The outlines of items, as they are drawn. */
export function outlinePieces(items: readonly Item<PlainOutline>[]): Piece[] {
  const pieces: Open[] = [];
  const last = new Map<string, Open>();
  for (const { path, size, with: key } of items.flatMap(allDrawn)) {
    let piece = last.get(key);
    if (!piece || piece.points >= MOST_POINTS) {
      pieces.push((piece = { paths: [], sizes: 0, points: 0 }));
      last.set(key, piece);
    }
    piece.paths.push(dataOf(path));
    piece.sizes += size;
    piece.points += path.points.length;
  }
  return pieces.map(({ paths, sizes }) => ({ data: paths.join(''), size: sizes / paths.length }));
}
