// Paints a design on the thing that it is tried on. A part of the painter, loaded when something is tried on.
import {
  hasPile,
  OWN_PHOTO,
  paintPatch,
  paintPileOver,
  paintThread,
  patchesOf,
  pileOver,
  stitchBounds,
  type Bounds,
  type Design,
  type PatchObject,
  type ThreadPlan,
  type Point,
  type TryOn,
} from '@rosehip/core';
import {
  bendOf,
  bentPatch,
  bentPlan,
  carrierPiece,
  copiesOf,
  middleOf,
  paintPiece,
  layTogether,
  paintThing,
  THINGS,
  triedColour,
  triedPlaces,
  triedThing,
  type Place,
  type Thing,
  type LayerCanvas,
  type ThingLayers,
} from '@rosehip/things';

export interface TryOnRequest {
  /** What it is tried on; the bytes of its photograph are left out. */
  tryOn: TryOn;
  /** Pixels of the canvas (device pixels). */
  width: number;
  height: number;
  /** Device pixels a millimetre, and where the thing's origin lies, in device pixels. */
  scale: number;
  originX: number;
  originY: number;
  light: number;
}

/** What the painter knows. */
export interface TryOnParts {
  design: Design;
  plan: ThreadPlan | null;
  prints: ReadonlyMap<string, ImageBitmap | null>;
  photo: ImageBitmap | null;
}

type Context = OffscreenCanvasRenderingContext2D;

const TABLE = '#efe7d9';
/** From so many copies on, a flat thing's copies are stamped: what its folds bend can't be seen any more. */
const STAMP_FROM = 5;
/** No stamp is larger than this, in pixels. */
const LARGEST_STAMP = 1500;
/** How strongly the light of a photograph falls on the thread. */
const PHOTO_LIGHT = 0.55;

const plain = (ctx: Context): LayerCanvas => ctx as unknown as LayerCanvas;

function canvasOf(width: number, height: number): Context {
  return new OffscreenCanvas(Math.max(1, width), Math.max(1, height)).getContext('2d')!;
}

/** The design that is laid on a thing, as many times as its places say. */
interface Laid extends TryOnParts {
  thing: Thing;
  plan: ThreadPlan;
  /** Middle of its stitches, in mm. */
  middle: Point;
  patches: PatchObject[];
}

/** One copy: its carrier, its appliqués, its thread, and pile that stands over it. `scratch` is as large as `ctx`. */
function paintCopy(
  ctx: Context,
  scratch: Context,
  { thing, design, plan, prints, middle, patches }: Laid,
  place: Place,
  { scale, light }: TryOnRequest,
  area: Bounds,
): void {
  const on = plain(ctx);
  const bend = bendOf(thing, middle, place);
  const bent = bentPlan(plan, bend);
  const piece = thing.carrier ? carrierPiece(thing.carrier, plan, bend) : null;
  // Stitches reach over a patch's edge: they lie on it, and are not clipped to it.
  if (piece) paintPiece(on, plain(scratch), piece, design.cloth, { scale, area });
  const draw = (data: string, x: number, y: number, size: number): boolean => {
    const image = prints.get(data);
    if (image) ctx.drawImage(image, x, y, size, size);
    return !!image;
  };
  for (const object of patches) paintPatch(on, bentPatch(object, bend), draw);
  paintThread(on, bent, scale, { from: 0, to: bent.x.length, area, light });
  const pile = !thing.carrier && hasPile({ kind: thing.cloth }) ? pileOver(bent) : null;
  if (pile) paintPileOver(on, pile, triedColour(design, thing), area, scale);
}

/** Thread and carriers of all copies, with nothing around them. */
function threadLayer(thing: Thing, r: TryOnRequest, area: Bounds, parts: TryOnParts): Context {
  const layer = canvasOf(r.width, r.height);
  const { plan, design } = parts;
  const bounds = plan && stitchBounds(plan);
  if (!plan || !bounds) return layer;
  const laid: Laid = { ...parts, thing, plan, middle: middleOf(bounds), patches: patchesOf(design) };
  const size = { width: bounds.maxX - bounds.minX, height: bounds.maxY - bounds.minY };
  const reach = Math.hypot(size.width, size.height) / 2 + 10;
  const around: Bounds = { minX: -reach, minY: -reach, maxX: reach, maxY: reach };
  const { x: cx, y: cy } = laid.middle;
  const seen = (place: Place): boolean => {
    const at = bendOf(thing, laid.middle, place)(cx, cy);
    return (
      !!at &&
      at.x + reach > area.minX &&
      at.x - reach < area.maxX &&
      at.y + reach > area.minY &&
      at.y - reach < area.maxY
    );
  };
  const toMm = (ctx: Context, x: number, y: number): void => ctx.setTransform(r.scale, 0, 0, r.scale, x, y);
  const scratch = thing.carrier ? canvasOf(r.width, r.height) : layer;
  const side = Math.ceil(2 * reach * r.scale);
  for (const place of triedPlaces(design, size)) {
    const copies = copiesOf(place, size).filter(seen);
    if (thing.surface.kind !== 'flat' || copies.length < STAMP_FROM || side > LARGEST_STAMP) {
      toMm(layer, r.originX, r.originY);
      for (const copy of copies) paintCopy(layer, scratch, laid, copy, r, area);
      continue;
    }
    const stamp = canvasOf(side, side);
    toMm(stamp, side / 2, side / 2);
    const even = { ...laid, thing: { ...thing, pieces: () => [] } };
    paintCopy(stamp, canvasOf(side, side), even, { x: 0, y: 0, turn: place.turn }, r, around);
    layer.setTransform(1, 0, 0, 1, 0, 0);
    for (const { x, y } of copies)
      layer.drawImage(
        stamp.canvas,
        Math.round(r.originX + x * r.scale - side / 2),
        Math.round(r.originY + y * r.scale - side / 2),
      );
  }
  return layer;
}

/** The light of a photograph on what is laid on it: its greys, where there is thread. */
function photoLight(photo: ImageBitmap, b: Bounds, r: TryOnRequest, layer: Context): Context {
  const grey = canvasOf(r.width, r.height);
  grey.setTransform(r.scale, 0, 0, r.scale, r.originX, r.originY);
  grey.drawImage(photo, b.minX, b.minY, b.maxX - b.minX, b.maxY - b.minY);
  grey.setTransform(1, 0, 0, 1, 0, 0);
  grey.globalCompositeOperation = 'saturation';
  grey.fillStyle = '#808080';
  grey.fillRect(0, 0, r.width, r.height);
  grey.globalCompositeOperation = 'destination-in';
  grey.drawImage(layer.canvas, 0, 0);
  return grey;
}

const areaOf = ({ width, height, scale, originX, originY }: Seen): Bounds => ({
  minX: -originX / scale,
  minY: -originY / scale,
  maxX: (width - originX) / scale,
  maxY: (height - originY) / scale,
});

/** Where a thing is seen on a canvas, in pixels. */
type Seen = Pick<TryOnRequest, 'width' | 'height' | 'scale' | 'originX' | 'originY'>;

/** The layers of a thing, painted. */
function layersOf(thing: Thing, colour: string, seen: Seen, ground?: string): ThingLayers {
  const { width, height, scale, originX, originY } = seen;
  const layer = (ground?: string): LayerCanvas => {
    const ctx = canvasOf(width, height);
    if (ground) {
      ctx.fillStyle = ground;
      ctx.fillRect(0, 0, width, height);
    }
    ctx.setTransform(scale, 0, 0, scale, originX, originY);
    return plain(ctx);
  };
  const layers = { stuff: layer(ground), mask: layer(), light: layer(), scratch: layer() };
  paintThing(layers, thing, colour, { scale, area: areaOf(seen) });
  return layers;
}

/** The layers that were painted last: they are the same until the thing, its colour or the view changes. */
let last: { key: string; layers: ThingLayers } | null = null;
function layersFor(thing: Thing, colour: string, r: TryOnRequest): ThingLayers {
  const { width, height, scale, originX, originY } = r;
  const key = [thing.id, colour, width, height, scale, originX, originY].join(' ');
  if (last?.key !== key) last = { key, layers: layersOf(thing, colour, r, TABLE) };
  return last.layers;
}

export function paintTryOn(r: TryOnRequest, parts: TryOnParts): ImageBitmap {
  const { photo } = parts;
  const design = { ...parts.design, tryOn: r.tryOn };
  const thing = triedThing(design);
  const thread = threadLayer(thing, r, areaOf(r), { ...parts, design });
  const out = canvasOf(r.width, r.height);
  if (thing.id === OWN_PHOTO) {
    const b = thing.bounds;
    out.fillStyle = TABLE;
    out.fillRect(0, 0, r.width, r.height);
    out.setTransform(r.scale, 0, 0, r.scale, r.originX, r.originY);
    if (photo) out.drawImage(photo, b.minX, b.minY, b.maxX - b.minX, b.maxY - b.minY);
    out.setTransform(1, 0, 0, 1, 0, 0);
    out.drawImage(thread.canvas, 0, 0);
    if (photo) {
      out.globalCompositeOperation = 'soft-light';
      out.globalAlpha = PHOTO_LIGHT;
      out.drawImage(photoLight(photo, b, r, thread).canvas, 0, 0);
    }
  } else layTogether(plain(out), layersFor(thing, triedColour(design, thing), r), plain(thread));
  return (out.canvas as OffscreenCanvas).transferToImageBitmap();
}

/** A small picture of each thing, empty, `width` × `height` pixels; those of the design's cloth in its colour. */
export function thingPictures(cloth: Design['cloth'], width: number, height: number): ImageBitmap[] {
  return THINGS.map((thing) => {
    const { minX, minY, maxX, maxY } = thing.bounds;
    const scale = Math.min(width / (maxX - minX), height / (maxY - minY)) * 0.96;
    const [originX, originY] = [
      width / 2 - ((minX + maxX) / 2) * scale,
      height / 2 - ((minY + maxY) / 2) * scale,
    ];
    const seen = { width, height, scale, originX, originY };
    const out = canvasOf(width, height);
    const nothing = canvasOf(width, height);
    layTogether(plain(out), layersOf(thing, triedColour({ cloth }, thing), seen), plain(nothing));
    return (out.canvas as OffscreenCanvas).transferToImageBitmap();
  });
}
