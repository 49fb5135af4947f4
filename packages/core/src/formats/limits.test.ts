// The door: what no reader may let in, and what none may take long over.
import { describe, expect, test } from 'vitest';
import { box, design, group, object } from '../../test/draw.ts';
import { MOST_MADE } from '../design/copies.ts';
import { applyCommand, CommandError } from '../design/commands.ts';
import { everyLeaf } from '../design/tree.ts';
import { emptyDesign, type Repeat } from '../design/types.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { checkDesign } from './design-file/read.ts';
import { encodeRecord, HEADER_SIZE, RecordKind } from './dst/codec.ts';
import { readDst } from './dst/read.ts';
import { READ_LIMITS, ReadError } from './read-error.ts';
import { readSvg } from './svg/read.ts';

const page = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${inner}</svg>`;
const square = '<rect x="40" y="40" width="20" height="20"/>';

/** Steps of work are counted, not time: what is refused or read here would take minutes or for ever otherwise. */
describe('drawings that would take long', () => {
  const nested = (levels: number, each: number): string =>
    Array.from(
      { length: levels },
      (_, i) => `<g id="g${i}">${i ? `<use href="#g${i - 1}"/>`.repeat(each) : '<g/>'.repeat(each)}</g>`,
    ).join('');
  test.each([
    ['parts in parts that hold nothing', `<defs>${nested(11, 10)}</defs><use href="#g10"/>`],
    [
      'rules that look for many ancestors',
      `<style>${'g g g rect{fill:red}'.repeat(1900)}</style>${'<g>'.repeat(50)}${square.repeat(3000)}${'</g>'.repeat(50)}`,
    ],
  ])('%s: refused with words', (_, inner) => {
    expect(() => readSvg(page(inner))).toThrow(ReadError);
    expect(() => readSvg(page(inner))).toThrow(/too involved/);
  });

  test.each([
    [
      'a transform',
      `<rect width="9" height="9" transform="${'a'.repeat(50_000)}"/>`,
      /transform could not be read/,
    ],
    ['a colour', `<rect width="9" height="9" fill="r${' '.repeat(50_000)}x"/>`, /too long/],
    ['a number', `<rect width="${'1'.repeat(50_000)}x" height="9"/>`, /number could not be read/],
    ['many paints', `<rect width="9" height="9" fill="${'url(#a) '.repeat(9000)}"/>`, /too long/],
    ['neighbours', `<style>rect ~ rect, g:has(> rect) {fill:red}</style>${square}`, /looks too far around/],
  ])('%s: left out or read past, and told', (_, inner, words) => {
    expect(readSvg(page(inner)).notes.join(' ')).toMatch(words);
  });

  test('rules by class, id and name hold as before, the later and the more exact first', () => {
    const { shapes } = readSvg(
      page(
        `<style>rect{fill:#111}.a{fill:#222}g>.a.b{fill:#333}#c{fill:#444}.a{stroke:#555}</style>
        ${square}<rect class="a" width="9" height="9"/><g><rect class="b a" width="9" height="9"/></g><rect id="c" class="a" width="9" height="9"/>`,
      ),
    );
    expect(shapes.map((s) => s.fill)).toEqual(['#111111', '#222222', '#333333', '#444444']);
    expect(shapes.map((s) => s.stroke)).toEqual([null, '#555555', '#555555', '#555555']);
  });
});

describe('far away, or too many', () => {
  test.each([
    ['a kilometre off', '<rect x="1e6" y="0" width="9" height="9"/>'],
    ['beyond numbers', '<circle cx="50" cy="50" r="1e300"/>'],
    ['moved there', '<g transform="translate(1e9 0)"><rect width="9" height="9"/></g>'],
  ])('a shape %s is refused', (_, inner) => {
    expect(() => readSvg(page(inner))).toThrow(/lies more than 100 m away/);
  });

  test('points of polygons count like those of paths', () => {
    const points = '1,1 2,2 3,1 '.repeat(READ_LIMITS.points / 6);
    expect(() => readSvg(page(`<polygon points="${points}"/>`.repeat(3)))).toThrow(/more than 200000 points/);
  });

  test('a stitch file that changes colour at every stitch', () => {
    const bytes = new Uint8Array(HEADER_SIZE + 6 * (READ_LIMITS.objects + 2) + 3);
    bytes.set(new TextEncoder().encode('LA:x'), 0);
    let at = HEADER_SIZE;
    for (let i = 0; i < READ_LIMITS.objects + 2; i++)
      for (const kind of [RecordKind.stitch, RecordKind.change]) {
        bytes.set(encodeRecord(kind === RecordKind.stitch ? 1 : 0, 0, kind), at);
        at += 3;
      }
    expect(() => readDst(bytes)).toThrow(/changes colour more than 5000 times/);
  });

  test('a live outline put where no number reaches', () => {
    for (const far of [1e9, 1e308]) {
      const band = {
        kind: 'band',
        of: ['a'],
        width: 2,
        ends: 'flat',
        corners: 'round',
        place: [1, 0, 0, 1, far, 0],
      };
      const bad = design(object('a', box(0, 0, 9, 9)), object('b', band as never));
      expect(() => checkDesign(bad)).toThrow(/place → 4: it must be at most/);
    }
  });
});

describe('copies of copies', () => {
  const circle = (count: number, fit: 'place' | 'count' = 'place'): Repeat => ({
    order: 'copies',
    layout: { kind: 'circle', centre: { x: 0, y: 60 }, count, sweep: 360, fit, gap: 0 },
  });
  const nested = (...repeats: Repeat[]) =>
    repeats.reduce(
      (inner, repeat, i) => group(`g${i}`, [inner], repeat),
      group('g', [object('a', box(0, 0, 0.2, 0.2))]),
    );

  test('are refused with the number that they would make', () => {
    const many = design(nested(circle(500), circle(500), circle(500)));
    expect(() => checkDesign(many)).toThrow(/make 125000000 objects together; at most 10000/);
    expect(checkDesign(design(nested(circle(50), circle(20)))).objects).toHaveLength(1);
  });

  test('can’t be made on the bench either', () => {
    const command = {
      do: 'insert',
      label: '',
      item: nested(circle(500), circle(500)),
      parent: null,
      index: 0,
    } as const;
    expect(() => applyCommand(emptyDesign('x'), command)).toThrow(CommandError);
    expect(() => applyCommand(emptyDesign('x'), command)).toThrow(/would make 250000 objects/);
  });

  test('that find their own number stop where there are enough', () => {
    const free = resolveDesign(design(nested(circle(2, 'count'), circle(2, 'count'), circle(2, 'count'))));
    const made = [...everyLeaf(free.objects)].length;
    expect(made).toBeGreaterThan(100);
    expect(made).toBeLessThanOrEqual(MOST_MADE);
  });
});
