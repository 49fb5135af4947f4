// A path after an affine map.
import { applyMatrix, applyToVector, type Matrix } from '../geometry/matrix.ts';
import type { Path } from '../design/types.ts';

export const transformPath = (path: Path, m: Matrix): Path => ({
  closed: path.closed,
  points: path.points.map((p) => ({
    ...applyMatrix(m, p),
    ...(p.in && { in: applyToVector(m, p.in) }),
    ...(p.out && { out: applyToVector(m, p.out) }),
  })),
});
