// The moon-phase runner: one pair of phases fills the length of the cloth, as many as fit, every other pair mirrored. It is
// sewn in three hoopings.
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
  // The thread of night in three parts, one a hooping, each with its leaves.
  const night = [-180, -60, 60].map((x, k) => {
    const turns = k % 2 ? ['38', '22'] : ['22', '38'];
    const wave = d.object(
      `Thread of night ${k + 1}`,
      path(
        `M${x} 30 C${x + 30} ${turns[0]} ${x + 30} ${turns[1]} ${x + 60} 30 S${x + 90} ${turns[0]} ${x + 120} 30`,
      ),
      '231',
      'run',
      { passes: 2 },
    );
    const leaf = d.object(
      'Leaf',
      path(`M${x} 30 C${x + 2} 26.4 ${x + 6.6} 25.4 ${x + 9.4} 27 C${x + 7.4} 30 ${x + 3.6} 31.6 ${x} 30 Z`),
      '211',
      'satin',
      { sides: 'shape' },
    );
    const leaves = d.repeat(
      `Leaves ${k + 1}`,
      [leaf],
      {
        kind: 'path',
        along: wave.id,
        fit: 'count',
        count: 8,
        step: 15,
        corners: 'through',
        anchor: { x, y: 30 },
        facing: 15,
      },
      { mirror: true },
    );
    return { wave, leaves };
  });
  return {
    ...design(
      'Moon-phase runner',
      { name: '180 × 130', width: 180, height: 130 },
      { kind: 'linen', colour: '#28324f' },
      [
        d.group(
          'Thread of night',
          night.map(({ wave }) => wave),
        ),
        ...night.map(({ leaves }) => leaves),
        d.words('Clear skies', 'pacifico-400', 12, -120, -30, '131'),
        d.words('mind the moon', 'pacifico-400', 12, 110, -30, '131'),
        phases,
      ],
    ),
    // Longer than the hoop: it is hooped three times, the same way each time.
    piece: { shape: 'rectangle', width: 420, height: 130 },
    hoopings: [-97, 0, 97].map((x, k) => ({ id: `hooping${k + 1}`, x, y: 0, turn: 0 })),
    marks: { as: 'cross', thread: '163', size: 6 },
  };
}
