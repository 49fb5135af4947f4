// Surrounds and repeats: how long the whole chain takes after a change at its first point, and how exact gaps are.
import {
  placedCopies,
  resolveDesign,
  sewDesign,
  emptyDesign,
  type Design,
  type Group,
  type Outline,
  type PathOutline,
} from '@rosehip/core';
import { ellipse, group, object } from '../packages/core/test/draw.ts';

/** A petal whose tip lies at `tip` mm, drawn with curves. */
const petal = (tip: number): PathOutline => ({
  kind: 'path',
  paths: [
    {
      closed: true,
      points: [
        { x: 0, y: -6, out: { x: 4, y: -2 } },
        { x: 7, y: -18, in: { x: 0, y: 5 }, out: { x: 0, y: -5 } },
        { x: 0, y: tip, in: { x: 4, y: 2 }, out: { x: -4, y: 2 } },
        { x: -7, y: -18, in: { x: 0, y: -5 }, out: { x: 0, y: 5 } },
      ],
    },
  ],
});

/**
 * Petal with a contour fill and a satin edge, less the centre, five copies that overlap by half a millimetre, a border,
 * and stipple around in a square.
 */
export function chain(tip: number): Design {
  const flower = group(
    'flower',
    [
      object('petal', petal(tip), 'contour', {}, { unsewn: true }),
      object('cut', { kind: 'combine', op: 'subtract', of: ['petal', 'centre'] }, 'contour'),
      object('edge', { kind: 'edge', of: ['petal'], which: 'all' }, 'satin', { width: 2 }, { unsewn: true }),
      object('rim', { kind: 'combine', op: 'subtract', of: ['edge', 'centre'], lines: true }, 'satin', {
        width: 2,
      }),
    ],
    {
      layout: { kind: 'circle', centre: { x: 0, y: 0 }, count: 5, sweep: 360, fit: 'gap', gap: -0.5 },
      order: 'copies',
    },
  );
  return {
    ...emptyDesign('Chain'),
    objects: [
      object('centre', ellipse(0, 0, 14), 'fill', {}, { unsewn: true }),
      flower,
      object(
        'border',
        {
          kind: 'surround',
          of: ['flower'],
          distance: 2.5,
          corners: 'round',
          from: 'thread',
          bridge: 2,
          smooth: 1,
          fillHoles: true,
        },
        'satin',
        { width: 3.5 },
      ),
      object(
        'ground',
        { kind: 'rectangle', x: 0, y: 0, width: 92, height: 92, radius: 0, turn: 0 },
        'stipple',
        {},
        { keepClear: { of: ['flower', 'border'], margin: 2.5, fillHoles: true } },
      ),
    ],
  };
}

const median = (values: number[]): number => values.toSorted((a, b) => a - b)[values.length >> 1];

/** Prints what a change of the petal costs, from its point to all stitches. */
export function surrounds(): void {
  for (let i = 0; i < 8; i++) sewDesign(chain(-26 + 0.2 * i)); // everything warm
  const times = Array.from({ length: 9 }, (_, i) => {
    // As a worker is handed it: new objects, the petal changed.
    const design = structuredClone(chain(-26 - 0.2 * (i + 1)));
    const start = performance.now();
    resolveDesign(design);
    const resolved = performance.now();
    const plan = sewDesign(design);
    return { resolve: resolved - start, all: performance.now() - start, stitches: plan.x.length };
  });
  console.log('\nA petal’s point changed: five copies, border and stipple made anew (wanted under 100 ms)');
  console.log(
    `  outlines ${median(times.map((t) => t.resolve)).toFixed(0)} ms, with all stitches ${median(times.map((t) => t.all)).toFixed(0)} ms (longest ${Math.max(...times.map((t) => t.all)).toFixed(0)} ms) for ${times[0].stitches} records`,
  );
  const alone = Array.from({ length: 9 }, (_, i) => {
    const field: Outline = {
      kind: 'rectangle',
      x: 0,
      y: 0,
      width: 92,
      height: 92 + i / 10,
      radius: 0,
      turn: 0,
    };
    const start = performance.now();
    sewDesign({ ...emptyDesign('Field'), objects: [object('field', field, 'stipple')] });
    return performance.now() - start;
  });
  console.log(
    `  ${(median(times.map((t) => t.all)) / median(alone)).toFixed(1)} × the time of a stippled square of 92 mm by itself (${median(alone).toFixed(0)} ms)`,
  );
  const radius = (gap: number): number => {
    const design = chain(-26);
    const flower = design.objects[1] as Group;
    const layout = { ...flower.repeat!.layout, gap } as NonNullable<Group['repeat']>['layout'];
    design.objects[1] = { ...flower, repeat: { ...flower.repeat!, layout } };
    return placedCopies(design, 'flower')!.radius!;
  };
  const chord = 2 * Math.sin(Math.PI / 5);
  console.log(
    `  overlap of 0.5 mm, by the chord between neighbours: ${((radius(0) - radius(-0.5)) * chord).toFixed(4)} mm`,
  );
}
