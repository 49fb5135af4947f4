// Items that stay as they are when what they show, or keep clear of, goes.
import { referencesFor, withReferences } from '../design/references.ts';
import type { Design, DesignObject } from '../design/types.ts';
import { outlinesBeside, outlineWithRoom } from '../resolve/resolve.ts';
import { LIKE, pathOutline, shapeFor, SHOWN } from './plain.ts';

/**
 * The object without references to these: what its relief lines show, or go like, becomes a shape of its own, which comes before it;
 * the room that it keeps becomes part of its outline. `object` stands in the design, its outline as it should be kept.
 */
export function loosened(design: Design, object: DesignObject, gone: ReadonlySet<string>): DesignObject[] {
  const shown = referencesFor(object, 'shows').filter((id) => gone.has(id));
  const near = referencesFor(object, 'keeps clear of').filter((id) => gone.has(id));
  const like = referencesFor(object, 'goes like').filter((id) => gone.has(id));
  if (!shown.length && !near.length && !like.length) return [object];
  let kept = withReferences(object, (id) => (gone.has(id) ? null : id)) as DesignObject;
  if (near.length) {
    const outline = outlineWithRoom(design, object.id, (id) => near.includes(id));
    if (outline) kept = { ...kept, outline: pathOutline(outline, true) };
  }
  const shapes: DesignObject[] = [];
  const shapeOf = (ids: readonly string[], what: string): string[] => {
    const outlines = ids.flatMap((id) => outlinesBeside(design, id, object.id));
    if (!outlines.length) return [];
    shapes.push(shapeFor(object, outlines, what));
    return [shapes.at(-1)!.id];
  };
  const relief = [...(kept.relief ?? []), ...shapeOf(shown, SHOWN)];
  const linesLike = [...(kept.linesLike ?? []), ...shapeOf(like, LIKE)];
  return [...shapes, { ...kept, ...(relief.length && { relief }), ...(linesLike.length && { linesLike }) }];
}
