// The error of every reader: a sentence that says what is wrong with a file and where.

import { DESIGN_LIMITS } from '../design/limits.ts';

export class ReadError extends Error {
  override name = 'ReadError';
}

/** Limits on what is read, so that no file can stop the bench. */
export const READ_LIMITS = {
  ...DESIGN_LIMITS,
  /** Bytes of a file. */
  bytes: 20_000_000,
  /** Records of a stitch file. */
  records: 2_000_000,
  /** Steps of work that reading a drawing may take: parts walked, style rules tried. */
  work: 3_000_000,
};

export function checkSize(bytes: number): void {
  if (bytes > READ_LIMITS.bytes)
    throw new ReadError(
      `The file is ${(bytes / 1e6).toFixed(1)} MB; at most ${READ_LIMITS.bytes / 1e6} MB can be read.`,
    );
}
