import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ellipse, object } from '../../../test/draw.ts';
import { everyItem, findItem } from '../../design/tree.ts';
import { emptyDesign, type Design, type DesignObject } from '../../design/types.ts';
import { DESIGN_VERSION } from '../../design/version.ts';
import { figuresOf } from '../../sewing/plan.ts';
import { sewDesign } from '../../sewing/sew.ts';
import { withKept, withoutKept } from './kept.ts';
import { checkDesign, readDesignFile } from './read.ts';
import { asPresent, writeDesignFile } from './write.ts';

const EARLIER = new URL('./earlier/', import.meta.url);
const fileOf = (version: number): string =>
  readFileSync(new URL(`version-${version}.rosehip.json`, EARLIER), 'utf8');

describe('files of earlier versions', () => {
  test('there is one of every version', () => {
    const wanted = Array.from({ length: DESIGN_VERSION - 1 }, (_, i) => `version-${i + 1}.rosehip.json`);
    expect(readdirSync(EARLIER).sort()).toEqual(wanted);
  });

  test('version 1: what objects were stitched as before keeps its numbers under its new name', () => {
    const notes: string[] = [];
    const design = readDesignFile(fileOf(1), notes);
    expect(notes).toEqual([]);
    expect(design.version).toBe(DESIGN_VERSION);
    const items = new Map([...everyItem(design.objects)].map((item) => [item.id, item]));
    expect((items.get('petal') as DesignObject).otherRecipes).toEqual([
      { kind: 'contour', settings: { spacing: 2.5 } },
    ]);
    expect((items.get('edge') as DesignObject).otherRecipes).toHaveLength(1);
    expect([...items.keys()]).toEqual(['ring', 'petal', 'edge', 'sprig', 'line']);
    // Nothing else is changed, and nothing of the old one's is left.
    const back = JSON.stringify(design)
      .replaceAll('otherRecipes', 'setAside')
      .replaceAll('motif-line', 'motif-run')
      .replace(
        '"blocks":[{"records":"j0,300 20,20 20,-20"}]',
        '"points":[0,300,20,320,40,300],"moves":[1,0,0]',
      );
    expect({ ...JSON.parse(back), version: 1 }).toEqual(JSON.parse(fileOf(1)));
    expect(figuresOf(sewDesign(design)).stitches).toBeGreaterThan(1000);
  });

  test('version 2: stitches lie in blocks of records', () => {
    const design = readDesignFile(fileOf(2));
    expect(findItem(design, 'sprig')).toMatchObject({
      kind: 'stitches',
      blocks: [{ records: 'j0,300 20,20 20,-20' }],
    });
    // What does not fit together is refused as it is, not made to fit.
    const torn = JSON.parse(fileOf(2).replace('[1, 0, 0]', '[1, 0]')) as object;
    expect(() => checkDesign(torn)).toThrow('"blocks" is missing');
  });

  test('one that was kept is the same as one that is read, and the present one stays as it is', () => {
    const old = JSON.parse(fileOf(1)) as object;
    expect(asPresent(old)).toEqual(readDesignFile(fileOf(1)));
    const now = emptyDesign('Now');
    expect(asPresent(now)).toEqual(now);
  });

  test('damaged ones are refused with words, not half read', () => {
    const old = JSON.parse(fileOf(1)) as { objects: unknown };
    expect(() => checkDesign({ ...old, objects: 'none' })).toThrow('At objects: it must be of type array.');
    expect(() => checkDesign({ ...old, objects: [null, 7] })).toThrow('At objects → 0');
    expect(() => checkDesign({ ...old, version: 0 })).toThrow('At version');
    expect(() => checkDesign({ ...old, version: 'one' })).toThrow('At version');
  });
});

describe('what is kept once in a file', () => {
  const data = `data:image/png;base64,${'A'.repeat(5000)}`;
  const coords = Array.from({ length: 1200 }, (_, i) => (i % 11) - 5);
  const patched = (id: string): DesignObject => ({
    ...object(id, ellipse(0, 0, 20)),
    patch: { print: 'own', colour: '#445566', data, size: 20 },
    motif: { name: `Star of ${id}`, coords: [...coords] },
  });
  const design: Design = { ...emptyDesign('Twice'), objects: [patched('a'), patched('b'), patched('c')] };

  test('is long and there more than once: the file is small, and gives back the same', () => {
    const file = writeDesignFile(design);
    expect(file.split(data)).toHaveLength(2);
    expect((JSON.parse(file) as { kept: unknown[] }).kept).toEqual([data, coords]);
    expect(readDesignFile(file)).toEqual(design);
  });

  test('what is there once stays in its place', () => {
    const once = { ...design, objects: [patched('a')] };
    expect(withKept(once)).toBe(once);
    expect(writeDesignFile(once)).toContain(data);
  });

  test('texts of the person that look like marks stay texts', () => {
    const texts = fc.constantFrom('kept:0', 'kept:1', 'kept:x', 'kept:', data, 'plain');
    fc.assert(
      fc.property(fc.array(texts, { minLength: 1, maxLength: 8 }), (names) => {
        const any = { names, coords: [coords, coords], inside: { names } };
        expect(withoutKept(JSON.parse(JSON.stringify(withKept(any))))).toEqual(any);
      }),
    );
  });

  test('marks that lead nowhere, or to too much, are refused with words', () => {
    const broken = { ...design, objects: [{ ...patched('a'), name: 'kept:4' }], kept: [data] };
    expect(() => checkDesign(broken)).toThrow('The file refers to "kept:4", which it does not keep.');
    const long = 'A'.repeat(2_000_000);
    const bomb = { ...design, ignored: Array.from({ length: 100 }, () => 'kept:0'), kept: [long] };
    expect(() => checkDesign(bomb)).toThrow(/stands in too many places/);
    let deep: unknown = 'kept:0';
    for (let i = 0; i < 20_000; i++) deep = [deep];
    expect(() => checkDesign({ ...design, objects: deep, kept: [data] })).toThrow(/nested too deep/);
  });
});
