// The threads of a design in the order in which they are put on the machine, and others for them, one for each.
import { findItem, originOf, visibleLeaves } from '../design/tree.ts';
import type { Design, ResolvedDesign } from '../design/types.ts';
import { nearestThread, type ThreadChart } from '../materials/threads.ts';
import { JobBuilder, JobError, type Job } from './job.ts';

/** What is sewn without changing the thread. */
export interface ThreadStep {
  thread: string;
  /** Ids of what is sewn in it; what was sewn in an earlier step already, as copies are, is left out. */
  ids: string[];
}

/** The steps of a design, from one colour change to the next. */
export function threadSteps(design: ResolvedDesign): ThreadStep[] {
  const steps: ThreadStep[] = [];
  const known = new Set<string>();
  for (const leaf of visibleLeaves(design.objects)) {
    if (leaf.kind === 'object' && leaf.unsewn) continue;
    const id = originOf(leaf.id);
    if (steps.at(-1)?.thread !== leaf.thread) steps.push({ thread: leaf.thread, ids: [] });
    if (known.has(id)) continue;
    known.add(id);
    steps[steps.length - 1].ids.push(id);
  }
  return steps.filter(({ ids }) => ids.length);
}

/** Gives each step another thread, in order; null, or none, leaves it. Throws JobError when nothing changes. */
export function threadsJob(
  design: Design,
  steps: readonly ThreadStep[],
  threads: readonly (string | null)[],
): Job {
  const builder = new JobBuilder(design, 'Threads');
  let changed = false;
  steps.forEach(({ ids }, k) => {
    const thread = threads[k];
    if (!thread) return;
    for (const id of ids) {
      const item = findItem(builder.design, id);
      if (!item || item.kind === 'group' || item.thread === thread) continue;
      builder.replace({ ...item, thread });
      changed = true;
    }
  });
  if (!changed) throw new JobError('These are the threads that it has already.');
  return builder.job([]);
}

/**
 * Threads of a chart from a list as people have it, a thread a line: its code, its name, or a colour (#rrggbb, or three
 * numbers, as palettes write it), of which the nearest is taken. Lines that begin a palette file, and empty ones, say nothing;
 * for what is not known there is null, and the line stands in `unknown`.
 */
export function readThreadList(
  text: string,
  chart: ThreadChart,
): { threads: (string | null)[]; unknown: string[] } {
  const threads: (string | null)[] = [];
  const unknown: string[] = [];
  const byName = [...chart.threads].sort((a, b) => b.name.length - a.name.length);
  for (const raw of text.split(/\r?\n/).slice(0, 1000)) {
    const line = raw.trim();
    if (!line || /^(#(?![0-9a-f]{6}\b)|GIMP Palette|Name:|Columns:)/i.test(line)) continue;
    const lower = line.toLowerCase();
    const rgb = /^(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(\s|$)/.exec(line);
    const hex = /#([0-9a-f]{6})\b/i.exec(line)?.[0] ?? (rgb && hexOf(rgb.slice(1, 4).map(Number)));
    const words = new Set(lower.split(/[^\p{L}\p{N}]+/u));
    const found = rgb
      ? undefined
      : (chart.threads.find(({ code }) => words.has(code.toLowerCase())) ??
        byName.find(({ name }) => lower.includes(name.toLowerCase())));
    const thread = found ?? (hex ? nearestThread(hex, chart) : null);
    threads.push(thread?.code ?? null);
    if (!thread) unknown.push(line.slice(0, 60));
  }
  return { threads, unknown };
}

function hexOf(rgb: readonly number[]): string | null {
  if (rgb.some((v) => v > 255)) return null;
  return `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
}
