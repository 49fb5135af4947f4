// The club's badge: the dome on the moor under a young moon, in a gold ring.
import type { Design } from '@rosehip/core';
import { design, Drawing, ellipse, path, star } from './drawing.ts';

export function clubBadge(): Design {
  const d = new Drawing();
  return design(
    'Club badge',
    { name: '100 × 100', width: 100, height: 100 },
    { kind: 'felt', colour: '#e9e2d2' },
    [
      // What lies under dome, moon and ring is left out, so that the badge stays soft.
      {
        ...d.object(
          'Night sky',
          path('M-36.4 9 A37.5 37.5 0 1 1 36.4 9 C27 4.4 17 3.4 7 7.4 C-6 12.6 -20 14.6 -36.4 9 Z'),
          '234',
          'fill',
          { angle: 18 },
        ),
        trimBeneath: 1,
      },
      d.object(
        'Far moor',
        path(
          'M-36.6 8.2 C-20 13.8 -6 11.8 7 6.6 C17 2.6 27 3.6 36.6 8.2 A37.5 37.5 0 0 1 31 21 C14 12 -8 27 -35 13.4 Z',
        ),
        '211',
        'fill',
        { angle: 160 },
      ),
      {
        ...d.object(
          'Near moor',
          path('M-36 12.4 C-8 26 14 11 31.8 20 A37.5 37.5 0 0 1 -36 12.4 Z'),
          '295',
          'fill',
          { angle: 8 },
        ),
        trimBeneath: 1,
      },
      d.object('Dome wall', path('M6 8 L6 1.5 L22 1.5 L22 8 C17 5.6 11 6.2 6 8 Z'), '104', 'fill', {
        angle: 90,
      }),
      d.object('Dome', path('M5 1.8 C5 -8.4 11 -12 14 -12 C17 -12 23 -8.4 23 1.8 Z'), '101', 'fill', {
        angle: 0,
      }),
      d.object('Slit', path('M15.2 1 C15.2 -3 15.5 -6 16 -8.2'), '235', 'satin', { width: 1.6 }),
      d.object('Telescope', path('M17.4 -9.6 L21.6 -14.4'), '133', 'satin', { width: 2 }),
      d.object(
        'Moon',
        path(
          'M-12.5 -27 C-23.5 -25.6 -28.4 -15.4 -24 -7 C-20 0.6 -10 2.6 -3.4 -3.2 C-11.4 -1.6 -17.8 -6 -18.9 -12.8 C-19.8 -18.6 -17.2 -24 -12.5 -27 Z',
        ),
        '121',
        'fill',
        { angle: 62 },
      ),
      d.group('Stars', [
        d.object('Evening star', star(4, -21, 5, 2.1, 5, 8), '131', 'fill', { angle: 30 }),
        d.object('Star', star(-6.4, -14, 2.6, 1.1, 4), '101', 'fill', { angle: 0 }),
        d.object('Star', star(25, -19, 2.7, 1.1, 4, 20), '101', 'fill', { angle: 0 }),
        d.object('Star', star(-30.4, -3.4, 2.3, 1, 4, 10), '101', 'fill', { angle: 0 }),
        d.object('Star', star(14.6, -27.6, 2.2, 0.9, 4), '101', 'fill', { angle: 0 }),
      ]),
      d.group('Bracken', [
        d.object('Stalk', path('M-20 33 C-17 28 -16 25 -16.6 21'), '133', 'run', { passes: 3, length: 2 }),
        d.object('Stalk', path('M-14 35 C-12 30 -11 28 -11.4 23.6'), '133', 'run', { passes: 3, length: 2 }),
        d.object('Stalk', path('M-25 29.6 C-22 26 -21.6 24 -22.4 20.6'), '133', 'run', {
          passes: 3,
          length: 2,
        }),
      ]),
      d.object('Gold ring', ellipse(0, 0, 76.5), '133', 'satin', { width: 4.4 }),
    ],
  );
}
