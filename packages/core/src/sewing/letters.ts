// Words are sewn letter by letter; letters that touch are one shape, so that no thread lies double where they join.
import { Memo } from '../design/memo.ts';
import { letterId, type Leaf } from '../design/tree.ts';
import type {
  DesignObject,
  PathOutline,
  PlainOutline,
  Recipe,
  TextLetter,
  TextOutline,
} from '../design/types.ts';
import { intersect } from '../geometry/clip.ts';
import { onMachineGrid, type Bounds } from '../geometry/points.ts';
import { regionArea } from '../geometry/region.ts';
import { strokeWidth } from '../geometry/stroke-width.ts';
import { outlineOfRegion } from '../outlines/live/region-outline.ts';
import { outlineBounds, transformOutline } from '../outlines/transform.ts';
import { outlineRegion } from '../outlines/region.ts';
import { anywhereOutline } from '../outlines/same.ts';
import { stitchedLetters } from './stitched-letters.ts';

type PlainObject = DesignObject<PlainOutline>;

/** Letters that share less than this don't touch, in mm². */
const TOUCH = 0.02;

const meet = (a: Bounds, b: Bounds): boolean =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

interface Piece {
  letters: TextLetter[];
  outline: PathOutline;
}

/** Letters that stand where they stood are the same objects again: so they are not stitched anew. */
const outlines = new Memo<PathOutline>(2);
/** Of a shape so many neighbours are known, and so many words that begin with it. */
const [NEIGHBOURS, MOST_WORDS] = [32, 16];
const touching = new Memo<boolean>(NEIGHBOURS);
const wholes = new Memo<PathOutline>(MOST_WORDS);
const placed = new Memo<PathOutline>(2);

/** Strokes that are drawn wider than this are too wide for satin in most places, in mm: they are sewn a little wider. */
const BROAD = 6.7;
const widths = new Memo<number>(1);

/** Do strokes that are too wide for satin make up most of these words? Each letter alone would have rows beside satin. */
function areBroad(pieces: readonly Piece[]): boolean {
  let balance = 0;
  for (const { outline } of pieces) {
    const b = outlineBounds(outline);
    if (!b) continue;
    const [across, down] = [b.maxX - b.minX, b.maxY - b.minY];
    if (Math.min(across, down) < BROAD) {
      balance -= across * down;
      continue;
    }
    const shape = anywhereOutline(outline).outline;
    const wide = widths.get(shape, [], () => strokeWidth(outlineRegion(shape))) > BROAD;
    balance += wide ? across * down : -across * down;
  }
  return balance > 0;
}

/** How letters stand to the first of them: their shapes, and how far each lies from it, in mm. */
function standing(letters: readonly PathOutline[]): { shape: PathOutline; dx: number; dy: number }[] {
  const all = letters.map(anywhereOutline);
  const [first] = all;
  return all.map(({ outline, dx, dy }) => ({
    shape: outline,
    dx: onMachineGrid(dx - first.dx),
    dy: onMachineGrid(dy - first.dy),
  }));
}

const moved = (outline: PathOutline, dx: number, dy: number): PathOutline =>
  dx || dy ? (transformOutline(outline, [1, 0, 0, 1, dx, dy]) as PathOutline) : outline;

/** Letters that touch as one shape; it is made once for all words of the same letters. */
function united(letters: readonly PathOutline[]): PathOutline {
  const [first, ...others] = standing(letters);
  const parts = others.flatMap(({ shape, dx, dy }) => [shape, dx, dy]);
  const whole = wholes.get(first.shape, parts, () =>
    outlineOfRegion(
      outlineRegion({
        ...first.shape,
        paths: [first, ...others].flatMap(({ shape, dx, dy }) => moved(shape, dx, dy).paths),
      }),
    ),
  );
  const { dx, dy } = anywhereOutline(letters[0]);
  return placed.get(letters[0], [whole], () => moved(whole, dx, dy));
}

/** Do two letters share some cloth? */
function overlap(a: PathOutline, b: PathOutline): boolean {
  const [first, second] = standing([a, b]);
  const { shape, dx, dy } = second;
  return touching.get(first.shape, [shape, dx, dy], () => {
    const regions = [first.shape, moved(shape, dx, dy)].map(outlineRegion);
    return regionArea(intersect(regions[0], regions[1])) > TOUCH;
  });
}

const alike = (a: TextLetter, b: TextLetter): boolean => a.thread === b.thread && a.recipe === b.recipe;

/** The letters of a text in reading order, those that touch together. Letters of other threads or recipes stay apart. */
function piecesOf(outline: PathOutline, letters: readonly TextLetter[], closed: boolean): Piece[] {
  const order = letters
    .filter((letter) => !letter.missing && letter.end > letter.first)
    .sort((a, b) => a.line - b.line || a.at - b.at);
  const single = order.map(({ first, end }) => {
    const paths = outline.paths.slice(first, end);
    return outlines.get(paths[0], [outline.fillRule, ...paths], (): PathOutline => ({ ...outline, paths }));
  });
  const bounds = single.map(outlineBounds);
  const touches = (i: number, k: number): boolean => {
    const [a, b] = [bounds[i], bounds[k]];
    return !!a && !!b && closed && meet(a, b) && alike(order[i], order[k]) && overlap(single[i], single[k]);
  };
  const pieces: Piece[] = [];
  for (let i = 0; i < order.length;) {
    let to = i + 1;
    while (to < order.length && order[to].line === order[i].line && touches(to - 1, to)) to++;

    pieces.push({
      letters: order.slice(i, to),
      outline: to - i > 1 ? united(single.slice(i, to)) : single[i],
    });
    i = to;
  }
  return pieces;
}

/** From the middle of the line to its end, then from the middle back to its beginning, as caps want it. */
function fromCentre(pieces: Piece[]): Piece[] {
  const middles = pieces.map(({ outline }) => {
    const b = outlineBounds(outline)!;
    return (b.minX + b.maxX) / 2;
  });
  const centre = (Math.min(...middles) + Math.max(...middles)) / 2;
  const first = middles.reduce(
    (best, x, i) => (Math.abs(x - centre) < Math.abs(middles[best] - centre) ? i : best),
    0,
  );
  return [...pieces.slice(first), ...pieces.slice(0, first).reverse()];
}

/** How far two boxes lie apart, in mm. */
const between = (a: Bounds, b: Bounds): number =>
  Math.hypot(Math.max(0, a.minX - b.maxX, b.minX - a.maxX), Math.max(0, a.minY - b.maxY, b.minY - a.maxY));

/** From the first one always to the nearest that is left: so lines are sewn there and back. */
function byNearest(pieces: Piece[]): Piece[] {
  const left = pieces.map((piece) => ({ piece, box: outlineBounds(piece.outline)! }));
  const out = left.splice(0, 1);
  while (left.length) {
    const from = out[out.length - 1].box;
    let best = 0;
    for (let i = 1; i < left.length; i++)
      if (between(from, left[i].box) < between(from, left[best].box) - 1e-9) best = i;
    out.push(...left.splice(best, 1));
  }
  return out.map(({ piece }) => piece);
}

function inOrder(pieces: Piece[], order: NonNullable<TextOutline['order']>): Piece[] {
  if (order === 'back') return [...pieces].reverse();
  if (order === 'read') return pieces;
  if (order === 'near') return byNearest(pieces);
  const lines = new Map<number, Piece[]>();
  for (const piece of pieces) {
    const line = piece.letters[0].line;
    lines.set(line, [...(lines.get(line) ?? []), piece]);
  }
  return [...lines.values()].flatMap(fromCentre);
}

/** Letters of single strokes are lines: what chooses by the width of strokes sews each of them twice, in one walk. */
const onLines = (recipe: Recipe): Recipe =>
  recipe.kind === 'lettering' ? { kind: 'redwork', settings: {} } : recipe;

/** Whether words on a line of a text are broad. Words that fill a shape are of many sizes: each of them is a line, and sewn in its own way. */
function broadLines(object: PlainObject, pieces: readonly Piece[]): (line: number) => boolean | undefined {
  const wordsOn = (line: number): number => (object.capitals === undefined ? line : 0);
  const broad = new Map<number, boolean>();
  for (const { letters } of pieces) {
    const words = wordsOn(letters[0].line);
    if (!broad.has(words))
      broad.set(words, areBroad(pieces.filter((p) => wordsOn(p.letters[0].line) === words)));
  }
  return (line) => broad.get(wordsOn(line));
}

/**
 * The same of a resolved text, or of those of its letters that begin at these places of it, for who takes it apart; null of other
 * leaves, and of letters of lines.
 */
export function broadLinesOf(
  leaf: Leaf<PlainOutline>,
  at?: readonly number[],
): ((line: number) => boolean | undefined) | null {
  if (leaf.kind !== 'object' || !leaf.letters || leaf.outline.kind !== 'path') return null;
  if (!leaf.outline.paths.every((path) => path.closed)) return null;
  const letters = at ? leaf.letters.filter((letter) => at.includes(letter.at)) : leaf.letters;
  return broadLines(leaf, piecesOf(leaf.outline, letters, true));
}

const made = new Memo<Leaf<PlainOutline>[]>(2);

function lettersOf(object: PlainObject, letters: TextLetter[]): Leaf<PlainOutline>[] {
  const { outline, start, end, stopAfter, letters: _, lettersOrder, lettersJoined: __, ...shared } = object;
  const closed = (outline as PathOutline).paths.every((path) => path.closed);
  const pieces = inOrder(piecesOf(outline as PathOutline, letters, closed), lettersOrder ?? 'read');
  if (letters.some(({ stitched }) => stitched))
    return stitchedLetters(object, pieces, (i) => letterId(object.id, i));
  const broad = closed ? broadLines(object, pieces) : null;
  return pieces.map((piece, i): PlainObject => {
    const [{ thread, recipe }] = piece.letters;
    const name = piece.letters.map(({ says }) => says).join('');
    return {
      ...shared,
      id: letterId(object.id, i),
      name,
      outline: piece.outline,
      ...(broad && { broad: broad(piece.letters[0].line) }),
      ...(thread && { thread }),
      recipe: closed ? (recipe ?? shared.recipe) : onLines(recipe ?? shared.recipe),
      ...(i === 0 && start && { start }),
      ...(i === pieces.length - 1 && end && { end }),
      ...(i === pieces.length - 1 && stopAfter !== undefined && { stopAfter }),
    };
  });
}

/** A text as its letters, in the order in which they are sewn; other leaves as they are. */
export function letterByLetter(leaf: Leaf<PlainOutline>): Leaf<PlainOutline>[] {
  if (leaf.kind !== 'object' || !leaf.letters) return [leaf];
  const { letters } = leaf;
  return made.get(leaf, [], () => lettersOf(leaf, letters));
}
