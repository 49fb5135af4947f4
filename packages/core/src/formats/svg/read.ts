// Reads an SVG file: every filled shape and every stroked line, with its colour, in millimetres about the page's centre.
import { formatHex } from 'culori';
import type { PlainOutline } from '../../design/types.ts';
import { intersect, regionFromRings } from '../../geometry/clip.ts';
import { determinant, IDENTITY, multiply, scaling, translation, type Matrix } from '../../geometry/matrix.ts';
import { uniteBounds, type Bounds } from '../../geometry/points.ts';
import { regionArea, ringsOf, type Region, type Ring } from '../../geometry/region.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { outlineBounds, transformOutline } from '../../outlines/transform.ts';
import { READ_LIMITS, ReadError } from '../read-error.ts';
import { clippedFill, clippedStroke } from './clipped.ts';
import { readColour } from './colour.ts';
import { outlineOf } from './element-outline.ts';
import { gradientColour } from './gradients.ts';
import { stylesOf, type Style } from './styles.ts';
import { wordsOutline, type SvgWords } from './words.ts';
import { Work } from './work.ts';
import { allNodes, parseSvgTree, type SvgNode } from './tree.ts';
import { lengthInMm, MM_PER_PX, parseTransform, parseViewBox, userLength } from './units.ts';

export interface SvgShape {
  name: string;
  /** mm, about the page's centre, y down. */
  outline: PlainOutline;
  /** #rrggbb, or null when it is not filled. */
  fill: string | null;
  stroke: string | null;
  /** mm */
  strokeWidth: number;
  cap: 'butt' | 'round' | 'square';
  join: 'miter' | 'round' | 'bevel';
}

export interface SvgDrawing {
  width: number;
  height: number;
  shapes: SvgShape[];
  words: SvgWords[];
  /** What was left out or could not be read, a sentence each. */
  notes: string[];
}

/** Elements that hold other elements. */
const HOLDERS = new Set(['svg', 'g', 'a', 'switch', 'symbol']);
/** Elements that say how others look, or that draw nothing by themselves. */
const SILENT = new Set([
  'defs',
  'style',
  'title',
  'desc',
  'metadata',
  'clipPath',
  'mask',
  'marker',
  'pattern',
  'linearGradient',
  'radialGradient',
  'filter',
  'namedview',
]);
const LEFT_OUT: Record<string, string> = {
  image: 'A picture was left out: only outlines can be stitched.',
  script: 'A script was left out: it is never run.',
  foreignObject: 'Foreign content was left out.',
};
/** What it takes to walk one part, in steps of work. */
const WALK = 10;
/** Where a part may lie before the drawing is put in its place, in mm. */
const FAR = 20 * READ_LIMITS.reach;
/** How large letters are where a drawing does not say it, or not in a unit that is known here. */
const USUAL_SIZE = 16;
/** What `use` may multiply a file into. */
const MOST_SHAPES = READ_LIMITS.objects;

function colourOf(
  value: string,
  style: Style,
  notes: Set<string>,
  byId: ReadonlyMap<string, SvgNode>,
): string | null {
  const text = value === 'currentColor' ? style.color : value;
  if (text === 'none' || text === 'transparent') return null;
  const paint = /^(?:url\([^)]*\)\s*)+/.exec(text);
  const id = paint && idIn(text);
  const middle = id ? gradientColour(byId, id) : null;
  if (middle) notes.add('Gradients are taken as their middle colour: thread has one.');
  else if (paint) notes.add('Patterns are taken as one plain colour.');
  if (middle) return middle;
  const plain = paint ? text.slice(paint[0].length) || '#808080' : text;
  if (paint && (plain === 'none' || plain === 'transparent')) return null;
  const colour = readColour(plain);
  if (!colour) {
    notes.add(`The colour "${text.slice(0, 40)}" is not known and was taken as grey.`);
    return '#808080';
  }
  return colour.alpha === 0 ? null : formatHex(colour);
}

/** The id that `url(#id)` leads to. */
const idIn = (value: string): string | undefined => /^url\(\s*["']?#([^)"']+)["']?\s*\)/.exec(value)?.[1];

/** Where something is drawn: on the page, and within what it is clipped by; mm. */
interface Place {
  matrix: Matrix;
  clip: Region | null;
}

/** The word, when it is one of these; else the first of them. */
const oneOf = <T extends string>(word: string, words: readonly [T, ...T[]]): T =>
  words.find((w) => w === word) ?? words[0];

class Reader {
  readonly shapes: SvgShape[] = [];
  readonly words: SvgWords[] = [];
  readonly notes = new Set<string>();
  private readonly byId = new Map<string, SvgNode>();
  private readonly styleOf: (node: SvgNode, inherited: Style | null) => Style;
  private readonly work = new Work();
  private points = 0;
  /** What clips leave, by clip and matrix. */
  private readonly clips = new Map<string, Region | null>();

  constructor(root: SvgNode) {
    for (const node of allNodes(root)) {
      const { id } = node.attributes;
      if (id && !this.byId.has(id)) this.byId.set(id, node);
    }
    this.styleOf = stylesOf(root, (note) => this.notes.add(note), this.work);
  }

  walk(node: SvgNode, inherited: Style | null, { matrix, clip }: Place, using: SvgNode[]): void {
    this.work.spend(WALK);
    if (SILENT.has(node.name)) return;
    if (LEFT_OUT[node.name]) {
      this.notes.add(LEFT_OUT[node.name]);
      return;
    }
    const style = this.styleOf(node, inherited);
    if (style.display === 'none') return;
    for (const name of ['mask', 'filter'])
      if (node.attributes[name] && node.attributes[name] !== 'none')
        this.notes.add('Masks and filters are not followed: shapes come as they are drawn beneath them.');
    const own = parseTransform(node.attributes.transform);
    if (!own) {
      this.notes.add(`Line ${node.line}: the transform could not be read, so <${node.name}> was left out.`);
      return;
    }
    const m = multiply(matrix, own);
    const by = this.clipBy(style['clip-path'], m);
    const place = { matrix: m, clip: by && clip ? intersect(clip, by) : (by ?? clip) };
    // Nothing is left to be seen.
    if (place.clip && !place.clip.length) return;
    if (node.name === 'use') this.use(node, style, place, using);
    else if (node.name === 'text') this.written(node, style, place);
    else if (HOLDERS.has(node.name)) {
      const inner = node.parent && node.name === 'svg' ? multiply(m, this.nestedPage(node)) : m;
      for (const child of node.children) this.walk(child, style, { ...place, matrix: inner }, using);
    } else this.shape(node, style, place);
  }

  /** What a clip leaves of something drawn with this matrix; null when there is none that can be followed. */
  private clipBy(value: string, m: Matrix): Region | null {
    if (value === 'none') return null;
    const id = idIn(value);
    const node = id === undefined ? undefined : this.byId.get(id);
    if (node?.name !== 'clipPath' || node.attributes.clipPathUnits === 'objectBoundingBox') {
      this.notes.add('A clip could not be followed: shapes come as they are drawn beneath it.');
      return null;
    }
    const key = `${id} ${m.join(' ')}`;
    if (!this.clips.has(key)) this.clips.set(key, this.clipRegion(node, m));
    return this.clips.get(key)!;
  }

  /** All that the shapes of a clip cover. */
  private clipRegion(node: SvgNode, m: Matrix): Region {
    const inner = multiply(m, parseTransform(node.attributes.transform) ?? IDENTITY);
    const rings: Ring[] = [];
    for (const child of node.children) {
      this.work.spend(WALK);
      const id = child.attributes.href;
      const used = child.name === 'use' && id?.startsWith('#') ? this.byId.get(id.slice(1)) : null;
      const drawn = used ?? child;
      if (SILENT.has(drawn.name) || HOLDERS.has(drawn.name) || LEFT_OUT[drawn.name]) continue;
      const style = this.styleOf(drawn, this.styleOf(child, null));
      if (style.display === 'none') continue;
      const outline = outlineOf(drawn, { ...style, 'fill-rule': style['clip-rule'] }, this);
      if (!outline) continue;
      const a = child.attributes;
      const matrices = [
        parseTransform(a.transform),
        used && translation(userLength(a.x) || 0, userLength(a.y) || 0),
        used && parseTransform(used.attributes.transform),
      ];
      const placed = matrices.reduce<Matrix>((all, one) => (one ? multiply(all, one) : all), inner);
      rings.push(...outlineRegion(transformOutline(outline, placed)).flatMap(ringsOf));
    }
    // Rings of shapes go round one way, and those of their holes the other.
    return regionFromRings(rings, 'nonzero');
  }

  /** An <svg> inside an <svg>: its place, and its viewBox scaled to fit. */
  private nestedPage(node: SvgNode): Matrix {
    const a = node.attributes;
    const box = parseViewBox(a.viewBox);
    const place = translation(userLength(a.x) || 0, userLength(a.y) || 0);
    if (!box) return place;
    const w = userLength(a.width, box[2]);
    const h = userLength(a.height, box[3]);
    const s = Math.min(w / box[2], h / box[3]);
    if (!Number.isFinite(s) || s <= 0) return place;
    return multiply(place, multiply(scaling(s, s), translation(-box[0], -box[1])));
  }

  private use(node: SvgNode, style: Style, { matrix: m, clip }: Place, using: SvgNode[]): void {
    const href = node.attributes.href ?? '';
    const target = href.startsWith('#') ? this.byId.get(href.slice(1)) : undefined;
    if (!target) {
      this.notes.add(`Line ${node.line}: "${href.slice(0, 60)}" is not in this file and was left out.`);
      return;
    }
    if (using.includes(target) || using.length >= 12) {
      this.notes.add(`Line ${node.line}: a <use> that leads back to itself was left out.`);
      return;
    }
    const placed = multiply(
      m,
      translation(userLength(node.attributes.x) || 0, userLength(node.attributes.y) || 0),
    );
    this.walk(target, style, { matrix: placed, clip }, [...using, target]);
  }

  private shape(node: SvgNode, style: Style, { matrix: m, clip }: Place): void {
    if (style.visibility === 'hidden' || style.visibility === 'collapse') return;
    const outline = outlineOf(node, style, this);
    if (!outline) return;
    if (Math.abs(determinant(m)) < 1e-12) {
      this.notes.add(`Line ${node.line}: <${node.name}> has no size and was left out.`);
      return;
    }
    const placed = transformOutline(outline, m);
    const b = outlineBounds(placed);
    if (!b || !(Math.max(-b.minX, b.maxX, -b.minY, b.maxY) <= FAR))
      throw new ReadError(
        `Line ${node.line}: <${node.name}> lies more than ${FAR / 1000} m away; drawings reach ${READ_LIMITS.reach / 1000} m from their middle at most. Move or shrink it first.`,
      );
    const stroke = colourOf(style.stroke, style, this.notes, this.byId);
    let fill = colourOf(style.fill, style, this.notes, this.byId);
    if (fill && regionArea(outlineRegion(outline)) < 1e-6) {
      fill = null; // lines are "filled" unless the drawing says otherwise
      if (!stroke) this.notes.add(`Line ${node.line}: <${node.name}> encloses nothing and was left out.`);
    }
    if (!fill && !stroke) return;
    const scale = Math.sqrt(Math.abs(determinant(m)));
    const strokeWidth = (userLength(style['stroke-width'], 1) || 0) * scale;
    const name = (node.attributes['aria-label'] ?? node.attributes.id ?? '').slice(0, 80);
    const whole: SvgShape = {
      name: name || this.plainName(node),
      outline: placed,
      fill,
      stroke: strokeWidth > 0 ? stroke : null,
      strokeWidth,
      cap: oneOf(style['stroke-linecap'], ['butt', 'round', 'square']),
      join: oneOf(style['stroke-linejoin'], ['miter', 'round', 'bevel']),
    };
    if (!clip) return this.add(whole);
    for (const { outer } of clip) this.work.spend(outer.length);
    const filled = whole.fill ? clippedFill(placed, clip) : null;
    const lined = whole.stroke ? clippedStroke(placed, clip) : null;
    // What is cut is no edge: fill and stroke have outlines of their own then.
    if (filled && filled === lined) return this.add({ ...whole, outline: filled });
    if (filled) this.add({ ...whole, outline: filled, stroke: null });
    if (lined) this.add({ ...whole, outline: lined, fill: null });
  }

  private written(node: SvgNode, style: Style, { matrix }: Place): void {
    if (style.visibility === 'hidden' || style.visibility === 'collapse') return;
    if (node.children.some((child) => child.name === 'textPath')) {
      this.notes.add('Words along a line were left out: type them on the bench, along any line.');
      return;
    }
    // What is put in its place by its first part stands there.
    const first = node.children.find((child) => child.name === 'tspan');
    const place = (name: string): number =>
      userLength(node.attributes[name] ?? first?.attributes[name] ?? '0') || 0;
    const colour =
      colourOf(style.fill, style, this.notes, this.byId) ??
      colourOf(style.stroke, style, this.notes, this.byId);
    const size = userLength(style['font-size'], USUAL_SIZE) || USUAL_SIZE;
    const outline = wordsOutline(node.text, style, { x: place('x'), y: place('y'), size }, matrix);
    if (!colour || !node.text.trim()) return;
    if (!outline?.place?.every((v) => Math.abs(v) < FAR)) {
      this.notes.add(`Line ${node.line}: words that are too small or large, or too far away, were left out.`);
      return;
    }
    this.full();
    this.words.push({ outline, colour, after: this.shapes.length });
    this.notes.add('Words are set in a font of the shelf: their card has others.');
  }

  private add(shape: SvgShape): void {
    this.full();
    this.shapes.push(shape);
  }

  private full(): void {
    if (this.shapes.length + this.words.length >= MOST_SHAPES)
      throw new ReadError(`The drawing has more than ${MOST_SHAPES} shapes. Bring it in in parts.`);
  }

  private plainName(node: SvgNode): string {
    const names: Record<string, string> = {
      rect: 'Rectangle',
      circle: 'Circle',
      ellipse: 'Ellipse',
      line: 'Line',
    };
    return `${names[node.name] ?? 'Shape'} ${this.shapes.length + 1}`;
  }

  tell(note: string): void {
    this.notes.add(note);
  }

  count(points: number): void {
    this.points += points;
    if (this.points > READ_LIMITS.points)
      throw new ReadError(
        `The drawing has more than ${READ_LIMITS.points} points. Simplify it in the program it comes from.`,
      );
  }
}

const farthestPoint = (outline: PlainOutline): number =>
  outline.kind === 'path'
    ? outline.paths.reduce(
        (most, { points }) =>
          points.reduce(
            (m, p) =>
              Math.max(m, ...[p, p.in, p.out].flatMap((q) => (q ? [Math.abs(q.x), Math.abs(q.y)] : []))),
            most,
          ),
        0,
      )
    : 0;

const boundsOfShapes = (shapes: SvgShape[]): Bounds | null =>
  uniteBounds(shapes.map((s) => outlineBounds(s.outline)));

/** Is any of the shape on a page of this size, in mm, about the origin? Viewers clip there. */
function isOnPage(
  { outline, stroke, strokeWidth }: SvgShape,
  page: { width: number; height: number },
): boolean {
  const b = outlineBounds(outline);
  if (!b) return true;
  const [x, y] = [page.width / 2, page.height / 2].map((half) => half + (stroke ? strokeWidth / 2 : 0));
  return b.minX < x && b.maxX > -x && b.minY < y && b.maxY > -y;
}

/**
 * Reads the text of an SVG file. The page's centre becomes the origin; a file without a page size is taken
 * at 96 pixels an inch and centred on what it draws. Throws ReadError when it can't be read at all, or when it
 * reaches further than a machine ever could.
 */
export function readSvg(text: string): SvgDrawing {
  const root = parseSvgTree(text);
  const a = root.attributes;
  const box = parseViewBox(a.viewBox);
  const width = lengthInMm(a.width);
  const height = lengthInMm(a.height);
  const reader = new Reader(root);
  // One user unit in mm: the page's size over its viewBox, keeping its proportion.
  let unit = MM_PER_PX;
  if (box) {
    const byWidth = width === null ? Infinity : width / box[2];
    const byHeight = height === null ? Infinity : height / box[3];
    const least = Math.min(byWidth, byHeight);
    if (Number.isFinite(least) && least > 0) unit = least;
  }
  const page = box
    ? { x: box[0], y: box[1], w: box[2] * unit, h: box[3] * unit }
    : width && height
      ? { x: 0, y: 0, w: width, h: height }
      : null;
  const origin = page
    ? multiply(
        translation(-page.w / 2, -page.h / 2),
        multiply(scaling(unit, unit), translation(-page.x, -page.y)),
      )
    : scaling(unit, unit);
  reader.walk(root, null, { matrix: origin, clip: null }, []);
  let { shapes, words } = reader;
  if (page) {
    const seen = { width: Math.max(page.w, width ?? 0), height: Math.max(page.h, height ?? 0) };
    shapes = shapes.filter((shape) => isOnPage(shape, seen));
    const kept = new Set(shapes);
    words = words.map((w) => ({
      ...w,
      after: reader.shapes.slice(0, w.after).filter((shape) => kept.has(shape)).length,
    }));
    const outside = reader.shapes.length - shapes.length;
    if (outside)
      reader.notes.add(
        outside === 1
          ? 'A shape lies outside the page, where no viewer shows it, and was left out.'
          : `${outside} shapes lie outside the page, where no viewer shows them, and were left out.`,
      );
  }
  const bounds = boundsOfShapes(shapes);
  let size = { width: page?.w ?? 0, height: page?.h ?? 0 };
  if (!page && bounds) {
    const centre = translation(-(bounds.minX + bounds.maxX) / 2, -(bounds.minY + bounds.maxY) / 2);
    shapes = shapes.map((s) => ({ ...s, outline: transformOutline(s.outline, centre) }));
    words = words.map((w) => ({
      ...w,
      outline: { ...w.outline, place: [...multiply(centre, w.outline.place!)] },
    }));
    size = { width: bounds.maxX - bounds.minX, height: bounds.maxY - bounds.minY };
    reader.notes.add('The file gives no page size: it was taken at 96 pixels an inch.');
  }
  const reach = bounds
    ? Math.max(-bounds.minX, bounds.maxX, -bounds.minY, bounds.maxY)
    : Math.max(size.width, size.height) / 2;
  // Points count too that draw nothing, such as those of a line that is only a point.
  const far = shapes.reduce((most, { outline }) => Math.max(most, farthestPoint(outline)), reach);
  if (!(far <= READ_LIMITS.reach))
    throw new ReadError(
      `The drawing reaches ${Math.round(far)} mm from its middle; at most ${READ_LIMITS.reach} mm can be brought in. Make it smaller first.`,
    );
  return { ...size, shapes, words, notes: [...reader.notes] };
}
