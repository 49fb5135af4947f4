// The gallery: every shape by every kind, as figures, and as pictures to be looked at.
//
//   npx tsx bench/gallery.ts [corners] [kind …] [--shapes part-of-name] [--pictures folder] [--scale 4]
import { createCanvas } from '@napi-rs/canvas';
import {
  clothById,
  completeSettings,
  coverOfRegion,
  EdgeIndex,
  emptyDesign,
  findCrossing,
  insideRegion,
  layersOf,
  Move,
  offsetRegion,
  outlineRegion,
  paintThread,
  Part,
  regionBounds,
  sewDesign,
  stitchKind,
  type Design,
  type Outline,
  type Plan,
  type PlainOutline,
  type Region,
  type SettingValue,
  type SewnThread,
} from '@rosehip/core';
import { intersect, regionFromRings } from '../packages/core/src/geometry/clip.ts';
import { stippleLooks } from './looks.ts';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { GALLERY } from '../packages/core/test/gallery.ts';

/** Kinds of the gallery with the settings they are looked at with. */
export const GALLERY_KINDS: Record<string, { kind: string; settings: Record<string, SettingValue> }> = {
  fill: { kind: 'fill', settings: { underlay: 'none' } },
  satin: { kind: 'satin', settings: { sides: 'shape', underlay: 'none' } },
  contour: { kind: 'contour', settings: { spacing: 1.5 } },
  stipple: { kind: 'stipple', settings: { spacing: 2 } },
  crosshatch: { kind: 'crosshatch', settings: { spacing: 2 } },
  radial: { kind: 'radial', settings: {} },
  spiral: { kind: 'spiral', settings: {} },
  relief: { kind: 'relief', settings: {} },
  shaded: { kind: 'shaded', settings: {} },
  'motif-fill': { kind: 'motif-fill', settings: { size: 5, rows: 5 } },
  sprig: { kind: 'sprig', settings: { density: 6 } },
};

const pointsOf = ({ x, y }: SewnThread): { x: number; y: number }[] => x.map((px, i) => ({ x: px, y: y[i] }));

/** A design of one thing, sewn in one way without ties. */
export function designOf(outline: Outline, { kind, settings }: (typeof GALLERY_KINDS)[string]): Design {
  const object = {
    id: 'a',
    name: 'a',
    kind: 'object' as const,
    visible: true,
    locked: false,
    outline,
    recipe: { kind, settings: { ties: 'none', ...settings } },
    thread: '222',
  };
  return { ...emptyDesign('Gallery', { name: 'any', width: 1000, height: 1000 }), objects: [object] };
}

/** Most needle points that lie within a distance of one of them, in mm. */
function crowd(threads: readonly SewnThread[], within: number): number {
  const squares = new Map<string, { x: number; y: number }[]>();
  const key = (x: number, y: number): string => `${x},${y}`;
  const all = threads.flatMap(pointsOf);
  for (const p of all) {
    const k = key(Math.floor(p.x / within), Math.floor(p.y / within));
    const list = squares.get(k);
    if (list) list.push(p);
    else squares.set(k, [p]);
  }
  let most = 0;
  for (const p of all) {
    const [cx, cy] = [Math.floor(p.x / within), Math.floor(p.y / within)];
    let n = 0;
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const q of squares.get(key(cx + dx, cy + dy)) ?? [])
          if (Math.hypot(p.x - q.x, p.y - q.y) <= within) n++;
    most = Math.max(most, n);
  }
  return most;
}

/** Farthest that thread lies outside a region, and shares of the region near the thread; mm. */
function near(whole: Region, threads: readonly SewnThread[], most: number, spacing: number) {
  const b = regionBounds(whole)!;
  // Corners that a line half a spacing from the edge can't reach don't count.
  const opened = offsetRegion(offsetRegion(whole, -spacing / 2), spacing / 2);
  const region = opened.length ? opened : whole;
  const lines = threads.map((t) => {
    const p = pointsOf(t);
    return Float64Array.from([...p, ...p.toReversed()].flatMap((q) => [q.x, q.y]));
  });
  const index = new EdgeIndex(lines);
  const step = Math.max(0.2, Math.sqrt(((b.maxX - b.minX) * (b.maxY - b.minY)) / 40_000));
  let [all, close, farthest] = [0, 0, 0];
  for (let x = b.minX; x <= b.maxX; x += step)
    for (let y = b.minY; y <= b.maxY; y += step)
      if (insideRegion(region, x, y)) {
        const d = lines.length ? (index.nearest(x, y, 100)?.distance ?? 100) : 100;
        all++;
        if (d <= most) close++;
        farthest = Math.max(farthest, d);
      }
  return { near: all ? close / all : 1, farthest };
}

/** Farthest outside, of points along all stitches, in mm. */
function outside(region: Region, threads: readonly SewnThread[]): number {
  const edges = new EdgeIndex(region.flatMap((p) => [p.outer, ...p.holes]));
  let most = 0;
  for (const t of threads) {
    const p = pointsOf(t);
    for (let i = 1; i < p.length; i++) {
      const steps = Math.ceil(Math.hypot(p[i].x - p[i - 1].x, p[i].y - p[i - 1].y) / 0.3) || 1;
      for (let s = 0; s <= steps; s++) {
        const x = p[i - 1].x + ((p[i].x - p[i - 1].x) * s) / steps;
        const y = p[i - 1].y + ((p[i].y - p[i - 1].y) * s) / steps;
        if (!insideRegion(region, x, y)) most = Math.max(most, edges.nearest(x, y, 100)?.distance ?? 100);
      }
    }
  }
  return most;
}

export function measured(outline: PlainOutline, how: (typeof GALLERY_KINDS)[string]) {
  const kind = stitchKind(how.kind)!;
  const cloth = clothById('linen');
  const settings = completeSettings(kind, { kind: how.kind, settings: how.settings }, cloth) as never;
  const start = performance.now();
  const threads = kind.stitch({ outline, cloth, settings });
  const ms = performance.now() - start;
  const region = outlineRegion(outline);
  const b = regionBounds(region)!;
  const plan = sewDesign(designOf(outline, how));
  const area = { minX: b.minX - 3, minY: b.minY - 3, maxX: b.maxX + 3, maxY: b.maxY + 3 };
  let longest = 0;
  for (const t of threads)
    for (let i = 1; i < t.x.length; i++)
      longest = Math.max(longest, Math.hypot(t.x[i] - t.x[i - 1], t.y[i] - t.y[i - 1]));
  const { spacing: lines, density, rows } = settings as Record<string, number | undefined>;
  const spacing = lines ?? (how.kind === 'sprig' ? density : rows) ?? 2;
  return {
    threads: threads.length,
    pieces: region.length,
    stitches: threads.reduce((sum, t) => sum + t.x.length, 0),
    longest,
    crossings: threads.filter((t) => findCrossing(pointsOf(t), 3)).length,
    ...coverOfRegion(layersOf(plan, area, 0.1), region),
    /** Layers of the top stitches alone. */
    top: coverOfRegion(layersOf(onTop(plan), area, 0.1), region),
    crowd: crowd(threads, 0.25),
    outside: outside(region, threads),
    ...near(region, threads, (how.kind === 'stipple' ? 0.75 : 0.625) * spacing, spacing),
    looks: how.kind === 'stipple' ? stippleLooks(threads, spacing) : null,
    spacing,
    ms,
  };
}

/** A plan without what lies under its stitches: underlay, and ways that later stitches cover. */
export function onTop({ x, y, move, part }: Plan): Pick<Plan, 'x' | 'y' | 'move'> {
  return { x, y, move: move.map((m, i) => (m === Move.stitch && part[i] !== Part.top ? Move.jump : m)) };
}

/** A picture of a shape's thread at so many pixels a millimetre; with its outline over it. */
function picture(
  outline: PlainOutline,
  how: (typeof GALLERY_KINDS)[string],
  scale: number,
  region = outlineRegion(outline),
): Buffer {
  const plan = sewDesign(designOf(outline, how));
  const b = regionBounds(region)!;
  const [w, h] = [b.maxX - b.minX + 4, b.maxY - b.minY + 4].map((v) => Math.ceil(v * scale));
  const canvas = createCanvas(w, h);
  const ctx = canvas.getContext('2d');
  ctx.fillStyle = '#f4eee3';
  ctx.fillRect(0, 0, w, h);
  ctx.setTransform(scale, 0, 0, scale, (2 - b.minX) * scale, (2 - b.minY) * scale);
  paintThread(ctx as never, plan, scale);
  ctx.strokeStyle = '#00000055';
  ctx.lineWidth = 1 / scale;
  for (const p of region)
    for (const ring of [p.outer, ...p.holes]) {
      ctx.beginPath();
      for (let i = 0; i < ring.length; i += 2) ctx.lineTo(ring[i], ring[i + 1]);
      ctx.closePath();
      ctx.stroke();
    }
  return canvas.toBuffer('image/png');
}

const row = (...cells: (string | number)[]): void =>
  console.log(cells.map((c, i) => (i ? String(c).padStart(8) : String(c).padEnd(22))).join(''));

/** Prints a table a kind; gives how many shapes hold what is asked of that kind. */
export function gallery(kinds: readonly string[], part = '', pictures?: string, scale = 4): void {
  for (const name of kinds) {
    const how = GALLERY_KINDS[name];
    const covering = name === 'fill' || name === 'satin';
    console.log(
      `\n${name}, ${
        Object.entries(how.settings)
          .map((e) => e.join(' '))
          .join(', ') || 'as it comes'
      }`,
    );
    row(
      'shape',
      'threads',
      'stitches',
      'longest',
      'outside',
      'crowd',
      ...(covering ? ['cover', 'gap', 'spill', 'p99', 'most'] : ['crosses', 'near', 'far ×']),
      ...(name === 'stipple' ? ['kinks', 'straight', 'rails'] : []),
      'ms',
    );
    let held = 0;
    const shapes = Object.entries(GALLERY).filter(([shape]) => shape.includes(part));
    for (const [shape, outline] of shapes) {
      const m = measured(outline, how);
      const good =
        m.threads <= m.pieces &&
        m.threads > 0 &&
        m.longest <= (covering ? 7.01 : 12.1) &&
        (covering
          ? m.coverage >= 0.995 &&
            m.worstGap <= 0.3 &&
            m.spill <= 0.65 &&
            m.layers.p99 <= 6 &&
            m.layers.most <= 12 &&
            m.crowd <= 5
          : m.outside <= 0.3 &&
            (name !== 'contour' || (m.near >= 0.95 && !m.crossings)) &&
            (name !== 'stipple' || (!m.crossings && m.looks!.rails <= 3)) &&
            m.farthest <= (name === 'sprig' ? 1.2 : 1.6) * Math.max(m.spacing, 1.9));
      if (good) held++;
      row(
        `${good ? ' ' : '!'} ${shape}`,
        `${m.threads}/${m.pieces}`,
        m.stitches,
        m.longest.toFixed(1),
        m.outside.toFixed(2),
        m.crowd,
        ...(covering
          ? [m.coverage.toFixed(4), m.worstGap.toFixed(2), m.spill.toFixed(2), m.layers.p99, m.layers.most]
          : [m.crossings, m.near.toFixed(3), (m.farthest / m.spacing).toFixed(2)]),
        ...(m.looks ? [m.looks.kinks, m.looks.straight.toFixed(1), m.looks.rails.toFixed(1)] : []),
        m.ms.toFixed(0),
      );
      if (pictures) {
        mkdirSync(pictures, { recursive: true });
        writeFileSync(
          join(pictures, `${name} ${shape}.png`.replaceAll('/', '-')),
          picture(outline, how, scale),
        );
      }
    }
    console.log(`holds on ${held} of ${shapes.length}`);
  }
}

/** A line of two arms that turns by so many degrees, as a path. */
const cornerLine = (degrees: number): PlainOutline => {
  const t = (degrees * Math.PI) / 180;
  const points = [
    { x: -18, y: 0 },
    { x: 0, y: 0 },
    { x: 18 * Math.cos(t), y: 18 * Math.sin(t) },
  ];
  return { kind: 'path', paths: [{ closed: false, points }] };
};

/** Corners of a band of 4 mm that turn by 20° to 160°, by each rule: figures about the corner only. */
export function corners(pictures?: string, scale = 12): void {
  const holds: string[] = [];
  for (const rule of ['auto', 'mitre', 'cap', 'round']) {
    console.log(`\nsatin corners, ${rule}`);
    row('turn', 'threads', 'stitches', 'longest', 'cover', 'gap', 'spill', 'p99', 'most', 'crowd');
    for (let turn = 20; turn <= 160; turn += 10) {
      const outline = cornerLine(turn);
      const settings = { sides: 'line', width: 4, corners: rule, underlay: 'none' };
      const how = { kind: 'satin', settings };
      const plan = sewDesign(designOf(outline, how));
      const kind = stitchKind('satin')!;
      const cloth = clothById('linen');
      const complete = completeSettings(kind, { kind: 'satin', settings }, cloth) as never;
      const threads = kind.stitch({ outline, cloth, settings: complete });
      const region = kind.cover({ outline, cloth, settings: complete });
      const area = { minX: -12, minY: -14, maxX: 14, maxY: 14 };
      const about = intersect(region, regionFromRings([[-10, -14, 14, -14, 14, 14, -10, 14]]));
      const c = coverOfRegion(layersOf(plan, area, 0.1), about);
      const longest = Math.max(
        ...threads.flatMap((t) =>
          t.x.map((x, i) => (i ? Math.hypot(x - t.x[i - 1], t.y[i] - t.y[i - 1]) : 0)),
        ),
      );
      const crowded = crowd(threads, 0.25);
      const good =
        threads.length === 1 &&
        c.coverage >= 0.995 &&
        c.worstGap <= 0.3 &&
        outside(region, threads) <= 0.65 &&
        c.layers.p99 <= 6 &&
        c.layers.most <= 12 &&
        crowded <= 5;
      if (good) holds.push(rule);
      row(
        `${good ? ' ' : '!'} ${turn}°`,
        threads.length,
        threads[0].x.length,
        longest.toFixed(1),
        c.coverage.toFixed(4),
        c.worstGap.toFixed(2),
        outside(region, threads).toFixed(2),
        c.layers.p99,
        c.layers.most,
        crowded,
      );
      if (pictures) {
        mkdirSync(pictures, { recursive: true });
        writeFileSync(join(pictures, `corner ${rule} ${turn}.png`), picture(outline, how, scale, region));
      }
    }
  }
  console.log(`holds on ${holds.length} of 60`);
}

const args = process.argv.slice(2);
const option = (name: string): string | undefined => {
  const at = args.indexOf(name);
  return at < 0 ? undefined : args.splice(at, 2)[1];
};
if (process.argv[1]?.endsWith('gallery.ts')) {
  const [pictures, part, scale] = [option('--pictures'), option('--shapes'), option('--scale')];
  if (!args.length || args.includes('corners')) corners(pictures, Number(scale ?? 12));
  const kinds = args.length ? args.filter((a) => a !== 'corners') : Object.keys(GALLERY_KINDS);
  gallery(kinds, part, pictures, Number(scale ?? 4));
}
