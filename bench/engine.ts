// Speed of the engine: fills against bare clipping of the same rows, growth with size, painting, files.
import {
  clothById,
  completeSettings,
  decodeDst,
  emptyDesign,
  figuresOf,
  findingsOf,
  layersOver,
  fitPath,
  intersect,
  offsetRegion,
  outlineLines,
  outlineRegion,
  paintThread,
  resolveDesign,
  sewDesign,
  stitchKind,
  subtract,
  transformOutline,
  unite,
  writeDst,
  type Canvas2D,
  type Design,
  type DesignObject,
  type PlainOutline,
} from '@rosehip/core';
import { createCanvas } from '@napi-rs/canvas';
import { cropOpen, type GridPath } from '../packages/core/src/geometry/kernel.ts';
import { demoDesigns } from '../demo/designs.ts';
import { gallery, GALLERY_KINDS } from './gallery.ts';
import { openFills } from './open-fills.ts';
import { surrounds } from './surrounds.ts';
import { pictures } from './pictures.ts';
import { quality } from './quality.ts';
import { benchDesigns, reading } from './reading.ts';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';

/** Median time of several runs, in ms. */
function time(work: () => void, runs = 7): number {
  const all = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return all[runs >> 1];
}

const object = (id: string, outline: PlainOutline, kind: string, settings = {}): DesignObject => ({
  id,
  name: id,
  kind: 'object',
  visible: true,
  locked: false,
  outline,
  recipe: { kind, settings },
  thread: '222',
});

/** A wavy ring of `points` points: nothing about it is square to the rows. */
function flower(radius: number, points: number): PlainOutline {
  const ring = (r: number, wave: number) => ({
    closed: true,
    points: Array.from({ length: points }, (_, i) => {
      const a = (2 * Math.PI * i) / points;
      const k = r * (1 + wave * Math.cos(7 * a));
      return { x: k * Math.cos(a), y: k * Math.sin(a) };
    }),
  });
  return { kind: 'path', paths: [ring(radius, 0.15), ring(radius * 0.35, 0.1)] };
}

function fillOnce(outline: PlainOutline, settings: Record<string, number | string>): number {
  const kind = stitchKind('fill')!;
  const cloth = clothById('linen');
  const all = completeSettings(kind, { kind: 'fill', settings }, cloth);
  return kind.stitch({ outline, settings: all, cloth }).reduce((n, t) => n + t.x.length, 0);
}

/** The same rows cut by the geometry library alone. */
function clipRows(outline: PlainOutline, spacing: number, reach: number): void {
  const rows: GridPath[] = [];
  for (let y = -reach; y <= reach; y += spacing)
    rows.push(Int32Array.of(-reach * 1000, y * 1000, reach * 1000, y * 1000));
  const clip = outlineRegion(outline)
    .flatMap((p) => [p.outer, ...p.holes])
    .map((ring) => Int32Array.from(ring, (v) => Math.round(v * 1000)));
  cropOpen('intersect', rows, clip);
}

console.log(`Node ${process.version}, ${process.arch}, ${new Date().toISOString().slice(0, 10)}\n`);

console.log('Fill of a wavy ring with a hole, against clipping the same rows with the geometry library');
console.log('radius mm  points  stitches  fill ms  clip ms  ratio');
for (const [radius, points] of [
  [20, 400],
  [40, 800],
  [60, 2000],
]) {
  const outline = flower(radius, points);
  const settings = { underlay: 'none', angle: 0 };
  let n = 0;
  const fill = time(() => (n = fillOnce(outline, settings)));
  const clip = time(() => clipRows(outline, 0.4, radius * 1.2));
  console.log(
    [radius, points, n, fill.toFixed(1), clip.toFixed(1), (fill / clip).toFixed(2)]
      .map((v) => String(v).padStart(8))
      .join(' '),
  );
}

console.log(
  '\nA whole design from nothing, by size (squares of fill and rings of satin; times against the first)',
);
console.log('objects  stitches  ms  µs a stitch  growth');
let first = 0;
for (const count of [1, 4, 16, 64, 160, 440]) {
  const objects = Array.from({ length: count }, (_, i) => {
    const at = { x: (i % 16) * 22 - 165, y: Math.floor(i / 16) * 22 - 100 };
    return i % 4 === 3
      ? object(`r${i}`, { kind: 'ellipse', ...at, width: 18, height: 18, turn: i }, 'satin', { width: 4 })
      : object(`s${i}`, { kind: 'rectangle', ...at, width: 20, height: 20, radius: 2, turn: i * 7 }, 'fill', {
          angle: i * 11,
        });
  });
  let stitches = 0;
  let turn = 0;
  const ms = time(() => {
    // Another angle each time, so that nothing is remembered from the run before.
    turn += 0.001;
    const design: Design = {
      ...emptyDesign('Bench'),
      objects: objects.map((o) => ({ ...o, outline: { ...o.outline, turn } as PlainOutline })),
    };
    stitches = figuresOf(sewDesign(design)).stitches;
  }, 5);
  const each = (ms * 1000) / stitches;
  first ||= each;
  console.log(
    [count, stitches, ms.toFixed(0), each.toFixed(2), (each / first).toFixed(2)]
      .map((v) => String(v).padStart(8))
      .join(' '),
  );
}

console.log('\nAfter an edit of one object of 64, only what changed is stitched again');
{
  const objects = Array.from({ length: 64 }, (_, i) =>
    object(
      `s${i}`,
      {
        kind: 'rectangle',
        x: (i % 8) * 22,
        y: Math.floor(i / 8) * 22,
        width: 20,
        height: 20,
        radius: 0,
        turn: 0,
      },
      'fill',
    ),
  );
  const design: Design = { ...emptyDesign('Edit'), objects };
  const whole = time(
    () =>
      sewDesign({
        ...design,
        objects: objects.map((o, i) => ({
          ...o,
          outline: { ...o.outline, turn: Math.random() + i } as PlainOutline,
        })),
      }),
    3,
  );
  sewDesign(design);
  const edit = time(() => {
    const changed = {
      ...objects[30],
      outline: { ...objects[30].outline, turn: Math.random() } as PlainOutline,
    };
    sewDesign({ ...design, objects: objects.with(30, changed) });
  });
  console.log(`all: ${whole.toFixed(0)} ms, one: ${edit.toFixed(1)} ms, ratio ${(edit / whole).toFixed(3)}`);
}

console.log('\nFindings on a design of 100,000 stitches (layers on squares of 0.2 mm), against stitching it');
{
  const objects = Array.from({ length: 200 }, (_, i) =>
    object(
      `f${i}`,
      {
        kind: 'rectangle',
        x: (i % 20) * 21 - 200,
        y: Math.floor(i / 20) * 21 - 95,
        width: 20,
        height: 20,
        radius: 0,
        turn: 0,
      },
      'fill',
      { angle: i },
    ),
  );
  const design: Design = { ...emptyDesign('Findings', { name: 'any', width: 450, height: 450 }), objects };
  const whole = time(() => sewDesign({ ...design, objects: objects.map((o) => ({ ...o })) }), 1);
  const plan = sewDesign(design);
  const layers = time(() => layersOver(plan), 5);
  const all = time(() => findingsOf(design, plan), 5);
  console.log(
    `${figuresOf(plan).stitches} stitches; stitched ${whole.toFixed(0)} ms; layers ${layers.toFixed(0)} ms, all checks ${all.toFixed(0)} ms, ratio ${(all / whole).toFixed(2)}`,
  );
}

console.log('\nShaping outlines of 2,000 points');
{
  // Its two rings have 1,000 points each.
  const big = outlineRegion(flower(40, 1000));
  const other = outlineRegion(transformOutline(flower(40, 1000), [1, 0, 0, 1, 17, 9]));
  const say = (what: string, ms: number): void => console.log(`${what}: ${ms.toFixed(1)} ms`);
  say(
    'unite',
    time(() => void unite(big, other)),
  );
  say(
    'subtract',
    time(() => void subtract(big, other)),
  );
  say(
    'intersect',
    time(() => void intersect(big, other)),
  );
  say(
    'offset by 2 mm, round',
    time(() => void offsetRegion(big, 2)),
  );
  say(
    'offset by −2 mm, pointed',
    time(() => void offsetRegion(big, -2, 'mitre')),
  );
  // A live chain as a hand drags a point of its source: subtract, offset of the result, everything resolved.
  const chain = (k: number): Design => ({
    ...emptyDesign('Chain'),
    objects: [
      { ...object('a', flower(40 + k / 1000, 1000), 'fill'), unsewn: true },
      object('b', { kind: 'ellipse', x: 30, y: 0, width: 40, height: 40, turn: 0 }, 'fill'),
      { ...object('c', flower(1, 3), 'fill'), outline: { kind: 'combine', op: 'subtract', of: ['a', 'b'] } },
      {
        ...object('d', flower(1, 3), 'run'),
        outline: { kind: 'surround', of: ['c'], distance: 2, corners: 'round' },
      },
    ],
  });
  let k = 0;
  say(
    'subtract and offset, live, after a move of one point',
    time(() => void resolveDesign(chain(k++))),
  );
  const line = outlineLines(flower(40, 2000))[0];
  say(
    'few curves through it',
    time(() => void fitPath(line, 0.02)),
  );
}

/** A design of many objects of four kinds, and the same after a move of one of them: all others are as they were. */
function many(n: number): { first: Design; moved: (from: Design, k: number) => Design } {
  const at = (k: number): PlainOutline =>
    transformOutline(flower(5, 40), [1, 0, 0, 1, -140 + (k % 21) * 14, -140 + Math.floor(k / 21) * 14]);
  const kinds = ['fill', 'satin', 'run', 'contour'];
  const objects = Array.from({ length: n }, (_, k) => object(`o${k}`, at(k), kinds[k % 4]));
  const moved = (from: Design, k: number): Design => ({
    ...from,
    objects: from.objects.map((o, i) =>
      i === k && o.kind === 'object'
        ? { ...o, outline: transformOutline(o.outline as PlainOutline, [1, 0, 0, 1, 0.1, 0]) }
        : o,
    ),
  });
  return { first: { ...emptyDesign('Many', { name: 'h', width: 300, height: 300 }), objects }, moved };
}

console.log('\nMany objects: all for the first time, and after an edit of one');
for (const n of [105, 420, 1680]) {
  const { first, moved } = many(n);
  const all = time(() => void sewDesign(first), 1);
  let design = first;
  let k = 0;
  const edit = time(() => {
    design = moved(design, (k += 37) % n);
    sewDesign(design);
  });
  console.log(
    `${n} objects: ${all.toFixed(0)} ms, then ${edit.toFixed(0)} ms (${(edit / all).toFixed(3)} of it)`,
  );
}

console.log('\nDemo designs');
for (const design of demoDesigns()) {
  const f = figuresOf(sewDesign(design));
  const plan = sewDesign(design);
  const bytes = writeDst(plan, design.name);
  const write = time(() => writeDst(plan, design.name));
  const read = time(() => decodeDst(bytes));
  const canvas = createCanvas(1000, 800);
  const ctx = canvas.getContext('2d') as unknown as Canvas2D & { setTransform(...m: number[]): void };
  const paint = time(() => {
    ctx.setTransform(6, 0, 0, 6, 500, 400);
    paintThread(ctx, plan, 6);
  }, 3);
  console.log(
    `${design.name}: ${f.stitches} stitches; write ${write.toFixed(1)} ms, read ${read.toFixed(1)} ms, paint ${paint.toFixed(0)} ms`,
  );
}

surrounds();
quality();
for (const design of demoDesigns()) await loadFonts(design, readFontFile);
reading([...demoDesigns(), ...benchDesigns()]);
openFills();
gallery(Object.keys(GALLERY_KINDS));

(globalThis as { gc?: () => void }).gc?.();
console.log(`\nMemory in use at the end: ${(process.memoryUsage().heapUsed / 1e6).toFixed(0)} MB`);

await pictures();
