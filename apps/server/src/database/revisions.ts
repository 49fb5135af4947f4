// Revisions: written as changes to a whole copy, read as designs.
import type { Design } from '@rosehip/core';
import { and, asc, desc, eq, gt, inArray, isNull, lt } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Database } from './connect.ts';
import {
  designOf,
  marksIn,
  packChanges,
  packText,
  unpackChanges,
  unpackText,
  type Apart,
} from './packing.ts';
import { OWNER } from './owner.ts';
import { assets, designs, revisionAssets, revisions } from './schema.ts';

/** A database, or a transaction in one. */
export type Reader = Database | Parameters<Parameters<Database['transaction']>[0]>[0];

/** A whole copy is written at the latest after so many revisions that are changes to one. */
const MOST_CHANGES = 60;
/** Changes that take more than this share of a whole copy are not worth it. */
const WORTH = 0.5;

const whole = alias(revisions, 'whole');

const lostCopy = (designId: string, number: number): Error =>
  new Error(`Revision ${number} of ${designId} has lost the copy it is made from.`);

/** A revision's text with marks for its long texts; null when there is no such revision. */
async function textOf(db: Reader, designId: string, number: number): Promise<string | null> {
  const [row] = await db
    .select({ body: revisions.body, base: revisions.base, whole: whole.body })
    .from(revisions)
    .leftJoin(whole, and(eq(whole.designId, revisions.designId), eq(whole.number, revisions.base)))
    .where(and(eq(revisions.designId, designId), eq(revisions.number, number)));
  if (!row) return null;
  if (row.base === null) return unpackText(row.body);
  if (!row.whole) throw lostCopy(designId, number);
  return unpackChanges(row.body, unpackText(row.whole));
}

/** A revision's design; null when there is no such revision. Throws when a part of it is missing. */
export async function readRevision(db: Reader, designId: string, number: number): Promise<Design | null> {
  const text = await textOf(db, designId, number);
  if (text === null) return null;
  const marks = marksIn(text);
  const rows = marks.length ? await db.select().from(assets).where(inArray(assets.hash, marks)) : [];
  return designOf(text, new Map(rows.map(({ hash, content }) => [hash, unpackText(content)])));
}

/** Packs a text as changes to the whole copy that revision `last` is or was made from, or whole. */
async function pack(
  db: Reader,
  designId: string,
  text: string,
  last: number | undefined,
): Promise<{ body: Buffer; base: number | null }> {
  const body = packText(text);
  if (last === undefined) return { body, base: null };
  const [row] = await db
    .select({ base: revisions.base })
    .from(revisions)
    .where(and(eq(revisions.designId, designId), eq(revisions.number, last)));
  const base = row?.base ?? last;
  if (last - base >= MOST_CHANGES) return { body, base: null };
  const baseText = await textOf(db, designId, base);
  if (baseText === null) return { body, base: null };
  const changes = packChanges(text, baseText);
  return changes.length < WORTH * body.length ? { body: changes, base } : { body, base: null };
}

export type RevisionRow = Omit<typeof revisions.$inferInsert, 'body' | 'base' | 'hash'>;

/** Writes a revision, within a transaction that holds its design's row. `last`: the revision before it. */
export async function addRevision(
  tx: Reader,
  row: RevisionRow,
  { text, hash, assets: long }: Apart,
  last?: number,
): Promise<void> {
  const hashes = [...long.keys()];
  if (hashes.length) {
    const there = await tx.select({ hash: assets.hash }).from(assets).where(inArray(assets.hash, hashes));
    // Held until the end, so that nobody drops as unused what this revision is about to use. Only those that are there:
    // to hold a place in which there is nothing would make others that add theirs wait for each other.
    const held = there.length
      ? await tx
          .select({ hash: assets.hash })
          .from(assets)
          .where(
            inArray(
              assets.hash,
              there.map(({ hash: one }) => one),
            ),
          )
          .for('update')
      : [];
    const known = new Set(held.map((asset) => asset.hash));
    for (const [one, value] of long)
      if (!known.has(one))
        await tx
          .insert(assets)
          .values({ hash: one, content: packText(value) })
          .onDuplicateKeyUpdate({ set: { hash: one } });
  }
  await tx.insert(revisions).values({ ...row, hash, ...(await pack(tx, row.designId, text, last)) });
  if (hashes.length)
    await tx
      .insert(revisionAssets)
      .values(hashes.map((one) => ({ designId: row.designId, number: row.number, hash: one })));
}

/** Revisions read at once by `revisionTexts`. */
const CHUNK = 40;

/** All revisions of a design, oldest first, with their texts, which have marks for long ones. */
export async function* revisionTexts(
  db: Reader,
  designId: string,
): AsyncGenerator<typeof revisions.$inferSelect & { text: string }> {
  let last = 0;
  const texts = new Map<number, string>(); // whole copies; of late ones only
  for (;;) {
    const rows = await db
      .select()
      .from(revisions)
      .where(and(eq(revisions.designId, designId), gt(revisions.number, last)))
      .orderBy(asc(revisions.number))
      .limit(CHUNK);
    if (!rows.length) return;
    for (const row of rows) {
      let text: string;
      if (row.base === null) {
        text = unpackText(row.body);
        texts.clear();
        texts.set(row.number, text);
      } else {
        const base = texts.get(row.base) ?? (await textOf(db, designId, row.base));
        if (base === null) throw lostCopy(designId, row.number);
        texts.set(row.base, base);
        text = unpackChanges(row.body, base);
      }
      yield { ...row, text };
      last = row.number;
    }
  }
}

/** Revisions of what is on the owner's shelf. */
const ofOwner = and(eq(designs.id, revisions.designId), eq(designs.owner, OWNER), isNull(designs.deletedAt));

/** A revision as lists have it. */
export interface ListedRevision {
  number: number;
  label: string;
  name: string | null;
  madeAt: Date;
}

/** Revisions, newest first, at most 500; those older than `before` when that is given. */
export async function listRevisions(db: Database, id: string, before?: number): Promise<ListedRevision[]> {
  return db
    .select({
      number: revisions.number,
      label: revisions.label,
      name: revisions.name,
      madeAt: revisions.madeAt,
    })
    .from(revisions)
    .innerJoin(designs, ofOwner)
    .where(and(eq(revisions.designId, id), before === undefined ? undefined : lt(revisions.number, before)))
    .orderBy(desc(revisions.number))
    .limit(500);
}

/** Gives a revision a name, which keeps it for good, or takes it away. False when there is no such revision. */
export async function nameRevision(
  db: Database,
  id: string,
  number: number,
  name: string | null,
): Promise<boolean> {
  const here = and(eq(revisions.designId, id), eq(revisions.number, number));
  const [there] = await db
    .select({ number: revisions.number })
    .from(revisions)
    .innerJoin(designs, ofOwner)
    .where(here);
  if (!there) return false;
  await db.update(revisions).set({ name }).where(here);
  return true;
}
