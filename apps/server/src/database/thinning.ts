// What is forgotten in time: revisions grow sparse with age, deleted designs go after a while.
import { and, eq, inArray, isNotNull, lt, notExists, sql } from 'drizzle-orm';
import type { Database } from './connect.ts';
import { assets, designs, pictures, revisionAssets, revisions } from './schema.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** How long deleted designs can be brought back, in days. */
export const DELETED_DAYS = 30;

export interface Aged {
  number: number;
  madeAt: Date;
  name: string | null;
  base: number | null;
}

/**
 * The revisions that can go: of the last day all stay, of the last week the last of each hour, of the time before the
 * last of each day (UTC); the first, the newest and those with a name stay, and whole copies that others are made from.
 */
export function revisionsToDrop(all: readonly Aged[], now: number): number[] {
  const newestFirst = [...all].sort((a, b) => b.number - a.number);
  const taken = new Set<string>();
  const kept = newestFirst.filter(({ madeAt, name }, k) => {
    const at = madeAt.getTime();
    const age = now - at;
    if (age < DAY) return true;
    const slot = age < 7 * DAY ? `hour ${Math.floor(at / HOUR)}` : `day ${Math.floor(at / DAY)}`;
    const first = !taken.has(slot);
    taken.add(slot);
    return first || k === 0 || k === all.length - 1 || name !== null;
  });
  const stay = new Set(kept.flatMap(({ number, base }) => (base === null ? [number] : [number, base])));
  return all.map(({ number }) => number).filter((number) => !stay.has(number));
}

/** Drops revisions of designs that have some to drop. Gives how many went. */
export async function thinRevisions(db: Database, now = Date.now()): Promise<number> {
  let dropped = 0;
  const old = await db
    .selectDistinct({ id: revisions.designId })
    .from(revisions)
    .where(lt(revisions.madeAt, new Date(now - DAY)));
  for (const { id } of old)
    dropped += await db.transaction(async (tx) => {
      // A save under way waits, and so does this for one.
      await tx.select({ id: designs.id }).from(designs).where(eq(designs.id, id)).for('update');
      const { number, madeAt, name, base } = revisions;
      const all = await tx
        .select({ number, madeAt, name, base })
        .from(revisions)
        .where(eq(revisions.designId, id));
      const gone = revisionsToDrop(all, now);
      if (!gone.length) return 0;
      await tx.delete(pictures).where(and(eq(pictures.designId, id), inArray(pictures.revision, gone)));
      await tx
        .delete(revisionAssets)
        .where(and(eq(revisionAssets.designId, id), inArray(revisionAssets.number, gone)));
      await tx.delete(revisions).where(and(eq(revisions.designId, id), inArray(revisions.number, gone)));
      return gone.length;
    });
  return dropped;
}

/** Drops designs that were deleted long ago, with all that is theirs. Gives how many went. */
export async function dropDeleted(db: Database, now = Date.now()): Promise<number> {
  const due = and(isNotNull(designs.deletedAt), lt(designs.deletedAt, new Date(now - DELETED_DAYS * DAY)));
  const old = await db.select({ id: designs.id }).from(designs).where(due);
  let dropped = 0;
  for (const { id } of old)
    dropped += await db.transaction(async (tx) => {
      // It may have been brought back meanwhile.
      const [still] = await tx
        .select({ id: designs.id })
        .from(designs)
        .where(and(eq(designs.id, id), due))
        .for('update');
      if (!still) return 0;
      await tx.delete(pictures).where(eq(pictures.designId, id));
      await tx.delete(revisionAssets).where(eq(revisionAssets.designId, id));
      await tx.delete(revisions).where(eq(revisions.designId, id));
      await tx.delete(designs).where(eq(designs.id, id));
      return 1;
    });
  return dropped;
}

/** Drops long texts that no revision holds any more. */
export async function dropUnusedAssets(db: Database): Promise<void> {
  const used = db
    .select({ one: sql`1` })
    .from(revisionAssets)
    .where(eq(revisionAssets.hash, assets.hash));
  await db.delete(assets).where(notExists(used));
}

/** All of it: what is done once in a while. */
export async function tidyDatabase(db: Database): Promise<void> {
  await thinRevisions(db);
  await dropDeleted(db);
  await dropUnusedAssets(db);
}
