import { expect, test } from 'vitest';
import { drawn, object } from '../../../test/draw.ts';
import { applyCommand } from '../../design/commands.ts';
import { emptyDesign, type Design } from '../../design/types.ts';
import { readDst } from '../../formats/dst/read.ts';
import { writeDst } from '../../formats/dst/write.ts';
import { HOOPS } from '../../materials/hoops.ts';
import { machineById, MACHINES } from '../../materials/machine.ts';
import { figuresOf } from '../../sewing/plan.ts';
import { sewDesign } from '../../sewing/sew.ts';
import { findingsOf, fixOf } from '../findings.ts';

const box = (x: number, y: number, w: number, h: number) => drawn(`M${x} ${y}h${w}v${h}h${-w}Z`);
const told = (design: Design, machine = MACHINES[0].id) =>
  findingsOf(design, sewDesign(design), machineById(machine)).filter((f) =>
    ['outside-hoop', 'file-too-large'].includes(f.id),
  );

test('every machine has hoops that there are', () => {
  for (const { hoops } of MACHINES)
    for (const name of hoops) expect(HOOPS.map((h) => h.name)).toContain(name);
});

test('a file that the machine’s reader does not take is told', () => {
  const many: Design = {
    ...emptyDesign('Many'),
    objects: Array.from({ length: 40 }, (_, i) =>
      object(`o${i}`, box(-20, -20 + i, 30, 0.6), 'run', {}, { thread: i % 2 ? '222' : '162' }),
    ),
  };
  expect(told(many, 'gentle').map((f) => f.sentence)).toEqual([
    expect.stringMatching(
      /^40 colours one after another are more than Old and gentle, 1 needle reads \(30\)/,
    ),
  ]);
  expect(told(many, 'clubhouse')).toEqual([]);
});

test('what is too large for its hoop can be made smaller, in its middle, with all it is made of', () => {
  const wide: Design = {
    ...emptyDesign('Wide', { name: '100 × 100', width: 100, height: 100 }),
    objects: [object('a', box(10, -20, 130, 40), 'fill'), object('b', box(20, 0, 60, 2), 'satin')],
  };
  const [one] = told(wide);
  expect(one).toMatchObject({ fix: 'Take the 100 × 140 hoop, in its middle', or: 'Make it smaller, to fit' });
  const smaller = applyCommand(wide, fixOf(wide, { ...one, fix: one.or }).command);
  expect(told(smaller.design)).toEqual([]);
  const { minX, maxX, minY, maxY } = figuresOf(sewDesign(smaller.design)).bounds!;
  expect(maxX - minX).toBeGreaterThan(97);
  expect(Math.abs(minX + maxX) + Math.abs(minY + maxY)).toBeLessThan(0.5);
  expect(smaller.design).toMatchObject({ name: 'Wide', hoop: { name: '100 × 100' } });
  expect(smaller.design.objects.map(({ id }) => id)).toEqual(['a', 'b']);
  expect(applyCommand(smaller.design, smaller.inverse).design).toEqual(wide);
  // Of what is more than twice as large too little would be left, and what only lies too far out is moved.
  const of = (x: number, w: number) =>
    told({ ...wide, objects: [object('a', box(x, -20, w, 40), 'run')] })[0];
  expect([of(0, 300).or, of(30, 80).or]).toEqual([undefined, undefined]);
  // Stitches that were brought in stay as they are.
  const { design: brought } = readDst(writeDst(sewDesign(wide), 'WIDE'), 'Wide');
  const [there] = told({ ...brought, hoop: wide.hoop });
  expect([there.fix, there.or]).toEqual(['Take the 100 × 140 hoop, in its middle', undefined]);
});

test('what lies too far out is moved into the hoop, with its guides and its picture, and back', () => {
  const off: Design = {
    ...emptyDesign('Off', { name: '100 × 100', width: 100, height: 100 }),
    objects: [object('a', box(0, -20, 80, 40), 'run'), object('b', box(10, 0, 20, 10), 'run')],
    guides: [
      { axis: 'x', at: 40 },
      { axis: 'y', at: 5 },
    ],
  };
  const [one] = told(off);
  expect(one.fix).toBe('Move it into the hoop');
  const moved = applyCommand(off, fixOf(off, one).command);
  expect(told(moved.design)).toEqual([]);
  expect(figuresOf(sewDesign(moved.design)).bounds).toMatchObject({
    minX: -40,
    maxX: 40,
    minY: -20,
    maxY: 20,
  });
  expect(moved.design.guides).toEqual([
    { axis: 'x', at: 0 },
    { axis: 'y', at: 5 },
  ]);
  expect(applyCommand(moved.design, moved.inverse).design).toEqual(off);

  const far = { ...off, objects: [object('a', box(40, -40, 160, 80), 'run')] };
  const [other] = told(far);
  expect(other.fix).toBe('Take the 130 × 180 hoop, in its middle');
  const taken = applyCommand(far, fixOf(far, other).command).design;
  expect(taken.hoop).toMatchObject({ name: '130 × 180', width: 180, height: 130 });
  expect(told(taken)).toEqual([]);
});

test('what no hoop holds is laid in several by the fix; then what none holds whole is told by name', () => {
  const strip: Design = {
    ...emptyDesign('Strip', { name: '100 × 100', width: 100, height: 100 }),
    objects: [object('a', box(-300, -20, 60, 40), 'run'), object('b', box(240, -20, 60, 40), 'run')],
  };
  const [outside] = told(strip);
  expect(outside.fix).toBe('Lay several hoopings');
  const laid = applyCommand(strip, fixOf(strip, outside).command).design;
  expect(laid.hoopings).toHaveLength(2);
  // They share nothing, so there are no marks between them.
  expect(told(laid).map((f) => f.sentence)).toEqual([
    expect.stringMatching(/^No marks fit between hooping 1 and 2/),
  ]);
  const large: Design = { ...laid, objects: [...laid.objects, object('c', box(-60, -20, 120, 40), 'run')] };
  expect(told(large).map((f) => [f.objects, f.sentence])).toContainEqual([
    ['c'],
    expect.stringMatching(/^No hooping holds C whole/i),
  ]);
});
