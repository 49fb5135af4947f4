// Crosshatch: two sets of lines at right angles over a region, as one thread.
import { turned, type Point } from '../../geometry/points.ts';
import type { Line } from '../../geometry/polyline.ts';
import { coordsBounds, regionMiddle } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { sewChords } from '../chords/sew-chords.ts';
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

/**
 * Straight parallel lines `spacing` mm apart that cross the rings' bounds at an angle (degrees). Half a spacing off
 * `anchor`, so that a shape about it has as much room on both sides.
 */
export function parallelLines(
  rings: Iterable<ArrayLike<number>>,
  angle: number,
  spacing: number,
  anchor: Point,
): Line[] {
  const level: number[][] = [];
  for (const ring of rings) {
    const out: number[] = [];
    for (let i = 0; i < ring.length; i += 2) {
      const p = turned({ x: ring[i] - anchor.x, y: ring[i + 1] - anchor.y }, angle);
      out.push(p.x, p.y);
    }
    level.push(out);
  }
  const b = coordsBounds(level);
  if (!b) return [];
  const lines: Line[] = [];
  for (let k = Math.ceil(b.minY / spacing - 0.5); (k + 0.5) * spacing < b.maxY; k++) {
    const y = (k + 0.5) * spacing;
    const ends = [b.minX - 1, b.maxX + 1].map((x) => turned({ x, y }, -angle));
    lines.push({
      coords: Float64Array.from(ends.flatMap((p) => [p.x + anchor.x, p.y + anchor.y])),
      closed: false,
    });
  }
  return lines;
}

const SETTINGS = [
  {
    name: 'shape',
    label: 'Grid',
    type: 'choice',
    choices: [
      { value: 'square', label: 'square' },
      { value: 'diamond', label: 'diamond' },
    ],
    default: 'square',
    help: 'Whether the meshes stand on a side or on a corner.',
  },
  spacingSetting({ label: 'Mesh', least: 1, most: 10, default: 2.5, help: 'From line to line.' }),
  passesSetting,
  { ...lengthSetting, more: true },
  { ...lineAngleSetting, label: 'Turned by', more: true, help: 'Turns the whole grid.' },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch(input: Input): SewnThread[] {
  const { settings } = input;
  const region = outlineRegion(input.outline);
  const anchor = regionMiddle(region);
  const spacing = settings.spacing;
  const angle = settings.angle + (settings.shape === 'diamond' ? 45 : 0);
  const chordStitches = { length: settings.length, passes: settings.passes, spacing };
  return sewChords(region, input, chordStitches, ({ outer }) =>
    [angle, angle + 90].flatMap((a) => parallelLines([outer], a, spacing, anchor)),
  );
}

export const crosshatch: KindOf<typeof SETTINGS> = {
  id: 'crosshatch',
  name: 'Crosshatch',
  summary: 'An open grid of lines, for embossing or to hold down the nap.',
  sentence: 'Cover this shape with {kind}, a {shape} grid {spacing} wide, sewn {passes}, in {thread}.',
  from: () => 'region',
  mesh: true,
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
