// Surface patterns: where the needle goes down in each row of a fill. Drawn for Rosehip.
import { seeded } from '../../geometry/random.ts';

export interface RowPattern {
  id: string;
  name: string;
  /**
   * Needle points of a row within one stitch, as shares of it. `place` counts stitches from the frame's origin.
   */
  shifts(row: number, place: number): number[];
}

/** From 0 to 1 and back over `period` rows. */
const triangle = (row: number, period: number): number => {
  const t = (((row / period) % 1) + 1) % 1;
  return t < 0.5 ? 2 * t : 2 - 2 * t;
};
const wave = (row: number, period: number): number => 0.5 - 0.5 * Math.cos((2 * Math.PI * row) / period);
const cycle =
  (...shares: number[]) =>
  (row: number): number[] => [shares[((row % shares.length) + shares.length) % shares.length]];
const chance = (row: number, place: number): number => seeded((row + 5003) * 8191 + place * 131)();

/** In the order of the card. */
export const ROW_PATTERNS: RowPattern[] = [
  { id: 'brick', name: 'Brick', shifts: cycle(0, 0.5, 0.25, 0.75) },
  { id: 'halves', name: 'Halves', shifts: cycle(0, 0.5) },
  { id: 'thirds', name: 'Thirds', shifts: cycle(0, 1 / 3, 2 / 3) },
  { id: 'scatter', name: 'Scatter', shifts: cycle(0, 0.4, 0.8, 0.2, 0.6) },
  { id: 'rain', name: 'Rain', shifts: (row) => [(row * 0.11) % 1] },
  { id: 'chevron', name: 'Chevron', shifts: (row) => [0.75 * triangle(row, 16)] },
  { id: 'wave', name: 'Wave', shifts: (row) => [0.7 * wave(row, 22)] },
  { id: 'ripple', name: 'Ripple', shifts: (row) => [0.3 * wave(row, 9) + 0.5 * wave(row, 31)] },
  {
    id: 'diamond',
    name: 'Diamond',
    shifts: (row) => [0.5 * triangle(row, 18), 1 - 0.5 * triangle(row, 18)],
  },
  {
    id: 'herring',
    name: 'Herring',
    shifts: (row, place) => [0.5 + (Math.abs(place % 2) ? 0.45 : -0.45) * (2 * triangle(row, 20) - 1)],
  },
  {
    id: 'basket',
    name: 'Basket',
    shifts: (row) => [Math.floor(row / 8) % 2 ? 0.5 : 0],
  },
  { id: 'columns', name: 'Columns', shifts: () => [0] },
  {
    id: 'tide',
    name: 'Tide',
    shifts: (row) => {
      const t = (((row / 18) % 1) + 1) % 1;
      return [t * t];
    },
  },
  {
    id: 'pebble',
    name: 'Pebble',
    shifts: (row, place) => [
      0.5 + (Math.abs(place % 2) === Math.floor(row / 10) % 2 ? 0.35 : -0.35) * wave(row, 10),
    ],
  },
  { id: 'random', name: 'Random', shifts: (row, place) => [0.7 * chance(row, place)] },
];

const byId = new Map(ROW_PATTERNS.map((p) => [p.id, p]));

/** Needle points nearer than this to each other are one, in mm. */
const CLOSEST = 1.2;
/** Stitches longer than this by the pattern's leave get a point in between, as a share of the stitch length. */
const LONGEST = 1.35;

/** Needle points of a row between two places of it (mm in the frame), ascending. */
export function needlesOf(
  pattern: string | RowPattern,
  row: number,
  from: number,
  to: number,
  length: number,
): number[] {
  const { shifts } = typeof pattern === 'string' ? (byId.get(pattern) ?? ROW_PATTERNS[0]) : pattern;
  const all: number[] = [];
  for (let m = Math.floor(from / length) - 1; m <= Math.ceil(to / length); m++)
    for (const s of shifts(row, m)) all.push((m + s) * length);
  all.sort((a, b) => a - b);
  const closest = Math.min(CLOSEST, length / 2);
  const out: number[] = [];
  for (const x of all) {
    if (x < from || x > to) continue;
    const last = out.at(-1);
    if (last !== undefined && x - last < closest) continue;
    if (last !== undefined && x - last > LONGEST * length) out.push((x + last) / 2);
    out.push(x);
  }
  return out;
}
