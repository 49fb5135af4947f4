// The machine: it sews what a file says, in a machine's time, stops where it must, and counts what happened.
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { HOOPS, MACHINES, Move, writeDst, type Plan } from '@rosehip/core';
import { LARKMOOR_CHART } from '../../../../packages/core/src/materials/threads.ts';
import { PlanBuilder } from '../../../../packages/core/src/sewing/plan.ts';
import { edgeOf, outside, placed, reachOf, readJob, refusal, Step, type Job } from './job.ts';
import { logName, logOf } from './log.ts';
import { MODELS } from './models.ts';
import { coloursFor } from './needles.ts';
import { Sewing, type Mishaps } from './sewing.ts';

const [KITCHEN, GENTLE, ATTIC] = MODELS;

type Do = [x: number, y: number, move: number];

function planOf(steps: readonly Do[]): Plan {
  const builder = new PlanBuilder(LARKMOOR_CHART);
  builder.beginObject({ id: 'o', name: 'o', thread: '222' });
  for (const [x, y, move] of steps) builder.add(x, y, move as never, 0);
  return builder.build();
}
const jobOf = (steps: readonly Do[]): Job => readJob('Test.dst', writeDst(planOf(steps), 'Test'));

/** Rows of stitches, `each` in every one of `colours` colours, a trim before each but the first. */
function rows(each: number, colours = 1): Do[] {
  const out: Do[] = [[0, 0, Move.jump]];
  for (let c = 0; c < colours; c++) {
    if (c) out.push([0, 0, Move.trim], [0, 0, Move.change], [0, c, Move.jump]);
    for (let k = 1; k <= each; k++) out.push([2 * (20 - Math.abs((k % 40) - 20)), c + k * 0.02, Move.stitch]);
    const [x, y] = out.at(-1)!;
    out.push([x, y, Move.trim], [0, c, Move.jump]);
  }
  return out;
}

const start = (job: Job, model = KITCHEN, mishaps?: Mishaps): Sewing => {
  const sewing = new Sewing(job, model, coloursFor(job.colours, model.needles), mishaps);
  sewing.go();
  return sewing;
};
/** Sews to the end with somebody standing by. */
function finish(sewing: Sewing): Sewing {
  const done = (): boolean => sewing.status === 'done';
  for (let k = 0; !done(); k++) {
    if (k > 100_000) throw new Error(`It stays ${sewing.status}.`);
    sewing.advance(60);
    if (sewing.status !== 'sewing' && !done()) sewing.attend();
  }
  return sewing;
}

test('the machines are those that the bench plans for', () => {
  expect(MODELS.map((m) => m.id)).toEqual(MACHINES.map((m) => m.id));
  for (const [k, { name, speed, hoops, mostStitches, mostColours }] of MACHINES.entries()) {
    expect(MODELS[k]).toMatchObject({
      name,
      needles: speed.needles?.count ?? 1,
      fastest: speed.stitchesPerMinute,
      mostStitches,
      mostColours,
    });
    expect(MODELS[k].hoops).toEqual(hoops.map((h) => HOOPS.find((o) => o.name === h)));
  }
});

describe('a file in the hoop', () => {
  test('is refused when it has too many stitches or colours, or no hoop holds it', () => {
    const job = jobOf(rows(10, 40));
    expect(refusal(job, KITCHEN)).toBeNull();
    expect(refusal(job, GENTLE)).toContain('changes thread 39 times; this machine takes 30 colours');
    expect(refusal({ ...job, stitches: 50_000 }, GENTLE)).toContain(
      '50,000 stitches; this machine takes 40,000',
    );
    const wide = jobOf([
      [0, 0, Move.jump],
      [0, 40, Move.stitch],
      [60, 40, Move.stitch],
      [60, 0, Move.stitch],
    ]);
    const [small, medium] = KITCHEN.hoops;
    expect(outside(reachOf(wide), medium)).toContain('reaches 10.0 mm over it');
    expect(outside(reachOf(placed(wide, { x: -30, y: 0, turn: 0 })), medium)).toBeNull();
    expect(outside(reachOf(wide), small)).toMatch(
      /is 60\.0 × 40\.0 mm and the hoop 50 × 50: mount a larger hoop/,
    );
    const strip = { name: '40 × 60', width: 40, height: 60 };
    expect(outside(reachOf(wide), strip)).toContain('turn it by a quarter');
    expect(
      outside(reachOf(placed(placed(wide, { x: -30, y: -20, turn: 0 }), { x: 0, y: 0, turn: 90 })), strip),
    ).toBeNull();
  });

  test('has an edge that holds every stitch', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 })), {
          minLength: 3,
          maxLength: 40,
        }),
        (points) => {
          const job = jobOf([[0, 0, Move.jump], ...points.map(([x, y]): Do => [x, y, Move.stitch])]);
          const edge = edgeOf(job);
          for (let k = 1; k < edge.length; k++) {
            const [a, b] = [edge[k - 1], edge[k]];
            for (const [x, y] of points)
              expect((b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])).toBeGreaterThan(-1e-3);
          }
        },
      ),
    );
  });
});

describe('sewing', () => {
  test('stops at each colour, asks for its thread, and counts', () => {
    const sewing = start(jobOf(rows(100, 3)));
    sewing.advance(1000);
    expect(sewing).toMatchObject({ status: 'thread', colour: 1, stitch: 100 });
    sewing.advance(1000);
    expect(sewing.stitch).toBe(100);
    sewing.threadedNow();
    expect(sewing.status).toBe('held');
    sewing.go();
    sewing.advance(1000);
    expect(sewing).toMatchObject({ status: 'thread', colour: 2, stitch: 200 });
    // It was only a stop.
    sewing.sameThread();
    finish(sewing);
    expect(sewing.counts).toMatchObject({ stitches: 300, changes: 2, threadings: 1, breaks: 0 });
    expect(sewing.missing).toBe(0);
    const log = logOf(sewing, {
      hoop: KITCHEN.hoops[1],
      placing: { x: 0, y: 0, turn: 0 },
      begun: new Date(0),
      ended: new Date(5),
    });
    expect(log).toMatchObject({
      file: 'Test.dst',
      finished: true,
      stitches: 300,
      speed: 700,
      hoop: '100 × 100',
    });
    expect(log.events.map((e) => e.what).filter((w) => w !== 'trim')).toEqual([
      'begun',
      'threaded',
      'stop',
      'done',
    ]);
    expect(logName('Badges/Club.dst')).toBe('Badges/Club.sewn.json');
  });

  test('of several needles goes on by itself while they hold the threads', () => {
    const sewing = start(jobOf(rows(30, 8)), ATTIC);
    sewing.advance(10_000);
    // The seventh colour lies on the first needle, which holds the first.
    expect(sewing).toMatchObject({ status: 'thread', colour: 6, stitch: 180 });
    expect(sewing.events.filter((e) => e.what === 'needle')).toHaveLength(5);
    finish(sewing);
    expect(sewing.counts.threadings).toBe(2);
  });

  test('moves the frame without sewing, and sews again what it went back over', () => {
    const sewing = start(jobOf(rows(200)));
    sewing.advance(8);
    sewing.hold();
    const { stitch } = sewing;
    expect(stitch).toBeGreaterThan(50);
    sewing.moveBy(-10);
    expect(sewing.stitch).toBe(stitch - 10);
    sewing.moveBy(1);
    expect(sewing.stitch).toBe(stitch - 9);
    sewing.moveBy(-1000);
    expect(sewing.stitch).toBe(0);
    sewing.moveBy(1000);
    expect([sewing.stitch, sewing.missing]).toEqual([200, 200 - stitch]);
    sewing.moveBy(-(200 - stitch) - 5);
    finish(sewing);
    expect([sewing.counts.stitches, sewing.missing]).toEqual([205, 0]);
  });

  test('takes as long at once as step by step', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.001, max: 9, noNaN: true }), { minLength: 30, maxLength: 60 }),
        (steps) => {
          const job = jobOf(rows(150));
          const [once, often] = [start(job), start(job)];
          let all = 0;
          for (const step of steps) {
            often.advance(step);
            all += step;
          }
          once.advance(all);
          expect(Math.abs(often.at - once.at)).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 30 },
    );
  });

  test('with breaks and empty bobbins leaves nothing out when somebody goes back far enough', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const job = jobOf(rows(400, 2));
        const sewing = finish(start(job, KITCHEN, { breaks: 90, bobbin: 150, seed }));
        expect(sewing.missing).toBe(0);
        expect(sewing.counts.bobbins).toBeGreaterThan(2);
        expect(sewing.counts.stitches).toBeGreaterThan(800 - 1);
        expect(job.step.filter((s) => s === Step.stitch)).toHaveLength(800);
      }),
      { numRuns: 20 },
    );
  });

  test('on without going back leaves a gap, and says so', () => {
    const sewing = start(jobOf(rows(400)), KITCHEN, { breaks: 60, bobbin: 0, seed: 4 });
    for (let k = 0; k < 500 && sewing.status !== 'done'; k++) {
      sewing.advance(30);
      if (sewing.status === 'broken') sewing.threadedNow();
      sewing.go();
    }
    expect(sewing.counts.breaks).toBeGreaterThan(1);
    expect(sewing.missing).toBeGreaterThanOrEqual(2 * sewing.counts.breaks);
  });
});
