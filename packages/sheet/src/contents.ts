// What a sewing sheet tells, as plain data: what is sewn in which step, with which thread, for how long, on what.
import {
  clothById,
  figuresOf,
  findItem,
  hoopingsOf,
  isMark,
  materialsOf,
  Move,
  needlePlan,
  needleOf,
  needlesOfMachine,
  noteOfStop,
  originOf,
  THREAD_WIDTH,
  threadUse,
  useOf,
  type Design,
  type Figures,
  type Finding,
  type Hooping,
  type Machine,
  type Plan,
  type Thread,
  type ThreadUse,
} from '@rosehip/core';

export interface SheetStep {
  thread: Thread;
  /** Records of the plan. */
  from: number;
  to: number;
  stitches: number;
  metres: number;
  seconds: number;
  /** What is sewn in it, in words. */
  names: string[];
  /** What the machine waits for at its end; null when it goes on to another thread. */
  stop: string | null;
  /** The needle it is sewn with, from 1; null on a machine of one. */
  needle: number | null;
}

export interface SheetContents {
  name: string;
  figures: Figures;
  steps: SheetStep[];
  threads: ThreadUse[];
  /** The whole, for its drawing. */
  plan: Plan;
  cloth: { name: string; colour: string; note: string; stabiliser: string; needle: string };
  /** Weight of its thread, and how wide it lies, in mm. */
  weight: number;
  threadWidth: number;
  hoop: Design['hoop'];
  machine: Machine;
  /** Empty when it is sewn in one. */
  hoopings: readonly Hooping[];
  /** Findings that were ignored, with the person's notes. */
  ignored: { sentence: string; note: string }[];
  /** How many findings stand open. */
  open: number;
}

/** Names without those that are the same, each with how often it is sewn. */
function told(names: readonly string[]): string[] {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].map(([name, n]) => (n > 1 ? `${name} × ${n}` : name));
}

/** Where one thread ends and another begins, and what is waited for there. */
function stepsOf(design: Design, plan: Plan): Omit<SheetStep, 'needle'>[] {
  const { move, object, objects, threads } = plan;
  const nameOf = ({ id, name }: Plan['objects'][number]): string =>
    isMark(id) ? name : (findItem(design, originOf(id))?.name ?? name);
  const out: Omit<SheetStep, 'needle'>[] = [];
  let from = 0;
  const close = (to: number, stop: string | null): void => {
    const sewn = new Set<number>();
    for (let i = from; i < to; i++) if (move[i] === Move.stitch) sewn.add(object[i]);
    const own = [...sewn].map((k) => objects[k]);
    if (own.length)
      out.push({
        thread: threads[own[own.length - 1].thread],
        from,
        to,
        ...useOf(plan, from, to),
        names: told(own.map(nameOf)),
        stop,
      });
    else if (stop && out.length) out[out.length - 1].stop ??= stop;
    from = to;
  };
  for (let i = 0; i < move.length; i++) {
    if (move[i] === Move.change) close(i, null);
    else if (move[i] === Move.stop) close(i + 1, noteOfStop(design, plan, i));
  }
  if (from < move.length) close(move.length, null);
  return out;
}

/** The needle of each step's thread, as few as can be threaded anew. */
function withNeedles(steps: Omit<SheetStep, 'needle'>[], machine: Machine): SheetStep[] {
  const count = needlesOfMachine(machine);
  if (count < 2) return steps.map((step) => ({ ...step, needle: null }));
  const codes = steps.map((s) => s.thread.code);
  const plan = needlePlan(
    codes.filter((code, k) => code !== codes[k - 1]),
    count,
  );
  let spool = -1;
  return steps.map((step, k) => {
    if (codes[k] !== codes[k - 1]) spool++;
    return { ...step, needle: needleOf(plan, codes[k], spool) + 1 };
  });
}

/** What the sheet of a design tells; `plan` is what is sewn, hooping by hooping when there are several. */
export function sheetContents(
  design: Design,
  plan: Plan,
  findings: readonly Finding[],
  machine: Machine,
): SheetContents {
  const { name, note, stabiliser, needle } = clothById(design.cloth.kind);
  const hoopings = hoopingsOf(design);
  return {
    name: design.name,
    figures: figuresOf(plan),
    steps: withNeedles(stepsOf(design, plan), machine),
    threads: threadUse(plan),
    plan,
    cloth: { name, colour: design.cloth.colour, note, stabiliser, needle },
    weight: materialsOf(design).chart.weight,
    threadWidth: plan.threadWidth ?? THREAD_WIDTH,
    hoop: design.hoop,
    machine,
    hoopings: hoopings.length > 1 ? hoopings : [],
    ignored: findings.flatMap((f) =>
      f.ignored === undefined ? [] : [{ sentence: f.sentence, note: f.ignored }],
    ),
    open: findings.filter((f) => f.ignored === undefined).length,
  };
}

/** All words on a sheet that a person may have written, for the fonts that they need. */
export const wordsOfSheet = (of: SheetContents): string =>
  [
    of.name,
    of.hoop.name,
    ...of.threads.map((t) => t.name),
    ...of.steps.flatMap((s) => [s.thread.name, ...s.names, s.stop ?? '']),
    ...of.ignored.flatMap((i) => [i.sentence, i.note]),
  ].join('');
