// Where items of a plain design lie, and what lies at a place.
import { allRecords, isSewnAt } from '../design/stitch-blocks.ts';
import type { Leaf } from '../design/tree.ts';
import type {
  DesignObject,
  Group,
  Item,
  ResolvedDesign,
  PlainOutline,
  StitchesObject,
} from '../design/types.ts';
import { emptyBounds, growBounds, uniteBounds, type Bounds, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine } from '../geometry/polyline.ts';
import { insideRegion, type Region } from '../geometry/region.ts';
import { outlineLines } from '../outlines/flatten.ts';
import { outlineRegion } from '../outlines/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { reachOf, sewnFrom } from '../stitches/kinds.ts';

type PlainItem = Item<PlainOutline>;
type PlainLeaf = Leaf<PlainOutline>;

const boundsMemory = new WeakMap<PlainItem, { bounds: Bounds | null }>();

function stitchesBounds({ blocks }: StitchesObject): Bounds | null {
  const records = allRecords(blocks);
  const { x, y } = records;
  const b = emptyBounds();
  for (let i = 0; i < x.length; i++) if (isSewnAt(records, i)) growBounds(b, x[i] / 10, y[i] / 10);
  return b.minX <= b.maxX ? b : null;
}

/** What counts of a group: shapes that are set aside don't, unless there is nothing else. */
function shownIn(group: Group<PlainOutline>): readonly PlainItem[] {
  const sewn = group.objects.filter((o) => o.kind !== 'object' || !o.unsewn);
  return sewn.length ? sewn : group.objects;
}

/** Bounds of an item in mm; items never change, so they are worked out once. */
export function itemBounds(item: PlainItem): Bounds | null {
  let known = boundsMemory.get(item);
  if (!known) {
    const bounds =
      item.kind === 'group'
        ? boundsOfItems(shownIn(item))
        : item.kind === 'object'
          ? outlineBounds(item.outline)
          : stitchesBounds(item);
    known = { bounds };
    boundsMemory.set(item, known);
  }
  return known.bounds;
}

export const boundsOfItems = (items: readonly PlainItem[]): Bounds | null =>
  uniteBounds(items.map(itemBounds));

const regions = new WeakMap<PlainOutline, Region>();

function regionOf(outline: PlainOutline): Region {
  let region = regions.get(outline);
  if (!region) regions.set(outline, (region = outlineRegion(outline)));
  return region;
}

function distanceTo(object: DesignObject<PlainOutline>, p: Point): number {
  const covers = sewnFrom(object.recipe) === 'region';
  if (covers && !object.unsewn && insideRegion(regionOf(object.outline), p.x, p.y)) return 0;
  let best = Infinity;
  for (const line of outlineLines(object.outline, 0.1))
    best = Math.min(best, nearestOnLine(line, arcLengths(line), p).distance);
  return Math.max(0, best - reachOf(object));
}

function hits(leaf: PlainLeaf, p: Point, reach: number): boolean {
  const b = itemBounds(leaf);
  if (!b) return false;
  const room = reach + 10; // satins reach beyond their outline
  if (p.x < b.minX - room || p.x > b.maxX + room || p.y < b.minY - room || p.y > b.maxY + room) return false;
  if (leaf.kind === 'object') return distanceTo(leaf, p) <= reach;
  const records = allRecords(leaf.blocks);
  const { x, y } = records;
  for (let i = 0; i < x.length; i++)
    if (isSewnAt(records, i) && Math.hypot(x[i] / 10 - p.x, y[i] / 10 - p.y) <= reach + 1.5) return true;
  return false;
}

/** Visible leaves that no lock holds, themselves or their groups, in sewing order. */
export function* freeLeaves(items: readonly PlainItem[]): Generator<PlainLeaf> {
  for (const item of items) {
    if (!item.visible || item.locked) continue;
    if (item.kind === 'group') yield* freeLeaves(item.objects);
    else yield item;
  }
}

/** What lies at a place, `reach` mm around it: the topmost first. Locked and hidden ones are passed over. */
export const leavesAt = (design: ResolvedDesign, p: Point, reach: number): PlainLeaf[] =>
  [...freeLeaves(design.objects)].filter((leaf) => hits(leaf, p, reach)).reverse();

/** Leaves that lie wholly inside a box. */
export const leavesInside = (design: ResolvedDesign, box: Bounds): PlainLeaf[] =>
  [...freeLeaves(design.objects)].filter((leaf) => {
    const b = itemBounds(leaf);
    return b && b.minX >= box.minX && b.maxX <= box.maxX && b.minY >= box.minY && b.maxY <= box.maxY;
  });
