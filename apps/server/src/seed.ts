// The demo data, put on an empty shelf once.
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { readOwnFont } from '@rosehip/fonts/own';
import { and, eq } from 'drizzle-orm';
import { demoDesigns } from '../../../demo/designs.ts';
import { moorAlphabet, moorText } from '../../../demo/moor-alphabet.ts';
import type { Database } from './database/connect.ts';
import { createDesign } from './database/designs.ts';
import { keepFont } from './database/fonts.ts';
import { OWNER } from './database/owner.ts';
import { idFrom } from './database/packing.ts';
import { settings } from './database/schema.ts';

const SEEDED = 'seeded';

/** Loads the demo designs and a stitched alphabet unless that was done before, whatever became of them. */
export async function seedDemo(db: Database): Promise<void> {
  const done = await db
    .select()
    .from(settings)
    .where(and(eq(settings.owner, OWNER), eq(settings.name, SEEDED)));
  if (done.length) return;
  // Their ids are the same everywhere, so that a backup of another Rosehip finds its own.
  const idOf = (name: string): string => idFrom(`demo design ${name}`);
  for (const { adapted, ...design } of demoDesigns()) {
    const follows = adapted && { adapted: { ...adapted, from: idOf(adapted.name) } };
    await createDesign(db, { ...design, ...follows }, 'Demo design', idOf(design.name));
  }
  await loadFonts(moorText(), readFontFile);
  const alphabet = await readOwnFont(new TextEncoder().encode(JSON.stringify(moorAlphabet())));
  const { hash, facts, bytes } = alphabet;
  await keepFont(db, { hash, name: facts.name, facts, content: bytes });
  await db.insert(settings).values({ owner: OWNER, name: SEEDED, value: true });
}
