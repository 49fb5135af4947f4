// The geometry kernel: Clipper2 compiled to WebAssembly, behind flat arrays of whole numbers.
//
// It is loaded once, when this file is first imported, and answers at once from then on. What it hands out lives in
// its own memory until it is given back, so nothing of that leaves this file.
// @ts-expect-error the package says in the wrong place where its types are
import loadKernel from 'clipper2-wasm';
import type { Clipper64, MainModule, Path64, Paths64 } from 'clipper2-wasm/dist/clipper2z.js';

const kernel = await (loadKernel as () => Promise<MainModule>)();

/** x0, y0, x1, y1, … as whole numbers within ±2^31. */
export type GridPath = Int32Array;

export type Operation = 'unite' | 'subtract' | 'intersect';
export type GridJoin = 'round' | 'mitre' | 'bevel';
export type GridEnd = 'polygon' | 'joined' | 'flat' | 'round' | 'square';

const { ClipType, FillRule, JoinType, EndType } = kernel;
const OPERATIONS = {
  unite: ClipType.Union,
  subtract: ClipType.Difference,
  intersect: ClipType.Intersection,
};
const RULES = { evenodd: FillRule.EvenOdd, nonzero: FillRule.NonZero };
const JOINS = {
  round: JoinType.Round,
  mitre: JoinType.Miter,
  // The kernel knows it by this number; its JavaScript side has no name for it.
  bevel: { value: 1 } as unknown as typeof JoinType.Round,
};
const ENDS = {
  polygon: EndType.Polygon,
  joined: EndType.Joined,
  flat: EndType.Butt,
  round: EndType.Round,
  square: EndType.Square,
};

/** Words of 32 bits that a point takes in the kernel's memory: x, y and a number of its own, 64 bits each. */
const WORDS = 6;

function pathIn(path: GridPath): Path64 {
  const numbers = new BigInt64Array((path.length / 2) * 3);
  const words = new Int32Array(numbers.buffer); // lower word first, as WebAssembly has it
  for (let i = 0, w = 0; i < path.length; i += 2, w += WORDS) {
    words[w] = path[i];
    words[w + 1] = path[i] >> 31;
    words[w + 2] = path[i + 1];
    words[w + 3] = path[i + 1] >> 31;
  }
  const made = new kernel.Path64();
  made.assign(numbers);
  return made;
}

function pathsIn(paths: readonly GridPath[]): Paths64 {
  const made = new kernel.Paths64();
  for (const path of paths) {
    const one = pathIn(path);
    made.push_back(one);
    one.delete();
  }
  return made;
}

function pathOut(path: Path64): GridPath {
  const { buffer, byteOffset, length } = path.view();
  const words = new Int32Array(buffer, byteOffset, 2 * length);
  const out = new Int32Array((words.length / WORDS) * 2);
  for (let i = 0, w = 0; i < out.length; i += 2, w += WORDS) {
    out[i] = words[w];
    out[i + 1] = words[w + 2];
  }
  path.delete();
  return out;
}

function pathsOut(paths: Paths64): GridPath[] {
  const out = Array.from({ length: paths.size() }, (_, i) => pathOut(paths.get(i)));
  paths.delete();
  return out;
}

/**
 * What two sets of rings are together: outer rings with a positive area, holes with a negative one. (The kernel can
 * nest them too, but puts holes that touch their outer ring beside it now and then.)
 */
export function combineRings(
  operation: Operation,
  rule: keyof typeof RULES,
  subject: readonly GridPath[],
  clip: readonly GridPath[],
): GridPath[] {
  const [a, b] = [pathsIn(subject), pathsIn(clip)];
  try {
    return pathsOut(kernel.BooleanOp64(OPERATIONS[operation], RULES[rule], a, b));
  } finally {
    for (const used of [a, b]) used.delete();
  }
}

/** The parts of open lines inside of rings (intersect) or outside of them (subtract), in no order. */
export function cropOpen(
  operation: 'intersect' | 'subtract',
  lines: readonly GridPath[],
  rings: readonly GridPath[],
): GridPath[] {
  const [subject, clip] = [pathsIn(lines), pathsIn(rings)];
  const [closed, open] = [new kernel.Paths64(), new kernel.Paths64()];
  const clipper: Clipper64 = new kernel.Clipper64();
  try {
    clipper.AddOpenSubject(subject);
    clipper.AddClip(clip);
    clipper.ExecutePath(OPERATIONS[operation], RULES.nonzero, closed, open);
    return pathsOut(open);
  } finally {
    for (const used of [subject, clip, closed, clipper]) used.delete();
  }
}

/** Paths grown by `delta`; corners longer than `limit` × `delta` are cut off, arcs stray by `stray` at the most. */
export function inflate(
  paths: readonly GridPath[],
  delta: number,
  join: GridJoin,
  end: GridEnd,
  limit: number,
  stray: number,
): GridPath[] {
  const given = pathsIn(paths);
  try {
    return pathsOut(kernel.InflatePaths64(given, delta, JOINS[join], ENDS[end], limit, stray));
  } finally {
    given.delete();
  }
}

/**
 * Rings without the points that stand for less than `before`, grown by `delta` as in `inflate`, without those that
 * stand for less than `after`, and united: in one go, since handing points over takes as long as the work.
 */
export function offsetRings(
  rings: readonly GridPath[],
  delta: number,
  join: GridJoin,
  limit: number,
  stray: number,
  before: number,
  after: number,
): GridPath[] {
  const used: Paths64[] = [];
  const held = (paths: Paths64): Paths64 => (used.push(paths), paths);
  try {
    const sparse = held(kernel.SimplifyPaths64(held(pathsIn(rings)), before, true));
    const grown = held(kernel.InflatePaths64(sparse, delta, JOINS[join], ENDS.polygon, limit, stray));
    const smooth = held(kernel.SimplifyPaths64(grown, after, true));
    const none = held(new kernel.Paths64());
    return pathsOut(kernel.BooleanOp64(OPERATIONS.unite, RULES.nonzero, smooth, none));
  } finally {
    for (const paths of used) paths.delete();
  }
}

/** Rings without the points that stand for less than `tolerance`. */
export function simplify(rings: readonly GridPath[], tolerance: number): GridPath[] {
  const given = pathsIn(rings);
  try {
    return pathsOut(kernel.SimplifyPaths64(given, tolerance, true));
  } finally {
    given.delete();
  }
}
