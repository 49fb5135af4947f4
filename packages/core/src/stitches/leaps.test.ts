import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { HARD_SHAPES } from '../../test/shapes.ts';
import type { DesignObject, PlainOutline } from '../design/types.ts';
import { clothById } from '../materials/cloths.ts';
import { inputOf } from '../sewing/stitch-object.ts';
import { STITCH_KINDS } from './kinds.ts';
import { leapsIn, withoutLeaps } from './leaps.ts';
import { Part, type SewnThread } from './thread.ts';

const linen = clothById('linen');

describe('no kind makes a stitch over 7 mm, nor throws,', () => {
  for (const [name, outline] of Object.entries(HARD_SHAPES))
    test(`on a ${name}`, () => {
      for (const kind of STITCH_KINDS)
        for (const settings of kind.id === 'satin' ? [{}, { sides: 'shape' }] : [{}]) {
          const object = draw.object('a', outline, kind.id, settings as never) as DesignObject<PlainOutline>;
          const threads = kind.stitch(inputOf(object, linen)!);
          expect(threads.flatMap(leapsIn), kind.id).toEqual([]);
        }
    });
});

test('a thread that leaps is two threads, and nothing of it is lost but lone points', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 2, maxLength: 40 }), (steps) => {
      const x = steps.reduce<number[]>((all, step) => [...all, (all.at(-1) ?? 0) + step], []);
      const thread: SewnThread = { x, y: x.map(() => 0), part: x.map(() => Part.top) };
      const parts = withoutLeaps([thread]);
      expect(parts.flatMap(leapsIn)).toEqual([]);
      const kept = new Set(parts.flatMap((p) => p.x));
      // Points that are left out lie between two leaps, or between a leap and an end.
      x.forEach((at, i) => {
        const far = (other: number | undefined): boolean =>
          other === undefined || Math.abs(other - at) > 7.15;
        if (!kept.has(at)) expect(far(x[i - 1]) && far(x[i + 1])).toBe(true);
      });
    }),
  );
});
