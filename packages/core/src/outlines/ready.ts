// The ready shapes: outlines of our own, each drawn in a box of about -50 to 50 both ways.
import type { Path } from '../design/types.ts';
import type { Matrix } from '../geometry/matrix.ts';
import { coordsBounds } from '../geometry/region.ts';
import { flattenPath } from './flatten-path.ts';
import { parsePathData } from './path-data.ts';
import { transformPath } from './transform-path.ts';

export interface ReadyShape {
  id: string;
  name: string;
  /** Width over height when it is drawn without a size of its own. */
  proportion: number;
  data: string;
}

/** Petals about the middle, as cubics that leave and reach the `inner` radius. */
function blossom(petals: number, inner: number, swell: number): string {
  const at = (angle: number, r: number): string =>
    `${(r * Math.sin(angle)).toFixed(3)} ${(-r * Math.cos(angle)).toFixed(3)}`;
  const step = (2 * Math.PI) / petals;
  let d = `M${at(-step / 2, inner)}`;
  for (let i = 0; i < petals; i++) {
    const a = i * step;
    d += `C${at(a - step * swell, 50)} ${at(a - step * 0.24, 56)} ${at(a, 50)}`;
    d += `C${at(a + step * 0.24, 56)} ${at(a + step * swell, 50)} ${at(a + step / 2, inner)}`;
  }
  return `${d}Z`;
}

/** A ring of `count` outward bows. */
function scallops(count: number, radius: number): string {
  const at = (i: number): string => {
    const a = (i * 2 * Math.PI) / count;
    return `${(radius * Math.sin(a)).toFixed(3)} ${(-radius * Math.cos(a)).toFixed(3)}`;
  };
  const bow = (radius * Math.sin(Math.PI / count)).toFixed(3);
  let d = `M${at(0)}`;
  for (let i = 1; i <= count; i++) d += `A${bow} ${bow} 0 0 1 ${at(i)}`;
  return `${d}Z`;
}

export const READY_SHAPES: readonly ReadyShape[] = [
  {
    id: 'heart',
    name: 'Heart',
    proportion: 1.06,
    data: 'M0 50C-18 34 -50 12 -50 -20C-50 -39 -38 -50 -25 -50C-13 -50 -4 -43 0 -32C4 -43 13 -50 25 -50C38 -50 50 -39 50 -20C50 12 18 34 0 50Z',
  },
  {
    id: 'leaf',
    name: 'Leaf',
    proportion: 0.52,
    data: 'M0 50C-34 34 -50 8 -46 -14C-42 -34 -20 -44 0 -50C20 -44 42 -34 46 -14C50 8 34 34 0 50Z',
  },
  {
    id: 'petal',
    name: 'Petal',
    proportion: 0.6,
    data: 'M0 50C-16 26 -50 4 -50 -22C-50 -40 -28 -50 0 -50C28 -50 50 -40 50 -22C50 4 16 26 0 50Z',
  },
  {
    id: 'teardrop',
    name: 'Teardrop',
    proportion: 0.66,
    data: 'M0 -50C8 -22 50 -6 50 18C50 36 28 50 0 50C-28 50 -50 36 -50 18C-50 -6 -8 -22 0 -50Z',
  },
  {
    id: 'crescent',
    name: 'Crescent',
    proportion: 0.84,
    data: 'M50 -43C38 -48 24 -50 10 -50C-24 -50 -50 -28 -50 0C-50 28 -24 50 10 50C24 50 38 48 50 43C18 40 -4 24 -4 0C-4 -24 18 -40 50 -43Z',
  },
  { id: 'blossom', name: 'Blossom', proportion: 1, data: blossom(5, 22, 0.42) },
  { id: 'daisy', name: 'Daisy', proportion: 1, data: blossom(9, 20, 0.4) },
  { id: 'scallop', name: 'Scallops', proportion: 1, data: scallops(12, 40) },
  {
    id: 'comet',
    name: 'Comet',
    proportion: 2.1,
    data: 'M24 -50C40 -50 50 -28 50 0C50 28 40 50 24 50C4 50 -22 34 -50 40C-34 24 -24 18 -8 14C-22 6 -32 2 -46 0C-32 -2 -22 -6 -8 -14C-24 -18 -34 -24 -50 -40C-22 -34 4 -50 24 -50Z',
  },
  {
    id: 'flame',
    name: 'Flame',
    proportion: 0.6,
    data: 'M4 -50C10 -26 50 -14 50 16C50 36 30 50 2 50C-28 50 -50 38 -50 14C-50 -4 -38 -14 -34 -30C-24 -22 -20 -14 -18 -4C-6 -16 2 -30 4 -50Z',
  },
  {
    id: 'cloud',
    name: 'Cloud',
    proportion: 1.6,
    data: 'M-32 50C-44 50 -50 38 -50 24C-50 8 -42 -4 -31 -4C-31 -32 -18 -50 -1 -50C13 -50 24 -38 27 -18C40 -18 50 -4 50 16C50 36 42 50 30 50Z',
  },
  {
    id: 'shield',
    name: 'Shield',
    proportion: 0.84,
    data: 'M-50 -42C-32 -40 -14 -42 0 -50C14 -42 32 -40 50 -42C52 4 40 32 0 50C-40 32 -52 4 -50 -42Z',
  },
  {
    id: 'banner',
    name: 'Banner',
    proportion: 3.2,
    data: 'M-50 -50H50L38 0L50 50H-50L-38 0Z',
  },
  {
    id: 'tag',
    name: 'Tag',
    proportion: 1.7,
    data: 'M-22 -50H42C46 -50 50 -45 50 -38V38C50 45 46 50 42 50H-22L-50 12V-12ZM-34 0C-34 5 -31 9 -28 9C-25 9 -22 5 -22 0C-22 -5 -25 -9 -28 -9C-31 -9 -34 -5 -34 0Z',
  },
  {
    id: 'bell',
    name: 'Bell',
    proportion: 0.94,
    data: 'M0 -50C10 -50 14 -42 13 -36C30 -28 34 -8 36 12C38 24 44 28 50 34H17C16 44 9 50 0 50C-9 50 -16 44 -17 34H-50C-44 28 -38 24 -36 12C-34 -8 -30 -28 -13 -36C-14 -42 -10 -50 0 -50Z',
  },
  {
    id: 'feather',
    name: 'Feather',
    proportion: 0.36,
    data: 'M0 50L-6 30C-34 22 -50 4 -46 -14C-42 -34 -16 -46 10 -50C36 -42 50 -26 46 -8L22 -2L44 4C40 18 24 28 6 31Z',
  },
  {
    id: 'wave',
    name: 'Wave',
    proportion: 2.6,
    data: 'M-50 50C-46 -8 -24 -50 4 -50C26 -50 40 -30 40 -8C40 8 32 18 24 18C17 18 12 10 13 0C2 12 8 46 50 50Z',
  },
  {
    id: 'ring',
    name: 'Ring',
    proportion: 1,
    data: 'M0 -50C27.6 -50 50 -27.6 50 0C50 27.6 27.6 50 0 50C-27.6 50 -50 27.6 -50 0C-50 -27.6 -27.6 -50 0 -50ZM0 -30C-16.6 -30 -30 -16.6 -30 0C-30 16.6 -16.6 30 0 30C16.6 30 30 16.6 30 0C30 -16.6 16.6 -30 0 -30Z',
  },
  {
    id: 'cross',
    name: 'Cross',
    proportion: 1,
    data: 'M-16 -50H16V-16H50V16H16V50H-16V16H-50V-16H-16Z',
  },
  {
    id: 'arrow',
    name: 'Arrow',
    proportion: 1.5,
    data: 'M-50 -18H10V-50L50 0L10 50V18H-50Z',
  },
];

const byId = new Map(READY_SHAPES.map((s) => [s.id, s]));
const drawn = new Map<string, Path[]>();

export const readyShape = (id: string): ReadyShape | null => byId.get(id) ?? null;

/** The shape's paths in a box from -0.5 to 0.5; none when there is no such shape. */
export function readyPaths(id: string): Path[] {
  let paths = drawn.get(id);
  if (!paths) {
    const shape = byId.get(id);
    paths = shape ? fitToUnit(parsePathData(shape.data).paths) : [];
    drawn.set(id, paths);
  }
  return paths;
}

/** Moved and scaled so that the curves themselves fill the box from -0.5 to 0.5 both ways. */
function fitToUnit(paths: Path[]): Path[] {
  const b = coordsBounds(paths.map((path) => flattenPath(path).coords))!;
  const [sx, sy] = [1 / (b.maxX - b.minX), 1 / (b.maxY - b.minY)];
  const m: Matrix = [sx, 0, 0, sy, (-sx * (b.minX + b.maxX)) / 2, (-sy * (b.minY + b.maxY)) / 2];
  return paths.map((path) => transformPath(path, m));
}
