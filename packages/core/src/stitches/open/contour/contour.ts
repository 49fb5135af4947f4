// Contour: lines that repeat the outline inward, as one thread a connected piece.
import type { Line } from '../../../geometry/polyline.ts';
import { flattenPath } from '../../../outlines/flatten-path.ts';
import { outlineRegion } from '../../../outlines/region.ts';
import { eachPiece } from '../../pieces.ts';
import {
  lengthSetting,
  passesSetting,
  spacingSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../../kind.ts';
import { needlePoints, repeated } from '../../run.ts';
import { runPoints } from '../../run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from '../../thread.ts';
import { uncrossed } from '../uncross.ts';
import { cutByGuides } from './levels.ts';
import { orRound, repeatedOutline } from './repeated-outline.ts';

/** Rounds a line: each point goes to the mean of its neighbours, again and again. */
function smoothed({ coords }: Line, rounds: number): Line {
  let from = Float64Array.from(coords);
  for (let r = 0; r < rounds; r++) {
    const to = Float64Array.from(from);
    for (let i = 2; i + 3 < from.length; i++) to[i] = (from[i - 2] + 2 * from[i] + from[i + 2]) / 4;
    from = to;
  }
  return { coords: from, closed: false };
}

/** So many rounds round corners by about two thirds of a spacing: points lie a fifth of one apart. */
const ROUNDS = 24;

const SETTINGS = [
  spacingSetting({ least: 0.4, most: 8, default: 1.5, help: 'From line to line.' }),
  {
    name: 'corners',
    label: 'Corners',
    type: 'choice',
    choices: [
      { value: 'kept', label: 'kept' },
      { value: 'smoothed', label: 'smoothed' },
    ],
    default: 'kept',
    help: 'Whether lines turn sharply where the outline does, or swing round.',
  },
  passesSetting,
  { ...lengthSetting, more: true },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

function stitch(input: Input): SewnThread[] {
  const { settings, guideLines, start, end } = input;
  const spacing = settings.spacing;
  const guides = (guideLines ?? []).map((path) => flattenPath(path)).filter((l) => l.coords.length >= 4);
  const region = cutByGuides(outlineRegion(input.outline), guides, spacing);
  const threads = eachPiece(region, input, (polygon, from) =>
    repeatedOutline(polygon, spacing, start ?? end ?? from).flatMap((wound) => {
      const line = settings.corners === 'smoothed' ? smoothed(wound, ROUNDS) : wound;
      const needle = needlePoints(runPoints(line, settings.length));
      // Stitches cut corners and end on the machine's grid: where lines nearly touch, one might reach over the next.
      const points = uncrossed(needle, settings.length);
      // The line begins at the edge: one that has to end there is sewn the other way round.
      if (end && !start) points.reverse();
      const builder = new ThreadBuilder();
      builder.addLine(points, Part.top);
      return builder.length > 1 ? [repeated(builder.thread, settings.passes)] : [];
    }),
  );
  return orRound(threads, region, input, settings);
}

export const contour: KindOf<typeof SETTINGS> = {
  id: 'contour',
  name: 'Contour',
  summary: 'Lines that repeat the outline inward, as one thread; steering lines lead them.',
  sentence:
    'Cover this shape with {kind} lines {spacing} apart, corners {corners}, sewn {passes}, in {thread}.',
  from: () => 'region',
  guided: () => 'Lines repeat what is drawn in the shape as they repeat its edge.',
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
