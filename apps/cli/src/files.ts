// Files in and out of the shell commands.
import { readFile, stat, writeFile } from 'node:fs/promises';
import { basename } from 'node:path';
import {
  designFromSvg,
  readDesignFile,
  readDst,
  READ_LIMITS,
  readSvg,
  type Design,
  type SvgRecipes,
} from '@rosehip/core';
import { UsageError } from './usage-error.ts';

export type FileKind = 'svg' | 'design' | 'dst';

export function fileKind(path: string): FileKind {
  if (/\.svg$/i.test(path)) return 'svg';
  if (/\.json$/i.test(path)) return 'design';
  if (/\.dst$/i.test(path)) return 'dst';
  throw new UsageError(`${path}: only .svg, .rosehip.json and .dst files are read.`);
}

async function bytesOf(path: string): Promise<Uint8Array> {
  try {
    const { size } = await stat(path);
    if (size > READ_LIMITS.bytes)
      throw new UsageError(`${path} is larger than ${READ_LIMITS.bytes / 1e6} MB.`);
    return await readFile(path);
  } catch (error) {
    if (error instanceof UsageError) throw error;
    throw new UsageError(`${path} can't be read: ${reason(error)}.`);
  }
}

/** Why a file can't be had, in words. */
export const reason = (error: unknown): string => {
  const { code, message } = error as NodeJS.ErrnoException;
  const words: Record<string, string> = {
    ENOENT: 'there is no such file or folder',
    EISDIR: 'it is a folder',
    EACCES: 'permission is denied',
    ENOSPC: 'the disk is full',
  };
  return words[code ?? ''] ?? message;
};

export async function writeOut(path: string, data: Uint8Array): Promise<void> {
  try {
    await writeFile(path, data);
  } catch (error) {
    throw new UsageError(`${path} can't be written: ${reason(error)}.`);
  }
}

/** Reads any file as a design; what the readers noticed goes to standard error, a line each. */
export async function readAny(path: string, svgRecipes?: SvgRecipes): Promise<Design> {
  const kind = fileKind(path);
  const bytes = await bytesOf(path);
  const name = basename(path).replace(/(\.rosehip)?\.[a-z]+$/i, '');
  if (kind === 'dst') {
    const { design, warnings } = readDst(bytes, name);
    for (const w of warnings) console.error(`note: ${w}`);
    return design;
  }
  const text = new TextDecoder().decode(bytes);
  if (kind === 'design') {
    const notes: string[] = [];
    const design = readDesignFile(text, notes);
    for (const note of notes) console.error(`note: ${note}`);
    return design;
  }
  const drawing = readSvg(text);
  for (const note of drawing.notes) console.error(`note: ${note}`);
  return designFromSvg(drawing, name, svgRecipes);
}
