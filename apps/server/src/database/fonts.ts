// The person's own fonts.
import { fontsWanted, hashOfOwn, isOwnFont, ownFontId, type Design, type FontFacts } from '@rosehip/core';
import type { OwnFont } from '@rosehip/wire';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Database } from './connect.ts';
import { OWNER } from './owner.ts';
import { fonts } from './schema.ts';

const TOLD = { hash: fonts.hash, name: fonts.name, facts: fonts.facts, madeAt: fonts.madeAt };

const told = ({
  hash,
  name,
  facts,
  madeAt,
}: {
  hash: string;
  name: string;
  facts: FontFacts;
  madeAt: Date;
}): OwnFont => ({
  id: ownFontId(hash),
  ...facts,
  name,
  madeAt: madeAt.toISOString(),
});

const own = (id: string) => and(eq(fonts.owner, OWNER), eq(fonts.hash, hashOfOwn(id)));

export const listFonts = async (db: Database): Promise<OwnFont[]> =>
  (
    await db.select(TOLD).from(fonts).where(eq(fonts.owner, OWNER)).orderBy(asc(fonts.name), asc(fonts.hash))
  ).map(told);

/** Keeps a font under its content; one that is here stays as it is. Gives how it is here. */
export async function keepFont(
  db: Database,
  font: { hash: string; name: string; facts: FontFacts; content: Uint8Array; madeAt?: Date },
): Promise<OwnFont> {
  const { hash, name, facts, content, madeAt = new Date() } = font;
  await db
    .insert(fonts)
    .values({ owner: OWNER, hash, name, facts, content: Buffer.from(content), madeAt })
    .onDuplicateKeyUpdate({ set: { hash } });
  const [row] = await db
    .select(TOLD)
    .from(fonts)
    .where(own(ownFontId(hash)));
  return told(row);
}

/** Its bytes; null when it is not here. */
export async function fontContent(db: Database, id: string): Promise<Buffer | null> {
  if (!isOwnFont(id)) return null;
  const [row] = await db.select({ content: fonts.content }).from(fonts).where(own(id));
  return row?.content ?? null;
}

/** False when it is not here. */
export async function renameFont(db: Database, id: string, name: string): Promise<boolean> {
  const [result] = await db.update(fonts).set({ name }).where(own(id));
  return result.affectedRows > 0;
}

/** False when it is not here. */
export async function removeFont(db: Database, id: string): Promise<boolean> {
  const [result] = await db.delete(fonts).where(own(id));
  return result.affectedRows > 0;
}

/** The own fonts that a design's words are set in, as far as they are here. */
export async function fontsFor(
  db: Database,
  design: Pick<Design, 'objects'>,
): Promise<Map<string, Uint8Array>> {
  const ids = [...fontsWanted(design).keys()].filter(isOwnFont);
  if (!ids.length) return new Map();
  const rows = await db
    .select({ hash: fonts.hash, content: fonts.content })
    .from(fonts)
    .where(and(eq(fonts.owner, OWNER), inArray(fonts.hash, ids.map(hashOfOwn))));
  return new Map(rows.map(({ hash, content }) => [ownFontId(hash), new Uint8Array(content)]));
}
