// What stitches are chosen for, and its parts on the way there.
import { Memo } from '../design/memo.ts';
import { offsetRegion } from '../geometry/clip.ts';
import type { PlainOutline } from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import type { Region } from '../geometry/region.ts';
import type { ChosenKind } from './kinds.ts';

/** A shape that stitches are chosen for. */
export interface Piece {
  outline: PlainOutline;
  thread: string;
  /** A line of this width, in mm, rather than a shape. */
  line?: number;
  /** It is cloth that is laid on, before all that is sewn. */
  cloth?: boolean;
}

/** What is seen of a piece, or a column or what is broad of that. */
export interface Part {
  piece: number;
  region: Region;
  bounds: Bounds | null;
  /** How broad it is for the most part, in mm. */
  breadth: number;
  kind: ChosenKind | null;
  /** Is the outline's own the one that is seen? */
  whole: boolean;
  /** A column of a part that is broad: it is sewn just after it. */
  columnOf?: Part;
}

/** Parts nearer than this are neighbours, in mm. */
export const TOUCHING = 0.4;

/** Of a region it is remembered which of so many others touch it. */
export const MOST_NEIGHBOURS = 64;

const about = new Memo<Region>();
/** A region with what lies about it as near as neighbours do. */
export const aboutOf = (region: Region): Region =>
  about.get(region, [], () => offsetRegion(region, TOUCHING));

export const isLine = (p: Part): boolean => !p.kind || p.kind.as === 'line';
