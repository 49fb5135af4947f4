// A towel's corner: a star with a tail on a mesh that holds the pile down, and a small border that turns the corner.
import type { Design, SurroundOutline } from '@rosehip/core';
import { design, Drawing, ellipse, path, star } from './drawing.ts';

export function towelCorner(): Design {
  const d = new Drawing('t');
  const tails = d.group('Tail', [
    d.object('Tail, left', path('M-4 10 C-18 15 -30 24 -36 35'), '231', 'satin', {
      width: 2.4,
      ends: 'point',
    }),
    d.object('Tail, right', path('M3 14 C-2 23 -3 31 -2 40'), '231', 'satin', { width: 2.4, ends: 'point' }),
    d.object('Tail, middle', path('M-1 13 C-10 21 -16 29 -18 39'), '222', 'satin', {
      width: 3,
      ends: 'point',
    }),
  ]);
  const falling = d.object('Falling star', star(6, -6, 22, 9.5, 5, 12), '133', 'fill', { angle: 35 });
  const comet = d.group('Comet', [tails, falling]);
  const around: SurroundOutline = {
    kind: 'surround',
    of: [comet.id],
    distance: 2,
    corners: 'round',
    bridge: 5,
    smooth: 2,
    from: 'thread',
    fillHoles: true,
  };
  const mesh = d.object('Mesh', around, '101', 'crosshatch', { spacing: 2, angle: 45 });
  const meshEdge = d.object('Mesh edge', { kind: 'edge', of: [mesh.id], which: 'all' }, '101', 'run');
  const corner = d.object('Corner line', path('M-44 54 L40 54 Q54 54 54 40 L54 -46'), '222', 'satin', {
    width: 2,
  });
  const dots = d.repeat(
    'Dots',
    [d.object('Dot', ellipse(-40, 48, 3.4), '133', 'satin', { sides: 'shape' })],
    {
      kind: 'row',
      across: { fit: 'step', count: 9, step: 10, gap: 2, length: 84, solve: 'gap' },
      angle: 0,
    },
  );
  return design(
    'Towel corner',
    { name: '130 × 130', width: 130, height: 130 },
    { kind: 'towelling', colour: '#e4ece6' },
    [mesh, meshEdge, comet, corner, dots],
  );
}
