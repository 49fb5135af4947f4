// `npm run fuzz [-- NAME …] [--count N] [--from SEED]`: hostile input by the thousand, in a thread that is watched.
// Tells crashes, cases that took long, and what never came back, each with the number that makes it again.
import { parseArgs } from 'node:util';
import { Worker } from 'node:worker_threads';

const { values, positionals } = parseArgs({
  options: { count: { type: 'string' }, from: { type: 'string', default: '1' } },
  allowPositionals: true,
});
/** Cases of each when nothing else is asked for; sewing takes longer than reading. */
const COUNTS: Record<string, number> = { svg: 100_000, dst: 100_000, design: 100_000, sew: 20_000 };
/** No case may take longer than this, in ms; what takes ten times as long has not come back. */
const SLOW = 2000;

const names = positionals.length ? positionals : Object.keys(COUNTS);
let bad = false;

for (const name of names) {
  if (!(name in COUNTS)) {
    console.error(`There is no "${name}"; there are ${Object.keys(COUNTS).join(', ')}.`);
    process.exit(2);
  }
  const count = Number(values.count ?? COUNTS[name]);
  const from = Number(values.from);
  /** The case that runs, and the most memory seen, in MB. */
  const shared = new Int32Array(new SharedArrayBuffer(8));
  const worker = new Worker(new URL('./fuzz-worker.mjs', import.meta.url), {
    workerData: { name, from, count, shared, slow: SLOW },
  });
  let last = -1;
  let since = Date.now();
  const hung = setInterval(() => {
    if (shared[0] !== last) [last, since] = [shared[0], Date.now()];
    else if (Date.now() - since > 10 * SLOW) {
      console.log(`${name} ${last}: never came back`);
      bad = true;
      void worker.terminate();
    }
  }, 500);
  const done = await new Promise<{ faults: string[]; slow: string[]; worst: number } | null>((end) => {
    worker.once('message', end);
    worker.once('error', (error) => {
      console.log(`${name} ${shared[0]}: ${error.message}`);
      bad = true;
    });
    worker.once('exit', () => end(null));
  });
  clearInterval(hung);
  if (!done) continue;
  for (const line of [...done.faults, ...done.slow]) console.log(line);
  bad ||= done.faults.length > 0;
  console.log(
    `${name}: ${count} cases, ${done.faults.length} faults, ${done.slow.length} over ${SLOW} ms, longest ${done.worst.toFixed(0)} ms, memory up to ${shared[1]} MB`,
  );
}
process.exitCode = bad ? 1 : 0;
