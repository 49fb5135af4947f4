// Paints a thing, and what is laid on it, on any 2D canvas whose transform maps mm of the picture to pixels.
import {
  arcLengths,
  coordsBounds,
  flattenPath,
  mixed,
  paintCloth,
  tracePaths,
  type Bounds,
  type Line,
  type PatchCanvas,
  type Path,
} from '@rosehip/core';
import { piecesOf, type Fold, type Glow, type Piece, type Seam, type Thing } from './thing.ts';

/** Light comes from the upper left, as on the bench. */
const TOWARDS_LIGHT = { x: -0.5, y: -0.87 };
/* Pure: so little of another as each stroke is would be rounded to another tint. */
const DARK = '0 0 0';
const BRIGHT = '255 255 255';
/**
 * What fades is made of strokes, one within the other: so many for its width that no step of them is seen, and fewer where each
 * would be too faint for eight bits.
 */
const FADES = { least: 4, most: 24, pixels: 3 };
const FAINTEST = 0.01;

/**
 * The widths of such strokes, as shares, and how strong each is: together they are a bell of the wanted strength, so many
 * pixels wide.
 */
function fading(strength: number, pixels: number): { widths: number[]; each: number } {
  const { least, most } = FADES;
  const wanted = Math.min(strength / FAINTEST, pixels / FADES.pixels);
  const count = Math.max(least, Math.min(most, Math.round(wanted)));
  const edge = Math.sqrt(-Math.log(0.5 / count));
  return {
    widths: Array.from({ length: count }, (_, k) => Math.sqrt(-Math.log((k + 0.5) / count)) / edge),
    each: 1 - (1 - strength) ** (1 / count),
  };
}

/** The sides of the highest fold are lit and shaded so strongly. */
const FOLD_LIGHT = { dark: 0.38, bright: 0.24 };

const trace = (ctx: PatchCanvas, paths: readonly Path[]): void => {
  ctx.beginPath();
  tracePaths(ctx, paths);
};

/** A stroke that is strongest in its middle and fades to nothing at both sides. */
function paintGlow(ctx: PatchCanvas, { paths, width, light }: Glow, scale: number, dx = 0, dy = 0): void {
  if (!light) return;
  ctx.save();
  ctx.translate(dx, dy);
  ctx.lineCap = ctx.lineJoin = 'round';
  const strength = Math.min(1, Math.abs(light));
  const { widths, each } = fading(strength, width * scale);
  ctx.strokeStyle = `rgb(${light < 0 ? DARK : BRIGHT} / ${each.toFixed(4)})`;
  for (const share of widths) {
    ctx.lineWidth = width * share;
    trace(ctx, paths);
    ctx.stroke();
  }
  ctx.restore();
}

/** Half the width of a fold along its way, as a share: it comes from a seam, swells, and runs out in the cloth. */
const swell = (t: number): number => Math.sin(Math.PI * (0.12 + 0.88 * t)) ** 0.8;

/** The side of a fold, as light or shade that swells and runs out; `width` is that of its widest place. */
function paintSide(
  ctx: PatchCanvas,
  { coords: line, closed }: Line,
  width: number,
  light: number,
  scale: number,
): void {
  const count = line.length / 2;
  const along = arcLengths({ coords: line, closed });
  const { widths, each } = fading(Math.abs(light), width * scale);
  ctx.fillStyle = `rgb(${light < 0 ? DARK : BRIGHT} / ${each.toFixed(4)})`;
  for (const share of widths) {
    const at = (i: number, side: number): [number, number] => {
      const [a, b] = [Math.max(0, i - 1), Math.min(count - 1, i + 1)];
      const [dx, dy] = [line[2 * b] - line[2 * a], line[2 * b + 1] - line[2 * a + 1]];
      const half =
        ((width / 2) * share * swell(along[i] / along[count - 1]) * side) / (Math.hypot(dx, dy) || 1);
      return [line[2 * i] - dy * half, line[2 * i + 1] + dx * half];
    };
    ctx.beginPath();
    ctx.moveTo(...at(0, 1));
    for (let i = 1; i < count; i++) ctx.lineTo(...at(i, 1));
    for (let i = count - 1; i >= 0; i--) ctx.lineTo(...at(i, -1));
    ctx.closePath();
    ctx.fill('nonzero');
  }
}

/** How finely the line of a fold is drawn, in mm. */
const FOLD_FINE = 0.4;

function paintFold(ctx: PatchCanvas, { paths, width, height, through }: Fold, scale: number): void {
  const aside = width * 0.2;
  const side = height < 0 ? -1 : 1;
  for (const light of [-FOLD_LIGHT.dark, FOLD_LIGHT.bright]) {
    const way = (light < 0 ? -side : side) * aside;
    const [dx, dy] = [TOWARDS_LIGHT.x * way, TOWARDS_LIGHT.y * way];
    const glow = { paths, width: width * 0.8, light: light * Math.abs(height) };
    if (through) {
      paintGlow(ctx, glow, scale, dx, dy);
      continue;
    }
    ctx.save();
    ctx.translate(dx, dy);
    for (const path of paths) paintSide(ctx, flattenPath(path, FOLD_FINE), glow.width, glow.light, scale);
    ctx.restore();
  }
}

/** How light a colour is, from 0 to 1. */
const lightness = (colour: string): number => {
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16) / 255);
  return 0.299 * r + 0.587 * g + 0.114 * b;
};

function paintSeam(ctx: PatchCanvas, seam: Seam, cloth: string, scale: number): void {
  ctx.save();
  ctx.globalAlpha = seam.strength;
  // Round ends would close the gaps of what is wider than them, such as a zip's teeth.
  ctx.lineCap = seam.dash && seam.width > seam.dash[1] ? 'butt' : 'round';
  ctx.lineWidth = Math.max(seam.width, 0.6 / scale);
  ctx.setLineDash(seam.dash ?? []);
  ctx.strokeStyle =
    seam.colour ?? (lightness(cloth) < 0.25 ? mixed(cloth, '#ffffff', 0.3) : mixed(cloth, '#140c18', 0.5));
  trace(ctx, seam.paths);
  ctx.stroke();
  ctx.restore();
}

/** The colour of a piece when the thing is of this colour. */
const colourOf = ({ colour, tone = 0 }: Piece, cloth: string): string =>
  colour ?? mixed(cloth, tone < 0 ? '#120a18' : '#fffaf0', Math.abs(tone));

/** A canvas that others of its size can be laid on. */
export interface LayerCanvas extends PatchCanvas {
  readonly canvas: { readonly width: number; readonly height: number };
  // Every canvas has its own types of pictures and matrices.
  drawImage(...of: unknown[]): void;
  clearRect(x: number, y: number, w: number, h: number): void;
  setTransform(...m: unknown[]): void;
  getTransform(): { a: number; b: number; c: number; d: number; e: number; f: number };
  globalCompositeOperation: string;
}

/** Does something in pixels. */
function inPixels(ctx: LayerCanvas, draw: () => void): void {
  ctx.save();
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  draw();
  ctx.restore();
}

/**
 * Paints on an empty `scratch` of the same size, cuts it out along the paths, and lays it on `out`. So edges are smooth where a
 * canvas clips in steps, and of many faint strokes only the sum is rounded, which would give the cloth a tint.
 */
function cutOut(out: LayerCanvas, scratch: LayerCanvas, paths: readonly Path[], draw: () => void): void {
  const bounds = coordsBounds(paths.map((p) => flattenPath(p, 1).coords));
  if (!bounds) return;
  const m = out.getTransform();
  const left = Math.max(0, Math.floor(bounds.minX * m.a + m.e) - 2);
  const top = Math.max(0, Math.floor(bounds.minY * m.d + m.f) - 2);
  const width = Math.min(out.canvas.width, Math.ceil(bounds.maxX * m.a + m.e) + 2) - left;
  const height = Math.min(out.canvas.height, Math.ceil(bounds.maxY * m.d + m.f) + 2) - top;
  if (width <= 0 || height <= 0) return;
  scratch.save();
  scratch.setTransform(1, 0, 0, 1, 0, 0);
  scratch.clearRect(left, top, width, height);
  scratch.beginPath();
  scratch.rect(left, top, width, height);
  scratch.clip();
  scratch.setTransform(m.a, m.b, m.c, m.d, m.e, m.f);
  scratch.save();
  draw();
  scratch.restore();
  scratch.globalCompositeOperation = 'destination-in';
  trace(scratch, paths);
  scratch.fill('nonzero');
  scratch.restore();
  inPixels(out, () => out.drawImage(scratch.canvas, left, top, width, height, left, top, width, height));
}

/** What is painted, and how: pixels a millimetre, and what the canvas shows, in mm. */
interface Seen {
  scale: number;
  area: Bounds;
}

function paintStuff(ctx: PatchCanvas, piece: Piece, cloth: PieceCloth, { scale, area }: Seen): void {
  const colour = colourOf(piece, cloth.colour);
  if (piece.colour) {
    ctx.fillStyle = colour;
    ctx.fillRect(area.minX, area.minY, area.maxX - area.minX, area.maxY - area.minY);
  } else paintCloth(ctx, { kind: cloth.kind, colour }, area, scale);
  for (const seam of piece.seams ?? []) paintSeam(ctx, seam, colour, scale);
}

function paintLight(ctx: PatchCanvas, { folds = [], glows = [] }: Piece, { scale }: Seen): void {
  for (const fold of folds) paintFold(ctx, fold, scale);
  for (const glow of glows) paintGlow(ctx, glow, scale);
}

function paintShadow(ctx: PatchCanvas, { paths, shadow }: Piece, { scale }: Seen): void {
  if (!shadow) return;
  const [dx, dy] = [-TOWARDS_LIGHT.x * shadow * 0.6, -TOWARDS_LIGHT.y * shadow * 0.6];
  paintGlow(ctx, { paths, width: 2.4 * shadow, light: -0.3 }, scale, dx, dy);
}

/** What a piece is painted in. */
interface PieceCloth {
  kind: string;
  /** #rrggbb */
  colour: string;
}

/** Paints one piece by itself on what is on the canvas already; `scratch` is an empty canvas of the same size. */
export function paintPiece(
  ctx: LayerCanvas,
  scratch: LayerCanvas,
  piece: Piece,
  cloth: PieceCloth,
  seen: Seen,
): void {
  paintShadow(ctx, piece, seen);
  cutOut(ctx, scratch, piece.paths, () => paintStuff(scratch, piece, cloth, seen));
  cutOut(ctx, scratch, piece.paths, () => paintLight(scratch, piece, seen));
}

/** A thing in layers, of one size and with one transform from mm to pixels: thread lies between them. */
export interface ThingLayers {
  /** Cloth and seams. */
  stuff: LayerCanvas;
  /** Where thread can be seen: whatever is painted there stands for yes. */
  mask: LayerCanvas;
  /** Light and shade, which fall on the thread too. */
  light: LayerCanvas;
  /** For work in between. */
  scratch: LayerCanvas;
}

/** Paints a thing in a colour on its layers; `stuff` may have a ground already, the others are empty. */
export function paintThing(layers: ThingLayers, thing: Thing, colour: string, seen: Seen): void {
  const { stuff, mask, light, scratch } = layers;
  const cloth = { kind: thing.cloth, colour };
  for (const piece of piecesOf(thing)) {
    paintShadow(light, piece, seen);
    cutOut(stuff, scratch, piece.paths, () => paintStuff(scratch, piece, cloth, seen));
    // What lies beneath is covered, with its light.
    light.globalCompositeOperation = 'destination-out';
    trace(light, piece.paths);
    light.fill('nonzero');
    light.globalCompositeOperation = 'source-over';
    cutOut(light, scratch, piece.paths, () => paintLight(scratch, piece, seen));
    mask.globalCompositeOperation = piece.sewn ? 'source-over' : 'destination-out';
    trace(mask, piece.paths);
    mask.fill('nonzero');
  }
}

/** Lays the thread between the layers of a thing: what comes of it is painted on `out`. `thread` loses what isn't seen. */
export function layTogether(out: LayerCanvas, layers: ThingLayers, thread: LayerCanvas): void {
  inPixels(thread, () => {
    thread.globalCompositeOperation = 'destination-in';
    thread.drawImage(layers.mask.canvas, 0, 0);
  });
  inPixels(out, () => {
    for (const layer of [layers.stuff, thread, layers.light]) out.drawImage(layer.canvas, 0, 0);
  });
}
