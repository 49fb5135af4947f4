// Shapes of the gallery, and boxes that lie over a part of them.
import fc from 'fast-check';
import { regionBounds } from '../src/geometry/region.ts';
import { outlineRegion } from '../src/outlines/region.ts';
import { GALLERY } from './gallery.ts';

/** Shapes with holes, notches and curves, and a box over some of each. */
export const shapes = Object.values(GALLERY).map(outlineRegion);
export const boxOver = fc
  .tuple(
    fc.constantFrom(...shapes),
    fc.array(fc.double({ min: -0.2, max: 1.2, noNaN: true }), { minLength: 4, maxLength: 4 }),
  )
  .map(([region, [a, b, c, d]]) => {
    const all = regionBounds(region)!;
    const [x, y] = [
      (t: number) => all.minX + t * (all.maxX - all.minX),
      (t: number) => all.minY + t * (all.maxY - all.minY),
    ];
    const box = {
      minX: x(Math.min(a, b)),
      maxX: x(Math.max(a, b)) + 0.1,
      minY: y(Math.min(c, d)),
      maxY: y(Math.max(c, d)) + 0.1,
    };
    return { region, box };
  });
