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

/** Nothing is seen as smaller than this, in mm. */
const LEAST = 0.1;

/** Outlines that are drawn together: a word or so of letters, or shapes of about one size. */
export interface Piece {
  /** Data of an SVG path, mm. */
  data: string;
  /** How large the objects are that it is of, mm: of words a letter on average. The same in all pieces of an object. */
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

/** A path, how large its object is, in mm, and what it is drawn with. */
interface Drawn {
  path: Path;
  size: number;
  with: string;
}

/** Of words each line is drawn by itself, so that the other lines' pieces stay when one changes; all else with what is about as large. */
function drawnOf({ id, outline, letters }: DesignObject<PlainOutline>): Drawn[] {
  const paths = outlinePaths(outline);
  const sizes = paths.map(sizeOf);
  if (!letters) {
    const octave = Math.round(Math.log2(sizes.reduce((a, b) => Math.max(a, b), LEAST)));
    return paths.map((path) => ({ path, size: 2 ** octave, with: `${octave}` }));
  }
  const size = sizes.reduce((sum, v) => sum + v, 0) / sizes.length;
  const lines = new Map(letters.map(({ first, line }) => [first, line]));
  let line = 0;
  return paths.map((path, i) => {
    line = lines.get(i) ?? line;
    return { path, size, with: `${id} ${line}` };
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

/** The outlines of items, as they are drawn. */
export function outlinePieces(items: readonly Item<PlainOutline>[]): Piece[] {
  const pieces: { paths: string[]; size: number; points: number }[] = [];
  const last = new Map<string, (typeof pieces)[number]>();
  for (const { path, size, with: key } of items.flatMap(allDrawn)) {
    if (!path.points.length) continue;
    let piece = last.get(key);
    if (!piece || piece.points >= MOST_POINTS) {
      pieces.push((piece = { paths: [], size, points: 0 }));
      last.set(key, piece);
    }
    piece.paths.push(dataOf(path));
    piece.points += path.points.length;
  }
  return pieces.map(({ paths, size }) => ({ data: paths.join(''), size }));
}
