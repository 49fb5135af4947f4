// The one engine worker of this page.
import type { Design } from '@rosehip/core';
import * as Comlink from 'comlink';
import type { Engine } from './engine.worker.ts';

let engine: Comlink.Remote<Engine> | null = null;

export function useEngine(): Comlink.Remote<Engine> {
  engine ??= Comlink.wrap<Engine>(
    new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name: 'engine' }),
  );
  return engine;
}

/** A design without the bytes of its reference picture, which neither stitching nor painting needs. */
export function withoutPictureData(design: Design): Design {
  return design.picture ? { ...design, picture: { ...design.picture, data: '' } } : design;
}
