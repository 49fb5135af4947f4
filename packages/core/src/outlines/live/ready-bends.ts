// Ready bends: sheets in the forms that words are bent to most often, to be drawn on by their handles.
import type { Bend } from '../../design/types.ts';
import type { Point } from '../../geometry/points.ts';
import { flatPatch } from './bend.ts';

/** Where a ready bend brings the corners of a sheet, and how far it draws the pulls of its sides; shares of its height. */
interface Form {
  id: string;
  name: string;
  /** Clockwise from the top left. */
  corners?: readonly [number, number][];
  /** Of the pulls of the top and the bottom: their left one and their right one. */
  top?: readonly [number, number];
  bottom?: readonly [number, number];
}

const form = (id: string, name: string, shape: Omit<Form, 'id' | 'name'>): Form => ({ id, name, ...shape });

export const READY_BENDS: readonly Form[] = [
  form('arch', 'Arch', {
    corners: [
      [0, 0.35],
      [0, 0.35],
      [0, 0.35],
      [0, 0.35],
    ],
    top: [-1, -1],
    bottom: [-1, -1],
  }),
  form('bulge', 'Bulge', { top: [-0.6, -0.6], bottom: [0.6, 0.6] }),
  form('pinch', 'Pinch', { top: [0.4, 0.4], bottom: [-0.4, -0.4] }),
  form('pennant', 'Pennant', {
    corners: [
      [0, -0.25],
      [0, 0.2],
      [0, -0.2],
      [0, 0.25],
    ],
  }),
  form('wave', 'Wave', { top: [-0.9, 0.9], bottom: [-0.9, 0.9] }),
  form('rise', 'Rise', {
    corners: [
      [0, 0.45],
      [0, -0.45],
      [0, -0.45],
      [0, 0.45],
    ],
  }),
  form('perspective', 'Perspective', {
    corners: [
      [0.6, 0],
      [-0.6, 0],
      [0.15, 0],
      [-0.15, 0],
    ],
  }),
];

/** A bend of this form over a box; null when there is no such form. */
export function readyBend(from: Bend['from'], id: string): Bend | null {
  const found = READY_BENDS.find((one) => one.id === id);
  if (!found) return null;
  const flat = flatPatch(from);
  const { height } = from;
  const shifts = found.corners ?? [];
  // A patch has its corners row by row.
  const points = [0, 1, 3, 2].map((corner, i): Point => {
    const [dx, dy] = shifts[corner] ?? [0, 0];
    return { x: flat.points[i].x + dx * height, y: flat.points[i].y + dy * height };
  });
  const [a, b, d, c] = points;
  /** Pulls of a side from `p` to `q`: at thirds of it, drawn by so much. */
  const side = (p: Point, q: Point, [first, last]: readonly [number, number] = [0, 0]): [Point, Point] => [
    { x: (q.x - p.x) / 3, y: (q.y - p.y) / 3 + first * height },
    { x: (p.x - q.x) / 3, y: (p.y - q.y) / 3 + last * height },
  ];
  const bottom = found.bottom ?? [0, 0];
  return {
    ...flat,
    points,
    edges: [side(a, b, found.top), side(b, c), side(c, d, [bottom[1], bottom[0]]), side(d, a)],
  };
}
