// The moon-phase runner: one pair of phases fills the length of the cloth, as many as fit, every other pair mirrored.
import type { Design } from '@rosehip/core';
import { design, Drawing, ellipse, path, star } from './drawing.ts';

export function moonRunner(): Design {
  const d = new Drawing();
  // It begins away from the crescent, whose paler thread would let the knot show through.
  const dark = {
    ...d.object('Dark side', ellipse(-163, 0, 30), '222', 'contour', { spacing: 1.4 }),
    start: { x: -177, y: 0 },
  };
  const crescent = d.object(
    'Crescent',
    path('M-163 -15.6 A15.6 15.6 0 0 1 -163 15.6 A24 24 0 0 0 -163 -15.6 Z'),
    '121',
    'fill',
    { angle: 70 },
  );
  const ring = d.object('Rim', { kind: 'edge', of: [dark.id], which: 'all' }, '104', 'run', {
    passes: 3,
    length: 2.2,
  });
  const spark = d.object('Spark', star(-141.5, -9, 3, 1.1, 4), '131', 'fill', { angle: 0 });
  const phases = d.repeat(
    'Phases',
    [dark, crescent, ring, spark],
    {
      kind: 'row',
      across: { count: 7, fit: 'length', step: 46, gap: 8, length: 356, solve: 'count' },
      angle: 0,
    },
    { mirror: true, order: 'colours' },
  );
  const wave = d.object(
    'Thread of night',
    path(
      'M-180 30 C-150 22 -150 38 -120 30 S-90 22 -60 30 S-30 38 0 30 S30 22 60 30 S90 38 120 30 S150 22 180 30',
    ),
    '231',
    'run',
    { passes: 2 },
  );
  const leaf = d.repeat(
    'Leaves',
    [
      d.object(
        'Leaf',
        path('M-180 30 C-178 26.4 -173.4 25.4 -170.6 27 C-172.6 30 -176.4 31.6 -180 30 Z'),
        '211',
        'satin',
        { sides: 'shape' },
      ),
    ],
    {
      kind: 'path',
      along: wave.id,
      fit: 'count',
      count: 25,
      step: 15,
      corners: 'through',
      anchor: { x: -180, y: 30 },
      facing: 15,
    },
    { mirror: true },
  );
  return design(
    'Moon-phase runner',
    { name: '400 × 120', width: 400, height: 120 },
    { kind: 'linen', colour: '#28324f' },
    [wave, leaf, d.words('Clear skies, and mind the moon', 'pacifico-400', 12, 0, -30, '131'), phases],
  );
}
