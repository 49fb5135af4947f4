// Every format of files, once: what it is called, how it is known, read and written. Shelf, bench and command line take
// their endings, words, readers and writers from here.
import { everyLeaf } from '../design/tree.ts';
import type { Design } from '../design/types.ts';
import type { Plan } from '../sewing/plan.ts';
import { withFonts } from '../lettering/fonts.ts';
import { readDesignFile, writeDesignFile } from './design-file/read.ts';
import { readDst } from './dst/read.ts';
import { writeDst } from './dst/write.ts';
import { ENDINGS, READABLE, type Endings, type FormatId } from './endings.ts';
import { hoopingZip } from './hooping-files.ts';
import { ReadError } from './read-error.ts';
import { readSvg } from './svg/read.ts';
import { designFromSvg, type SvgRecipes } from './svg/to-design.ts';
import { writeCutLines } from './svg/write-cut-lines.ts';
import { writeSvg } from './svg/write.ts';

export interface FileFormat extends Endings {
  id: FormatId;
  name: string;
  about: string;
  mediaType: string;
  /** Follows a file's name when another format has the same ending. */
  suffix?: string;
  /** Its files hold stitches: without any there is none. */
  stitched: boolean;
  /** Can it be made of this design? */
  suits?(design: Design): boolean;
  /** Throws ReadError. What was left out or put right is told in `notes`. */
  read?(bytes: Uint8Array, name: string, notes: string[], recipes?: SvgRecipes): Design;
  write(design: Design, plan: () => Plan): Uint8Array;
}

const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);

const stitchFile: FileFormat = {
  id: 'dst',
  name: 'Stitch file',
  about: 'For machines of every make.',
  ...ENDINGS.dst,
  mediaType: 'application/octet-stream',
  stitched: true,
  read(bytes, name, notes) {
    const { design, warnings } = readDst(bytes, name);
    notes.push(...warnings);
    return design;
  },
  write: (design, plan) => writeDst(plan(), design.name),
};

const designFile: FileFormat = {
  id: 'design',
  name: 'Design file',
  about: 'To be changed again later.',
  ...ENDINGS.design,
  mediaType: 'application/json',
  stitched: false,
  read: (bytes, _name, notes) => readDesignFile(textOf(bytes), notes),
  write: (design) => bytesOf(writeDesignFile(withFonts(design))),
};

const drawing: FileFormat = {
  id: 'svg',
  name: 'Drawing',
  about: 'Outlines and a stitches layer.',
  ...ENDINGS.svg,
  mediaType: 'image/svg+xml',
  stitched: true,
  read(bytes, name, notes, recipes) {
    const read = readSvg(textOf(bytes));
    if (!read.shapes.length)
      throw new ReadError(['The drawing holds nothing that can be stitched.', ...read.notes].join(' '));
    notes.push(...read.notes);
    return designFromSvg(read, name, recipes);
  },
  write: (design, plan) => bytesOf(writeSvg(design, plan())),
};

const cutLines: FileFormat = {
  id: 'cut',
  name: 'Cut lines',
  about: 'Of appliqué cloths, in true size.',
  ...ENDINGS.cut,
  mediaType: 'image/svg+xml',
  suffix: ' cut lines',
  stitched: true,
  suits: ({ objects }) =>
    [...everyLeaf(objects)].some((leaf) => leaf.kind === 'object' && leaf.patch && leaf.visible),
  write: (design) => bytesOf(writeCutLines(design)),
};

const hoopings: FileFormat = {
  id: 'hoopings',
  name: 'A file a hooping',
  about: 'Stitch files by number, with their marks.',
  ...ENDINGS.hoopings,
  mediaType: 'application/zip',
  stitched: true,
  suits: (design) => (design.hoopings?.length ?? 0) > 1,
  write: (design) => hoopingZip(design),
};

/** In the order in which they are offered. */
export const FILE_FORMATS: readonly FileFormat[] = [hoopings, stitchFile, designFile, drawing, cutLines];

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
