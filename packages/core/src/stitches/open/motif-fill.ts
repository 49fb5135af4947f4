// Motif fill: a small drawing in rows over a region, one thread a connected piece.
import { EdgeIndex } from '../../geometry/edge-index.ts';
import { turnBy, type Point } from '../../geometry/points.ts';
import { arcLengths, pointAt, withoutRepeats, type Line } from '../../geometry/polyline.ts';
import { coordsBounds, regionMiddle, ringsOf, type Polygon } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { sewChords } from '../chords/sew-chords.ts';
import { eachPiece } from '../pieces.ts';
import {
  lengthSetting,
  lineAngleSetting,
  passesSetting,
  type KindOf,
  type Setting,
  type StitchInput,
  type ValuesOf,
} from '../kind.ts';
import { motifSetting, unitCoords, UNIT_SIZE } from '../motifs.ts';
import { inGoodOrder } from '../order.ts';
import { turnedFrame } from '../rows/frame.ts';
import { wayOnCloth } from '../rows/route.ts';
import { layRows } from '../rows/row-map.ts';
import { sewWay } from '../rows/sew-way.ts';
import { repeated } from '../run.ts';
import { runPoints } from '../run-points.ts';
import { Part, ThreadBuilder, type SewnThread } from '../thread.ts';

/** Rows of the map that finds ways through a piece, in mm. */
const ROUTE_SPACING = 0.5;

const SETTINGS = [
  motifSetting,
  {
    name: 'size',
    label: 'Motif length',
    type: 'number',
    unit: 'mm',
    least: 3,
    most: 60,
    step: 0.5,
    default: 8,
    help: 'How long each motif is along its row.',
  },
  {
    name: 'rows',
    label: 'Rows apart',
    type: 'number',
    unit: 'mm',
    least: 1,
    most: 60,
    step: 0.5,
    default: 8,
    when: (s) => s.lattice !== 'hexagon',
    help: 'From row to row.',
  },
  {
    name: 'lattice',
    label: 'Lattice',
    type: 'choice',
    choices: [
      { value: 'square', label: 'one under another' },
      { value: 'brick', label: 'every second row pushed' },
      { value: 'hexagon', label: 'as in a honeycomb' },
    ],
    default: 'brick',
    help: 'How rows lie to each other: pushed by half a motif like bricks, or so that all neighbours are as near.',
  },
  {
    name: 'edge',
    label: 'At the edge',
    type: 'choice',
    choices: [
      { value: 'cut', label: 'cut off' },
      { value: 'whole', label: 'kept whole' },
    ],
    default: 'cut',
    help: 'Motifs that reach over the edge are cut off there, or left out.',
  },
  {
    name: 'ways',
    label: 'Joined by',
    type: 'choice',
    choices: [
      { value: 'wave', label: 'a waving line' },
      { value: 'straight', label: 'a straight line' },
      { value: 'none', label: 'nothing, trimmed apart' },
    ],
    default: 'wave',
    help: 'How the thread goes from motif to motif: as a stem that waves, as a ruled line, or not at all: each is trimmed, which takes longer.',
  },
  {
    name: 'turned',
    label: 'Turned over',
    type: 'choice',
    more: true,
    choices: [
      { value: 'none', label: 'none' },
      { value: 'rows', label: 'every second row' },
      { value: 'units', label: 'every second motif' },
    ],
    default: 'none',
    help: 'Which motifs lie on the other side of their row.',
  },
  {
    name: 'gap',
    label: 'Gap in the row',
    type: 'number',
    unit: 'mm',
    least: 0,
    most: 40,
    step: 0.5,
    default: 0,
    more: true,
    help: 'Room between one motif and the next; a straight run joins them.',
  },
  { ...lineAngleSetting, label: 'Turned by', more: true, help: 'Direction of the rows.' },
  { ...lengthSetting, more: true },
  { ...passesSetting, more: true },
] as const satisfies readonly Setting[];
type Input = StitchInput<ValuesOf<typeof SETTINGS>>;

/** The line that joins motifs waves so high, in motif lengths, and has so many points on the way. */
const WAVE = 0.045;
const WAVE_POINTS = 6;
/** Rows lie a little off the shape's middle, in mm: else they would often lie just on a straight edge. */
const OFF = 0.013;
/** A motif of which less than this is inside is left out; the line that joins them goes on. */
const FRAGMENT = 1 / 3;

/** How much of a line lies inside, as a share of its length. */
function shareInside(line: Line, edges: EdgeIndex): number {
  const lengths = arcLengths(line);
  let inside = 0;
  for (let k = 0; k < LOOKS; k++) {
    const p = pointAt(line, lengths, (lengths[lengths.length - 1] * (k + 0.5)) / LOOKS);
    if (edges.inside(p.x, p.y)) inside++;
  }
  return inside / LOOKS;
}
const LOOKS = 24;

/** The row without fragments of motifs. */
function withoutFragments({ units }: Row, edges: EdgeIndex): Line {
  return joined(
    units.map((unit) => {
      const share = shareInside(unit, edges);
      const { coords } = unit;
      return share > 0 && share < FRAGMENT
        ? { coords: Float64Array.of(coords[0], coords[1], ...coords.slice(-2)), closed: false }
        : unit;
    }),
  );
}

/** From row to row, in mm; on a hexagonal lattice the height of a triangle with sides of one pitch. */
const rowsApart = (settings: Input['settings']): number =>
  settings.lattice === 'hexagon' ? (Math.sqrt(3) / 2) * (settings.size + settings.gap) : settings.rows;

interface Row {
  /** Each unit of the row as a line, in order; each ends where the next begins. */
  units: Line[];
}

/** Rows of units that cover a polygon's bounds. */
function rowsOver(polygon: Polygon, input: Input, anchor: Point): Row[] {
  const { settings } = input;
  const size = settings.size;
  const pitch = size + settings.gap;
  const apart = rowsApart(settings);
  const [into, back] = [turnBy(settings.angle), turnBy(-settings.angle)];
  const level: number[] = [];
  for (let i = 0; i < polygon.outer.length; i += 2) {
    const p = into({ x: polygon.outer[i] - anchor.x, y: polygon.outer[i + 1] - anchor.y });
    level.push(p.x, p.y);
  }
  const b = coordsBounds([level])!;
  const unit = unitCoords(settings.unit, input.motif);
  const k = size / UNIT_SIZE;
  // The line that joins motifs is level where one begins: only between them it swings.
  const high = settings.ways === 'wave' ? WAVE * size : 0;
  const waved = (x: number): number => high * Math.sin((2 * Math.PI * (x - UNIT_SIZE / 2)) / UNIT_SIZE);
  const whole = unit.some((_, i) => i % 2 && unit[i]);
  const rows: Row[] = [];
  for (let r = Math.floor((b.minY - size) / apart); r * apart <= b.maxY + size; r++) {
    const odd = r % 2 !== 0;
    // Units are centred on the anchor; every second row of a brick lattice is pushed by half a unit.
    const push = (settings.lattice !== 'square' && odd ? pitch / 2 : 0) - size / 2;
    const flip = settings.turned === 'rows' && odd ? -1 : 1;
    const units: Line[] = [];
    for (let c = Math.floor((b.minX - push) / pitch) - 1; c * pitch + push <= b.maxX; c++) {
      const x0 = c * pitch + push;
      const side = settings.turned === 'units' && c % 2 !== 0 ? -flip : flip;
      const out: number[] = [];
      for (let i = 0; i < unit.length; i += 2) {
        // On the line itself there are more points, so that it can wave.
        const on = whole && i >= 2 && !unit[i + 1] && !unit[i - 1];
        const parts = on && high ? WAVE_POINTS : 1;
        for (let j = 1; j <= parts; j++) {
          const x = parts > 1 ? unit[i - 2] + ((unit[i] - unit[i - 2]) * j) / parts : unit[i];
          const p = back({ x: x0 + x * k, y: r * apart + (unit[i + 1] * side + waved(x) / k) * k });
          out.push(p.x + anchor.x, p.y + anchor.y);
        }
      }
      // On to where the next unit begins.
      const next = back({ x: x0 + pitch, y: r * apart });
      out.push(next.x + anchor.x, next.y + anchor.y);
      units.push({ coords: withoutRepeats(out, false, 1e-6), closed: false });
    }
    rows.push({ units });
  }
  return rows;
}

const joined = (units: readonly Line[]): Line => ({
  coords: withoutRepeats(
    units.flatMap((u) => [...u.coords]),
    false,
    1e-6,
  ),
  closed: false,
});

/** Stretches of a row whose units lie wholly inside. */
function wholeStretches({ units }: Row, edges: EdgeIndex, apart = false): Line[] {
  const isInside = ({ coords }: Line): boolean => {
    if (!edges.inside(coords[0], coords[1])) return false;
    for (let i = 0; i + 3 < coords.length; i += 2)
      if (edges.crosses(coords[i], coords[i + 1], coords[i + 2], coords[i + 3])) return false;
    return true;
  };
  const out: Line[] = [];
  let open: Line[] = [];
  for (const unit of units) {
    const inside = isInside(unit);
    if (inside) open.push(unit);
    if (open.length && (apart || !inside)) {
      out.push(joined(open));
      open = [];
    }
  }
  if (open.length) out.push(joined(open));
  return out;
}

/** Whole units as one thread: stretches one after another, with ways inside the piece between them. */
function sewWhole(polygon: Polygon, input: Input, rows: Row[], from: Point | undefined): SewnThread[] {
  const edges = new EdgeIndex(ringsOf(polygon));
  const stretches = rows.flatMap((row) => wholeStretches(row, edges));
  if (!stretches.length) return [];
  const ways = layRows(polygon, turnedFrame(input.settings.angle), ROUTE_SPACING);
  const builder = new ThreadBuilder();
  for (const line of inGoodOrder(stretches, from, input.toward)) {
    const first = { x: line.coords[0], y: line.coords[1] };
    if (builder.last) sewWay(builder, wayOnCloth(ways, builder.last, first));
    const points = runPoints(line, input.settings.length);
    builder.addFirm(points[0].x, points[0].y, Part.travel);
    builder.addLine(points.slice(1), Part.top);
  }
  return builder.length > 1 ? [repeated(builder.thread, input.settings.passes)] : [];
}

/** Each motif as a thread of its own, without the line to the next; those that reach over the edge are left out. */
function sewApart(polygon: Polygon, input: Input, rows: Row[], from: Point | undefined): SewnThread[] {
  const edges = new EdgeIndex(ringsOf(polygon));
  const alone = rows.flatMap((row) => wholeStretches({ units: row.units.map(withoutWay) }, edges, true));
  return inGoodOrder(alone, from, input.toward).flatMap((line) => {
    const builder = new ThreadBuilder();
    builder.addLine(runPoints(line, input.settings.length), Part.top);
    return builder.length > 1 ? [repeated(builder.thread, input.settings.passes)] : [];
  });
}

/** A motif without the line that leads to it and on from it: from where its drawing leaves that to where it comes back. */
function withoutWay({ coords }: Line): Line {
  const n = coords.length / 2;
  const [ax, ay] = [coords[0], coords[1]];
  const [dx, dy] = [coords[2 * n - 2] - ax, coords[2 * n - 1] - ay];
  const long = Math.hypot(dx, dy) || 1;
  const off = (i: number): boolean =>
    Math.abs((coords[2 * i] - ax) * dy - (coords[2 * i + 1] - ay) * dx) / long > 0.02 * long;
  let first = 0;
  while (first + 1 < n && !off(first + 1)) first++;
  let last = n - 1;
  while (last - 1 > first && !off(last - 1)) last--;
  return { coords: coords.slice(2 * first, 2 * last + 2), closed: false };
}

function stitch(input: Input): SewnThread[] {
  const { settings } = input;
  const region = outlineRegion(input.outline);
  const middle = regionMiddle(region);
  const anchor = { x: middle.x + OFF, y: middle.y + OFF };
  if (settings.ways === 'none')
    return eachPiece(region, input, (polygon, from) =>
      sewApart(polygon, input, rowsOver(polygon, input, anchor), from),
    );
  if (settings.edge === 'whole')
    return eachPiece(region, input, (polygon, from) =>
      sewWhole(polygon, input, rowsOver(polygon, input, anchor), from),
    );
  const chordStitches = {
    length: settings.length,
    passes: settings.passes,
    spacing: rowsApart(settings),
  };
  return sewChords(region, input, chordStitches, (polygon) => {
    const edges = new EdgeIndex(ringsOf(polygon));
    return rowsOver(polygon, input, anchor).map((row) => withoutFragments(row, edges));
  });
}

export const motifFill: KindOf<typeof SETTINGS> = {
  id: 'motif-fill',
  name: 'Motif fill',
  summary: 'A small drawing repeated in rows over the whole shape.',
  sentence: 'Cover this shape with {kind}, {unit} {size} long[, rows {rows} apart], {lattice}, in {thread}.',
  from: () => 'region',
  estimate({ area }, settings) {
    const size = settings.size;
    const unit = 6 + (3 * size) / settings.length;
    return (area / (size * Math.max(1, settings.rows))) * unit * settings.passes;
  },
  settings: SETTINGS,
  stitch,
  cover: () => [],
};
