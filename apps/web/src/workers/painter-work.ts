// The painter: draws the cloth and its thread on an offscreen canvas and hands bitmaps to the main thread.
//
// The thread that is sewn is kept on a canvas of its own, so that a rehearsal only adds what is new.
import {
  chartOf,
  hoopingsOf,
  marksBetween,
  resolveDesign,
  outlinePaths,
  pieceOutline,
  type Piece,
  threadIn,
  tracePaths,
  boxMatrix,
  hasPile,
  heatPixels,
  originOf,
  paintCloth,
  paintLines,
  paintNeedle,
  paintPatch,
  paintPileOver,
  paintThread,
  patchesOf,
  openPlan,
  pileOver,
  planChange,
  reachOfRecords,
  SINGLY_FROM,
  threadPixels,
  uniteBounds,
  type Bounds,
  type Canvas2D,
  DesignReceiver,
  type Design,
  type LayerGrid,
  type PatchCanvas,
  type Parcel,
  type PatchObject,
  type Pile,
  type PlanParcel,
  type ThreadPixels,
  type ThreadPlan,
  type ViewName,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import { fontsOf } from './fonts.ts';
import type { SewnParcel } from './engine/sewing.ts';
import type { TryOnRequest } from './try-on-work.ts';

export interface PaintRequest {
  view: ViewName;
  /** Pixels of the canvas (device pixels). */
  width: number;
  height: number;
  /** Device pixels a millimetre, and where the design's origin lies, in device pixels. */
  scale: number;
  originX: number;
  originY: number;
  /** Records sewn so far. */
  playhead: number;
  /** Objects that are worked on: all others are dimmed. Null when nothing is dimmed. */
  focus: string[] | null;
  /** What is not sewn yet is not shown at all, rather than faintly. */
  hideRest?: boolean;
  dimUnderlay?: boolean;
  /** Only stitches of this thread are shown. */
  thread?: string;
  /** Where the light comes from, in degrees clockwise from the top. */
  light: number;
  /** The heat map of thread layers lies over everything. */
  heat?: boolean;
}

/** A picture, or the part of one that changed. */
export interface Painted {
  image: ImageBitmap;
  /** All that was asked for is there. */
  done: boolean;
  number: number;
  /** Where it lies in the picture of the number before, in pixels; left out: it is all of it. */
  at?: PixelBox;
}

/** A larger share of the picture than this is not handed over by itself. */
const LARGE_PART = 0.5;

type Context = OffscreenCanvasRenderingContext2D;

/** A heat map, and where it lies, in mm. */
interface Heat {
  canvas: OffscreenCanvas;
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Layer {
  canvas: OffscreenCanvas;
  ctx: Context;
}

function layer(): Layer {
  const canvas = new OffscreenCanvas(1, 1);
  return { canvas, ctx: canvas.getContext('2d')! };
}

const designs = new DesignReceiver();
const ground = layer();
const patched = layer();
const faint = layer();
const sewn = layer();
const out = layer();
/** Parts of a picture that are handed over by themselves. */
const parts = layer();
/** Pixels on their way to another layer. */
const passing = layer();
/** The plan that is painted. */
let plan: ThreadPlan | null = null;
/** The plan that the page knows of, and its number; that is the one painted, but for while it is about to hear of another. */
let known: { plan: ThreadPlan; number: string } | null = null;
/** What the engine told before the page did. */
let ahead: { plan: ThreadPlan; number: string; before: number } | null = null;
/** What was asked for last. */
let asked: PaintRequest | null = null;
let design: Design | null = null;
/** The one that came last; its fonts may still be on their way. */
let newest: Design | null = null;
/** Thread layers, a number a square; and as a picture, one pixel a square, once somebody wants to see it. */
let layers: LayerGrid | null = null;
let heat: Heat | null = null;
/** The reference picture, decoded; it lies under the thread. */
let picture: ImageBitmap | null = null;
/** The cloth of appliqués, and pictures of the person's own that are printed on them, decoded. */
let patches: PatchObject[] = [];
const prints = new Map<string, ImageBitmap | null>();
let patchKey = '';
/** What the layers show now: any difference makes them anew. */
let groundKey = '';
let groundCount = 0;
let threadKey = '';
let faintKey = '';
let sewnTo = 0;
/** Where the sewn layer shows thread that is another one now, in mm. */
let stale: Bounds | null = null;
/** Where it was put right since the last picture, in mm. */
let righted: Bounds | null = null;
/** Copies of the sewn layer along the way, so that going back does not begin at the beginning. */
let copies: { record: number; canvas: OffscreenCanvas }[] = [];
/** The playhead moves on by so many records at once, and leaves at most so many copies: thread laid in pixels is soon there again. */
const PACES = { stroked: { atOnce: 1500, copies: 24 }, inPixels: { atOnce: 12_000, copies: 6 } };
/** When it has taken so many ms, what is there is shown. */
const AT_MOST = 25;
/** Before anything was to be seen, what is there after so many ms is shown already. */
const FIRST = 80;
/** Between two copies lie so many records at least. */
const LEAST_BETWEEN = 3000;
/** All copies together hold no more pixels than this. */
const MOST_COPIED = 40_000_000;
let version = 0;
/** Nothing was painted whole yet. */
let fresh = true;
/** The number of the last picture that was handed over, and what it shows beside the thread. */
let handed = { number: 0, shows: '' };
/** Where pile stands over low stitches; null on a cloth without. */
let pile: Pile | null = null;
let pileIsOf: ThreadPlan | null = null;

/** What is not yet sewn shows through this faintly. */
const FAINT = 0.2;
const PAPER = '#fbf7ef';

function clear({ canvas, ctx }: Layer, r: PaintRequest): void {
  if (canvas.width !== r.width || canvas.height !== r.height) {
    canvas.width = r.width;
    canvas.height = r.height;
  } else {
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.clearRect(0, 0, r.width, r.height);
  }
}

const toMm = (ctx: Context, r: PaintRequest): void =>
  ctx.setTransform(r.scale, 0, 0, r.scale, r.originX, r.originY);

/** What the canvas shows, in mm. */
const areaOf = (r: PaintRequest): Bounds => ({
  minX: -r.originX / r.scale,
  minY: -r.originY / r.scale,
  maxX: (r.width - r.originX) / r.scale,
  maxY: (r.height - r.originY) / r.scale,
});

function paintPictureUnder(ctx: Context): void {
  const box = design?.picture;
  if (!picture || !box?.visible) return;
  ctx.save();
  ctx.transform(...boxMatrix(box));
  ctx.globalAlpha = box.strength;
  ctx.drawImage(picture, -0.5, -0.5, 1, 1);
  ctx.restore();
}

function paintGround(r: PaintRequest): void {
  groundCount++;
  clear(ground, r);
  const { ctx } = ground;
  toMm(ctx, r);
  const area = areaOf(r);
  if (!design) return;
  const { hoop, cloth } = design;
  if (r.view === 'cloth') paintCloth(ctx as unknown as Canvas2D, cloth, area, r.scale);
  else {
    ctx.fillStyle = PAPER;
    ctx.fillRect(area.minX, area.minY, area.maxX - area.minX, area.maxY - area.minY);
  }
  paintPictureUnder(ctx);
  // Outside the hoop, or the piece, the cloth lies in shade.
  const { piece, hoopings } = design;
  const [w, h] = [hoop.width / 2, hoop.height / 2];
  const radius = Math.min(6, w / 4, h / 4);
  if (piece || !hoopings) {
    ctx.beginPath();
    ctx.rect(area.minX, area.minY, area.maxX - area.minX, area.maxY - area.minY);
    if (piece) tracePiece(ctx, piece);
    else ctx.roundRect(-w, -h, 2 * w, 2 * h, radius);
    ctx.fillStyle = r.view === 'cloth' ? 'rgb(42 28 43 / 0.09)' : 'rgb(42 28 43 / 0.05)';
    ctx.fill('evenodd');
  }
  if (piece) {
    const px = 1 / r.scale;
    ctx.beginPath();
    tracePiece(ctx, piece);
    ctx.setLineDash([6 * px, 4 * px]);
    ctx.lineWidth = 1.5 * px;
    ctx.strokeStyle = '#b08d57';
    ctx.stroke();
    ctx.setLineDash([]);
  }
  const all = hoopingsOf(design);
  all.forEach((hooping, k) => {
    ctx.save();
    ctx.translate(hooping.x, hooping.y);
    ctx.rotate((hooping.turn * Math.PI) / 180);
    paintHoop(ctx, hoop, 1 / r.scale, all.length > 1 ? String(k + 1) : '');
    ctx.restore();
  });
}

/** The edge of the piece of cloth. */
const tracePiece = (ctx: Context, piece: Piece): void =>
  tracePaths(ctx as unknown as Canvas2D, outlinePaths(pieceOutline(piece)));

/** Alignment marks between hoopings, in their thread. */
function paintMarks(ctx: Context, of: Design): void {
  if (!of.marks) return;
  const all = hoopingsOf(of);
  const plain = resolveDesign(of);
  ctx.beginPath();
  for (let k = 1; k < all.length; k++) {
    const outline = marksBetween(all[k - 1], all[k], plain);
    if (outline) tracePaths(ctx as unknown as Canvas2D, outline.paths);
  }
  ctx.lineWidth = 0.5;
  ctx.strokeStyle = threadIn(chartOf(of), of.marks.thread).colour;
  ctx.stroke();
}

/** Two rings of wood about the middle, which is a small cross; several are told apart by their numbers. */
function paintHoop(ctx: Context, hoop: Design['hoop'], px: number, number: string): void {
  const [w, h] = [hoop.width / 2, hoop.height / 2];
  const radius = Math.min(6, w / 4, h / 4);
  const rim = Math.min(2.4, w / 10) * (number ? 0.5 : 1);
  ctx.beginPath();
  ctx.roundRect(-w - rim / 2, -h - rim / 2, 2 * w + rim, 2 * h + rim, radius + rim / 2);
  ctx.lineWidth = Math.max(rim, 2 * px);
  ctx.strokeStyle = '#d3b98e';
  ctx.stroke();
  ctx.lineWidth = px;
  ctx.strokeStyle = '#8d744c';
  ctx.beginPath();
  ctx.roundRect(-w, -h, 2 * w, 2 * h, radius);
  ctx.roundRect(-w - rim, -h - rim, 2 * w + 2 * rim, 2 * h + 2 * rim, radius + rim);
  ctx.stroke();
  ctx.beginPath();
  ctx.moveTo(-4 * px, 0);
  ctx.lineTo(4 * px, 0);
  ctx.moveTo(0, -4 * px);
  ctx.lineTo(0, 4 * px);
  ctx.stroke();
  if (!number) return;
  const disc = 10 * px;
  const [x, y] = [0, -h];
  ctx.beginPath();
  ctx.arc(x, y, disc, 0, 2 * Math.PI);
  ctx.fillStyle = '#fffefa';
  ctx.fill();
  ctx.stroke();
  ctx.fillStyle = '#2a1c2b';
  ctx.font = `600 ${12 * px}px sans-serif`;
  ctx.textAlign = 'center';
  ctx.textBaseline = 'middle';
  ctx.fillText(number, x, y);
}

function paintRange(target: Layer, r: PaintRequest, from: number, to: number, area = areaOf(r)): void {
  if (!plan || to <= from) return;
  toMm(target.ctx, r);
  const ctx = target.ctx as unknown as Canvas2D;
  const range = { from, to, area, dimUnderlay: r.dimUnderlay, thread: r.thread, light: r.light };
  if (r.view === 'needle') paintNeedle(ctx, plan, r.scale, range);
  else if (!inPixels(r)) paintThread(ctx, plan, r.scale, range);
  else layPixels(target, threadPixels(plan, range, r, r.width, r.height));
}

/** Is thread painted pixel by pixel, some times as fast as a canvas strokes it? Where its ends are not seen, and underlay is not dimmed as a whole. */
const inPixels = (r: PaintRequest): boolean => r.view === 'cloth' && r.scale < SINGLY_FROM && !r.dimUnderlay;

function layPixels({ ctx }: Layer, thread: ThreadPixels | null): void {
  if (!thread) return;
  const { pixels, left, top, width, height } = thread;
  const { canvas } = passing;
  if (canvas.width < width || canvas.height < height)
    [canvas.width, canvas.height] = [Math.max(canvas.width, width), Math.max(canvas.height, height)];
  passing.ctx.putImageData(new ImageData(pixels, width, height), 0, 0);
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  ctx.drawImage(canvas, 0, 0, width, height, left, top, width, height);
}

/** The records of the objects that are worked on; all of them when nothing is dimmed. */
function shares(p: ThreadPlan, focus: string[] | null): [number, number][] {
  if (!focus) return [[0, p.x.length]];
  return p.objects.filter((o) => focus.includes(originOf(o.id))).map((o) => [o.from, o.to]);
}

/** Puts the sewn layer to the last copy that is not beyond the playhead, unless it stands nearer already: then it stays, which is told. */
function goNear(r: PaintRequest): boolean {
  const copy = copies.findLast((c) => c.record <= r.playhead);
  if (sewnTo <= r.playhead && sewnTo >= (copy?.record ?? 0)) return true;
  clear(sewn, r);
  sewnTo = copy?.record ?? 0;
  if (copy) {
    sewn.ctx.setTransform(1, 0, 0, 1, 0, 0);
    sewn.ctx.drawImage(copy.canvas, 0, 0);
  }
  return false;
}

/** Paints the sewn layer on to a record, and copies it along the way. False when the time was over before. */
function sewOn(p: ThreadPlan, r: PaintRequest, to: number, until = Infinity): boolean {
  const { atOnce, copies: many } = inPixels(r) ? PACES.inPixels : PACES.stroked;
  const most = Math.min(many, Math.floor(MOST_COPIED / (r.width * r.height)));
  const step = most > 0 ? Math.max(LEAST_BETWEEN, Math.ceil(p.x.length / (most + 1))) : Infinity;
  while (sewnTo < to) {
    if (performance.now() > until) return false;
    const next = Math.min(to, (Math.floor(sewnTo / step) + 1) * step, sewnTo + atOnce);
    for (const [first, end] of shares(p, r.focus))
      paintRange(sewn, r, Math.max(sewnTo, first), Math.min(next, end));
    sewnTo = next;
    if (next % step === 0 && (copies.at(-1)?.record ?? 0) < next) {
      const canvas = new OffscreenCanvas(r.width, r.height);
      canvas.getContext('2d')!.drawImage(sewn.canvas, 0, 0);
      copies.push({ record: next, canvas });
    }
  }
  return true;
}

interface PixelBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** Whole pixels about an area that is in mm, and two more: from far away the finest thread is wider than it is. */
function pixelsAbout(area: Bounds, r: PaintRequest): PixelBox {
  const left = Math.floor(area.minX * r.scale + r.originX) - 2;
  const top = Math.floor(area.minY * r.scale + r.originY) - 2;
  const width = Math.ceil(area.maxX * r.scale + r.originX) + 2 - left;
  const height = Math.ceil(area.maxY * r.scale + r.originY) + 2 - top;
  return { left, top, width, height };
}

/** Paints some records of a layer anew within an area, in mm. */
function repaint(layer: Layer, r: PaintRequest, area: Bounds, shares: readonly [number, number][]): void {
  const { ctx } = layer;
  const { left, top, width, height } = pixelsAbout(area, r);
  const room = 4 / r.scale;
  const around = {
    minX: area.minX - room,
    minY: area.minY - room,
    maxX: area.maxX + room,
    maxY: area.maxY + room,
  };
  ctx.save();
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  ctx.beginPath();
  ctx.rect(left, top, width, height);
  ctx.clip();
  ctx.clearRect(left, top, width, height);
  for (const [from, to] of shares) paintRange(layer, r, from, to, around);
  ctx.restore();
}

/** Lays everything, sewn or not, on the faint layer. */
function paintFaint(p: ThreadPlan, r: PaintRequest): void {
  clear(faint, r);
  // With nothing dimmed, all that is to be sewn is the sewn layer at its end: its copies are made by the way.
  if (r.focus) return paintRange(faint, r, 0, p.x.length);
  sewOn(p, r, p.x.length);
  faint.ctx.setTransform(1, 0, 0, 1, 0, 0);
  faint.ctx.drawImage(sewn.canvas, 0, 0);
}

/** Patches lie on the cloth once their placement line is sewn; each is laid on their layer when it is there. */
function layPatches(r: PaintRequest): void {
  const laid = patches.filter(
    (o) => (plan?.objects.find((s) => s.id === o.id)?.to ?? Infinity) <= r.playhead,
  );
  const key = `${groundKey} ${version} ${prints.size} ${laid.map((o) => o.id).join(' ')}`;
  if (key === patchKey) return;
  clear(patched, r);
  toMm(patched.ctx, r);
  const { ctx } = patched;
  const draw = (data: string, x: number, y: number, size: number): boolean => {
    const image = prints.get(data);
    if (image) ctx.drawImage(image, x, y, size, size);
    return !!image;
  };
  for (const object of laid) paintPatch(ctx as unknown as PatchCanvas, object, draw);
  patchKey = key;
}

/** Loops of the cloth over what is sewn too thinly to press them down. */
function paintLoops(p: ThreadPlan, r: PaintRequest): void {
  if (!design || !hasPile(design.cloth)) return;
  if (pileIsOf !== p) pile = pileOver(p);
  pileIsOf = p;
  if (!pile) return;
  toMm(out.ctx, r);
  paintPileOver(out.ctx as unknown as Canvas2D, pile, design.cloth.colour, areaOf(r), r.scale);
}

function heatOf(grid: LayerGrid): Heat {
  const canvas = new OffscreenCanvas(grid.width, grid.height);
  canvas.getContext('2d')!.putImageData(new ImageData(heatPixels(grid), grid.width, grid.height), 0, 0);
  const { x0: x, y0: y, cell, width, height } = grid;
  return { canvas, x, y, width: width * cell, height: height * cell };
}

/** The heat map, stretched over the cloth it was counted on. */
function paintHeat(r: PaintRequest): void {
  if (!layers) return;
  heat ??= heatOf(layers);
  toMm(out.ctx, r);
  out.ctx.imageSmoothingEnabled = false;
  out.ctx.drawImage(heat.canvas, heat.x, heat.y, heat.width, heat.height);
  out.ctx.imageSmoothingEnabled = true;
}

/** What was done to the layers of the thread: all of what was asked for, and whether what is not sewn yet is shown. */
interface LayersPainted {
  done: boolean;
  /** Nowhere else do they look other than before, in mm; null: anywhere. */
  changed: Bounds | null;
  withRest: boolean;
}
const NOTHING: LayersPainted = { done: true, changed: null, withRest: false };

/** All that the layers of the thread depend on but their plan and the playhead, as a text. */
const threadKeyOf = (r: PaintRequest, place: string): string =>
  `${place} ${version} ${r.dimUnderlay} ${r.thread} ${r.light} ${r.focus?.join(' ') ?? ''}`;

const placeOf = (r: PaintRequest): string =>
  [r.view, r.width, r.height, r.scale, r.originX, r.originY].join(' ');

const showsRest = (p: ThreadPlan, r: PaintRequest): boolean =>
  (r.playhead < p.x.length && !r.hideRest) || !!r.focus;

/** Paints the layers of the thread anew where they show another plan. */
function putRight(p: ThreadPlan, r: PaintRequest): void {
  if (!stale) return;
  const to = sewnTo;
  const own = shares(p, r.focus).map(([first, last]): [number, number] => [first, Math.min(last, to)]);
  repaint(sewn, r, stale, own);
  if (!showsRest(p, r)) faintKey = '';
  else if (faintKey === threadKey) repaint(faint, r, stale, [[0, p.x.length]]);
  righted = uniteBounds(righted ? [righted, stale] : [stale]);
  stale = null;
}

/** Brings the layers of the thread up to date. */
function paintLayers(p: ThreadPlan, r: PaintRequest, place: string): LayersPainted {
  const key = threadKeyOf(r, place);
  let until = performance.now() + (fresh ? FIRST : AT_MOST);
  // Needle points have marks of some pixels about them, so there all is painted anew.
  if (key !== threadKey || (stale && r.view !== 'cloth')) {
    copies = [];
    threadKey = key;
    stale = null;
    clear(sewn, r);
    sewnTo = 0;
    if (!fresh) until = Infinity;
  }
  putRight(p, r);
  const areas: (Bounds | null)[] = [righted];
  righted = null;
  const withRest = showsRest(p, r);
  if (withRest && faintKey !== key) {
    paintFaint(p, r);
    faintKey = key;
  }
  const begun = sewnTo;
  const stays = goNear(r);
  const done = sewOn(p, r, r.playhead, until);
  fresh &&= !done;
  if (!stays) return { done, changed: null, withRest };
  if (sewnTo > begun) areas.push(reachOfRecords(p, begun, sewnTo));
  return { done, changed: uniteBounds(areas), withRest };
}

/** Another plan is to be painted: what stands in the layers is still right but for where the thread is another one. */
function show(next: ThreadPlan, kept: PlanParcel['kept'] | null): void {
  const before = plan;
  plan = next;
  // What comes where nothing was is painted from its begin, a little at a time.
  if (!before?.x.length || !kept) return void version++;
  const change = planChange(before, next, kept);
  if (!change) return;
  const { from, end, area } = change;
  stale = stale ? uniteBounds([stale, area]) : area;
  if (sewnTo >= before.x.length - end) sewnTo += next.x.length - before.x.length;
  else if (sewnTo > from) sewnTo = Math.min(sewnTo, next.x.length - end);
  copies = copies.filter(({ record }) => record <= from);
}

/** The engine sewed a plan of which the page will tell soon. */
function hearOf(parcel: SewnParcel): void {
  if (ahead || !plan || !known?.number || parcel.after !== known.number) return;
  const before = plan.x.length;
  const next = openPlan(known.plan, parcel);
  show(next, parcel.kept);
  ahead = { plan: next, number: parcel.number, before };
  const r = asked && nowAsked(asked);
  if (r?.view === 'cloth' && threadKeyOf(r, placeOf(r)) === threadKey) putRight(next, r);
}

/** What is asked for by a page that doesn't know yet how long the plan is now: where it stood at the end it still does. */
function nowAsked(r: PaintRequest): PaintRequest {
  return ahead && r.playhead >= ahead.before ? { ...r, playhead: ahead.plan.x.length } : r;
}

/** Lays layers on a canvas, the lowest first, each as strong as is said with it. */
function layOn(ctx: Context, layers: readonly [Layer, strength: number][]): void {
  for (const [{ canvas }, strength] of layers) {
    ctx.globalAlpha = strength;
    ctx.drawImage(canvas, 0, 0);
  }
  ctx.globalAlpha = 1;
}

/** The part of a box that is on the canvas; null when that is so large that all may as well be handed over. */
function partOf(box: PixelBox, r: PaintRequest): PixelBox | null {
  const [left, top] = [Math.max(0, box.left), Math.max(0, box.top)];
  const width = Math.max(1, Math.min(r.width, box.left + box.width) - left);
  const height = Math.max(1, Math.min(r.height, box.top + box.height) - top);
  return width * height < LARGE_PART * r.width * r.height
    ? { left: Math.min(left, r.width - 1), top: Math.min(top, r.height - 1), width, height }
    : null;
}

/** What lies around and under the thread, as a text. */
const groundOf = ({ hoop, cloth, piece, hoopings, picture: under }: Design): string =>
  JSON.stringify([hoop, cloth, piece, hoopings, under]);

const painter = {
  /** Tells whether anything but the thread looks other than before: that comes with its plan. */
  async setDesign(parcel: Parcel): Promise<boolean> {
    const next = (newest = designs.open(parcel));
    await fontsOf(next);
    if (next !== newest) return false;
    const before = design;
    design = next;
    const laid = patchesOf(next);
    const samePatches = laid.length === patches.length && laid.every((patch, i) => patch === patches[i]);
    if (!samePatches) patchKey = '';
    patches = laid;
    const sameGround = before !== null && groundOf(before) === groundOf(next);
    if (!sameGround) groundKey = '';
    return !sameGround || !samePatches;
  },

  setPicture(next: ImageBitmap | null): void {
    picture?.close();
    picture = next;
    groundKey = '';
  },

  /** Pictures that are printed on appliqué cloth, by their data. */
  setPrint(data: string, image: ImageBitmap): void {
    prints.set(data, image);
  },

  /** Paints the design on what it is tried on; the picture that was set is the photograph. */
  async tryOn(r: TryOnRequest): Promise<ImageBitmap | null> {
    const { paintTryOn } = await import('./try-on-work.ts');
    if (!design) return null;
    const image = paintTryOn(r, { design, plan, prints, photo: picture });
    return Comlink.transfer(image, [image]);
  },

  setLayers(grid: LayerGrid | null): void {
    layers = grid?.width ? grid : null;
    heat = null;
  },

  setPlan(parcel: PlanParcel | SewnParcel): void {
    const number = 'number' in parcel ? parcel.number : '';
    const heard = ahead;
    ahead = null;
    if (heard && heard.number === number) return void (known = heard);
    const next = openPlan(known?.plan ?? null, parcel);
    show(next, heard ? null : parcel.kept);
    known = { plan: next, number };
  },

  /** What the engine sews is told by this port, before the page tells of it. */
  hear(port: MessagePort): void {
    port.onmessage = ({ data }: MessageEvent<SewnParcel>) => hearOf(data);
  },

  /**
   * Paints what is asked for and hands it over as a bitmap. A playhead that moved far may need more than one
   * call: until the picture is `done`, it shows a little less sewn than was asked for. Who has the picture of number `after` is
   * handed only what is another in it now, and where that lies.
   */
  async paint(request: PaintRequest, after = 0): Promise<Painted> {
    asked = request;
    const r = nowAsked(request);
    const place = placeOf(r);
    if (place !== groundKey) {
      paintGround(r);
      groundKey = place;
    }
    const withPatches = r.view === 'cloth' && patches.length > 0;
    if (withPatches) layPatches(r);
    const sewing = r.view === 'lines' ? null : plan;
    const { done, changed, withRest } = sewing ? paintLayers(sewing, r, place) : NOTHING;
    // What depends on more than the layers, or on all of the thread, is laid as a whole.
    const inParts = sewing && r.view === 'cloth' && !r.heat && design && !hasPile(design.cloth) && done;
    const shows = inParts ? [groundCount, threadKey, withRest, withPatches && patchKey].join(' ') : '';
    const box = shows && shows === handed.shows && after === handed.number ? changed : null;
    handed = { number: handed.number + 1, shows };
    const layers: [Layer, number][] = [[ground, 1]];
    if (withPatches) layers.push([patched, 1]);
    if (withRest) layers.push([faint, FAINT]);
    if (sewing) layers.push([sewn, 1]);
    const part = box && partOf(pixelsAbout(box, r), r);
    if (part) {
      const { left, top, width, height } = part;
      // A canvas of its own keeps its size: one that is made anew waits for the browser.
      if (parts.canvas.width !== r.width || parts.canvas.height !== r.height) clear(parts, r);
      const { ctx } = parts;
      ctx.save();
      ctx.beginPath();
      ctx.rect(left, top, width, height);
      ctx.clip();
      layOn(ctx, layers);
      ctx.restore();
      const { number } = handed;
      const image = await createImageBitmap(parts.canvas, left, top, width, height);
      return Comlink.transfer({ image, done, number, at: part }, [image]);
    }
    clear(out, r);
    layOn(out.ctx, layers);
    if (r.view === 'lines') {
      toMm(out.ctx, r);
      if (design) {
        // They follow from what stands beside them. Elsewhere they are seen as they are sewn.
        paintMarks(out.ctx, design);
        paintLines(out.ctx as unknown as Canvas2D, design, r.scale, r.focus);
      }
    } else if (sewing && r.view === 'cloth') paintLoops(sewing, r);
    if (r.heat) paintHeat(r);
    const image = out.canvas.transferToImageBitmap();
    return Comlink.transfer({ image, done, number: handed.number }, [image]);
  },
};

export type Painter = typeof painter;
Comlink.expose(painter);
