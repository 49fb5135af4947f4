// Shapes that stitches find hard: gears, sieves, combs, necks, slivers, small rings and dots. In mm.
import type { PlainOutline } from '../src/design/types.ts';
import { drawn } from './draw.ts';

export const polygon = (points: readonly (readonly [number, number])[]): string =>
  `M${points.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z`;

export const circle = (cx: number, cy: number, r: number, corners = 40): string =>
  polygon(
    Array.from({ length: corners }, (_, i) => {
      const t = (2 * Math.PI * i) / corners;
      return [cx + r * Math.cos(t), cy + r * Math.sin(t)] as const;
    }),
  );

const gear = (teeth: number, outer: number, inner: number): string =>
  polygon(
    Array.from({ length: teeth * 4 }, (_, i) => {
      const r = i % 4 < 2 ? outer : inner;
      const t = (2 * Math.PI * i) / (teeth * 4);
      return [r * Math.cos(t), r * Math.sin(t)] as const;
    }),
  );

const sieve = (holes: number): string =>
  circle(0, 0, 25, 60) +
  Array.from({ length: holes }, (_, i) => {
    const r = 5 + 4.5 * Math.floor(i / 10);
    const t = 0.63 * i + Math.floor(i / 10);
    return circle(r * Math.cos(t), r * Math.sin(t), 1.4, 16);
  }).join('');

const comb = polygon([
  [-20, -8],
  [20, -8],
  ...Array.from({ length: 10 }, (_, i) => {
    const x = 20 - 4 * i;
    return [
      [x, 10],
      [x - 2, 10],
      [x - 2, -4],
      [x - 4, -4],
    ] as const;
  }).flat(),
]);

export const HARD_SHAPES: Record<string, PlainOutline> = Object.fromEntries(
  Object.entries({
    gear: gear(12, 20, 15) + circle(0, 0, 5),
    'fine gear': gear(24, 22, 19),
    star: gear(5, 20, 8),
    sieve: sieve(30),
    comb,
    key:
      circle(-15, 0, 8) +
      circle(-15, 0, 4) +
      'M-8 -1.5L20 -1.5L20 5L17 5L17 1.5L13 1.5L13 4L10 4L10 1.5L-8 1.5Z',
    lens: 'M-18 0C-8 -6 8 -6 18 0C8 6 -8 6 -18 0Z',
    sliver: 'M-20 0C-10 -1.6 10 -1.2 20 0C10 0.8 -10 0.6 -20 0Z',
    'two discs': circle(-14, 0, 9) + circle(14, 0, 9),
    necked: 'M-20 -8L-6 -8L-5 -0.8L5 -0.8L6 -8L20 -8L20 8L6 8L5 0.8L-5 0.8L-6 8L-20 8Z',
    'small ring': circle(0, 0, 3) + circle(0, 0, 1),
    'wide ring': circle(0, 0, 12) + circle(0, 0, 3.4),
    dot: circle(0, 0, 1.2),
    ess: 'M-10 -20C20 -20 20 0 0 0C-20 0 -20 20 10 20L10 14C-12 14 -12 6 0 6C28 6 28 -26 -10 -26Z',
  }).map(([name, d]) => [name, { ...drawn(d), fillRule: 'evenodd' } as PlainOutline]),
);
