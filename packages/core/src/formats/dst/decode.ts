// What the bytes of a machine stitch file (.dst) say. Apart from designs: a machine that sews files needs no more.
import { Move } from '../../sewing/moves.ts';
import { checkSize, READ_LIMITS, ReadError } from '../read-error.ts';
import { decodeRecord, HEADER_SIZE, RecordKind, TRIM_JUMPS } from './codec.ts';

export interface MachineRecords {
  label: string;
  /** Tenths of a millimetre, y down. */
  x: number[];
  y: number[];
  /** `Move` codes; rows of three or more jumps are read as a trim and one jump. */
  move: number[];
  /** What was wrong but could be read past. */
  warnings: string[];
}

/**
 * Decodes the bytes of a .dst file.
 * Throws ReadError when it holds no header or no stitches, or more than the limits allow.
 */
export function decodeDst(bytes: Uint8Array): MachineRecords {
  checkSize(bytes.length);
  if (bytes.length < HEADER_SIZE)
    throw new ReadError(
      `This is no stitch file: it has ${bytes.length} bytes, and the header alone takes ${HEADER_SIZE}.`,
    );
  const head = String.fromCharCode(...bytes.subarray(0, HEADER_SIZE));
  if (!head.startsWith('LA:'))
    throw new ReadError('This is no .dst stitch file: its header does not begin with "LA:".');
  const label = head
    .slice(3, 19)
    .replace(/[^\x20-\x7e].*$/s, '')
    .trim();
  const out: MachineRecords = { label, x: [], y: [], move: [], warnings: [] };
  let x = 0;
  let y = 0;
  let jumps = 0;
  let ended = false;
  const closeJumps = (): void => {
    if (!jumps) return;
    if (jumps >= TRIM_JUMPS) {
      // The trim happens where the needle was before the jumps.
      const last = out.x.length - 1;
      out.move.splice(last, 0, Move.trim);
      out.x.splice(last, 0, out.x[last - 1] ?? 0);
      out.y.splice(last, 0, out.y[last - 1] ?? 0);
    }
    jumps = 0;
  };
  for (let i = HEADER_SIZE; i + 2 < bytes.length; i += 3) {
    const record = decodeRecord(bytes, i);
    if (!record) {
      ended = true;
      break;
    }
    x += record.dx;
    y += record.dy;
    if (record.kind === RecordKind.jump) {
      if (jumps++) {
        out.x[out.x.length - 1] = x;
        out.y[out.y.length - 1] = y;
        continue;
      }
    } else closeJumps();
    out.x.push(x);
    out.y.push(y);
    out.move.push(
      record.kind === RecordKind.jump
        ? Move.jump
        : record.kind === RecordKind.change
          ? Move.change
          : Move.stitch,
    );
    if (out.x.length > READ_LIMITS.records)
      throw new ReadError(`The file holds more than ${READ_LIMITS.records} stitches.`);
    if (Math.abs(x) > READ_LIMITS.reach * 10 || Math.abs(y) > READ_LIMITS.reach * 10)
      throw new ReadError(
        `Record ${(i - HEADER_SIZE) / 3 + 1} lies more than ${READ_LIMITS.reach} mm from the start: the file is damaged.`,
      );
  }
  closeJumps();
  if (!out.move.includes(Move.stitch)) throw new ReadError('The file holds a header but no stitches.');
  if (!ended) out.warnings.push('The file has no end record: it may have been cut short.');
  return out;
}
