// Motif line: a small unit repeated along a line, a whole number of times, bent with it.
import type { Point } from '../geometry/points.ts';
import { arcLengths, pointAt, reversed, withoutRepeats, type Line } from '../geometry/polyline.ts';
import { outlineLines } from '../outlines/flatten.ts';
import {
  lengthSetting,
  passesSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from './kind.ts';
import { motifSetting, unitCoords, UNIT_SIZE } from './motifs.ts';
import { inGoodOrder } from './order.ts';
import { withPasses } from './run.ts';
import { cornersOf, runPoints } from './run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from './thread.ts';

/** Corners sharper than this count for the corner rule. */
const SHARP = (40 * Math.PI) / 180;
/** The unit's places are looked up this close together, in mm, so that it bends with the line. */
const FINE = 0.3;

/** A place beside the line: `s` mm along it, `off` mm to the right. The direction is that of `around` mm of line. */
function beside(line: Line, lengths: Float64Array, s: number, off: number, around: number): Point {
  const total = lengths.at(-1)!;
  const a = pointAt(line, lengths, Math.max(0, s - around));
  const b = pointAt(line, lengths, Math.min(total, s + around));
  const p = pointAt(line, lengths, s);
  const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: p.x - ((b.y - a.y) / d) * off, y: p.y + ((b.x - a.x) / d) * off };
}

interface Units {
  /** The unit's line, in its box of 10. */
  unit: Float64Array;
  size: number;
  height: number;
  /** Every second unit on the other side. */
  alternate: boolean;
}

/** Units along one stretch of line, fitted to a whole number. `plain` says which of them are left out. */
function unitsAlong(
  line: Line,
  units: Units,
  first: number,
  plain: (from: number, to: number) => boolean,
): Point[] {
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  const count = Math.max(1, Math.round(total / units.size));
  const step = total / count;
  const { unit } = units;
  const rise = (units.size / UNIT_SIZE) * units.height;
  const out: Point[] = [];
  for (let k = 0; k < count; k++) {
    const side = units.alternate && (first + k) % 2 ? -1 : 1;
    if (plain(k * step, (k + 1) * step)) {
      const parts = Math.max(1, Math.ceil(step / FINE));
      for (let j = 0; j <= parts; j++) out.push(pointAt(line, lengths, (k + j / parts) * step));
      continue;
    }
    for (let i = 0; i < unit.length; i += 2) {
      const [u, v] = [unit[i] / UNIT_SIZE, unit[i + 1]];
      const place = (at: number, off: number): Point =>
        beside(line, lengths, (k + at) * step, off * rise * side, Math.min(step / 4, 1));
      if (i) {
        const [pu, pv] = [unit[i - 2] / UNIT_SIZE, unit[i - 1]];
        const parts = Math.max(1, Math.ceil((Math.abs(u - pu) * step) / FINE));
        for (let j = 1; j < parts; j++)
          out.push(place(pu + ((u - pu) * j) / parts, pv + ((v - pv) * j) / parts));
      }
      out.push(place(u, v));
    }
  }
  return out;
}

type CornerRule = 'bend' | 'stop' | 'miss';

function pointsAlong(line: Line, units: Units, corners: CornerRule): Point[] {
  const coords = line.closed
    ? withoutRepeats([...line.coords, line.coords[0], line.coords[1]], false)
    : withoutRepeats(line.coords, false);
  const open: Line = { coords, closed: false };
  if (corners === 'bend') return unitsAlong(open, units, 0, () => false);
  const cuts = cornersOf(coords, SHARP);
  if (corners === 'miss') {
    const lengths = arcLengths(open);
    const at = cuts.slice(1, -1).map((i) => lengths[i]);
    return unitsAlong(open, units, 0, (from, to) => at.some((s) => s > from + 0.05 && s < to - 0.05));
  }
  const out: Point[] = [];
  for (let c = 1, count = 0; c < cuts.length; c++) {
    const part: Line = { coords: coords.slice(2 * cuts[c - 1], 2 * cuts[c] + 2), closed: false };
    out.push(...unitsAlong(part, units, count, () => false));
    count += Math.max(1, Math.round(arcLengths(part).at(-1)! / units.size));
  }
  return out;
}

const SETTINGS = [
  motifSetting,
  {
    name: 'size',
    label: 'Unit length',
    type: 'number',
    unit: 'mm',
    least: 2,
    most: 60,
    step: 0.5,
    default: 8,
    help: 'How long each unit is along the line; drawn out or in a little, so that a whole number fits.',
  },
  {
    name: 'height',
    label: 'Unit height',
    type: 'number',
    unit: '×',
    least: 0.2,
    most: 4,
    step: 0.1,
    default: 1,
    help: 'How tall units are, as a share of how they are drawn.',
  },
  {
    name: 'sides',
    label: 'Sides',
    type: 'choice',
    choices: [
      { value: 'one', label: 'on one side' },
      { value: 'both', label: 'on both by turns' },
    ],
    default: 'one',
    help: 'Whether every second unit lies on the other side of the line.',
  },
  {
    name: 'corners',
    label: 'At corners',
    type: 'choice',
    more: true,
    choices: [
      { value: 'stop', label: 'stop and begin again' },
      { value: 'bend', label: 'bend round' },
      { value: 'miss', label: 'leave one out' },
    ],
    default: 'stop',
    help: 'What happens where the line turns sharply.',
  },
  { ...lengthSetting, more: true },
  { ...passesSetting, more: true },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch({ outline, settings, entry, start, end, toward, motif }: Input): SewnThread[] {
  const units: Units = {
    unit: unitCoords(settings.unit, motif),
    size: settings.size,
    height: settings.height,
    alternate: settings.sides === 'both',
  };
  const threads: SewnThread[] = [];
  for (const line of inGoodOrder(outlineLines(outline), start ?? entry, end ?? toward)) {
    // Units stand where they were drawn, on whichever way the needle takes them.
    const points = line.turned
      ? pointsAlong(reversed(line), units, settings.corners).reverse()
      : pointsAlong(line, units, settings.corners);
    const coords = withoutRepeats(
      points.flatMap((p) => [p.x, p.y]),
      false,
      1e-4,
    );
    if (coords.length < 4) continue;
    const builder = new ThreadBuilder();
    builder.addLine(runPoints({ coords, closed: false }, settings.length), Part.top);
    if (builder.length < 2) continue;
    const { x, y } = builder.thread;
    const sewn = withPasses(
      x.map((px, i) => ({ x: px, y: y[i] })),
      settings.passes,
    );
    threads.push({ x: sewn.map((p) => p.x), y: sewn.map((p) => p.y), part: sewn.map(() => Part.top) });
  }
  return threads;
}

export const motifLine: KindOf<typeof SETTINGS> = {
  id: 'motif-line',
  name: 'Motif line',
  summary: 'A small drawing repeated along the line, a whole number of times.',
  sentence: 'Sew along this line as {kind}, {unit} {size} long, in {thread}.',
  from: () => 'lines',
  crosses: true,
  reach: ({ size }) => size / 2,
  estimate({ length }, settings) {
    const size = settings.size;
    return (length / size) * (6 + (3 * size) / settings.length) * settings.passes;
  },
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
