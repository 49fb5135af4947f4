// Stitch files that are letters: which letter each is, and their stitches.
import { letterNamed, type LetterFile } from '@rosehip/core';
import { useEngine } from '../../workers/engine.ts';

export type FileOfLetter = LetterFile & { file: string };

/** So many files that are named by letters are taken for an alphabet. */
const LEAST = 3;

/** Are these stitch files, each named by a letter of its own? */
export function areLetters(files: readonly File[]): boolean {
  const says = files.map(({ name }) => (/\.dst$/i.test(name) ? letterNamed(name) : ''));
  return files.length >= LEAST && says.every(Boolean) && new Set(says).size === says.length;
}

/** Reads stitch files as letters; `busy` hears which is read, and notes say what could not be. */
export async function readLetters(
  files: readonly File[],
  busy: (said: string) => void,
): Promise<{ letters: FileOfLetter[]; notes: string[] }> {
  const letters: FileOfLetter[] = [];
  const notes: string[] = [];
  for (const file of files) {
    busy(`Reading ${file.name} …`);
    const result = await useEngine().readLetter(file.name, new Uint8Array(await file.arrayBuffer()));
    if ('problem' in result) notes.push(`${file.name}: ${result.problem}`);
    else letters.push({ ...result, lift: 0, file: file.name });
  }
  busy('');
  return { letters, notes };
}
