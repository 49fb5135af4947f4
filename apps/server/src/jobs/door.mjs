// The door of a worker thread: teaches it TypeScript, which threads don't take over, and lets the work in that it is for.
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
const { default: work } = await import(`./${workerData.work}.ts`);
export default work;
