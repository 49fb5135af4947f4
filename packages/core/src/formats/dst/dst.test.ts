import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { LARKMOOR_CHART } from '../../materials/threads.ts';
import { Move } from '../../sewing/moves.ts';
import { PlanBuilder, type Plan } from '../../sewing/plan.ts';
import { sewDesign } from '../../sewing/sew.ts';
import { ReadError } from '../read-error.ts';
import { decodeRecord, encodeRecord, RecordKind } from './codec.ts';
import { decodeDst } from './decode.ts';
import { readDst } from './read.ts';
import { writeDst } from './write.ts';

type Step = { move: number; dx: number; dy: number };

const plan = (steps: Step[]): Plan => {
  const builder = new PlanBuilder(LARKMOOR_CHART);
  builder.beginObject({ id: 'a', name: 'A', thread: '222' });
  let [x, y] = [0, 0];
  for (const { move, dx, dy } of steps) {
    const stays = move === Move.trim || move === Move.change;
    if (!stays) [x, y] = [x + dx, y + dy];
    builder.add(x / 10, y / 10, move as 0, 0);
  }
  return builder.build();
};

/** Records in tenths of a millimetre, as a machine understands them: see `writeDst`. */
function asMachine(p: Plan): { x: number; y: number; move: number }[] {
  return Array.from(p.x, (x, i) => ({
    x: Math.round(x * 10),
    y: Math.round(p.y[i] * 10),
    move: p.move[i],
  }));
}

const stitchStep = fc.record({
  move: fc.constant(Move.stitch as number),
  dx: fc.integer({ min: -121, max: 121 }),
  dy: fc.integer({ min: -121, max: 121 }),
});
/** A jump of up to two records, which no machine takes for a trim. */
const jumpStep = fc.record({
  move: fc.constant(Move.jump as number),
  dx: fc.integer({ min: -121, max: 121 }),
  dy: fc.integer({ min: -121, max: 121 }),
});
const changeStep = fc.constant({ move: Move.change as number, dx: 0, dy: 0 });
/** A trim is followed by a jump anywhere, and that by a stitch. */
const trimSteps = fc
  .tuple(fc.integer({ min: -900, max: 900 }), fc.integer({ min: -900, max: 900 }), stitchStep)
  .map(([dx, dy, stitch]) => [
    { move: Move.trim as number, dx: 0, dy: 0 },
    { move: Move.jump as number, dx, dy },
    stitch,
  ]);
const steps = fc
  .array(
    fc.oneof(
      { weight: 8, arbitrary: stitchStep.map((s) => [s]) },
      { weight: 1, arbitrary: fc.tuple(jumpStep, stitchStep).map(([j, s]) => [j, s]) },
      { weight: 1, arbitrary: changeStep.map((s) => [s]) },
      { weight: 1, arbitrary: trimSteps },
    ),
    { maxLength: 120 },
  )
  .map((all) => [{ move: Move.stitch as number, dx: 3, dy: -4 }, ...all.flat()]);

describe('one record', () => {
  test('carries every move that fits, both ways', () => {
    for (let d = -121; d <= 121; d++) {
      const bytes = Uint8Array.from(encodeRecord(d, -d, RecordKind.stitch));
      expect(decodeRecord(bytes, 0)).toEqual({ dx: d, dy: d === 0 ? 0 : -d, kind: RecordKind.stitch });
    }
  });

  test('has the bytes that the format asks for', () => {
    expect(encodeRecord(0, 0, RecordKind.stitch)).toEqual([0, 0, 3]);
    expect(encodeRecord(1, 0, RecordKind.stitch)).toEqual([0x01, 0, 3]);
    expect(encodeRecord(0, -1, RecordKind.jump)).toEqual([0x80, 0, 0x83]);
    expect(encodeRecord(121, 121, RecordKind.change)).toEqual([0x55, 0x55, 0xc3 | 0x04 | 0x10]);
  });
});

describe('write and read', () => {
  test('give the same plan to 0.1 mm, whatever the plan', () => {
    fc.assert(
      fc.property(steps, (all) => {
        const p = plan(all);
        const back = decodeDst(writeDst(p, 'Any'));
        expect(back.warnings).toEqual([]);
        expect(back.move.map((move, i) => ({ x: back.x[i], y: back.y[i], move }))).toEqual(asMachine(p));
      }),
      { numRuns: 300 },
    );
  });

  test('divide a stitch that is longer than a record can carry, and end where it ends', () => {
    const back = decodeDst(writeDst(plan([{ move: Move.stitch, dx: 300, dy: -10 }]), 'Long'));
    expect([back.x.at(-1), back.y.at(-1), back.move.at(-1)]).toEqual([300, -10, Move.stitch]);
  });

  test('a header tells counts, size and a plain name', () => {
    const bytes = writeDst(
      plan([
        { move: Move.stitch, dx: 50, dy: 20 },
        { move: Move.change, dx: 0, dy: 0 },
        { move: Move.stitch, dx: -80, dy: 10 },
      ]),
      'Étoile ✨ over the moor',
    );
    const head = String.fromCharCode(...bytes.subarray(0, 512));
    expect(head).toMatch(
      /^LA:Etoile {2}over the\rST: {6}4\rCO: {2}1\r\+X: {3}50\r-X: {3}30\r\+Y: {4}0\r-Y: {3}30\r/,
    );
    expect(bytes.length).toBe(512 + 4 * 3);
    expect([...bytes.subarray(-3)]).toEqual([0, 0, 0xf3]);
  });

  test('a design of brought-in stitches sews exactly what the file held', () => {
    fc.assert(
      fc.property(steps, (all) => {
        const original = decodeDst(writeDst(plan(all), 'In'));
        const sewn = decodeDst(writeDst(sewDesign(readDst(writeDst(plan(all), 'In')).design), 'Out'));
        // A change with nothing sewn before or after it is dropped: only stitches must agree.
        const stitches = (r: typeof original) =>
          r.move.flatMap((m, i) => (m === Move.stitch ? [[r.x[i], r.y[i]]] : []));
        expect(stitches(sewn)).toEqual(stitches(original));
      }),
      { numRuns: 150 },
    );
  });
});

describe('bad files', () => {
  test('random bytes give an error or a design, never a crash', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 3000 }), fc.boolean(), (noise, withHeader) => {
        const head = new Uint8Array(512).fill(32);
        head.set([0x4c, 0x41, 0x3a]);
        const bytes = withHeader ? Uint8Array.of(...head, ...noise) : noise;
        try {
          expect(readDst(bytes).design.objects.length).toBeGreaterThan(0);
        } catch (error) {
          expect(error).toBeInstanceOf(ReadError);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('a file that was cut short is read, with a warning', () => {
    const bytes = writeDst(
      plan([
        { move: 0, dx: 10, dy: 10 },
        { move: 0, dx: 10, dy: 10 },
      ]),
      'Cut',
    );
    expect(decodeDst(bytes.subarray(0, bytes.length - 3)).warnings).toHaveLength(1);
  });

  test.each([
    ['an empty file', new Uint8Array(), /has 0 bytes/],
    ['a header alone', writeDst(plan([]), 'None'), /no stitches/],
  ])('%s is refused', (_, bytes, words) => {
    expect(() => readDst(bytes)).toThrow(words);
  });
});
