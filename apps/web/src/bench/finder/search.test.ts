import { expect, test } from 'vitest';
import { MAKINGS } from '@rosehip/core';
import type { FinderEntry } from './entries.ts';
import { finderOf } from './search.ts';

const entries: FinderEntry[] = [
  ...MAKINGS.map((m): FinderEntry => ({
    id: `command ${m.id}`,
    label: m.label,
    about: m.help,
    sort: 'command',
    words: m.words,
    blocked: m.least > 1 ? 'Select 2 or more first.' : undefined,
    run: () => {},
  })),
  {
    id: 'object moth',
    label: 'Border of the moth',
    about: 'Selects this object.',
    sort: 'object',
    words: '',
    run: () => {},
  },
];
const find = (text: string): string[] => finderOf(entries)(text).map(({ id }) => id);

test.each([
  ['border', 'command border'],
  ['bord', 'command border'],
  ['wreath', 'command circle-repeat'],
  ['quilt', 'command stipple-around'],
  ['towel', 'command knockdown'],
  ['applique', 'command applique'],
  ['badge', 'command patch-edge'],
  ['moth', 'object moth'],
])('“%s” finds %s first', (text, id) => {
  expect(find(text)[0]).toBe(id);
});

test('letters that are a little wrong find it all the same', () => {
  expect(find('stiple')).toContain('command stipple-around');
});

test('what can’t be done now is found too, farther down unless it is just what was typed', () => {
  expect(find('unite')[0]).toBe('command unite');
  const repeats = find('repeat');
  expect(repeats).toContain('command path-repeat');
  expect(repeats.indexOf('command path-repeat')).toBeGreaterThan(repeats.indexOf('command grid-repeat'));
});

test('nothing typed offers what can be done', () => {
  const all = finderOf(entries)('');
  expect(all.length).toBeGreaterThan(5);
  expect(all.every((e) => e.sort === 'command' && !e.blocked)).toBe(true);
});
