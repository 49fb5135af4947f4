// What formats of files are called and suit. Apart from their readers and writers, so that a page that only offers them need
// not load those.
import { everyLeaf } from '../design/tree.ts';
import type { Design } from '../design/types.ts';
import { ENDINGS, type Endings, type FormatId } from './endings.ts';

export interface FileKind extends Endings {
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
}

/** In the order in which they are offered. */
export const FILE_KINDS: readonly FileKind[] = [
  {
    id: 'hoopings',
    name: 'A file a hooping',
    about: 'Stitch files by number, with their marks.',
    ...ENDINGS.hoopings,
    mediaType: 'application/zip',
    stitched: true,
    suits: (design) => (design.hoopings?.length ?? 0) > 1,
  },
  {
    id: 'dst',
    name: 'Stitch file',
    about: 'For machines of every make.',
    ...ENDINGS.dst,
    mediaType: 'application/octet-stream',
    stitched: true,
  },
  {
    id: 'design',
    name: 'Design file',
    about: 'To be changed again later.',
    ...ENDINGS.design,
    mediaType: 'application/json',
    stitched: false,
  },
  {
    id: 'svg',
    name: 'Drawing',
    about: 'Outlines and a stitches layer.',
    ...ENDINGS.svg,
    mediaType: 'image/svg+xml',
    stitched: true,
  },
  {
    id: 'cut',
    name: 'Cut lines',
    about: 'Of appliqué cloths, in true size.',
    ...ENDINGS.cut,
    mediaType: 'image/svg+xml',
    suffix: ' cut lines',
    stitched: true,
    suits: ({ objects }) =>
      [...everyLeaf(objects)].some((leaf) => leaf.kind === 'object' && leaf.patch && leaf.visible),
  },
];
