// A picture as pixels, and what is done to it before anything is looked for: cut, turned, straightened, lightened.
import type { TakenPicture } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';

/** Pixels row by row from the upper left corner; red, green, blue and opacity, 0 to 255 each. */
export interface Bitmap {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

export const WHOLE: TakenPicture['corners'] = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
];

export const TAKEN: TakenPicture = { quarters: 0, turn: 0, corners: WHOLE, brightness: 0, contrast: 0 };

/** A map of the plane that keeps lines straight, as the nine numbers of its matrix. */
type Projection = readonly [number, number, number, number, number, number, number, number, number];

/**
 * The projection that takes the corners of the unit square to four points, after P. Heckbert, "Fundamentals of Texture
 * Mapping and Image Warping" (1989), section 2.2.3.
 */
function fromSquare([a, b, c, d]: readonly Point[]): Projection {
  const [sx, sy] = [a.x - b.x + c.x - d.x, a.y - b.y + c.y - d.y];
  if (Math.abs(sx) < 1e-12 && Math.abs(sy) < 1e-12)
    return [b.x - a.x, c.x - b.x, a.x, b.y - a.y, c.y - b.y, a.y, 0, 0, 1];
  const [x1, x2, y1, y2] = [b.x - c.x, d.x - c.x, b.y - c.y, d.y - c.y];
  const det = x1 * y2 - x2 * y1;
  const g = (sx * y2 - x2 * sy) / det;
  const h = (x1 * sy - sx * y1) / det;
  return [
    b.x - a.x + g * b.x,
    d.x - a.x + h * d.x,
    a.x,
    b.y - a.y + g * b.y,
    d.y - a.y + h * d.y,
    a.y,
    g,
    h,
    1,
  ];
}

/** Do four corners go round once, without a bend inwards? Only then there is a projection. */
export function goRound(corners: readonly Point[]): boolean {
  const turns = corners.map((a, i) => {
    const [b, c] = [corners[(i + 1) % 4], corners[(i + 2) % 4]];
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
  });
  return turns.every((t) => t > 1e-6);
}

const isWhole = (corners: TakenPicture['corners']): boolean =>
  corners.every((p, i) => Math.hypot(p.x - WHOLE[i].x, p.y - WHOLE[i].y) < 1e-9);

/** The colour between pixels, weighted by opacity; outside of the picture it is clear. */
function sample(
  { width, height, data }: Bitmap,
  x: number,
  y: number,
  out: Uint8ClampedArray,
  at: number,
): void {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  let [r, g, b, a] = [0, 0, 0, 0];
  for (let k = 0; k < 4; k++) {
    const [px, py] = [x0 + (k & 1), y0 + (k >> 1)];
    if (px < 0 || py < 0 || px >= width || py >= height) continue;
    const weight = Math.abs(1 - (k & 1) - (x - x0)) * Math.abs(1 - (k >> 1) - (y - y0));
    const i = 4 * (py * width + px);
    const alpha = weight * data[i + 3];
    r += alpha * data[i];
    g += alpha * data[i + 1];
    b += alpha * data[i + 2];
    a += alpha;
  }
  if (a > 0) {
    out[at] = r / a;
    out[at + 1] = g / a;
    out[at + 2] = b / a;
  }
  out[at + 3] = a;
}

/** Which pixels a smaller picture's column or row stands for, `count` from each one's `first` on, and how much of each. */
interface Shares {
  first: Int32Array;
  count: number;
  parts: Float64Array;
}

function sharesOf(from: number, to: number): Shares {
  const k = from / to;
  const count = Math.min(from, Math.ceil(k) + 1);
  const first = Int32Array.from({ length: to }, (_, i) => Math.min(from - count, Math.floor(i * k)));
  const parts = new Float64Array(to * count);
  for (let i = 0; i < to; i++)
    for (let c = 0; c < count; c++) {
      const u = first[i] + c;
      parts[i * count + c] = Math.max(0, Math.min(u + 1, (i + 1) * k) - Math.max(u, i * k));
    }
  return { first, count, parts };
}

/** The picture as large as `width` × `height`, each pixel the middle of those that it stands for. */
function resized(from: Bitmap, width: number, height: number): Bitmap {
  if (width === from.width && height === from.height) return from;
  const out = new Uint8ClampedArray(4 * width * height);
  const { data } = from;
  const [columns, rows] = [sharesOf(from.width, width), sharesOf(from.height, height)];
  const all = (from.width / width) * (from.height / height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let v = 0; v < rows.count; v++) {
        const high = rows.parts[y * rows.count + v];
        if (!high) continue;
        let i = 4 * ((rows.first[y] + v) * from.width + columns.first[x]);
        for (let u = 0; u < columns.count; u++, i += 4) {
          const alpha = high * columns.parts[x * columns.count + u] * data[i + 3];
          r += alpha * data[i];
          g += alpha * data[i + 1];
          b += alpha * data[i + 2];
          a += alpha;
        }
      }
      const at = 4 * (y * width + x);
      if (a > 0) {
        out[at] = r / a;
        out[at + 1] = g / a;
        out[at + 2] = b / a;
      }
      out[at + 3] = a / all;
    }
  return { width, height, data: out };
}

/** Not larger than `longest` pixels on its longer side. */
export function atMost(from: Bitmap, longest: number): Bitmap {
  const k = Math.min(1, longest / Math.max(from.width, from.height));
  return resized(from, Math.max(1, Math.round(from.width * k)), Math.max(1, Math.round(from.height * k)));
}

/** The four pixels that a place between the middle two is told from, and their shares (E. Catmull and R. Rom, 1974). */
const cubicShares = (t: number): readonly [number, number, number, number] => [
  ((2 - t) * t - 1) * t * 0.5,
  ((3 * t - 5) * t * t + 2) * 0.5,
  ((4 - 3 * t) * t + 1) * t * 0.5,
  (t - 1) * t * t * 0.5,
];

/** So many times as large, with smooth steps between pixels; what is half clear is told by its opacity. */
export function enlarged({ width, height, data }: Bitmap, times: number): Bitmap {
  const [wide, high] = [width * times, height * times];
  const out = new Uint8ClampedArray(4 * wide * high);
  const across = Array.from({ length: wide }, (_, x) => placeIn(x, times, width));
  for (let y = 0; y < high; y++) {
    const down = placeIn(y, times, height);
    for (let x = 0; x < wide; x++) {
      const { pixels, shares } = across[x];
      let [r, g, b, a] = [0, 0, 0, 0];
      for (let v = 0; v < 4; v++)
        for (let u = 0; u < 4; u++) {
          const i = 4 * (down.pixels[v] * width + pixels[u]);
          const alpha = down.shares[v] * shares[u] * data[i + 3];
          r += alpha * data[i];
          g += alpha * data[i + 1];
          b += alpha * data[i + 2];
          a += alpha;
        }
      const at = 4 * (y * wide + x);
      if (a > 0) [out[at], out[at + 1], out[at + 2]] = [r / a, g / a, b / a];
      out[at + 3] = a;
    }
  }
  return { width: wide, height: high, data: out };
}

/** Which pixels of a row or column a place of one so many times as long lies between. */
function placeIn(at: number, times: number, length: number) {
  const v = (at + 0.5) / times - 0.5;
  const first = Math.floor(v) - 1;
  const pixels = [0, 1, 2, 3].map((k) => Math.min(length - 1, Math.max(0, first + k)));
  return { pixels, shares: cubicShares(v - first - 1) };
}

/** What becomes of each step of a channel by the tones that a picture is taken with; null when all stay as they are. */
function toneTable({ brightness, contrast }: TakenPicture): Uint8ClampedArray | null {
  if (!brightness && !contrast) return null;
  // A slope about the middle: at 1 everything is black or white, at -1 all is grey.
  const slope = contrast >= 0 ? 1 / Math.max(0.004, 1 - contrast) : 1 + contrast;
  return Uint8ClampedArray.from({ length: 256 }, (_, v) => (v - 127.5) * slope + 127.5 + 127.5 * brightness);
}

/** The picture with the tones that it is taken with. */
export function toned(from: Bitmap, how: TakenPicture): Bitmap {
  const table = toneTable(how);
  if (!table) return from;
  const data = from.data.slice();
  for (let i = 0; i < data.length; i += 4) for (let k = 0; k < 3; k++) data[i + k] = table[data[i + k]];
  return { ...from, data };
}

/** A colour, in whole steps of 0 to 255, with those tones. */
export function tonedColour(colour: readonly number[], how: TakenPicture): readonly number[] {
  const table = toneTable(how);
  return table ? colour.map((v) => table[v]) : colour;
}

/** Is the picture taken as it stands, whole? */
export const isUpright = ({ quarters, turn, corners }: TakenPicture): boolean =>
  Math.round(quarters) % 4 === 0 && !turn && (isWhole(corners) || !goRound(corners));

/** The picture as it is taken: turned first, then cut or straightened by its corners. */
export function shaped(from: Bitmap, how: TakenPicture): Bitmap {
  const quarters = ((Math.round(how.quarters) % 4) + 4) % 4;
  let out = from;
  if (quarters || how.turn) out = turned(out, 90 * quarters + how.turn);
  if (!isWhole(how.corners) && goRound(how.corners)) out = cut(out, how.corners);
  return out;
}

/** Turned to the right about its middle, by degrees; as large as what it then spans. */
function turned(from: Bitmap, degrees: number): Bitmap {
  const a = (degrees * Math.PI) / 180;
  const quarter = degrees % 90 === 0;
  const [c, s] = quarter ? [Math.round(Math.cos(a)), Math.round(Math.sin(a))] : [Math.cos(a), Math.sin(a)];
  const width = Math.max(1, Math.round(Math.abs(c) * from.width + Math.abs(s) * from.height));
  const height = Math.max(1, Math.round(Math.abs(s) * from.width + Math.abs(c) * from.height));
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x + 0.5 - width / 2, y + 0.5 - height / 2];
      const at = 4 * (y * width + x);
      sample(from, c * u + s * v + from.width / 2 - 0.5, -s * u + c * v + from.height / 2 - 0.5, data, at);
    }
  return { width, height, data };
}

function cut(from: Bitmap, corners: TakenPicture['corners']): Bitmap {
  const at = corners.map((p) => ({ x: p.x * from.width, y: p.y * from.height }));
  const side = (i: number, k: number): number => Math.hypot(at[i].x - at[k].x, at[i].y - at[k].y);
  const width = Math.max(1, Math.round(Math.max(side(0, 1), side(3, 2))));
  const height = Math.max(1, Math.round(Math.max(side(0, 3), side(1, 2))));
  const [a, b, c, d, e, f, g, h] = fromSquare(at);
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [(x + 0.5) / width, (y + 0.5) / height];
      const w = g * u + h * v + 1;
      sample(from, (a * u + b * v + c) / w - 0.5, (d * u + e * v + f) / w - 0.5, data, 4 * (y * width + x));
    }
  return { width, height, data };
}
