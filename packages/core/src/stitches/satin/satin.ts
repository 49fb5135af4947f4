// Satin: stitches to and fro across a column: along a line, between two edges, or across a closed narrow shape.
import { Memo } from '../../design/memo.ts';
import type { PlainOutline, Recipe } from '../../design/types.ts';
import { bandRegion, regionFromRings } from '../../geometry/clip.ts';
import type { Point } from '../../geometry/points.ts';
import { lengthOf, withoutRepeats, type Line } from '../../geometry/polyline.ts';
import { ringsOf, type Polygon, type Region } from '../../geometry/region.ts';
import type { Cloth, UnderlayWeight } from '../../materials/cloths.ts';
import { outlineLines } from '../../outlines/flatten.ts';
import { flattenPath } from '../../outlines/flatten-path.ts';
import { outlineRegion } from '../../outlines/region.ts';
import {
  completeSettings,
  compensationSetting,
  densitySetting,
  facingPlaces,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../kind.ts';
import { fill } from '../fill.ts';
import { run } from '../run.ts';
import { ThreadBuilder, type SewnThread } from '../thread.ts';
import { laddersAlong } from './arms.ts';
import { FILLED_FROM, spacingSetting, underlaySetting } from './settings.ts';
import { Column } from './column.ts';
import { Covered } from './covered.ts';
import { LONGEST_MITRE } from './corners.ts';
import { ladderBetween } from './edges.ts';
import { halfAlong } from './profile.ts';
import { endAt, type ColumnStitches, type Underlay } from './sew-column.ts';
import { columnsOf, sewnWider, type Branch, type ShapeColumns } from './shape.ts';
import { joinedStrokes } from './strokes.ts';
import { lookedOver, lookedOverOnce } from './looked-over.ts';
import { sewBranches } from './tour.ts';

/** Columns narrower than this everywhere are sewn as a bean run, in mm. */
export const TOO_NARROW = 0.7;
/** Columns wider than this are split, in mm; delicate cloths ask for less. */
const WIDEST = 7;
/** Needle points move to a grid of 0.1 mm: a stitch may grow by so much, in mm. */
const GRID = 0.08;
/** What becomes of shapes that are too wide or too narrow for satin across them. */
export interface AcrossRules {
  /** Wider ones are filled, in mm. */
  filledFrom: number;
  /** Narrower ones are sewn as a line, in mm. */
  lineUnder: number;
  /** Narrower ones are widened to it, in mm; 0: none. */
  widenTo: number;
}
const ACROSS: AcrossRules = { filledFrom: FILLED_FROM, lineUnder: TOO_NARROW, widenTo: 0 };

/** Where the column's two edges come from. */
export type Sides = 'line' | 'edges' | 'shape';

const SETTINGS = [
  {
    name: 'sides',
    label: 'Column',
    type: 'choice',
    choices: [
      { value: 'line', label: 'along the line' },
      { value: 'edges', label: 'between two lines' },
      { value: 'shape', label: 'across the shape' },
    ],
    default: 'line',
    help: 'Where the two edges are: beside the line, at two lines drawn one after the other (steering lines are rungs), or the sides of a closed narrow shape.',
  },
  {
    name: 'width',
    label: 'Column width',
    type: 'number',
    unit: 'mm',
    least: 0.5,
    most: 30,
    step: 0.1,
    default: 3,
    when: ({ sides }) => sides === 'line',
    help: 'How wide the column is; over 7 mm its stitches are split, under 0.7 mm it is sewn as a bean run.',
  },
  spacingSetting,
  underlaySetting,
  {
    name: 'corners',
    label: 'Corners',
    type: 'choice',
    more: true,
    when: ({ sides }) => sides === 'line',
    choices: [
      { value: 'auto', label: 'by angle' },
      { value: 'mitre', label: 'mitred' },
      { value: 'cap', label: 'one side runs over' },
      { value: 'round', label: 'round' },
    ],
    default: 'auto',
    help: 'How corners sharper than 45° are sewn; by angle: mitred up to 150°, beyond that one side runs over.',
  },
  {
    name: 'ends',
    label: 'Ends',
    type: 'choice',
    more: true,
    when: ({ sides }) => sides === 'line',
    choices: [
      { value: 'square', label: 'square' },
      { value: 'round', label: 'round' },
      { value: 'point', label: 'pointed' },
    ],
    default: 'square',
    help: 'The shape of the column’s ends.',
  },
  {
    name: 'split',
    label: 'Split points',
    type: 'choice',
    more: true,
    choices: [
      { value: 'staggered', label: 'staggered' },
      { value: 'even', label: 'in lines' },
      { value: 'random', label: 'at random' },
    ],
    default: 'staggered',
    help: 'Where stitches over 7 mm get a needle point in between.',
  },
  densitySetting,
  compensationSetting('How much wider each side is sewn, against the pull of the thread.'),
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>> & { across?: AcrossRules };
export type SatinSettings = ValuesOf<typeof SETTINGS>;

/** Edge lines that the outline offers: two lines are needed for a column between edges. */
const edgeLines = (input: Input): Line[] => outlineLines(input.outline);

function columnAlong(line: Line, input: Input, compensation: number): Column {
  const { settings, widths } = input;
  const corners = settings.corners;
  const half = halfAlong(line, settings.width, widths, settings.ends);
  const base = laddersAlong(line, half, corners, 0, false);
  const top = laddersAlong(line, half, corners, compensation, true);
  return new Column(base.map((ladder, i) => ({ base: ladder, top: top[i] })));
}

/** A connected piece: its columns, or, where satin can't be, a region for rows of fill. */
interface Piece {
  branches: Branch[];
  /** The shape that its columns cover. */
  shape?: Polygon;
  filled?: Polygon;
  /** It is filled because no column could cover it. */
  unsuited?: boolean;
}

/** Columns across shapes: stitches, what was chosen and remarks all ask for them, again while only the spacing changes. */
const drawn = new Memo<ShapeColumns[]>(1);
const columns = new Memo<ShapeColumns[]>(2);

const acrossShape = (outline: PlainOutline, compensation: number): ShapeColumns[] =>
  columns.get(outline, [compensation], () =>
    sewnWider(
      drawn.get(outline, [], () => columnsOf(outlineRegion(outline))),
      compensation,
    ),
  );

/** Pieces that are narrower than this everywhere, as if drawn with so much more on both sides. */
function widened(
  pieces: ShapeColumns[],
  outline: PlainOutline,
  compensation: number,
  to: number,
): ShapeColumns[] {
  const widest = Math.max(0, ...pieces.map(widestOf));
  return widest > 0 && widest < to ? acrossShape(outline, compensation + (to - widest) / 2) : pieces;
}

/** So much of a letter may be wider than satin can be: where its strokes meet. */
const MOSTLY = 0.7;
/** A letter of which so much is narrower than half of that is satin all the same, as far as satin can be split: rows would bead its thin strokes. */
const PARTLY = 0.25;
const LOOKED_AT_EVERY = 0.5;

/** How wide a piece is where that decides: everywhere; of a letter, in most places. mm */
function wideIn({ across }: Input, branches: readonly Branch[]): number {
  const widest = widestOf({ branches: [...branches] });
  if (!across || widest <= across.filledFrom) return widest;
  const widths = branches
    .flatMap(({ column }) =>
      Array.from({ length: Math.ceil(column.length / LOOKED_AT_EVERY) + 1 }, (_, i) => {
        const { left, right } = column.rungAt(Math.min(column.length, i * LOOKED_AT_EVERY));
        return Math.hypot(right.x - left.x, right.y - left.y);
      }),
    )
    .sort((a, b) => a - b);
  const at = (share: number): number => widths[Math.floor(share * (widths.length - 1))] ?? 0;
  const mixed = at(PARTLY) < across.filledFrom / 2 && widest <= FILLED_FROM;
  return mixed ? Math.min(at(MOSTLY), across.filledFrom) : at(MOSTLY);
}

/** What the outline gives to sew. */
function piecesOf(input: Input): Piece[] {
  const compensation = input.settings.compensation;
  const sides = input.settings.sides;
  if (sides === 'shape') {
    const { filledFrom, widenTo } = input.across ?? ACROSS;
    return widened(acrossShape(input.outline, compensation), input.outline, compensation, widenTo).map(
      ({ polygon, branches, unsuited }) => ({
        branches,
        shape: polygon,
        unsuited,
        filled: unsuited || wideIn(input, branches) > filledFrom ? polygon : undefined,
      }),
    );
  }
  const lines = edgeLines(input);
  if (sides === 'edges') {
    const pieces: Piece[] = [];
    const rungs = (input.guideLines ?? [])
      .map((path) => flattenPath(path))
      .filter((l) => l.coords.length >= 4);
    for (let i = 0; i + 1 < lines.length; i += 2) {
      const ladder = ladderBetween(lines[i], lines[i + 1], rungs);
      pieces.push({ branches: [{ column: Column.of(ladder, compensation), meets: [] }] });
    }
    return pieces;
  }
  // A drawn width is told along each line as it was drawn.
  return (input.widths?.length ? lines : joinedStrokes(lines))
    .filter((line) => lengthOf(line) >= 0.8)
    .map((line) => ({ ...line, coords: withoutRepeats(line.coords, line.closed, 1e-4) }))
    .map((line) => ({ branches: [{ column: columnAlong(line, input, compensation), meets: [] }] }));
}

/** Which underlay a column of this width gets; `weight` is what the cloth asks for. */
function underlayFor(choice: Underlay | 'auto', width: number, weight: UnderlayWeight): Underlay {
  if (choice !== 'auto') return choice;
  if (weight === 'none') return 'none';
  if (width < 2) return weight === 'heavy' && width >= 1.5 ? 'edge' : 'centre';
  if (width <= 4) return weight === 'heavy' && width > 3 ? 'edge-zigzag' : 'edge';
  return weight === 'light' ? 'edge' : 'edge-zigzag';
}

const longestOn = (cloth: Cloth): number => Math.min(WIDEST, cloth.longest ?? WIDEST);

function columnStitchesFor({ settings, cloth }: Input, width: number): ColumnStitches {
  return {
    spacing: settings.spacing / settings.density,
    underlay: underlayFor(settings.underlay, width, cloth.underlay),
    longest: longestOn(cloth) - GRID,
    split: settings.split,
  };
}

/** A column too narrow for satin, as a line. */
function asRun(branches: Branch[], input: Input): SewnThread[] {
  return branches.flatMap(({ column }) => {
    const points = column.through(0, column.length, 0.5, ({ left, right }) => ({
      x: (left.x + right.x) / 2,
      y: (left.y + right.y) / 2,
    }));
    const path = { closed: column.ring, points };
    return run.stitch({
      ...input,
      outline: { kind: 'path', paths: [path] },
      settings: { length: 2, passes: 3 },
    });
  });
}

const widestOf = ({ branches }: Pick<Piece, 'branches'>): number =>
  Math.max(0, ...branches.map(({ column }) => column.widest));

/** A piece that is no column, in rows across its longest way; of letters in level ones, so that all of them shine alike. */
function asFill(polygon: Polygon, input: Input): SewnThread[] {
  const { spacing, density, compensation, underlay } = input.settings;
  const angle = input.across ? 0 : acrossOf(polygon);
  const settings: Recipe['settings'] = { spacing, density, compensation, angle };
  // A satin's underlays are no fill's, but none is none.
  if (underlay === 'none') settings.underlay = underlay;
  const paths = ringsOf(polygon).map((ring) => ({
    closed: true,
    points: Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
  }));
  return fill.stitch({
    ...input,
    outline: { kind: 'path', paths, fillRule: 'evenodd' },
    settings: completeSettings(fill, { kind: fill.id, settings }, input.cloth),
  });
}

/** Rows a degree or two off level lie unevenly on the machine's grid: their direction is one of these steps, in degrees. */
const STEP = 15;

/** The direction square to a polygon's longest way (the lesser of its principal axes), in degrees. */
function acrossOf({ outer }: Polygon): number {
  const n = outer.length / 2;
  let [mx, my, xx, xy, yy] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    mx += outer[2 * i] / n;
    my += outer[2 * i + 1] / n;
  }
  for (let i = 0; i < n; i++) {
    const [x, y] = [outer[2 * i] - mx, outer[2 * i + 1] - my];
    xx += x * x;
    xy += x * y;
    yy += y * y;
  }
  const along = Math.atan2(2 * xy, xx - yy) / 2;
  return (STEP * Math.round(((along * 180) / Math.PI + 90) / STEP) + 180) % 180;
}

/** More layers than two columns on one another have are too many; an underlay adds its own. */
const LAYERS = 4;
const UNDERLAY_LAYERS: Record<Underlay, number> = {
  none: 0,
  centre: 1,
  edge: 1,
  'edge-zigzag': 2,
};

function stitch(input: Input): SewnThread[] {
  const threads: SewnThread[] = [];
  let pieces = piecesOf(input);
  let entry = input.start ?? input.entry;
  while (pieces.length) {
    const next = entry ? nearestPiece(pieces, entry) : 0;
    const piece = pieces[next];
    const { branches, filled, shape } = piece;
    pieces = pieces.filter((_, i) => i !== next);
    const first = !threads.length;
    const last = !pieces.length;
    const width = widestOf(piece);
    if (filled) {
      const ends = last ? {} : { end: undefined, toward: undefined, facing: undefined };
      threads.push(...asFill(filled, { ...input, ...ends, start: first ? input.start : undefined, entry }));
    } else if (width < (input.across ?? ACROSS).lineUnder) {
      threads.push(...asRun(branches, { ...input, entry }));
    } else {
      const ways = {
        start: first ? input.start : undefined,
        entry,
        end: last ? input.end : undefined,
        facing: last ? facingOf(input) : undefined,
        // Short as the strokes of letters are, a seam in one is less than a cut.
        midway: !!input.across,
      };
      const columnStitches = columnStitchesFor(input, width);
      const thread = endedAt(ways.end, branches, sewBranches(branches, ways, columnStitches), columnStitches);
      if (thread.x.length >= 2) {
        const layers = LAYERS + UNDERLAY_LAYERS[columnStitches.underlay];
        const fixed = { start: !!ways.start, end: !!ways.end };
        const { wider } = branches[0].column;
        const covered = shape && new Covered(shape, { wider, longest: columnStitches.longest, fixed });
        const look = input.across ? lookedOverOnce : lookedOver;
        threads.push(look(thread, layers, covered));
      }
    }
    const made = threads.at(-1);
    if (made) entry = { x: made.x.at(-1)!, y: made.y.at(-1)! };
  }
  return threads;
}

/** A thread that leads on to where it has to end. */
function endedAt(
  end: Point | undefined,
  branches: readonly Branch[],
  thread: SewnThread,
  columnStitches: ColumnStitches,
): SewnThread {
  if (!end) return thread;
  const builder = ThreadBuilder.goingOn(thread);
  endAt(columnNear(branches, end), end, columnStitches, builder);
  return builder.thread;
}

/** Where the thread may go on to. */
function facingOf({ facing, toward }: Input): readonly Point[] | undefined {
  return facing ? facingPlaces(facing) : toward && [toward];
}

/** The column of a piece that a place lies nearest to. */
function columnNear(branches: readonly Branch[], p: { x: number; y: number }): Column {
  const gap = ({ column }: Branch): number => {
    const at = column.at(column.nearest(p));
    return Math.hypot(at.x - p.x, at.y - p.y);
  };
  return branches.reduce((a, b) => (gap(b) < gap(a) ? b : a)).column;
}

function nearestPiece(pieces: readonly Piece[], p: { x: number; y: number }): number {
  const gaps = pieces.map(({ branches }) =>
    Math.min(
      1e6,
      ...branches.map(({ column }) => {
        const at = column.at(column.nearest(p));
        return Math.hypot(at.x - p.x, at.y - p.y);
      }),
    ),
  );
  return gaps.indexOf(Math.min(...gaps));
}

/** The cloth under a column between two edges. */
function ladderRegion(column: Column): Region {
  const left = column.through(0, column.length, 0.3, (rung) => rung.left);
  const right = column.through(0, column.length, 0.3, (rung) => rung.right);
  const ring = [...left, ...right.reverse()].flatMap((p) => [p.x, p.y]);
  return regionFromRings([ring], 'nonzero');
}

function cover(input: Input): Region {
  const { settings, outline, widths } = input;
  if (settings.sides === 'shape') return outlineRegion(outline);
  if (settings.sides === 'line' && !widths?.length) {
    const { width, corners } = settings;
    if (width < TOO_NARROW) return [];
    const lines = joinedStrokes(outlineLines(outline));
    return corners === 'round'
      ? bandRegion(lines, width, 'flat', 'round')
      : bandRegion(lines, width, 'flat', 'mitre', LONGEST_MITRE[corners]);
  }
  return piecesOf(input).flatMap(({ branches: [{ column }] }) => ladderRegion(column));
}

export const satin: KindOf<typeof SETTINGS> = {
  id: 'satin',
  name: 'Satin',
  summary: 'Smooth stitches to and fro: along a line, between two edges, or across a narrow shape.',
  sentence: 'Cover this with {kind}, [{width} wide ]{sides}, stitches {spacing} apart, in {thread}.',
  from: ({ sides }) => (sides === 'shape' ? 'region' : 'lines'),
  // A row of a column is one stitch up to 7 mm; where rows end at the edge there is a stitch more.
  estimate({ area, length }, settings) {
    const spacing = settings.spacing / (settings.density ?? 1);
    if (settings.sides !== 'shape') return ((2 * length) / spacing) * Math.max(1, settings.width / 7);
    return area / (spacing * 3) + length / Math.max(spacing, 2);
  },
  band: true,
  usesFacing: true,
  lineWidth: ({ sides, width }) => (sides === 'line' ? width : null),
  unsuited({ underlay }, { id, weave }) {
    if (id === 'quilt') return 'presses-flat';
    return weave === 'knit' && underlay === 'none' ? 'no-underlay' : null;
  },
  reach: ({ width }, widths = []) => Math.max(width, ...widths.map((w) => w.width)) / 2,
  guided: ({ sides }) =>
    sides === 'edges' ? 'Lines drawn across the column are rungs: stitches lie along them.' : null,
  settings: SETTINGS,
  stitch,
  cover,
  chosen: (input) => {
    const widths = piecesOf(input).map(widestOf);
    const width = widths.length ? Math.max(...widths) : input.settings.width;
    return { underlay: underlayFor(input.settings.underlay, width, input.cloth.underlay) };
  },
  remarks: (input: Input) => {
    const pieces = piecesOf(input);
    const widths = pieces.flatMap((piece) => (piece.filled ? [] : [widestOf(piece)]));
    const longest = longestOn(input.cloth);
    return [
      // That wide letters are filled was chosen.
      ...(pieces.some(({ filled, unsuited }) => (input.across ? unsuited : filled))
        ? (['satin-filled'] as const)
        : []),
      ...(widths.some((w) => w > 0 && w < (input.across ?? ACROSS).lineUnder)
        ? (['satin-narrow'] as const)
        : []),
      ...(widths.some((w) => w > longest) ? (['satin-split'] as const) : []),
      ...(input.settings.sides === 'edges' && edgeLines(input).length < 2 ? (['two-lines'] as const) : []),
    ];
  },
};
