// Curves through the points of computed outlines. Offsets come as chords; stitches that stand square to chords turn in
// steps, square to a curve they turn evenly.
import type { Path, PathPoint } from '../../design/types.ts';
import type { Coords } from '../../geometry/polyline.ts';

/** No curve leaves its chord's true arc by more than about this, in mm. */
const TRUE_TO = 0.02;
/** A chord so many times as long as its neighbour is a straight side. */
const STRAIGHT = 3;
/** Sharper turns are corners, in radians. */
const CORNER = 0.45;

/**
 * A closed ring as a path. At each point the chords' turn is shared out as on a circle, but no chord is bent farther
 * than `TRUE_TO` allows: where a straight side goes over into an arc, the side stays straight.
 */
export function roundedPath(coords: Coords): Path {
  const n = coords.length / 2;
  const points: PathPoint[] = [];
  for (let i = 0; i < n; i++) {
    const [a, b] = [2 * ((i + n - 1) % n), 2 * ((i + 1) % n)];
    const [x, y] = [coords[2 * i], coords[2 * i + 1]];
    const [ux, uy] = [x - coords[a], y - coords[a + 1]];
    const [vx, vy] = [coords[b] - x, coords[b + 1] - y];
    const [lu, lv] = [Math.hypot(ux, uy), Math.hypot(vx, vy)];
    const turn = Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
    if (Math.abs(turn) > CORNER || lu < 1e-9 || lv < 1e-9 || Math.abs(turn) < 1e-6) {
      points.push({ x, y });
      continue;
    }
    // A chord that leaves its end by an angle swings out by a quarter of its length times that angle.
    const bent = (l: number, other: number): number =>
      l > STRAIGHT * other ? 0 : Math.min((Math.abs(turn) * l) / (l + other), (4 * TRUE_TO) / l);
    const before = bent(lu, lv) * Math.sign(turn);
    const after =
      (lu > STRAIGHT * lv ? Math.min(Math.abs(turn), (4 * TRUE_TO) / lv) : bent(lv, lu)) * Math.sign(turn);
    const [inX, inY] = turned(ux / 3, uy / 3, before);
    const [outX, outY] = turned(vx / 3, vy / 3, -after);
    points.push({ x, y, in: { x: -inX, y: -inY }, out: { x: outX, y: outY } });
  }
  return { closed: true, points };
}

function turned(x: number, y: number, by: number): [number, number] {
  const [c, s] = [Math.cos(by), Math.sin(by)];
  return [x * c - y * s, x * s + y * c];
}
