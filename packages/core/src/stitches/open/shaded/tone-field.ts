// How much thread is wanted at a place: from a picture's tones, or, without a picture, growing darker one way.
import { blur2 } from 'd3-array';
import { contours } from 'd3-contour';
import { levelsOf } from '../../../design/tones.ts';
import type { Tones } from '../../../design/types.ts';
import { regionFromRings } from '../../../geometry/clip.ts';
import { applyMatrix, determinant, IDENTITY, inverse, type Matrix } from '../../../geometry/matrix.ts';
import type { Bounds } from '../../../geometry/points.ts';
import type { Region } from '../../../geometry/region.ts';

/** Where it grows darker when there is no picture. */
export type Darker = 'down' | 'right' | 'up' | 'left' | 'middle' | 'edge';

/** Tones that are made without a picture have so many places along a side. */
const PLAIN = 48;

function plainLevels(darker: Darker): Float32Array {
  const out = new Float32Array(PLAIN * PLAIN);
  for (let row = 0, i = 0; row < PLAIN; row++)
    for (let column = 0; column < PLAIN; column++, i++) {
      const [x, y] = [column / (PLAIN - 1), row / (PLAIN - 1)];
      const out1 = Math.min(1, Math.hypot(2 * x - 1, 2 * y - 1));
      out[i] = { down: y, right: x, up: 1 - y, left: 1 - x, middle: 1 - out1, edge: out1 }[darker];
    }
  return out;
}

/** What of a picture is sewn, and how strongly. */
export interface ToneChoice {
  of: 'dark' | 'light';
  /** Over 1: more thread in the middle tones. */
  weight: number;
  /** Tones are evened over about so much, in mm: what is finer than lines can show makes them restless. */
  over: number;
}

/** Thread wanted (0 to 1) by places in mm. */
export class ToneField {
  private readonly values: Float32Array;
  private readonly columns: number;
  private readonly rows: number;
  private readonly place: Matrix;
  private readonly back: Matrix;

  /** Without tones it grows darker over `box`. */
  constructor(tones: Tones | undefined, darker: Darker, box: Bounds, { of, weight, over }: ToneChoice) {
    this.columns = tones?.columns ?? PLAIN;
    this.rows = tones?.rows ?? PLAIN;
    const levels = tones ? levelsOf(tones) : plainLevels(darker);
    const place = tones?.place;
    this.place =
      place && Math.abs(determinant(place)) > 1e-6
        ? place
        : [box.maxX - box.minX || 1, 0, 0, box.maxY - box.minY || 1, box.minX, box.minY];
    this.back = inverse(this.place) ?? IDENTITY;
    // A place is so large on the cloth.
    const cell = Math.sqrt(Math.abs(determinant(this.place)) / (this.columns * this.rows));
    const radius = over / 2 / cell;
    const values = levels.map((level) => Math.pow(of === 'dark' ? level : 1 - level, 1 / weight));
    this.values =
      radius > 0.3
        ? (blur2({ data: values, width: this.columns, height: this.rows }, radius).data as Float32Array)
        : values;
  }

  /** How much of the cloth thread is to cover at a place (mm), 0 to 1; beside the picture nothing. */
  at(x: number, y: number): number {
    const { columns, rows, values } = this;
    const p = applyMatrix(this.back, { x, y });
    if (p.x < 0 || p.y < 0 || p.x > 1 || p.y > 1) return 0;
    const u = Math.min(columns - 1, Math.max(0, p.x * columns - 0.5));
    const v = Math.min(rows - 1, Math.max(0, p.y * rows - 0.5));
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [i1, j1] = [Math.min(columns - 1, i + 1), Math.min(rows - 1, j + 1)];
    const upper = values[j * columns + i] * (1 - u + i) + values[j * columns + i1] * (u - i);
    const lower = values[j1 * columns + i] * (1 - u + i) + values[j1 * columns + i1] * (u - i);
    return upper * (1 - v + j) + lower * (v - j);
  }

  /** Where at least `least` is wanted, in mm. */
  region(least: number): Region {
    const { columns, rows, values } = this;
    // Marching squares on places; a border of nothing closes what reaches the picture's edge.
    const [width, height] = [columns + 2, rows + 2];
    const padded = new Float32Array(width * height);
    for (let row = 0; row < height; row++)
      for (let column = 0; column < width; column++) {
        const i = Math.min(columns - 1, Math.max(0, column - 1));
        const j = Math.min(rows - 1, Math.max(0, row - 1));
        padded[row * width + column] = values[j * columns + i];
      }
    const [shape] = contours().size([width, height]).thresholds([least])(padded as unknown as number[]);
    const clamped = (v: number, most: number): number => Math.min(1, Math.max(0, v / most));
    const rings = shape.coordinates.flat().map((ring) =>
      Float64Array.from(
        // The first point stands at the end once more.
        ring.slice(1).flatMap(([x, y]) => {
          const p = { x: clamped(x - 1, columns), y: clamped(y - 1, rows) };
          const at = applyMatrix(this.place, p);
          return [at.x, at.y];
        }),
      ),
    );
    return regionFromRings(rings, 'evenodd');
  }
}
