// Stipple: one line that wanders over the whole shape, never crosses itself and never closes up.
import { offsetRegion } from '../../../geometry/clip.ts';
import { distance, type Point } from '../../../geometry/points.ts';
import { coordsOf, pointsOf } from '../../../geometry/polyline.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { regionArea, ringsOf, type Polygon } from '../../../geometry/region.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { eachPiece } from '../../pieces.ts';
import {
  lengthSetting,
  numberOf,
  passesSetting,
  seedSetting,
  spacingSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../../kind.ts';
import { repeated } from '../../run.ts';
import { runPoints } from '../../run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from '../../thread.ts';
import { orRound, repeatedOutline } from '../contour/repeated-outline.ts';
import { uncrossed } from '../uncross.ts';
import { straightsBent } from './bent-straights.ts';
import { cornersCut } from './curve.ts';
import { fills } from './fills.ts';
import { kinksEased } from './needle-kinks.ts';
import { kinksWoundRound } from './round-way.ts';
import { swingingLines, type SwingingLines } from './swing.ts';
import { tipsRounded, type Stroke } from './tips.ts';
import type { TreeLine } from './tree-line.ts';
import { wanderingLine, type Ends } from './wander.ts';

/** Between the line's two ends there is so much room, in spacings. */
const OPEN = 0.7;
/** How far an angular line may leave the curved one, in spacings. */
const ANGULAR = 0.24;
/** Vermicelli is as round, and so much smaller. */
const TIGHT = 0.75;
/** Curves turn no more than this within one stitch, in radians: they look round close up, too. */
const MOST_TURN = 0.6;
/** Begin and end that are nearer to each other than this, in spacings, are the two ends of one opening. */
const BESIDE = 3;
/** Needle points that are moved keep so much room to the edge, in spacings, if they had it. */
const ROOM = 0.35;
/** A line of fewer points is a dot, of which the gap between its ends leaves nothing. */
const FEWEST = 20;
/** Where a shape is wider than this, in spacings, the line wanders; if no more than this share of it is, it swings along its bands. */
const WIDE = 3.3;
const MOST_WIDE = 0.2;

/** Is a shape narrow nearly everywhere: too narrow to wander in? */
function isNarrow(polygon: Polygon, spacing: number): boolean {
  const reach = (WIDE / 2) * spacing;
  const wide = offsetRegion(offsetRegion([polygon], -reach), reach);
  return regionArea(wide) < MOST_WIDE * regionArea([polygon]);
}

/** The best of the lines for a piece, made only as long as none fills it; null when none of them does. */
function bestLine(polygon: Polygon, settings: Input['settings'], ends: Ends): TreeLine | null {
  const { seed, style } = settings;
  const spacing = style === 'tight' ? TIGHT * settings.spacing : settings.spacing;
  const [start, end] = ends;
  const apart = start && end && distance(start, end) > BESIDE * spacing;
  const wander = (): TreeLine | null => {
    const line = wanderingLine(polygon, spacing, seed, apart ? [start, end] : undefined);
    return line && line.points.length > FEWEST ? line : null;
  };
  let swinging: SwingingLines | null = null;
  const swing = (how: keyof SwingingLines) => (): TreeLine | null => {
    swinging ??= swingingLines(polygon, spacing, seed, ends);
    const line = swinging[how];
    return line && { ...line, points: uncrossed(line.points, spacing) };
  };
  const swings = [swing('grown'), swing('plain')];
  const narrow = isNarrow(polygon, spacing);
  let best: TreeLine | null = null;
  for (const way of narrow ? [...swings, wander] : [wander, ...swings]) {
    const line = way();
    const how = line ? fills(line, polygon, spacing) : 0;
    if (how === 2 || (how && !narrow)) return line;
    if (how) best ??= line;
  }
  return best;
}

/** In a shape with no room to wander: lines that repeat its outline, rounded. */
const followingLines = (polygon: Polygon, spacing: number, from: Point | undefined): TreeLine[] =>
  repeatedOutline(polygon, spacing, from).map(({ coords }) => ({ points: pointsOf(coords), closed: false }));

/** The ring opened where it is nearest to a place, with a gap between its ends. */
function opened(ring: readonly Point[], from: Point | undefined, gap: number): Point[] {
  let first = 0;
  if (from) ring.forEach((p, i) => distance(p, from) < distance(ring[first], from) && (first = i));
  const out = [...ring.slice(first), ...ring.slice(0, first)];
  while (out.length > 3 && distance(out[out.length - 1], out[0]) < gap) out.pop();
  return out;
}

/** The line with straight stretches (Ramer, Douglas and Peucker's method), no farther off than `tolerance` mm. */
function straightened(line: readonly Point[], tolerance: number): Point[] {
  const keep = new Uint8Array(line.length);
  keep[0] = keep[line.length - 1] = 1;
  const open: [number, number][] = [[0, line.length - 1]];
  for (let part = open.pop(); part; part = open.pop()) {
    const [a, b] = [line[part[0]], line[part[1]]];
    const l = distance(a, b) || 1;
    let [worst, at] = [tolerance, -1];
    for (let i = part[0] + 1; i < part[1]; i++) {
      const p = line[i];
      const d =
        l > 1e-6 ? Math.abs((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / l : distance(p, a);
      if (d > worst) [worst, at] = [d, i];
    }
    if (at < 0) continue;
    keep[at] = 1;
    open.push([part[0], at], [at, part[1]]);
  }
  return line.filter((_, i) => keep[i]);
}

const SETTINGS = [
  {
    name: 'style',
    label: 'Line',
    type: 'choice',
    choices: [
      { value: 'curved', label: 'round' },
      { value: 'angular', label: 'angular' },
      { value: 'tight', label: 'vermicelli, small and tight' },
    ],
    default: 'curved',
    help: 'Whether the line swings in lobes, turns sharply, or winds in small tight bends.',
  },
  spacingSetting({
    least: 1.5,
    most: 12,
    default: 3,
    help: 'From one pass of the line to the next, about; half of it is kept from the edge.',
  }),
  passesSetting,
  { ...lengthSetting, more: true },
  seedSetting,
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch(input: Input): SewnThread[] {
  const { settings, start, end } = input;
  const spacing = settings.spacing;
  const region = outlineRegion(input.outline);
  const threads = eachPiece(region, input, (polygon, from, goal) => {
    const made = bestLine(polygon, settings, [start, end]);
    const begin = start ?? end ?? from;
    const lines = made ? [made] : followingLines(polygon, spacing, begin);
    return lines.flatMap(({ points, closed }) => {
      const line = closed ? opened(points, begin, OPEN * spacing) : points;
      // Lines that follow the outline begin near where they should: one that has to end there is turned round.
      const turn = made ? !closed && !start && !end && wrongWay(line, from, goal?.at) : end && !start;
      return sewnAlong(turn ? line.toReversed() : line, polygon, settings);
    });
  });
  return orRound(threads, region, input, settings);
}

/** Is the other end of a line nearer to where the thread comes from, or else its begin to where it goes on? */
function wrongWay(line: readonly Point[], from: Point | undefined, to: Point | undefined): boolean {
  const [a, b] = [line[0], line[line.length - 1]];
  if (from) return distance(b, from) < distance(a, from);
  return !!to && distance(a, to) < distance(b, to);
}

/** The needle points of a round line without the kinks and straights that stitches and the machine's grid leave. */
function madeRound(needle: readonly Point[], stroke: Stroke, length: number): Point[] {
  const tipped = tipsRounded(needle, stroke, length);
  const eased = kinksEased(tipped, { roomAt: stroke.roomAt, room: ROOM * stroke.spacing }, length);
  return straightsBent(kinksWoundRound(eased, stroke, length), stroke, length);
}

/** One thread along a line, in the manner that is asked for. */
function sewnAlong(
  line: readonly Point[],
  polygon: Polygon,
  { style, spacing, length, passes }: Input['settings'],
): SewnThread[] {
  const coords =
    style === 'angular'
      ? coordsOf(straightened(line, ANGULAR * spacing))
      : cornersCut(cornersCut(coordsOf(line), false), false);
  const builder = new ThreadBuilder();
  builder.addLine(
    runPoints({ coords, closed: false }, length, style === 'angular' ? Infinity : MOST_TURN),
    Part.top,
  );
  const { x, y } = builder.thread;
  const clear = uncrossed(
    x.map((px, i) => ({ x: px, y: y[i] })),
    length,
  );
  let edges: EdgeIndex | null = null;
  const roomAt = (p: Point): number => {
    edges ??= new EdgeIndex(ringsOf(polygon));
    const away = edges.nearest(p.x, p.y, spacing)?.distance ?? spacing;
    return edges.inside(p.x, p.y) ? away : -away;
  };
  const needle = style === 'angular' ? clear : madeRound(clear, { roomAt, spacing }, length);
  const thread = { x: needle.map((p) => p.x), y: needle.map((p) => p.y), part: needle.map(() => Part.top) };
  return needle.length > 1 ? [repeated(thread, passes)] : [];
}

export const stipple: KindOf<typeof SETTINGS> = {
  id: 'stipple',
  name: 'Stipple',
  summary: 'One line that wanders over the whole shape and never crosses itself.',
  sentence: 'Cover this shape with {kind}, {style}, {spacing} from pass to pass, sewn {passes}, in {thread}.',
  from: () => 'region',
  settings: SETTINGS,
  stitch,
  cover: () => [],
  seam: (settings) => numberOf(settings, 'spacing', 3),
};
