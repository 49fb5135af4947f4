// Thread straight into pixels: what is a few pixels wide and there by the hundred thousand takes a canvas far longer.
import { boundsMeet, emptyBounds, growBounds, type Bounds } from '../geometry/points.ts';
import type { ThreadPlan } from '../sewing/plan-parcel.ts';
import { paintThread, type PaintRange, type ThreadCanvas } from './paint.ts';

/** A part of a canvas, in its pixels. */
export interface CanvasBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** Where places in mm lie on a canvas: at `scale` pixels a millimetre from its origin, in pixels. */
export interface PixelMap {
  scale: number;
  originX: number;
  originY: number;
}

/** Thread as pixels, and where on the canvas they belong. */
export interface ThreadPixels extends CanvasBox {
  /** Four bytes each, row by row, not multiplied by their alpha, as ImageData wants them. */
  pixels: Uint8ClampedArray<ArrayBuffer>;
}

/** What is painted about an area, in pixels beside half a millimetre. */
const ROOM = 3;

/** The pixels that an area in mm takes on a canvas; none when it lies elsewhere. */
function boxOf(
  area: Bounds,
  { scale, originX, originY }: PixelMap,
  width: number,
  height: number,
): CanvasBox {
  const room = ROOM + scale / 2;
  const within = (v: number, most: number): number => Math.min(most, Math.max(0, v));
  const left = within(Math.floor(area.minX * scale + originX - room), width);
  const top = within(Math.floor(area.minY * scale + originY - room), height);
  return {
    left,
    top,
    width: within(Math.ceil(area.maxX * scale + originX + room), width) - left,
    height: within(Math.ceil(area.maxY * scale + originY + room), height) - top,
  };
}

const shared = (a: Bounds, b: Bounds): Bounds | null =>
  boundsMeet(a, b, 1)
    ? {
        minX: Math.max(a.minX, b.minX),
        minY: Math.max(a.minY, b.minY),
        maxX: Math.min(a.maxX, b.maxX),
        maxY: Math.min(a.maxY, b.maxY),
      }
    : null;

/** The thread of a range as it is seen on a canvas of so many pixels; null when none of it is. */
export function threadPixels(
  plan: ThreadPlan,
  range: PaintRange,
  map: PixelMap,
  width: number,
  height: number,
): ThreadPixels | null {
  const area = emptyBounds();
  for (let i = Math.max(0, range.from - 1); i < range.to; i++) growBounds(area, plan.x[i], plan.y[i]);
  const all = range.area ? shared(area, range.area) : area;
  const box = all && boxOf(all, map, width, height);
  if (!box || !box.width || !box.height) return null;
  const raster = new ThreadRaster(box, map);
  paintThread(raster, plan, map.scale, range);
  return { ...box, pixels: raster.pixels };
}

/** Flat ends reach this far beyond a stitch, in pixels: between two of one thread no cloth shines through. */
const BUTT = 0.5;

const channels = new Map<string, readonly [r: number, g: number, b: number]>();

/** The channels of #rrggbb. */
function channelsOf(hex: string): readonly [r: number, g: number, b: number] {
  let known = channels.get(hex);
  if (!known) {
    const value = Number.parseInt(hex.slice(1), 16);
    channels.set(hex, (known = [value >> 16, (value >> 8) & 255, value & 255]));
  }
  return known;
}

/**
 * Takes the strokes of `paintThread` and lays each line on its pixels, as much as it covers of each (by its distance from
 * the pixel's middle).
 */
class ThreadRaster implements ThreadCanvas {
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  globalAlpha = 1;
  lineWidth = 1;
  lineCap = 'butt';
  lineJoin = 'bevel';
  strokeStyle: unknown = '#000000';
  private readonly bytes: Uint8Array;
  private readonly box: CanvasBox;
  private readonly scale: number;
  private readonly dx: number;
  private readonly dy: number;
  private path: number[] = [];
  private x = 0;
  private y = 0;

  constructor(box: CanvasBox, { scale, originX, originY }: PixelMap) {
    this.box = box;
    this.scale = scale;
    // Pixels are told by their middles.
    [this.dx, this.dy] = [originX - box.left - 0.5, originY - box.top - 0.5];
    this.pixels = new Uint8ClampedArray(4 * box.width * box.height);
    this.bytes = new Uint8Array(this.pixels.buffer);
  }

  save(): void {}
  restore(): void {}

  beginPath(): void {
    this.path.length = 0;
  }

  moveTo(x: number, y: number): void {
    this.x = x * this.scale + this.dx;
    this.y = y * this.scale + this.dy;
  }

  lineTo(x: number, y: number): void {
    const toX = x * this.scale + this.dx;
    const toY = y * this.scale + this.dy;
    this.path.push(this.x, this.y, toX, toY);
    this.x = toX;
    this.y = toY;
  }

  stroke(): void {
    const [red, green, blue] = channelsOf(String(this.strokeStyle));
    const half = (this.lineWidth * this.scale) / 2;
    const { path } = this;
    for (let i = 0; i < path.length; i += 4)
      this.line(path[i], path[i + 1], path[i + 2], path[i + 3], half, red, green, blue);
  }

  /** One line, in pixels of the box. Written for speed: it is passed through for every stitch of a design. */
  private line(
    ax: number,
    ay: number,
    bx: number,
    by: number,
    half: number,
    red: number,
    green: number,
    blue: number,
  ): void {
    const { width, height } = this.box;
    const { bytes, globalAlpha } = this;
    const round = this.lineCap === 'round';
    const length = Math.sqrt((bx - ax) * (bx - ax) + (by - ay) * (by - ay));
    const ux = length > 1e-9 ? (bx - ax) / length : 1;
    const uy = length > 1e-9 ? (by - ay) / length : 0;
    // What is farther than this from the line's middle, or beyond its ends, is not touched.
    const wide = half + 0.5;
    const far = (round ? half : BUTT) + 0.5;
    const spread = Math.abs(ux) * wide + Math.abs(uy) * far;
    const from = Math.max(0, Math.ceil(Math.min(ay, by) - spread));
    const to = Math.min(height - 1, Math.floor(Math.max(ay, by) + spread));
    for (let y = from; y <= to; y++) {
      const down = y - ay;
      // Across: -wide ≤ ux·down - uy·(x - ax) ≤ wide. Along: -far ≤ ux·(x - ax) + uy·down ≤ length + far.
      let least = -ax;
      let most = width - 1 - ax;
      if (uy > 1e-6 || uy < -1e-6) {
        const middle = (ux * down) / uy;
        const reach = Math.abs(wide / uy);
        if (middle - reach > least) least = middle - reach;
        if (middle + reach < most) most = middle + reach;
      }
      if (ux > 1e-6 || ux < -1e-6) {
        const middle = (length / 2 - uy * down) / ux;
        const reach = Math.abs((length / 2 + far) / ux);
        if (middle - reach > least) least = middle - reach;
        if (middle + reach < most) most = middle + reach;
      }
      const last = Math.floor(ax + most);
      for (let x = Math.ceil(ax + least); x <= last; x++) {
        const right = x - ax;
        const across = Math.abs(ux * down - uy * right);
        const along = ux * right + uy * down;
        const beyond = along < 0 ? -along : along > length ? along - length : 0;
        let cover = wide - across;
        if (cover > 1) cover = 1;
        if (beyond > 0) {
          if (round) cover = Math.min(1, wide - Math.sqrt(across * across + beyond * beyond));
          else if (far - beyond < 1) cover *= far - beyond;
        }
        cover *= globalAlpha;
        if (cover < 0.002) continue;
        const i = 4 * (y * width + x);
        const under = bytes[i + 3];
        if (cover > 0.998 || under === 0) {
          bytes[i] = red;
          bytes[i + 1] = green;
          bytes[i + 2] = blue;
          bytes[i + 3] = 255 * cover + 0.5;
          continue;
        }
        // Of what is seen in the end, so much is this colour.
        const all = under === 255 ? 1 : cover + (under / 255) * (1 - cover);
        const share = ((cover / all) * 256 + 0.5) | 0;
        bytes[i] += ((red - bytes[i]) * share + 128) >> 8;
        bytes[i + 1] += ((green - bytes[i + 1]) * share + 128) >> 8;
        bytes[i + 2] += ((blue - bytes[i + 2]) * share + 128) >> 8;
        if (under !== 255) bytes[i + 3] = 255 * all + 0.5;
      }
    }
  }
}
