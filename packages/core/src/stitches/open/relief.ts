// Relief lines: parallel lines that bend where a chosen shape lies, so that it is seen only by the bend.
import { regionFromRings } from '../../geometry/clip.ts';
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { turnBy, type Point } from '../../geometry/points.ts';
import type { Line } from '../../geometry/polyline.ts';
import { coordsBounds, ringsOf, regionMiddle, type Region } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { sewChords } from '../chords/sew-chords.ts';
import {
  lengthSetting,
  passesSetting,
  spacingSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../kind.ts';
import type { SewnThread } from '../thread.ts';

/** Lines are bent at places this far apart, in mm. */
const STEP = 0.4;
/** Lines keep apart when they are bent by less than this share of the spacing, … */
const OF_SPACING = 0.7;
/** … or by less than this share of the width over which the bend grows: its steepest slope is 3/2 of the mean. */
const OF_EDGE = 0.55;

const smooth = (t: number): number => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));

/** How strongly a place belongs to the shape: 0 outside, 1 farther than `edge` mm inside. */
function strengthOf(shape: Region, edge: number): (x: number, y: number) => number {
  const edges = new EdgeIndex(shape.flatMap(ringsOf));
  return (x, y) => {
    if (!edges.inside(x, y)) return 0;
    const near = edges.nearest(x, y, edge);
    return near ? smooth(near.distance / edge) : 1;
  };
}

/** How far the line through a place (in the lines' own frame) is bent there, in mm; up is negative. */
type Lift = (u: number, v: number) => number;

const SETTINGS = [
  spacingSetting({ least: 0.4, most: 10, default: 1.5, help: 'From line to line.' }),
  {
    name: 'angle',
    label: 'Angle',
    type: 'number',
    unit: '°',
    least: -180,
    most: 180,
    step: 5,
    default: 0,
    help: 'Direction of the lines: 0 is level, 90 upright.',
  },
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
    help: 'How far lines are bent; never so far that they meet. A wider edge lets them bend more.',
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
  const strength = strengthOf(shape, edge);
  const levelled = shape.map(({ outer }) => {
    const out: number[] = [];
    for (let i = 0; i < outer.length; i += 2) {
      const p = toLevel({ x: outer[i], y: outer[i + 1] });
      out.push(p.x, p.y);
    }
    return out;
  });
  const b = coordsBounds(levelled);
  const middle = b ? (b.minY + b.maxY) / 2 : 0;
  const half = b ? Math.max(0.1, (b.maxY - b.minY) / 2) : 1;
  return (u, v) => {
    const p = toCloth({ x: u, y: v });
    const k = strength(p.x, p.y) * height;
    if (k === 0) return 0;
    if (settings.style === 'swell') return (k * (v - middle)) / half;
    if (settings.style === 'ripple') return k * Math.sin((2 * Math.PI * u) / wave);
    return -k;
  };
}

function stitch(input: Input): SewnThread[] {
  const { settings } = input;
  const region = outlineRegion(input.outline);
  const anchor = regionMiddle(region);
  const spacing = settings.spacing;
  const angle = settings.angle;
  const [into, back] = [turnBy(angle), turnBy(-angle)];
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
  const amplitude = settings.wave;
  const waveLength = Math.max(2, settings.waveLength);
  const chordStitches = { length: settings.length, passes: settings.passes, spacing };
  return sewChords(region, input, chordStitches, ({ outer }) => {
    const level: number[] = [];
    for (let i = 0; i < outer.length; i += 2) {
      const p = toLevel({ x: outer[i], y: outer[i + 1] });
      level.push(p.x, p.y);
    }
    const b = coordsBounds([level])!;
    const most = Math.abs(settings.height) + amplitude;
    const lines: Line[] = [];
    for (let k = Math.ceil((b.minY - most) / spacing - 0.5); (k + 0.5) * spacing < b.maxY + most; k++) {
      const out: number[] = [];
      for (let u = b.minX - 1; u <= b.maxX + 1 + STEP; u += STEP) {
        const v = (k + 0.5) * spacing + amplitude * Math.sin((2 * Math.PI * u) / waveLength);
        const p = toCloth({ x: u, y: v + lift(u, v) });
        out.push(p.x, p.y);
      }
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
    'Cover this shape with {kind} {spacing} apart at {angle} that {style} by {height} there, in {thread}.',
  from: () => 'region',
  usesRaised: true,
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
