// What the names of each format's files end in. Apart from the readers and writers, so that a page that only chooses
// files need not load those.

export type FormatId = 'hoopings' | 'dst' | 'design' | 'svg' | 'cut';

export interface Endings {
  /** What its files end in when they are written. */
  ending: string;
  /** What the names of files that are read as it end in, in small letters; none for what is only written. */
  reads: readonly string[];
}

/** In the order in which the formats are offered. */
export const ENDINGS: Readonly<Record<FormatId, Endings>> = {
  hoopings: { ending: '.zip', reads: [] },
  dst: { ending: '.dst', reads: ['.dst'] },
  design: { ending: '.rosehip.json', reads: ['.rosehip.json', '.json'] },
  svg: { ending: '.svg', reads: ['.svg'] },
  cut: { ending: '.svg', reads: [] },
};

const all = Object.values(ENDINGS);

/** Endings of all files that can be read, for a page that chooses some. */
export const READ_ENDINGS: readonly string[] = all.flatMap((format) => format.reads);

/** The same in words: ".dst, .rosehip.json and .svg". */
export const READABLE: string = all
  .filter((format) => format.reads.length)
  .map((format) => format.ending)
  .join(', ')
  .replace(/, ([^,]*)$/, ' and $1');
