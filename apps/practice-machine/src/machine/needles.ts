// Which colour of a file is sewn by which needle, and what is threaded there.

export interface Colour {
  /** The thread that a person took for it, as #rrggbb. */
  thread: string;
  /** From 0. */
  needle: number;
}

/** Threads given to colours that nobody chose yet: a file names none. */
const SPOOLS = [
  '#b3263f',
  '#2f5d8c',
  '#e0a526',
  '#4f6f3d',
  '#6a4c93',
  '#d9763c',
  '#8c8577',
  '#20706e',
  '#f2ead8',
  '#3a2b3c',
];

/** The colours of a file as a machine lays them out: one a needle, then from the first needle on again. */
export const coloursFor = (count: number, needles: number): Colour[] =>
  Array.from({ length: count }, (_, k) => ({ thread: SPOOLS[k % SPOOLS.length], needle: k % needles }));
