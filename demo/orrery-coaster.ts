// The orrery coaster: circles in circles. Moons go about planets, planets about the sun, and beads close the rim; every
// ring finds its own radius or count, so that a wider planet moves everything outside of it.
import type { CircleLayout, Design, DesignObject } from '@rosehip/core';
import { design, Drawing, ellipse, path, star } from './drawing.ts';

const CENTRE = { x: 0, y: 0 };

const circle = (more: Partial<CircleLayout>): CircleLayout => ({
  kind: 'circle',
  centre: CENTRE,
  count: 6,
  sweep: 360,
  fit: 'place',
  gap: 0,
  ...more,
});

export function orreryCoaster(): Design {
  const d = new Drawing();
  const sun = d.object('Sun', ellipse(0, 0, 13), '130', 'fill', { angle: 20 });
  const ray: DesignObject = {
    ...d.object('Ray', path('M0 -5.8 L0 -15'), '133', 'satin', { ends: 'point' }),
    widths: [
      { at: 0, width: 3.2 },
      { at: 0.4, width: 4.2 },
      { at: 1, width: 0.6 },
    ],
  };
  const rays = d.repeat('Rays', [ray], circle({ count: 10 }));
  const planet = d.object('Planet', ellipse(0, -25, 9.4), '231', 'contour', { spacing: 0.8 });
  const edge = d.object('Planet’s edge', { kind: 'edge', of: [planet.id], which: 'all' }, '234', 'satin', {
    width: 1.8,
  });
  const moons = d.repeat(
    'Moons',
    [d.object('Moon', ellipse(0, -32.6, 2.2), '101', 'fill', { angle: 45 })],
    circle({ centre: { x: 0, y: -25 }, count: 7 }),
  );
  const planets = d.repeat('Planets', [planet, edge, moons], circle({ count: 6 }), { order: 'colours' });
  const beads = d.repeat(
    'Rim of stars',
    [d.object('Star', star(0, -41.4, 2.5, 1.2, 5), '133', 'fill', { angle: 0 })],
    circle({ fit: 'count', gap: 1.4, count: 40 }),
  );
  const orbit: DesignObject = {
    ...d.object('Orbit', ellipse(0, 0, 50), '222', 'run', { passes: 3, length: 2.4 }),
    keepClear: { of: [planets.id], margin: 0.6 },
  };
  return design(
    'Orrery coaster',
    { name: '100 × 100', width: 100, height: 100 },
    { kind: 'felt', colour: '#2c3450' },
    [orbit, rays, sun, planets, beads],
  );
}
