// The plain machine stitch file (.dst): a 512-byte header of text fields, then 3 bytes a record, ending in F3.
//
// A record moves each axis by a sum of ±1, ±3, ±9, ±27 and ±81 tenths of a millimetre (balanced ternary, so
// at most 12.1 mm). The two high bits of the third byte tell stitch (00), jump (10) and colour change (11).
// In the file y grows upwards; here it grows downwards.

export const HEADER_SIZE = 512;
export const LONGEST_RECORD = 121;
/** A trim is said by this many jumps in a row, as machines understand it. */
export const TRIM_JUMPS = 3;
const END = 0xf3;

/** [byte, bit of +, bit of −, weight] for x, then for y. */
const X_BITS: [number, number, number, number][] = [
  [2, 2, 3, 81],
  [1, 2, 3, 27],
  [0, 2, 3, 9],
  [1, 0, 1, 3],
  [0, 0, 1, 1],
];
const Y_BITS: [number, number, number, number][] = [
  [2, 5, 4, 81],
  [1, 5, 4, 27],
  [0, 5, 4, 9],
  [1, 7, 6, 3],
  [0, 7, 6, 1],
];

export const RecordKind = { stitch: 0, jump: 0x80, change: 0xc0 } as const;
export type RecordKindCode = (typeof RecordKind)[keyof typeof RecordKind];

/** Sets the bits that move one axis by `d` tenths of a millimetre, |d| ≤ 121. */
function encodeAxis(bytes: number[], bits: typeof X_BITS, d: number): void {
  for (const [byte, plus, minus, weight] of bits) {
    const limit = (weight - 1) / 2;
    if (d > limit) {
      bytes[byte] |= 1 << plus;
      d -= weight;
    } else if (d < -limit) {
      bytes[byte] |= 1 << minus;
      d += weight;
    }
  }
}

function decodeAxis(bytes: Uint8Array, at: number, bits: typeof X_BITS): number {
  let d = 0;
  for (const [byte, plus, minus, weight] of bits) {
    if (bytes[at + byte] & (1 << plus)) d += weight;
    if (bytes[at + byte] & (1 << minus)) d -= weight;
  }
  return d;
}

/** One record; `dx`, `dy` in tenths of a millimetre, y down. */
export function encodeRecord(dx: number, dy: number, kind: RecordKindCode): [number, number, number] {
  const bytes = [0, 0, 3];
  encodeAxis(bytes, X_BITS, dx);
  encodeAxis(bytes, Y_BITS, -dy);
  bytes[2] |= kind;
  return bytes as [number, number, number];
}

export const END_RECORD: [number, number, number] = [0, 0, END];

export interface RawRecord {
  dx: number;
  dy: number;
  kind: RecordKindCode;
}

/** The record at byte `at`, or null for the end record. */
export function decodeRecord(bytes: Uint8Array, at: number): RawRecord | null {
  const third = bytes[at + 2];
  if (third === END) return null;
  const control = third & 0xc0;
  const kind = control === 0xc0 ? RecordKind.change : control === 0x80 ? RecordKind.jump : RecordKind.stitch;
  const dy = decodeAxis(bytes, at, Y_BITS);
  return { dx: decodeAxis(bytes, at, X_BITS), dy: dy === 0 ? 0 : -dy, kind };
}
