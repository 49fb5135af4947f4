// Spiral: one line that winds from the edge to the centre.
import { EdgeIndex } from '../../geometry/edge-index.ts';
import type { Point } from '../../geometry/points.ts';
import { reversed, type Line } from '../../geometry/polyline.ts';
import { regionMiddle, ringsOf } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { cutLines } from '../chords/cut-lines.ts';
import { sewPieces } from '../chords/sew-chords.ts';
import { eachPiece } from '../pieces.ts';
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
import { orRound } from './contour/repeated-outline.ts';
import { reachFrom } from './radial.ts';

/** The first turn begins this far from the centre, as a share of the spacing. */
const INNER = 0.3;
/** Points along the spiral lie this far apart, in mm. */
const STEP = 0.4;

/** Archimedes' spiral about a centre, from the inside out to `reach` mm; turned by a share of a whole turn. */
export function spiralLine(centre: Point, reach: number, spacing: number, turned = 0): Line {
  const out: number[] = [];
  for (let r = INNER * spacing, angle = 2 * Math.PI * turned; r < reach + spacing;) {
    out.push(centre.x + r * Math.cos(angle), centre.y + r * Math.sin(angle));
    const turn = Math.min(0.2, STEP / r);
    angle += turn;
    r += (spacing * turn) / (2 * Math.PI);
  }
  return { coords: Float64Array.from(out), closed: false };
}

const SETTINGS = [
  spacingSetting({ least: 0.4, most: 10, default: 2, help: 'From turn to turn.' }),
  passesSetting,
  { ...lengthSetting, more: true },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch(input: Input): SewnThread[] {
  const { settings } = input;
  const region = outlineRegion(input.outline);
  const centre = input.centre ?? regionMiddle(region);
  const spacing = settings.spacing;
  const chordStitches = { length: settings.length, passes: settings.passes, spacing };
  const line = reversed(spiralLine(centre, reachFrom(region, centre), spacing));
  const threads = eachPiece(region, input, (polygon, from, end) => {
    const rings = ringsOf(polygon);
    return sewPieces(rings, cutLines([line], new EdgeIndex(rings)), from, end, chordStitches);
  });
  return orRound(threads, region, input, chordStitches);
}

export const spiral: KindOf<typeof SETTINGS> = {
  id: 'spiral',
  name: 'Spiral',
  summary: 'One line that winds from the edge to the centre.',
  sentence: 'Cover this shape with a {kind}, {spacing} from turn to turn, sewn {passes}, in {thread}.',
  from: () => 'region',
  usesCentre: true,
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
