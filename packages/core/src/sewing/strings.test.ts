// Beads on a string: copies that a run leads through, one after another.
import { describe, expect, test } from 'vitest';
import { drawn } from '../../test/draw.ts';
import { emptyDesign, type Design, type DesignObject, type Layout, type Repeat } from '../design/types.ts';
import { findingsOf } from '../findings/findings.ts';
import { Move } from './moves.ts';
import { figuresOf, type Plan } from './plan.ts';
import { sewDesign } from './sew.ts';

const bead: DesignObject = {
  id: 'bead',
  name: 'Bead',
  kind: 'object',
  visible: true,
  locked: false,
  outline: drawn('M0 -23L1.5 -20L0 -17L-1.5 -20Z'),
  recipe: { kind: 'fill', settings: {} },
  thread: '222',
};

const circle = (count: number, sweep: number): Layout => ({
  kind: 'circle',
  centre: { x: 0, y: 0 },
  count,
  sweep,
  fit: 'place',
  gap: 0,
});

function ring(more: Partial<Repeat>, sweep = 360): Design {
  const repeat: Repeat = { layout: circle(24, sweep), order: 'copies', ...more };
  return {
    ...emptyDesign('Beads'),
    objects: [
      { id: 'ring', name: 'Ring', kind: 'group', visible: true, locked: false, objects: [bead], repeat },
    ],
  };
}

/** Stitches whose middle lies between the beads, as the lengths of runs over bare cloth, mm. */
const between = ({ x, y, move }: Plan): number =>
  [...move.keys()].filter((i) => {
    if (!i || move[i] !== Move.stitch) return false;
    const a = Math.atan2((y[i] + y[i - 1]) / 2, (x[i] + x[i - 1]) / 2) * (24 / (2 * Math.PI));
    return Math.abs(a - Math.round(a)) > 0.34;
  }).length;

describe('copies of a repeat that a run leads through', () => {
  test('are cut apart as they come, and strung when that is wanted', () => {
    expect(figuresOf(sewDesign(ring({}))).trims).toBeGreaterThan(20);
    const plan = sewDesign(ring({ joined: true }));
    expect(figuresOf(plan).trims).toBe(0);
    expect(between(plan)).toBeGreaterThanOrEqual(24);
    // The string keeps to the ring: nothing is sewn in its middle, or far outside.
    const radii = [...plan.x].map((x, i) => Math.hypot(x, plan.y[i])).slice(1);
    expect(Math.min(...radii)).toBeGreaterThan(16);
    expect(Math.max(...radii)).toBeLessThan(24);
  });

  test('the string is no thread that strayed from its bead', () => {
    const design = ring({ joined: true });
    expect(findingsOf(design, sewDesign(design)).map((f) => f.id)).not.toContain('outside-shape');
  });

  test('a whole circle closes, a part of one does not', () => {
    const last = ({ x, y }: Plan): number => {
      const a = (Math.atan2(y[y.length - 1], x[x.length - 1]) * 180) / Math.PI;
      return Math.abs(((a + 90 + 540) % 360) - 180);
    };
    // The first bead stands at -90°.
    expect(last(sewDesign(ring({ joined: true })))).toBeLessThan(8);
    expect(last(sewDesign(ring({ joined: true }, 180)))).toBeGreaterThan(170);
  });

  test('a begin that was fixed by hand stays', () => {
    const design = ring({ joined: true });
    const [group] = design.objects;
    if (group.kind !== 'group') throw new Error('no group');
    const fixed = { ...design, objects: [{ ...group, objects: [{ ...bead, start: { x: 0, y: -22 } }] }] };
    const { x, y, move } = sewDesign(fixed);
    const first = move.indexOf(Move.stitch);
    expect(Math.hypot(x[first] - 0, y[first] + 22)).toBeLessThan(1.5);
  });
});
