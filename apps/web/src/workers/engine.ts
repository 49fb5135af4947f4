// The one engine worker of this page.
import * as Comlink from 'comlink';
import type { Engine } from './engine.worker.ts';

let engine: Comlink.Remote<Engine> | null = null;

export function useEngine(): Comlink.Remote<Engine> {
  engine ??= Comlink.wrap<Engine>(
    new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name: 'engine' }),
  );
  return engine;
}
