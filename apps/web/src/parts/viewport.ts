// How a place on a drawing is seen: what lies in the middle, and how large. Bench and comparison zoom and pull alike.
import type { Bounds, Point } from '@rosehip/core';

export interface Viewport {
  /** CSS pixels a millimetre. */
  scale: number;
  /** What lies in the middle, in mm. */
  centre: Point;
}

export const isSameView = (a: Viewport, b: Viewport): boolean =>
  a.scale === b.scale && a.centre.x === b.centre.x && a.centre.y === b.centre.y;

export interface Size {
  /** CSS pixels. */
  width: number;
  height: number;
}

const LEAST_SCALE = 0.3;
const MOST_SCALE = 160;
const allowed = (scale: number): number => Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale));

/** Zooms so that the place under (x, y), in CSS pixels, stays there. */
export function zoomedAt(
  { scale, centre }: Viewport,
  size: Size,
  factor: number,
  x: number,
  y: number,
): Viewport {
  const next = allowed(scale * factor);
  const [ox, oy] = [x - size.width / 2, y - size.height / 2];
  return {
    scale: next,
    centre: { x: centre.x + ox / scale - ox / next, y: centre.y + oy / scale - oy / next },
  };
}

/** Pulled by so many CSS pixels. */
export const pulled = ({ scale, centre }: Viewport, dx: number, dy: number): Viewport => ({
  scale,
  centre: { x: centre.x - dx / scale, y: centre.y - dy / scale },
});

/** Bounds in mm as large as they go, with a margin of so many CSS pixels. */
export function fitted(b: Bounds, size: Size, margin: number): Viewport {
  const [w, h] = [Math.max(1, b.maxX - b.minX), Math.max(1, b.maxY - b.minY)];
  return {
    scale: allowed(Math.min((size.width - 2 * margin) / w, (size.height - 2 * margin) / h)),
    centre: { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 },
  };
}

/** What is nearer to an edge than this counts as out of sight, in CSS pixels. */
const AT_EDGE = 16;

/**
 * Pulled so far that two places, in mm, are both seen: as it is while they are, else with them a third of the way in from the edge
 * that they lay beyond, or in the middle. Where they can't both be seen, the first one is.
 */
export function broughtIntoSight(viewport: Viewport, size: Size, a: Point, b: Point): Viewport {
  const { scale, centre } = viewport;
  /** How far to pull along one axis, in CSS pixels. */
  const pull = (first: number, second: number, middle: number, length: number): number => {
    const [one, other] = [first, second].map((at) => (at - middle) * scale + length / 2);
    const both = Math.abs(one - other) < length - 2 * AT_EDGE;
    const [least, most] = both ? [Math.min(one, other), Math.max(one, other)] : [one, one];
    const room = Math.min(length / 3, (length - most + least) / 2);
    if (least < AT_EDGE) return room - least;
    return most > length - AT_EDGE ? length - room - most : 0;
  };
  const [dx, dy] = [pull(a.x, b.x, centre.x, size.width), pull(a.y, b.y, centre.y, size.height)];
  return dx || dy ? pulled(viewport, dx, dy) : viewport;
}

/** Pixels that a turn of the wheel by one line counts as. */
const LINE = 30;
const PER_PIXEL = 0.0016;

/** How much a turn of the wheel zooms. */
export const wheelFactor = ({ deltaY, deltaMode }: Pick<WheelEvent, 'deltaY' | 'deltaMode'>): number =>
  Math.exp(-deltaY * (deltaMode === 1 ? LINE : 1) * PER_PIXEL);
