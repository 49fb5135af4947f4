// The sampler: every stitch kind, once in each of its ways, to be sewn on a scrap and kept at the machine.
import type { Design } from '@rosehip/core';
import { design, Drawing, ellipse, path, rectangle, star } from './drawing.ts';

export function stitchSampler(): Design {
  const d = new Drawing();
  const wave = (x: number, y: number): ReturnType<typeof path> =>
    path(`M${x} ${y} c6 -7 12 -7 18 0 s12 7 18 0`);
  return {
    ...design(
      'Stitch sampler',
      { name: '200 × 200', width: 200, height: 200 },
      { kind: 'linen', colour: '#efe6d3' },
      [
        d.group('Run', [
          d.object('Run, once', wave(-88, -78), '172', 'run', { passes: 1 }),
          d.object('Run, there and back', wave(-40, -78), '172', 'run', { passes: 2 }),
          d.object('Bean, 3 times', wave(8, -78), '172', 'run', { passes: 3 }),
          d.object('Bean, 5 times', wave(54, -78), '172', 'run', { passes: 5, length: 3 }),
        ]),
        d.group('Satin', [
          d.object('Satin, 1.5 mm', wave(-88, -52), '222', 'satin', { width: 1.5 }),
          d.object('Satin, 3 mm', wave(-40, -52), '222', 'satin', { width: 3 }),
          d.object('Satin, 5 mm', wave(8, -52), '222', 'satin', { width: 5 }),
          d.object('Satin, 9 mm, split', path('M50 -52 c6 -9 28 -11 36 4'), '222', 'satin', { width: 9 }),
          d.object('Ring', ellipse(-73, -20, 28), '223', 'satin', { width: 4 }),
          d.object('Square corners', rectangle(-24, -20, 26, 26), '223', 'satin', { width: 4 }),
          d.object('Points', path('M6 -8 l10 -24 l10 24 l10 -24'), '223', 'satin', { width: 3.5 }),
          d.object(
            'Spiral',
            path('M70 -20 c0 -5 8 -5 8 1 c0 9 -16 9 -16 -2 c0 -15 25 -15 25 3 c0 11 -8 15 -15 15'),
            '223',
            'satin',
            {
              width: 2.6,
            },
          ),
        ]),
        d.group('Fill', [
          d.object('Fill, level', rectangle(-73, 24, 30, 30, 3), '272', 'fill', { angle: 0 }),
          d.object('Fill at 45°', star(-24, 26, 19, 8.4), '273', 'fill', { angle: 45 }),
          d.object(
            'Fill with a hole',
            path('M24 8 A17 17 0 1 1 23.9 8 Z M24 18 A7 7 0 1 0 24.1 18 Z'),
            '274',
            'fill',
            {
              angle: 30,
            },
          ),
          d.object(
            'Fill upright',
            path('M72 40 C54 28 52 12 62 9 C68 7.4 71 11 72 14 C73 11 76 7.4 82 9 C92 12 90 28 72 40 Z'),
            '172',
            'fill',
            {
              angle: 90,
            },
          ),
          d.object('Open rows, 2 mm', ellipse(-73, 68, 34, 30), '253', 'fill', { angle: 30, spacing: 2 }),
          d.object('Open rows, 1 mm', rectangle(-24, 68, 32, 28, 6), '253', 'fill', {
            angle: -45,
            spacing: 1,
          }),
          d.object('Short stitches', ellipse(24, 68, 32, 28), '213', 'fill', { angle: 15, length: 2 }),
          d.object('Long stitches', rectangle(72, 68, 32, 28, 2), '213', 'fill', { angle: 75, length: 6 }),
        ]),
        d.object('Border', rectangle(0, 0, 190, 190, 8), '322', 'satin', { width: 3 }),
      ],
    ),
    ignored: [{ key: 'satin-split d9', note: 'Shows how wide satin is split.' }],
  };
}
