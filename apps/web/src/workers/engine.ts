// The engine workers of this page: one that stitches, and one that checks, so that checks never hold up stitches.
import { DesignSender, packPlan, type Design, type Parcel, type Plan, type PlanParcel } from '@rosehip/core';
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

let readerWorker: Worker | null = null;
let reader: Remote | null = null;
/** For reading stitches as objects, which can be ended. */
export const useReader = (): Remote => (reader ??= Comlink.wrap<Engine>((readerWorker = worker('reader'))));

/** Ends a reading; what was asked is never answered. */
export function stopReader(): void {
  readerWorker?.terminate();
  reader = readerWorker = null;
}

/** The plan that each painter has. */
const plans = new WeakMap<object, Plan>();

/** A plan on its way to a painter: only what changed since the one before. Every parcel must be sent at once. */
export function packedPlan(painter: object, plan: Plan): PlanParcel {
  const parcel = packPlan(plans.get(painter) ?? null, plan);
  plans.set(painter, plan);
  const { x, y, move, part, object } = parcel.between;
  return Comlink.transfer(
    parcel,
    [x, y, move, part, object].map(({ buffer }) => buffer as ArrayBuffer),
  );
}

/** What each worker of this page has been sent already. */
const senders = new WeakMap<object, DesignSender>();

/**
 * A design on its way to a worker: only what that one doesn't have yet. The bytes of the reference picture and of a photograph
 * that it is tried on, which neither stitching nor painting needs, stay here. Every parcel must be sent at once.
 */
export function packed(worker: object, design: Design): Parcel {
  let sender = senders.get(worker);
  if (!sender) senders.set(worker, (sender = new DesignSender()));
  const { picture, tryOn } = design;
  return sender.pack({
    ...design,
    ...(picture && { picture: { ...picture, data: '' } }),
    ...(tryOn?.photo && { tryOn: { ...tryOn, photo: { ...tryOn.photo, data: '' } } }),
  });
}
