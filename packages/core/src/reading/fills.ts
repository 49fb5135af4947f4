// Bands as fills: what they cover, and how their rows lie.
import type { Path, PathOutline } from '../design/types.ts';
import { offsetRegion, regionFromRings, simplerRing } from '../geometry/clip.ts';
import { reversed, type Coords } from '../geometry/polyline.ts';
import { ringArea, ringsOf, type Region } from '../geometry/region.ts';
import { fitPath } from '../outlines/fit.ts';
import { ROW_PATTERNS } from '../stitches/rows/patterns.ts';
import { medianOf, type Band } from './bands.ts';
import type { Row, ThreadPoints } from './thread-points.ts';

/** Edges are drawn this close to the ends of rows, in mm: they lie on a grid of 0.1. */
const TOLERANCE = 0.12;
/** Ends of rows stray from their edge like an unsteady hand, by so much in mm. */
const STRAYS = 0.25;
/** Rows that bend by more than this follow lines: their way aside, as a share of their length. */
const BENT = 0.03;
/** A pattern is known when needle points lie this near to it, as a share of a stitch. */
const LIKE = 0.09;
const SECOND = 180 / Math.PI;

/** The ring that a band of rows covers, its rows pulled in at both ends by `pull` mm; clockwise or not as `ringArea` says. */
export function bandRing({ x, y }: ThreadPoints, { rows, pitch }: Band, pull: number): Coords {
  const sides: [number[], number[]] = [[], []];
  const ends = (row: Row): [number, number, number, number] => {
    const by = Math.min(pull, 0.4 * row.length);
    const [px, py] = [by * row.dx, by * row.dy];
    return [x[row.from] + px, y[row.from] + py, x[row.to] - px, y[row.to] - py];
  };
  rows.forEach((row, k) => {
    const [ax, ay, bx, by] = ends(row);
    sides[k % 2].push(ax, ay);
    sides[(k + 1) % 2].push(bx, by);
  });
  // Half a row beyond the first and the last one, away from the others.
  const beyond = (row: Row, other: Row): number[] => {
    let [nx, ny] = [-row.dy, row.dx];
    const toOther = (x[other.from] + x[other.to] - x[row.from] - x[row.to]) * nx;
    const alsoY = (y[other.from] + y[other.to] - y[row.from] - y[row.to]) * ny;
    if (toOther + alsoY > 0) [nx, ny] = [-nx, -ny];
    const [ax, ay, bx, by] = ends(row);
    const out = [ax, ay];
    for (let i = row.from + 1; i < row.to; i++) {
      const along = (x[i] - ax) * row.dx + (y[i] - ay) * row.dy;
      if (along > 0 && along < row.length - 2 * pull) out.push(x[i], y[i]);
    }
    out.push(bx, by);
    return out.map((v, i) => v + (pitch / 2) * (i % 2 ? ny : nx));
  };
  const last = rows.length - 1;
  const flipped = (coords: number[]): Coords =>
    reversed({ coords: Float64Array.from(coords), closed: false }).coords;
  const head = beyond(rows[0], rows[1]);
  const tail = beyond(rows[last], rows[last - 1]);
  // Along the head from side 0 to side 1, down side 1, back along the tail, up side 0.
  const back = last % 2 ? tail : flipped(tail);
  return Float64Array.from([...head, ...sides[1], ...back, ...flipped(sides[0])]);
}

/** Rings as one region, whichever way they turn; gaps narrower than `gap` mm between them are closed. */
export function regionOf(rings: readonly Coords[], gap: number): Region {
  const turned = rings.map((ring) =>
    ringArea(ring) < 0 ? reversed({ coords: ring, closed: true }).coords : ring,
  );
  const region = regionFromRings(turned, 'nonzero');
  if (!gap) return region;
  return offsetRegion(offsetRegion(region, gap / 2, 'mitre'), -gap / 2, 'mitre');
}

/** A region's rings as an outline of few points. */
export function outlineOf(region: Region): PathOutline {
  const paths = region
    .flatMap(ringsOf)
    .map((ring) => simplerRing(ring, 0.02))
    .filter((ring) => ring.length >= 6)
    .map((coords) => fitPath({ coords, closed: true }, TOLERANCE, STRAYS));
  return { kind: 'path', paths, fillRule: 'evenodd' };
}

/** The direction of rows, weighed by the square of their length, in degrees: 0 level, 90 upright. */
export function angleOf(rows: readonly Row[]): number {
  let [c, s] = [0, 0];
  for (const { dx, dy, length } of rows) {
    c += length * length * (dx * dx - dy * dy);
    s += length * length * 2 * dx * dy;
  }
  return ((-Math.atan2(s, c) * SECOND) / 2 + 360) % 180 || 0;
}

/** How far directions lie apart, in degrees, whichever way they lead. */
export const anglesApart = (a: number, b: number): number => {
  const d = Math.abs(a - b) % 180;
  return Math.min(d, 180 - d);
};

/** The stitches within a row, without those at its ends, which are cut to fit; mm. */
function innerLengths({ x, y }: ThreadPoints, rows: readonly Row[]): number[] {
  const out: number[] = [];
  for (const { from, to } of rows)
    for (let i = from + 2; i < to; i++) out.push(Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]));
  return out;
}

/** The longest stitches tell the length where rows are short. */
function stitchLength(points: ThreadPoints, rows: readonly Row[]): number {
  const inner = innerLengths(points, rows);
  const length =
    inner.length > 4
      ? medianOf(inner)
      : Math.max(...rows.map(({ length, from, to }) => length / (to - from)), 0);
  return Math.min(7, Math.max(1.5, Math.round(10 * length) / 10 || 4));
}

/** Which surface pattern the needle points make, as its id; null when they make none that is known. */
function patternOf(
  { x, y }: ThreadPoints,
  bands: readonly Band[],
  angle: number,
  length: number,
): string | null {
  const [ux, uy] = [Math.cos(-angle / SECOND), Math.sin(-angle / SECOND)];
  // A row's phase: where its needle points lie within one stitch, as a share.
  const phases: { across: number; phase: number; row: number }[] = [];
  for (const { rows } of bands)
    for (const { from, to } of rows) {
      if (to - from < 3) continue;
      let [c, s] = [0, 0];
      for (let i = from + 1; i < to; i++) {
        const at = (2 * Math.PI * (x[i] * ux + y[i] * uy)) / length;
        c += Math.cos(at);
        s += Math.sin(at);
      }
      if (Math.hypot(c, s) < 0.8 * (to - from - 1)) continue;
      const across = ((y[from] + y[to]) / 2) * ux - ((x[from] + x[to]) / 2) * uy;
      phases.push({ across, phase: Math.atan2(s, c) / (2 * Math.PI), row: 0 });
    }
  // Rows are counted from one to the next: small errors of the pitch must not add up.
  const pitch = medianOf(bands.map((b) => b.pitch));
  phases.sort((a, b) => a.across - b.across);
  for (let k = 1; k < phases.length; k++)
    phases[k].row = phases[k - 1].row + Math.round((phases[k].across - phases[k - 1].across) / pitch);
  if (phases.length < 8) return null;
  let best: { id: string; miss: number } | null = null;
  for (const { id, shifts } of ROW_PATTERNS) {
    if (shifts(0, 0).length > 1 || id === 'random') continue;
    for (let off = 0; off < 32; off++)
      for (const way of [1, -1]) {
        let [c, s] = [0, 0];
        for (const { row, phase } of phases) {
          const at = 2 * Math.PI * (phase - shifts(way * row + off, 0)[0]);
          c += Math.cos(at);
          s += Math.sin(at);
        }
        const miss = Math.acos(Math.min(1, Math.hypot(c, s) / phases.length)) / (2 * Math.PI);
        if (!best || miss < best.miss - 1e-6) best = { id, miss };
      }
  }
  return best && best.miss < LIKE ? best.id : null;
}

/** Rows that bend, as lines to follow: some of the longest, apart from each other. */
function guidesOf({ x, y }: ThreadPoints, bands: readonly Band[]): Path[] {
  const rows = bands.flatMap((b) => b.rows).filter(({ from, to }) => to - from >= 3);
  const bent = rows.filter(({ from, to, dx, dy, length }) => {
    let off = 0;
    for (let i = from + 1; i < to; i++)
      off = Math.max(off, Math.abs((x[i] - x[from]) * dy - (y[i] - y[from]) * dx));
    return off > BENT * length && off > 0.3;
  });
  if (bent.length < 0.3 * rows.length || rows.length < 6) return [];
  const picks = [0, 0.25, 0.5, 0.75, 1].map((t) => {
    const near = Math.round(t * (rows.length - 1));
    const [from, to] = [Math.max(0, near - 4), Math.min(rows.length, near + 5)];
    return rows.slice(from, to).reduce((a, b) => (b.length > a.length ? b : a));
  });
  return [...new Set(picks)].map(({ from, to }) => {
    const coords = new Float64Array(2 * (to - from + 1));
    for (let i = from; i <= to; i++) [coords[2 * (i - from)], coords[2 * (i - from) + 1]] = [x[i], y[i]];
    return fitPath({ coords, closed: false }, 0.2);
  });
}

/** Rows of a fill, as they lie. */
export interface ReadRows {
  /** Degrees: 0 level, 90 upright. */
  angle: number;
  /** From row to row, in mm. */
  pitch: number;
  /** mm */
  length: number;
  pattern: string | null;
  guides: Path[];
  /** How much of its rows lie as the others do, 0 to 1. */
  sure: number;
}

/** How the rows of bands lie that belong to one fill. */
export function rowsOfFill(points: ThreadPoints, bands: readonly Band[]): ReadRows {
  const rows = bands.flatMap((b) => b.rows);
  const guides = guidesOf(points, bands);
  const angle = angleOf(rows);
  const whole = bands.reduce((sum, b) => sum + b.rows.length, 0);
  const pitch = bands.reduce((sum, b) => sum + b.pitch * b.rows.length, 0) / whole;
  const length = stitchLength(points, rows);
  const straight = rows.filter(
    (r) => anglesApart(angleOf([r]), angle) < (guides.length ? 30 : 6 + 20 / Math.max(1, r.length)),
  );
  return {
    angle,
    pitch,
    length,
    pattern: guides.length ? null : patternOf(points, bands, angle, length),
    guides,
    sure: straight.length / rows.length,
  };
}
