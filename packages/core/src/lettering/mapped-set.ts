// Letters on a sheet that is bent: their frames as they lie on the cloth, near enough for a caret and for handles.
import { applyMatrix, type Matrix } from '../geometry/matrix.ts';
import type { Point } from '../geometry/points.ts';
import type { SetText } from './set-letters.ts';

/** A frame after a map, as that lies about its foot: over `width` mm along it, and one height above it. */
function mapped(frame: Matrix, map: (p: Point) => Point, width: number, height: number): Matrix {
  const [foot, right, top] = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: 0, y: -height },
  ].map((p) => map(applyMatrix(frame, p)));
  return [
    (right.x - foot.x) / width,
    (right.y - foot.y) / width,
    (foot.x - top.x) / height,
    (foot.y - top.y) / height,
    foot.x,
    foot.y,
  ];
}

/** The letters of a set text where a map brings them; `height` is that of capitals. Outlines stay as they were. */
export function mappedSet(set: SetText, map: (p: Point) => Point, height: number): SetText {
  return {
    ...set,
    letters: set.letters.map((letter) => ({
      ...letter,
      frame: mapped(letter.frame, map, Math.max(letter.width, 0.1), height),
    })),
    lines: set.lines.map((line) => ({ ...line, frame: mapped(line.frame, map, height, height) })),
    ...(set.parts && {
      parts: set.parts.map((part) => ({
        ...part,
        corners: part.corners.map(map),
        sides: part.sides.map(map),
        edge: part.edge.map(map),
      })),
    }),
  };
}
