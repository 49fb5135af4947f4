// Bands: rows of a thread that lie beside one another, to and fro, as satin, fills and their underlays do.
import { rowsOf } from './rows.ts';
import { wayBetween, type Row, type ThreadPoints } from './thread-points.ts';

/** Rows beside one another; what leads from one to the next belongs to none of them. */
export interface Band {
  rows: Row[];
  /** Share of the turns at which a stitch along the edge leads to the next row. */
  linked: number;
  /** From row to row, in mm: the median. */
  pitch: number;
}

/** Rows this short are none, in mm. */
const SHORTEST = 0.45;
/** Rows turn back on one another, joined directly or by a stitch along the edge: cosines of the least angles. */
const BACK = Math.cos((122 * Math.PI) / 180);
const LINKED_BACK = Math.cos((150 * Math.PI) / 180);
/** Nothing lies farther apart, in mm: what sews fills sews none that is opener. */
const WIDEST_PITCH = 5.5;
/** A way along the edge from row to row takes at most so many turns. */
const MOST_LINKS = 3;
/** How much farther apart than before, and how much nearer, the next row may lie, and still belong. */
const WIDER = 2.6;
const CLOSER = 3.2;
/** Rows this near to each other belong together whatever was before, in mm: where a column turns about a point. */
const NEAR = 0.16;
/** How much of the shorter of two rows must lie beside the other, as a share. */
const BESIDE = 0.2;
/** A row is straight, or bent a little: its length against its way. */
const STRAIGHT = 0.8;
const LEAST_ROWS = 5;
/** Rows nearer than this on one another are a line that was sewn several times, in mm. */
const LEAST_PITCH = 0.09;
/** Ties end this near to where they began, in mm, and are this much shorter than the rows, as a share. */
const TIE_MISS = 0.15;
const TIE_LENGTH = 0.7;
const LED_LENGTH = 0.32;
/** What leads to satin, or on from it, is longer by this factor; or it goes so far beyond where the last three stitches on that side end, in mm. */
const LED_ON = 1.7;
const LED_BEYOND = 0.5;
const LIKE_LENGTH = 0.8;
/** A step of this much says to which side rows go on, in mm. */
const SIDEWAYS = 0.06;
const HALF = 0.5;
/** Rows may turn by this much however long they are, in radians. */
const TURN = (3 * Math.PI) / 180;
/** The machine's grid makes a straight row bend by less than this; radians. */
const BENDS = 0.2;

/** The needle point of a row that lies nearest to its middle; between two of them, the place halfway. */
function middle({ x, y }: ThreadPoints, { from, to }: Row): [number, number] {
  const [a, b] = [(from + to) >> 1, (from + to + 1) >> 1];
  return [(x[a] + x[b]) / 2, (y[a] + y[b]) / 2];
}

/** How far a place lies beside a row, in mm, to its left or right as it was sewn (left: negative); the row's ends are led on. */
function asideOf({ x, y }: ThreadPoints, { from, to }: Row, [px, py]: readonly [number, number]): number {
  let [best, aside] = [Infinity, 0];
  for (let i = from + 1; i <= to; i++) {
    const [ux, uy] = [x[i] - x[i - 1], y[i] - y[i - 1]];
    const length = Math.hypot(ux, uy) || 1e-9;
    const along = ((px - x[i - 1]) * ux + (py - y[i - 1]) * uy) / length;
    const across = (ux * (py - y[i - 1]) - uy * (px - x[i - 1])) / length;
    const beyond = along < 0 && i > from + 1 ? -along : along > length && i < to ? along - length : 0;
    const distance = Math.hypot(across, beyond);
    if (distance < best) [best, aside] = [distance, across];
  }
  return aside;
}

const wayOf = (points: ThreadPoints, { from, to }: Row): number => wayBetween(points, from, to);

/** How much of the shorter of two rows lies beside the other, as a share. */
function besides({ x, y }: ThreadPoints, a: Row, b: Row): number {
  const on = (i: number): number => (x[i] - x[a.from]) * a.dx + (y[i] - y[a.from]) * a.dy;
  const [s, t] = [on(b.from), on(b.to)];
  const shared = Math.min(a.length, Math.max(s, t)) - Math.max(0, Math.min(s, t));
  return shared / Math.max(1e-9, Math.min(a.length, Math.abs(s - t)));
}

/** Collects rows for as long as each belongs to those before it. */
class Grower {
  readonly rows: Row[];
  links = 0;
  readonly pitches: number[] = [];
  /** To which side the rows go on, seen along the first one; 0: not known yet. */
  private side = 0;
  /** The pitch of late, in mm. */
  private recent = 0;
  private readonly points: ThreadPoints;

  constructor(points: ThreadPoints, first: Row) {
    this.points = points;
    this.rows = [first];
  }

  /** Does this row belong? Then it is how far it lies from the last one, in mm. */
  private fits(row: Row, linked: boolean): { pitch: number; side: number } | null {
    const { rows, points } = this;
    const last = rows[rows.length - 1];
    if (row.length < SHORTEST) return null;
    const back = row.dx * last.dx + row.dy * last.dy;
    if (back > (linked ? LINKED_BACK : BACK)) return null;
    // The longer rows are, the less they may turn; those that bend turn more.
    const way = wayOf(points, row);
    const bend = Math.sqrt(24 * Math.max(0, way / row.length - 1));
    const turn =
      2 * Math.atan((2 * this.recent + 0.3) / Math.min(row.length, last.length)) +
      TURN +
      (bend > BENDS ? bend / 2 : 0);
    if (rows.length > 1 && back > -Math.cos(Math.min(Math.PI / 2, turn))) return null;
    if (row.length < STRAIGHT * way) return null;
    if (besides(points, last, row) < BESIDE) return null;
    const forward = rows.length % 2 ? 1 : -1;
    const at = middle(points, row);
    const step = forward * asideOf(points, last, at);
    if (Math.abs(step) > WIDEST_PITCH) return null;
    const side = Math.abs(step) > SIDEWAYS ? Math.sign(step) : 0;
    if (side && this.side && side !== this.side) return null;
    let pitch = Math.abs(step);
    if (rows.length > 1) {
      pitch = Math.abs(asideOf(points, row, middle(points, rows[rows.length - 2]))) / 2;
      const { recent } = this;
      if (this.pitches.length > 2 && (pitch > WIDER * recent + 0.1 || pitch < recent / CLOSER - NEAR))
        return null;
    }
    return { pitch, side };
  }

  /** Takes the next row that belongs, of all from this one on, and gives its place; -1 when none does. */
  next(all: readonly Row[], at: number): number {
    const last = this.rows[this.rows.length - 1];
    const onEdge = at + 1 < all.length && all[at + 1].from !== last.to;
    const direct = at + 1 < all.length ? this.fits(all[at + 1], onEdge) : null;
    // A stitch along a slanted edge may look like a short row: then the row behind it is the next one.
    if (direct && all[at + 1].length >= HALF * last.length) return this.take(all, at + 1, direct, onEdge);
    let way = 0;
    for (let k = at + 2; k < all.length && k <= at + 1 + MOST_LINKS; k++) {
      way += wayOf(this.points, all[k - 1]);
      if (way > WIDEST_PITCH + 1) break;
      const linked = this.fits(all[k], true);
      if (linked && !(direct && all[k].length < all[at + 1].length)) return this.take(all, k, linked, true);
    }
    return direct ? this.take(all, at + 1, direct, onEdge) : -1;
  }

  private take(
    all: readonly Row[],
    k: number,
    { pitch, side }: { pitch: number; side: number },
    linked: boolean,
  ): number {
    this.side ||= side;
    this.recent = this.pitches.length ? this.recent + (pitch - this.recent) / 4 : pitch;
    this.pitches.push(pitch);
    if (linked) this.links++;
    this.rows.push(all[k]);
    return k;
  }
}

export const medianOf = (values: readonly number[]): number =>
  values.length ? [...values].sort((a, b) => a - b)[values.length >> 1] : 0;

/** Rows without the ties at their begin and end: short ones that are sewn to and fro on the same place. */
function withoutTieRows({ x, y }: ThreadPoints, rows: readonly Row[]): Row[] {
  const onItself = (a: Row, b: Row, next: Row): boolean =>
    Math.hypot(x[a.from] - x[b.to], y[a.from] - y[b.to]) < TIE_MISS && a.length < TIE_LENGTH * next.length;
  let [first, last] = [0, rows.length - 1];
  while (last - first > LEAST_ROWS && onItself(rows[first], rows[first + 1], rows[first + 2])) first += 2;
  while (last - first > LEAST_ROWS && onItself(rows[last - 1], rows[last], rows[last - 2])) last -= 2;
  const single = ({ from, to }: Row): boolean => to - from === 1;
  /**
   * What leads to the first row, or away from the last, is much shorter, or much longer, than rows that are all as long as one
   * another; or it goes beyond the edge of satin. `i` is its free end, at its end (`way` 1) or begin (-1), `edge` where the stitches next to it end.
   */
  const leads = (
    end: Row,
    next: Row,
    other: Row,
    i: number,
    way: 1 | -1,
    edge: readonly number[],
  ): boolean => {
    if (end.length < LED_LENGTH * next.length && next.length > LIKE_LENGTH * other.length) return true;
    const satin = single(next) && single(other);
    const longest = (satin ? LED_ON : 1 / LED_LENGTH) * next.length;
    if (end.length > longest && other.length < next.length / LIKE_LENGTH) return true;
    const beyond = (j: number): number => way * ((x[i] - x[j]) * end.dx + (y[i] - y[j]) * end.dy);
    return satin && edge.every((j) => beyond(j) > LED_BEYOND);
  };
  const steps = [0, 2, 4];
  if (last - first > LEAST_ROWS) {
    const [end, next, other] = rows.slice(first, first + 3);
    const edge = steps.map((k) => rows[Math.min(last, first + 1 + k)].to);
    if (leads(end, next, other, end.from, -1, edge)) first++;
  }
  if (last - first > LEAST_ROWS) {
    const [other, next, end] = rows.slice(last - 2, last + 1);
    const edge = steps.map((k) => rows[Math.max(first, last - 1 - k)].from);
    if (leads(end, next, other, end.to, 1, edge)) last--;
  }
  return rows.slice(first, last + 1);
}

/** The bands of a thread from one needle point to another, in order; what lies between them is no band. */
export function bandsIn(points: ThreadPoints, first: number, last: number): Band[] {
  const rows = rowsOf(points, first, last);
  const bands: Band[] = [];
  for (let i = 0; i < rows.length - 1;) {
    if (rows[i].length < SHORTEST || rows[i].length < STRAIGHT * wayOf(points, rows[i])) {
      i++;
      continue;
    }
    const grower = new Grower(points, rows[i]);
    let at = i;
    for (let next = i; next >= 0; next = grower.next(rows, at)) at = next;
    if (grower.rows.length < LEAST_ROWS) {
      i++;
      continue;
    }
    const rowsIn = withoutTieRows(points, grower.rows);
    const pitch = medianOf(grower.pitches);
    if (pitch >= LEAST_PITCH)
      bands.push({ rows: rowsIn, linked: grower.links / (grower.rows.length - 1), pitch });
    // A row that ended one band may begin the next.
    i = at;
  }
  return bands;
}
