// Everything in again. Nothing that is here is changed or lost by it: what is missing is added, what went on since is
// taken up, and what went another way comes as a design of its own.
import { checkDesign, ReadError, type Design } from '@rosehip/core';
import Ajv from 'ajv';
import { asc, eq, inArray } from 'drizzle-orm';
import { readOwnFont, type OwnFontFile } from '@rosehip/fonts/own';
import type { Database } from '../database/connect.ts';
import { LABEL_LENGTH, MOST_LABELS, Settings, type BroughtIn } from '@rosehip/wire';
import { checkChart, checkMotif, checkRecipe } from '../database/checked.ts';
import { keepFont } from '../database/fonts.ts';
import { OWNER } from '../database/owner.ts';
import {
  hashOf,
  idFrom,
  marksIn,
  packText,
  putTogether,
  takeApart,
  unpackText,
} from '../database/packing.ts';
import { addRevision, type Reader } from '../database/revisions.ts';
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
import { BackupError, readLines, type ToldLine } from './lines.ts';

type Line<K extends ToldLine['kind']> = Extract<ToldLine, { kind: K }>;
type Settled = 'added' | 'continued' | 'beside' | 'back' | 'same';

const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const CHART_ID = /^own-[a-z0-9-]{1,36}$/;
const HASH = /^[0-9a-f]{64}$/;

/** Groups lines: each design with its revisions, everything else by itself. */
async function* grouped(
  lines: AsyncIterable<ToldLine>,
): AsyncGenerator<ToldLine | { kind: 'end of design' }> {
  let inDesign = false;
  for await (const line of lines) {
    if (inDesign && line.kind !== 'revision') yield { kind: 'end of design' };
    inDesign = line.kind === 'design' || (inDesign && line.kind === 'revision');
    yield line;
  }
  if (inDesign) yield { kind: 'end of design' };
}

/** Reads the whole file once, so that nothing is taken from one that is not whole. Throws BackupError. */
async function proofRead(file: string): Promise<void> {
  for await (const line of readLines(file)) {
    const text = (...values: unknown[]): boolean => values.every((v) => typeof v === 'string');
    const dates = (...values: unknown[]): boolean =>
      values.every((v) => typeof v === 'string' && !Number.isNaN(Date.parse(v)));
    const good =
      line.kind === 'backup' ||
      line.kind === 'setting' ||
      (line.kind === 'asset' && text(line.text, line.hash)) ||
      (line.kind === 'motif' && text(line.id, line.name) && dates(line.madeAt)) ||
      (line.kind === 'font' && text(line.hash, line.name, line.content) && dates(line.madeAt)) ||
      (line.kind === 'recipe' && text(line.id, line.name, line.cloth ?? '') && dates(line.changedAt)) ||
      (line.kind === 'chart' && text(line.id) && line.chart instanceof Object) ||
      (line.kind === 'revision' && text(line.label) && dates(line.madeAt) && line.design instanceof Object) ||
      (line.kind === 'design' &&
        ID.test(line.id) &&
        dates(line.madeAt, line.changedAt) &&
        Array.isArray(line.history) &&
        line.history.every((hash) => HASH.test(hash)) &&
        (line.labels ?? []).every((label) => typeof label === 'string'));
    if (!good) throw new BackupError('This backup is damaged: something in it is not as Rosehip writes it.');
  }
}

const MOST_KEPT = 8;
/** Long texts that were used of late; few, since they are long. */
class LongTexts {
  private readonly db: Database;
  private readonly kept = new Map<string, string>();
  constructor(db: Database) {
    this.db = db;
  }
  async of(text: string): Promise<Map<string, string>> {
    const found = new Map<string, string>();
    const missing: string[] = [];
    for (const hash of marksIn(text)) {
      const value = this.kept.get(hash);
      if (value === undefined) missing.push(hash);
      else found.set(hash, value);
    }
    if (missing.length)
      for (const row of await this.db.select().from(assets).where(inArray(assets.hash, missing)))
        found.set(row.hash, unpackText(row.content));
    for (const [hash, value] of found) {
      this.kept.delete(hash);
      this.kept.set(hash, value);
    }
    for (const hash of [...this.kept.keys()].slice(0, -MOST_KEPT)) this.kept.delete(hash);
    return found;
  }
}

/** Looks at a font file; throws with a sentence when it can't be used. */
export type LookAtFont = (file: Uint8Array) => Promise<OwnFontFile>;

/** Brings a backup in. Throws BackupError, before anything is changed, when the file is none or is not whole. */
export async function bringBackupIn(
  db: Database,
  file: string,
  look: LookAtFont = readOwnFont,
): Promise<BroughtIn> {
  await proofRead(file);
  const result: BroughtIn = { added: 0, continued: 0, beside: 0, back: 0, same: 0, motifs: 0, notes: [] };
  const long = new LongTexts(db);
  let from = '';
  let design: Incoming | null = null;
  for await (const line of grouped(readLines(file))) {
    if (line.kind === 'backup') from = line.at;
    else if (line.kind === 'asset') await keepAsset(db, line);
    else if (line.kind === 'design') design = await Incoming.meet(db, line, from);
    else if (line.kind === 'revision') {
      const note = await design?.add(db, line, long);
      if (note) result.notes.push(note);
    } else if (line.kind === 'end of design') {
      const settled = await design?.end(db);
      if (settled) result[settled]++;
      design = null;
    } else if (line.kind === 'motif') {
      const note = await keepMotif(db, line);
      if (note === null) result.motifs++;
      else if (note) result.notes.push(note);
    } else if (line.kind === 'recipe') {
      const note = await keepRecipe(db, line);
      if (note) result.notes.push(note);
    } else if (line.kind === 'chart') {
      const note = await keepChart(db, line);
      if (note) result.notes.push(note);
    } else if (line.kind === 'font') {
      const note = await keepOwnFont(db, line, look);
      if (note) result.notes.push(note);
    } else await keepSetting(db, line);
  }
  return result;
}

async function keepAsset(db: Database, { hash, text }: Line<'asset'>): Promise<void> {
  if (hashOf(text) !== hash) return; // whoever needs it says so
  await db
    .insert(assets)
    .values({ hash, content: packText(text) })
    .onDuplicateKeyUpdate({ set: { hash } });
}

/** Null when it was added, '' when it is here already, else what is wrong with it. */
async function keepMotif(db: Database, line: Line<'motif'>): Promise<string | null> {
  if (!ID.test(line.id)) return `The motif “${line.name}” has no proper id and was left out.`;
  try {
    const kept = checkMotif(line);
    const [there] = await db.select({ id: motifs.id }).from(motifs).where(eq(motifs.id, line.id));
    if (there) return '';
    await db.insert(motifs).values({
      id: line.id,
      owner: OWNER,
      name: line.name.slice(0, 120),
      ...kept,
      madeAt: new Date(line.madeAt),
    });
    return null;
  } catch (error) {
    if (!(error instanceof ReadError)) throw error;
    return `The motif “${line.name}” was left out: ${error.message}`;
  }
}

/** A recipe that is here stays as it is here. Gives a sentence when it can't be brought in. */
async function keepRecipe(db: Database, line: Line<'recipe'>): Promise<string | null> {
  if (!ID.test(line.id)) return `The recipe “${line.name}” has no proper id and was left out.`;
  try {
    await db
      .insert(recipes)
      .values({
        id: line.id,
        owner: OWNER,
        name: line.name.slice(0, 120),
        cloth: line.cloth?.slice(0, 40) ?? null,
        recipe: checkRecipe(line.recipe),
        changedAt: new Date(line.changedAt),
      })
      .onDuplicateKeyUpdate({ set: { id: line.id } });
    return null;
  } catch (error) {
    if (!(error instanceof ReadError)) throw error;
    return `The recipe “${line.name}” was left out: ${error.message}`;
  }
}

/** A thread chart that is here stays as it is here. Gives a sentence when it can't be brought in. */
async function keepChart(db: Database, { id, chart }: Line<'chart'>): Promise<string | null> {
  if (!CHART_ID.test(id)) return 'A thread chart has no proper id and was left out.';
  try {
    await db
      .insert(threadCharts)
      .values({ id, owner: OWNER, ...checkChart(chart) })
      .onDuplicateKeyUpdate({ set: { id } });
    return null;
  } catch (error) {
    if (!(error instanceof ReadError)) throw error;
    return `A thread chart was left out: ${error.message}`;
  }
}

/** A font that is here stays as it is here. Gives a sentence when it can't be brought in. */
async function keepOwnFont(db: Database, line: Line<'font'>, look: LookAtFont): Promise<string | null> {
  const [here] = await db.select({ hash: fonts.hash }).from(fonts).where(eq(fonts.hash, line.hash));
  if (here) return null;
  let found: OwnFontFile;
  try {
    found = await look(new Uint8Array(Buffer.from(line.content, 'base64')));
  } catch (error) {
    return `The font “${line.name}” was left out: ${(error as Error).message}`;
  }
  const { hash, bytes, facts } = found;
  if (hash !== line.hash) return `The font “${line.name}” is not whole and was left out.`;
  const name = line.name.trim().slice(0, 120) || 'A font';
  await keepFont(db, { hash, name, facts, content: bytes, madeAt: new Date(line.madeAt) });
  return null;
}

const ajv = new Ajv();
/** Settings that the person has here stay. */
async function keepSetting(db: Database, { name, value }: Line<'setting'>): Promise<void> {
  const known = Settings.properties as Record<string, object>;
  if (!Object.hasOwn(known, name) || !ajv.validate(known[name], value)) return;
  await db.insert(settings).values({ owner: OWNER, name, value }).onDuplicateKeyUpdate({ set: { name } });
}

/** SHA-256 of the revisions of a design that is here, oldest first. */
async function hashesHere(db: Database, id: string): Promise<string[]> {
  const rows = await db
    .select({ hash: revisions.hash })
    .from(revisions)
    .where(eq(revisions.designId, id))
    .orderBy(asc(revisions.number));
  return rows.map(({ hash }) => hash);
}

/** A design on its way in: revisions are taken from `skip` on, each in a transaction of its own. */
class Incoming {
  private readonly id: string;
  private readonly line: Line<'design'>;
  private readonly from: string;
  private readonly settled: Settled;
  private readonly skip: number;
  private seen = 0;
  private last: { number: number; design: Design } | null = null;

  private constructor(line: Line<'design'>, from: string, id: string, settled: Settled, skip: number) {
    this.line = line;
    this.from = from;
    this.id = id;
    this.settled = settled;
    this.skip = skip;
  }

  /** Looks what is here of it, and decides. */
  static async meet(db: Database, line: Line<'design'>, from: string): Promise<Incoming> {
    const [row] = await db.select().from(designs).where(eq(designs.id, line.id));
    if (!row) return new Incoming(line, from, line.id, 'added', 0);
    const here = await hashesHere(db, line.id);
    const newest = line.history.at(-1);
    if (!newest || here.includes(newest)) {
      const back = row.deletedAt !== null && line.deletedAt === null;
      if (back) await db.update(designs).set({ deletedAt: null }).where(eq(designs.id, line.id));
      return new Incoming(line, from, line.id, back ? 'back' : 'same', Infinity);
    }
    const at = line.history.lastIndexOf(here.at(-1) ?? '');
    if (at >= 0 && row.deletedAt === null) return new Incoming(line, from, line.id, 'continued', at + 1);
    // Its new id comes of what it is: the same backup brought in again meets it, whole or as far as it came.
    const id = idFrom(`${line.id} ${newest}`);
    const twin = await hashesHere(db, id);
    const reached = line.history.lastIndexOf(twin.at(-1) ?? '');
    if (twin.length && reached < 0) return new Incoming(line, from, id, 'same', Infinity);
    return new Incoming(line, from, id, 'beside', reached + 1);
  }

  /** Adds a revision. Gives a sentence when it can't. */
  async add(db: Database, line: Line<'revision'>, long: LongTexts): Promise<string | null> {
    if (this.seen++ < this.skip) return null;
    const text = JSON.stringify(line.design);
    // It is kept in the version that it was written in, by the hash that it had there, unless something had to be healed.
    let given: object;
    let design: Design;
    const healed: string[] = [];
    try {
      given = putTogether(text, await long.of(text));
      design = checkDesign(given, healed);
    } catch (error) {
      return `A revision of ${new Date(line.madeAt).toLocaleDateString('en-GB')} was left out: ${(error as Error).message}`;
    }
    await this.write(
      db,
      design,
      line.label,
      line.name,
      new Date(line.madeAt),
      healed.length ? design : given,
    );
    return null;
  }

  private async write(
    db: Database,
    design: Design,
    label: string,
    name: string | null,
    madeAt: Date,
    kept: object = design,
  ): Promise<void> {
    await db.transaction(async (tx) => {
      const last = await this.newest(tx);
      const number = (last ?? 0) + 1;
      const now = { revision: number, name: design.name, hoop: design.hoop.name, changedAt: madeAt };
      if (last === null)
        await tx.insert(designs).values({
          id: this.id,
          owner: OWNER,
          madeAt: new Date(this.line.madeAt),
          labels: (this.line.labels ?? []).map((l) => l.slice(0, LABEL_LENGTH)).slice(0, MOST_LABELS),
          ...now,
        });
      await addRevision(
        tx,
        {
          designId: this.id,
          number,
          label: label.slice(0, 200),
          name: name?.slice(0, 120) ?? null,
          madeAt,
        },
        takeApart(kept),
        last ?? undefined,
      );
      if (last !== null) await tx.update(designs).set(now).where(eq(designs.id, this.id));
      this.last = { number, design };
    });
  }

  private async newest(tx: Reader): Promise<number | null> {
    const [row] = await tx
      .select({ revision: designs.revision })
      .from(designs)
      .where(eq(designs.id, this.id))
      .for('update');
    return row?.revision ?? null;
  }

  /** Ends it. Gives what came of it; null when nothing of it could be brought in. */
  async end(db: Database): Promise<Settled | null> {
    if (this.skip === Infinity) return this.settled;
    if (!this.last) return null;
    if (this.settled === 'beside') {
      const day = new Date(this.from).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
      const design = {
        ...this.last.design,
        name: `${this.last.design.name.slice(0, 90)} (backup of ${day})`,
      };
      await this.write(db, design, 'Brought in from a backup', null, new Date());
    } else if (this.settled === 'added' && this.line.deletedAt !== null)
      await db
        .update(designs)
        .set({ deletedAt: new Date(this.line.deletedAt) })
        .where(eq(designs.id, this.id));
    return this.settled;
  }
}
