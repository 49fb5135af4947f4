// Chooses stitches for shapes that lie side by side, or on one another: kinds, angles, order, and what of each is sewn.
import { Memo } from '../design/memo.ts';
import type { PathOutline, PlainOutline, Recipe } from '../design/types.ts';
import { intersect, offsetRegion } from '../geometry/clip.ts';
import { boundsMeet, type Bounds, type Point } from '../geometry/points.ts';
import { regionArea, regionBounds, ringArea, type Region } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { outlineRegion } from '../outlines/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { placesAlong, shortOrder } from '../sewing/short-order.ts';
import { usualBreadth } from './breadths.ts';
import { angleApart } from './angles.ts';
import { fillKind, kindFor, narrowKind, widestSatin, type ChosenKind } from './kinds.ts';
import { partedByBreadth } from './parting.ts';
import {
  BENEATH,
  goingOnBeneath,
  NARROW,
  reachingBeneath,
  seenOf,
  uniteNear,
  withoutPinholes,
} from './overlaps.ts';

/** A shape that stitches are chosen for. */
export interface Piece {
  outline: PlainOutline;
  thread: string;
  /** A line of this width, in mm, rather than a shape. */
  line?: number;
  /** It is cloth that is laid on, before all that is sewn. */
  cloth?: boolean;
}

export interface Chosen {
  /** Which of the pieces; one that is broad here and narrow there is sewn as several. */
  piece: number;
  outline: PlainOutline;
  recipe: Recipe;
}

export interface Choosing {
  /** In sewing order. */
  chosen: Chosen[];
  /** Pieces that nothing is seen of. */
  hidden: number[];
}

export interface ChoosingOptions {
  /** 0 to 1: from more fill to more satin. */
  satin: number;
  /** The cloth's pull compensation, in mm. */
  compensation: number;
  /** Pieces stay in the order in which they are given. */
  keepOrder?: boolean;
  /** No piece lies on another. */
  apart?: boolean;
}

/** How far curves may stray from what was cut, in mm. */
const STRAY = 0.02;
/** Rings that enclose less are left from the computation, in mm². */
const LEAST_RING = 0.05;
/** Thread closes holes that are smaller, in mm²: they are not left open. */
const LEAST_HOLE = 0.9;
/** What is seen of a piece is too little to be sewn, in mm². */
const LEAST_SEEN = 0.4;
/** A piece that loses less than this share of its area keeps its outline as it is drawn. */
const UNCHANGED = 0.004;

/** Regions of outlines that stitches are chosen for again and again, while a slider is moved. */
const remembered = new Memo<Region>();
const regionOf = (outline: PlainOutline): Region => remembered.get(outline, [], () => outlineRegion(outline));

const asOutline = (region: Region): PathOutline => ({
  kind: 'path',
  paths: region
    .flatMap(({ outer, holes }) => [
      ...[outer].filter((ring) => Math.abs(ringArea(ring)) > LEAST_RING),
      ...holes.filter((ring) => Math.abs(ringArea(ring)) > LEAST_HOLE),
    ])
    .map((coords) => fitPath({ coords, closed: true }, STRAY)),
});

interface Part {
  piece: number;
  region: Region;
  bounds: Bounds | null;
  /** How broad it is for the most part, in mm. */
  breadth: number;
  kind: ChosenKind | null;
  /** Is the outline's own the one that is seen? */
  whole: boolean;
  /** A column of a part that is broad: it is sewn just after it. */
  columnOf?: Part;
}

const seenPart = (piece: number, region: Region): Pick<Part, 'piece' | 'region' | 'bounds' | 'breadth'> => ({
  piece,
  region,
  bounds: regionBounds(region),
  breadth: usualBreadth(region),
});

/** Chooses stitches. Pieces lie on one another in the order in which they are given, the first one undermost. */
export function chooseStitches(pieces: readonly Piece[], options: ChoosingOptions): Choosing {
  const regions = pieces.map((p) => (p.line === undefined ? regionOf(p.outline) : []));
  const seen = options.apart
    ? regions
    : seenOf(
        regions,
        pieces.map((p) => p.line === undefined),
      );
  const hidden: number[] = [];
  const parts: Part[] = [];
  pieces.forEach((p, piece) => {
    if (p.line !== undefined) {
      parts.push({ piece, region: [], bounds: null, breadth: 0, kind: null, whole: true });
      return;
    }
    const [was, is] = [regionArea(regions[piece]), regionArea(seen[piece])];
    if (is < Math.min(LEAST_SEEN, was / 2)) hidden.push(piece);
    else {
      const whole = was - is < UNCHANGED * was;
      const region = whole ? regions[piece] : seen[piece];
      parts.push({ ...seenPart(piece, region), kind: null, whole });
    }
  });
  const columns = chooseKinds(parts, options.satin);
  const order = (options.keepOrder ? parts : inColours(parts, pieces)).flatMap((part) => [
    part,
    ...columns.filter(({ columnOf }) => columnOf === part),
  ]);
  const beneath = options.compensation + BENEATH;
  const chosen = order.map((part, i): Chosen => {
    const { piece, kind, region, whole, bounds } = part;
    const { outline, line } = pieces[piece];
    if (!kind) return { piece, outline, recipe: lineRecipe(line!) };
    if (kind.as === 'line') return { piece, outline: kind.outline, recipe: kind.recipe };
    const later = order.slice(i + 1).filter((p) => p.kind);
    const over = uniteNear(
      later.map((p) => p.region),
      later.map((p) => p.bounds),
      bounds!,
      beneath,
    );
    const narrow = later.some((p) => p.breadth < NARROW && boundsMeet(p.bounds!, bounds!, beneath));
    const beyond = reachingBeneath(region, over, beneath, narrow);
    const reaching = kind.as === 'satin' ? withoutPinholes(beyond, region) : beyond;
    const sewn = pieces[piece].cloth ? goingOnBeneath(reaching, over) : reaching;
    const same = whole && Math.abs(regionArea(sewn) - regionArea(region)) < 0.02;
    return { piece, outline: same ? outline : asOutline(sewn), recipe: kind.recipe };
  });
  return { chosen, hidden };
}

/** A drawn line by its width: once, thrice, or as a satin column. */
export function lineRecipe(width: number): Recipe {
  if (width < 0.55) return { kind: 'run', settings: { passes: 1 } };
  if (width < 1) return { kind: 'run', settings: { passes: 3, length: 2 } };
  return { kind: 'satin', settings: { width: Math.min(30, Math.round(width * 100) / 100) } };
}

/** Pieces nearer than this are neighbours, in mm; of an area so much must lie there, in mm². */
const [TOUCHING, TOUCHED] = [0.4, 0.05];

/** Chooses a kind for every part. Gives the columns that were cut from parts that are broad beside them. */
function chooseKinds(parts: readonly Part[], satin: number): Part[] {
  const columns: Part[] = [];
  // Large ones first: they show their angle most, and their neighbours keep apart from it.
  const bySize = [...parts]
    .filter((p) => p.bounds)
    .sort((a, b) => regionArea(b.region) - regionArea(a.region));
  const angles = new Map<Part, number>();
  for (const part of bySize) {
    const angle = (): number => {
      const near = neighboursOf(
        part,
        bySize.filter((p) => angles.has(p)),
      );
      const found = angleApart(
        part.region,
        near.map((p) => angles.get(p)!),
      );
      angles.set(part, found);
      return found;
    };
    part.kind = narrowKind(part.region, satin);
    if (part.kind) continue;
    const parted = partedByBreadth(part.region, widestSatin(satin));
    if (!parted) part.kind = fillKind(part.region, angle());
    else {
      Object.assign(part, seenPart(part.piece, parted.broad), { whole: false });
      part.kind = kindFor(part.region, satin, angle);
      for (const column of parted.narrow) {
        const kind = kindFor(column, satin, () => 0);
        columns.push({ ...seenPart(part.piece, column), kind, whole: false, columnOf: part });
      }
    }
  }
  return columns;
}

function neighboursOf(part: Part, among: readonly Part[]): Part[] {
  const near = among.filter((p) => p !== part && boundsMeet(p.bounds!, part.bounds!, TOUCHING));
  if (!near.length) return [];
  const reach = offsetRegion(part.region, TOUCHING);
  return near.filter((p) => regionArea(intersect(reach, p.region)) > 1e-3);
}

/** Shapes narrower than this are details, which are sewn after the areas that they lie in or beside, in mm. */
const DETAIL = 2.5;

const isLine = (p: Part): boolean => !p.kind || p.kind.as === 'line';

/** How much of areas of one thread, by the first key, details of another touch, in mm². */
function detailsBeside(
  parts: readonly Part[],
  thread: (p: Part) => string,
): Map<string, Map<string, number>> {
  const out = new Map<string, Map<string, number>>();
  const isDetail = (p: Part): boolean => isLine(p) || (p.kind!.as === 'satin' && p.breadth < DETAIL);
  const areas = parts.filter((p) => p.bounds && !isDetail(p));
  for (const detail of parts.filter((p) => p.bounds && isDetail(p))) {
    const about = areas.filter(
      (a) => thread(a) !== thread(detail) && boundsMeet(a.bounds!, detail.bounds!, TOUCHING),
    );
    if (!about.length) continue;
    const reach = offsetRegion(detail.region, TOUCHING);
    for (const area of about) {
      const near = uniteNear([area.region], [area.bounds], detail.bounds!, TOUCHING);
      const touched = regionArea(intersect(reach, near));
      if (touched < TOUCHED) continue;
      const of = out.get(thread(area)) ?? new Map<string, number>();
      out.set(thread(area), of.set(thread(detail), (of.get(thread(detail)) ?? 0) + touched));
    }
  }
  return out;
}

/**
 * Colours in sewing order: large areas first, but each after those that its details lie in or beside, as far as those don't have
 * such of its own to come before.
 */
function colourOrder(
  areaOf: ReadonlyMap<string, number>,
  beside: Map<string, Map<string, number>>,
): string[] {
  const left = new Set(areaOf.keys());
  const out: string[] = [];
  /** How much more of its details would lie beneath what comes later than of what comes later beneath it. */
  const tooEarly = (c: string): number => {
    let sum = 0;
    for (const other of left)
      if (other !== c) sum += (beside.get(other)?.get(c) ?? 0) - (beside.get(c)?.get(other) ?? 0);
    return Math.max(0, sum);
  };
  while (left.size) {
    let [next, least] = ['', Infinity];
    for (const c of left) {
      const early = tooEarly(c);
      if (early < least || (early === least && areaOf.get(c)! > areaOf.get(next)!))
        [next, least] = [c, early];
    }
    left.delete(next);
    out.push(next);
  }
  return out;
}

/** Colour by colour, each once where that can be: large areas before their details, lines last, near ones after one another. */
function inColours(parts: readonly Part[], pieces: readonly Piece[]): Part[] {
  const areaOf = new Map<string, number>();
  const thread = (p: Part): string => pieces[p.piece].thread;
  for (const p of parts)
    areaOf.set(thread(p), (areaOf.get(thread(p)) ?? 0) + (isLine(p) ? 0 : regionArea(p.region)));
  const colours = colourOrder(areaOf, detailsBeside(parts, thread));
  const place = new Map(colours.map((c, i) => [c, i]));
  // A line is sewn after all that it lies on or beside: with its own colour where that comes late enough, else last.
  const blocks: Part[][] = colours.map(() => []);
  const trailing = new Map<string, Part[]>();
  const areas = parts.filter((p) => !isLine(p));
  const cloths = areas.filter((p) => pieces[p.piece].cloth);
  for (const p of areas) if (!pieces[p.piece].cloth) blocks[place.get(thread(p))!].push(p);
  for (const p of parts.filter(isLine)) {
    const box = p.bounds ?? outlineBounds(pieces[p.piece].outline);
    const lies = areas.filter((a) => box && boundsMeet(a.bounds!, box, TOUCHING));
    const last = Math.max(-1, ...lies.map((a) => place.get(thread(a))!));
    if (place.get(thread(p))! >= last) blocks[place.get(thread(p))!].push(p);
    else trailing.set(thread(p), [...(trailing.get(thread(p)) ?? []), p]);
  }
  let at: Point | undefined;
  return [cloths, ...blocks, ...trailing.values()].flatMap((block) => {
    const areasFirst = [...block].sort((a, b) => +isLine(a) - +isLine(b));
    const split = areasFirst.findIndex(isLine);
    const lists = split < 0 ? [areasFirst] : [areasFirst.slice(0, split), areasFirst.slice(split)];
    return lists.flatMap((list) => {
      const places = list.map((p) => placesAlong(pieces[p.piece].outline));
      const out = shortOrder(
        places,
        list.map(() => []),
        at,
      ).map((i) => list[i]);
      const end = out.at(-1);
      if (end) at = placesAlong(pieces[end.piece].outline)[0] ?? at;
      return out;
    });
  });
}
