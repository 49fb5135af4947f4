// Forty lines like a drawn one: what they cover, what they hide, and that they follow.
import { expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { box, drawn } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { findItem } from '../design/tree.ts';
import {
  emptyDesign,
  type Design,
  type DesignObject,
  type Item,
  type PlainOutline,
} from '../design/types.ts';
import { Move } from '../sewing/moves.ts';
import { sewDesign } from '../sewing/sew.ts';
import { JobError } from './job.ts';
import { lineOfItem, linesLikeJob } from './lines-like.ts';

const WAVE = 'M-30 2C-15 -14 15 14 30 -1';
const wave = (outline: PlainOutline = drawn(WAVE)): DesignObject => draw.object('wave', outline, 'run');
const designOf = (...objects: Item[]): Design => ({ ...emptyDesign('Test'), objects });

function made(design: Design, ids: string[] = ['wave']): { next: Design; lines: DesignObject } {
  const job = linesLikeJob(design, ids);
  const next = applyCommand(design, job.command).design;
  return { next, lines: findItem(next, job.select[0]) as DesignObject };
}

test('a rectangle as wide as the line, forty lines high, in the line’s thread; the line is set aside', () => {
  const { next, lines } = made(designOf(wave()));
  expect(lines.outline).toMatchObject({ kind: 'rectangle', width: 60, height: 60, turn: 0, x: 0 });
  expect(lines).toMatchObject({ linesLike: ['wave'], thread: wave().thread });
  expect(findItem(next, 'wave')).toMatchObject({ unsewn: true });
  const { x, y, move } = sewDesign(next);
  const first = [...move].indexOf(Move.stitch);
  expect([...move].slice(first).every((m) => m === Move.stitch)).toBe(true);
  expect(Math.max(...[...x, ...y].map(Math.abs))).toBeLessThan(30.6);
});

test('what the line goes across is hidden whole; what lies beside it stays sewn', () => {
  const design = designOf(
    draw.object('word', box(20, 0, 40, 20)),
    draw.object('beside', box(0, 40, 8, 8)),
    wave(),
  );
  const { next, lines } = made(design);
  expect(lines.relief).toEqual(['word']);
  expect(findItem(next, 'word')).toMatchObject({ unsewn: true });
  expect(findItem(next, 'beside')).not.toMatchObject({ unsewn: true });
  const { x, width } = lines.outline as { x: number; width: number };
  expect(x + width / 2).toBeCloseTo(44, 6);
  // It bends them.
  const flat = applyCommand(next, {
    do: 'replace',
    label: '',
    item: { ...lines, relief: undefined } as DesignObject,
  }).design;
  expect(sewDesign(flat).y).not.toEqual(sewDesign(next).y);
});

test('they follow when the line is changed', () => {
  const { next } = made(designOf(wave()));
  const item = { ...(findItem(next, 'wave') as DesignObject), outline: drawn('M-30 2C-15 14 15 -14 30 -1') };
  const changed = applyCommand(next, { do: 'replace', label: '', item }).design;
  const near = (d: Design): Set<string> => {
    const { x, y, move } = sewDesign(d);
    return new Set(
      [...x.keys()]
        .filter((i) => move[i] === Move.stitch && Math.abs(x[i] + 14) < 4)
        .map((i) => `${x[i].toFixed(1)} ${y[i].toFixed(1)}`),
    );
  };
  const [was, is] = [near(next), near(changed)];
  expect([...was].filter((p) => is.has(p)).length).toBeLessThan(0.15 * was.size);
});

test.each([
  ['M0 -30C8 -10 -8 10 0.5 30', 90],
  ['M-20 -20C-8 -20 8 20 20 20', 45],
  ['M20 20C8 20 -8 -20 -20 -20', 45],
])('a line that goes otherwise has its rectangle along it: %s', (d, turn) => {
  const { lines } = made(designOf(wave(drawn(d))));
  expect(lines.outline).toMatchObject({ turn });
});

test('what is no open line is told', () => {
  const design = designOf(draw.object('wave', box(0, 0)));
  expect(() => linesLikeJob(design, ['wave'])).toThrow(JobError);
  expect(lineOfItem(design, 'wave')).toBeNull();
  // So is one that curls and leads nowhere.
  const curl = 'M0 0' + 'C40 0 40 40 0 40C-40 40 -40 0 3 0'.repeat(3);
  expect(lineOfItem(designOf(wave(drawn(curl))), 'wave')).toBeNull();
});
