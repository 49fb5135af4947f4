// Designs on the shelf and their newest revisions.
import { randomUUID } from 'node:crypto';
import type { Design } from '@rosehip/core';
import { MOST_LABELS, type Save as SentSave, type Summary } from '@rosehip/wire';
import { and, asc, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import type { Database } from './connect.ts';
import { OWNER } from './owner.ts';
import { addRevision, readRevision } from './revisions.ts';
import { designs, revisions } from './schema.ts';
import { takeApart } from './packing.ts';

/** A design as lists have it. */
export interface ShelfRow {
  id: string;
  name: string;
  revision: number;
  madeAt: Date;
  changedAt: Date;
  deletedAt: Date | null;
  hoop: string;
  labels: string[];
  summary: Summary | null;
  /** Why there is no picture; null when there is one, or will be. */
  problem: string | null;
}

/** A save that was based on an older revision than the newest. */
export class Conflict extends Error {
  readonly current: { revision: number; design: Design };
  constructor(current: { revision: number; design: Design }) {
    super('The design was changed elsewhere since this copy was loaded.');
    this.current = current;
  }
}

/** A design of the owner's by its id. */
const ownById = (id: string) => and(eq(designs.owner, OWNER), eq(designs.id, id));

/** What is on the shelf, last changed first, or, with `deleted`, what was taken off it and can be brought back. */
export async function listDesigns(db: Database, deleted = false): Promise<ShelfRow[]> {
  return db
    .select({
      id: designs.id,
      name: designs.name,
      revision: designs.revision,
      madeAt: designs.madeAt,
      changedAt: designs.changedAt,
      deletedAt: designs.deletedAt,
      hoop: designs.hoop,
      labels: designs.labels,
      summary: revisions.summary,
      problem: revisions.problem,
    })
    .from(designs)
    .innerJoin(revisions, and(eq(revisions.designId, designs.id), eq(revisions.number, designs.revision)))
    .where(and(eq(designs.owner, OWNER), deleted ? isNotNull(designs.deletedAt) : isNull(designs.deletedAt)))
    .orderBy(desc(deleted ? designs.deletedAt : designs.changedAt), asc(designs.id))
    .limit(2000);
}

export async function createDesign(
  db: Database,
  design: Design,
  label: string,
  id: string = randomUUID(),
  labels: string[] = [],
): Promise<string> {
  const now = new Date();
  await db.transaction(async (tx) => {
    await tx.insert(designs).values({
      id,
      owner: OWNER,
      name: design.name,
      hoop: design.hoop.name,
      labels,
      revision: 1,
      madeAt: now,
      changedAt: now,
    });
    await addRevision(tx, { designId: id, number: 1, label, madeAt: now }, takeApart(design));
  });
  return id;
}

/** The newest revision, or the one with this number; null when there is none. */
export async function loadDesign(
  db: Database,
  id: string,
  number?: number,
): Promise<{ id: string; revision: number; design: Design; labels: string[] } | null> {
  const [row] = await db
    .select({ revision: designs.revision, labels: designs.labels })
    .from(designs)
    .where(and(ownById(id), isNull(designs.deletedAt)));
  if (!row) return null;
  const revision = number ?? row.revision;
  const design = await readRevision(db, id, revision);
  return design && { id, revision, design, labels: row.labels };
}

/** One save as it was sent, with its design checked. */
export type Save = Omit<SentSave, 'design' | 'changes'> & { design: Design };

/**
 * Adds a revision on top of `basedOn`, or of the sender's own newest one. Gives its number, or null when there is no
 * such design. The same save sent twice (its answer was lost) gives the number it got the first time.
 * Throws Conflict when the newest revision is somebody else's.
 */
export async function saveRevision(
  db: Database,
  id: string,
  { basedOn, design, label, saveId, unanswered = [] }: Save,
): Promise<number | null> {
  const apart = takeApart(design);
  return db.transaction(async (tx) => {
    const [row] = await tx
      .select({ revision: designs.revision })
      .from(designs)
      .where(and(ownById(id), isNull(designs.deletedAt)))
      .for('update');
    if (!row) return null;
    if (row.revision !== basedOn) {
      const [current] = await tx
        .select({ hash: revisions.hash, saveId: revisions.saveId })
        .from(revisions)
        .where(and(eq(revisions.designId, id), eq(revisions.number, row.revision)));
      if (saveId && current.saveId === saveId) return row.revision;
      if (current.hash === apart.hash) return row.revision;
      const own = current.saveId !== null && unanswered.includes(current.saveId);
      if (!own)
        throw new Conflict({ revision: row.revision, design: (await readRevision(tx, id, row.revision))! });
    }
    const number = row.revision + 1;
    const now = new Date();
    await addRevision(tx, { designId: id, number, label, madeAt: now, saveId }, apart, row.revision);
    await tx
      .update(designs)
      .set({ revision: number, name: design.name, hoop: design.hoop.name, changedAt: now })
      .where(eq(designs.id, id));
    return number;
  });
}

export async function renameDesign(db: Database, id: string, name: string): Promise<number | null> {
  const current = await loadDesign(db, id);
  if (!current) return null;
  const design = { ...current.design, name };
  return saveRevision(db, id, { basedOn: current.revision, design, label: 'Rename' });
}

/** Hides a design from the shelf, or brings it back. False when there is nothing to do it to. */
export async function setDeleted(db: Database, id: string, deleted: boolean): Promise<boolean> {
  const [result] = await db
    .update(designs)
    .set({ deletedAt: deleted ? new Date() : null })
    .where(and(ownById(id), deleted ? isNull(designs.deletedAt) : isNotNull(designs.deletedAt)));
  return result.affectedRows > 0;
}

/** Puts labels on designs and takes others off. False when none of the designs is on the shelf. */
export async function labelDesigns(
  db: Database,
  ids: readonly string[],
  add: readonly string[],
  remove: readonly string[],
): Promise<boolean> {
  return db.transaction(async (tx) => {
    const here = and(eq(designs.owner, OWNER), isNull(designs.deletedAt), inArray(designs.id, [...ids]));
    const rows = await tx
      .select({ id: designs.id, labels: designs.labels })
      .from(designs)
      .where(here)
      .for('update');
    for (const { id, labels } of rows) {
      const next = [...new Set([...labels.filter((l) => !remove.includes(l)), ...add])]
        .sort((a, b) => a.localeCompare(b, 'en-GB'))
        .slice(0, MOST_LABELS);
      // Labels are no change of the design: when it was changed stays.
      await tx.update(designs).set({ labels: next }).where(eq(designs.id, id));
    }
    return rows.length > 0;
  });
}
