// A cap, seen from in front: the edge of its crown, and what is sewn along it, arches over the peak.
import { both, line, mirrored, round } from '../paths.ts';
import type { Thing } from '../thing.ts';

/* The crown's radius is that of a head of 58 cm. (0, 0) lies in the middle of the front, 28 mm above the peak. */
const CROWN = 'M-93 38C-99 -20 -78 -92 0 -92C78 -92 99 -20 93 38C60 24 30 20 0 20C-30 20 -60 24 -93 38Z';
const PEAK =
  'M-92 30C-62 18 -30 14 0 14C30 14 62 18 92 30C100 52 96 84 84 101C58 118 30 124 0 124C-30 124 -58 118 -84 101C-96 84 -100 52 -92 30Z';
const seam = 'M0 -91C30 -84 52 -40 54 22';

export const cap: Thing = {
  id: 'cap',
  name: 'Cap',
  cloth: 'cap',
  colour: '#28324a',
  bounds: { minX: -125, minY: -115, maxX: 125, maxY: 145 },
  surface: { kind: 'ball', radiusX: 94, radiusY: 112, rise: 10, above: -14 },
  pieces: () => [
    // What is seen of its back, through the crown's lower edge.
    { paths: line('M-93 34C-60 50 60 50 93 34C80 64 -80 64 -93 34Z'), tone: -0.5 },
    {
      paths: line(CROWN),
      sewn: true,
      shadow: 8,
      folds: [
        { paths: both('M70 -52C84 -26 90 6 90 30'), width: 16, height: -0.24 },
        { paths: both('M72 10C80 12 88 18 94 26'), width: 14, height: 0.4 },
      ],
      glows: [
        { paths: both('M44 -92C84 -74 102 -18 94 44'), width: 74, light: -0.5 },
        { paths: line('M-34 -66C-16 -76 8 -76 26 -68'), width: 66, light: 0.2 },
        { paths: line('M-36 -30C-34 -10 -32 6 -30 20'), width: 70, light: 0.12 },
        { paths: line('M-94 40C-60 24 -30 19 0 19C30 19 60 24 94 40'), width: 18, light: -0.4 },
      ],
      seams: [
        { paths: line('M0 -91C-1 -60 -1 -40 0 -26'), width: 0.9, strength: 0.7 },
        { paths: both(seam), width: 0.9, strength: 0.75 },
        { paths: both('M2.500 -90C27 -82 48 -39 50 22'), dash: [2.4, 1.6], width: 0.6, strength: 0.5 },
        { paths: both('M4 -91C36 -86 59 -42 58 23'), dash: [2.4, 1.6], width: 0.6, strength: 0.5 },
        { paths: both('M0 -91C50 -90 84 -54 90 -6'), width: 0.9, strength: 0.7 },
        // Holes for air.
        { paths: [...round(36, -54, 2.6), ...round(-36, -54, 2.6)], width: 1.3, strength: 0.9 },
        { paths: [...round(70, -36, 2, 2.6), ...round(-70, -36, 2, 2.6)], width: 1.3, strength: 0.9 },
      ],
    },
    {
      paths: line('M-9 -92C-8 -97 8 -97 9 -92C8 -87 -8 -87 -9 -92Z'),
      tone: 0.06,
      shadow: 2,
      glows: [{ paths: line('M-5 -94L2 -95'), width: 4, light: 0.4 }],
    },
    {
      paths: line(PEAK),
      tone: -0.02,
      shadow: 14,
      glows: [
        { paths: line('M-94 26C-62 15 -30 11 0 11C30 11 62 15 94 26'), width: 30, light: -0.5 },
        { paths: line('M-64 78C-34 58 10 54 48 66'), width: 78, light: 0.2 },
        { paths: both('M92 34C98 60 94 86 80 106'), width: 30, light: -0.4 },
        { paths: line('M-84 103C-56 120 56 120 84 103'), width: 14, light: -0.34 },
      ],
      seams: [0, 1, 2, 3, 4, 5].map((k) => {
        const [out, down] = [86 - k * 3, 96 - k * 11];
        const low = 117 - k * 14;
        const half = line(`M0 ${low + 4}C30 ${low + 4} 58 ${low - 4} ${out} ${down - 8}`);
        return {
          paths: [...half, ...mirrored(half)],
          dash: [2.6, 1.6] as [number, number],
          width: 0.6,
          strength: 0.5,
        };
      }),
    },
  ],
  spots: [
    { name: 'Front', x: 0, y: -8, width: 120, height: 55 },
    { name: 'Left side', x: 92, y: 0, width: 50, height: 40 },
    { name: 'Right side', x: -92, y: 0, width: 50, height: 40 },
  ],
};
