// One unbroken thread read as objects.
import type { PathOutline, Recipe } from '../design/types.ts';
import { intersect, offsetRegion } from '../geometry/clip.ts';
import { insideRegion, regionArea, regionBounds, type Region } from '../geometry/region.ts';
import type { Cloth } from '../materials/cloths.ts';
import { completeSettings } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';
import { gridPitch } from '../stitches/rows/row-map.ts';
import { bandsIn } from './bands.ts';
import { beansIn } from './beans.ts';
import { columnOf, joinedBands, type ReadColumn } from './columns.ts';
import { angleOf, anglesApart, bandRing, outlineOf, regionOf, rowsOfFill } from './fills.ts';
import { lineOf, withoutTies } from './lines.ts';
import { BENEATH, fillsOf, liesBeneath, meet, placed, shareBeneath, within, type Placed } from './placed.ts';
import type { LaidSpan, ReadAs, Reading, ReadObject, ReadSpan } from './read.ts';
import { ringsOfRows } from './row-levels.ts';
import { rowsOf, withoutSlants } from './rows.ts';
import { apart, wayBetween, type Row, type ThreadPoints } from './thread-points.ts';

/** Columns farther apart than this are objects of their own, in mm. */
const TOUCHING = 0.1;
/** Columns narrower than this are lines; mm. */
const NARROWEST = 0.5;
/** Threads shorter than this that nothing was read of lead on, or hold the thread; mm. */
const NOTHING = 2.5;
/** Beneath a band, what is longer was laid for it; what is shorter leads on; mm. */
const LAID = 8;
/** Gaps narrower than this between rows of one fill are none, in mm. */
const HAIRLINE = 0.2;
/** Rows of fills that lie by themselves are at least so long, in mm, and sewn within so many stitches of the others. */
const SHORT_ROW = 0.45;
const BESIDE_STITCHES = 20;
/** Rows no farther apart than so many pitches lie beside each other. */
const BESIDE = 1.3;
/** Fills lie so much closer than asked for, in mm, where rows do not lie along the machine's grid; where they do, by up to one of its lines. */
const GRID_LOSS = 0.016;
const gridLoss = (angle: number): number => gridPitch(Math.round(angle)) ?? GRID_LOSS;
/** So far beyond a fill's edge what is sewn between its parts still belongs to it, in mm. */
const TAKEN_IN = 0.4;
/** A straight way between two parts is at most so many stitches. */
const WAY_STITCHES = 2;
/** What was laid for something lies beneath it by this share. */
const LAID_BENEATH = 0.3;
/** What is opener than this, in mm, has no underlay of its own. */
const OPEN = 0.8;
/** Columns narrower than this have their underlay along the middle, in mm. */
const CENTRED = 2;
/** No object has more guide lines. */
const MOST_RUNGS = 100;

/** What was read of a part of the thread; needle points instead of records. */
interface Found {
  as: ReadAs;
  outline: PathOutline;
  recipe: Recipe;
  guideLines?: ReadObject['guideLines'];
  pieces: ReadSpan[];
  cover: Region;
  sure: number;
  /** Of columns: how wide they are, in mm. */
  width?: number;
}

const path = (paths: PathOutline['paths']): PathOutline => ({ kind: 'path', paths });

/** The roundest number in a range: people ask for tenths, or half tenths. */
function roundest(least: number, most: number): number {
  for (const step of [0.1, 0.05]) {
    const up = Math.ceil(least / step - 0.05) * step;
    if (up <= most + 1e-9) return Math.round(100 * up) / 100;
  }
  return Math.round(100 * least) / 100;
}

/** Reads one unbroken thread. */
export class ThreadReader {
  private readonly found: Found[] = [];
  /** Underlay, ways and ties, as needle points; of underlay, whether it lies in rows. */
  private readonly laid: (LaidSpan & { rows?: boolean })[] = [];
  /** What lies between bands, by its first and last needle points. */
  private loose: readonly ReadSpan[] = [];
  /** Rows of fills that are in no band. */
  private readonly beside: Row[] = [];
  private readonly points: ThreadPoints;
  private readonly cloth: Cloth;

  constructor(points: ThreadPoints, cloth: Cloth) {
    this.points = points;
    this.cloth = cloth;
  }

  read(): Reading {
    const { points } = this;
    const last = points.x.length - 1;
    const end = { from: last, to: last };
    const beans = beansIn(points);
    const bands: Placed[] = [];
    let at = 0;
    for (const { from, to } of [...beans, end]) {
      if (from > at) for (const band of bandsIn(points, at, from)) bands.push(...placed(points, band));
      at = to;
    }
    const beneath = bands.filter((p, k) => liesBeneath(points, p, bands.slice(k + 1)));
    for (const { from, to } of beneath) this.laid.push({ as: 'underlay', from, to, rows: true });
    const whole = joinedBands(
      points,
      bands.filter((p) => !beneath.includes(p)).map((p) => p.band),
    );
    const top = whole.flatMap((band) => bands.find((p) => p.band === band) ?? placed(points, band));
    // What is no band, in order.
    const taken: ReadSpan[] = [...beans, ...beneath, ...top].sort((a, b) => a.from - b.from);
    const loose: ReadSpan[] = [];
    at = 0;
    for (const { from, to } of [...taken, end]) {
      if (from > at) loose.push({ from: at, to: from });
      at = Math.max(at, to);
    }
    this.loose = loose;
    for (const { from, to } of loose) this.readLoose(from, to, top);
    for (const { from, to, through, passes } of beans) {
      const { paths, length, sure } = lineOf(points, through, passes);
      const recipe = { kind: 'run', settings: { length, passes } };
      this.found.push({ as: 'bean', outline: path(paths), recipe, pieces: [{ from, to }], cover: [], sure });
    }
    for (const fill of fillsOf(top.filter((p) => p.fill))) this.readFill(fill);
    this.takeIn();
    this.readColumns(top.filter((p) => !p.fill));
    return this.reading();
  }

  /** What was found, with what was laid for each. */
  private reading(): Reading {
    const { record } = this.points;
    const span = ({ from, to }: ReadSpan): ReadSpan => ({ from: record[from], to: record[to] });
    const found = this.found.sort((a, b) => a.pieces[0].from - b.pieces[0].from);
    for (const f of found) this.noteUnderlay(f);
    const objects = found.map((f): ReadObject => {
      const { as, outline, recipe, guideLines, pieces, cover, sure } = f;
      const lines = guideLines?.length ? { guideLines } : {};
      return { as, outline, recipe, ...lines, spans: pieces.map(span), laid: [], cover, sure };
    });
    const unread: ReadSpan[] = [];
    for (const { as, from, to } of this.laid) {
      const next = found.findIndex((f) => f.pieces[0].from >= from);
      const of = objects[next < 0 ? objects.length - 1 : next];
      if (of) of.laid.push({ as, ...span({ from, to }) });
      else unread.push(span({ from, to }));
    }
    return { objects, unread };
  }

  /** Says which underlay something has, where that is not what it would have anyway. */
  private noteUnderlay({ as, outline, recipe, guideLines, cover, width = 0 }: Found): void {
    const kind = stitchKind(recipe.kind);
    if (!kind?.chosen || !cover.length || Number(recipe.settings.spacing) > OPEN) return;
    const { x, y } = this.points;
    const bounds = regionBounds(cover)!;
    const own = this.laid.filter(({ as, from, to }) => {
      if (as !== 'underlay') return false;
      let inside = 0;
      for (let i = from; i <= to; i++) if (within({ region: cover, bounds }, x[i], y[i])) inside++;
      return inside > LAID_BENEATH * (to - from + 1);
    });
    const rows = own.filter((l) => l.rows).length;
    const edge = own.some((l) => !l.rows);
    let underlay = 'none';
    if (as === 'satin') {
      if (rows) underlay = 'edge-zigzag';
      else if (edge) underlay = width < CENTRED ? 'centre' : 'edge';
    } else if (rows || edge) underlay = rows ? (edge ? 'edge-rows' : 'rows') : 'edge';
    const settings = completeSettings(kind, recipe, this.cloth);
    const usual = kind.chosen({ outline, settings, cloth: this.cloth, guideLines });
    if (usual.underlay !== underlay) recipe.settings.underlay = underlay;
  }

  /** What lies between bands: a line, or what leads on, holds the thread, or lies beneath. */
  private readLoose(from: number, to: number, top: readonly Placed[]): void {
    const { points } = this;
    const last = points.x.length - 1;
    const above = top.filter((p) => p.from >= to - 1);
    if (above.length && shareBeneath(points, from, to, above) >= BENEATH) {
      this.laid.push({ as: wayBetween(points, from, to) > LAID ? 'underlay' : 'way', from, to });
      return;
    }
    const line = withoutTies(points, from, to);
    const short = line.length < 2 || wayBetween(points, line[0], line[line.length - 1]) < NOTHING;
    if (short || (from > 0 && to < last && line.length <= WAY_STITCHES + 1)) {
      this.laid.push({ as: short && (from === 0 || to === last) ? 'tie' : 'way', from, to });
      return;
    }
    const { paths, sewn, length, sure } = lineOf(points, line);
    const as = sewn === 'each' ? 'redwork' : sewn === 1 ? 'run' : 'there-and-back';
    const recipe =
      sewn === 'each'
        ? { kind: 'redwork', settings: { length } }
        : { kind: 'run', settings: { length, ...(sewn > 1 && { passes: sewn }) } };
    this.found.push({ as, outline: path(paths), recipe, pieces: [{ from, to }], cover: [], sure });
  }

  /** Short rows beside a fill that make no band by themselves, such as tips: those near its bands, and near one another. */
  private rowsBeside(bands: readonly Placed[], angle: number, pitch: number): Row[] {
    const { points, loose } = this;
    const { x, y } = points;
    const [first, last] = [bands[0], bands[bands.length - 1]];
    let left = loose
      .filter(({ from, to }) => to >= first.from - BESIDE_STITCHES && from <= last.to + BESIDE_STITCHES)
      .flatMap(({ from, to }) => rowsOf(points, from, to))
      .filter(
        (row) =>
          row.length >= SHORT_ROW &&
          row.to >= first.from - BESIDE_STITCHES &&
          anglesApart(angleOf([row]), angle) <= 4 + 6 / row.length,
      );
    const near = bands.map(({ region }) => offsetRegion(region, BESIDE * pitch, 'mitre'));
    const inside = (i: number): boolean => near.some((region) => insideRegion(region, x[i], y[i]));
    const out: Row[] = [];
    let reached = left.filter((row) => inside(row.from) && inside(row.to));
    while (reached.length) {
      const before = reached;
      const taken = new Set(before);
      out.push(...before);
      left = left.filter((row) => !taken.has(row));
      reached = left.filter((row) => before.some((other) => apart(points, row, other) <= BESIDE * pitch));
    }
    return out;
  }

  /** What a fill with straight rows covers, by `ringsOfRows`. */
  private straightFill(
    bands: readonly Placed[],
    angle: number,
    pitch: number,
  ): ReturnType<typeof ringsOfRows> {
    const { points, cloth } = this;
    const radians = (angle * Math.PI) / 180;
    const direction = [Math.cos(radians), -Math.sin(radians)] as const;
    const rows = bands.flatMap(({ band }) => band.rows.map((row) => withoutSlants(points, row, direction)));
    const beside = this.rowsBeside(bands, angle, pitch);
    this.beside.push(...beside);
    return ringsOfRows(points, [...rows, ...beside], direction, pitch, cloth.compensation);
  }

  private readFill(bands: readonly Placed[]): void {
    const { points, cloth } = this;
    const { compensation, density } = cloth;
    const { angle, pitch, length, pattern, guides, sure } = rowsOfFill(
      points,
      bands.map((p) => p.band),
    );
    const straight = guides.length ? null : this.straightFill(bands, angle, pitch);
    const cover = straight
      ? regionOf(straight.rings, HAIRLINE)
      : regionOf(
          bands.map(({ band }) => bandRing(points, band, compensation)),
          1.3 * pitch,
        );
    const sewn = straight?.pitch ?? pitch;
    // As many rows come of anything up to one row less; on the machine's grid they lie a little closer still.
    const gaps = Math.max(3, straight?.gaps ?? 1e6);
    const spacing = roundest(sewn * density, ((sewn * gaps) / (gaps - 1) + gridLoss(angle)) * density);
    const settings: Recipe['settings'] = {
      angle: Math.round(angle) % 180,
      spacing: Math.max(0.25, Math.min(5, spacing)),
      length,
      ...(pattern && pattern !== 'brick' && { pattern }),
      ...(straight?.feather && { edge: 'feathered', feather: Math.round(10 * straight.feather) / 10 }),
    };
    this.found.push({
      as: 'fill',
      outline: outlineOf(cover),
      recipe: { kind: 'fill', settings },
      guideLines: guides,
      pieces: bands.map(({ from, to }) => ({ from, to })),
      cover,
      sure,
    });
  }

  /** What lies between the parts of a fill, within it, are its ways and odd rows, no lines; nor is what comes before or after it in the thread and has rows of it. */
  private takeIn(): void {
    const { x, y } = this.points;
    const fills = this.found
      .filter((f) => f.as === 'fill')
      .map(({ pieces, cover }) => ({
        from: pieces[0].from,
        to: pieces[pieces.length - 1].to,
        region: offsetRegion(cover, TAKEN_IN, 'mitre'),
      }));
    for (const line of this.found.filter((f) => f.as === 'run')) {
      const [{ from, to }] = line.pieces;
      const belongs = fills.some((f) => {
        const between = from >= f.from && to <= f.to;
        const next = to === f.from || from === f.to;
        if (!between && !(next && this.beside.some((row) => row.from >= from && row.to <= to))) return false;
        for (let i = from; i <= to; i++) if (!insideRegion(f.region, x[i], y[i])) return false;
        return true;
      });
      if (!belongs) continue;
      this.found.splice(this.found.indexOf(line), 1);
      this.laid.push({ as: 'way', from, to });
    }
  }

  private readColumns(bands: readonly Placed[]): void {
    const { points, cloth } = this;
    let group: { placed: Placed; column: ReadColumn; grown: Region }[] = [];
    /** Does a column meet one of the group, so that both are parts of one shape? */
    const touches = ({ bounds, region }: Placed): boolean =>
      group.some(
        (g) => meet(g.placed.bounds, bounds, TOUCHING) && regionArea(intersect(g.grown, region)) > 0,
      );
    const close = (): void => {
      if (!group.length) return;
      const columns = group.map((g) => g.column);
      const rows = group.map((g) => g.placed.band.rows.length);
      const whole = rows.reduce((a, b) => a + b, 0);
      const mean = (of: (c: ReadColumn) => number): number =>
        columns.reduce((sum, c, i) => sum + of(c) * rows[i], 0) / whole;
      const spacing = Math.round(100 * mean((c) => c.spacing) * cloth.density) / 100;
      this.found.push({
        as: 'satin',
        outline: path(columns.flatMap((c) => c.edges)),
        recipe: {
          kind: 'satin',
          settings: { sides: 'edges', spacing: Math.max(0.2, Math.min(1.5, spacing)) },
        },
        guideLines: columns.flatMap((c) => c.rungs).slice(0, MOST_RUNGS),
        pieces: group.map(({ placed: { from, to } }) => ({ from, to })),
        // Where columns meet, neither was made longer by the cloth.
        cover: regionOf(
          columns.flatMap((c) => c.rings),
          2 * cloth.compensation + HAIRLINE,
        ),
        sure: mean((c) => c.sure),
        width: mean((c) => c.width),
      });
      group = [];
    };
    for (const p of bands) {
      const column = columnOf(points, p.band, cloth.compensation);
      if (column.width < NARROWEST) {
        const { paths, length, sure } = lineOf(points, withoutTies(points, p.from, p.to));
        const recipe = { kind: 'run', settings: { length } };
        const pieces = [{ from: p.from, to: p.to }];
        this.found.push({ as: 'run', outline: path(paths), recipe, pieces, cover: [], sure });
        continue;
      }
      if (!touches(p)) close();
      group.push({ placed: p, column, grown: offsetRegion(p.region, TOUCHING, 'mitre') });
    }
    close();
  }
}
