// What is kept of a design's past, and what it costs.
import { emptyDesign, type Design } from '@rosehip/core';
import { eq, sql } from 'drizzle-orm';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { createDesign, listDesigns, loadDesign, saveRevision, setDeleted } from '../src/database/designs.ts';
import {
  packChanges,
  packText,
  putTogether,
  takeApart,
  unpackChanges,
  unpackText,
} from '../src/database/packing.ts';
import { listRevisions, nameRevision } from '../src/database/revisions.ts';
import { assets, designs, pictures, revisionAssets, revisions } from '../src/database/schema.ts';
import {
  dropDeleted,
  dropUnusedAssets,
  revisionsToDrop,
  thinRevisions,
  type Aged,
} from '../src/database/thinning.ts';
import { makeDatabase, type TestDatabase } from './database.ts';

let database: TestDatabase;
beforeAll(async () => {
  database = await makeDatabase();
});
afterAll(() => database?.drop());

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const db = () => database.connection.db;

/** A design of 200 objects, so that one change is small beside it, over a picture. */
function pictured(seed: number, picture = 'A'.repeat(300_000)): Design {
  return {
    ...emptyDesign('Pictured'),
    picture: {
      name: 'p',
      data: `data:image/png;base64,${picture}`,
      x: 0,
      y: 0,
      width: 50,
      height: 50,
      turn: 0,
      strength: 0.5,
      locked: false,
      visible: true,
    },
    objects: Array.from({ length: 200 }, (_, k) => ({
      id: `o${k}`,
      name: `Dot ${k}`,
      kind: 'object' as const,
      visible: true,
      locked: false,
      outline: {
        kind: 'ellipse' as const,
        x: (k * 7919) % 89,
        y: k === 3 ? seed : k,
        width: 5,
        height: 5,
        turn: 0,
      },
      recipe: { kind: 'fill', settings: {} },
      thread: '172',
    })),
  } as Design;
}

describe('packing', () => {
  const json = fc.jsonValue({ maxDepth: 3 });
  test('gives any design back as it was', () => {
    fc.assert(
      fc.property(json, fc.string({ maxLength: 80 }), (value, text) => {
        const design = {
          value,
          text,
          short: `asset:${'a'.repeat(64)}`,
          inside: `"asset:${'b'.repeat(64)}"`,
          list: `list:${'c'.repeat(64)}`,
          numbers: Array.from({ length: 5000 }, (_, i) => i % 7),
          long: text.repeat(200),
        } as unknown as Design;
        const apart = takeApart(design);
        // JSON knows no −0.
        expect(putTogether(apart.text, apart.assets)).toEqual(JSON.parse(JSON.stringify(design)));
      }),
    );
  });

  test('as a whole and as changes', () => {
    const words = fc.array(fc.constantFrom('petal', 'leaf ', '¼ thorn', '🌹', '\n'), { maxLength: 300 });
    fc.assert(
      fc.property(words, words, (a, b) => {
        const [base, text] = [a.join(''), b.join('')];
        expect(unpackText(packText(text))).toBe(text);
        expect(unpackChanges(packChanges(text, base), base)).toBe(text);
      }),
    );
  });

  test('changes do not open on another base', () => {
    const base = 'petal '.repeat(50);
    expect(() => unpackChanges(packChanges(`${base}leaf`, base), base.replace('petal', 'paths'))).toThrow();
  });
});

describe('what a save costs', () => {
  test('a small change over a large picture costs a small part of it, and the picture once', async () => {
    const id = await createDesign(db(), pictured(0), 'New');
    for (let k = 1; k <= 70; k++)
      await saveRevision(db(), id, { basedOn: k, design: pictured(k), label: `Move ${k}` });
    const rows = await db()
      .select({
        number: revisions.number,
        base: revisions.base,
        size: sql<number>`LENGTH(${revisions.body})`,
      })
      .from(revisions)
      .where(eq(revisions.designId, id));
    const wholes = rows.filter((r) => r.base === null);
    expect(wholes.map((r) => r.number)).toEqual([1, 62]); // and a whole one now and then
    const changes = rows.filter((r) => r.base !== null).map((r) => Number(r.size));
    expect(Math.max(...changes)).toBeLessThan(200);
    expect(await db().select({ hash: assets.hash }).from(assets)).toHaveLength(1);
    for (const k of [1, 2, 35, 61, 62, 71])
      expect((await loadDesign(db(), id, k))!.design).toEqual(pictured(k - 1));
  });

  test('a picture that no revision holds any more goes, one that some do stays', async () => {
    const id = await createDesign(db(), pictured(0, 'B'.repeat(5000)), 'New');
    const other = await createDesign(db(), pictured(1, 'B'.repeat(5000)), 'New');
    const before = (await db().select({ hash: assets.hash }).from(assets)).length;
    const count = async () => {
      await dropUnusedAssets(db());
      return (await db().select({ hash: assets.hash }).from(assets)).length;
    };
    const long = Date.now() + 31 * DAY;
    await setDeleted(db(), id, true);
    expect(await dropDeleted(db())).toBe(0); // it can still be brought back
    expect(await dropDeleted(db(), long)).toBe(1);
    expect(await count()).toBe(before);
    await setDeleted(db(), other, true);
    expect(await dropDeleted(db(), long)).toBe(1);
    expect(await count()).toBe(before - 1);
    for (const table of [designs, revisions, revisionAssets, pictures])
      expect(
        await db()
          .select()
          .from(table)
          .where(eq('designId' in table ? table.designId : table.id, id)),
      ).toEqual([]);
  });
});

describe('thinning', () => {
  const now = Date.UTC(2026, 10, 26, 12);
  const at = (age: number, number: number, more: Partial<Aged> = {}): Aged => ({
    number,
    madeAt: new Date(now - age),
    name: null,
    base: null,
    ...more,
  });

  test('keeps all of a day, one an hour of a week, one a day before that, and those with a name', () => {
    const all = [
      at(20 * DAY, 1),
      at(20 * DAY - 2 * HOUR, 2),
      at(20 * DAY - 3 * HOUR, 3, { name: 'For the fair' }),
      at(20 * DAY - 4 * HOUR, 4),
      at(3 * DAY - 60_000, 5),
      at(3 * DAY - 120_000, 6),
      at(2 * DAY, 7),
      at(HOUR, 8),
      at(HOUR - 1000, 9),
    ];
    expect(revisionsToDrop(all, now)).toEqual([2, 5]);
  });

  test('never drops the first, the newest, a named one, or what a kept one is made from', () => {
    const history = fc.array(
      fc.record({ age: fc.integer({ min: 0, max: 90 * DAY }), named: fc.boolean(), whole: fc.boolean() }),
      { minLength: 1, maxLength: 60 },
    );
    fc.assert(
      fc.property(history, (list) => {
        let base = 1;
        const all = list
          .sort((a, b) => b.age - a.age)
          .map(({ age, named, whole }, k) => {
            if (whole || k === 0) base = k + 1;
            return at(age, k + 1, { name: named ? 'n' : null, base: base === k + 1 ? null : base });
          });
        const gone = new Set(revisionsToDrop(all, now));
        const kept = all.filter((r) => !gone.has(r.number));
        expect(kept.map((r) => r.number)).toEqual(expect.arrayContaining([1, all.length]));
        expect(all.filter((r) => r.name && gone.has(r.number))).toEqual([]);
        for (const { base: b } of kept) if (b !== null) expect(gone.has(b)).toBe(false);
        // Once thinned, there is nothing more to drop.
        expect(revisionsToDrop(kept, now)).toEqual([]);
      }),
    );
  });

  test('leaves what is left readable', async () => {
    const id = await createDesign(db(), pictured(0), 'New');
    for (let k = 1; k < 12; k++)
      await saveRevision(db(), id, { basedOn: k, design: pictured(k), label: 'Move' });
    await nameRevision(db(), id, 5, 'Before the leaves');
    expect(await thinRevisions(db(), Date.now() + 40 * DAY)).toBeGreaterThan(0);
    const left = await listRevisions(db(), id);
    expect(left.map((r) => r.number)).toEqual([12, 5, 1]);
    for (const { number } of left)
      expect((await loadDesign(db(), id, number))!.design).toEqual(pictured(number - 1));
    await saveRevision(db(), id, { basedOn: 12, design: pictured(99), label: 'Move' });
    expect((await loadDesign(db(), id))!.design).toEqual(pictured(99));
    expect((await listDesigns(db())).find((d) => d.id === id)?.revision).toBe(13);
  });
});
