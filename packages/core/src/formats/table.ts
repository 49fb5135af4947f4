// Every format of files, with all that belongs to it: what it is called, how it is known, read and written.
import type { Design } from '../design/types.ts';
import { readDesignFile } from './design-file/read.ts';
import { readDst } from './dst/read.ts';
import { READABLE, type FormatId } from './endings.ts';
import { FILE_KINDS, type FileKind } from './file-kinds.ts';
import { ReadError } from './read-error.ts';
import { readSvg } from './svg/read.ts';
import { designFromSvg, type SvgRecipes } from './svg/to-design.ts';
import { FILE_WRITERS, type FileWriter } from './writers.ts';

export interface FileFormat extends FileKind {
  /** Throws ReadError. What was left out or put right is told in `notes`. */
  read?: FileReader;
  write: FileWriter;
}

type FileReader = (bytes: Uint8Array, name: string, notes: string[], recipes?: SvgRecipes) => Design;

const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

const READERS: Readonly<Partial<Record<FormatId, FileReader>>> = {
  dst(bytes, name, notes) {
    const { design, warnings } = readDst(bytes, name);
    notes.push(...warnings);
    return design;
  },
  design: (bytes, _name, notes) => readDesignFile(textOf(bytes), notes),
  svg(bytes, name, notes, recipes) {
    const read = readSvg(textOf(bytes));
    if (!read.shapes.length && !read.words.length)
      throw new ReadError(['The drawing holds nothing that can be stitched.', ...read.notes].join(' '));
    notes.push(...read.notes);
    return designFromSvg(read, name, recipes);
  },
};

/** In the order in which they are offered. */
export const FILE_FORMATS: readonly FileFormat[] = FILE_KINDS.map((kind) => ({
  ...kind,
  read: READERS[kind.id],
  write: FILE_WRITERS[kind.id],
}));

export const fileFormat = (id: FormatId): FileFormat => FILE_FORMATS.find((format) => format.id === id)!;

/** The format that a file is read as, by its name; null when there is none. */
export function formatOf(fileName: string): FileFormat | null {
  const name = fileName.toLowerCase();
  return FILE_FORMATS.find((format) => format.reads.some((ending) => name.endsWith(ending))) ?? null;
}

const LONGEST_NAME = 100;

/** What a design that comes from a file is called, unless the file says it: the file's name without its ending. */
function nameFrom(fileName: string, format: FileFormat): string {
  const lower = fileName.toLowerCase();
  const ending = format.reads.find((one) => lower.endsWith(one)) ?? '';
  return fileName.slice(0, fileName.length - ending.length).slice(0, LONGEST_NAME) || 'Brought in';
}

/** Reads a file of any format, by its name. Throws ReadError; what was left out or put right is told in `notes`. */
export function readAnyFile(
  fileName: string,
  bytes: Uint8Array,
  notes: string[],
  recipes?: SvgRecipes,
): Design {
  const format = formatOf(fileName);
  if (!format?.read) throw new ReadError(`Only ${READABLE} files can be read.`);
  return format.read(bytes, nameFrom(fileName, format), notes, recipes);
}
