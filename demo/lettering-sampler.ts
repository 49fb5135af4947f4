// The lettering sampler: words in a dozen hands, from small to large, in five scripts, along lines, arcs and a circle.
import type { Design } from '@rosehip/core';
import { design, Drawing, ellipse, path } from './drawing.ts';

export function letteringSampler(): Design {
  const d = new Drawing();
  const rim = d.object('Rim', ellipse(0, 46, 42), '133', 'satin', { width: 2.4 });
  const hill = d.object('Hill', path('M-84 -28 C-50 -42 -30 -18 0 -26 S56 -40 84 -28'), '211', 'run', {
    passes: 2,
    length: 2.5,
  });
  return design(
    'Lettering sampler',
    { name: '200 × 200', width: 200, height: 200 },
    { kind: 'linen', colour: '#f1e9da' },
    [
      d.words('Larkmoor', 'pacifico-400', 22, 0, -68, '234'),
      d.words('&', 'vollkorn-700', 22, 0, 54, '234'),
      hill,
      d.words('walk softly, the hills are listening', 'varela-round-400', 7.2, 0, -2, '211', {
        of: [hill.id],
        baseline: { kind: 'along', start: 0.5, side: 'left' },
      }),
      d.words('Νύχτα', 'alegreya-800', 13, -65, -2, '222'),
      d.words('Ночь', 'lobster-400', 14, 64, -2, '222'),
      d.words('سماء', 'lemonada-600', 13, -64, 25, '295'),
      d.words('כוכב', 'secular-one-400', 13, 64, 25, '295'),
      d.words('LOOK UP', 'righteous-400', 11, 0, 3, '131', { baseline: { kind: 'arc', radius: 60 } }),
      d.words('brave\nbold', 'bitter-700', 9, -66, 52, '142'),
      d.words('quiet\nkind', 'kalam-700', 11, 66, 52, '124', { lineSpace: 1.5 }),
      d.words('sewn by lamplight on a moor', 'varela-round-400', 7.5, 0, 93, '104', { letterSpace: 0.08 }),
      d.words('CLEAR SKIES\nAND NO WIND', 'jost-500', 7, 0, 46, '231', {
        baseline: { kind: 'circle', radius: 24 },
        letterSpace: 0.12,
      }),
      d.words('NIGHT SKY CLUB', 'jost-700', 8, 0, -50, '133', { letterSpace: 0.35 }),
      rim,
    ],
  );
}
