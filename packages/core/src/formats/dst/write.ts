// Writes a plan as a machine stitch file (.dst).
import { Move } from '../../sewing/moves.ts';
import type { Plan } from '../../sewing/plan.ts';
import {
  encodeRecord,
  END_RECORD,
  HEADER_SIZE,
  LONGEST_RECORD,
  RecordKind,
  TRIM_JUMPS,
  type RecordKindCode,
} from './codec.ts';

const pad = (n: number, width: number): string => String(n).padStart(width, ' ');

function header(label: string, count: number, changes: number, b: number[], x: number, y: number): string {
  const signed = (v: number): string => `${v < 0 ? '-' : '+'}${pad(Math.abs(v), 5)}`;
  const plain = label
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .slice(0, 16);
  const fields = [
    `LA:${plain.padEnd(16)}`,
    `ST:${pad(count, 7)}`,
    `CO:${pad(changes, 3)}`,
    `+X:${pad(b[1], 5)}`,
    `-X:${pad(-b[0], 5)}`,
    `+Y:${pad(b[3], 5)}`,
    `-Y:${pad(-b[2], 5)}`,
    `AX:${signed(x)}`,
    `AY:${signed(y)}`,
    'MX:+    0',
    'MY:+    0',
    'PD:******',
  ];
  return `${fields.join('\r')}\r\x1a`.padEnd(HEADER_SIZE, ' ');
}

/**
 * The plan as the bytes of a .dst file, labelled with the design's name. Moves longer than one record are
 * divided; a trim becomes a row of at least three jumps; a stop becomes a colour change, which makes every
 * machine wait.
 */
export function writeDst(plan: Plan, label: string): Uint8Array<ArrayBuffer> {
  const body: number[] = [];
  let x = 0;
  let y = 0;
  let changes = 0;
  let trim = false;
  const bounds = [0, 0, 0, 0]; // in the file's own y, upwards
  const step = (dx: number, dy: number, kind: RecordKindCode): void => {
    body.push(...encodeRecord(dx, dy, kind));
    x += dx;
    y += dy;
    bounds[0] = Math.min(bounds[0], x);
    bounds[1] = Math.max(bounds[1], x);
    bounds[2] = Math.min(bounds[2], -y);
    bounds[3] = Math.max(bounds[3], -y);
  };
  /** Goes to (tx, ty) in at least `least` records, all but the last of them jumps. */
  const go = (tx: number, ty: number, kind: RecordKindCode, least: number): void => {
    const [dx, dy] = [tx - x, ty - y];
    const parts = Math.max(least, Math.ceil(Math.max(Math.abs(dx), Math.abs(dy)) / LONGEST_RECORD), 1);
    const [fromX, fromY] = [x, y];
    for (let k = 1; k <= parts; k++) {
      const nx = fromX + Math.round((dx * k) / parts);
      const ny = fromY + Math.round((dy * k) / parts);
      step(nx - x, ny - y, k === parts ? kind : RecordKind.jump);
    }
  };
  for (let i = 0; i < plan.x.length; i++) {
    const tx = Math.round(plan.x[i] * 10);
    const ty = Math.round(plan.y[i] * 10);
    switch (plan.move[i]) {
      case Move.trim:
        trim = true;
        break;
      case Move.change:
      case Move.stop:
        if (trim) go(x, y, RecordKind.jump, TRIM_JUMPS);
        trim = false;
        step(0, 0, RecordKind.change);
        changes++;
        break;
      case Move.jump:
        go(tx, ty, RecordKind.jump, trim ? TRIM_JUMPS : 1);
        trim = false;
        break;
      default:
        if (trim) go(x, y, RecordKind.jump, TRIM_JUMPS);
        trim = false;
        go(tx, ty, RecordKind.stitch, 1);
    }
  }
  if (trim) go(x, y, RecordKind.jump, TRIM_JUMPS);
  const count = body.length / 3 + 1;
  body.push(...END_RECORD);
  const out = new Uint8Array(HEADER_SIZE + body.length);
  const head = header(label, count, changes, bounds, x, -y);
  for (let i = 0; i < HEADER_SIZE; i++) out[i] = head.charCodeAt(i);
  out.set(body, HEADER_SIZE);
  return out;
}
