// A process that writes a hundred files one after another, for the test that kills it.
import { fileURLToPath } from 'node:url';
import { Stick } from './stick.ts';

/** What file `k` of a round holds: 20 to 220 kB that no other has. */
export function contentOf(round: number, k: number): Buffer {
  const out = Buffer.alloc(20_000 + ((k * 7919) % 200_000));
  for (let i = 0; i < out.length; i++) out[i] = (i * 31 + k * 17 + round) & 255;
  return out;
}

const [, program, root, round] = process.argv;
if (program === fileURLToPath(import.meta.url)) {
  const stick = new Stick(root, 'computer');
  process.send?.('begun');
  for (let k = 0; k < 100; k++)
    await stick.write(`Writing ${round} ${k}.dst`, contentOf(Number(round), k), { replace: true });
}
