// Relief lines: lines beside each other, straight, in waves or like one that was drawn, which bend where a chosen shape lies,
// so that it is seen only by the bend.
import { regionFromRings } from '../../geometry/clip.ts';
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { turnBy, type Point } from '../../geometry/points.ts';
import { arcLengths, pointAt, type Line } from '../../geometry/polyline.ts';
import { coordsBounds, ringsOf, regionMiddle, type Region } from '../../geometry/region.ts';
import { smoothStep } from '../../geometry/smooth-step.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { sewChords } from '../chords/sew-chords.ts';
import type { PlainOutline } from '../../design/types.ts';
import {
  lengthSetting,
  lineAngleSetting,
  passesSetting,
  spacingSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../kind.ts';
import type { SewnThread } from '../thread.ts';
import { lineToFollow } from './like-line.ts';

/** Lines are bent at places this far apart, in mm. */
const STEP = 0.4;
/** Lines keep apart when they are bent by less than this share of the spacing, … */
const OF_SPACING = 0.7;
/** … or by less than this share of the width over which the bend grows: its steepest slope is 3/2 of the mean. */
const OF_EDGE = 0.55;

/** Bent lines keep this share of their spacing. */
const NEAREST = 0.3;
/** Over which share of its height a shape's spreading dies out at its edge, for each 1 × that it spreads by. */
const SPREAD_EDGE = 0.2;
/** What a shape spreads is evened over at least so much, in mm. */
const EVENED = 3;

/** How strongly a place belongs to the shape: 0 outside, 1 farther than `edge` mm inside. */
function strengthOf(shape: Region, edge: number): (x: number, y: number) => number {
  const edges = new EdgeIndex(shape.flatMap(ringsOf));
  return (x, y) => {
    if (!edges.inside(x, y)) return 0;
    const near = edges.nearest(x, y, edge);
    return near ? smoothStep(near.distance / edge) : 1;
  };
}

/** How far the line through a place (in the lines' own frame) is bent there, in mm; up is negative. */
type Lift = (u: number, v: number) => number;

const SETTINGS = [
  spacingSetting({ least: 0.4, most: 10, default: 1.5, help: 'From line to line.' }),
  { ...lineAngleSetting, unlessLike: true },
  {
    name: 'style',
    label: 'In the shape, lines',
    type: 'choice',
    choices: [
      { value: 'lift', label: 'lift' },
      { value: 'swell', label: 'swell' },
      { value: 'ripple', label: 'ripple' },
    ],
    default: 'lift',
    help: 'Lift: all lines step up there. Swell: they spread from its middle. Ripple: they wave there.',
  },
  {
    name: 'height',
    label: 'Bend',
    type: 'number',
    unit: 'mm',
    least: -10,
    most: 10,
    step: 0.1,
    default: 1,
    when: ({ style }) => style !== 'swell',
    help: 'How far lines are bent; never so far that they meet. A wider edge lets them bend more.',
  },
  {
    name: 'spread',
    label: 'Spread',
    type: 'number',
    unit: '×',
    least: 0.5,
    most: 1.6,
    step: 0.05,
    default: 1.5,
    when: ({ style }) => style === 'swell',
    help: 'How far apart lines lie in the middle of the shape, against elsewhere; they draw together at its edge. Under 1 it is the other way round.',
  },
  {
    name: 'edge',
    label: 'Edge',
    type: 'number',
    unit: 'mm',
    least: 0.2,
    most: 20,
    step: 0.1,
    default: 2,
    help: 'The bend grows over this width inside the shape: narrow is crisp, wide is rounded.',
  },
  {
    name: 'wave',
    label: 'Waves',
    type: 'number',
    unit: 'mm',
    least: 0,
    most: 10,
    step: 0.1,
    default: 0,
    more: true,
    unlessLike: true,
    help: 'How high all lines wave, inside the shape and around it; 0 keeps them straight.',
  },
  {
    name: 'waveLength',
    label: 'Wave length',
    type: 'number',
    unit: 'mm',
    least: 2,
    most: 60,
    step: 0.5,
    default: 8,
    more: true,
    when: (s) => s.style === 'ripple' || (s.wave as number) > 0,
    help: 'From crest to crest.',
  },
  { ...passesSetting, more: true },
  { ...lengthSetting, more: true },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

/**
 * From where to where rings reach on upright lines, evened over `over` mm to both sides so that it never leaps; null where
 * there is nothing of them.
 */
function chordsOf(rings: readonly number[][], over: number): (u: number) => [number, number] | null {
  const b = coordsBounds(rings);
  if (!b) return () => null;
  const count = Math.max(1, Math.ceil((b.maxX - b.minX) / STEP));
  const placeOf = (k: number): number => b.minX + ((b.maxX - b.minX) * (k + 0.5)) / count;
  const reach = Array.from({ length: count }, (_, k): [number, number] => {
    const u = placeOf(k);
    const ys: number[] = [];
    for (const c of rings)
      for (let i = 0, j = c.length - 2; i < c.length; j = i, i += 2)
        if (c[i] > u !== c[j] > u) ys.push(c[j + 1] + ((u - c[j]) / (c[i] - c[j])) * (c[i + 1] - c[j + 1]));
    return [Math.min(...ys), Math.max(...ys)];
  });
  const window = Math.round(over / STEP);
  const evened = reach.map((_, k): [number, number] => {
    const some = reach
      .slice(Math.max(0, k - window), k + window + 1)
      .filter(([from]) => Number.isFinite(from));
    const mean = (side: 0 | 1): number => some.reduce((sum, r) => sum + r[side], 0) / some.length;
    return [mean(0), mean(1)];
  });
  return (u) => {
    const at = ((u - b.minX) / (b.maxX - b.minX || 1)) * count - 0.5;
    if (at < -1 || at > count) return null;
    const i = Math.min(count - 1, Math.max(0, Math.floor(at)));
    const [p, q] = [evened[i], evened[Math.min(count - 1, i + 1)]];
    const t = Math.min(1, Math.max(0, at - i));
    return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
  };
}

function liftOf(
  input: Input,
  shape: Region,
  toCloth: (p: Point) => Point,
  toLevel: (p: Point) => Point,
): Lift {
  const { settings } = input;
  const edge = settings.edge;
  const spacing = settings.spacing;
  const most = Math.max(OF_SPACING * spacing, OF_EDGE * edge);
  const height = Math.max(-most, Math.min(most, settings.height));
  const wave = Math.max(2, settings.waveLength);
  const levelled = shape.flatMap(ringsOf).map((ring) => {
    const out: number[] = [];
    for (let i = 0; i < ring.length; i += 2) {
      const p = toLevel({ x: ring[i], y: ring[i + 1] });
      out.push(p.x, p.y);
    }
    return out;
  });
  const chords = chordsOf(levelled, Math.max(edge, EVENED));
  // What spreads dies out over so much that lines hardly crowd.
  const b = coordsBounds(levelled);
  const spread =
    b && settings.style === 'swell' ? SPREAD_EDGE * Math.abs(settings.spread - 1) * (b.maxY - b.minY) : 0;
  const strength = strengthOf(shape, Math.max(edge, spread));
  return (u, v) => {
    const p = toCloth({ x: u, y: v });
    const inside = strength(p.x, p.y);
    const k = inside * height;
    if (inside === 0) return 0;
    if (settings.style === 'swell') {
      // As through a lens: on each line across, places draw apart in the middle and together towards both ends.
      const chord = chords(u);
      if (!chord) return 0;
      const half = Math.max(0.1, (chord[1] - chord[0]) / 2);
      const t = Math.min(1, Math.max(-1, (v - chord[0]) / half - 1));
      return (inside * (settings.spread - 1) * half * Math.sin(Math.PI * t)) / Math.PI;
    }
    if (settings.style === 'ripple') return k * Math.sin((2 * Math.PI * u) / wave);
    return -k;
  };
}

/** How one of the lines goes, in a frame in which it runs from left to right. */
interface Course {
  /** Degrees from the frame to the cloth. */
  angle: number;
  /** The frame's origin on the cloth. */
  anchor: Point;
  /** Where the first line crosses the left edge of the frame: others lie whole spacings above and below. */
  phase: number;
  /** Its places from about `from` to `to`, u and v one behind the other. */
  between(from: number, to: number): number[];
}

/** Straight lines, or all in the same waves. */
function wavyCourse({ angle, spacing, wave, waveLength }: Input['settings'], anchor: Point): Course {
  return {
    angle: -angle,
    anchor,
    phase: spacing / 2,
    between(from, to) {
      const out: number[] = [];
      for (let u = from - 1; u <= to + 1 + STEP; u += STEP)
        out.push(u, wave * Math.sin((2 * Math.PI * u) / Math.max(2, waveLength)));
      return out;
    },
  };
}

/**
 * Lines that go like a drawn one, which is one of them. Where it ends it begins again, moved along; null
 * where none was drawn that could be followed.
 */
function drawnCourse(likeLines: readonly PlainOutline[]): Course | null {
  const line = lineToFollow(likeLines);
  if (!line) return null;
  const { coords } = line;
  const anchor = { x: coords[0], y: coords[1] };
  const [dx, dy] = [coords[coords.length - 2] - anchor.x, coords[coords.length - 1] - anchor.y];
  const reach = Math.hypot(dx, dy);
  const angle = (Math.atan2(dy, dx) * 180) / Math.PI;
  const into = turnBy(-angle);
  const lengths = arcLengths(line);
  const total = lengths.at(-1)!;
  const count = Math.max(1, Math.ceil(total / STEP));
  const once = Array.from({ length: count }, (_, k) => {
    const p = pointAt(line, lengths, (k * total) / count);
    return into({ x: p.x - anchor.x, y: p.y - anchor.y });
  });
  const us = once.map((p) => p.x);
  const [least, most] = [Math.min(...us), Math.max(...us)];
  return {
    angle,
    anchor,
    phase: 0,
    between(from, to) {
      const out: number[] = [];
      for (let k = Math.floor((from - most) / reach); k * reach + least < to; k++)
        for (const p of once) out.push(p.x + k * reach, p.y);
      out.push(out[0] + (out.length / 2 / count) * reach, out[1]);
      return out;
    },
  };
}

function stitch(input: Input): SewnThread[] {
  const { settings } = input;
  const { spacing } = settings;
  const region = outlineRegion(input.outline);
  const course = drawnCourse(input.likeLines ?? []) ?? wavyCourse(settings, regionMiddle(region));
  const { anchor } = course;
  const [into, back] = [turnBy(-course.angle), turnBy(course.angle)];
  const toLevel = (p: Point): Point => into({ x: p.x - anchor.x, y: p.y - anchor.y });
  const toCloth = (p: Point): Point => {
    const q = back(p);
    return { x: q.x + anchor.x, y: q.y + anchor.y };
  };
  const shape = regionFromRings(
    (input.raised ?? []).flatMap((outline) => outlineRegion(outline).flatMap(ringsOf)),
    'nonzero',
  );
  const lift = liftOf(input, shape, toCloth, toLevel);
  const chordStitches = { length: settings.length, passes: settings.passes, spacing };
  return sewChords(region, input, chordStitches, ({ outer }) => {
    const level: number[] = [];
    for (let i = 0; i < outer.length; i += 2) {
      const p = toLevel({ x: outer[i], y: outer[i + 1] });
      level.push(p.x, p.y);
    }
    const b = coordsBounds([level])!;
    const places = course.between(b.minX, b.maxX);
    const across = coordsBounds([places])!;
    const bend = Math.abs(settings.height);
    const first = Math.ceil((b.minY - across.maxY - bend - course.phase) / spacing);
    const lines: Line[] = [];
    /** Where the line before lies, place by place: none comes too near to it. */
    let before: number[] = [];
    for (let k = first; k * spacing + course.phase + across.minY - bend < b.maxY; k++) {
      const out: number[] = [];
      const now: number[] = [];
      for (let i = 0; i < places.length; i += 2) {
        const [u, v] = [places[i], places[i + 1] + k * spacing + course.phase];
        const bent = Math.max(v + lift(u, v), (before[now.length] ?? -Infinity) + NEAREST * spacing);
        now.push(bent);
        const p = toCloth({ x: u, y: bent });
        out.push(p.x, p.y);
      }
      before = now;
      lines.push({ coords: Float64Array.from(out), closed: false });
    }
    return lines;
  });
}

export const relief: KindOf<typeof SETTINGS> = {
  id: 'relief',
  name: 'Relief lines',
  summary: 'Parallel lines that bend where another shape lies: it is seen only by the bend.',
  sentence:
    'Cover this shape with {kind} {spacing} apart[ at {angle}] that {style}[ by {height}][ {spread}] there, in {thread}.',
  from: () => 'region',
  usesRaised: true,
  usesLine: true,
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
