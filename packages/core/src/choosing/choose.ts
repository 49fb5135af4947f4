// Chooses stitches for shapes that lie side by side, or on one another: kinds, angles, order, and what of each is sewn.
import { Memo } from '../design/memo.ts';
import type { PathOutline, PlainOutline, Recipe } from '../design/types.ts';
import { intersect } from '../geometry/clip.ts';
import { boundsMeet } from '../geometry/points.ts';
import { regionArea, regionBounds, ringArea, type Region } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { outlineRegion } from '../outlines/region.ts';
import { usualBreadth } from './breadths.ts';
import { angleApart } from './angles.ts';
import { inColours } from './colour-order.ts';
import { fillKind, kindFor, narrowKind, widestSatin } from './kinds.ts';
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
import { aboutOf, MOST_NEIGHBOURS, TOUCHING, type Part, type Piece } from './parts.ts';

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

/* Stitches are chosen for the same outlines again and again, while a slider is moved: what follows from the same ones is known. */
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

const measures = new Memo<Pick<Part, 'bounds' | 'breadth'>>();
const seenPart = (piece: number, region: Region): Pick<Part, 'piece' | 'region' | 'bounds' | 'breadth'> => ({
  piece,
  region,
  ...measures.get(region, [], () => ({ bounds: regionBounds(region), breadth: usualBreadth(region) })),
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
    const { piece, kind, bounds } = part;
    const { outline, line } = pieces[piece];
    if (!kind) return { piece, outline, recipe: lineRecipe(line!) };
    if (kind.as === 'line') return { piece, outline: kind.outline, recipe: kind.recipe };
    const later = order.slice(i + 1).filter((p) => p.kind && boundsMeet(p.bounds!, bounds!, beneath));
    const cloth = !!pieces[piece].cloth;
    return { piece, outline: sewnOf(part, later, { beneath, cloth }) ?? outline, recipe: kind.recipe };
  });
  return { chosen, hidden };
}

const sewnOfRegions = new Memo<PathOutline | null>();

/** What is sewn of a part: what is seen, and what reaches `beneath` mm beneath later ones; null where that is its own outline. */
function sewnOf(
  { region, bounds, kind, whole }: Part,
  later: readonly Part[],
  { beneath, cloth }: { beneath: number; cloth: boolean },
): PathOutline | null {
  const satin = kind!.as === 'satin';
  const regions = later.map((p) => p.region);
  return sewnOfRegions.get(region, [beneath, satin, cloth, whole, ...regions], () => {
    const over = uniteNear(
      regions,
      later.map((p) => p.bounds),
      bounds!,
      beneath,
    );
    const narrow = later.some((p) => p.breadth < NARROW);
    const beyond = reachingBeneath(region, over, beneath, narrow);
    const reaching = satin ? withoutPinholes(beyond, region) : beyond;
    const sewn = cloth ? goingOnBeneath(reaching, over) : reaching;
    const same = whole && Math.abs(regionArea(sewn) - regionArea(region)) < 0.02;
    return same ? null : asOutline(sewn);
  });
}

/** A drawn line by its width: once, thrice, or as a satin column. */
export function lineRecipe(width: number): Recipe {
  if (width < 0.55) return { kind: 'run', settings: { passes: 1 } };
  if (width < 1) return { kind: 'run', settings: { passes: 3, length: 2 } };
  return { kind: 'satin', settings: { width: Math.min(30, Math.round(width * 100) / 100) } };
}

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

const touching = new Memo<boolean>(MOST_NEIGHBOURS);

function neighboursOf(part: Part, among: readonly Part[]): Part[] {
  const near = among.filter((p) => p !== part && boundsMeet(p.bounds!, part.bounds!, TOUCHING));
  return near.filter((p) =>
    touching.get(part.region, [p.region], () => regionArea(intersect(aboutOf(part.region), p.region)) > 1e-3),
  );
}
