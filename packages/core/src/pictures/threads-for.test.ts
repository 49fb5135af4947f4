import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nearestThread, nearThreads, threadChart, threadsLike } from '../materials/threads.ts';
import { threadsFor } from './threads-for.ts';

const chart = threadChart('larkmoor');
const nearest = (colour: string): string => nearestThread(colour, chart)!.code;
const none = (colours: readonly string[]): undefined[] => colours.map(() => undefined);

describe('threads for colours', () => {
  it('are the nearest; of two that have the same nearest, one takes another that is nearly as near', () => {
    const [clay, heath] = ['#a77a74', '#967176'];
    expect(nearest(clay)).toBe(nearest(heath));
    const [a, b] = threadsFor([clay, heath], none([clay, heath]), chart);
    expect(b).toBe(nearest(heath));
    expect(a).toBe(nearThreads(clay, threadsLike(chart.weight, chart))[1].thread.code);
  });

  it('are shared where nothing else is as near, and with what was chosen by hand', () => {
    const blacks = ['#050505', '#060606'];
    expect(new Set(threadsFor(blacks, none(blacks), chart)).size).toBe(1);
    const [clay, heath] = ['#a77a74', '#967176'];
    expect(threadsFor([clay, heath], [undefined, nearest(clay)], chart)).toEqual([
      nearest(clay),
      nearest(clay),
    ]);
  });

  it('are never much farther than the nearest, and the same every time', () => {
    const colour = fc.integer({ min: 0, max: 0xffffff }).map((v) => `#${v.toString(16).padStart(6, '0')}`);
    fc.assert(
      fc.property(fc.array(colour, { minLength: 1, maxLength: 12 }), (colours) => {
        const codes = threadsFor(colours, none(colours), chart);
        expect(threadsFor(colours, none(colours), chart)).toEqual(codes);
        colours.forEach((c, k) => {
          const near = nearThreads(c, threadsLike(chart.weight, chart));
          const apart = near.find(({ thread }) => thread.code === codes[k])!.apart;
          expect(apart - near[0].apart).toBeLessThanOrEqual(5);
        });
      }),
      { numRuns: 60 },
    );
  });
});
