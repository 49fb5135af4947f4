// How even and how fast open fills are: every shape of bench/art, and a square of 200 mm.
import {
  clothById,
  completeSettings,
  EdgeIndex,
  findCrossing,
  insideRegion,
  offsetRegion,
  outlineRegion,
  readSvg,
  regionBounds,
  stitchKind,
  type PlainOutline,
  type Region,
  type SettingValue,
  type SewnThread,
} from '@rosehip/core';
import { readdirSync, readFileSync } from 'node:fs';

/** Beside the folder that this is compiled to. */
const art = new URL('../art/', import.meta.url);

function shapeOf(file: string): PlainOutline {
  const { shapes } = readSvg(readFileSync(new URL(file, art), 'utf8'));
  return { kind: 'path', paths: shapes.flatMap((s) => (s.outline.kind === 'path' ? s.outline.paths : [])) };
}

function sew(kind: string, outline: PlainOutline, settings: Record<string, SettingValue>): SewnThread[] {
  const k = stitchKind(kind)!;
  const cloth = clothById('linen');
  return k.stitch({ outline, cloth, settings: completeSettings(k, { kind, settings }, cloth) });
}

const pointsOf = ({ x, y }: SewnThread): { x: number; y: number }[] => x.map((px, i) => ({ x: px, y: y[i] }));

/** Distances from places all over the region to the thread, in mm and ascending. */
function distances(region: Region, threads: readonly SewnThread[]): number[] {
  const b = regionBounds(region);
  if (!b) return [0];
  const lines = threads.map((t) => {
    const p = pointsOf(t);
    return Float64Array.from([...p, ...p.toReversed()].flatMap((q) => [q.x, q.y]));
  });
  const index = new EdgeIndex(lines);
  const out: number[] = [];
  for (let x = b.minX; x <= b.maxX; x += 0.4)
    for (let y = b.minY; y <= b.maxY; y += 0.4)
      if (insideRegion(region, x, y)) out.push(index.nearest(x, y, 100)?.distance ?? 100);
  return out.sort((a, c) => a - c);
}

const share = (all: readonly number[], most: number): string =>
  (all.filter((d) => d <= most).length / all.length).toFixed(3);

const row = (...cells: (string | number)[]): void =>
  console.log(cells.map((c, i) => (i ? String(c).padStart(10) : String(c).padEnd(26))).join(''));

/** Prints the tables of open fills. */
export function openFills(): void {
  const files = readdirSync(art)
    .filter((f) => f.endsWith('.svg'))
    .sort();
  for (const [kind, spacing] of [
    ['contour', 1.5],
    ['contour', 3],
    ['stipple', 2],
    ['stipple', 3],
  ] as const) {
    console.log(
      `\n${kind} at ${spacing} mm: share of the shape near the thread; of what an inset line can reach`,
    );
    row('shape', 'threads', 'pieces', 'crossings', '≤ 0.625', '≤ 0.75', 'farthest');
    for (const file of files) {
      const outline = shapeOf(file);
      const region = outlineRegion(outline);
      const reached = offsetRegion(offsetRegion(region, -0.75 * spacing), 0.75 * spacing);
      const threads = sew(kind, outline, { spacing });
      const all = distances(reached, threads);
      row(
        file.replace('.svg', ''),
        threads.length,
        region.length,
        threads.filter((t) => findCrossing(pointsOf(t), 3)).length,
        share(all, 0.625 * spacing),
        share(all, 0.75 * spacing),
        `${(all.at(-1)! / spacing).toFixed(2)} ×`,
      );
    }
  }
  console.log('\nA square of 200 mm, at 3 mm where there is a spacing: median of 5, first run');
  const square: PlainOutline = { kind: 'rectangle', x: 0, y: 0, width: 200, height: 200, radius: 0, turn: 0 };
  for (const [kind, settings] of Object.entries({
    crosshatch: { spacing: 3 },
    radial: { spacing: 3 },
    spiral: { spacing: 3 },
    relief: { spacing: 3, wave: 1 },
    contour: { spacing: 3 },
    stipple: { spacing: 3 },
    'motif-fill': {},
    sprig: {},
  } as Record<string, Record<string, SettingValue>>)) {
    const times = Array.from({ length: 6 }, () => {
      const start = performance.now();
      sew(kind, square, settings);
      return performance.now() - start;
    });
    const [first, ...rest] = times;
    const [{ x }] = sew(kind, square, settings);
    rest.sort((a, b) => a - b);
    row(kind, `${rest[2].toFixed(0)} ms`, `${first.toFixed(0)} ms`, `${x.length} st.`);
  }
  console.log('\nContour at 3 mm against the offsets alone: median of 9');
  againstOffsets('square', square);
  againstOffsets('seven lobes, 2,000 points', {
    kind: 'path',
    paths: [
      {
        closed: true,
        points: Array.from({ length: 2000 }, (_, i) => {
          const a = (2 * Math.PI * i) / 2000;
          const r = 90 + 12 * Math.sin(7 * a);
          return { x: r * Math.cos(a), y: r * Math.sin(a) };
        }),
      },
    ],
  });
}

function againstOffsets(name: string, outline: PlainOutline): void {
  const median = (work: () => void): number => {
    const times = Array.from({ length: 13 }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    });
    return times.slice(4).sort((a, b) => a - b)[4];
  };
  const whole = median(() => void sew('contour', outline, { spacing: 3 }));
  const bare = median(() => {
    let level = offsetRegion(outlineRegion(outline), -1.5);
    while (level.length) level = offsetRegion(level, -3);
  });
  row(name, `${whole.toFixed(0)} ms`, `${bare.toFixed(0)} ms`, `${(whole / bare).toFixed(1)} ×`);
}
