// The colours of a picture that is to be sewn: groups of its shades, each with a thread.
import type { ColourChoice, ColourGroup } from '../design/types.ts';
import { differenceOfThreads, threadIn, type ThreadChart } from '../materials/threads.ts';
import { NO_SHADE, type Shade, type Shades } from './shades.ts';
import { threadsFor } from './threads-for.ts';
import { toneDistance, toneOfHex } from './tones.ts';

export const COLOURS: ColourChoice = { count: null, groups: null, specks: 0.5, calm: null };

export interface PictureColour extends ColourGroup {
  /** #rrggbb */
  colour: string;
  /** Share of what is no ground. */
  share: number;
  thread: string;
  /** Was the thread chosen by hand? */
  chosen: boolean;
  /** How far the thread's colour is from the picture's: CIEDE2000. */
  apart: number;
  /** Nothing of it is left: all that it had were specks, which its neighbours have. */
  gone?: boolean;
}

export const MOST_COLOURS = 24;

/** Groups for a number of colours, by the order in which shades are joined. */
export function groupsFor({ shades, joins, proposed }: Shades, count: number | null): ColourGroup[] {
  const wanted = Math.max(1, Math.min(shades.length, MOST_COLOURS, count ?? proposed));
  const groups = shades.map((_, i) => [i]);
  let left = shades.length;
  for (const [into, from] of joins) {
    if (left <= wanted) break;
    groups[into].push(...groups[from]);
    groups[from] = [];
    left--;
  }
  return groups
    .filter((g) => g.length)
    .map((g) => ({
      shades: g.sort((a, b) => shades[b].share - shades[a].share).map((i) => shades[i].colour),
    }));
}

/** Parts the group in two where its shades lie farthest apart; null when it is one shade. */
export function splitGroup(all: Shades, group: ColourGroup): [ColourGroup, ColourGroup] | null {
  const own = all.shades.flatMap((s, i) => (group.shades.includes(s.colour) ? [i] : []));
  if (own.length < 2) return null;
  // The last join that brought two of its parts together is undone.
  const name = new Map(own.map((i) => [i, i]));
  const root = (i: number): number => (name.get(i) === i ? i : root(name.get(i)!));
  const inside = all.joins.filter(([a, b]) => own.includes(a) && own.includes(b));
  for (const [a, b] of inside.slice(0, own.length - 2)) name.set(root(b), root(a));
  let roots = [...new Set(own.map(root))];
  // Shades that were brought together by hand may be joined through others: then each is a part of its own.
  if (roots.length > 2) roots = roots.sort((a, b) => all.shades[b].share - all.shades[a].share);
  const part = (is: (r: number) => boolean): ColourGroup => ({
    shades: own
      .filter((i) => is(root(i)))
      .sort((a, b) => all.shades[b].share - all.shades[a].share)
      .map((i) => all.shades[i].colour),
  });
  const rest = part((r) => r !== roots[0]);
  return [{ ...part((r) => r === roots[0]), ...(group.thread && { thread: group.thread }) }, rest];
}

/** Which group each shade belongs to: by its colour, or, when that is new, by the nearest. */
function groupOfShades(shades: readonly Shade[], groups: readonly ColourGroup[]): number[] {
  const known = new Map(groups.flatMap((g, k) => g.shades.map((s): [string, number] => [s, k])));
  const tones = groups.map((g) => g.shades.map(toneOfHex));
  return shades.map((shade) => {
    const exact = known.get(shade.colour);
    if (exact !== undefined) return exact;
    let best = 0;
    let least = Infinity;
    tones.forEach((list, k) =>
      list.forEach((tone) => {
        const d = toneDistance(tone, shade.tone);
        if (d < least) [least, best] = [d, k];
      }),
    );
    return best;
  });
}

/** Colours with their threads: as they were chosen, else the nearest ones. */
function threaded(
  colours: readonly (ColourGroup & Pick<PictureColour, 'colour' | 'share'>)[],
  chart: ThreadChart,
): PictureColour[] {
  const threads = threadsFor(
    colours.map(({ colour }) => colour),
    colours.map(({ thread }) => thread),
    chart,
  );
  return colours.map((c, k) => ({
    ...c,
    thread: threads[k],
    chosen: c.thread !== undefined,
    apart: differenceOfThreads(threadIn(chart, threads[k]), { code: '', name: '', colour: c.colour }),
  }));
}

/**
 * Colours of which nothing is left once specks are their neighbours': where the picture proposed them they are left out, and the others
 * have their numbers and threads; those that a person asked for stay, and are told.
 */
export function coloursLeft(
  { colours, at }: ColouredPixels,
  proposed: boolean,
  chart: ThreadChart,
): ColouredPixels {
  const has = colours.map(({ out }, k) => !!out || at.includes(k));
  if (has.every(Boolean) || !has.some(Boolean)) return { colours, at };
  if (!proposed) return { colours: colours.map((c, k) => (has[k] ? c : { ...c, gone: true })), at };
  const kept = colours.filter((_, k) => has[k]);
  const to = Uint8Array.from({ length: 256 }, (_, k) => (k < colours.length ? kept.indexOf(colours[k]) : k));
  return { colours: threaded(kept.map(unthreaded), chart), at: at.map((k) => to[k]) };
}

const unthreaded = ({ thread, chosen, ...c }: PictureColour) => ({ ...c, ...(chosen && { thread }) });

export interface ColouredPixels {
  colours: PictureColour[];
  /** Which colour each pixel has; 255 where ground is, 254 where it is to be its neighbours'. */
  at: Uint8Array;
}

export const GIVEN_AWAY = 254;

export function coloured(
  all: Shades,
  how: Pick<ColourChoice, 'count' | 'groups'>,
  chart: ThreadChart,
): ColouredPixels {
  const groups = how.groups?.length ? how.groups : groupsFor(all, how.count);
  const of = groupOfShades(all.shades, groups);
  const owns = groups.map((_, k) => all.shades.filter((_, i) => of[i] === k));
  const largest = groups.map((g, k) =>
    owns[k].length ? owns[k].reduce((a, b) => (b.share > a.share ? b : a)).colour : g.shades[0],
  );
  const colours = threaded(
    groups.map((g, k) => ({
      ...g,
      colour: largest[k],
      share: owns[k].reduce((sum, s) => sum + s.share, 0),
    })),
    chart,
  );
  const to = Uint8Array.from(all.shades, (_, i) => {
    const { out } = groups[of[i]];
    return out === 'ground' ? NO_SHADE : out === 'neighbours' ? GIVEN_AWAY : of[i];
  });
  const at = new Uint8Array(all.at.length);
  for (let i = 0; i < at.length; i++) at[i] = all.at[i] === NO_SHADE ? NO_SHADE : to[all.at[i]];
  return { colours, at };
}
