// Geometry of items on the bench: bounds, hits, moving, sizing and turning.
import {
  arcLengths,
  insideRegion,
  nearestOnLine,
  outlineBounds,
  outlineLines,
  outlineRegion,
  rotation,
  stitchKind,
  transformOutline,
  translation,
  uniteBounds,
  visibleLeaves,
  type Bounds,
  type Design,
  type DesignObject,
  type Item,
  type Leaf,
  type Matrix,
  type Outline,
  type Point,
} from '@rosehip/core';

const boundsMemory = new WeakMap<object, Bounds | null>();

/** Bounds of an item in mm; items never change, so they are worked out once. */
export function itemBounds(item: Item): Bounds | null {
  if (boundsMemory.has(item)) return boundsMemory.get(item)!;
  let b: Bounds | null;
  if (item.kind === 'group') b = uniteBounds(item.objects.map(itemBounds));
  else if (item.kind === 'object') b = outlineBounds(item.outline);
  else {
    const x = item.points.filter((_, i) => i % 2 === 0 && (i > 0 || item.moves[0] === 0));
    const y = item.points.filter((_, i) => i % 2 === 1 && (i > 1 || item.moves[0] === 0));
    const least = (v: number[]): number => v.reduce((a, c) => Math.min(a, c), Infinity) / 10;
    const most = (v: number[]): number => v.reduce((a, c) => Math.max(a, c), -Infinity) / 10;
    b = x.length ? { minX: least(x), minY: least(y), maxX: most(x), maxY: most(y) } : null;
  }
  boundsMemory.set(item, b);
  return b;
}

export const boundsOfItems = (items: Item[]): Bounds | null => uniteBounds(items.map(itemBounds));

/** Distance from `p` to the object's outline, 0 inside a region that is covered. */
function distanceTo(object: DesignObject, p: Point): number {
  if (
    stitchKind(object.recipe.kind)?.from === 'region' &&
    insideRegion(outlineRegion(object.outline), p.x, p.y)
  )
    return 0;
  let best = Infinity;
  for (const line of outlineLines(object.outline, 0.1))
    best = Math.min(best, nearestOnLine(line, arcLengths(line), p).distance);
  const half = object.recipe.kind === 'satin' ? ((object.recipe.settings.width as number) ?? 3) / 2 : 0;
  return Math.max(0, best - half);
}

function hits(leaf: Leaf, p: Point, reach: number): boolean {
  const b = itemBounds(leaf);
  if (!b) return false;
  const room = reach + 10; // satins reach beyond their outline
  if (p.x < b.minX - room || p.x > b.maxX + room || p.y < b.minY - room || p.y > b.maxY + room) return false;
  if (leaf.kind === 'object') return distanceTo(leaf, p) <= reach;
  for (let i = 0; i < leaf.moves.length; i++)
    if (Math.hypot(leaf.points[2 * i] / 10 - p.x, leaf.points[2 * i + 1] / 10 - p.y) <= reach + 1.5)
      return true;
  return false;
}

/** The topmost leaf at a place, `reach` mm around it. Locked ones are passed over. */
export function leafAt(design: Design, p: Point, reach: number): Leaf | null {
  const leaves = [...visibleLeaves(design.objects)];
  for (let i = leaves.length - 1; i >= 0; i--)
    if (!leaves[i].locked && hits(leaves[i], p, reach)) return leaves[i];
  return null;
}

/** Leaves that lie wholly inside a box. */
export const leavesInside = (design: Design, box: Bounds): Leaf[] =>
  [...visibleLeaves(design.objects)].filter((leaf) => {
    const b = itemBounds(leaf);
    return (
      !leaf.locked &&
      b &&
      b.minX >= box.minX &&
      b.maxX <= box.maxX &&
      b.minY >= box.minY &&
      b.maxY <= box.maxY
    );
  });

/** The item after a map. Brought-in stitches can only be moved, and stay on the machine's grid. */
export function transformItem(item: Item, m: Matrix): Item {
  if (item.kind === 'group') return { ...item, objects: item.objects.map((o) => transformItem(o, m)) };
  if (item.kind === 'object') {
    const moved: DesignObject = { ...item, outline: transformOutline(item.outline, m) };
    return moved;
  }
  const [dx, dy] = [Math.round(m[4] * 10), Math.round(m[5] * 10)];
  return { ...item, points: item.points.map((v, i) => v + (i % 2 ? dy : dx)) };
}

/** Can all of this be sized and turned, or only moved? */
export const canReshape = (items: Item[]): boolean =>
  items.every((i) => (i.kind === 'group' ? canReshape(i.objects) : i.kind === 'object'));

export const moved = (items: Item[], dx: number, dy: number): Item[] =>
  items.map((item) => transformItem(item, translation(dx, dy)));

export const turnedAbout = (items: Item[], degrees: number, about: Point): Item[] =>
  items.map((item) => transformItem(item, rotation(degrees, about)));

/** The box with handles: a single primitive's is turned with it. */
export interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
  turn: number;
}

type Primitive = Extract<Outline, { kind: 'rectangle' | 'ellipse' }>;

export function primitiveOf(items: Item[]): (DesignObject & { outline: Primitive }) | null {
  const [only] = items;
  return items.length === 1 && only.kind === 'object' && only.outline.kind !== 'path'
    ? (only as DesignObject & { outline: Primitive })
    : null;
}

export function frameOf(items: Item[]): Frame | null {
  const primitive = primitiveOf(items);
  if (primitive) {
    const { x, y, width, height, turn } = primitive.outline;
    return { x, y, width, height, turn };
  }
  const b = boundsOfItems(items);
  return b
    ? {
        x: (b.minX + b.maxX) / 2,
        y: (b.minY + b.maxY) / 2,
        width: b.maxX - b.minX,
        height: b.maxY - b.minY,
        turn: 0,
      }
    : null;
}

/** Items with their frame brought from `from` to `to`, which has the same turn. */
export function fitted(items: Item[], from: Frame, to: Frame): Item[] {
  const primitive = primitiveOf(items);
  if (primitive) {
    const { x, y, width, height } = to;
    return [{ ...primitive, outline: { ...primitive.outline, x, y, width, height } }];
  }
  const sx = from.width > 1e-9 ? to.width / from.width : 1;
  const sy = from.height > 1e-9 ? to.height / from.height : 1;
  const m: Matrix = [sx, 0, 0, sy, to.x - sx * from.x, to.y - sy * from.y];
  return items.map((item) => transformItem(item, m));
}
