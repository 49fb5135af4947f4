// Reads a machine stitch file (.dst) into a design of stitches with exact coordinates.
import { RecordList } from '../../design/stitch-blocks.ts';
import type { Design, StitchesObject } from '../../design/types.ts';
import { emptyDesign } from '../../design/types.ts';
import { HOOPS, type Hoop } from '../../materials/hoops.ts';
import { LARKMOOR_CHART } from '../../materials/threads.ts';
import { Move } from '../../sewing/plan.ts';
import { checkSize, READ_LIMITS, ReadError } from '../read-error.ts';
import { decodeRecord, HEADER_SIZE, RecordKind } from './codec.ts';
import { TRIM_JUMPS } from './write.ts';

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

/** Threads given to the colours of a file that names none: easy to tell apart. */
const STAND_IN_THREADS = ['222', '172', '133', '272', '213', '142', '252', '320', '193', '105'];

/** The smallest hoop of the shelf that holds what is wanted; the largest when none does. */
export function hoopFor(halfWidth: number, halfHeight: number): Hoop {
  const fits = HOOPS.filter((h) => h.width / 2 >= halfWidth && h.height / 2 >= halfHeight).sort(
    (a, b) => a.width * a.height - b.width * b.height,
  );
  return fits[0] ?? HOOPS.reduce((a, b) => (b.width * b.height > a.width * a.height ? b : a));
}

/** A design that holds the file's stitches, one set a colour, exactly where the file has them. */
export function readDst(bytes: Uint8Array, name?: string): { design: Design; warnings: string[] } {
  const records = decodeDst(bytes);
  const objects: StitchesObject[] = [];
  let own = new RecordList();
  own.add(0, 0, Move.jump);
  const close = (): void => {
    if (own.length < 2) return;
    const n = objects.length;
    if (n >= READ_LIMITS.objects)
      throw new ReadError(
        `The file changes colour more than ${READ_LIMITS.objects} times: it is damaged, or no stitch file.`,
      );
    objects.push({
      id: `stitches-${n + 1}`,
      name: `Colour ${n + 1}`,
      kind: 'stitches',
      visible: true,
      locked: false,
      thread: threadOf(n),
      blocks: own.blocks(),
    });
  };
  let halfWidth = 0;
  let halfHeight = 0;
  records.move.forEach((move, i) => {
    const [x, y] = [records.x[i], records.y[i]];
    halfWidth = Math.max(halfWidth, Math.abs(x) / 10);
    halfHeight = Math.max(halfHeight, Math.abs(y) / 10);
    if (move === Move.change) {
      close();
      own = new RecordList();
      own.add(x, y, Move.jump);
    } else own.add(x, y, move);
  });
  close();
  const hoop = hoopFor(halfWidth, halfHeight);
  const design = emptyDesign(name || records.label || 'Brought-in stitches', hoop);
  return { design: { ...design, objects }, warnings: records.warnings };
}

function threadOf(n: number): string {
  const code = STAND_IN_THREADS[n % STAND_IN_THREADS.length];
  return LARKMOOR_CHART.threads.some((t) => t.code === code) ? code : LARKMOOR_CHART.threads[n].code;
}
