// The engine workers of this page: one that stitches, and one that checks, so that checks never hold up stitches.
import type { Design } from '@rosehip/core';
import * as Comlink from 'comlink';
import type { Engine } from './engine.worker.ts';

type Remote = Comlink.Remote<Engine>;

const start = (name: string): Remote =>
  Comlink.wrap<Engine>(new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name }));

let engine: Remote | null = null;
let checker: Remote | null = null;

export const useEngine = (): Remote => (engine ??= start('engine'));

/** For checks, comparisons and other work that nobody's hand waits for. */
export const useChecker = (): Remote => (checker ??= start('checker'));

/** A design without the bytes of its reference picture, which neither stitching nor painting needs. */
export function withoutPictureData(design: Design): Design {
  return design.picture ? { ...design, picture: { ...design.picture, data: '' } } : design;
}
