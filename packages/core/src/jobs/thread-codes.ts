// Every place of a design that names a thread, read and changed in one go.
import { everyItem } from '../design/tree.ts';
import type { Design, DesignObject, FromPicture, Item } from '../design/types.ts';
import { chartOf, differenceOfThreads, nearestThread, threadIn, type Thread } from '../materials/threads.ts';
import type { JobBuilder } from './job.ts';

/** Gives every thread that an item names another one; `letter` is the place in its words, where it is a letter's. */
function withThreads(item: Item, to: (code: string, letter?: number) => string): Item {
  if (item.kind === 'stitches') return { ...item, thread: to(item.thread) };
  if (item.kind === 'group')
    return item.fromPicture ? { ...item, fromPicture: pictureThreads(item.fromPicture, to) } : item;
  const next: DesignObject = { ...item, thread: to(item.thread) };
  const { outline } = next;
  if (outline.kind !== 'text' || !outline.letters?.some((l) => l.thread)) return next;
  const letters = outline.letters.map((l) => (l.thread ? { ...l, thread: to(l.thread, l.at) } : l));
  return { ...next, outline: { ...outline, letters } };
}

/** Threads that were chosen by hand for a picture's colours go, too: its steps can still be changed. */
function pictureThreads(from: FromPicture, to: (code: string) => string): FromPicture {
  const { colours, stitches } = from.choices;
  const groups = colours.groups?.map((g) => (g.thread ? { ...g, thread: to(g.thread) } : g)) ?? null;
  const chosen = stitches.shaded?.chosen?.map((code) => (code === null ? null : to(code)));
  return {
    ...from,
    choices: {
      ...from.choices,
      colours: { ...colours, groups },
      stitches: chosen ? { ...stitches, shaded: { ...stitches.shaded!, chosen } } : stitches,
    },
  };
}

/** The threads that a design uses, in the order in which it names them first. */
export function usedThreads(design: Design): Thread[] {
  const codes = new Set<string>();
  const note = (code: string): string => {
    codes.add(code);
    return code;
  };
  for (const item of everyItem(design.objects)) if (item.kind !== 'group') withThreads(item, note);
  const chart = chartOf(design);
  return [...codes].map((code) => threadIn(chart, code));
}

/** Threads that differ by so much (CIEDE2000) are read on each other, and by so much stand well on each other. */
const READ = 20;
const STANDS = 35;

/**
 * The thread for something that is sewn upon another: the wanted one, where it is seen there; else one of the design, or the lightest
 * or darkest of its chart. Threads by their codes.
 */
export function threadSeenOn(design: Design, beneath: string, wanted: string): string {
  const chart = chartOf(design);
  const ground = threadIn(chart, beneath);
  const apart = (thread: Thread): number => differenceOfThreads(ground, thread);
  if (apart(threadIn(chart, wanted)) >= READ) return wanted;
  const farthest = (threads: readonly Thread[]): Thread =>
    threads.reduce((a, b) => (apart(b) > apart(a) ? b : a));
  const used = usedThreads(design).filter((thread) => apart(thread) >= STANDS);
  if (used.length) return farthest(used).code;
  const ends = ['#ffffff', '#000000'].flatMap((colour) => nearestThread(colour, chart) ?? []);
  return ends.length ? farthest(ends).code : wanted;
}

/** Changes every thread of the builder's design; `letter` is the place in the item's words, where it is a letter's. */
export function changeThreads(
  builder: JobBuilder,
  to: (code: string, item: Item, letter?: number) => string,
): void {
  for (const item of [...everyItem(builder.design.objects)]) {
    const next = withThreads(item, (code, letter) => to(code, item, letter));
    if (item.kind !== 'group') builder.replace(next);
  }
  // Groups by themselves: what they hold has been changed meanwhile.
  for (const item of [...everyItem(builder.design.objects)])
    if (item.kind === 'group' && item.fromPicture)
      builder.replace(withThreads(item, (code) => to(code, item)));
}
