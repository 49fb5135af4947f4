// Other colours for a whole design: two threads swapped, all hues turned, or the colours of a picture.
import { converter, formatHex } from 'culori';
import type { Design } from '../design/types.ts';
import { chartOf, nearestThread, type Thread } from '../materials/threads.ts';
import { JobBuilder, JobError, type Job } from './job.ts';
import { changeThreads, usedThreads } from './thread-codes.ts';

/** What each thread of a design becomes, by codes. */
export type ThreadCodes = ReadonlyMap<string, string>;

export interface Recolouring {
  name: string;
  codes: ThreadCodes;
}

const oklch = converter('oklch');
/** Colours with less chroma than this are greys, which have no hue to be turned. */
const GREY = 0.025;

/** The nearest thread of the design's chart to a colour. */
const nearest = (design: Design, colour: string): string => nearestThread(colour, chartOf(design))!.code;

/** All hues turned by so many degrees; greys stay. Light and dark stay as they are, as far as the chart has such threads. */
export function turnedHues(design: Design, degrees: number): ThreadCodes {
  return new Map(
    usedThreads(design).map(({ code, colour }) => {
      const c = oklch(colour)!;
      if (c.c < GREY) return [code, code];
      return [code, nearest(design, formatHex({ ...c, h: ((c.h ?? 0) + degrees + 360) % 360 }))];
    }),
  );
}

/** Two threads, each in the other's place. */
export const swappedThreads = (a: string, b: string): ThreadCodes =>
  new Map([
    [a, b],
    [b, a],
  ]);

const lightness = (colour: string): number => oklch(colour)!.l;
const hue = (colour: string): number => oklch(colour)!.h ?? 0;
const chroma = (colour: string): number => oklch(colour)!.c;

/** Threads and colours put side by side, each in an order; where there are fewer colours, they are taken again. */
function paired(design: Design, threads: readonly Thread[], colours: readonly string[]): ThreadCodes {
  const last = Math.max(1, threads.length - 1);
  return new Map(
    threads.map(({ code }, i) => {
      const at = Math.round((i * (colours.length - 1)) / last);
      return [code, nearest(design, colours[at])];
    }),
  );
}

/** The design in the colours of a picture (#rrggbb, those that fill most first), in five ways. */
export function schemesFor(design: Design, colours: readonly string[]): Recolouring[] {
  const threads = usedThreads(design);
  if (!colours.length || !threads.length) return [];
  const taken = colours.slice(0, Math.max(2, threads.length));
  const by = (of: (colour: string) => number) => ({
    threads: [...threads].sort((a, b) => of(a.colour) - of(b.colour)),
    colours: [...taken].sort((a, b) => of(a) - of(b)),
  });
  const [light, turn, strong] = [by(lightness), by(hue), by(chroma)];
  return [
    { name: 'light on light', codes: paired(design, light.threads, light.colours) },
    { name: 'light on dark', codes: paired(design, light.threads, [...light.colours].reverse()) },
    { name: 'by hue', codes: paired(design, turn.threads, turn.colours) },
    { name: 'by strength', codes: paired(design, strong.threads, strong.colours) },
    { name: 'as they come', codes: paired(design, threads, taken) },
  ];
}

/** Gives every thread of a design another one. Throws JobError when nothing changes. */
export function recolourAllJob(design: Design, codes: ThreadCodes, label = 'Other colours'): Job {
  if ([...codes].every(([from, to]) => from === to))
    throw new JobError('These are the threads that it has already.');
  const builder = new JobBuilder(design, label);
  changeThreads(builder, (code) => codes.get(code) ?? code);
  return builder.job([]);
}
