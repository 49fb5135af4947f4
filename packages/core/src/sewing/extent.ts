// Where an item's stitches lie, and which items lie on one another and so must keep their order.
import { threadLines } from '../design/stretches.ts';
import type { DesignObject, Item, PlainOutline, StitchesObject } from '../design/types.ts';
import { bandRegion, intersect, offsetRegion, unite } from '../geometry/clip.ts';
import { uniteBounds, type Bounds } from '../geometry/points.ts';
import { movedRegion, regionArea, regionBounds, type Region } from '../geometry/region.ts';
import { Memo } from '../design/memo.ts';
import { clothUnder, type Cloth } from '../materials/cloths.ts';
import { THREAD_WIDTH } from '../materials/machine.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineRegion } from '../outlines/region.ts';
import { reachOf, sewnFrom } from '../stitches/kinds.ts';
import { likeLetters } from './like-letters.ts';
import { objectCover } from './stitch-object.ts';

/** The cloth that an item's thread lies on. */
export interface Extent {
  region: Region;
  bounds: Bounds | null;
}

/** Outlines are followed this roughly, in mm. */
const ROUGH = 0.1;
/** Overlaps smaller than this are none, in mm². */
const TOUCH = 0.05;

/** How wide an item's thread lies, in mm. */
const widthUnder = ({ thread }: { thread: string }, cloth: Cloth): number =>
  clothUnder(cloth, thread).threadWidth ?? THREAD_WIDTH;

function objectRegion(object: DesignObject<PlainOutline>, cloth: Cloth): Region {
  const grown = widthUnder(object, cloth) / 2;
  const cover = objectCover(object, cloth);
  if (cover) return offsetRegion(cover.region, grown);
  if (sewnFrom(object.recipe) === 'region') return offsetRegion(outlineRegion(object.outline), grown);
  return bandRegion(outlineLines(object.outline, ROUGH), 2 * (reachOf(object) + grown));
}

/** Brought-in stitches as the band that their thread covers. */
const stitchesRegion = ({ blocks }: StitchesObject, width: number): Region =>
  bandRegion(threadLines(blocks), width, 'round');

const extents = new Memo<Extent>();

/** The cloth that an item's stitches lie on; remembered with its outline. */
export function sewnExtent(item: Item<PlainOutline>, cloth: Cloth): Extent {
  if (item.kind === 'group') {
    const inner = item.objects.filter((o) => o.visible).map((o) => sewnExtent(o, cloth));
    const region = inner.reduce<Region>((all, e) => unite(all, e.region), []);
    return { region, bounds: uniteBounds(inner.map((e) => e.bounds)) };
  }
  if (item.kind === 'object' && item.unsewn) return { region: [], bounds: null };
  const width = widthUnder(item, cloth);
  const [key, parts] =
    item.kind === 'object'
      ? [item.outline, [cloth.id, width, JSON.stringify([item.recipe, item.guideLines, item.widths])]]
      : [item.blocks, [width]];
  return extents.get(key, parts, () => {
    const region = item.kind === 'object' ? regionOf(item, cloth, parts) : stitchesRegion(item, width);
    return { region, bounds: regionBounds(region) };
  });
}

const alike = new Memo<Region>();

/** What depends on `parts` is found once for all letters of a shape. */
function regionOf(object: DesignObject<PlainOutline>, cloth: Cloth, parts: readonly unknown[]): Region {
  const { outline, dx, dy } = likeLetters(object);
  if (outline === object.outline) return objectRegion(object, cloth);
  const region = alike.get(outline, [...parts, object.capitals, object.broad], () =>
    objectRegion({ ...object, outline }, cloth),
  );
  return movedRegion(region, dx, dy);
}

export const boundsMeet = (a: Bounds | null, b: Bounds | null, room = 0): boolean =>
  !!a &&
  !!b &&
  a.minX < b.maxX + room &&
  b.minX < a.maxX + room &&
  a.minY < b.maxY + room &&
  b.minY < a.maxY + room;

export const overlapOf = (a: Extent, b: Extent): Region =>
  boundsMeet(a.bounds, b.bounds) ? intersect(a.region, b.region) : [];

/** For each extent, those before it that it lies on: their order must stay. */
export const mustFollow = (extents: readonly Extent[]): number[][] =>
  extents.map((b, j) =>
    extents.slice(0, j).flatMap((a, i) => (regionArea(overlapOf(a, b)) > TOUCH ? [i] : [])),
  );
