// Radial: rays about a centre. Inner rays are dropped where they crowd; one thread, turns along the edge.
import type { Point } from '../../geometry/points.ts';
import type { Line } from '../../geometry/polyline.ts';
import { regionMiddle, type Region } from '../../geometry/region.ts';
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

/** Rays come in pairs that share a turn about the centre; so many pairs go all the way in. */
const INNERMOST = 4;
/** Rays lie this near at the closest, as a share of the spacing: where they would lie nearer, every second pair ends. */
const CLOSEST = 0.75;

/** How far a region's farthest point lies from a place, in mm. */
export function reachFrom(region: Region, { x, y }: Point): number {
  let most = 0;
  for (const { outer } of region)
    for (let i = 0; i < outer.length; i += 2)
      most = Math.max(most, Math.hypot(outer[i] - x, outer[i + 1] - y));
  return most;
}

/** Pairs of rays, each one line: in from beyond `reach`, a turn towards its neighbour, and out again. */
function raysAbout(centre: Point, reach: number, spacing: number): Line[] {
  const inner = (2 * INNERMOST * CLOSEST * spacing) / (2 * Math.PI);
  const doublings = Math.max(0, Math.floor(Math.log2(reach / inner)));
  const pairs = INNERMOST * 2 ** doublings;
  const step = Math.PI / pairs;
  const at = (r: number, angle: number): [number, number] => [
    centre.x + r * Math.cos(angle),
    centre.y + r * Math.sin(angle),
  ];
  return Array.from({ length: pairs }, (_, pair) => {
    // A pair whose number can be halved more often goes farther in.
    let halved = 0;
    while (halved < doublings && (pair >> halved) % 2 === 0) halved++;
    const from = inner * 2 ** (doublings - halved);
    const angle = 2 * pair * step;
    const coords = [
      at(reach + 1, angle),
      at(from, angle),
      at(from, angle + step),
      at(reach + 1, angle + step),
    ];
    return { coords: Float64Array.from(coords.flat()), closed: false };
  });
}

const SETTINGS = [
  spacingSetting({
    least: 0.4,
    most: 10,
    default: 1.5,
    help: 'How far rays lie apart: from three quarters of this to one and a half of it.',
  }),
  passesSetting,
  { ...lengthSetting, more: true },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch(input: Input): SewnThread[] {
  const { settings } = input;
  const region = outlineRegion(input.outline);
  const centre = input.centre ?? regionMiddle(region);
  const spacing = settings.spacing;
  const lines = raysAbout(centre, reachFrom(region, centre), spacing);
  const chordStitches = { length: settings.length, passes: settings.passes, spacing: 2 * spacing };
  return sewChords(region, input, chordStitches, () => lines);
}

export const radial: KindOf<typeof SETTINGS> = {
  id: 'radial',
  name: 'Radial',
  summary: 'Rays about a centre; where they crowd, some stop short.',
  sentence: 'Cover this shape with {kind} rays, about {spacing} apart, sewn {passes}, in {thread}.',
  from: () => 'region',
  usesCentre: true,
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
