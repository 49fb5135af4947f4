// From where rows end to the edge that they were sewn to: they are not the same.
import { shareOnEdge } from '../stitches/rows/shallow-edges.ts';
import { feathered } from './feathering.ts';

/** Rows are dense up to this pitch, in mm: they are sewn so that nothing between them and the edge is bare. */
export const DENSE = 0.5;
/** Dense rows may begin this far inside of the edge, in mm, so that the turn from the row before is no stitch too short. */
const BEGIN_ROOM = 0.35;

/** Where rows were begun a little inside, between two that ended at the edge: brought out to it. */
function broughtOut(ends: number[], begun: readonly boolean[], outwards: 1 | -1): void {
  for (let i = 1; i + 1 < ends.length; i++) {
    if (!begun[i] || begun[i - 1] || begun[i + 1]) continue;
    const inside = outwards * ((ends[i - 1] + ends[i + 1]) / 2 - ends[i]);
    if (inside > 0 && inside <= BEGIN_ROOM) ends[i] += outwards * inside;
  }
}

/** Ends that step to and fro from row to row, as those of rows off the machine's grid do, brought to the middle. */
function calmEnds(ends: number[], pitch: number): void {
  for (let round = 0; round < 2; round++) {
    const before = [...ends];
    for (let i = 1; i + 1 < ends.length; i++) {
      const bend = (k: number): number =>
        k > 0 && k + 1 < before.length ? before[k - 1] - 2 * before[k] + before[k + 1] : 0;
      const here = bend(i);
      if (Math.abs(here) > 4 * pitch) continue;
      const [a, b] = [bend(i - 1), bend(i + 1)];
      const zigzag =
        (a * here < 0 && Math.abs(a) > 0.3 * Math.abs(here)) ||
        (b * here < 0 && Math.abs(b) > 0.3 * Math.abs(here));
      if (zigzag) ends[i] = before[i] + here / 4;
    }
  }
}

/** What thread covers beside its line, in mm, and as far as dense rows look aside at least. */
const COVERED = 0.19;
const LEAST_REACH = 0.06;

/**
 * Dense rows reach as far as the shape does a little above or below them, so at a slope they end outside it, by what they were
 * pulled in for already (`pull`, mm) less: those ends brought back to the edge. Less so where it is `edged` by a line of thread.
 */
function drawnToEdge(ends: number[], pitch: number, pull: number, edged: boolean, outwards: 1 | -1): void {
  const by = Math.max(LEAST_REACH, pitch - COVERED);
  const before = [...ends];
  for (let i = 0; i < ends.length; i++) {
    const [a, b] = [Math.max(0, i - 1), Math.min(ends.length - 1, i + 1)];
    const slope = Math.abs(before[b] - before[a]) / ((b - a) * pitch);
    const step = Math.min(...[a, b].filter((k) => k !== i).map((k) => Math.abs(before[k] - before[i])));
    const near = edged ? shareOnEdge(step) : 0;
    ends[i] -= outwards * (1 - near) * Math.max(0, slope * by - pull);
  }
}

/** The ends of rows on one side, in mm along them, one below the other; and which rows were begun there. */
export interface RowEnds {
  ends: readonly number[];
  begun: readonly boolean[];
}

/**
 * The two edges of rows that lie one below the other, `pitch` mm apart, as mm along each row; and how deep they are feathered,
 * in mm, 0 for plain edges. The rows' ends were pulled in by `pull` mm already; a line of thread may lie along shallow edges (`edged`).
 */
export function edgesOfRows(
  left: RowEnds,
  right: RowEnds,
  pitch: number,
  pull: number,
  edged: boolean,
): { left: number[]; right: number[]; feather: number } {
  const soft = pitch > DENSE ? null : feathered(left.ends, right.ends);
  if (soft) return { left: soft.left, right: soft.right, feather: soft.depth };
  const edge = ({ ends, begun }: RowEnds, outwards: 1 | -1): number[] => {
    const out = [...ends];
    if (pitch <= DENSE) broughtOut(out, begun, outwards);
    calmEnds(out, pitch);
    if (pitch <= DENSE) drawnToEdge(out, pitch, pull, edged, outwards);
    return out;
  };
  return { left: edge(left, -1), right: edge(right, 1), feather: 0 };
}
