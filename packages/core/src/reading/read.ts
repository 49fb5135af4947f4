// Plain stitches read as objects: which columns, fills and lines they were sewn from, and what only lies beneath or leads on.
import { stretchesOf } from '../design/stretches.ts';
import type { Records } from '../design/stitch-blocks.ts';
import type { Path, PathOutline, Recipe } from '../design/types.ts';
import type { Region } from '../geometry/region.ts';
import type { Cloth } from '../materials/cloths.ts';
import { ThreadReader } from './read-thread.ts';
import { threadPoints } from './thread-points.ts';

/** What stitches were read as. */
export type ReadAs = 'satin' | 'fill' | 'run' | 'bean' | 'there-and-back' | 'redwork';

/** A piece of thread: its first record and its last. */
export interface ReadSpan {
  from: number;
  to: number;
}

/** What needs no object of its own: Rosehip makes it anew. */
export interface LaidSpan extends ReadSpan {
  as: 'underlay' | 'way' | 'tie';
}

/** An object that stitches were read as: all that it takes but a name, an id and a thread. */
export interface ReadObject {
  as: ReadAs;
  outline: PathOutline;
  recipe: Recipe;
  guideLines?: Path[];
  /** Its stitches, in order. */
  spans: ReadSpan[];
  /** What was sewn for it beneath, to it and to hold it. */
  laid: LaidSpan[];
  /** What it covers; empty for lines. */
  cover: Region;
  /** How well its stitches fit what was read, 0 to 1. */
  sure: number;
}

export interface Reading {
  /** In sewing order. */
  objects: ReadObject[];
  /** What could not be read. */
  unread: ReadSpan[];
}

/** Told how far it is, 0 to 1. */
export type ReadingProgress = (done: number) => void;

/**
 * Reads records as objects, each unbroken thread by itself. The cloth says by how much stitches were made longer and
 * closer for it: sewn again on it, they come out as they were.
 */
export function readStitches(records: Records, cloth: Cloth, progress?: ReadingProgress): Reading {
  const out: Reading = { objects: [], unread: [] };
  for (const stretch of stretchesOf(records)) {
    progress?.(stretch.from / records.x.length);
    const { objects, unread } = new ThreadReader(threadPoints(records, stretch), cloth).read();
    out.objects.push(...objects);
    out.unread.push(...unread);
  }
  progress?.(1);
  return out;
}
