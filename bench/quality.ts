// How good the stitches are: every shape of bench/art, filled at four angles and two spacings, and sewn as satin.
import {
  clothById,
  completeSettings,
  coverOfRegion,
  emptyDesign,
  layersOf,
  lengthOf,
  networkOf,
  outlineLines,
  outlineRegion,
  readSvg,
  regionBounds,
  sewDesign,
  stitchKind,
  type Design,
  type DesignObject,
  type PlainOutline,
  type SettingValue,
} from '@rosehip/core';
import { readdirSync, readFileSync } from 'node:fs';

/** Beside the folder that this is compiled to. */
const art = new URL('../art/', import.meta.url);

/** The filled shapes of a drawing as one outline. */
function shapeOf(file: string): PlainOutline {
  const { shapes } = readSvg(readFileSync(new URL(file, art), 'utf8'));
  const paths = shapes.flatMap((s) => (s.outline.kind === 'path' ? s.outline.paths : []));
  return { kind: 'path', paths };
}

function sewn(outline: PlainOutline, kind: string, settings: Record<string, SettingValue>): Design {
  const object: DesignObject = {
    id: 'a',
    name: 'a',
    kind: 'object',
    visible: true,
    locked: false,
    outline,
    recipe: { kind, settings },
    thread: '222',
  };
  return { ...emptyDesign('Quality', { name: 'any', width: 1000, height: 1000 }), objects: [object] };
}

function measure(outline: PlainOutline, kind: string, settings: Record<string, SettingValue>) {
  const design = sewn(outline, kind, { ties: 'none', ...settings });
  const plan = sewDesign(design);
  const region = outlineRegion(outline);
  const b = regionBounds(region)!;
  const area = { minX: b.minX - 3, minY: b.minY - 3, maxX: b.maxX + 3, maxY: b.maxY + 3 };
  const cover = coverOfRegion(layersOf(plan, area, 0.1), region);
  const threads = stitchKind(kind)!.stitch({
    outline,
    cloth: clothById('linen'),
    settings: completeSettings(stitchKind(kind)!, { kind, settings }, clothById('linen')),
  }).length;
  return { ...cover, threads, pieces: region.length };
}

const row = (...cells: (string | number)[]): void =>
  console.log(cells.map((c, i) => (i ? String(c).padStart(9) : String(c).padEnd(26))).join(''));

/** Prints the quality tables. */
export function quality(): void {
  const files = readdirSync(art)
    .filter((f) => f.endsWith('.svg'))
    .sort();
  console.log('\nFill at 0.4 mm: the worst of 0°, 30°, 45° and 90° (compensation 0.2 mm, grid of 0.1 mm)');
  row('shape', 'coverage', 'gap mm', 'spill mm', 'layers', 'threads', 'pieces');
  for (const file of files) {
    const outline = shapeOf(file);
    const all = [0, 30, 45, 90].map((angle) => measure(outline, 'fill', { angle }));
    row(
      file.replace('.svg', ''),
      Math.min(...all.map((m) => m.coverage)).toFixed(4),
      Math.max(...all.map((m) => m.worstGap)).toFixed(2),
      Math.max(...all.map((m) => m.spill)).toFixed(2),
      Math.max(...all.map((m) => m.layers.median)),
      Math.max(...all.map((m) => m.threads)),
      all[0].pieces,
    );
  }
  console.log('\nFill at 2 mm: the worst of the same angles; share of the shape under two threads or more');
  row('shape', 'doubled', 'spill mm', 'threads', 'pieces');
  for (const file of files) {
    const outline = shapeOf(file);
    const all = [0, 30, 45, 90].map((angle) => {
      const m = measure(outline, 'fill', { angle, spacing: 2 });
      const plan = sewDesign(sewn(outline, 'fill', { angle, spacing: 2, ties: 'none' }));
      const region = outlineRegion(outline);
      const b = regionBounds(region)!;
      const grid = layersOf(plan, { minX: b.minX, minY: b.minY, maxX: b.maxX, maxY: b.maxY }, 0.1);
      const [covered, doubled] = grid.layers.reduce(([c, d], v) => [c + +(v > 0), d + +(v > 1)], [0, 0]);
      return { ...m, doubled: doubled / covered };
    });
    row(
      file.replace('.svg', ''),
      Math.max(...all.map((m) => m.doubled)).toFixed(3),
      Math.max(...all.map((m) => m.spill)).toFixed(2),
      Math.max(...all.map((m) => m.threads)),
      all[0].pieces,
    );
  }
  console.log('\nSatin: a band of 4 mm, and across whole shapes (compensation 0.2 mm)');
  row('shape', 'coverage', 'gap mm', 'spill mm', 'layers', 'p99', 'threads', 'pieces');
  const band: PlainOutline = { kind: 'rectangle', x: 0, y: 0, width: 60, height: 4, radius: 0, turn: 17 };
  const shapes: [string, PlainOutline][] = [
    ['band of 4 mm', band],
    ...files.map((f): [string, PlainOutline] => [f.replace('.svg', ''), shapeOf(f)]),
  ];
  for (const [name, outline] of shapes) {
    const m = measure(outline, 'satin', { sides: 'shape' });
    row(
      name,
      m.coverage.toFixed(4),
      m.worstGap.toFixed(2),
      m.spill.toFixed(2),
      m.layers.median,
      m.layers.p99,
      m.threads,
      m.pieces,
    );
  }
  console.log('\nRedwork over the outlines: thread sewn against twice the length of the lines');
  row('shape', 'ratio', 'threads');
  for (const file of files) {
    const outline = shapeOf(file);
    const cloth = clothById('linen');
    const kind = stitchKind('redwork')!;
    const settings = completeSettings(kind, { kind: 'redwork', settings: {} }, cloth);
    const threads = kind.stitch({ outline, cloth, settings });
    const thread = threads.reduce(
      (sum, t) => sum + t.x.slice(1).reduce((l, x, i) => l + Math.hypot(x - t.x[i], t.y[i + 1] - t.y[i]), 0),
      0,
    );
    const lines = networkOf(outlineLines(outline)).edges.reduce(
      (sum, e) => sum + lengthOf({ coords: e.coords, closed: false }),
      0,
    );
    row(file.replace('.svg', ''), (thread / (2 * lines)).toFixed(4), threads.length);
  }
}
