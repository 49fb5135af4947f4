// The gallery: shapes nobody tuned stitches to. Hard ones (shapes.ts), rings and dots of all sizes, and letters of serif,
// sans and script faces (outlines of OFL fonts; y downwards, cap height in mm as the name says).
import type { PlainOutline } from '../src/design/types.ts';
import { drawn } from './draw.ts';
import letters from './letters.json' with { type: 'json' };
import { circle, HARD_SHAPES, polygon } from './shapes.ts';

/** Two arms of 4 mm that meet at an angle, in degrees, mitred: what a stroke looks like once it is a shape. */
function elbow(degrees: number): string {
  const [r, w] = [18, 2];
  const half = (degrees * Math.PI) / 360;
  const arm = (side: 1 | -1): { along: [number, number]; out: [number, number] } => {
    const [x, y] = [Math.sin(side * half), Math.cos(half)];
    return { along: [x, y], out: [side * y, -side * x] };
  };
  const [a, b] = [arm(1), arm(-1)];
  const miter = Math.min(w / Math.sin(half), 6 * w);
  const at = ({ along, out }: typeof a, l: number, o: number): [number, number] => [
    along[0] * l + out[0] * o,
    along[1] * l + out[1] * o,
  ];
  const inner = w / Math.tan(half);
  return polygon([
    at(a, r + inner, w),
    [0, -miter],
    at(b, r + inner, w),
    at(b, r + inner, -w),
    [0, w / Math.sin(half)],
    at(a, r + inner, -w),
  ]);
}

const more: Record<string, string> = {
  ...Object.fromEntries([2, 3, 5, 9].map((r) => [`ring ${r}`, circle(0, 0, r) + circle(0, 0, r * 0.55)])),
  ...Object.fromEntries([0.5, 0.75, 1.5].map((r) => [`dot ${r}`, circle(0, 0, r, 24)])),
  ...Object.fromEntries([30, 60, 90, 120, 150].map((a) => [`elbow ${a}`, elbow(a)])),
  heart: 'M0 10C-14 0 -12 -12 -5 -11C-2 -10.6 0 -8 0 -6C0 -8 2 -10.6 5 -11C12 -12 14 0 0 10Z',
  leaf: 'M0 -20C9 -12 9 8 0 20C-9 8 -9 -12 0 -20Z',
};

export const LETTERS: Record<string, PlainOutline> = Object.fromEntries(
  Object.entries(letters).map(([name, d]) => [name, drawn(d)]),
);

export const GALLERY: Record<string, PlainOutline> = {
  ...HARD_SHAPES,
  ...Object.fromEntries(
    Object.entries(more).map(([name, d]) => [name, { ...drawn(d), fillRule: 'evenodd' } as PlainOutline]),
  ),
  ...LETTERS,
};
