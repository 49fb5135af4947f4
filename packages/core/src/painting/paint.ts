// Draws a plan on any 2D canvas: in a browser, in a worker, on the server.
//
// The canvas is taken as it is: the caller sets a transform that maps millimetres to pixels and tells the scale.
import type { Bounds } from '../geometry/points.ts';
import { Move } from '../sewing/moves.ts';
import { threadWidthIn } from '../sewing/plan.ts';
import type { ThreadPlan } from '../sewing/plan-parcel.ts';
import { Part } from '../stitches/thread.ts';
import { mixed, readable, shadesOf, type Shades } from './shades.ts';

export type ViewName = 'lines' | 'needle' | 'cloth';

/** The part of CanvasRenderingContext2D that painting needs. */
export interface Canvas2D {
  save(): void;
  restore(): void;
  beginPath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void;
  closePath(): void;
  rect(x: number, y: number, w: number, h: number): void;
  arc(x: number, y: number, r: number, from: number, to: number): void;
  stroke(): void;
  fill(rule?: 'nonzero' | 'evenodd'): void;
  fillRect(x: number, y: number, w: number, h: number): void;
  setLineDash(dash: number[]): void;
  globalAlpha: number;
  lineWidth: number;
  lineCap: string;
  lineJoin: string;
  // Each canvas has its own gradient types beside strings; only strings are set here.
  strokeStyle: unknown;
  fillStyle: unknown;
}

/** The part of it that thread needs. */
export type ThreadCanvas = Pick<
  Canvas2D,
  | 'save'
  | 'restore'
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'stroke'
  | 'globalAlpha'
  | 'lineWidth'
  | 'lineCap'
  | 'lineJoin'
  | 'strokeStyle'
>;

export interface PaintRange {
  /** Records from `from` up to but without `to`. */
  from: number;
  to: number;
  /** Only what reaches into this area, in mm, is painted; left out: everything. */
  area?: Bounds;
  /** Underlay and travel are painted faintly. */
  dimUnderlay?: boolean;
  /** Only stitches of this thread. */
  thread?: string;
  /** Where the light comes from, in degrees clockwise from the top; left out: from the upper left. */
  light?: number;
}

/** How strongly dimmed underlay shows. */
const DIM = 0.22;

const isBeneath = (part: number): boolean => part === Part.underlay || part === Part.travel;

const whole = (plan: ThreadPlan): PaintRange => ({ from: 0, to: plan.x.length });

/** Half the width of what is painted about a stitch, with room to spare, in mm. */
const REACH = 0.5;

/** Calls `stitch` for every stitch of the range that reaches into its area, with the records it joins. */
function eachStitch(
  { x, y, move, object, objects }: ThreadPlan,
  { from, to, area, thread }: PaintRange,
  stitch: (from: number, to: number) => void,
): void {
  for (let i = Math.max(1, from); i < to; i++) {
    if (move[i] !== Move.stitch || (thread && objects[object[i]].thread !== thread)) continue;
    if (
      area &&
      ((x[i] < area.minX - REACH && x[i - 1] < area.minX - REACH) ||
        (x[i] > area.maxX + REACH && x[i - 1] > area.maxX + REACH) ||
        (y[i] < area.minY - REACH && y[i - 1] < area.minY - REACH) ||
        (y[i] > area.maxY + REACH && y[i - 1] > area.maxY + REACH))
    )
      continue;
    stitch(i - 1, i);
  }
}

/** From this many pixels a millimetre on, every stitch is painted by itself, so that its ends can be seen. */
export const SINGLY_FROM = 14;
/** Numbers (four a stitch) painted in one go; less shows better what was sewn later, more is faster. */
const BATCH = { plain: 1600, thread: 96, single: 0 };

/** Below this many pixels a millimetre nobody sees how a stitch ends, nor stitches shorter than `LEAST` pixels. */
const TINY = 2.2;
const LEAST = 0.8;

/** Light falls from the upper left, in degrees clockwise from the top; not from midway, where level and upright are alike. */
export const LIGHT_FROM = -30;

/** Threads up to so many pixels wide are painted in the mean of their lights; from the second number on, whole. */
const SEEN = [1.7, 5.2];
/** Steps between the two. */
const DETAILS = 6;

/** How much of one thread's own roundness can be seen at a scale, from 0 to 1, in steps. */
function detailAt(scale: number, threadWidth: number): number {
  const share = (threadWidth * scale - SEEN[0]) / (SEEN[1] - SEEN[0]);
  return Math.round(Math.min(1, Math.max(0, share)) * DETAILS) / DETAILS;
}

/** So much wider, in pixels, threads are drawn that are too thin to be seen singly: no cloth shines between them. */
const SPREAD = 0.8;

/**
 * Thread as it will look: each stitch as wide as its thread, shaded by its direction to the light, with a dark edge on the
 * far side and a highlight along it. `scale` is pixels a millimetre. Where a thread is only a few pixels wide its
 * edge and highlight would beat against the pixels: they go over into the light that all of it sends together,
 * and there and back of a satin are taken as one direction, as an eye at arm's length sees them.
 */
export function paintThread(
  ctx: ThreadCanvas,
  plan: ThreadPlan,
  scale: number,
  range: PaintRange = whole(plan),
): void {
  ctx.save();
  // Ends and corners of what is a pixel wide cost as much as all the rest.
  const tiny = scale < TINY;
  const least = (LEAST / scale) ** 2;
  ctx.lineCap = tiny ? 'butt' : 'round';
  ctx.lineJoin = tiny ? 'bevel' : 'round';
  const light = (((range.light ?? LIGHT_FROM) - 90) * Math.PI) / 180;
  const [towardsX, towardsY] = [Math.cos(light), Math.sin(light)];
  /** Twice the angle to the light, of one stitch or of a few neighbours: there and back count alike. */
  const twice = { x: 0, y: 0 };
  let [detail, width] = [0, 0];
  let object = -1;
  let shades: Shades | null = null;
  let shade = -1;
  let dim = false;
  let batch: number[] = [];
  const trace = (offset: number): void => {
    const [ox, oy] = [offset * towardsX, offset * towardsY];
    ctx.beginPath();
    for (let i = 0; i < batch.length; i += 4) {
      // A thread that goes on is one line.
      if (!i || batch[i] !== batch[i - 2] || batch[i + 1] !== batch[i - 1])
        ctx.moveTo(batch[i] + ox, batch[i + 1] + oy);
      ctx.lineTo(batch[i + 2] + ox, batch[i + 3] + oy);
    }
  };
  const flush = (): void => {
    if (!batch.length || !shades) return;
    ctx.globalAlpha = dim ? DIM : 1;
    if (!detail) {
      ctx.strokeStyle = shades.body[shade];
      ctx.lineWidth = width;
      trace(0);
      ctx.stroke();
    } else {
      ctx.strokeStyle = shades.edge[shade];
      ctx.lineWidth = width * 1.06;
      trace(-width * 0.1);
      ctx.stroke();
      ctx.strokeStyle = shades.body[shade];
      ctx.lineWidth = width * 0.84;
      trace(0);
      ctx.stroke();
      ctx.strokeStyle = shades.gleam[shade];
      ctx.lineWidth = width * 0.3;
      trace(width * 0.14);
      ctx.stroke();
    }
    batch = [];
  };
  const { move } = plan;
  /** Where the line that comes next begins, and the record up to which it is known. */
  let [a, known] = [-1, -1];
  eachStitch(plan, range, (before, b) => {
    if (before !== known) a = before;
    known = b;
    const dx = plan.x[b] - plan.x[a];
    const dy = plan.y[b] - plan.y[a];
    // What takes less than a pixel is one line with the stitch that follows.
    const goesOn = b + 1 < range.to && move[b + 1] === Move.stitch && plan.object[b + 1] === plan.object[b];
    if (tiny && goesOn && plan.object[a] === plan.object[b] && dx * dx + dy * dy < least) return;
    if (plan.object[b] !== object) {
      flush();
      object = plan.object[b];
      const { thread } = plan.objects[object];
      const mm = threadWidthIn(plan, thread);
      detail = detailAt(scale, mm);
      width = Math.max(mm, 1.5 / scale) + ((1 - detail) * SPREAD) / scale;
      shades = shadesOf(plan.threads[thread].colour, detail);
      twice.x = twice.y = 0;
    }
    // Turned so that the light comes along x; squared as a complex number, which doubles the angle.
    const u = dx * towardsX + dy * towardsY;
    const v = dy * towardsX - dx * towardsY;
    const length = Math.sqrt(u * u + v * v) || 1;
    const stay = (1 - detail) * 0.75;
    twice.x = stay * twice.x + (u * u - v * v) / length;
    twice.y = stay * twice.y + (2 * u * v) / length;
    // The sine of the angle between thread and light: 1 where light meets the thread squarely.
    const across = Math.sqrt(
      Math.max(0, (1 - twice.x / (Math.sqrt(twice.x * twice.x + twice.y * twice.y) || 1)) / 2),
    );
    const next = Math.min(shades!.body.length - 1, Math.floor(across * shades!.body.length));
    const most = !detail ? BATCH.plain : scale < SINGLY_FROM ? BATCH.thread : BATCH.single;
    const faint = !!range.dimUnderlay && isBeneath(plan.part[b]);
    if (next !== shade || faint !== dim || batch.length > most) {
      flush();
      shade = next;
      dim = faint;
    }
    batch.push(plan.x[a], plan.y[a], plan.x[b], plan.y[b]);
    a = b;
  });
  flush();
  ctx.restore();
}

/** Every stitch as a line; needle points as dots where there is room; jumps dashed; trims marked. */
export function paintNeedle(
  ctx: Canvas2D,
  plan: ThreadPlan,
  scale: number,
  range: PaintRange = whole(plan),
): void {
  ctx.save();
  ctx.lineCap = 'round';
  const px = 1 / scale;
  const dots = scale >= 5;
  let object = -1;
  let under = false;
  let batch: number[] = [];
  const flush = (): void => {
    if (!batch.length) return;
    const colour = readable(plan.threads[plan.objects[object].thread].colour);
    ctx.globalAlpha = under && range.dimUnderlay ? DIM : 1;
    ctx.strokeStyle = under ? mixed(colour, '#ffffff', 0.55) : colour;
    ctx.lineWidth = Math.min(0.12, 1.4 * px) + 0.3 * px;
    ctx.beginPath();
    for (let i = 0; i < batch.length; i += 4) {
      ctx.moveTo(batch[i], batch[i + 1]);
      ctx.lineTo(batch[i + 2], batch[i + 3]);
    }
    ctx.stroke();
    if (dots) {
      const r = Math.min(0.11, 2 * px);
      ctx.fillStyle = under ? mixed(colour, '#ffffff', 0.35) : mixed(colour, '#000000', 0.35);
      ctx.beginPath();
      for (let i = 0; i < batch.length; i += 4) ctx.rect(batch[i + 2] - r, batch[i + 3] - r, 2 * r, 2 * r);
      ctx.fill();
    }
    batch = [];
  };
  eachStitch(plan, range, (a, b) => {
    const below = isBeneath(plan.part[b]);
    if (plan.object[b] !== object || below !== under || batch.length > 4000) {
      flush();
      object = plan.object[b];
      under = below;
    }
    batch.push(plan.x[a], plan.y[a], plan.x[b], plan.y[b]);
  });
  flush();
  ctx.globalAlpha = 1;
  paintMarks(ctx, plan, px, range);
  ctx.restore();
}

/** Jumps as dashed lines, trims as small crosses. */
function paintMarks(ctx: Canvas2D, plan: ThreadPlan, px: number, { from, to }: PaintRange): void {
  ctx.strokeStyle = '#b7791f';
  ctx.lineWidth = 1.2 * px;
  ctx.setLineDash([4 * px, 4 * px]);
  ctx.beginPath();
  for (let i = Math.max(1, from); i < to; i++) {
    if (plan.move[i] !== Move.jump) continue;
    ctx.moveTo(plan.x[i - 1], plan.y[i - 1]);
    ctx.lineTo(plan.x[i], plan.y[i]);
  }
  ctx.stroke();
  ctx.setLineDash([]);
  ctx.strokeStyle = '#b3263f';
  ctx.beginPath();
  const r = 3.5 * px;
  for (let i = from; i < to; i++) {
    if (plan.move[i] !== Move.trim) continue;
    const [x, y] = [plan.x[i], plan.y[i]];
    ctx.moveTo(x - r, y - r);
    ctx.lineTo(x + r, y + r);
    ctx.moveTo(x - r, y + r);
    ctx.lineTo(x + r, y - r);
  }
  ctx.stroke();
}
