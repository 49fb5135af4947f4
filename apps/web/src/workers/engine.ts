// The engine workers of this page: one that stitches, and one that checks, so that checks never hold up stitches.
import type { Design } from '@rosehip/core';
import * as Comlink from 'comlink';
import type { Engine } from './engine-work.ts';

type Remote = Comlink.Remote<Engine>;

const worker = (name: string): Worker =>
  new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name });

let engineWorker: Worker | null = null;
let engine: Remote | null = null;
let checker: Remote | null = null;

export const useEngine = (): Remote => (engine ??= Comlink.wrap<Engine>((engineWorker = worker('engine'))));

/** Ends the engine in the middle of its work; what was asked of it is never answered. A new one starts when needed. */
export function stopEngine(): void {
  engineWorker?.terminate();
  engine = engineWorker = null;
}

/** For checks, comparisons and other work that nobody's hand waits for. */
export const useChecker = (): Remote => (checker ??= Comlink.wrap<Engine>(worker('checker')));

/** A design without the bytes of its reference picture, which neither stitching nor painting needs. */
export function withoutPictureData(design: Design): Design {
  return design.picture ? { ...design, picture: { ...design.picture, data: '' } } : design;
}
