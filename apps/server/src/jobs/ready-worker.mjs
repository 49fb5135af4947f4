// The door of a worker thread: teaches it TypeScript, which threads don't take over, and lets the work in.
import { register } from 'tsx/esm/api';

register();
const { default: makeReady } = await import('./make-ready.ts');
export default makeReady;
