// Fill: rows of stitches at an angle over a region, one thread a connected piece.
import { offsetRegion } from '../geometry/clip.ts';
import { distance, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine, openedAt, type Line } from '../geometry/polyline.ts';
import { polygonArea, regionBounds, ringsOf, type Polygon } from '../geometry/region.ts';
import type { UnderlayWeight } from '../materials/cloths.ts';
import { flattenPath } from '../outlines/flatten-path.ts';
import { outlineRegion } from '../outlines/region.ts';
import {
  compensationSetting,
  densitySetting,
  lineAngleSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from './kind.ts';
import { eachPiece } from './pieces.ts';
import { nearestSpan, wayOnCloth } from './rows/route.ts';
import { flowFrame, turnedFrame, type Frame } from './rows/frame.ts';
import { ROW_PATTERNS } from './rows/patterns.ts';
import { closedSpacing, DENSE, layRows, type RowMap } from './rows/row-map.ts';
import { sewOpenRows } from './rows/sew-open-rows.ts';
import { sewRows } from './rows/sew-rows.ts';
import { sewWay } from './rows/sew-way.ts';
import { runPoints } from './run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from './thread.ts';

const UNDERLAY_EDGE = 0.5;
const UNDERLAY_ROWS_INSET = 0.9;
const UNDERLAY_SPACING = 2.5;
/** A fill opener than this shows what lies beneath it, so it gets no underlay of itself; mm. */
const OPEN = 0.8;
/** What thread covers beside its line, less a hair, in mm: dense rows also take what neither they nor their neighbours reach. */
const COVERED = 0.19;
/** … and at least what lies so far above and below them, in mm. */
const LEAST_REACH = 0.06;
/** Rows of the map that finds ways through a region, in mm. */
const ROUTE_SPACING = 0.5;

type Underlay = 'none' | 'edge' | 'rows' | 'edge-rows' | 'edge-rows-twice';

function underlayFor(choice: Underlay | 'auto', spacing: number, weight: UnderlayWeight): Underlay {
  if (choice !== 'auto') return choice;
  if (spacing > OPEN || weight === 'none') return 'none';
  if (weight === 'heavy') return 'edge-rows-twice';
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
  kind: Underlay,
  angle: number,
  ways: RowMap,
  builder: ThreadBuilder,
  entry: Point,
): void {
  const go = (to: Point): void => {
    if (!builder.last) builder.add(to.x, to.y, Part.underlay);
    else sewWay(builder, wayOnCloth(ways, builder.last, to));
  };
  if (kind.startsWith('edge')) {
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
  // Across the rows; on soft cloths crossed by a second layer.
  const turns = kind === 'edge-rows-twice' ? [45, 135] : kind === 'none' || kind === 'edge' ? [] : [90];
  for (const turn of turns) {
    let pieces = offsetRegion([polygon], -UNDERLAY_ROWS_INSET).filter((p) => polygonArea(p) > 4);
    while (pieces.length) {
      const at = builder.last ?? entry;
      const gap = (p: Polygon): number => startGap(ringFrom(p.outer, at), at);
      const piece = pieces.reduce((a, b) => (gap(b) < gap(a) ? b : a));
      pieces = pieces.filter((p) => p !== piece);
      const map = layRows(piece, turnedFrame(angle + turn), UNDERLAY_SPACING);
      if (!map.sections.length) continue;
      const rowStitches = {
        length: 3,
        longest: 5,
        pattern: 'halves',
        feather: 0,
        compensation: 0,
        part: Part.underlay,
      };
      sewOpenRows(map, rowStitches, builder, at, (a, b) => wayOnCloth(ways, a, b));
    }
  }
}

const startGap = (line: Line, from: Point): number =>
  distance(from, { x: line.coords[0], y: line.coords[1] });

const SETTINGS = [
  {
    ...lineAngleSetting,
    unlessGuided: true,
    label: 'Stitch angle',
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
    name: 'pattern',
    label: 'Surface',
    type: 'choice',
    choices: ROW_PATTERNS.map(({ id, name }) => ({ value: id, label: name.toLowerCase() })),
    default: 'brick',
    help: 'The pattern that the needle points make on the surface.',
  },
  {
    name: 'spacingEnd',
    label: 'Spacing at the far side',
    type: 'number',
    unit: 'mm',
    least: 0.25,
    most: 5,
    step: 0.05,
    follows: 'spacing',
    more: true,
    help: 'Rows change from the first spacing to this one, from the first row to the last.',
  },
  {
    name: 'edge',
    label: 'Edge',
    type: 'choice',
    more: true,
    choices: [
      { value: 'straight', label: 'straight' },
      { value: 'feathered', label: 'feathered' },
    ],
    default: 'straight',
    help: 'Feathered rows end at uneven places, to blend with what lies beside.',
  },
  {
    name: 'feather',
    label: 'Feather depth',
    type: 'number',
    unit: 'mm',
    least: 0.5,
    most: 10,
    step: 0.5,
    default: 2.5,
    more: true,
    when: ({ edge }) => edge === 'feathered',
    help: 'How far inside the edge feathered rows end at most.',
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
      { value: 'edge-rows-twice', label: 'edge run and rows both ways' },
    ],
    default: 'auto',
    help: 'Stitches beneath that hold the cloth and carry the rows.',
  },
  densitySetting,
  compensationSetting('How much longer rows are sewn at each end, against the pull of the thread.'),
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

/** The frame that rows are level in: turned by the angle, or bent by the object's guide lines. */
function frameFor({ settings, guideLines }: Input): Frame {
  const angle = settings.angle;
  const guides = (guideLines ?? []).map((path) => flattenPath(path)).filter((l) => l.coords.length >= 4);
  return guides.length ? flowFrame(guides, angle) : turnedFrame(angle);
}

/** Closer rows press the wadding of a quilt flat, in mm. */
export const QUILT_SPACING = 3;

/** Nothing longer than this snags, in mm; delicate cloths ask for less. */
const LONGEST = 7;

interface RowPlan {
  frame: Frame;
  near: number;
  far: number;
  dense: boolean;
  underlay: Underlay;
}

/** Spacings and underlay as they come out for the cloth. */
function rowPlanOf(input: Input): RowPlan {
  const { settings, cloth } = input;
  const [near, far] = [settings.spacing, settings.spacingEnd].map((v) => (v as number) / settings.density);
  const frame = frameFor(input);
  return {
    frame,
    near: closedSpacing(near, near === far ? frame.angle : null),
    far: closedSpacing(far, near === far ? frame.angle : null),
    dense: Math.max(near, far) <= DENSE,
    underlay: underlayFor(settings.underlay, Math.max(near, far), cloth.underlay),
  };
}

/** A begin or an end fixed by hand, drawn in under the rows. */
function placeInside(ways: RowMap, at: Point): Point {
  const p = ways.toFrame(at);
  const span = nearestSpan(ways, p);
  const room = Math.min(END_INSET, (span.right - span.left) / 3);
  const x = Math.min(span.right - room, Math.max(span.left + room, p.x));
  return ways.toCloth({ x, y: span.y });
}

/** A begin or end fixed by hand lies this far inside the edge, in mm. */
const END_INSET = 0.3;

function stitch(input: Input): SewnThread[] {
  const { outline, settings, cloth, start } = input;
  const angle = settings.angle;
  const compensation = settings.compensation;
  const { frame, near, far, dense, underlay } = rowPlanOf(input);
  const spacing = { near, far };
  const longest = Math.min(LONGEST, cloth.longest ?? LONGEST);
  let begun = false;
  const region = outlineRegion(outline);
  const box = regionBounds(region);
  const origin = box ? frame.toFrame({ x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }).x : 0;
  return eachPiece(region, input, (polygon, from, end) => {
    const by = Math.max(LEAST_REACH, Math.max(near, far) - COVERED);
    const map = layRows(polygon, frame, spacing, dense ? { by, drawnIn: compensation } : null);
    if (!map.sections.length) return [];
    const ways = dense ? map : layRows(polygon, frame, Math.min(ROUTE_SPACING, near, far));
    const builder = new ThreadBuilder();
    if (start && !begun) builder.addAll([placeInside(ways, start)], Part.travel);
    const begin = from ?? firstCorner(map);
    const feather = settings.edge === 'feathered' ? settings.feather : 0;
    if (underlay !== 'none')
      for (const inner of feather ? offsetRegion([polygon], -feather) : [polygon])
        sewUnderlay(inner, underlay, angle, ways, builder, builder.last ?? begin);
    const rowStitches = {
      length: Math.min(settings.length, longest),
      longest,
      pattern: settings.pattern,
      origin,
      feather,
      compensation,
      part: Part.top,
    };
    const last = end?.firm ? { at: placeInside(ways, end.at), firm: true } : end;
    const way = (a: Point, b: Point): Point[] => wayOnCloth(ways, a, b);
    if (dense) sewRows(map, rowStitches, builder, begin, way, last);
    else sewOpenRows(map, rowStitches, builder, begin, way, last);
    if (builder.length < 2) return [];
    begun = true;
    return [builder.thread];
  });
}

const firstCorner = (map: RowMap): Point => {
  const s = map.sections[0].spans[0];
  return map.toCloth({ x: s.left, y: s.y });
};

export const fill: KindOf<typeof SETTINGS> = {
  id: 'fill',
  name: 'Fill',
  summary: 'Rows of stitches at an angle, over any shape with any holes.',
  sentence:
    'Cover this shape with {kind}, rows {spacing} apart[ at {angle}| along its steering lines], in {thread}.',
  from: () => 'region',
  mesh: true,
  unsuited({ spacing, underlay }, { id, weave }) {
    if (id === 'quilt' && spacing < QUILT_SPACING) return 'rows-too-close';
    return weave === 'knit' && underlay === 'none' ? 'no-underlay' : null;
  },
  guided: () => 'Rows flow along lines drawn over the shape.',
  settings: SETTINGS,
  stitch,
  cover: (input) => (rowPlanOf(input).dense ? outlineRegion(input.outline) : []),
  chosen: (input) => ({ underlay: rowPlanOf(input).underlay }),
};
