// How a drawing's strokes end: caps that reach beyond the line are made part of it, as a column ends where its line does.
import type { Path, PathPoint, PlainOutline } from '../../design/types.ts';

/** The point `by` mm beyond the end of a path, straight on; `inward` is its handle, `next` its neighbour. */
function beyond(end: PathPoint, inward: PathPoint['in'], next: PathPoint, by: number): PathPoint | null {
  const [dx, dy] =
    inward && Math.hypot(inward.x, inward.y) > 1e-9
      ? [-inward.x, -inward.y]
      : [end.x - next.x, end.y - next.y];
  const length = Math.hypot(dx, dy);
  return length > 1e-9 ? { x: end.x + (dx * by) / length, y: end.y + (dy * by) / length } : null;
}

function longer({ closed, points }: Path, by: number): Path {
  if (closed || points.length < 2) return { closed, points };
  const [first, last] = [points[0], points[points.length - 1]];
  const before = beyond(first, first.out, points[1], by);
  const after = beyond(last, last.in, points[points.length - 2], by);
  return { closed, points: [...(before ? [before] : []), ...points, ...(after ? [after] : [])] };
}

/** An outline whose open paths go on by `by` mm at both ends. */
export const longerOutline = (outline: PlainOutline, by: number): PlainOutline =>
  outline.kind === 'path' ? { ...outline, paths: outline.paths.map((path) => longer(path, by)) } : outline;
