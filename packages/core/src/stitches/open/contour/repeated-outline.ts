// Lines that repeat a piece's outline inward: what contour sews, and what is left where a kind's own lines find no room.
import type { Point } from '../../../geometry/points.ts';
import type { Line } from '../../../geometry/polyline.ts';
import { polygonArea, regionMiddle, type Polygon, type Region } from '../../../geometry/region.ts';
import type { StitchInput } from '../../kind.ts';
import { eachPiece } from '../../pieces.ts';
import { repeated } from '../../run.ts';
import { runPoints } from '../../run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from '../../thread.ts';
import { levelRings, ringTree } from './levels.ts';
import { windRings } from './wind.ts';

/** The outline repeated inward, `spacing` mm apart, as few lines as can be; the first begins near `from`. */
export function repeatedOutline(polygon: Polygon, spacing: number, from?: Point): Line[] {
  const rings = levelRings(polygon, spacing);
  return windRings(rings, ringTree(rings, spacing), spacing, from);
}

/** The stitch that marks a dot in which nothing else has room, in mm; one no larger than this (mm²) is none. */
const DOT = 0.5;
const LEAST_DOT = 0.1;

/**
 * The threads of a kind; where a shape is too small for any of its lines, as dots are, it is gone round instead. Specks beside
 * parts that are sewn stay bare: they are not worth a cut.
 */
export function orRound(
  threads: SewnThread[],
  region: Region,
  input: StitchInput,
  { spacing, length, passes }: { spacing: number; length: number; passes: number },
): SewnThread[] {
  if (threads.length) return threads;
  const dots = region.filter((polygon) => polygonArea(polygon) > LEAST_DOT);
  return eachPiece(dots, input, (polygon, from) =>
    repeatedOutline(polygon, spacing, from).map((line) => {
      const round = sewnThrough(runPoints(line, length));
      if (round.x.length > 1) return repeated(round, passes);
      // Of the smallest nothing is left but a stitch to and fro.
      const { x, y } = regionMiddle([polygon]);
      return sewnThrough([-1, 1, -1].map((side) => ({ x: x + (side * DOT) / 2, y })));
    }),
  );
}

function sewnThrough(points: readonly Point[]): SewnThread {
  const builder = new ThreadBuilder();
  builder.addLine(points, Part.top);
  return builder.thread;
}
