// Files in and out of the shell commands.
import { readFile, stat, writeFile } from 'node:fs/promises';
import { basename } from 'node:path';
import {
  formatOf,
  READABLE,
  readAnyFile,
  READ_LIMITS,
  sewDesign,
  writeDesignFile,
  writeDst,
  withFonts,
  type Design,
  type FileFormat,
  type Plan,
  type SvgRecipes,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { UsageError } from './usage-error.ts';

/** The format that a file is read as. */
export function fileFormatOf(path: string): FileFormat {
  const format = formatOf(path);
  if (!format) throw new UsageError(`${path}: only ${READABLE} files are read.`);
  return format;
}

export async function bytesOf(path: string): Promise<Uint8Array> {
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

/** What a file that is to be written is by its name: a design, or stitches for a machine. */
export function writtenAs(path: string): 'design' | 'stitches' {
  if (path.endsWith('.rosehip.json')) return 'design';
  if (path.endsWith('.dst')) return 'stitches';
  throw new UsageError(`${path}: a .rosehip.json design or a .dst stitch file is written.`);
}

/** Writes a design as what its name asks for; where it was sewn already, with those stitches. */
export async function writeDesign(path: string, design: Design, plan?: Plan): Promise<void> {
  const bytes =
    writtenAs(path) === 'design'
      ? new TextEncoder().encode(writeDesignFile(withFonts(design)))
      : writeDst(plan ?? sewDesign(design), design.name);
  await writeOut(path, bytes);
}

/** Reads any file as a design; what the readers noticed goes to standard error, a line each. */
export async function readAny(path: string, svgRecipes?: SvgRecipes): Promise<Design> {
  fileFormatOf(path);
  const notes: string[] = [];
  const design = readAnyFile(basename(path), await bytesOf(path), notes, svgRecipes);
  for (const note of notes) console.error(`note: ${note}`);
  await loadFonts(design, readFontFile);
  return design;
}
