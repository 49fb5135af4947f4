// Printed cloths for appliqué, made up for Rosehip: what is printed on one square, which repeats.

export interface Print {
  id: string;
  name: string;
  /** Side of the square that repeats, in mm. */
  size: number;
  /** What is printed, in a square of 100: path data, and how far it is from the cloth's colour, −1 (dark) to 1 (light). */
  marks: { d: string; tone: number }[];
}

const dot = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}A${r} ${r} 0 1 1 ${x + r} ${y}A${r} ${r} 0 1 1 ${x - r} ${y}Z`;

const ring = (x: number, y: number, r: number, width: number): string =>
  `${dot(x, y, r)}M${x - r + width} ${y}A${r - width} ${r - width} 0 1 0 ${x + r - width} ${y}A${r - width} ${r - width} 0 1 0 ${x - r + width} ${y}Z`;

const star = (x: number, y: number, r: number): string =>
  Array.from({ length: 10 }, (_, i) => {
    const far = i % 2 ? 0.42 * r : r;
    const a = (Math.PI * i) / 5;
    return `${i ? 'L' : 'M'}${(x + far * Math.sin(a)).toFixed(1)} ${(y - far * Math.cos(a)).toFixed(1)}`;
  }).join('') + 'Z';

export const PRINTS: Print[] = [
  { id: 'plain', name: 'Plain', size: 10, marks: [] },
  { id: 'dots', name: 'Dots', size: 8, marks: [{ d: dot(25, 25, 12) + dot(75, 75, 12), tone: 0.7 }] },
  { id: 'seeds', name: 'Seeds', size: 4, marks: [{ d: dot(25, 30, 8) + dot(75, 80, 8), tone: -0.45 }] },
  { id: 'stripes', name: 'Stripes', size: 6, marks: [{ d: 'M0 0H40V100H0Z', tone: 0.55 }] },
  {
    id: 'gingham',
    name: 'Gingham',
    size: 6,
    marks: [
      { d: 'M0 0H50V100H0Z', tone: 0.35 },
      { d: 'M0 0H100V50H0Z', tone: 0.35 },
    ],
  },
  { id: 'stars', name: 'Stars', size: 14, marks: [{ d: star(28, 30, 18) + star(76, 78, 11), tone: 0.75 }] },
  {
    id: 'moons',
    name: 'Moons',
    size: 16,
    marks: [
      { d: 'M38 12A22 22 0 1 0 38 56A30 30 0 0 1 38 12Z', tone: 0.7 },
      { d: 'M66 62A14 14 0 1 1 66 90A20 20 0 0 0 66 62Z', tone: 0.5 },
    ],
  },
  {
    id: 'orbits',
    name: 'Orbits',
    size: 14,
    marks: [
      { d: ring(50, 50, 44, 4) + ring(50, 50, 26, 4), tone: 0.45 },
      { d: dot(50, 50, 9) + dot(94, 50, 6), tone: 0.75 },
    ],
  },
  {
    id: 'moor',
    name: 'Moor',
    size: 12,
    marks: [
      { d: 'M0 40C17 20 33 20 50 40S83 60 100 40V52C83 72 67 72 50 52S17 32 0 52Z', tone: -0.35 },
      { d: 'M0 88C17 68 33 68 50 88S83 108 100 88V92C83 112 67 112 50 92S17 72 0 92Z', tone: 0.35 },
    ],
  },
  {
    id: 'crosses',
    name: 'Crosses',
    size: 8,
    marks: [{ d: 'M42 20H58V42H80V58H58V80H42V58H20V42H42Z', tone: 0.6 }],
  },
  {
    id: 'leaves',
    name: 'Leaves',
    size: 12,
    marks: [
      { d: 'M20 60C14 36 28 18 50 14C54 36 42 54 20 60Z', tone: 0.45 },
      { d: 'M60 96C54 76 66 60 86 56C90 76 80 92 60 96Z', tone: -0.4 },
    ],
  },
  {
    id: 'tents',
    name: 'Tents',
    size: 9,
    marks: [{ d: 'M0 50L25 6L50 50ZM50 100L75 56L100 100Z', tone: -0.4 }],
  },
  {
    id: 'comets',
    name: 'Comets',
    size: 18,
    marks: [
      { d: dot(66, 34, 9), tone: 0.8 },
      { d: 'M60 28L14 76L20 80L72 40Z', tone: 0.4 },
    ],
  },
];

/** What a patch says whose cloth is a picture of the person's own. */
export const OWN_PRINT = 'own';

export const printById = (id: string): Print => PRINTS.find((p) => p.id === id) ?? PRINTS[0];
