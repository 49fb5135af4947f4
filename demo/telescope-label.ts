// The telescope-bag label: a ringed planet over a telescope. Nearly all of it is live: move the planet's circle or
// the ring's two ellipses, and every part that is sewn follows.
import type { Design, DesignObject, Item, Outline } from '@rosehip/core';
import { flatPatch } from '@rosehip/core';
import { design, Drawing, ellipse, path, rectangle } from './drawing.ts';

const aside = (object: DesignObject): DesignObject => ({ ...object, unsewn: true });

export function telescopeLabel(): Design {
  const d = new Drawing();
  const live = (kind: 'combine', op: 'unite' | 'subtract' | 'intersect', of: Item[]): Outline => ({
    kind,
    op,
    of: of.map((o) => o.id),
  });

  // The ring, parted along its own axis: its near half runs before the planet, its far half behind.
  const ball = aside(d.object('Planet circle', ellipse(-4, -12, 30, 30), '124', 'fill'));
  const outer = aside(d.object('Ring, outer', ellipse(-4, -12, 58, 19, -16), '231', 'fill'));
  const inner = aside(d.object('Ring, inner', ellipse(-4, -12, 44, 10.5, -16), '231', 'fill'));
  const ring = aside(d.object('Ring', live('combine', 'subtract', [outer, inner]), '231', 'fill'));
  const axis = aside(d.object('Ring axis', path('M-36 -2.8 L28 -21.2'), '231', 'run'));
  const half = (name: string, side: 'left' | 'right'): DesignObject =>
    d.object(name, { kind: 'cut', of: [ring.id, axis.id], side }, '121', 'fill', { angle: -16 });
  const far = aside(half('Far half', 'left'));
  const near = half('Near half of ring', 'right');
  const farSeen = d.object('Far half of ring', live('combine', 'subtract', [far, ball]), '131', 'fill', {
    angle: -16,
  });
  const planet = d.object('Planet', live('combine', 'subtract', [ball, near]), '142', 'fill', { angle: 35 });

  // The telescope is drawn level and bent on its sheet, so that it widens towards the sky.
  const sheet = flatPatch({ x: 0, y: 24, width: 52, height: 11 });
  const tube = d.group('Telescope', [
    d.object('Eyepiece', rectangle(-22.5, 24, 7, 5, 1), '133', 'fill', { angle: 90 }),
    d.object('Tube', rectangle(-2, 24, 33, 8, 0.5), '222', 'fill', { angle: 0 }),
    d.object('Rim', rectangle(20, 24, 10, 11, 1), '133', 'fill', { angle: 90 }),
  ]);
  sheet.points = [
    { x: -27, y: 29 },
    { x: 24, y: 9 },
    { x: -25, y: 36 },
    { x: 29, y: 24 },
  ];
  const legs = aside(d.object('Legs', path('M-2 26 L-13 43 M0 26 L2 44 M2 25 L16 42'), '133', 'run'));
  const tripod = d.object(
    'Tripod',
    { kind: 'band', of: [legs.id], width: 2, ends: 'round', corners: 'round' },
    '133',
    'fill',
    { angle: 0 },
  );

  const star = (x: number, y: number, size: number, turn: number): DesignObject =>
    d.object(
      'Star',
      { kind: 'star', x, y, width: size, height: size, turn, corners: 4, inner: 0.4 },
      '101',
      'fill',
    );
  const around = aside(
    d.object(
      'Around the planet',
      { kind: 'surround', of: [planet.id, near.id, farSeen.id], distance: 2.5, corners: 'round' },
      '101',
      'run',
    ),
  );
  const halo = d.object('Halo', { kind: 'edge', of: [around.id], which: 'outer' }, '101', 'run', {
    passes: 3,
    length: 2.5,
  });

  return {
    ...design(
      'Telescope-bag label',
      { name: '100 × 100', width: 100, height: 100 },
      { kind: 'canvas', colour: '#2c3550' },
      [
        d.group('Planet', [ball, outer, inner, ring, axis, far, farSeen, planet, near, around, halo]),
        legs,
        tripod,
        { ...tube, bend: sheet },
        d.group('Stars', [
          star(-32, -34, 6, 0),
          star(30, -36, 7, 10),
          star(34, 2, 5, -8),
          star(-34, 14, 4.6, 12),
        ]),
        d.object('Edge', rectangle(0, 2, 88, 90, 9), '131', 'satin', { width: 3 }),
      ],
    ),
    // It shows that the running order can be better than the drawing's, and why it is not always wanted.
    ignored: [{ key: 'colour-again d10 d12', note: 'The tube lies on the eyepiece and under the rim.' }],
  };
}
