// What hides a thread that has to get from one place to another.
import Flatbush from 'flatbush';
import { boxAround, distance, type Bounds, type Point } from '../geometry/points.ts';
import { insideRegion, regionBounds, type Region } from '../geometry/region.ts';

export interface Cover {
  region: Region;
  bounds: Bounds;
}

/** Covers that reach into a box. */
export type CoversNear = (box: Bounds) => readonly Cover[];

export function coverOf(region: Region): Cover | null {
  const bounds = regionBounds(region);
  return bounds ? { region, bounds } : null;
}

/** The covers of a design's objects, found by where they lie. Objects without one have null. */
export class CoverIndex {
  private readonly covers: { cover: Cover; object: number }[];
  private readonly index: Flatbush | null;

  constructor(ofObjects: readonly (Cover | null)[]) {
    this.covers = ofObjects.flatMap((cover, object) => (cover ? [{ cover, object }] : []));
    this.index = this.covers.length ? new Flatbush(this.covers.length) : null;
    for (const { cover } of this.covers) {
      const { minX, minY, maxX, maxY } = cover.bounds;
      this.index!.add(minX, minY, maxX, maxY);
    }
    this.index?.finish();
  }

  /** Those of the objects from this number on. */
  from(first: number): CoversNear {
    return ({ minX, minY, maxX, maxY }) =>
      this.index
        ?.search(minX, minY, maxX, maxY, (k) => this.covers[k].object >= first)
        .sort((a, b) => a - b)
        .map((k) => this.covers[k].cover) ?? [];
  }
}

const hides = ({ region, bounds: b }: Cover, x: number, y: number): boolean =>
  x >= b.minX && x <= b.maxX && y >= b.minY && y <= b.maxY && insideRegion(region, x, y);

export const placeIsCovered = ({ x, y }: Point, covers: readonly Cover[]): boolean =>
  covers.some((c) => hides(c, x, y));

/** Is every place on the straight line between two points (tried every 0.5 mm) under one of the covers? */
export function lineIsCovered(a: Point, b: Point, covers: readonly Cover[]): boolean {
  const steps = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.5));
  for (let i = 0; i <= steps; i++) {
    const x = a.x + ((b.x - a.x) * i) / steps;
    const y = a.y + ((b.y - a.y) * i) / steps;
    if (!placeIsCovered({ x, y }, covers)) return false;
  }
  return true;
}

/** So much of a jump may lie bare: it leaves nothing to see. mm */
export const UNSEEN = 1;

/** Does a jump lie over what is sewn, but for a place too short to be seen (tried every 0.1 mm)? Covers are asked for where it matters. */
export function jumpIsUnseen(a: Point, b: Point, near: CoversNear): boolean {
  const length = distance(a, b);
  if (length <= UNSEEN) return true;
  const covers = near(boxAround(a, b));
  const steps = Math.ceil(length / 0.1);
  let bare = 0;
  for (let i = 0; i < steps && bare <= UNSEEN; i++) {
    const t = (i + 0.5) / steps;
    if (!placeIsCovered({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }, covers))
      bare += length / steps;
  }
  return bare <= UNSEEN;
}
