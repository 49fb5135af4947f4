// Everything out: designs with their revisions, motifs, recipes and settings, as one file.
import { asc, eq } from 'drizzle-orm';
import type { Database } from '../database/connect.ts';
import { unpackText } from '../database/packing.ts';
import { revisionTexts, type Reader } from '../database/revisions.ts';
import {
  assets,
  designs,
  fonts,
  motifs,
  recipes,
  revisions,
  settings,
  threadCharts,
} from '../database/schema.ts';
import { BACKUP_FORMAT, BACKUP_VERSION, writeLines, type BackupLine } from './lines.ts';

/** A revision's line with its text in it, which is JSON already. */
const withDesign = (line: string, text: string): string => `${line.slice(0, -EMPTY.length)}${text}}\n`;
const EMPTY = '{}}\n';

async function* linesOf(db: Reader, now: Date): AsyncGenerator<string> {
  let lines = 0;
  const line = (data: BackupLine): string => (lines++, `${JSON.stringify(data)}\n`);
  yield line({ kind: 'backup', format: BACKUP_FORMAT, version: BACKUP_VERSION, at: now.toISOString() });
  // One at a time: they are long.
  for (const { hash } of await db.select({ hash: assets.hash }).from(assets)) {
    const [{ content }] = await db.select().from(assets).where(eq(assets.hash, hash));
    yield line({ kind: 'asset', hash, text: unpackText(content) });
  }
  for (const design of await db.select().from(designs).orderBy(asc(designs.madeAt), asc(designs.id))) {
    const here = eq(revisions.designId, design.id);
    const history = await db
      .select({ hash: revisions.hash })
      .from(revisions)
      .where(here)
      .orderBy(asc(revisions.number));
    yield line({
      kind: 'design',
      id: design.id,
      madeAt: design.madeAt.toISOString(),
      changedAt: design.changedAt.toISOString(),
      deletedAt: design.deletedAt?.toISOString() ?? null,
      history: history.map(({ hash }) => hash),
      labels: design.labels,
    });
    for await (const { text, label, name, madeAt } of revisionTexts(db, design.id))
      yield withDesign(
        line({ kind: 'revision', label, name, madeAt: madeAt.toISOString(), design: {} }),
        text,
      );
  }
  for (const { id, name, outline, stitches, madeAt } of await db.select().from(motifs))
    yield line({
      kind: 'motif',
      id,
      name,
      outline,
      ...(stitches && { stitches }),
      madeAt: madeAt.toISOString(),
    });
  for (const { id, name, cloth, recipe, changedAt } of await db.select().from(recipes))
    yield line({ kind: 'recipe', id, name, cloth, recipe, changedAt: changedAt.toISOString() });
  for (const { id, owner: _, ...chart } of await db.select().from(threadCharts))
    yield line({ kind: 'chart', id, chart });
  for (const { hash } of await db.select({ hash: fonts.hash }).from(fonts)) {
    const [{ name, content, madeAt }] = await db.select().from(fonts).where(eq(fonts.hash, hash));
    yield line({
      kind: 'font',
      hash,
      name,
      content: content.toString('base64'),
      madeAt: madeAt.toISOString(),
    });
  }
  for (const { name, value } of await db.select().from(settings))
    yield line({ kind: 'setting', name, value });
  yield `${JSON.stringify({ kind: 'end', lines })}\n`;
}

/** Writes everything as it is at one moment to a file, which appears when it is whole. */
export async function backUp(db: Database, file: string, now = new Date()): Promise<void> {
  await db.transaction((tx) => writeLines(file, linesOf(tx, now)), {
    isolationLevel: 'repeatable read',
    withConsistentSnapshot: true,
  });
}

const NAME = /^rosehip-\d{4}-\d\d-\d\d\.jsonl\.br$/;
export const isBackupName = (name: string): boolean => NAME.test(name);
/** What a backup of this day (UTC) is called. */
export const backupName = (day: Date): string => `rosehip-${day.toISOString().slice(0, 10)}.jsonl.br`;
