// Radial: rays about a centre, in even rhythm. Where they crowd every second one ends, on circles about the centre; one
// thread, turns along the edge. A ray that ends inside is sewn in and back out on the same needle points.
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

/** So many rays go all the way in. */
const INNERMOST = 6;
/** Rays lie this near at the closest, as a share of the spacing: where they would lie nearer, every second one ends. */
const CLOSEST = 0.75;

/** How far a region's farthest point lies from a place, in mm. */
export function reachFrom(region: Region, { x, y }: Point): number {
  let most = 0;
  for (const { outer } of region)
    for (let i = 0; i < outer.length; i += 2)
      most = Math.max(most, Math.hypot(outer[i] - x, outer[i + 1] - y));
  return most;
}

/** Rays from beyond `reach` in to the circle on which each ends. */
function raysAbout(centre: Point, reach: number, spacing: number): Line[] {
  // In a small shape they go farther in than their spacing would have it: else there were none.
  const inner = Math.min(0.4 * reach, (INNERMOST * CLOSEST * spacing) / (2 * Math.PI));
  const doublings = Math.max(0, Math.floor(Math.log2(reach / inner)));
  const rays = INNERMOST * 2 ** doublings;
  return Array.from({ length: rays }, (_, ray) => {
    // A ray whose number can be halved more often goes farther in.
    let halved = 0;
    while (halved < doublings && (ray >> halved) % 2 === 0) halved++;
    const from = inner * 2 ** (doublings - halved);
    const angle = (2 * Math.PI * ray) / rays;
    const coords = [reach + 1, from].flatMap((r) => [
      centre.x + r * Math.cos(angle),
      centre.y + r * Math.sin(angle),
    ]);
    return { coords: Float64Array.from(coords), closed: false };
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
  const chordStitches = {
    length: settings.length,
    passes: settings.passes,
    spacing: 2 * spacing,
    thereAndBack: true,
  };
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
