import { describe, expect, test } from 'vitest';
import { converter, differenceCiede2000 } from 'culori';
import * as draw from '../../test/draw.ts';
import { emptyDesign, type Design, type DesignObject } from '../design/types.ts';
import { THREAD_CHARTS } from '../materials/threads.ts';
import { Move } from '../sewing/moves.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { paintCloth, paintLines } from './ground.ts';
import { paintNeedle, paintThread, type Canvas2D } from './paint.ts';
import { pictureArea } from './picture.ts';
import { paintPileOver, pileOver } from './pile.ts';
import { mixed, shadesOf } from './shades.ts';

/** A canvas that only remembers what was asked of it. */
function recorder() {
  const lines: { from: number[]; to: number[]; style: string; width: number }[] = [];
  const fills: string[] = [];
  let depth = 0;
  let at = [0, 0];
  let pending: { from: number[]; to: number[] }[] = [];
  const ctx = {
    save: () => depth++,
    restore: () => depth--,
    beginPath: () => (pending = []),
    moveTo: (x: number, y: number) => (at = [x, y]),
    lineTo: (x: number, y: number) => {
      pending.push({ from: at, to: [x, y] });
      at = [x, y];
    },
    bezierCurveTo: (_a: number, _b: number, _c: number, _d: number, x: number, y: number) => ctx.lineTo(x, y),
    closePath: () => {},
    rect: () => {},
    arc: () => {},
    stroke: () =>
      lines.push(...pending.map((l) => ({ ...l, style: String(ctx.strokeStyle), width: ctx.lineWidth }))),
    fill: () => fills.push(String(ctx.fillStyle)),
    fillRect: () => fills.push(String(ctx.fillStyle)),
    setLineDash: () => {},
    globalAlpha: 1,
    lineWidth: 1,
    lineCap: '',
    lineJoin: '',
    strokeStyle: '' as unknown,
    fillStyle: '' as unknown,
  };
  return { ctx: ctx as unknown as Canvas2D, lines, fills, depth: () => depth };
}

const object = (id: string, kind: string, turn: number, thread: string, x: number): DesignObject =>
  draw.object(id, { ...draw.box(x, 0, 14, 8), turn } as DesignObject['outline'], kind, {}, { thread });
const design: Design = {
  ...emptyDesign('Paint'),
  objects: [object('a', 'fill', 0, '222', -15), object('b', 'satin', 20, '172', 15)],
};
const plan = sewDesign(design);
const stitches = figuresOf(plan).stitches;

describe('thread', () => {
  test('is as wide as its own weight asks for, whatever lies beside it', () => {
    const { ctx, lines } = recorder();
    const [a, b] = design.objects as DesignObject[];
    const mixed = sewDesign({ ...design, objects: [a, { ...b, thread: 'F172' }] });
    paintThread(ctx, mixed, 60);
    const widest = (right: boolean): number =>
      Math.max(...lines.filter((l) => l.from[0] > 0 === right && l.to[0] > 0 === right).map((l) => l.width));
    expect(widest(true) / widest(false)).toBeCloseTo(Math.sqrt(40 / 60), 5);
  });

  test('far away, one stroke a stitch; near, an edge, a body and a gleam', () => {
    const far = recorder();
    paintThread(far.ctx, plan, 3);
    expect(far.lines).toHaveLength(stitches);
    const near = recorder();
    paintThread(near.ctx, plan, 8);
    expect(near.lines).toHaveLength(3 * stitches);
    expect([far.depth(), near.depth()]).toEqual([0, 0]);
  });

  test('parts painted one after the other make the whole', () => {
    const [whole, parts] = [recorder(), recorder()];
    paintThread(whole.ctx, plan, 3);
    const n = plan.x.length;
    for (let from = 0; from < n; from += 97)
      paintThread(parts.ctx, plan, 3, { from, to: Math.min(n, from + 97) });
    const ends = (r: typeof whole) => r.lines.map((l) => [...l.from, ...l.to]);
    expect(ends(parts)).toEqual(ends(whole));
  });

  test('what lies outside the area is left out, all that lies in it is there', () => {
    const area = { minX: -25, minY: -10, maxX: 0, maxY: 10 };
    const r = recorder();
    paintThread(r.ctx, plan, 3, { from: 0, to: plan.x.length, area });
    const inside = [...plan.move].filter((m, i) => i > 0 && m === Move.stitch && plan.x[i] <= 0).length;
    expect(r.lines.length).toBeGreaterThanOrEqual(inside);
    expect(r.lines.length).toBeLessThan(stitches);
  });

  test('stitches at another angle have another shade, and each thread its own', () => {
    const r = recorder();
    paintThread(r.ctx, plan, 20);
    const level = r.lines.find((l) => l.from[1] === l.to[1] && Math.abs(l.to[0] - l.from[0]) > 2)!;
    const steep = r.lines.find((l) => Math.abs(l.to[1] - l.from[1]) > 2 && l.from[0] < 0)!;
    expect(level.style).not.toBe(steep.style);
    expect(shadesOf('#b3263f').body[0]).not.toBe(shadesOf('#b3263f').body.at(-1));
    expect(mixed('#000000', '#ffffff', 0.5)).toBe('#808080');
  });

  test('thread is 0.4 mm wide, but never thinner than can be seen', () => {
    const [near, far] = [recorder(), recorder()];
    paintThread(near.ctx, plan, 40);
    paintThread(far.ctx, plan, 1);
    expect(Math.max(...near.lines.map((l) => l.width))).toBeCloseTo(0.424);
    expect(far.lines[0].width).toBeGreaterThan(1);
  });
});

test('needle view draws every stitch once, and marks jumps', () => {
  const r = recorder();
  paintNeedle(r.ctx, plan, 10);
  const jumps = [...plan.move].filter((m, i) => i > 0 && m === Move.jump).length;
  expect(r.lines).toHaveLength(stitches + jumps);
  const under = new Set(r.lines.map((l) => l.style));
  expect(under.size).toBeGreaterThan(3); // both threads, their underlay, and the marks
});

test('lines view draws every outline, cloth its own colour', () => {
  const r = recorder();
  paintLines(r.ctx, design, 5);
  expect(r.lines.length).toBeGreaterThanOrEqual(6);
  const cloth = recorder();
  paintCloth(cloth.ctx, { kind: 'denim', colour: '#123456' }, { minX: -5, minY: -5, maxX: 5, maxY: 5 }, 20);
  expect(cloth.fills).toEqual(['#123456']);
  expect(cloth.lines.length).toBeGreaterThan(5);
});

test('a picture shows all stitches, or the hoop when there are none', () => {
  const area = pictureArea(design, plan, 2);
  const b = figuresOf(plan).bounds!;
  expect(area.minX).toBeCloseTo(b.minX - 2);
  const empty = emptyDesign('Empty');
  expect(pictureArea(empty, sewDesign(empty))).toEqual({ minX: -50, minY: -50, maxX: 50, maxY: 50 });
});

describe('at arm’s length and close', () => {
  const styles = (scale: number, light?: number): Set<string> => {
    const r = recorder();
    paintThread(r.ctx, plan, scale, { from: 0, to: plan.x.length, light });
    return new Set(r.lines.map((l) => l.style));
  };

  test('edge and highlight come forth as the thread grows on the screen', () => {
    const spread = (detail: number): number => {
      const { edge, gleam } = shadesOf('#808080', detail);
      return parseInt(gleam[5].slice(1, 3), 16) - parseInt(edge[5].slice(1, 3), 16);
    };
    const all = [0, 0.25, 0.5, 0.75, 1].map(spread);
    expect(all[0]).toBe(0);
    expect(all).toEqual(all.toSorted((a, b) => a - b));
    expect(all[4]).toBeGreaterThan(60);
  });

  test('thread that lies in all directions looks like its chart says', () => {
    const difference = differenceCiede2000();
    const light = converter('lrgb');
    const off = THREAD_CHARTS.flatMap(({ threads }) => threads).map(({ colour }) => {
      const { body } = shadesOf(colour, 0);
      const mean = { mode: 'lrgb' as const, r: 0, g: 0, b: 0 };
      for (let angle = 0; angle < 180; angle++) {
        const across = Math.sin(((angle + 0.5) * Math.PI) / 180);
        const { r, g, b } = light(body[Math.floor(across * body.length)])!;
        [mean.r, mean.g, mean.b] = [mean.r + r / 180, mean.g + g / 180, mean.b + b / 180];
      }
      return difference(mean, colour);
    });
    expect(off.reduce((sum, d) => sum + d, 0) / off.length).toBeLessThan(1.5);
    // What is nearly black and of one colour alone is greyed by its highlights, as it is in the hand.
    expect(Math.max(...off)).toBeLessThan(6);
  });

  test('there and back of a satin are one shade from afar', () => {
    const satin = sewDesign({ ...design, objects: [object('b', 'satin', 20, '172', 15)] });
    /** How much brighter or darker each stroke of a thread's body is than the one before, on average, of 255. */
    const beat = (scale: number, each: number): number => {
      const r = recorder();
      paintThread(r.ctx, satin, scale);
      const light = r.lines
        .filter((_, i) => i % each === Math.floor(each / 2))
        .map((l) => parseInt(l.style.slice(3, 5), 16));
      return light.slice(1).reduce((sum, v, i) => sum + Math.abs(v - light[i]), 0) / light.length;
    };
    expect(beat(3, 1)).toBeLessThan(beat(20, 3) / 2);
  });

  test('light from another side changes the shades', () => {
    expect(styles(3, -45)).not.toEqual(styles(3, 60));
    expect(styles(3, -45)).toEqual(styles(3, 135)); // thread is round: light from the opposite side is the same
  });
});

describe('pile', () => {
  const sewn = (kind: string, settings: Record<string, number>) =>
    sewDesign({
      ...design,
      objects: [draw.object('a', draw.box(0, 0, 20, 20), kind, settings as never)],
    });

  test('stands over a single line, and is held down by a mesh and by a fill', () => {
    /** Squares with loops over thread, well inside the shape or anywhere. */
    const count = (p: typeof plan, within: number): number => {
      const { over, width, x0, y0 } = pileOver(p)!;
      return over.filter((v, i) => {
        const [x, y] = [x0 + (i % width) + 0.5, y0 + Math.floor(i / width) + 0.5];
        return v && Math.max(Math.abs(x), Math.abs(y)) < within;
      }).length;
    };
    expect(count(sewn('run', {}), 20)).toBeGreaterThan(150);
    expect(count(sewn('crosshatch', { spacing: 2 }), 7)).toBe(0);
    expect(count(sewn('fill', {}), 7)).toBe(0);
  });

  test('loops are drawn where it stands, and only large enough to be seen', () => {
    const pile = pileOver(sewn('run', {}))!;
    const area = { minX: -15, minY: -15, maxX: 15, maxY: 15 };
    const [near, far] = [recorder(), recorder()];
    paintPileOver(near.ctx, pile, '#dfe7e6', area, 6);
    paintPileOver(far.ctx, pile, '#dfe7e6', area, 2);
    expect(far.lines).toHaveLength(0);
    expect(near.lines.length).toBeGreaterThan(100);
    for (const { to } of near.lines)
      expect(Math.min(Math.abs(Math.abs(to[0]) - 10), Math.abs(Math.abs(to[1]) - 10))).toBeLessThan(4);
  });
});
