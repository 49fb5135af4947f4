// The comet bookmark: a long felt strip with a comet falling past the planets.
import type { Design } from '@rosehip/core';
import { design, Drawing, ellipse, path, rectangle, star } from './drawing.ts';

export function cometBookmark(): Design {
  const d = new Drawing();
  return design(
    'Comet bookmark',
    { name: '100 × 140', width: 100, height: 140 },
    { kind: 'felt', colour: '#28324f' },
    [
      d.group('Comet', [
        {
          ...d.object(
            'Tail, outer',
            path('M-5.4 29.6 C-12.6 8 -8 -24 12.6 -54 C6 -24 5.2 4 6.6 27.6 Z'),
            '231',
            'fill',
            { angle: 76 },
          ),
          trimBeneath: 1,
        },
        d.object(
          'Tail, inner',
          path('M-2.6 30.4 C-6.6 8 -3 -18 8.6 -42 C3.4 -18 1.8 4 3.4 29 Z'),
          '121',
          'fill',
          {
            angle: 68,
          },
        ),
        d.object('Head', ellipse(0.6, 34, 14.6, 14.2), '131', 'fill', { angle: 20 }),
        d.object('Head edge', ellipse(0.6, 34, 14.4, 14), '133', 'satin', { width: 1.8 }),
        d.object('Streak', path('M10.6 26 C9.6 8 11 -10 15 -24'), '230', 'run', { passes: 3, length: 2.5 }),
        d.object('Streak', path('M-10.4 26 C-14.4 10 -12.6 -6 -6.4 -20'), '230', 'run', {
          passes: 3,
          length: 2.5,
        }),
      ]),
      d.group('Ringed planet', [
        d.object('Planet', ellipse(-8.6, -39.4, 11, 11), '141', 'fill', { angle: -20 }),
        d.object(
          'Ring',
          path(
            'M-13.9 -38.8 C-19 -35.2 -17.4 -33.2 -9.6 -35.8 C-2 -38.4 2.6 -42.6 0 -43.8 C-0.9 -44.2 -2.2 -43.9 -3.6 -43.4',
          ),
          '124',
          'satin',
          { width: 1.4 },
        ),
      ]),
      d.group('Stars', [
        d.object('Star', star(-11, -56.4, 3, 1.2, 4, 12), '101', 'fill'),
        d.object('Star', star(13.4, 44, 3.2, 1.3, 4), '101', 'fill'),
        d.object('Star', star(-13.2, 47.6, 2.4, 1, 4, 20), '101', 'fill'),
        d.object('Star', star(12.6, -6.6, 2.4, 1, 4, 8), '101', 'fill'),
        d.object('Star', star(-14.4, -20, 2.4, 1, 4), '101', 'fill'),
        d.object('Star', star(2.4, 54.6, 2.2, 0.9, 4, 30), '101', 'fill'),
      ]),
      d.object('Edge', rectangle(0, 0, 42, 128, 7), '133', 'satin', { width: 2.6 }),
      d.object('Inner line', rectangle(0, 0, 36, 122, 4.4), '230', 'run', { passes: 2, length: 2.4 }),
    ],
  );
}
