// Letters of one shape, wherever they stand: what is known of one is known of all.
import { Memo } from '../design/memo.ts';
import type { DesignObject, PlainOutline } from '../design/types.ts';
import type { Region } from '../geometry/region.ts';
import { outlineRegion } from '../outlines/region.ts';
import { anywhereOutline } from '../outlines/same.ts';

type Shaped = Pick<DesignObject<PlainOutline>, 'outline' | 'broad'>;

/** An outline, and how far from it another one of the same shape lies, in mm; whole steps of the machine's grid. */
interface Like {
  outline: PlainOutline;
  dx: number;
  dy: number;
}

/** The outline that all letters of this one's shape have in common; others have their own. */
export const likeLetters = ({ outline, broad }: Shaped): Like =>
  outline.kind === 'path' && broad !== undefined ? anywhereOutline(outline) : { outline, dx: 0, dy: 0 };

const regions = new Memo<Region>(1);

/** What an object's outline encloses, and how far from there it lies: found once, for all letters of its shape. */
export function likeRegion(object: Shaped): { region: Region; dx: number; dy: number } {
  const { outline, dx, dy } = likeLetters(object);
  return { region: regions.get(outline, [], () => outlineRegion(outline)), dx, dy };
}
