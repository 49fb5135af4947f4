// What writes each format of files. Apart from the readers, which are as large as all that sews: a file can be taken to the
// machine without them.
import type { Design } from '../design/types.ts';
import { withFonts } from '../lettering/fonts.ts';
import type { Plan } from '../sewing/plan.ts';
import { writeDesignFile } from './design-file/write.ts';
import { writeDst } from './dst/write.ts';
import type { FormatId } from './endings.ts';
import { hoopingZip } from './hooping-files.ts';
import { writeCutLines } from './svg/write-cut-lines.ts';
import { writeSvg } from './svg/write.ts';

/** Makes a file of a design; `plan` sews it, where that is wanted. */
export type FileWriter = (design: Design, plan: () => Plan) => Uint8Array;

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);

export const FILE_WRITERS: Readonly<Record<FormatId, FileWriter>> = {
  hoopings: (design) => hoopingZip(design),
  dst: (design, plan) => writeDst(plan(), design.name),
  design: (design) => bytesOf(writeDesignFile(withFonts(design))),
  svg: (design, plan) => bytesOf(writeSvg(design, plan())),
  cut: (design) => bytesOf(writeCutLines(design)),
};
