// Reads a machine stitch file (.dst) into a design of stitches with exact coordinates.
import { RecordList } from '../../design/stitch-blocks.ts';
import type { Design, StitchesObject } from '../../design/types.ts';
import { emptyDesign } from '../../design/types.ts';
import { HOOPS, type Hoop } from '../../materials/hoops.ts';
import { LARKMOOR_CHART } from '../../materials/threads.ts';
import { Move } from '../../sewing/moves.ts';
import { READ_LIMITS, ReadError } from '../read-error.ts';
import { decodeDst } from './decode.ts';

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
