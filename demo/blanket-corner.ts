// The observing blanket's corner: open kinds on a quilt sandwich. The stipple leaves room around all that lies on it,
// live; the telescope is seen only by the ripples of the lines.
import { applyCommand, partForHoopJob, withSteadyIds, type Design, type DesignObject } from '@rosehip/core';
import { design, Drawing, ellipse, path, rectangle } from './drawing.ts';

export function blanketCorner(): Design {
  const d = new Drawing();
  const comet = d.group('Comet', [
    d.object(
      'Tail',
      path('M-16 -30 C-34 -42 -58 -54 -84 -84 C-70 -78 -66 -80 -60 -84 C-48 -66 -28 -54 -8 -44 Z'),
      '231',
      'contour',
      { spacing: 2, corners: 'smoothed', passes: 1 },
    ),
    d.object('Head', ellipse(-5, -31, 25, 25), '131', 'spiral', { spacing: 1.8, passes: 3 }),
  ]);
  const moon: DesignObject = {
    ...d.object(
      'Moon',
      path(
        'M70 -84 C42 -84 26 -62 32 -40 C38 -20 62 -12 80 -22 C62 -24 50 -36 50 -54 C50 -68 58 -80 70 -84 Z',
      ),
      '121',
      'contour',
      { spacing: 1.6 },
    ),
    guideLines: [
      {
        closed: false,
        points: [
          { x: 50, y: -74, out: { x: -10, y: 10 } },
          { x: 58, y: -27, in: { x: -14, y: -8 } },
        ],
      },
    ],
  };
  const oval = d.object('Medallion', ellipse(-50, 46, 66, 74), '142', 'crosshatch', {
    shape: 'square',
    spacing: 2.5,
  });
  const medallion = d.group('Embossed oval', [
    oval,
    d.object(
      'Medallion, diamond grid',
      { kind: 'surround', of: [oval.id], distance: 0, corners: 'mitre' },
      '142',
      'crosshatch',
      { shape: 'diamond', spacing: 2.5 },
    ),
    d.object('Medallion, rim', { kind: 'edge', of: [oval.id], which: 'all' }, '142', 'satin', { width: 3 }),
  ]);
  const telescope: DesignObject = {
    ...d.object(
      'Telescope shape',
      path(
        'M20 58 L62 22 L72 34 L30 70 Z M40 62 L46 57 L62 84 L54 84 L46 70 L38 84 L30 84 Z M66 16 L80 32 L75 37 L61 21 Z',
      ),
      '222',
      'run',
    ),
    unsewn: true,
  };
  const relief: DesignObject = {
    ...d.object('Telescope in ripples', rectangle(50, 46, 76, 84, 14), '222', 'relief', {
      style: 'ripple',
      spacing: 1.6,
      height: 0.9,
      edge: 0.8,
      waveLength: 4,
    }),
    relief: [telescope.id],
  };
  const ground: DesignObject = {
    ...d.object('Stippled ground', rectangle(0, 0, 192, 192, 6), '101', 'stipple', { spacing: 4, seed: 5 }),
    keepClear: { of: [comet.id, moon.id, medallion.id, relief.id], margin: 3 },
  };
  const whole: Design = {
    ...design(
      'Blanket corner',
      { name: '130 × 180', width: 130, height: 180 },
      { kind: 'quilt', colour: '#3d4a6b' },
      [ground, comet, moon, telescope, relief, medallion],
    ),
    piece: { shape: 'rectangle', width: 220, height: 220 },
  };
  // Larger than the hoop: the ground is parted, and everything is sewn in four hoopings.
  return withSteadyIds(applyCommand(whole, partForHoopJob(whole).job.command).design, whole);
}
