// A design laid on a thing: its plan, its appliqué cloths and its edge, bent as the thing's surface is.
import {
  applyMatrix,
  flattenPath,
  Move,
  multiply,
  outlinePaths,
  rotation,
  translation,
  type PatchObject,
  type Path,
  type ThreadPlan,
  type Point,
} from '@rosehip/core';
import { foldIn, foldLines, onSurface } from './surface.ts';
import { piecesOf, type Thing } from './thing.ts';

/** Where a design lies on the cloth of a thing. */
export interface Place {
  /** Its middle, in mm of the surface. */
  x: number;
  y: number;
  /** Degrees, clockwise. */
  turn: number;
}

/** A place of the design, in mm, to where it is seen in the picture; null where it is turned away. */
export type Bend = (x: number, y: number) => Point | null;

const folds = new WeakMap<Thing, ReturnType<typeof foldLines>>();

/** How a design whose middle is at `middle` comes to lie at a place of a thing. */
export function bendOf(thing: Thing, middle: Point, { x, y, turn }: Place): Bend {
  let ridges = folds.get(thing);
  if (!ridges) {
    ridges = foldLines(piecesOf(thing).flatMap((piece) => (piece.sewn ? (piece.folds ?? []) : [])));
    folds.set(thing, ridges);
  }
  const onCloth = multiply(translation(x - middle.x, y - middle.y), rotation(turn, middle));
  return (px, py) => {
    const p = applyMatrix(onCloth, { x: px, y: py });
    const at = onSurface(thing.surface, p.x, p.y);
    if (at) foldIn(ridges, at);
    return at;
  };
}

/** The plan as it is seen there: what is turned away is jumped over. Its other arrays are those of the plan. */
export function bentPlan(plan: ThreadPlan, bend: Bend): ThreadPlan {
  const count = plan.x.length;
  const [x, y] = [new Float32Array(count), new Float32Array(count)];
  const move = plan.move.slice();
  let hidden = false;
  for (let i = 0; i < count; i++) {
    const at = bend(plan.x[i], plan.y[i]);
    if (at) {
      x[i] = at.x;
      y[i] = at.y;
    }
    // Neither a stitch to where nobody looks, nor one from there.
    if ((!at || hidden) && move[i] === Move.stitch) move[i] = Move.jump;
    hidden = !at;
  }
  return { ...plan, x, y, move };
}

/** How finely edges are parted before they are bent, in mm. */
const FINE = 2;

/** Lines as they are seen there, point by point; what is turned away is left out. */
export function bentPaths(paths: readonly Path[], bend: Bend): Path[] {
  return paths.flatMap((path) => {
    const { coords } = flattenPath(path, 0.1);
    const points: Point[] = [];
    const add = (x: number, y: number): void => {
      const at = bend(x, y);
      if (at) points.push(at);
    };
    const count = coords.length / 2;
    const last = path.closed ? count : count - 1;
    for (let i = 0; i < last; i++) {
      const j = (i + 1) % count;
      const [ax, ay, bx, by] = [coords[2 * i], coords[2 * i + 1], coords[2 * j], coords[2 * j + 1]];
      const steps = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / FINE));
      for (let k = 0; k < steps; k++) add(ax + ((bx - ax) * k) / steps, ay + ((by - ay) * k) / steps);
    }
    if (!path.closed && count) add(coords[2 * count - 2], coords[2 * count - 1]);
    return points.length > 1 ? [{ closed: path.closed, points }] : [];
  });
}

/** An appliqué as it is seen there. */
export const bentPatch = (object: PatchObject, bend: Bend): PatchObject => ({
  ...object,
  outline: { kind: 'path', paths: bentPaths(outlinePaths(object.outline), bend) },
});
