// What keeps things that are larger than the hoop from being parted: bends and repeats are made plain, words are split.
import { findItem, originOf, visibleLeaves, type Leaf } from '../design/tree.ts';
import type { Design, Item, PlainOutline } from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import { sewnBoxes } from '../hooping/belong.ts';
import { fits } from '../hooping/lay.ts';
import { outlineRegion } from '../outlines/region.ts';
import { resolveDesign, textOf } from '../resolve/resolve.ts';
import { sewResolved } from '../sewing/sew.ts';
import { endBendJob } from './groups.ts';
import { JobError, type Job, type JobBuilder } from './job.ts';
import { plainJob } from './plain.ts';
import { endRepeatJob } from './repeat.ts';
import { splitWordsJob } from './words.ts';

/** Things in things are taken apart this deep at most. */
const MOST_STEPS = 8;

/** What keeps a thing from being parted: nothing, or what has to be made plain first; null when it can't be parted. */
type Hindrance = 'none' | { as: 'bend' | 'repeat' | 'words'; id: string; name: string };

export function hindranceOf(design: Design, id: string): Hindrance | null {
  const visit = (items: readonly Item[], outer: Hindrance): Hindrance | null => {
    for (const item of items) {
      if (item.id === originOf(id)) {
        if (item.locked) return null;
        if (outer !== 'none' || item.kind !== 'object' || item.outline.kind !== 'text') return outer;
        return { as: 'words', id: item.id, name: item.name };
      }
      if (item.kind !== 'group') continue;
      const own = item.bend ? 'bend' : item.repeat ? 'repeat' : null;
      const hindrance: Hindrance =
        own && outer === 'none' ? { as: own, id: item.id, name: item.name } : outer;
      const found = visit(item.objects, hindrance);
      if (found) return item.locked && hindrance !== 'none' ? null : found;
    }
    return null;
  };
  return visit(design.objects, 'none');
}

/** Words in as few parts as there are ways: by lines, by words, by letters. Null for one letter, and for joined letters. */
function splitJob(design: Design, id: string): Job | null {
  for (const by of areJoined(design, id) ? BETWEEN_WORDS : [...BETWEEN_WORDS, 'letters' as const])
    try {
      return splitWordsJob(design, [id], by);
    } catch (error) {
      // There is only one of them.
      if (!(error instanceof JobError)) throw error;
    }
  return null;
}
const BETWEEN_WORDS = ['lines', 'words'] as const;

/** Do letters of a text run into each other, as those of joined scripts do? */
function areJoined(design: Design, id: string): boolean {
  const set = textOf(design, id);
  return !!set && outlineRegion(set.outline).length < set.letters.filter((l) => l.end > l.first).length;
}

/** Takes apart, or makes plain, what keeps a thing from being parted. */
function makeWay(builder: JobBuilder, { as, id }: Exclude<Hindrance, 'none'>): 'plain' | 'split' {
  const { design } = builder;
  const split = as === 'words' ? splitJob(design, id) : null;
  if (split) builder.run(split);
  else if (as === 'words') builder.run(plainJob(design, [id]));
  else builder.run(as === 'bend' ? endBendJob(design, [id], 'bent') : endRepeatJob(design, [id]));
  return split ? 'split' : 'plain';
}

export interface Large {
  leaf: Leaf<PlainOutline>;
  /** What it reaches with its stitches, mm. */
  box: Bounds;
}

/** What is larger than the hoop as it is sewn; words are one thing. */
export function largeIn(design: Design): Large[] {
  const plain = resolveDesign(design);
  const boxes = sewnBoxes(sewResolved(plain));
  return [...visibleLeaves(plain.objects)].flatMap((leaf) => {
    const box = boxes.get(leaf.id);
    return box && !fits(box, design.hoop) ? [{ leaf, box }] : [];
  });
}

/** Makes way for parting what is larger than the hoop; gives the names of what was made plain, and of what was split. */
export function makeWayForParting(builder: JobBuilder): Record<'plain' | 'split', string[]> {
  const names = { plain: new Set<string>(), split: new Set<string>() };
  const before = builder.design;
  // The first part of what is split keeps its id.
  const done = new Set<string>();
  // Repeats stand in repeats, words have letters: one after the other, the outermost first.
  for (let step = 0; step < MOST_STEPS; step++) {
    const { design } = builder;
    const ways = largeIn(design).flatMap(({ leaf }) => {
      const hindrance = hindranceOf(design, leaf.id);
      return hindrance && hindrance !== 'none' ? [hindrance] : [];
    });
    if (!ways.length) break;
    for (const way of new Map(ways.map((w) => [w.id, w])).values()) {
      const how = makeWay(builder, way);
      if (findItem(before, way.id) && !done.has(way.id)) names[how].add(way.name);
      done.add(way.id);
    }
  }
  return { plain: [...names.plain], split: [...names.split] };
}
