// What letters stand on: where a place on a line of text goes, and how it is turned.
import type { Point } from '../geometry/points.ts';
import { arcLengths, lengthOf, pointAt, reversed, segmentAt, type Line } from '../geometry/polyline.ts';
import type { Matrix } from '../geometry/matrix.ts';
import type { Baseline } from '../design/types.ts';

/** The map that takes the upright letter at (0, 0) to its place: `s` mm along the line, `up` mm above it. */
export type Ground = (s: number, up: number) => Matrix;

const turnedTo = (angle: number, x: number, y: number): Matrix => [
  Math.cos(angle),
  Math.sin(angle),
  -Math.sin(angle),
  Math.cos(angle),
  x,
  y,
];

const straight: Ground = (s, up) => [1, 0, 0, 1, s, -up];

/** About (0, r), from the top, clockwise; with a negative radius the middle lies above, and letters still stand upright. */
const around =
  (r: number): Ground =>
  (s, up) => {
    const angle = s / r;
    const reach = r + up;
    return turnedTo(angle, reach * Math.sin(angle), r - reach * Math.cos(angle));
  };

/**
 * Along a line; open ones go straight on beyond their ends. `from` is where s = 0 lies, `chord` over how much of the line
 * a letter takes its direction; mm.
 */
function along(line: Line, from: number, chord: number): Ground {
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  const direction = (s: number): Point => {
    const k = segmentAt(lengths, s);
    const n = line.coords.length / 2;
    const [a, b] = [2 * k, 2 * ((k + 1) % n)];
    const [x, y] = [line.coords[b] - line.coords[a], line.coords[b + 1] - line.coords[a + 1]];
    const l = Math.hypot(x, y) || 1;
    return { x: x / l, y: y / l };
  };
  const at = (s: number): Point => {
    if (line.closed) return pointAt(line, lengths, ((s % total) + total) % total);
    const inside = Math.min(total, Math.max(0, s));
    const p = pointAt(line, lengths, inside);
    const beyond = s - inside;
    const way = beyond ? direction(inside) : { x: 0, y: 0 };
    return { x: p.x + beyond * way.x, y: p.y + beyond * way.y };
  };
  return (s, up) => {
    const p = at(from + s);
    const [a, b] = [at(from + s - chord / 2), at(from + s + chord / 2)];
    const angle = Math.atan2(b.y - a.y, b.x - a.x);
    return turnedTo(angle, p.x + up * Math.sin(angle), p.y - up * Math.cos(angle));
  };
}

/** Circles of later lines are no tighter, in mm. */
const TIGHTEST = 0.1;
/** A letter takes its direction from so much of its line, as a share of the height. */
const CHORD = 0.5;
/** Points of one wave. */
const WAVE_STEPS = 64;

function waveLine(length: number, height: number, reach: number): Line {
  const waves = Math.min(200, Math.ceil(reach / length) + 1);
  const coords: number[] = [];
  for (let i = -waves * WAVE_STEPS; i <= waves * WAVE_STEPS; i++) {
    const x = (i * length) / WAVE_STEPS;
    coords.push(x, -height * Math.sin((2 * Math.PI * x) / length));
  }
  return { coords: Float64Array.from(coords), closed: false };
}

export interface GroundInput {
  baseline: Baseline | undefined;
  /** The line to stand on, for `along`. */
  line?: Line;
  /** How long the longest line of text is, in mm. */
  reach: number;
  /** Height of capitals, in mm. */
  height: number;
}

/** The radius of the circle on which a line of text stands whose first line stands on one of `r`; mm. Odd ones are lower. */
function radiusOf(r: number, height: number, number: number, down: number): number {
  const below = number % 2 === 1;
  const inward = number < 2 ? 0 : down - (below ? down / number : 0);
  // Both bands lie on one ring: capitals of the lower line reach up to its inner circle.
  return below ? r + height + inward : Math.max(TIGHTEST, r - inward);
}

/**
 * How long the way round is on which a line of text stands, by its number, in mm; infinite where it comes to no begin again.
 * `down` is how far below the first it stands, in mm.
 */
export function wayRound(
  { baseline, line, height }: Omit<GroundInput, 'reach'>,
  number: number,
  down: number,
): number {
  const about = (r: number): number => 2 * Math.PI * Math.max(TIGHTEST, Math.abs(r));
  if (baseline?.kind === 'arc') return about(baseline.radius - down);
  if (baseline?.kind === 'circle') return about(radiusOf(baseline.radius, height, number, down));
  return baseline?.kind === 'along' && line?.closed ? lengthOf(line) : Infinity;
}

/** What each line of a text stands on, by its number; `down` is how far below the first it stands, in mm. */
export function groundsOf({
  baseline,
  line,
  reach,
  height,
}: GroundInput): (number: number, down: number) => Ground {
  const lowered =
    (ground: Ground) =>
    (_: number, down: number): Ground =>
    (s, up) =>
      ground(s, up - down);
  if (baseline?.kind === 'arc' && Math.abs(baseline.radius) > TIGHTEST) {
    // Lines below stand on circles about the same middle, letters as wide as on the first.
    return (_, down) => {
      const r = baseline.radius - down;
      const ground = around(Math.abs(r) < TIGHTEST ? TIGHTEST : r);
      return (s, up) => {
        const m = ground(s, up);
        return [m[0], m[1], m[2], m[3], m[4], m[5] + down];
      };
    };
  }
  if (baseline?.kind === 'circle') {
    return (number, down) => {
      const below = number % 2 === 1;
      const own = radiusOf(baseline.radius, height, number, down);
      const ground = around(below ? -own : own);
      const shift = below ? own : -own;
      return (s, up) => {
        const m = ground(s, up);
        return [m[0], m[1], m[2], m[3], m[4], m[5] + shift];
      };
    };
  }
  if (baseline?.kind === 'along' && line) {
    const run = baseline.side === 'right' ? reversed(line) : line;
    const total = arcLengths(line).at(-1)!;
    const from = total * (baseline.side === 'right' ? 1 - baseline.start : baseline.start);
    const ground = along(run, from, CHORD * height);
    return lowered(baseline.through ? (s, up) => ground(s, up - height / 2) : ground);
  }
  if (baseline?.kind === 'wave') {
    const wave = waveLine(baseline.length, baseline.height, reach);
    return lowered(along(wave, arcLengths(wave).at(-1)! / 2, CHORD * height));
  }
  return lowered(straight);
}
