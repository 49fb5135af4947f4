// Keepsakes: a monogram in a round frame, a heart of words, and a shield with two letters.
import type { Design, Outline } from '@rosehip/core';
import { design, Drawing, ellipse } from './drawing.ts';

const ready = (shape: string, x: number, y: number, width: number, height: number): Outline => ({
  kind: 'ready',
  shape,
  x,
  y,
  width,
  height,
  turn: 0,
});

export function keepsakes(): Design {
  const d = new Drawing();
  const frame = d.object('Frame', ellipse(-46, -34, 84), '133', 'satin', { width: 2.2 });
  const heart = {
    ...d.object('Heart of words', ready('heart', 46, -30, 88, 82), '234', 'fill'),
    unsewn: true,
  };
  const rim = d.object('Heart’s rim', { ...heart.outline }, '234', 'run', { passes: 2, length: 2.4 });
  const shield = d.object('Shield', ready('shield', -46, 54, 54, 58), '211', 'satin', { width: 1.8 });
  const moon = { ...d.object('Moon', ellipse(46, 54, 64), '222', 'fill'), unsewn: true };
  const within = { kind: 'within' as const, edge: 3, gap: 1.2 };
  return design(
    'Keepsakes',
    { name: '200 × 200', width: 200, height: 200 },
    { kind: 'linen', colour: '#f3ecdf' },
    [
      shield,
      frame,
      d.words('OB', 'bitter-700', 20, 0, 0, '133', {
        of: [shield.id],
        place: [1, 0, 0, 1, 0, 0],
        baseline: { ...within, edge: 3, lay: 'monogram' },
      }),
      d.words('LMR', 'cinzel-600', 20, 0, 0, '222', {
        of: [frame.id],
        place: [1, 0, 0, 1, 0, 0],
        baseline: { ...within, edge: 3.4, lay: 'monogram' },
      }),
      moon,
      d.words('night after night we look up', 'lexend-700', 10, 0, 0, '222', {
        of: [moon.id],
        place: [1, 0, 0, 1, 0, 0],
        baseline: { ...within, edge: 0.5, lay: 'rings' },
      }),
      heart,
      rim,
      d.words('stars owls heath quiet moor', 'fredoka-700', 10, 0, 0, '234', {
        of: [heart.id],
        place: [1, 0, 0, 1, 0, 0],
        baseline: { ...within, edge: 2.5 },
      }),
    ],
  );
}
