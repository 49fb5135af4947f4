import { expect, test } from 'vitest';
import type { ShelfEntry } from '@rosehip/wire';
import { ref } from 'vue';
import { labelsOf, shown, useShelfList } from './shelf-list.ts';

const entry = (id: string, more: Partial<ShelfEntry> = {}, kinds: string[] = []): ShelfEntry => ({
  id,
  name: id,
  revision: 1,
  madeAt: '2026-01-01',
  changedAt: `2026-01-0${id.length}`,
  deletedAt: null,
  hoop: '100 × 100',
  labels: [],
  problem: null,
  summary: {
    stitches: id.length * 100,
    trims: 0,
    width: 10,
    height: 10,
    seconds: 1,
    colours: [{ code: '172', name: 'Rosehip', colour: '#b3263f' }],
    kinds,
  },
  ...more,
});
const all = [
  entry('Moon', { labels: ['gifts'] }, ['satin']),
  entry('Comet', { hoop: '130 × 180', labels: ['for the fair', 'gifts'] }, ['Motif fill']),
  entry('Badge 10'),
  entry('Badge 9'),
];
const ids = (list: ShelfEntry[]): string[] => list.map((e) => e.id);

test('designs are found by thread, hoop, kind and label, every word of it', () => {
  const found = (search: string): string[] => ids(shown(all, search, null, 'name'));
  expect(found('rosehip')).toHaveLength(4);
  expect(found('172 satin')).toEqual(['Moon']);
  expect(found('motif fill')).toEqual(['Comet']);
  expect(found('130')).toEqual(['Comet']);
  expect(found('FAIR')).toEqual(['Comet']);
  expect(found('satin fair')).toEqual([]);
});

test('sorted by each, numbers in names as numbers', () => {
  expect(ids(shown(all, '', null, 'name'))).toEqual(['Badge 9', 'Badge 10', 'Comet', 'Moon']);
  expect(ids(shown(all, '', null, 'stitches'))[0]).toBe('Badge 10');
  expect(ids(shown(all, '', null, 'changed')).at(-1)).toBe('Moon');
  expect(ids(shown(all, '', 'gifts', 'name'))).toEqual(['Comet', 'Moon']);
});

test('labels are counted', () => {
  expect(labelsOf(all)).toEqual([
    { label: 'for the fair', count: 1 },
    { label: 'gifts', count: 2 },
  ]);
});

test('a stretch is selected from the last one on, and nothing hidden stays selected', () => {
  const list = useShelfList(ref(all));
  list.sort.value = 'name';
  list.toggle('Badge 9', false);
  list.toggle('Comet', true);
  expect(ids(list.selected.value)).toEqual(['Badge 9', 'Badge 10', 'Comet']);
  list.toggle('Badge 10', false);
  expect(ids(list.selected.value)).toEqual(['Badge 9', 'Comet']);
  list.search.value = 'comet';
  expect(ids(list.selected.value)).toEqual(['Comet']);
  list.clear();
  expect(list.selected.value).toEqual([]);
});
