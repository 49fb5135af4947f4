// How a place on a drawing is seen: what lies in the middle, and how large. Bench and comparison zoom and pull alike.
import type { Bounds, Point } from '@rosehip/core';

export interface Viewport {
  /** CSS pixels a millimetre. */
  scale: number;
  /** What lies in the middle, in mm. */
  centre: Point;
}

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

/** Pixels that a turn of the wheel by one line counts as. */
const LINE = 30;
const PER_PIXEL = 0.0016;

/** How much a turn of the wheel zooms. */
export const wheelFactor = ({ deltaY, deltaMode }: Pick<WheelEvent, 'deltaY' | 'deltaMode'>): number =>
  Math.exp(-deltaY * (deltaMode === 1 ? LINE : 1) * PER_PIXEL);
