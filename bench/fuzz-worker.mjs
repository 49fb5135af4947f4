// The thread that runs the cases of `npm run fuzz`.
import { parentPort, workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { FUZZERS } = await import('../packages/core/test/fuzz.ts');
const { name, from, count, shared, slow } = workerData;
const done = { faults: [], slow: [], worst: 0 };
for (let seed = from; seed < from + count; seed++) {
  shared[0] = seed;
  const start = performance.now();
  try {
    FUZZERS[name](seed);
  } catch (error) {
    done.faults.push(`${name} ${seed}: ${error.stack?.split('\n').slice(0, 3).join(' ') ?? error}`);
  }
  const took = performance.now() - start;
  done.worst = Math.max(done.worst, took);
  if (took > slow) done.slow.push(`${name} ${seed}: ${took.toFixed(0)} ms`);
  if (seed % 500 === 0) shared[1] = Math.max(shared[1], Math.round(process.memoryUsage().rss / 1e6));
}
parentPort.postMessage(done);
