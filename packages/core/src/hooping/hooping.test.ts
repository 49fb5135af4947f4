import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moonRunner } from '../../../../demo/moon-runner.ts';
import { drawn, object } from '../../test/draw.ts';
import { findingsOf } from '../findings/findings.ts';
import { applyCommand } from '../design/commands.ts';
import { everyLeaf } from '../design/tree.ts';
import { emptyDesign, type Design, type Group, type Hooping, type PlainOutline } from '../design/types.ts';
import { decodeDst } from '../formats/dst/decode.ts';
import { readDesignFile } from '../formats/design-file/read.ts';
import { writeDesignFile } from '../formats/design-file/write.ts';
import { hoopingFiles, hoopingZip } from '../formats/hooping-files.ts';
import { applyMatrix } from '../geometry/matrix.ts';
import type { Bounds, Point } from '../geometry/points.ts';
import { seeded } from '../geometry/random.ts';
import { insideRegion } from '../geometry/region.ts';
import { PANELS } from '../materials/panels.ts';
import { outlineRegion } from '../outlines/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import {
  addHoopingJob,
  hoopInJob,
  layHoopingsJob,
  placeHoopingJob,
  placeMarkJob,
  removeHoopingJob,
} from '../jobs/hoopings.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { Move } from '../sewing/moves.ts';
import type { Plan } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { unzipSync } from 'fflate';
import { belonging, sewnBoxes } from './belong.ts';
import { HOOP_EDGE, holds, toCloth, toHoop } from './field.ts';
import { fits, laidHoopings } from './lay.ts';
import { errorMaps, errorShown, withError } from './error.ts';
import { markPlaces, marksBetween } from './marks.ts';
import { hoopingParts, isMark, sewHooped } from './parts.ts';
import { pieceOutline } from './piece.ts';
import { hoopingPlans } from './plans.ts';

const HOOP = { name: '100 × 140', width: 100, height: 140 };
const run = (d: Design, job: { command: Parameters<typeof applyCommand>[1] }): Design =>
  applyCommand(d, job.command).design;
const box = (x: number, y: number, w: number, h: number) => drawn(`M${x} ${y}h${w}v${h}h${-w}Z`);

/** A strip of flowers, 700 mm long. */
const strip: Design = {
  ...emptyDesign('Runner', HOOP),
  objects: Array.from({ length: 16 }, (_, i) =>
    object(
      `f${i}`,
      box(-340 + 42 * i, -20, 34, 40),
      i % 2 ? 'run' : 'contour',
      {},
      { thread: i % 3 ? '222' : '162' },
    ),
  ),
};
const laid = run(strip, layHoopingsJob(strip).job);

describe('hoopings', () => {
  it('places go from the cloth to the hoop and back', () => {
    const hooping: Hooping = { id: 'a', x: 120, y: -30, turn: 90 };
    const p = applyMatrix(toHoop(hooping), { x: 130, y: -30 });
    expect([p.x, p.y].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([0, -10]);
    expect(applyMatrix(toCloth(hooping), p).x).toBeCloseTo(130);
  });

  it('along a strip are all alike, and hold everything whole', () => {
    const { hoopings } = laid;
    expect(hoopings!.length).toBe(6);
    const steps = hoopings!.slice(1).map((h, i) => Math.hypot(h.x - hoopings![i].x, h.y - hoopings![i].y));
    expect(Math.max(...steps) - Math.min(...steps)).toBeLessThan(0.25);
    const { cut, early } = belonging(resolveDesign(laid), sewnBoxes(sewDesign(laid)));
    expect([cut, early]).toEqual([[], []]);
  });

  const boxesOf = fc.array(
    fc
      .tuple(
        fc.integer({ min: -300, max: 300 }),
        fc.integer({ min: -300, max: 300 }),
        fc.integer({ min: 2, max: 90 }),
        fc.integer({ min: 2, max: 90 }),
      )
      .map(([x, y, w, h]): Bounds => ({ minX: x, minY: y, maxX: x + w, maxY: y + h })),
    { minLength: 1, maxLength: 40 },
  );
  it('hold every box that the hoop can hold at all', () => {
    fc.assert(
      fc.property(boxesOf, (boxes) => {
        const hoopings = laidHoopings(boxes, { hoop: HOOP, shared: 10 });
        for (const b of boxes) if (fits(b, HOOP)) expect(hoopings.some((h) => holds(h, HOOP, b))).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('are no more than the best of a thousand random placings', () => {
    const random = seeded(7);
    for (let round = 0; round < 6; round++) {
      const boxes = Array.from({ length: 24 }, (): Bounds => {
        const [x, y] = [random() * 360 - 180, random() * 260 - 130];
        return { minX: x, minY: y, maxX: x + 5 + 35 * random(), maxY: y + 5 + 35 * random() };
      });
      const ours = laidHoopings(boxes, { hoop: HOOP, shared: 0 }).length;
      let best = Infinity;
      for (let k = 0; k < 1000; k++) {
        let left = boxes;
        let n = 0;
        while (left.length && n < ours) {
          // A hoop about a box of chance, shifted by chance.
          const b = left[Math.floor(random() * left.length)];
          const turn = random() < 0.5 ? 0 : 90;
          const [w, h] = (turn ? [140, 100] : [100, 140]).map((v) => v - 2 * HOOP_EDGE);
          const x = b.maxX - w / 2 + random() * (b.minX + w - b.maxX);
          const y = b.maxY - h / 2 + random() * (b.minY + h - b.maxY);
          const hooping = { id: 'r', x, y, turn };
          left = left.filter(
            (o) => !holds(hooping, { width: 100 - 2 * HOOP_EDGE, height: 140 - 2 * HOOP_EDGE }, o),
          );
          n++;
        }
        if (!left.length) best = Math.min(best, n);
      }
      expect(ours).toBeLessThanOrEqual(best);
    }
  });

  it('what lies on something is never sewn before it', () => {
    const ground = object('g', box(-60, -20, 60, 40), 'contour');
    const flower = object('f', box(-14, -10, 40, 20), 'run', {}, { thread: '162' });
    const two: Design = {
      ...emptyDesign('Two', HOOP),
      hoopings: [
        { id: 'right', x: 20, y: 0, turn: 0 },
        { id: 'left', x: -22, y: 0, turn: 0 },
      ],
      objects: [ground, flower],
    };
    const boxes = sewnBoxes(sewDesign(two));
    // The flower lies nearer to the right hooping, which comes first, but the ground is sewn in the left one.
    const { of, early } = belonging(resolveDesign(two), boxes);
    expect([of.get('g'), of.get('f'), early]).toEqual([1, 1, []]);
    const apart: Design = { ...two, hoopings: [{ id: 'right', x: 47, y: 0, turn: 0 }, two.hoopings![1]] };
    const forced = run(apart, hoopInJob(apart, ['f'], 'right'));
    expect(belonging(resolveDesign(forced), boxes).cut).toEqual([]);
  });

  it('are placed, added and taken away by hand', () => {
    const one = emptyDesign('One', HOOP);
    const two = run(one, addHoopingJob(one));
    expect(two.hoopings).toHaveLength(2);
    expect(two.marks!.as).toBe('cross');
    const [first, second] = two.hoopings!;
    const moved = run(two, placeHoopingJob(two, second.id, { x: 70, turn: 90 }));
    expect(moved.hoopings![1]).toMatchObject({ x: 70, turn: 90 });
    expect(readDesignFile(writeDesignFile(moved))).toEqual(moved);
    const back = run(moved, removeHoopingJob(moved, second.id));
    expect([back.hoopings, back.marks]).toEqual([[first], undefined]);
    expect(() => removeHoopingJob(back, first.id)).toThrow('One hooping stays');
    expect(() => layHoopingsJob(one)).toThrow('Nothing is sewn yet');
    // More than a design may have are refused, however many things there are.
    const tiles = Array.from({ length: 100 }, (_, i): [string, Bounds] => {
      const [x, y] = [80 * (i % 10), 80 * Math.floor(i / 10)];
      return [`t${i}`, { minX: x, minY: y, maxX: x + 60, maxY: y + 60 }];
    });
    expect(() => layHoopingsJob(one, new Map(tiles))).toThrow(/^This would take \d+ hoopings, more than 60/);
    const full: Design = {
      ...one,
      hoopings: Array.from({ length: 60 }, (_, i) => ({ id: `h${i}`, x: i, y: 0, turn: 0 })),
    };
    expect(() => addHoopingJob(full)).toThrow('at most 60');
  });
});

describe('files of hoopings', () => {
  /** Stitches of a file as lines, mm. */
  const linesOf = (bytes: Uint8Array): [Point, Point][] => {
    const { x, y, move } = decodeDst(bytes);
    const at = (i: number): Point => ({ x: x[i] / 10, y: y[i] / 10 });
    return [...x.keys()].filter((i) => i && move[i] === Move.stitch).map((i) => [at(i - 1), at(i)]);
  };
  const fromLine = (p: Point, [a, b]: [Point, Point]): number => {
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const t = ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1);
    const k = Math.min(1, Math.max(0, t));
    return Math.hypot(a.x + k * dx - p.x, a.y + k * dy - p.y);
  };
  const nearest = (p: Point, of: readonly Point[]): number =>
    of.reduce((least, q) => Math.min(least, Math.hypot(p.x - q.x, p.y - q.y)), Infinity);

  it('lie in their hoops, marks first and last, the same ones for neighbours', () => {
    const { plans, unmarked } = hoopingPlans(resolveDesign(laid));
    expect(unmarked).toEqual([]);
    const cloth = (hooping: Hooping, plan: Plan, id: string) => {
      const { from, to } = plan.objects.find((o) => o.id === id)!;
      return Array.from({ length: to - from }, (_, i) => i + from)
        .filter((i) => plan.move[i] === Move.stitch)
        .map((i) => applyMatrix(toCloth(hooping), { x: plan.x[i], y: plan.y[i] }));
    };
    plans.forEach(({ hooping, plan }, k) => {
      expect(Math.max(...plan.x.map(Math.abs))).toBeLessThanOrEqual(HOOP.width / 2);
      expect(Math.max(...plan.y.map(Math.abs))).toBeLessThanOrEqual(HOOP.height / 2);
      const ids = plan.objects.map((o) => o.id);
      if (k > 0) expect(ids[0]).toBe(`marks-before-${k + 1}`);
      if (k + 1 < plans.length) expect(ids.at(-1)).toBe(`marks-after-${k + 1}`);
      if (!k) return;
      const before = plans[k - 1];
      const [was, is] = [
        cloth(before.hooping, before.plan, `marks-after-${k}`),
        cloth(hooping, plan, `marks-before-${k + 1}`),
      ];
      for (const p of is) expect(nearest(p, was)).toBeLessThan(0.12);
    });
  });

  it('have their marks on the cloth, however much larger the hoop is', () => {
    for (const shape of ['rectangle', 'round'] as const)
      for (const as of ['cross', 'corner', 'frame'] as const) {
        const piece = { shape, width: 760, height: 70 };
        const marked: Design = { ...laid, piece, marks: { ...laid.marks!, as } };
        const places = marked.hoopings!.slice(1).flatMap((next, k) => {
          const outline = marksBetween(marked.hoopings![k], next, resolveDesign(marked));
          return outline ? outline.paths.flatMap((p) => p.points) : [];
        });
        expect(places.length).toBeGreaterThan(10);
        for (const { x, y } of places) {
          const edge = shape === 'round' ? 35 * Math.sqrt(1 - (x / 380) ** 2) : 35;
          expect(Math.abs(y)).toBeLessThan(edge);
        }
      }
  });

  it('have their marks where they were put by hand, as long as both hoops hold that', () => {
    const [first, second] = laid.hoopings!;
    const auto = markPlaces(first, second, resolveDesign(laid))!;
    const inwards = { x: Math.round(10 * auto[0].x) / 10, y: Math.round(10 * auto[0].y + 120) / 10 };
    const moved = run(laid, placeMarkJob(laid, first.id, 0, inwards));
    expect(markPlaces(moved.hoopings![0], second, resolveDesign(moved))).toEqual([inwards, auto[1]]);
    // Beyond what both hold it goes to the nearest place that they do.
    const outside = run(laid, placeMarkJob(laid, first.id, 0, { x: auto[0].x - 40, y: auto[0].y + 12 }));
    const [p] = markPlaces(outside.hoopings![0], second, resolveDesign(outside))!;
    expect(p.x).toBeCloseTo(auto[0].x, 0);
    expect(() => placeMarkJob(laid, first.id, 0, { x: auto[1].x, y: auto[1].y - 5 })).toThrow(/no angle/);
    // A hooping that is put elsewhere has its marks as far apart as can be again.
    const away = run(moved, placeHoopingJob(moved, second.id, { y: second.y + 60 }));
    expect(markPlaces(away.hoopings![0], away.hoopings![1], resolveDesign(away))).not.toContainEqual(inwards);
    const back = run(moved, placeMarkJob(moved, first.id, 0, null));
    expect(back.hoopings).toEqual(laid.hoopings);
  });

  it('are laid on panels of garments as well, with their marks on the cloth', () => {
    for (const { id, width, height } of PANELS) {
      const piece = { shape: 'panel' as const, panel: id, width, height };
      const b = outlineBounds(pieceOutline(piece))!;
      expect([b.maxX - b.minX, b.maxY - b.minY].map(Math.round)).toEqual([width, height]);
      const onPanel: Design = { ...laid, piece };
      const area = outlineRegion(pieceOutline(piece));
      const places = onPanel
        .hoopings!.slice(1)
        .flatMap((next, k) => markPlaces(onPanel.hoopings![k], next, resolveDesign(onPanel)) ?? []);
      expect(places.every((p) => insideRegion(area, p.x, p.y))).toBe(true);
      expect(readDesignFile(writeDesignFile(onPanel)).piece).toEqual(piece);
    }
  });

  it('have their marks beside what is sewn, where there is room', () => {
    const [first, second] = laid.hoopings!;
    const [p] = markPlaces(first, second, resolveDesign(laid))!;
    const on: Design = { ...laid, objects: [...laid.objects, object('on', box(p.x - 4, p.y - 4, 8, 8))] };
    const [q] = markPlaces(first, second, resolveDesign(on))!;
    expect(Math.max(Math.abs(q.x - p.x), Math.abs(q.y - p.y))).toBeGreaterThan(4 + 3);
    // Where there is none, they stand on it all the same.
    const full: Design = { ...laid, objects: [object('all', box(-350, -50, 700, 100), 'run')] };
    expect(markPlaces(first, second, resolveDesign(full))).not.toBeNull();
  });

  it('tell where an error of hooping would show, and how much', () => {
    const plain = resolveDesign({
      ...laid,
      objects: Array.from({ length: 17 }, (_, i) => object(`r${i}`, box(-340 + 40 * i, 30, 40, 4), 'run')),
    });
    const { plan, things } = sewHooped(plain);
    const at = (shift: number, turn: number) => errorShown(plain, things!, { shift, turn });
    const [worst] = at(0.5, 0);
    expect(worst.off).toBeCloseTo(0.5, 2);
    expect(worst.hoopings[1] - worst.hoopings[0]).not.toBe(0);
    expect(at(0, 0).every(({ off }) => off === 0)).toBe(true);
    expect(at(0, 1)[0].off).toBeGreaterThan(0.1);
    const shown = withError(plan, errorMaps(plain, { shift: 0.5, turn: 0 }));
    const shares = plan.hoopings!;
    // The first lies right; errors add up to the last.
    expect(shown.x[0]).toBe(plan.x[0]);
    const last = shares[5].to - 1;
    expect(Math.abs(shown.x[last] - plan.x[last])).toBeCloseTo(2.5, 2);
  });

  it('laid over each other by their marks give the design within a tenth of a millimetre', () => {
    const whole = sewDesign({ ...laid, hoopings: undefined, marks: undefined });
    const there = [...whole.x.keys()]
      .filter((i) => whole.move[i] === Move.stitch)
      .map((i) => ({ x: whole.x[i], y: whole.y[i] }));
    const files = hoopingFiles(laid);
    expect(files.map((f) => f.name.slice(0, 8))).toEqual(
      Array.from({ length: 6 }, (_, k) => `${k + 1} Runner`),
    );
    let marksBefore: Point[] = [];
    let shift: { x: number; y: number; turn: number } = { x: 0, y: 0, turn: 0 };
    const sewn: [Point, Point][] = [];
    for (const [k, { bytes, plan }] of files.entries()) {
      const { plan: p, hooping } = plan;
      // The first lies where it is known to; each other one where its marks say.
      const mark = (id: string) => {
        const o = p.objects.find((q) => q.id === id);
        return o ? [o.from, o.to - 1].map((i) => ({ x: p.x[i], y: p.y[i] })) : [];
      };
      if (!sewn.length) shift = hooping;
      else {
        const [a] = mark(`marks-before-${k + 1}`);
        const map = toCloth({ ...hooping, x: 0, y: 0 });
        const turned = applyMatrix(map, a);
        shift = { turn: hooping.turn, x: marksBefore[0].x - turned.x, y: marksBefore[0].y - turned.y };
      }
      const at = toCloth({ id: '', ...shift });
      marksBefore = mark(`marks-after-${k + 1}`).map((q) => applyMatrix(at, q));
      sewn.push(...linesOf(bytes).map(([a, b]): [Point, Point] => [applyMatrix(at, a), applyMatrix(at, b)]));
    }
    const far = there
      .filter((_, i) => i % 9 === 0)
      .map((p) => sewn.reduce((least, line) => Math.min(least, fromLine(p, line)), Infinity));
    expect(Math.max(...far)).toBeLessThanOrEqual(0.1);
  });

  it('follow each other in one plan, in the cloth’s places, with a stop where the hoop is put anew', () => {
    const plain = resolveDesign(laid);
    const { plan } = sewHooped(plain);
    const shares = plan.hoopings!;
    expect(shares).toHaveLength(6);
    expect([shares[0].from, shares[5].to]).toEqual([0, plan.x.length]);
    const { plans } = hoopingPlans(plain);
    shares.forEach(({ from, to }, k) => {
      if (k) expect(from).toBe(shares[k - 1].to);
      const own = plan.objects.filter((o) => o.from >= from && o.from < to).map((o) => o.id);
      expect(own).toEqual(plans[k].plan.objects.map((o) => o.id));
      const outside = Array.from({ length: to - from }, (_, i) => from + i).filter((i) => {
        const p = applyMatrix(toHoop(plans[k].hooping), { x: plan.x[i], y: plan.y[i] });
        return (
          plan.move[i] === Move.stitch && (Math.abs(p.x) > HOOP.width / 2 || Math.abs(p.y) > HOOP.height / 2)
        );
      });
      expect(outside).toEqual([]);
      // The last thing that is done in a hooping is to wait.
      const last = plan.move.subarray(from, to).findLastIndex((m) => m !== Move.change && m !== Move.trim);
      if (k < 5) expect(plan.move[from + last]).toBe(Move.stop);
    });
    // Without marks the last thing waits for the next hooping.
    const bare = resolveDesign({ ...laid, marks: undefined });
    const stops = sewHooped(bare).plan.move.filter((m) => m === Move.stop);
    expect(stops).toHaveLength(5);
  });

  it('hold what is not sewn, or was stopped, as well: findings tell of it', () => {
    const speck = object('speck', box(0, 0, 0.05, 0.05), 'fill');
    const some: Design = { ...laid, objects: [...laid.objects, speck] };
    const { plan } = sewHooped(resolveDesign(some), { stopped: new Set(['f3']) });
    expect(plan.objects.find((o) => o.id === 'f3')?.excess).toBeTruthy();
    const found = findingsOf(some, plan);
    expect(found.find((f) => f.id === 'no-stitches')?.objects).toEqual(['speck']);
    expect(found.some((f) => f.objects.includes('f3'))).toBe(true);
    expect(found.some((f) => f.objects.some(isMark))).toBe(false);
  });

  it('hold every stitch of a repeat that is sewn colour by colour, wherever its copies are sewn', () => {
    const runner = moonRunner();
    const plain = resolveDesign(runner);
    const whole = sewDesign(runner);
    const { plan: hoopedPlan, things } = sewHooped(plain);
    const stitchesOf = (plan: Plan, id: string): number =>
      plan.objects
        .filter((o) => o.id === id)
        .reduce((n, o) => n + plan.move.subarray(o.from, o.to).filter((m) => m === Move.stitch).length, 0);
    const ids = new Set(whole.objects.map((o) => o.id));
    expect(new Set(hoopedPlan.objects.map((o) => o.id).filter((id) => !isMark(id)))).toEqual(ids);
    const lost = [...ids].filter((id) => stitchesOf(hoopedPlan, id) < 0.8 * stitchesOf(whole, id));
    expect(lost).toEqual([]);
    // Of each hooping's copies, each colour comes once.
    for (const { objects } of hoopingParts(plain, things!.boxes).parts) {
      const phases = objects.find((o) => o.kind === 'group' && o.name === 'Phases') as Group<PlainOutline>;
      const threads = [...everyLeaf(phases.objects)].map((l) => l.thread);
      expect(threads.filter((t, i) => t !== threads[i - 1])).toHaveLength(new Set(threads).size);
    }
  });

  it('come in one zip, numbered, the same each time', () => {
    const zip = hoopingZip(laid);
    expect(Object.keys(unzipSync(zip))).toEqual(hoopingFiles(laid).map((f) => f.name));
    expect(hoopingZip(laid)).toEqual(zip);
  });
});
