// Sets words into a shape, each bent to its part of it.
import { Memo } from '../design/memo.ts';
import type { Baseline, LetterChange, Path, PlainOutline, TextOutline } from '../design/types.ts';
import { applyMatrix, IDENTITY, translation } from '../geometry/matrix.ts';
import type { Bounds, Point } from '../geometry/points.ts';
import { EdgeIndex } from '../geometry/edge-index.ts';
import { regionBounds, ringsOf, type Region } from '../geometry/region.ts';
import { mappedPath } from '../outlines/live/bend.ts';
import { transformPath } from '../outlines/transform-path.ts';
import { outlineRegion } from '../outlines/region.ts';
import { boxPaths, BOX_WIDTH } from './box.ts';
import { cellsOf, inkOf, type Cell } from './cells.ts';
import type { Font } from './fonts.ts';
import { knownFonts } from './known-fonts.ts';
import { wordSaid } from './said.ts';
import { mappedSet } from './mapped-set.ts';
import { monogramParts } from './monogram.ts';
import type { Part } from './parts.ts';
import { pulledPart } from './pulls.ts';
import { partsAlong } from './rings.ts';
import type { SetLetter, SetLine, SetPart, SetText } from './set-letters.ts';
import { partsWithin } from './within.ts';

type Within = Extract<Baseline, { kind: 'within' }>;

/** Height of capitals in units, for fonts without any. */
const CAPITALS = 700;

const capitalsOf = (font: Font): number => font.sources.find((s) => s.capHeight)?.capHeight ?? CAPITALS;

interface Word {
  at: number;
  to: number;
  cells: Cell[];
  ink: Bounds;
}

/** A letter that the font lacks takes the room of a capital. */
const seenCells = (cells: Cell[], height: number): Cell[] =>
  cells.map((cell) => (cell.source ? cell : { ...cell, advance: BOX_WIDTH * height }));

/** The words of a text, or its letters for a monogram; those of which nothing is seen are left out. */
function wordsOf(outline: TextOutline, font: Font): Word[] {
  const { baseline, text, ligatures = true } = outline;
  if (baseline?.kind !== 'within') throw new Error('These words fill no shape.');
  const height = capitalsOf(font);
  return [...text.matchAll(/\S+/g)].flatMap(({ 0: word, index }) => {
    const cells = seenCells(cellsOf(wordSaid(word, baseline.typed), index, font, ligatures), height);
    const parts = baseline.lay === 'monogram' ? cells.map((cell) => [cell]) : [cells];
    return parts.flatMap((own): Word[] => {
      const ink = inkOf(own, height);
      return ink ? [{ at: own[0].at, to: own.at(-1)!.to, cells: own, ink }] : [];
    });
  });
}

/** Letters of a monogram; more would be no monogram. */
export const MOST_INITIALS = 3;

function partsOf(words: readonly Word[], region: Region, within: Within): (Part | null)[] {
  const sizes = words.map(({ ink }) => ({ width: ink.maxX - ink.minX, height: ink.maxY - ink.minY }));
  const { edge, gap, lay } = within;
  if (lay === 'monogram')
    return monogramParts(region, sizes.slice(0, MOST_INITIALS), edge, gap, within.sides);
  return lay === 'rings'
    ? partsAlong(region, sizes, edge, gap)
    : partsWithin(region, sizes, edge, gap, lay === 'importance');
}

/** So many places of each side are shown. */
const SHOWN = 12;

/** A part as it is shown and drawn by hand. */
function shownPart({ at, to }: Word, part: Part): SetPart {
  const side = (from: number, map: (t: number) => Point): Point[] =>
    Array.from({ length: SHOWN }, (_, i) => map(from + i / SHOWN));
  return {
    at,
    to,
    corners: [part(0, 0), part(1, 0), part(1, 1), part(0, 1)],
    sides: [part(0.5, 0), part(1, 0.5), part(0.5, 1), part(0, 0.5)],
    edge: [
      ...side(0, (t) => part(t, 0)),
      ...side(0, (t) => part(1, t)),
      ...side(0, (t) => part(1 - t, 1)),
      ...side(0, (t) => part(0, 1 - t)),
    ],
  };
}

/** A letter as it is bent to its word's part; `from` and `pen` are where it begins and ends in its word, in units. */
interface Drawn {
  cell: Cell;
  own: Path[];
  from: number;
  pen: number;
}

/** A word bent to its part: the map from its units to the cloth, and its letters. */
interface BentWord {
  map(p: Point): Point;
  /** Millimetres of a unit across, in the middle. */
  scale: number;
  drawn: Drawn[];
}

function bentWord(cells: readonly Cell[], { minX, minY, maxX, maxY }: Bounds, part: Part): BentWord {
  const map = (p: Point): Point => part((p.x - minX) / (maxX - minX || 1), (p.y - minY) / (maxY - minY || 1));
  const [a, b] = [part(0, 0.5), part(1, 0.5)];
  const scale = Math.max(1, Math.hypot(b.x - a.x, b.y - a.y)) / (maxX - minX || 1);
  // Steps along a glyph's edges, in its units: about half a millimetre on the cloth.
  const step = 0.5 / scale;
  let pen = 0;
  const drawn = cells.map((cell): Drawn => {
    const { source, glyphs, advance } = cell;
    const from = pen;
    const own = glyphs.flatMap(({ glyph, x, y }) =>
      source!
        .paths(glyph)
        .map((path) => mappedPath(path, (p) => map({ x: p.x + from + x, y: p.y - y }), step)),
    );
    if (!source)
      for (const path of boxPaths(advance / BOX_WIDTH))
        own.push(mappedPath(path, (p) => map({ x: p.x + from, y: p.y }), step));
    pen += advance;
    return { cell, own, from, pen };
  });
  return { map, scale, drawn };
}

/** Letters of a word stand at least so far apart, in mm: nearer ones would be sewn as one. */
const LETTERS_APART = 0.7;
/** So often their distances are looked at and mended: a bent word shrinks to one side as it grows to the other. */
const ROUNDS = 2;

/** Letters farther apart than this are nowhere near each other, in mm. */
const FAR = 20;

/** The edges of a letter, as rings of x, y. */
const edgesOf = ({ own }: Drawn): Float64Array[] =>
  own.map(({ points }) => Float64Array.from(points.flatMap(({ x, y }) => [x, y])));

/** How far apart letters are, in mm; 0 when they meet, Infinity when one has nothing to be seen. */
function distanceBetween(first: readonly Float64Array[], second: readonly Float64Array[]): number {
  const edges = new EdgeIndex(first);
  let least = Infinity;
  for (const ring of second)
    for (let i = 0; i < ring.length; i += 2) {
      if (edges.inside(ring[i], ring[i + 1])) return 0;
      least = edges.nearest(ring[i], ring[i + 1], Math.min(least, FAR))?.distance ?? least;
    }
  return least;
}

/**
 * A word bent to its part, its letters evened out on the cloth: none so near that threads meet, and none farther apart than words
 * are, so that letters and not the cloth between them fill the shape. Joined scripts, and letters that are stitches, stay as they are.
 */
function spaced(word: Word, part: Part, capitals: number, gap: number, isJoined: boolean): BentWord {
  let bent = bentWord(word.cells, word.ink, part);
  if (isJoined || word.cells.some(({ source }) => source?.stitched)) return bent;
  const most = Math.max(gap, LETTERS_APART);
  for (let round = 0; round < ROUNDS; round++) {
    let evened = false;
    const edges = bent.drawn.map(edgesOf);
    const cells = bent.drawn.map((letter, i): Cell => {
      const apart = i + 1 < edges.length ? distanceBetween(edges[i], edges[i + 1]) : Infinity;
      const wanted = Math.min(most, Math.max(LETTERS_APART, apart));
      if (apart === Infinity || Math.abs(wanted - apart) < 0.05) return letter.cell;
      evened = true;
      return { ...letter.cell, advance: letter.cell.advance + (wanted - apart) / bent.scale };
    });
    const ink = evened && inkOf(cells, capitals);
    if (!ink) return bent;
    bent = bentWord(cells, ink, part);
  }
  return bent;
}

/** Words set into shapes, by what was said of them and the shape: it is the same wherever it stands. */
const laidOut = new Memo<SetText>(24);

/** Places of a shape are told apart from so much on, in mm, when words are laid. */
const FINE = 1e-4;
const fine = (v: number): number => Math.round(v / FINE) * FINE;

/** Sets words into a shape, each bent to its part of it. */
export function setWithin(outline: TextOutline, font: Font, shape: readonly PlainOutline[]): SetText {
  const region = shape.flatMap((one) => outlineRegion(one));
  const bounds = regionBounds(region);
  if (!bounds) return laidWithin(outline, font, region);
  const [a, b, c, d, e, f] = outline.place ?? IDENTITY;
  // Its order is that of sewing.
  const turned: TextOutline = { ...outline, place: [a, b, c, d, 0, 0], order: undefined };
  const still = region.map((polygon) => {
    const moved = (ring: Float64Array): Float64Array =>
      ring.map((v, i) => fine(v - (i % 2 ? bounds.minY : bounds.minX)));
    return { outer: moved(polygon.outer), holes: polygon.holes.map(moved) };
  });
  const rings = still.flatMap(ringsOf).map((ring) => Array.from(ring, (v) => Math.round(v / FINE)));
  const set = laidOut.get(font, [knownFonts(), JSON.stringify([turned, rings])], () =>
    laidWithin(turned, font, still),
  );
  const corner = applyMatrix([a, b, c, d, e, f], { x: bounds.minX, y: bounds.minY });
  const back = translation(corner.x, corner.y);
  return {
    ...mappedSet(set, (p) => applyMatrix(back, p), outline.height),
    outline: { ...set.outline, paths: set.outline.paths.map((path) => transformPath(path, back)) },
  };
}

function laidWithin(outline: TextOutline, font: Font, region: Region): SetText {
  const { baseline, text, place = IDENTITY } = outline;
  if (baseline?.kind !== 'within') throw new Error('These words fill no shape.');
  const words = wordsOf(outline, font);
  const capitals = capitalsOf(font);
  const isJoined = knownFonts().isJoined(outline.font);
  const bounds = regionBounds(region);
  const [wide, high] = bounds ? [bounds.maxX - bounds.minX, bounds.maxY - bounds.minY] : [0, 0];
  const laid = partsOf(words, region, baseline);
  const changes = new Map<number, LetterChange>((outline.letters ?? []).map((c) => [c.at, c]));
  const paths: Path[] = [];
  const letters: SetLetter[] = [];
  const parts: SetPart[] = [];
  words.forEach((word, i) => {
    const plain = laid[i];
    if (!plain) return;
    const pull = baseline.pulls?.find(({ at }) => at === word.at);
    const flat = pull ? pulledPart(plain, pull, wide, high) : plain;
    const part: Part = (u, v) => applyMatrix(place, flat(u, v));
    parts.push(shownPart(word, part));
    const { map, drawn } = spaced(word, part, capitals, baseline.gap, isJoined);
    drawn.forEach(({ cell: { at, to, source, rightToLeft }, own, from, pen }) => {
      const first = paths.length;
      paths.push(...own);
      const [foot, right, top] = [
        map({ x: from, y: 0 }),
        map({ x: pen, y: 0 }),
        map({ x: from, y: word.ink.minY }),
      ];
      const width = Math.hypot(right.x - foot.x, right.y - foot.y);
      // Its upright leans as the letter does.
      const [cx, cy] = [(foot.x - top.x) / outline.height, (foot.y - top.y) / outline.height];
      const [ax, ay] = [(right.x - foot.x) / (width || 1), (right.y - foot.y) / (width || 1)];
      const change = changes.get(at);
      letters.push({
        at,
        to,
        says: text.slice(at, to),
        line: parts.length - 1,
        first,
        end: paths.length,
        frame: [ax, ay, cx, cy, foot.x, foot.y],
        width,
        rightToLeft,
        blank: false,
        ...(!source && { missing: true }),
        ...(source?.stitched && { stitched: true }),
        ...(change?.thread && { thread: change.thread }),
        ...(change?.recipe && { recipe: change.recipe }),
      });
    });
  });
  // Each word is a line of its own.
  const lines = letters.length
    ? parts.map(({ at, to }, i): SetLine => {
        const first = letters.find((letter) => letter.at >= at && letter.to <= to);
        return { at: i ? at : 0, to, frame: first?.frame ?? place, length: first?.width ?? 0 };
      })
    : [{ at: 0, to: text.length, frame: place, length: 0 }];
  return {
    outline: { kind: 'path', paths, fillRule: 'nonzero' },
    letters,
    lines,
    parts,
    shape: { width: wide, height: high },
  };
}
