// Names that a stick's file system takes (as of FAT with long names, which machines read).
import { StickError } from './error.ts';

/** Characters of a name. */
export const MOST_NAME = 120;

const REFUSED = /[\u0000-\u001f\u007f\\/:*?"<>|]/;

/** The name as it is kept: without blanks at its ends. Throws StickError when no file can be called so. */
export function checkName(name: string): string {
  const kept = name.normalize('NFC').trim();
  if (!kept) throw new StickError('name', 'The file needs a name.');
  if (kept.length > MOST_NAME)
    throw new StickError('name', `The name has ${kept.length} characters; at most ${MOST_NAME} fit.`);
  const bad = REFUSED.exec(kept);
  if (bad) {
    const shown = bad[0] < ' ' || bad[0] === '\u007f' ? 'a control character' : `“${bad[0]}”`;
    throw new StickError('name', `A name on the stick can’t hold ${shown}. Leave it out.`);
  }
  // Names that begin with a dot are the stick's own.
  if (/^\.|\.$/.test(kept))
    throw new StickError('name', 'A name can neither begin nor end with a full stop.');
  return kept;
}

/** What two names must differ in: capitals make no difference. */
export const sameAs = (name: string): string => name.normalize('NFC').toLowerCase();
