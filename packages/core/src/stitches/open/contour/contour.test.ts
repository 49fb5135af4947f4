import { expect, test } from 'vitest';
import { GALLERY } from '../../../../test/gallery.ts';
import { findCrossing } from '../uncross.ts';
import { lengthOf } from '../../../geometry/polyline.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { levelRings, ringTree } from './levels.ts';
import { windRings } from './wind.ts';

const SPACING = 1.5;
const shapes = Object.entries(GALLERY).filter(([name]) => name !== 'dot 0.5');

test.each(shapes)(
  'all rings of %s are wound into one line a piece, which never crosses itself',
  (_, outline) => {
    const region = outlineRegion(outline);
    for (const polygon of region) {
      const rings = levelRings(polygon, SPACING);
      const lines = windRings(rings, ringTree(rings, SPACING), SPACING);
      expect(lines).toHaveLength(1);
      // Small rings stay open at one place.
      const whole = rings.reduce((sum, ring) => sum + ring.length, 0);
      expect(lengthOf(lines[0])).toBeGreaterThan(Math.min(0.96 * whole, whole - 1.5 * SPACING));
      const { coords } = lines[0];
      const points = Array.from({ length: coords.length / 2 }, (_, i) => ({
        x: coords[2 * i],
        y: coords[2 * i + 1],
      }));
      expect(findCrossing(points, 1)).toBeNull();
    }
  },
);
