// Strokes of one object that meet at their ends are one line with a corner there: else a wedge would stay bare between
// two square ends.
import { reversed, type Line } from '../../geometry/polyline.ts';

/** Ends this near to each other are one, in mm. */
const SAME = 0.05;

/** One end of a line: 2 × its number, and 1 more for its last point. */
type End = number;

const place = (lines: readonly Line[], end: End): [number, number] => {
  const { coords } = lines[end >> 1];
  const at = end & 1 ? coords.length - 2 : 0;
  return [coords[at], coords[at + 1]];
};

/** For every end the one other end that lies there; -1 when there is none, or more than one. */
function partners(lines: readonly Line[]): Int32Array {
  const out = new Int32Array(2 * lines.length).fill(-1);
  const met = new Uint16Array(2 * lines.length);
  const ends = [...out.keys()]
    .map((end) => ({ end, at: place(lines, end) }))
    .sort((a, b) => a.at[0] - b.at[0]);
  ends.forEach((a, i) => {
    for (let j = i + 1; j < ends.length && ends[j].at[0] - a.at[0] <= SAME; j++) {
      const b = ends[j];
      if (Math.abs(b.at[1] - a.at[1]) > SAME) continue;
      for (const [one, other] of [
        [a.end, b.end],
        [b.end, a.end],
      ]) {
        out[one] = other;
        met[one]++;
      }
    }
  });
  return out.map((other, end) => (other >= 0 && met[end] === 1 && met[other] === 1 ? other : -1));
}

/** Lines with those joined whose ends meet, two at a place; where more meet they stay apart. */
export function joinedStrokes(lines: readonly Line[]): Line[] {
  const open = lines.filter(({ closed }) => !closed);
  const partner = partners(open);
  const done = new Uint8Array(open.length);
  const chainFrom = (start: End): Line => {
    const coords: number[] = [];
    let end = start;
    while (!done[end >> 1]) {
      const i = end >> 1;
      done[i] = 1;
      const { coords: own } = end & 1 ? reversed(open[i]) : open[i];
      // One by one: a long line is more than a call can take as arguments.
      for (let k = coords.length ? 2 : 0; k < own.length; k++) coords.push(own[k]);
      const next = partner[end ^ 1];
      if (next < 0) return { coords: Float64Array.from(coords), closed: false };
      end = next;
    }
    return { coords: Float64Array.from(coords.slice(0, -2)), closed: true };
  };
  const out: Line[] = [];
  // Chains are followed from ends that nothing meets; what is left then goes round.
  for (let end = 0; end < partner.length; end++)
    if (partner[end] < 0 && !done[end >> 1]) out.push(chainFrom(end));
  for (let i = 0; i < open.length; i++) if (!done[i]) out.push(chainFrom(2 * i));
  return [...out, ...lines.filter(({ closed }) => closed)];
}
