// The error of every reader: a sentence that says what is wrong with a file and where.

export class ReadError extends Error {
  override name = 'ReadError';
}

/** Limits on what is read, so that no file can stop the bench. */
export const READ_LIMITS = {
  /** Bytes of a file. */
  bytes: 20_000_000,
  /** Points of all outlines. */
  points: 200_000,
  /** Records of a stitch file. */
  records: 2_000_000,
  objects: 5_000,
  /** Characters of a reference picture. */
  picture: 3_000_000,
  nesting: 64,
  /** Furthest coordinate from the middle, in mm. */
  reach: 5_000,
  /** Steps of work that reading a drawing may take: parts walked, style rules tried. */
  work: 3_000_000,
};

export function checkSize(bytes: number): void {
  if (bytes > READ_LIMITS.bytes)
    throw new ReadError(
      `The file is ${(bytes / 1e6).toFixed(1)} MB; at most ${READ_LIMITS.bytes / 1e6} MB can be read.`,
    );
}
