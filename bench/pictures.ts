// How well pictures become designs: flat art is drawn, read back, given stitches, sewn, and compared with what was drawn.
import {
  applyCommand,
  CHOICES,
  chooseStitchesJob,
  emptyDesign,
  figuresOf,
  layersOf,
  objectsOfPicture,
  outlinePaths,
  outlineRegion,
  pathData,
  PictureWork,
  proposedChoices,
  readSvg,
  READY_SHAPES,
  sewDesign,
  threadChart,
  transformOutline,
  type Bitmap,
  type Design,
  type PathOutline,
  type PictureSteps,
  type Region,
} from '@rosehip/core';
import { readdirSync, readFileSync } from 'node:fs';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { onTop } from './gallery.ts';
import { kindFor } from '../packages/core/src/choosing/kinds.ts';
import { middleLines } from '../packages/core/src/choosing/middle-lines.ts';
import {
  bandRegion,
  intersect,
  offsetRegion,
  regionFromRings,
  subtract,
  unite,
} from '../packages/core/src/geometry/clip.ts';
import { arcLengths, nearestOnLine, type Line } from '../packages/core/src/geometry/polyline.ts';
import { photographed, type Light } from '../packages/core/test/photographed.ts';
import { seeded } from '../packages/core/src/geometry/random.ts';
import { insideRegion, regionArea, regionBounds } from '../packages/core/src/geometry/region.ts';
import { designFromSvg } from '../packages/core/src/formats/svg/to-design.ts';
import { flattenPath } from '../packages/core/src/outlines/flatten-path.ts';
import { quantile } from './quantile.ts';

const chart = threadChart('larkmoor');
const LAID = { cloth: { kind: 'linen', colour: '#ffffff' }, chart: 'larkmoor' };
const GROUND = '#efe6d3';
const PAPER = '#f6f3ec';
const INKS = [
  '#27407a',
  '#b63325',
  '#f2d479',
  '#3f7a4f',
  '#1d1d20',
  '#f7f1df',
  '#8a5aa0',
  '#e07a2f',
  '#6fb3c8',
  '#7b3f3f',
  '#d98ca8',
  '#9aa33a',
];

interface Drawn {
  outline: PathOutline;
  colour: string;
}

/** Ready shapes of 8 to 60 mm that lie on one another, the largest first, within 90 × 90 mm. */
function scene(seed: number, count: number, colours: number): Drawn[] {
  const random = seeded(seed);
  const sizes = Array.from({ length: count }, () => 8 + 52 * random() ** 2).sort((a, b) => b - a);
  return sizes.map((size, i) => {
    const shape = READY_SHAPES[Math.floor(random() * READY_SHAPES.length)];
    const room = (90 - size) / 2;
    const [x, y, a] = [(2 * random() - 1) * room, (2 * random() - 1) * room, random() * Math.PI * 2];
    const k = size / 1.42;
    const outline = transformOutline(
      { kind: 'ready', shape: shape.id, x: 0, y: 0, width: 1, height: 1, turn: 0 } as never,
      [k * Math.cos(a), k * Math.sin(a), -k * Math.sin(a), k * Math.cos(a), x, y],
    );
    return { outline: { kind: 'path', paths: outlinePaths(outline) }, colour: INKS[i % colours] };
  });
}

const PX = 10;
/** Drawn so many times as fine and brought down: the canvas alone lays smooth edges to a quarter of a pixel only, too far left. */
const FINE = 4;
/** Drawn on a ground of 100 × 100 mm, with smooth edges. */
async function picture(drawn: readonly Drawn[], ground = GROUND): Promise<Bitmap> {
  const side = 100 * PX;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${side * FINE}" height="${side * FINE}" viewBox="-50 -50 100 100"><rect x="-50" y="-50" width="100" height="100" fill="${ground}"/>${drawn
    .map(
      ({ outline, colour }) => `<path d="${pathData(outline.paths)}" fill="${colour}" fill-rule="evenodd"/>`,
    )
    .join('')}</svg>`;
  const canvas = createCanvas(side * FINE, side * FINE);
  const ctx = canvas.getContext('2d');
  ctx.drawImage(await loadImage(Buffer.from(svg)), 0, 0);
  const { data: fine } = ctx.getImageData(0, 0, side * FINE, side * FINE);
  const data = new Uint8ClampedArray(4 * side * side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++)
      for (let k = 0; k < 4; k++) {
        let sum = 0;
        for (let j = 0; j < FINE; j++)
          for (let i = 0; i < FINE; i++) sum += fine[4 * ((y * FINE + j) * side * FINE + x * FINE + i) + k];
        data[4 * (y * side + x) + k] = sum / FINE ** 2;
      }
  return { width: side, height: side, data };
}

/** What is seen of art, in connected pieces. */
function seen(drawn: readonly Drawn[]): { region: Region; colour: string }[] {
  const byColour = new Map<string, Region>();
  drawn.forEach(({ outline, colour }, i) => {
    let region = outlineRegion(outline);
    for (const above of drawn.slice(i + 1)) region = subtract(region, outlineRegion(above.outline));
    byColour.set(colour, unite(byColour.get(colour) ?? [], region));
  });
  return [...byColour].flatMap(([colour, region]) =>
    region.map((polygon) => ({ region: [polygon], colour })),
  );
}

const iou = (a: Region, b: Region): number => {
  const both = regionArea(intersect(a, b));
  return both / (regionArea(a) + regionArea(b) - both);
};
const fixed = (v: number, places = 3): string => v.toFixed(places);

/** The choices with which a picture of the bench lies where it was drawn. */
function choicesFor(drawn: readonly Drawn[]) {
  let all: Region = [];
  for (const { outline } of drawn) all = unite(all, outlineRegion(outline));
  const b = regionBounds(all)!;
  return {
    choices: { ...CHOICES, width: b.maxX - b.minX },
    at: { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 },
    all,
  };
}

/** Where regions that were read lie on the art: told by pixels, as the width is known to a pixel only. */
const toTruth = (region: Region, { scale, ink }: PictureSteps): Region => {
  const put = (ring: Float64Array): Float64Array =>
    ring.map((v, i) => (v / scale + (i % 2 ? ink.y0 + ink.y1 : ink.x0 + ink.x1) / 2) / PX - 50);
  return region.map((p) => ({ ...p, outer: put(p.outer), holes: p.holes.map(put) }));
};

const moved = (region: Region, dx: number, dy: number): Region =>
  region.map((p) => ({
    ...p,
    outer: p.outer.map((v, i) => v + (i % 2 ? dy : dx)),
    holes: p.holes.map((h) => h.map((v, i) => v + (i % 2 ? dy : dx))),
  }));

/** What lies no farther than this from two regions lies between them, in mm. */
const BESIDE = 0.5;

async function flatArt(): Promise<void> {
  const ious: number[] = [];
  let [wrongColours, missing, found, points, art] = [0, 0, 0, 0, 0];
  const layers: number[] = [];
  const p99s: number[] = [];
  /** The same of what is seen alone, without the ways that lie beneath: where fills lie on top, and where satin does. */
  const [overFills, overSatin]: number[][] = [[], []];
  const allFills: number[] = [];
  let [bare, between, cells] = [0, 0, 0];
  const worst: string[] = [];
  for (let seed = 1; seed <= 16; seed++) {
    const drawn = scene(seed, 3 + (seed % 8), 3 + (seed % 5));
    const { choices, at, all } = choicesFor(drawn);
    const steps = new PictureWork().run(await picture(drawn), choices, chart);
    const regions = steps.regions.map((r) => ({
      region: toTruth(outlineRegion(r.outline), steps),
      colour: steps.colours[r.colour].colour,
    }));
    for (const truth of seen(drawn)) {
      // What would be given to its neighbour as a speck, or is nothing but a hair between two others.
      if (regionArea(truth.region) < 1 || regionArea(offsetRegion(truth.region, -0.2)) < 0.5) continue;
      found++;
      let best = 0;
      let colour = '';
      for (const r of regions) {
        const v = iou(r.region, truth.region);
        if (v > best) [best, colour] = [v, r.colour];
      }
      if (best < 0.5) missing++;
      if (colour !== truth.colour) wrongColours++;
      ious.push(best);
      if (best < 0.985) worst.push(`${seed}: ${fixed(best)} of ${fixed(regionArea(truth.region), 1)} mm²`);
    }
    points += steps.regions.reduce((n, r) => n + r.outline.paths.reduce((m, p) => m + p.points.length, 0), 0);
    art += artPoints(drawn);
    const design: Design = {
      ...emptyDesign('art', { name: 'own', width: 130, height: 130 }),
      // What lies beneath is counted apart from what is seen.
      objects: objectsOfPicture(steps, CHOICES.stitches, LAID).objects.map((o) => ({
        ...o,
        recipe: {
          ...o.recipe,
          settings: { ...o.recipe.settings, ...(o.recipe.kind !== 'run' && { underlay: 'none' }) },
        },
      })),
    };
    const plan = sewDesign(design);
    const area = { minX: -60, minY: -60, maxX: 60, maxY: 60 };
    const grid = layersOf(plan, area, 0.1);
    const seenGrid = layersOf(onTop(plan), area, 0.1);
    const inner = offsetRegion(moved(all, -at.x, -at.y), -0.4);
    const here: number[] = [];
    const [ofFills, ofSatin]: number[][] = [[], []];
    const laid = design.objects
      .flatMap((o) => (o.kind === 'object' ? [o] : []))
      .reverse()
      .map((o) => ({
        fills: o.recipe.kind === 'fill',
        region: outlineRegion(o.outline as PathOutline),
      }));
    const about = steps.regions.map((r) => offsetRegion(outlineRegion(r.outline), BESIDE));
    const isBetween = (x: number, y: number): boolean =>
      about.filter((region) => insideRegion(region, x, y)).length > 1;
    for (let j = 0; j < grid.height; j += 2)
      for (let i = 0; i < grid.width; i += 2) {
        const [x, y] = [area.minX + (i + 0.5) * 0.1, area.minY + (j + 0.5) * 0.1];
        if (!insideRegion(inner, x, y)) continue;
        const n = grid.layers[j * grid.width + i];
        cells++;
        if (!n) {
          bare++;
          if (isBetween(x, y)) between++;
        }
        here.push(n);
        const upper = laid.find(({ region }) => insideRegion(region, x, y));
        if (upper) (upper.fills ? ofFills : ofSatin).push(seenGrid.layers[j * grid.width + i]);
      }
    layers.push(quantile(here, 0.5));
    p99s.push(quantile(here, 0.99));
    allFills.push(...ofFills);
    if (ofFills.length) overFills.push(quantile(ofFills, 0.99));
    if (ofSatin.length) overSatin.push(quantile(ofSatin, 0.99));
  }
  console.log('\nFlat art, 16 scenes at 10 px/mm, read back');
  console.log(
    `  regions ${found}, not found ${missing}, other colour ${wrongColours}; overlap median ${fixed(quantile(ious, 0.5), 4)}, at least 0.985: ${((100 * ious.filter((v) => v >= 0.985).length) / ious.length).toFixed(1)} %, worst ${fixed(Math.min(...ious))}`,
  );
  console.log(`  under 0.985: ${worst.slice(0, 12).join('; ')}`);
  console.log(`  points ${points} of ${art} of the art as it is seen: ${fixed(points / art, 2)}`);
  console.log(
    `  sewn: bare ${((100 * bare) / cells).toFixed(2)} % of what is drawn (0.4 mm from its edge), ${between} of ${cells} squares between neighbours; layers without underlay, median ${quantile(layers, 0.5)}, 99th percentile ${p99s.join(' ')}; without ways beneath, over fills ${overFills.join(' ')} (all together ${quantile(allFills, 0.99)}), over satin ${overSatin.join(' ')}`,
  );
}

/** How a picture comes from a telephone, or from a page of the web: in a light, and saved with loss. */
const LIGHTS: { name: string; light: Light; quality: number }[] = [
  { name: 'by a window', light: { right: 0.3, bottom: 0.1 }, quality: 80 },
  { name: 'a shadow on it', light: { right: 0.2, bottom: 0, shadow: 0.35 }, quality: 80 },
  {
    name: 'by lamplight, grainy',
    light: { right: 0.25, bottom: 0.1, tinge: [1, 0.86, 0.62], grain: 18 },
    quality: 70,
  },
  {
    name: 'no light, saved with loss',
    light: { right: 0, bottom: 0, tinge: [1, 1, 1], grain: 0 },
    quality: 50,
  },
];

async function inLight(bitmap: Bitmap, light: Light, quality: number): Promise<Bitmap> {
  const { width, height, data } = photographed(bitmap, light);
  const ctx = createCanvas(width, height).getContext('2d');
  const image = ctx.createImageData(width, height);
  image.data.set(data);
  ctx.putImageData(image, 0, 0);
  ctx.drawImage(await loadImage(ctx.canvas.toBuffer('image/jpeg', quality)), 0, 0);
  return { width, height, data: new Uint8ClampedArray(ctx.getImageData(0, 0, width, height).data) };
}

/** The scenes of flat art as drawings on paper that were photographed, read back with what the picture proposes. */
async function onPaper(): Promise<void> {
  console.log('\nThe same scenes on paper, photographed or saved with loss, read back');
  for (const { name, light, quality } of LIGHTS) {
    const ious: number[] = [];
    let [missing, shapes, art, points, artPoint, ms] = [0, 0, 0, 0, 0, 0];
    for (let seed = 1; seed <= 16; seed++) {
      const drawn = scene(seed, 3 + (seed % 8), 3 + (seed % 5));
      const bitmap = await inLight(await picture(drawn, PAPER), { ...light, seed }, quality);
      const work = new PictureWork();
      const begin = performance.now();
      const steps = work.run(bitmap, proposedChoices(work, bitmap, choicesFor(drawn).choices).choices, chart);
      ms += performance.now() - begin;
      const regions = steps.regions.map((r) => toTruth(outlineRegion(r.outline), steps));
      for (const truth of seen(drawn)) {
        if (regionArea(truth.region) < 1 || regionArea(offsetRegion(truth.region, -0.2)) < 0.5) continue;
        art++;
        const best = Math.max(0, ...regions.map((r) => iou(r, truth.region)));
        if (best < 0.5) missing++;
        ious.push(best);
      }
      shapes += regions.length;
      points += steps.regions.reduce(
        (n, r) => n + r.outline.paths.reduce((m, p) => m + p.points.length, 0),
        0,
      );
      artPoint += artPoints(drawn);
    }
    console.log(
      `  ${name}: overlap median ${fixed(quantile(ious, 0.5))}, a tenth under ${fixed(quantile(ious, 0.1))}, not found ${missing} of ${art}; shapes ${shapes}; points ${fixed(points / artPoint, 2)} of the art's; ${Math.round(ms / 16)} ms each`,
    );
  }
}

/** The pictures that ship with Rosehip, as somebody else's come: drawn over one another on a canvas, or saved with loss. */
async function shippedPictures(): Promise<void> {
  console.log('\nPictures that ship, as they are laid on the page: shapes and points');
  const folder = new URL('../apps/web/src/assets/pictures/', import.meta.url);
  for (const name of readdirSync(folder).sort()) {
    const image = await loadImage(readFileSync(new URL(name, folder)));
    const ctx = createCanvas(image.width, image.height).getContext('2d');
    ctx.drawImage(image, 0, 0);
    const { width, height, data } = ctx.getImageData(0, 0, image.width, image.height);
    const { regions } = new PictureWork().run(
      { width, height, data: new Uint8ClampedArray(data) },
      CHOICES,
      chart,
    );
    const points = regions.flatMap((r) => r.outline.paths).reduce((n, p) => n + p.points.length, 0);
    console.log(`  ${name}: ${regions.length}, ${points}`);
  }
}

/** Points that what is seen of art has: its own, and one where two shapes cross; both neighbours have those. */
function artPoints(drawn: readonly Drawn[]): number {
  let sum = 0;
  drawn.forEach(({ outline }, i) => {
    const above = drawn.slice(i + 1).map((d) => outlineRegion(d.outline));
    const ways = outline.paths.reduce(
      (n, p) => n + p.points.filter((q) => !above.some((r) => insideRegion(r, q.x, q.y))).length,
      0,
    );
    // Holes and edges that others cut are theirs, too.
    const lies = drawn
      .slice(0, i)
      .filter((d) => regionArea(intersect(outlineRegion(d.outline), outlineRegion(outline))) > 0.5);
    sum += ways + (lies.length ? ways + 4 : 0);
  });
  return sum;
}

function bentLine(random: () => number, length: number): Line {
  const coords: number[] = [];
  let [x, y, a, bend] = [0, 0, random() * 6.28, 0];
  for (let s = 0; s <= length; s += 0.5) {
    coords.push(x, y);
    bend += (random() - 0.5) * 0.04;
    bend = Math.max(-0.06, Math.min(0.06, bend));
    a += bend;
    [x, y] = [x + 0.5 * Math.cos(a), y + 0.5 * Math.sin(a)];
  }
  return { coords: Float64Array.from(coords), closed: false };
}

function kinds(): void {
  const random = seeded(7);
  const tally = { satin: 0, satins: 0, line: 0, lines: 0, fill: 0, fills: 0 };
  for (let i = 0; i < 120; i++) {
    const width = 1.05 + (5.95 * i) / 119;
    const band = bandRegion([bentLine(random, 20 + 5 * width)], width, i % 2 ? 'round' : 'flat');
    tally.satins++;
    if (kindFor(band, 0.5, () => 0).as === 'satin') tally.satin++;
  }
  for (let i = 0; i < 60; i++) {
    const band = bandRegion([bentLine(random, 25)], 0.25 + (0.7 * i) / 59, 'round');
    tally.lines++;
    if (kindFor(band, 0.5, () => 0).as === 'line') tally.line++;
  }
  for (let i = 0; i < 40; i++) {
    const r = 7 + i / 4;
    const ring = Float64Array.from({ length: 128 }, (_, k) =>
      k % 2
        ? r * Math.sin((Math.floor(k / 2) / 64) * 6.2832)
        : 1.3 * r * Math.cos((Math.floor(k / 2) / 64) * 6.2832),
    );
    tally.fills++;
    if (kindFor(regionFromRings([ring]), 0.5, () => 0).as === 'fill') tally.fill++;
  }
  console.log('\nKinds chosen, at the middle of the slider');
  console.log(
    `  columns of 1.05 to 7 mm as satin ${tally.satin} of ${tally.satins}; lines of 0.25 to 0.95 mm as lines ${tally.line} of ${tally.lines}; ovals of 14 mm and more as fill ${tally.fill} of ${tally.fills}`,
  );
}

function skeletons(): void {
  const random = seeded(3);
  const off: number[] = [];
  const alone: number[] = [];
  let spurs = 0;
  let missed = 0;
  let whole = 0;
  for (let i = 0; i < 40; i++) {
    // A few bent lines that cross or touch, as a drawing has them.
    const lines = Array.from({ length: 1 + (i % 4) }, () => {
      const line = bentLine(random, 30);
      const n = line.coords.length / 2;
      const [cx, cy] = [line.coords[2 * (n >> 1)], line.coords[2 * (n >> 1) + 1]];
      return { ...line, coords: line.coords.map((v, k) => v - (k % 2 ? cy : cx)) };
    });
    const width = 0.5 + 1.2 * random();
    const region = bandRegion(lines, width, 'round', 'round');
    const middle = middleLines(region).paths.map((p) => flattenPath(p));
    const truth = lines.map((line) => ({ line, lengths: arcLengths(line) }));
    for (const path of middle) {
      let reach = 0;
      for (let k = 0; k < path.coords.length; k += 2) {
        const p = { x: path.coords[k], y: path.coords[k + 1] };
        const near = truth
          .map(({ line, lengths }) => nearestOnLine(line, lengths, p).distance)
          .sort((a, b) => a - b);
        const [d] = near;
        off.push(d);
        // Where two strokes lie on one another they have a middle of their own.
        if (!(near[1] < width)) alone.push(d);
        reach = Math.max(reach, d);
      }
      if (reach > 1) spurs++;
    }
    const got = middle.map((line) => ({ line, lengths: arcLengths(line) }));
    for (const { line } of truth)
      for (let k = 0; k < line.coords.length; k += 2) {
        const p = { x: line.coords[k], y: line.coords[k + 1] };
        whole++;
        if (!got.length || Math.min(...got.map((g) => nearestOnLine(g.line, g.lengths, p).distance)) > 0.6)
          missed++;
      }
  }
  console.log('\nMiddle lines of 40 drawings of 1 to 4 strokes, 0.5 to 1.7 mm broad');
  console.log(
    `  from the stroke's middle: median ${fixed(quantile(off, 0.5))}, 95 % within ${fixed(quantile(off, 0.95))}, 99 % within ${fixed(quantile(off, 0.99))}, worst ${fixed(Math.max(...off))} mm; where a stroke lies alone: 95 % ${fixed(quantile(alone, 0.95))}, 99 % ${fixed(quantile(alone, 0.99))}, worst ${fixed(Math.max(...alone))}; spurs over 1 mm: ${spurs}; of the strokes missed ${((100 * missed) / whole).toFixed(1)} %`,
  );
}

async function speed(): Promise<void> {
  const drawn = scene(99, 40, 12);
  const bitmap = await picture(drawn);
  const { choices } = choicesFor(drawn);
  const laid = { cloth: { kind: 'linen', colour: '#ffffff' }, chart: 'larkmoor' };
  const time = (work: () => unknown): number => {
    const t = performance.now();
    work();
    return Math.round(performance.now() - t);
  };
  const work = new PictureWork();
  let steps = work.run(bitmap, choices, chart);
  const cold = new PictureWork();
  const all = time(() => (steps = cold.run(bitmap, choices, chart)));
  const chosen = time(() => objectsOfPicture(steps, CHOICES.stitches, laid));
  const slider = (changes: object): number => time(() => cold.run(bitmap, { ...choices, ...changes }, chart));
  console.log(`\n1,000 × 1,000 px, ${steps.colours.length} colours, ${steps.regions.length} regions, ms`);
  console.log(`  steps ${all}, stitches chosen ${chosen}`);
  console.log(
    `  moved: satin ${time(() => objectsOfPicture(steps, { ...CHOICES.stitches, satin: 0.7 }, laid))}, smoothness ${slider({ outlines: { smooth: 0.6, corners: 0.7 } })}, colours ${slider({ colours: { ...choices.colours, count: 6 } })}, tolerance ${slider({ ground: { ...choices.ground, tolerance: 8 } })}, size ${slider({ width: 60 })}, brightness ${slider({ taken: { ...choices.taken, brightness: 0.1 } })}`,
  );
}

/** A hundred drawings as SVG files: brought in, their stitches chosen, sewn. */
function art(): void {
  let [errors, changes, bound, bare, cells, took, trims] = [0, 0, 0, 0, 0, 0, 0];
  const low: string[] = [];
  for (let seed = 101; seed <= 200; seed++) {
    const drawn = scene(seed, 2 + (seed % 12), 2 + (seed % 7));
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="-50 -50 100 100">${drawn
      .map(
        ({ outline, colour }) =>
          `<path d="${pathData(outline.paths)}" fill="${colour}" fill-rule="evenodd"/>`,
      )
      .join('')}</svg>`;
    try {
      const design = designFromSvg(readSvg(svg), 'Art');
      const t = performance.now();
      const ids = design.objects.map((o) => o.id);
      const chosen = applyCommand(design, chooseStitchesJob(design, ids, 0.5).job.command).design;
      took += performance.now() - t;
      const plan = sewDesign(chosen);
      const figures = figuresOf(plan);
      changes += figures.colourChanges;
      trims += figures.trims;
      bound += new Set(figures.threads).size - 1;
      const grid = layersOf(plan, { minX: -50, minY: -50, maxX: 50, maxY: 50 }, 0.1);
      let all: Region = [];
      for (const { outline } of drawn) all = unite(all, outlineRegion(outline));
      const inner = offsetRegion(all, -0.3);
      let [here, without] = [0, 0];
      for (let j = 0; j < grid.height; j += 4)
        for (let i = 0; i < grid.width; i += 4) {
          if (!insideRegion(inner, -50 + (i + 0.5) * 0.1, -50 + (j + 0.5) * 0.1)) continue;
          here++;
          if (!grid.layers[j * grid.width + i]) without++;
        }
      [cells, bare] = [cells + here, bare + without];
      if (without > 0.01 * here) low.push(`${seed}: ${((100 * without) / here).toFixed(1)} %`);
    } catch (error) {
      errors++;
      low.push(`${seed}: ${(error as Error).message.slice(0, 60)}`);
    }
  }
  console.log('\n100 drawings of 2 to 13 shapes as SVG, stitches chosen and sewn');
  console.log(
    `  errors ${errors}; covered ${(100 - (100 * bare) / cells).toFixed(2)} %, under 99 %: ${low.join('; ') || 'none'}; colour changes ${changes}, as few as colours allow ${bound}; trims ${trims}; chosen in ${Math.round(took / 100)} ms each`,
  );
}

/** How well, and how fast, pictures become designs. */
export async function pictures(): Promise<void> {
  await flatArt();
  await onPaper();
  await shippedPictures();
  kinds();
  skeletons();
  art();
  await speed();
}

if (process.argv[1]?.endsWith('pictures.ts')) await pictures();
