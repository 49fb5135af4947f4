// Shaded lines: lines whose zigzag follows how dark a picture is, as an engraver's line swells and thins.
import { intersect } from '../../../geometry/clip.ts';
import { EdgeIndex } from '../../../geometry/edge-index.ts';
import { turned } from '../../../geometry/points.ts';
import { reversed, type Line } from '../../../geometry/polyline.ts';
import {
  regionArea,
  regionBounds,
  regionMiddle,
  ringsOf,
  type Polygon,
  type Region,
} from '../../../geometry/region.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { cutLines } from '../../chords/cut-lines.ts';
import { sewPieces } from '../../chords/sew-chords.ts';
import {
  lengthSetting,
  lineAngleSetting,
  spacingSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../../kind.ts';
import { eachPiece } from '../../pieces.ts';
import type { SewnThread } from '../../thread.ts';
import { orRound, repeatedOutline } from '../contour/repeated-outline.ts';
import { parallelLines } from '../crosshatch.ts';
import { reachFrom } from '../radial.ts';
import { spiralLine } from '../spiral.ts';
import { ToneField } from './tone-field.ts';
import { LineWays } from './line-ways.ts';
import { THREAD, zigzagPoints } from './zigzag.ts';

/** Dark spots smaller than so many spacings by so many are not worth a thread of their own. */
const SPOT = 2;

const SETTINGS = [
  {
    name: 'lines',
    label: 'Lines',
    type: 'choice',
    choices: [
      { value: 'parallel', label: 'parallel' },
      { value: 'contour', label: 'as the outline' },
      { value: 'spiral', label: 'a spiral' },
    ],
    default: 'parallel',
    help: 'How the lines lie: side by side at an angle, inward from the outline, or wound about the middle.',
  },
  spacingSetting({
    least: 0.8,
    most: 8,
    default: 1.6,
    help: 'From line to line: closer lines show finer parts of the picture and take more stitches.',
  }),
  { ...lineAngleSetting, when: ({ lines }) => lines === 'parallel' },
  {
    name: 'by',
    label: 'Where it is darker, the zigzag',
    type: 'choice',
    choices: [
      { value: 'width', label: 'grows wider' },
      { value: 'closeness', label: 'draws together' },
    ],
    default: 'width',
    help: 'Wider: lines swell and thin, as engraved. Together: all lines are as wide, their stitches lie closer.',
  },
  {
    name: 'of',
    label: 'Sews the',
    type: 'choice',
    choices: [
      { value: 'dark', label: 'dark parts' },
      { value: 'light', label: 'light parts' },
    ],
    default: 'dark',
    help: 'Dark parts for dark thread on light cloth; light parts for light thread on dark cloth.',
  },
  {
    name: 'weight',
    label: 'Middle tones',
    type: 'number',
    unit: '×',
    least: 0.3,
    most: 3,
    step: 0.1,
    default: 1,
    help: 'Over 1: more thread where the picture is neither light nor dark; under 1: less.',
  },
  {
    name: 'bare',
    label: 'Left bare under',
    type: 'number',
    unit: '×',
    least: 0,
    most: 0.6,
    step: 0.01,
    default: 0.12,
    help: 'Where less thread than this would be wanted (0 none, 1 full), lines stop and cloth is seen.',
  },
  {
    name: 'darker',
    label: 'Without a picture, darker',
    type: 'choice',
    choices: [
      { value: 'down', label: 'downwards' },
      { value: 'right', label: 'to the right' },
      { value: 'up', label: 'upwards' },
      { value: 'left', label: 'to the left' },
      { value: 'middle', label: 'in the middle' },
      { value: 'edge', label: 'at the edge' },
    ],
    default: 'down',
    more: true,
    help: 'Where there is no picture to follow, the shape itself is shaded.',
  },
  {
    name: 'zigzag',
    label: 'Closest stitches',
    type: 'number',
    unit: 'mm',
    least: 0.4,
    most: 3,
    step: 0.1,
    default: 0.8,
    more: true,
    help: 'From point to point on one side of a zigzag, where it is darkest: 0.8 just closes, more lets cloth through.',
  },
  {
    name: 'fullest',
    label: 'Fullest',
    type: 'number',
    unit: '×',
    least: 0.3,
    most: 1.1,
    step: 0.05,
    default: 0.95,
    more: true,
    help: 'How much of the room from line to line is covered where the picture is darkest.',
  },
  {
    name: 'offset',
    label: 'Moved by',
    type: 'number',
    unit: '×',
    least: 0,
    most: 1,
    step: 0.05,
    default: 0,
    more: true,
    when: ({ lines }) => lines !== 'contour',
    help: 'Moves all lines by a part of their spacing, so that those of two threads lie side by side.',
  },
  { ...lengthSetting, more: true },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

/** All lines of one connected piece of the shape, before they are cut to where thread is wanted. */
function linesOf(input: Input, region: Region, whole: Polygon): Line[] {
  const { lines, spacing, angle, offset } = input.settings;
  const centre = input.centre ?? regionMiddle(region);
  if (lines === 'spiral') return [reversed(spiralLine(centre, reachFrom(region, centre), spacing, offset))];
  if (lines === 'contour') {
    return repeatedOutline(whole, spacing);
  }
  const by = turned({ x: 0, y: offset * spacing }, -angle);
  return parallelLines([whole.outer], angle, spacing, { x: centre.x + by.x, y: centre.y + by.y });
}

function stitch(input: Input): SewnThread[] {
  const { settings, tones } = input;
  const { spacing, of, weight, bare, darker, length } = settings;
  const region = outlineRegion(input.outline);
  const box = regionBounds(region);
  if (!box) return [];
  const field = new ToneField(tones, darker, box, { of, weight, over: spacing });
  const wanted = field.region(Math.max(bare, 1e-3));
  /** What is sewn, with the connected piece of the shape that it lies in, and all lines of that. */
  const wholes = new Map<Polygon, { lines: readonly Line[]; edges: EdgeIndex }>();
  for (const whole of region) {
    const least = Math.min(0.5 * regionArea([whole]), (SPOT * spacing) ** 2);
    const parts = intersect([whole], wanted).filter((part) => regionArea([part]) > least);
    if (!parts.length) continue;
    const of = { lines: linesOf(input, region, whole), edges: new EdgeIndex(ringsOf(whole)) };
    for (const part of parts) wholes.set(part, of);
  }
  const parts = [...wholes.keys()];
  const threads = eachPiece(parts, input, (part, from, end) => {
    const { lines, edges } = wholes.get(part)!;
    const rings = ringsOf(part);
    return sewPieces(rings, cutLines(lines, new EdgeIndex(rings)), from, end, {
      length,
      passes: 1,
      spacing,
      sewn: (line) => zigzagPoints(line, field, edges, settings),
      ways: (between) => new LineWays(between, { spacing, field, edges }),
    });
  });
  return orRound(threads, parts, input, { spacing, length, passes: 1 });
}

export const shaded: KindOf<typeof SETTINGS> = {
  id: 'shaded',
  name: 'Shaded lines',
  summary: 'Lines that swell where a picture is dark and thin out where it is light.',
  sentence:
    'Cover this shape with {kind}, {lines}, {spacing} apart[ at {angle}]: the zigzag {by} in the {of}, in {thread}.',
  from: () => 'region',
  usesCentre: true,
  usesTones: true,
  settings: SETTINGS,
  stitch,
  cover: () => [],
  estimate: ({ area }, { spacing, zigzag }) =>
    ((area / Number(spacing ?? 1.6)) * 2) / Number(zigzag ?? 2 * THREAD),
};
