// How well stitches are read as objects, judged by going round: designs are sewn, written as machine files, read back as
// plain stitches, read as objects, compared with what they were sewn from, and sewn again.
import {
  allRecords,
  clothById,
  emptyDesign,
  layersOf,
  outlineRegion,
  readDst,
  readSvg,
  regionBounds,
  resolveDesign,
  sewDesign,
  sewResolved,
  stitchKind,
  writeDst,
  type Design,
  type DesignObject,
  type Plan,
  type PlainOutline,
  type Region,
  type SettingValue,
} from '@rosehip/core';
import { readdirSync, readFileSync } from 'node:fs';
import { intersect, unite } from '../packages/core/src/geometry/clip.ts';
import { regionArea } from '../packages/core/src/geometry/region.ts';
import { sewnLeaves } from '../packages/core/src/sewing/sew.ts';
import { inputOf, objectCover } from '../packages/core/src/sewing/stitch-object.ts';
import { readStitches, type ReadObject } from '../packages/core/src/reading/read.ts';

/** Beside the folder that this is compiled to. */
const art = new URL('../art/', import.meta.url);

/** Kinds that cover cloth, by what they ought to be read as. */
const COVERING: Record<string, 'satin' | 'fill'> = { satin: 'satin', lettering: 'satin', fill: 'fill' };

interface Judged {
  /** mm² that covering objects cover, and how much of that lies in objects of the right kind. */
  area: number;
  right: number;
  /** Of objects that were found: intersection over union. */
  ious: { name: string; iou: number; area: number; kind: string }[];
  /** Of fills and satins: by which share of it the spacing is wrong. */
  spacings: { miss: number; area: number }[];
  /** Of fills: degrees. */
  angles: number[];
  /** How much of what the first sewing covers the second one does. */
  again: number;
  /** The second sewing against the first: records, trims. */
  stitches: [number, number];
  milliseconds: number;
  objects: number;
  unread: number;
}

const united = (regions: readonly Region[]): Region => regions.reduce((a, b) => unite(a, b), [] as Region);

const covered = (plan: Plan, design: Design): { cells: Uint16Array | Uint8Array | ArrayLike<number> } => {
  const [w, h] = [design.hoop.width / 2 + 5, design.hoop.height / 2 + 5];
  return { cells: layersOf(plan, { minX: -w, minY: -h, maxX: w, maxY: h }, 0.1).layers };
};

/** Is anything covered within 0.3 mm of a cell? */
function near(cells: ArrayLike<number>, i: number, width: number): boolean {
  for (let v = -3; v <= 3; v++) for (let u = -3; u <= 3; u++) if (cells[i + v * width + u]) return true;
  return false;
}

/** Goes round with one design. */
export function goRound(design: Design): Judged {
  const cloth = clothById(design.cloth.kind);
  const resolved = resolveDesign(design);
  const plan = sewResolved(resolved);
  const file = readDst(writeDst(plan, 'ROUND')).design;
  const leaves = sewnLeaves(resolved).filter(
    (l) => l.kind === 'object' && COVERING[l.recipe.kind],
  ) as unknown as DesignObject<PlainOutline>[];
  const began = performance.now();
  const read: (ReadObject & { thread: string })[] = [];
  let unread = 0;
  for (const item of file.objects) {
    if (item.kind !== 'stitches') continue;
    const records = allRecords(item.blocks);
    const reading = readStitches(records, cloth);
    read.push(...reading.objects.map((o) => ({ ...o, thread: item.thread })));
    unread += reading.unread.length;
  }
  const milliseconds = performance.now() - began;
  const covering = read.filter((o) => o.as === 'satin' || o.as === 'fill');
  const out: Judged = {
    area: 0,
    right: 0,
    ious: [],
    spacings: [],
    angles: [],
    again: 0,
    stitches: [0, 0],
    milliseconds,
    objects: read.length,
    unread,
  };
  for (const leaf of leaves) {
    const region = objectCover(leaf, cloth)?.region ?? outlineRegion(leaf.outline);
    const area = regionArea(region);
    if (area < 0.5) continue;
    // What was too wide for satin was filled.
    const input = inputOf(leaf, cloth);
    const filled = input && stitchKind(leaf.recipe.kind)?.remarks?.(input).includes('satin-filled');
    const kind = filled ? 'fill' : COVERING[leaf.recipe.kind];
    const b = regionBounds(region)!;
    const around = covering.filter((o) => {
      const c = regionBounds(o.cover);
      return c && c.minX <= b.maxX && b.minX <= c.maxX && c.minY <= b.maxY && b.minY <= c.maxY;
    });
    const fit = around.map((o) => ({ o, shared: regionArea(intersect(o.cover, region)) }));
    out.area += area;
    const rightOnes = fit.filter(({ o, shared }) => o.as === kind && shared > 0);
    out.right += Math.min(area, regionArea(intersect(united(rightOnes.map(({ o }) => o.cover)), region)));
    const own = fit.filter(({ o, shared }) => o.as === kind && shared > 0.6 * regionArea(o.cover));
    const found = united(own.map(({ o }) => o.cover));
    const both = regionArea(intersect(found, region));
    const iou = both / Math.max(1e-9, area + regionArea(found) - both);
    out.ious.push({ name: `${design.name}: ${leaf.name}`, iou, area, kind: leaf.recipe.kind });
    const density = leaf.recipe.settings.density;
    const spacing =
      (Number(leaf.recipe.settings.spacing ?? 0.4) * cloth.density) / Number(density ?? cloth.density);
    const largest = own.sort((p, q) => q.shared - p.shared)[0]?.o;
    if (!largest) continue;
    out.spacings.push({ miss: Math.abs(Number(largest.recipe.settings.spacing) / spacing - 1), area });
    if (kind === 'fill' && leaf.recipe.kind === 'fill' && !leaf.guideLines?.length) {
      const d =
        Math.abs(Number(largest.recipe.settings.angle) - Number(leaf.recipe.settings.angle ?? 0)) % 180;
      out.angles.push(Math.min(d, 180 - d));
    }
  }
  const again: Design = {
    ...design,
    fonts: undefined,
    objects: read.map((o, i) => ({
      id: `r${i}`,
      name: o.as,
      kind: 'object',
      visible: true,
      locked: false,
      thread: o.thread,
      outline: o.outline,
      recipe: o.recipe,
      ...(o.guideLines && { guideLines: o.guideLines }),
    })),
  };
  const second = sewDesign(again);
  const [one, two] = [covered(plan, design).cells, covered(second, design).cells];
  let [all, kept] = [0, 0];
  const width = Math.round(10 * (design.hoop.width + 10));
  for (let i = 0; i < one.length; i++) {
    if (one[i]) all++;
    if (two[i] && near(one, i, width)) kept++;
  }
  out.again = kept / Math.max(1, all);
  out.stitches = [plan.x.length, second.x.length];
  return out;
}

/** The filled shapes of a drawing as one outline. */
function shapeOf(file: string): PlainOutline {
  const { shapes } = readSvg(readFileSync(new URL(file, art), 'utf8'));
  const paths = shapes.flatMap((s) => (s.outline.kind === 'path' ? s.outline.paths : []));
  return { kind: 'path', paths };
}

/** A shape of the bench sewn by one recipe. */
export function shapeDesign(
  name: string,
  outline: PlainOutline,
  kind: string,
  settings: Record<string, SettingValue>,
): Design {
  const object: DesignObject = {
    id: 'a',
    name,
    kind: 'object',
    visible: true,
    locked: false,
    outline,
    recipe: { kind, settings },
    thread: '222',
  };
  return { ...emptyDesign(name, { name: 'any', width: 220, height: 220 }), objects: [object] };
}

/** Every shape of the bench, by some recipes. */
export function benchDesigns(): Design[] {
  const files = readdirSync(art)
    .filter((f) => f.endsWith('.svg'))
    .sort();
  return files.flatMap((f) => {
    const outline = shapeOf(f);
    const name = f.replace('.svg', '');
    return [
      shapeDesign(`${name}, fill 30°`, outline, 'fill', { angle: 30 }),
      shapeDesign(`${name}, fill 0°`, outline, 'fill', { angle: 0, spacing: 0.5, pattern: 'thirds' }),
      shapeDesign(`${name}, satin`, outline, 'satin', { sides: 'shape' }),
    ];
  });
}

const cell = (v: number, digits: number): string =>
  (Number.isFinite(v) ? v.toFixed(digits) : '–').padStart(9);

/** Prints what came of it. */
export function reading(designs: readonly Design[], worst = 0): void {
  console.log('\nRead as objects: sewn, written, read back');
  console.log(
    `${'design'.padEnd(34)}${['right', 'IoU mean', '≥0.95', 'spacing', 'angle', 'again', 'ms', 'objects', 'unread', 'records'].map((c) => c.padStart(9)).join('')}`,
  );
  const all: Judged[] = [];
  for (const design of designs) {
    const j = goRound(design);
    all.push(j);
    line(design.name, [j]);
  }
  line('all', all);
  const missing = ({ iou, area }: { iou: number; area: number }): number => (iou < 0.95 ? area : 0);
  const ious = all.flatMap((j) => j.ious).sort((a, b) => missing(b) - missing(a));
  for (const { name, iou, area, kind } of ious.slice(0, worst))
    console.log(`  ${iou.toFixed(3)} ${area.toFixed(1).padStart(7)} mm² ${kind.padEnd(10)} ${name}`);
}

function line(name: string, all: readonly Judged[]): void {
  const sum = (of: (j: Judged) => number): number => all.reduce((s, j) => s + of(j), 0);
  const ious = all.flatMap((j) => j.ious);
  const weight = ious.reduce((s, i) => s + i.area, 0);
  const spacings = all.flatMap((j) => j.spacings);
  const angles = all.flatMap((j) => j.angles);
  console.log(
    name.slice(0, 33).padEnd(34) +
      cell(sum((j) => j.right) / sum((j) => j.area), 3) +
      cell(ious.reduce((s, i) => s + i.iou * i.area, 0) / weight, 3) +
      cell(ious.reduce((s, i) => s + (i.iou >= 0.95 ? i.area : 0), 0) / weight, 3) +
      cell(
        spacings.reduce((s, { miss, area }) => s + (miss <= 0.1 ? area : 0), 0) /
          spacings.reduce((s, { area }) => s + area, 0),
        3,
      ) +
      cell(angles.filter((a) => a <= 3).length / angles.length, 3) +
      cell(sum((j) => j.again) / all.length, 3) +
      cell(
        sum((j) => j.milliseconds),
        0,
      ) +
      cell(
        sum((j) => j.objects),
        0,
      ) +
      cell(
        sum((j) => j.unread),
        0,
      ) +
      `  ${sum((j) => j.stitches[0])}→${sum((j) => j.stitches[1])}`,
  );
}
