// A leaf in satin: out along its middle, and back from side to side.
import { distance, type Point } from '../../../geometry/points.ts';
import { runPoints } from '../../run-points.ts';
import { Column } from '../../satin/column.ts';
import { Ladder, type Rung } from '../../satin/ladder.ts';
import { sewAcross, type ColumnStitches } from '../../satin/sew-column.ts';
import { Part, type ThreadBuilder } from '../../thread.ts';

/** Rungs lie this far apart along the leaf, in mm. */
const STEP = 0.2;
/** What is narrower than this over most of its length is a line, and stays one; mm. */
const NARROW = 0.5;
/** Satins of a sprig are sewn so much wider on each side, against the pull of the thread, in mm. */
export const PULL = 0.1;
export const SATIN: ColumnStitches = { spacing: 0.4, underlay: 'none', longest: 6.9, split: 'staggered' };

/** From side to side of a closed stroke, square to the line from its foot to its far end. */
function rungsOf(stroke: readonly Point[]): Rung[] {
  const foot = stroke[0];
  const far = stroke.reduce((a, b) => (distance(b, foot) > distance(a, foot) ? b : a));
  const length = distance(foot, far);
  if (length < 2 * STEP) return [];
  const [ux, uy] = [(far.x - foot.x) / length, (far.y - foot.y) / length];
  const local = stroke.map((p) => ({
    along: (p.x - foot.x) * ux + (p.y - foot.y) * uy,
    across: -(p.x - foot.x) * uy + (p.y - foot.y) * ux,
  }));
  const count = Math.ceil(length / STEP);
  const out: Rung[] = [];
  for (let k = 0; k <= count; k++) {
    // The very ends of the stroke have no width: a hair inside them.
    const s = Math.min(length - 1e-3, Math.max(1e-3, (length * k) / count));
    const sides = local.flatMap((a, i) => {
      const b = local[(i + 1) % local.length];
      if (a.along > s === b.along > s) return [];
      return [a.across + ((s - a.along) / (b.along - a.along)) * (b.across - a.across)];
    });
    if (!sides.length) continue;
    const at = (across: number): Point => ({
      x: foot.x + ux * s - uy * across,
      y: foot.y + uy * s + ux * across,
    });
    out.push({ left: at(Math.min(...sides)), right: at(Math.max(...sides)) });
  }
  return out;
}

/** Sews a leaf in satin, from its foot and back to it; false when its stroke is no outline. `length` is that of run stitches, mm. */
export function satinLeaf(stroke: readonly Point[], length: number, builder: ThreadBuilder): boolean {
  const rungs = rungsOf(stroke);
  const wide = rungs.filter(({ left, right }) => distance(left, right) >= NARROW).length;
  if (rungs.length < 4 || wide < rungs.length / 2) return false;
  const column = Column.of(new Ladder(rungs), PULL);
  const middle = column.through(0, column.length, 0.5, ({ left, right }) => ({
    x: (left.x + right.x) / 2,
    y: (left.y + right.y) / 2,
  }));
  const coords = Float64Array.from([stroke[0], ...middle].flatMap((p) => [p.x, p.y]));
  builder.addLine(runPoints({ coords, closed: false }, length), Part.travel);
  sewAcross(column, column.length, 0, SATIN, builder);
  builder.addFirm(stroke[0].x, stroke[0].y, Part.top);
  return true;
}
