// The engine workers of this page: one that stitches, and one that checks, so that checks never hold up stitches.
import {
  DesignSender,
  openPlan,
  packPlan,
  parcelBuffers,
  type Design,
  type Parcel,
  type Plan,
  type PlanParcel,
  type ThreadPlan,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import type { Engine } from './engine-work.ts';
import type { Sewn, SewnParcel } from './engine/sewing.ts';
import type { Painter } from './painter-work.ts';

type Remote = Comlink.Remote<Engine>;

const worker = (name: string): Worker =>
  new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module', name });

let engineWorker: Worker | null = null;
let engine: Remote | null = null;
let checker: Remote | null = null;

/** The painter that is told what is sewn before the page has seen to it. */
let listening: Comlink.Remote<Painter> | null = null;

export function useEngine(): Remote {
  if (!engine) {
    engine = Comlink.wrap<Engine>((engineWorker = worker('engine')));
    if (listening) connect(engine, listening);
  }
  return engine;
}

/** Has a painter hear from the engine itself what changes in the plan; ended by what is returned. */
export function tellPainter(painter: Comlink.Remote<Painter>): () => void {
  listening = painter;
  if (engine) connect(engine, painter);
  return () => {
    if (listening === painter) listening = null;
  };
}

function connect(from: Remote, to: Comlink.Remote<Painter>): void {
  const { port1, port2 } = new MessageChannel();
  void to.hear(Comlink.transfer(port2, [port2]));
  void from.tellOf(Comlink.transfer(port1, [port1]));
}

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

/** The last plan that each engine sewed, and the last that each painter or checker was sent. */
const sewn = new WeakMap<object, ThreadPlan>();
const sent = new WeakMap<object, ThreadPlan>();
/** How plans came from an engine, and after which: whoever has that one is sent the same. */
const arrivals = new WeakMap<ThreadPlan, { parcel: SewnParcel; after: WeakRef<ThreadPlan> | null }>();

/** What an engine sewed, with the plan whole. */
export interface SewnPlan extends Omit<Sewn, 'parcel' | 'time'> {
  plan: Plan;
}

/** Has an engine sew a design, without last touches from when on `within` ms are over. Only what changed in the plan comes from there. */
export async function sewnBy(
  engine: Remote,
  design: Design,
  machine: string,
  stopped: string[],
  within?: number,
  onObject?: (object: number, of: number, id: string) => void,
): Promise<SewnPlan> {
  const { parcel, time, ...more } = await engine.sew(
    packed(engine, design),
    machine,
    stopped,
    within,
    onObject,
  );
  const before = sewn.get(engine) ?? null;
  const plan: Plan = { ...openPlan(before, parcel), time };
  sewn.set(engine, plan);
  arrivals.set(plan, { parcel, after: before && new WeakRef(before) });
  return { plan, ...more };
}

/** A plan on its way to a worker: only what changed since the one before. Every parcel must be sent at once. */
export function packedPlan(worker: object, plan: Plan): PlanParcel | SewnParcel {
  const before = sent.get(worker) ?? null;
  sent.set(worker, plan);
  const came = arrivals.get(plan);
  // A plan that is gone from memory is not the same as none: who has none is sent all of it.
  if (came && (came.after ? came.after.deref() === before : !before)) return came.parcel;
  const parcel = packPlan(before, plan);
  return Comlink.transfer(parcel, parcelBuffers(parcel));
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
