// Fill: rows of stitches at an angle over a region, one thread a connected piece.
import { offsetRegion } from '../geometry/clip.ts';
import { distance, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine, openedAt, type Line } from '../geometry/polyline.ts';
import { insideRegion, polygonArea, ringsOf, type Polygon, type Region } from '../geometry/region.ts';
import type { UnderlayWeight } from '../materials/cloths.ts';
import { outlineRegion } from '../outlines/region.ts';
import { compensationSetting, type StitchInput, type StitchKind } from './kind.ts';
import { wayOnCloth } from './rows/route.ts';
import { closedSpacing, DENSE, layRows, type RowMap } from './rows/row-map.ts';
import { sewRows, sewWay } from './rows/sew-rows.ts';
import { runPoints } from './run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from './thread.ts';

/** Needle points of four successive rows, as shares of the stitch length: no two neighbours line up. */
const BRICK = [0, 0.5, 0.25, 0.75] as const;
const UNDERLAY_EDGE = 0.5;
const UNDERLAY_ROWS_INSET = 0.9;
const UNDERLAY_SPACING = 2.5;
/** A fill opener than this shows what lies beneath it, so it gets no underlay of itself; mm. */
const OPEN = 0.8;
/** Dense rows also count what lies this far above and below them, in mm. */
const ROW_REACH = 0.06;
/** A turn from row to row may lie this far beyond the compensated edge, in mm. */
const TURN_ROOM = 0.15;
/** Rows of the map that finds ways through a region, in mm. */
const ROUTE_SPACING = 0.5;

function underlayFor(choice: string, spacing: number, weight: UnderlayWeight): string {
  if (choice !== 'auto') return choice;
  if (spacing > OPEN || weight === 'none') return 'none';
  return weight === 'light' ? 'edge' : 'edge-rows';
}

/** The ring as a line that begins and ends at its point nearest to `from`. */
function ringFrom(ring: Float64Array, from: Point): Line {
  const line: Line = { coords: ring, closed: true };
  const lengths = arcLengths(line);
  return openedAt(line, lengths, nearestOnLine(line, lengths, from).s);
}

function sewUnderlay(
  polygon: Polygon,
  kind: string,
  angle: number,
  ways: RowMap,
  builder: ThreadBuilder,
  entry: Point,
): void {
  const go = (to: Point): void => {
    if (!builder.last) builder.add(to.x, to.y, Part.underlay);
    else sewWay(builder, wayOnCloth(ways, builder.last, to));
  };
  if (kind === 'edge' || kind === 'edge-rows') {
    const rings = offsetRegion([polygon], -UNDERLAY_EDGE).flatMap(ringsOf);
    while (rings.length) {
      const at = builder.last ?? entry;
      const opened = rings.map((ring) => ringFrom(ring, at));
      const near = opened.reduce(
        (best, line, i) => (startGap(line, at) < startGap(opened[best], at) ? i : best),
        0,
      );
      rings.splice(near, 1);
      go({ x: opened[near].coords[0], y: opened[near].coords[1] });
      builder.addAll(runPoints(opened[near], 2.5), Part.underlay);
    }
  }
  if (kind === 'rows' || kind === 'edge-rows') {
    let pieces = offsetRegion([polygon], -UNDERLAY_ROWS_INSET).filter((p) => polygonArea(p) > 4);
    while (pieces.length) {
      const at = builder.last ?? entry;
      const gap = (p: Polygon): number => startGap(ringFrom(p.outer, at), at);
      const piece = pieces.reduce((a, b) => (gap(b) < gap(a) ? b : a));
      pieces = pieces.filter((p) => p !== piece);
      const map = layRows(piece, angle + 90, UNDERLAY_SPACING, 0);
      if (!map.sections.length) continue;
      const how = { length: 3, stagger: [0, 0.5], compensation: 0, part: Part.underlay };
      sewRows(map, ways, how, builder, at, (a, b) =>
        staysInside([polygon], a, b) ? null : wayOnCloth(ways, a, b),
      );
    }
  }
}

const startGap = (line: Line, from: Point): number =>
  distance(from, { x: line.coords[0], y: line.coords[1] });

/** Does the straight line between two places stay inside the region? Tried every 0.5 mm. */
function staysInside(region: Region, a: Point, b: Point): boolean {
  const steps = Math.max(2, Math.ceil(distance(a, b) / 0.5));
  for (let i = 1; i < steps; i++) {
    const t = i / steps;
    if (!insideRegion(region, a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t)) return false;
  }
  return true;
}

function stitch({ outline, settings, cloth, entry, start }: StitchInput): SewnThread[] {
  const angle = settings.angle as number;
  const asked = (settings.spacing as number) / cloth.density;
  const compensation = settings.compensation as number;
  const underlay = underlayFor(settings.underlay as string, asked, cloth.underlay);
  const spacing = closedSpacing(asked, angle);
  const dense = asked <= DENSE;
  const threads: SewnThread[] = [];
  const region = [...outlineRegion(outline)];
  let from = start ?? entry;
  while (region.length) {
    const next = from ? nearestPolygon(region, from) : 0;
    const [polygon] = region.splice(next, 1);
    const map = layRows(polygon, angle, spacing, dense ? Math.min(ROW_REACH, compensation / 2) : 0);
    if (!map.sections.length) continue;
    const ways = dense ? map : layRows(polygon, angle, Math.min(ROUTE_SPACING, spacing), 0);
    const builder = new ThreadBuilder();
    const begin = from ?? firstCorner(map);
    if (underlay !== 'none') sewUnderlay(polygon, underlay, angle, ways, builder, begin);
    const how = {
      length: settings.length as number,
      stagger: BRICK,
      compensation,
      part: Part.top,
    };
    // Open rows turn at their compensated ends, which lie outside the polygon itself.
    const reach = dense ? [] : offsetRegion([polygon], compensation + TURN_ROOM);
    sewRows(map, ways, how, builder, begin, (a, b) =>
      dense || staysInside(reach, a, b) ? null : wayOnCloth(ways, a, b),
    );
    if (builder.length < 2) continue;
    threads.push(builder.thread);
    from = builder.last ?? from;
  }
  return threads;
}

const firstCorner = (map: RowMap): Point => {
  const s = map.sections[0].spans[0];
  return map.toCloth({ x: s.left, y: s.y });
};

function nearestPolygon(region: Polygon[], from: Point): number {
  const gaps = region.map((p) => startGap(ringFrom(p.outer, from), from));
  return gaps.indexOf(Math.min(...gaps));
}

export const fill: StitchKind = {
  id: 'fill',
  name: 'Fill',
  summary: 'Rows of stitches at an angle, over any shape with any holes.',
  sentence: 'Cover this shape with {kind}, rows {spacing} apart at {angle}, in {thread}.',
  from: () => 'region',
  settings: [
    {
      name: 'angle',
      label: 'Stitch angle',
      type: 'number',
      unit: '°',
      least: -180,
      most: 180,
      step: 5,
      default: 0,
      help: 'Direction of the rows: 0 is level, 90 upright, 45 rises to the right.',
    },
    {
      name: 'spacing',
      label: 'Row spacing',
      type: 'number',
      unit: 'mm',
      least: 0.25,
      most: 5,
      step: 0.05,
      default: 0.4,
      help: 'From row to row; 0.4 covers the cloth.',
    },
    {
      name: 'length',
      label: 'Stitch length',
      type: 'number',
      unit: 'mm',
      least: 1.5,
      most: 7,
      step: 0.1,
      default: 4,
      help: 'How long the stitches of a row are.',
    },
    {
      name: 'underlay',
      label: 'Underlay',
      type: 'choice',
      more: true,
      choices: [
        { value: 'auto', label: 'by cloth' },
        { value: 'none', label: 'none' },
        { value: 'edge', label: 'edge run' },
        { value: 'rows', label: 'rows across' },
        { value: 'edge-rows', label: 'edge run and rows across' },
      ],
      default: 'auto',
      help: 'Stitches beneath that hold the cloth and carry the rows.',
    },
    compensationSetting('How much longer rows are sewn at each end, against the pull of the thread.'),
  ],
  stitch,
  cover: ({ outline, settings, cloth }) =>
    (settings.spacing as number) / cloth.density <= DENSE ? outlineRegion(outline) : [],
};
