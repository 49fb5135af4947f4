// Letters of one shape, wherever they stand: what is known of one is known of all.
import type { DesignObject, PlainOutline } from '../design/types.ts';
import { anywhereOutline } from '../outlines/same.ts';

/** An outline, and how far from it another one of the same shape lies, in mm; whole steps of the machine's grid. */
interface Like {
  outline: PlainOutline;
  dx: number;
  dy: number;
}

/** The outline that all letters of this one's shape have in common; others have their own. */
export const likeLetters = ({
  outline,
  broad,
}: Pick<DesignObject<PlainOutline>, 'outline' | 'broad'>): Like =>
  outline.kind === 'path' && broad !== undefined ? anywhereOutline(outline) : { outline, dx: 0, dy: 0 };
