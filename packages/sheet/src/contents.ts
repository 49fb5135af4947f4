// What a sewing sheet tells, as plain data: what is sewn in which step, with which thread, for how long, on what.
import {
  clothById,
  figuresOf,
  findItem,
  hoopingsOf,
  isMark,
  Move,
  needlePlan,
  noteOfMark,
  originOf,
  threadUse,
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
  /** Weight of the thread of its chart. */
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

/** Upper thread runs down into the cloth and up again at every stitch: so much more than the stitch, in mm. */
const THROUGH = 0.6;

/** Names without those that are the same, each with how often it is sewn. */
function told(names: readonly string[]): string[] {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].map(([name, n]) => (n > 1 ? `${name} × ${n}` : name));
}

/** Where one thread ends and another begins, and what is waited for there. */
function stepsOf(design: Design, plan: Plan): Omit<SheetStep, 'needle'>[] {
  const { x, y, move, object, objects, time, threads } = plan;
  const nameOf = (id: string, own: string): string =>
    isMark(id) ? own : (findItem(design, originOf(id))?.name ?? own);
  const noteAt = (record: number): string => {
    const { id } = objects[object[record]];
    const leaf = findItem(design, originOf(id));
    const own = noteOfMark(id) || (leaf && leaf.kind !== 'group' && leaf.stopAfter) || '';
    const hooping = plan.hoopings?.slice(0, -1).findIndex(({ to }) => to === record + 1) ?? -1;
    const anew = hooping >= 0 && !isMark(id) ? `hoop anew: ${hooping + 2}` : '';
    return [own, anew].filter(Boolean).join('; then ') || 'The machine waits here.';
  };
  const out: Omit<SheetStep, 'needle'>[] = [];
  let from = 0;
  const close = (to: number, stop: string | null): void => {
    let stitches = 0;
    let mm = 0;
    const names: string[] = [];
    let last = -1;
    for (let i = from; i < to; i++) {
      if (move[i] !== Move.stitch) continue;
      stitches++;
      mm += Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]) + THROUGH;
      if (object[i] !== last) names.push(nameOf(objects[(last = object[i])].id, objects[last].name));
    }
    const seconds = time[to - 1] - (from ? time[from - 1] : 0);
    if (stitches)
      out.push({
        thread: threads[objects[last].thread],
        from,
        to,
        stitches,
        metres: mm / 1000,
        seconds,
        names: told(names),
        stop,
      });
    else if (stop && out.length) out[out.length - 1].stop ??= stop;
    from = to;
  };
  for (let i = 0; i < move.length; i++) {
    if (move[i] === Move.change) close(i, null);
    else if (move[i] === Move.stop) close(i + 1, noteAt(i));
  }
  if (from < move.length) close(move.length, null);
  return out;
}

/** The needle of each step's thread, as few as can be threaded anew. */
function withNeedles(steps: Omit<SheetStep, 'needle'>[], { needles }: Machine): SheetStep[] {
  if (needles < 2) return steps.map((step) => ({ ...step, needle: null }));
  const codes = steps.map((s) => s.thread.code);
  const spools = codes.filter((code, k) => code !== codes[k - 1]);
  const plan = needlePlan(spools, needles).needles;
  let spool = -1;
  return steps.map((step, k) => {
    if (codes[k] !== codes[k - 1]) spool++;
    const at = plan.findIndex((held) => held.filter((t) => t.before <= spool).at(-1)?.thread === codes[k]);
    return { ...step, needle: at + 1 };
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
    threadWidth: plan.threadWidth ?? 0.4,
    hoop: design.hoop,
    machine,
    hoopings: hoopings.length > 1 ? hoopings : [],
    ignored: findings.flatMap((f) =>
      f.ignored === undefined ? [] : [{ sentence: f.sentence, note: f.ignored }],
    ),
    open: findings.filter((f) => f.ignored === undefined).length,
  };
}
