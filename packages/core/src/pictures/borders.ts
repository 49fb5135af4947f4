// The borders between patches of a picture, each found once: lines from where three patches meet to the next such place,
// or rings. Both neighbours are made of the same lines, so there is neither gap nor overlap between them.
import { settleMeetings } from './meetings.ts';
import type { Patches } from './patches.ts';
import { NO_SHADE } from './shades.ts';

/** A border: to its left lies one patch, to its right another; -1 is ground. Places in pixels. */
export interface Border {
  left: number;
  right: number;
  /** x, y in turn; of a ring without the first place again. */
  coords: number[];
  ring: boolean;
}

/** A border as part of a patch's edge. */
export interface Side {
  border: number;
  backwards: boolean;
}

export interface BorderMap {
  borders: Border[];
  /** Rings of every patch by its number, outer ones and holes, with the patch to their left. */
  rings: Map<number, Side[][]>;
}

/** Steps to the right, down, left, up. */
const DX = [1, 0, -1, 0];
const DY = [0, 1, 0, -1];

/** How far, in pixels, a border moves from between two pixels: by it what lies at the edge is told to a part of a pixel. */
export type Shift = (onLeft: number, onRight: number, across: number) => number;

/**
 * `shift` is asked with two pixels and the step from one to the other, and gives how far beyond the middle between them, in
 * the direction of that step, their border lies; at most half a pixel.
 */
export function bordersOf(patches: Patches, shift: Shift | null): BorderMap {
  const { width, height } = patches;
  // With a frame of ground about it, so that no place needs to be looked whether it is inside.
  const framed = width + 2;
  const own = new Int32Array(framed * (height + 2)).fill(-1);
  const number = Int32Array.from(patches.colour, (colour, p) => (colour === NO_SHADE ? -1 : p));
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0, to = (y + 1) * framed + 1; x < width; x++, i++, to++) own[to] = number[patches.at[i]];
  const patchAt = (x: number, y: number): number => own[(y + 1) * framed + x + 1];
  /** The pixels to the left and right of the step from a corner of pixels. */
  const leftOf = (x: number, y: number, d: number): [number, number] => [
    d === 2 || d === 3 ? x - 1 : x,
    d === 0 || d === 3 ? y - 1 : y,
  ];
  const rightOf = (x: number, y: number, d: number): [number, number] => [
    d === 1 || d === 2 ? x - 1 : x,
    d === 2 || d === 3 ? y - 1 : y,
  ];
  const w = width + 1;
  /** Which of the four steps from a corner are borders, as bits. */
  const steps = new Uint8Array(w * (height + 1));
  const degree = new Uint8Array(steps.length);
  /** Corners on borders, row by row. */
  const corners: number[] = [];
  for (let y = 0, v = 0; y <= height; y++)
    for (let x = 0; x <= width; x++, v++) {
      // The four pixels about a corner: a step is a border where the two beside it differ.
      const at = y * framed + x;
      const ul = own[at];
      const ur = own[at + 1];
      const ll = own[at + framed];
      const lr = own[at + framed + 1];
      if (ul === ur && ul === ll && ul === lr) continue;
      const bits = (ur !== lr ? 1 : 0) | (lr !== ll ? 2 : 0) | (ll !== ul ? 4 : 0) | (ul !== ur ? 8 : 0);
      steps[v] = bits;
      corners.push(v);
      degree[v] = (bits & 1) + ((bits >> 1) & 1) + ((bits >> 2) & 1) + (bits >> 3);
    }
  const seen = new Uint8Array(steps.length);
  const borders: Border[] = [];
  /** Sides that leave a meeting place, by corner and direction. */
  const leaving = new Map<number, Side>();
  const arriving: number[][] = [];

  /** The middle of a step, moved to where the border really is. */
  const middle = (x: number, y: number, d: number): [number, number] => {
    const [mx, my] = [x + DX[d] / 2, y + DY[d] / 2];
    if (!shift) return [mx, my];
    const [lx, ly] = leftOf(x, y, d);
    const [rx, ry] = rightOf(x, y, d);
    if (lx < 0 || ly < 0 || rx < 0 || ry < 0 || lx >= width || rx >= width || ly >= height || ry >= height)
      return [mx, my];
    const by = shift(ly * width + lx, ry * width + rx, (ry - ly) * width + rx - lx);
    return [mx + by * (rx - lx), my + by * (ry - ly)];
  };

  const walk = (x0: number, y0: number, d0: number, ring: boolean): void => {
    let [x, y, d] = [x0, y0, d0];
    const coords: number[] = [];
    const left = patchAt(...leftOf(x, y, d));
    const right = patchAt(...rightOf(x, y, d));
    for (let guard = 0; guard < 4 * steps.length; guard++) {
      seen[y * w + x] |= 1 << d;
      coords.push(...middle(x, y, d));
      x += DX[d];
      y += DY[d];
      const v = y * w + x;
      seen[v] |= 1 << ((d + 2) % 4);
      if (ring ? x === x0 && y === y0 : degree[v] !== 2) break;
      const back = 1 << ((d + 2) % 4);
      d = 31 - Math.clz32(steps[v] & ~back);
    }
    const border = borders.push({ left, right, coords, ring }) - 1;
    if (ring) return;
    leaving.set(4 * (y0 * w + x0) + d0, { border, backwards: false });
    leaving.set(4 * (y * w + x) + ((d + 2) % 4), { border, backwards: true });
    arriving[border] = [x0, y0, d0, x, y, d];
  };
  for (const v of corners)
    if (degree[v] > 2)
      for (let d = 0; d < 4; d++)
        if (steps[v] & (1 << d) && !(seen[v] & (1 << d))) walk(v % w, Math.floor(v / w), d, false);
  for (const v of corners)
    if (degree[v] === 2 && !seen[v]) walk(v % w, Math.floor(v / w), 31 - Math.clz32(steps[v]), true);

  settleMeetings(borders, arriving);
  return { borders, rings: ringsOfPatches(borders, arriving, leaving, w) };
}

function ringsOfPatches(
  borders: readonly Border[],
  arriving: readonly number[][],
  leaving: ReadonlyMap<number, Side>,
  w: number,
): Map<number, Side[][]> {
  const rings = new Map<number, Side[][]>();
  const put = (patch: number, ring: Side[]): void => {
    if (patch < 0) return;
    const list = rings.get(patch);
    if (list) list.push(ring);
    else rings.set(patch, [ring]);
  };
  const used = new Set<number>();
  borders.forEach(({ left, right, ring }, border) => {
    if (ring) {
      put(left, [{ border, backwards: false }]);
      put(right, [{ border, backwards: true }]);
      return;
    }
    for (const backwards of [false, true]) {
      const patch = backwards ? right : left;
      if (patch < 0 || used.has(2 * border + +backwards)) continue;
      const sides: Side[] = [];
      let side: Side = { border, backwards };
      while (!used.has(2 * side.border + +side.backwards)) {
        used.add(2 * side.border + +side.backwards);
        sides.push(side);
        const [x0, y0, d0, x1, y1, d1] = arriving[side.border];
        const [x, y, d] = side.backwards ? [x0, y0, (d0 + 2) % 4] : [x1, y1, d1];
        // Round the pixel on the left: to the left when it ends there, else straight on, else to the right.
        const onwards = [3, 0, 1]
          .map((turn) => leaving.get(4 * (y * w + x) + ((d + turn) % 4)))
          .find((s) => s);
        if (!onwards) break;
        side = onwards;
      }
      put(patch, sides);
    }
  });
  return rings;
}
