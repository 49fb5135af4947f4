// Lining up and spreading boxes: every function gives how far each box is to be moved, in mm.
import type { Bounds, Point } from '../geometry/points.ts';

export type AlignTo = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom';
export type Axis = 'x' | 'y';
export interface Shift {
  dx: number;
  dy: number;
}

const ends = (b: Bounds, axis: Axis): [number, number] =>
  axis === 'x' ? [b.minX, b.maxX] : [b.minY, b.maxY];
const shiftAlong = (axis: Axis, by: number): Shift => (axis === 'x' ? { dx: by, dy: 0 } : { dx: 0, dy: by });

const PLACES: Record<AlignTo, { axis: Axis; at: number }> = {
  left: { axis: 'x', at: 0 },
  centre: { axis: 'x', at: 0.5 },
  right: { axis: 'x', at: 1 },
  top: { axis: 'y', at: 0 },
  middle: { axis: 'y', at: 0.5 },
  bottom: { axis: 'y', at: 1 },
};

/** Brings one side, or the middle, of every box to that of `target`. */
export function align(boxes: readonly Bounds[], target: Bounds, to: AlignTo): Shift[] {
  const { axis, at } = PLACES[to];
  const place = (b: Bounds): number => {
    const [from, until] = ends(b, axis);
    return from + (until - from) * at;
  };
  return boxes.map((b) => shiftAlong(axis, place(target) - place(b)));
}

export type Spread =
  /** Middles evenly apart between the outermost two, or free space evenly shared between them. */
  | { by: 'centres' | 'gaps' }
  /** The same free space everywhere, in mm, from the first box on. */
  | { by: 'gap'; gap: number }
  /** Free space evenly shared so that all of it is `length` mm long, from the first box on. */
  | { by: 'length'; length: number };

/** Spreads boxes along an axis in the order in which they lie. Fewer than two stay where they are. */
export function spread(boxes: readonly Bounds[], axis: Axis, how: Spread): Shift[] {
  const shifts = boxes.map(() => ({ dx: 0, dy: 0 }));
  if (boxes.length < 2) return shifts;
  const order = boxes
    .map((b, index) => {
      const [from, to] = ends(b, axis);
      return { index, from, size: to - from, middle: (from + to) / 2 };
    })
    .sort((a, b) => a.middle - b.middle);
  const [first, last] = [order[0], order[order.length - 1]];
  const put = (i: number, from: number): void => {
    shifts[order[i].index] = shiftAlong(axis, from - order[i].from);
  };
  if (how.by === 'centres') {
    const step = (last.middle - first.middle) / (order.length - 1);
    order.forEach((o, i) => put(i, first.middle + step * i - o.size / 2));
    return shifts;
  }
  const sizes = order.reduce((sum, o) => sum + o.size, 0);
  const whole = how.by === 'length' ? how.length : last.from + last.size - first.from;
  const gap = how.by === 'gap' ? how.gap : (whole - sizes) / (order.length - 1);
  let at = first.from;
  order.forEach((o, i) => {
    put(i, at);
    at += o.size + gap;
  });
  return shifts;
}

/**
 * Lays boxes beside each other in their order, `gap` mm apart, in rows that are no wider than `room` where that can be; each row,
 * and all of them, have their middle at `about`.
 */
export function inRows(boxes: readonly Bounds[], gap: number, room: number, about: Point): Shift[] {
  const rows: { boxes: Bounds[]; width: number; height: number }[] = [];
  for (const box of boxes) {
    const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
    const row = rows.at(-1);
    if (row && row.width + gap + width <= room) {
      row.boxes.push(box);
      row.width += gap + width;
      row.height = Math.max(row.height, height);
    } else rows.push({ boxes: [box], width, height });
  }
  let top = about.y - (rows.reduce((sum, row) => sum + row.height, 0) + gap * (rows.length - 1)) / 2;
  return rows.flatMap((row) => {
    let left = about.x - row.width / 2;
    const middle = top + row.height / 2;
    top += row.height + gap;
    return row.boxes.map((box): Shift => {
      const shift = { dx: left - box.minX, dy: middle - (box.minY + box.maxY) / 2 };
      left += box.maxX - box.minX + gap;
      return shift;
    });
  });
}
