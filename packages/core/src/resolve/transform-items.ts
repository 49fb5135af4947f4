// Moving, sizing, turning and mirroring items of a design, with all that belongs to them.
import { ingredientsOf } from '../design/live.ts';
import { allRecords, blocksOf, emptyRecords } from '../design/stitch-blocks.ts';
import { referencesOf } from '../design/references.ts';
import { isLive } from '../design/live-outline.ts';
import { everyItem } from '../design/tree.ts';
import type {
  Bend,
  Dent,
  Design,
  DesignObject,
  Group,
  Item,
  Layout,
  LiveOutline,
  PlainOutline,
  Repeat,
  RowSpacing,
  StitchesObject,
  SurroundOutline,
  TextOutline,
} from '../design/types.ts';
import {
  applyMatrix,
  applyToVector,
  determinant,
  inverse,
  multiply,
  IDENTITY,
  type Matrix,
} from '../geometry/matrix.ts';
import { transformPath } from '../outlines/transform-path.ts';
import { transformOutline } from '../outlines/transform.ts';
import { ownSettings } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';

const tidy = (v: number): number => Math.round(v * 1e9) / 1e9;
const tidyMatrix = (m: Matrix): Matrix => m.map(tidy) as unknown as Matrix;

const transformBend = (bend: Bend, m: Matrix): Bend => ({
  ...bend,
  points: bend.points.map((p) => applyMatrix(m, p)),
  ...(bend.edges && {
    edges: bend.edges.map(([a, b]) => [applyToVector(m, a), applyToVector(m, b)]) as Bend['edges'],
  }),
});

/**
 * Stitches after a map. Moves, quarter turns and mirrors keep every stitch; others bring each needle point to
 * the nearest place on the machine's grid.
 */
function transformStitches(item: StitchesObject, m: Matrix): StitchesObject {
  const whole = [m[0], m[1], m[2], m[3]].map((v) => (Math.abs(v - Math.round(v)) < 1e-9 ? Math.round(v) : v));
  const [a, b, c, d] = whole;
  const [e, f] = [Math.round(m[4] * 10), Math.round(m[5] * 10)];
  const records = allRecords(item.blocks);
  const moved = { ...emptyRecords(records.x.length), move: records.move, part: records.part };
  for (let i = 0; i < moved.x.length; i++) {
    const [x, y] = [records.x[i], records.y[i]];
    moved.x[i] = Math.round(a * x + c * y + e);
    moved.y[i] = Math.round(b * x + d * y + f);
  }
  return { ...item, blocks: blocksOf(moved) };
}

/** Is this a move, a turn and a growth, and nothing else? */
const isSimilar = ([a, b, c, d]: Matrix): boolean => {
  const near = 1e-9 * Math.max(1, Math.hypot(a, b));
  return Math.abs(a - d) < near && Math.abs(b + c) < near;
};

/** A text after a map: letters grow in their numbers as long as they stay what they are. */
function transformText(outline: TextOutline, m: Matrix): TextOutline {
  const place = multiply(m, outline.place ?? IDENTITY);
  const scale = Math.sqrt(Math.abs(determinant(place)));
  if (!isSimilar(place) || scale < 1e-9) return { ...outline, place: tidyMatrix(place) };
  const [a, b, c, d, e, f] = place;
  return {
    ...scaleNumbers(outline, scale),
    place: tidyMatrix([a / scale, b / scale, c / scale, d / scale, e, f]),
  };
}

/** Distances and widths grow with the whole. */
function scaleNumbers<O extends LiveOutline>(outline: O, scale: number): O {
  if (Math.abs(scale - 1) < 1e-9) return outline;
  if (outline.kind === 'surround') {
    const grown: Partial<SurroundOutline> = {};
    for (const key of ['distance', 'bridge', 'smooth', 'gap'] as const)
      if (outline[key] !== undefined) grown[key] = tidy(outline[key] * scale);
    return { ...outline, ...grown };
  }
  if (outline.kind === 'band') return { ...outline, width: tidy(outline.width * scale) };
  if (outline.kind === 'text') {
    const { baseline } = outline;
    const grown =
      baseline?.kind === 'wave'
        ? { ...baseline, length: tidy(baseline.length * scale), height: tidy(baseline.height * scale) }
        : baseline && 'radius' in baseline
          ? { ...baseline, radius: tidy(baseline.radius * scale) }
          : baseline;
    return { ...outline, height: tidy(outline.height * scale), ...(grown && { baseline: grown }) };
  }
  return outline;
}

function transformDent(dent: Dent, m: Matrix): Dent {
  const by = applyToVector(m, { x: dent.dx, y: dent.dy });
  const reach = tidy(dent.reach * Math.sqrt(Math.abs(determinant(m))));
  return { ...applyMatrix(m, dent), dx: by.x, dy: by.y, reach };
}

function transformLive(outline: LiveOutline, m: Matrix, moving: ReadonlySet<string>): LiveOutline {
  const { place } = outline;
  // A text that stands by itself is moved like a shape.
  if (outline.kind === 'text' && !outline.of.length) return transformText(outline, m);
  const goes = outline.of.filter((id) => moving.has(id)).length;
  // Made from what moves too: it follows by itself, and only what was done to it by hand is carried along.
  if (goes === outline.of.length) {
    const scaled = scaleNumbers(outline, Math.sqrt(Math.abs(determinant(m))));
    const pulled =
      scaled.kind === 'surround' && scaled.dents
        ? { ...scaled, dents: scaled.dents.map((dent) => transformDent(dent, m)) }
        : scaled;
    const back = place && inverse(m);
    return back ? { ...pulled, place: tidyMatrix(multiply(m, multiply(place, back))) } : pulled;
  }
  return goes ? outline : { ...outline, place: tidyMatrix(multiply(m, place ?? IDENTITY)) };
}

function transformObject(object: DesignObject, m: Matrix, moving: ReadonlySet<string>): DesignObject {
  const { outline } = object;
  return {
    ...object,
    outline: isLive(outline) ? transformLive(outline, m, moving) : transformOutline(outline, m),
    ...(object.start && { start: applyMatrix(m, object.start) }),
    ...(object.end && { end: applyMatrix(m, object.end) }),
    ...(object.centre && { centre: applyMatrix(m, object.centre) }),
    ...(object.tones && {
      tones: { ...object.tones, place: tidyMatrix(multiply(m, object.tones.place)) },
    }),
    ...(object.guideLines && { guideLines: object.guideLines.map((path) => transformPath(path, m)) }),
    ...changedRecipe(object, m),
  };
}

/** Stitches turn with what they fill: the angle of rows after a map, in degrees. */
function turnedAngle(angle: number, m: Matrix, least: number, most: number): number {
  const a = (angle * Math.PI) / 180;
  const to = applyToVector(m, { x: Math.cos(a), y: -Math.sin(a) });
  let turned = tidy((Math.atan2(-to.y, to.x) * 180) / Math.PI);
  // Rows have no direction: of the two ways to say it, one that the setting takes.
  if (turned < least) turned += 180 * Math.ceil((least - turned) / 180);
  if (turned > most) turned -= 180 * Math.ceil((turned - most) / 180);
  return Math.round(turned * 1e6) / 1e6;
}

/** What a map changes of how an object is stitched: the width of a column along a line, and the angle of rows. */
function changedRecipe(object: DesignObject, m: Matrix): Partial<DesignObject> {
  const sized = scaledWidths(object, Math.sqrt(Math.abs(determinant(m))));
  const recipe = sized.recipe ?? object.recipe;
  const kind = stitchKind(recipe.kind);
  const setting = kind?.settings.find((s) => s.name === 'angle');
  const turns = Math.abs(m[1]) > 1e-9 || m[0] * m[3] < 0;
  if (!turns || !kind || setting?.type !== 'number') return sized;
  const angle = ownSettings(kind, recipe).angle as number;
  const turned = turnedAngle(angle, m, setting.least, setting.most);
  return { ...sized, recipe: { ...recipe, settings: { ...recipe.settings, angle: turned } } };
}

/** The width of a column along a line grows with the whole; spacings and lengths of stitches stay. */
function scaledWidths({ recipe, widths }: DesignObject, scale: number): Partial<DesignObject> {
  const kind = stitchKind(recipe.kind);
  const setting = kind?.settings.find((s) => s.name === 'width');
  if (Math.abs(scale - 1) < 1e-9 || !kind || setting?.type !== 'number') return {};
  const width = (ownSettings(kind, recipe).width as number) * scale;
  const within = Math.round(100 * Math.min(setting.most, Math.max(setting.least, width))) / 100;
  return {
    recipe: { ...recipe, settings: { ...recipe.settings, width: within } },
    ...(widths && { widths: widths.map((w) => ({ ...w, width: tidy(w.width * scale) })) }),
  };
}

function transformItem(item: Item, m: Matrix, moving: ReadonlySet<string>): Item {
  if (item.kind === 'stitches') return transformStitches(item, m);
  if (item.kind === 'object') return transformObject(item, m, moving);
  // The sheet of a bent group is carried along; what is drawn on it stays where it is on the sheet.
  if (item.bend) return { ...item, bend: transformBend(item.bend, m) };
  const objects = item.objects.map((o) => transformItem(o, m, moving));
  const { repeat, fromPicture } = item;
  return {
    ...item,
    objects,
    ...(repeat && { repeat: transformRepeat(repeat, m) }),
    // What its picture makes anew comes to the same place.
    ...(fromPicture && {
      fromPicture: { ...fromPicture, map: fromPicture.map ? multiply(m, fromPicture.map) : m },
    }),
  };
}

const scaleRow = (row: RowSpacing, scale: number): RowSpacing =>
  Math.abs(scale - 1) < 1e-9
    ? row
    : { ...row, step: tidy(row.step * scale), gap: tidy(row.gap * scale), length: tidy(row.length * scale) };

/** The layout of copies is moved, turned and sized with what is repeated. */
function transformLayout(layout: Layout, m: Matrix): Layout {
  const scale = Math.sqrt(Math.abs(determinant(m)));
  const mirrored = determinant(m) < 0;
  const heading = (degrees: number): number => {
    const a = (degrees * Math.PI) / 180;
    const to = applyToVector(m, { x: Math.cos(a), y: Math.sin(a) });
    return tidy((Math.atan2(to.y, to.x) * 180) / Math.PI);
  };
  if (layout.kind === 'circle') {
    const gap = Math.abs(scale - 1) < 1e-9 ? layout.gap : tidy(layout.gap * scale);
    return {
      ...layout,
      centre: applyMatrix(m, layout.centre),
      sweep: mirrored ? -layout.sweep : layout.sweep,
      gap,
    };
  }
  if (layout.kind === 'path')
    return { ...layout, anchor: applyMatrix(m, layout.anchor), facing: heading(layout.facing) };
  const across = scaleRow(layout.across, scale);
  const angle = heading(layout.angle);
  return layout.kind === 'row'
    ? { ...layout, across, angle }
    : { ...layout, across, angle, down: scaleRow(layout.down, scale) };
}

const transformRepeat = (repeat: Repeat, m: Matrix): Repeat => ({
  ...repeat,
  layout: transformLayout(repeat.layout, m),
});

/** What stands in a repeat after a map, while its layout stays. */
export const transformInside = (group: Group, m: Matrix): Item[] => {
  const moving = new Set([...everyItem(group.objects)].map((i) => i.id));
  return group.objects.map((o) => transformItem(o, m, moving));
};

/** An item of a resolved design after a map. */
export function transformPlain(item: Item<PlainOutline>, m: Matrix): Item<PlainOutline> {
  if (item.kind === 'stitches') return transformStitches(item, m);
  if (item.kind === 'group') {
    const { bend, repeat } = item;
    // What is drawn on a sheet has been bent with it.
    return {
      ...item,
      objects: item.objects.map((o) => transformPlain(o, m)),
      ...(bend && { bend: transformBend(bend, m) }),
      ...(repeat && { repeat: transformRepeat(repeat, m) }),
    };
  }
  const { raised, likeLines, partOf, letters, lettersOrder, lettersJoined, capitals, broad, ...object } =
    item;
  const moved = transformObject(object, m, new Set()) as typeof object;
  return {
    ...moved,
    ...(raised && { raised: raised.map((o) => transformOutline(o, m)) }),
    ...(likeLines && { likeLines: likeLines.map((o) => transformOutline(o, m)) }),
    ...(partOf && { partOf: partOf.map((o) => transformOutline(o, m)) }),
    ...(letters && { letters, lettersOrder, lettersJoined, capitals }),
    ...(broad !== undefined && { broad }),
  };
}

/**
 * Items of the design after a map, with the shapes that they alone are made from. What is made from objects
 * that stay behind is moved by a map of its own.
 */
export function transformItems(design: Design, items: readonly Item[], m: Matrix): Item[] {
  const ingredients = items.some((item) => [...everyItem([item])].some((i) => referencesOf(i).length))
    ? ingredientsOf(design, items)
    : [];
  const all = [...items, ...ingredients];
  const moving = new Set<string>();
  for (const item of everyItem(all)) moving.add(item.id);
  return all.map((item) => transformItem(item, m, moving));
}

/** What scaling does to stitches that are kept as they are, as a sentence; null when nothing changes. */
export function densityNote(items: readonly Item[], sx: number, sy: number): string | null {
  const area = Math.abs(sx * sy);
  const stitches = [...everyItem(items)].filter((i): i is StitchesObject => i.kind === 'stitches');
  if (!stitches.length || Math.abs(area - 1) < 1e-6) return null;
  let count = 0;
  let longest = 0;
  for (const { blocks } of stitches) {
    const { x, y, move } = allRecords(blocks);
    for (let i = 1; i < move.length; i++) {
      if (move[i] !== 0) continue;
      count++;
      longest = Math.max(longest, Math.hypot(sx * (x[i] - x[i - 1]), sy * (y[i] - y[i - 1])) / 10);
    }
  }
  const density = Math.round(100 / area);
  const what = area > 1 ? 'thinner' : 'denser';
  return `The same ${count.toLocaleString('en-GB')} stitches would lie ${what}: ${density} % of the density now, the longest stitch ${longest.toFixed(1)} mm.`;
}
