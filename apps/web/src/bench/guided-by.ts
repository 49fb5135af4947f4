// What guide lines do to an object's stitches.
import type { DesignObject } from '@rosehip/core';

/** A sentence that says so; null when they would do nothing. */
export function guidedBy({ recipe }: DesignObject): string | null {
  if (recipe.kind === 'fill') return 'Rows flow along lines drawn over the shape.';
  if (recipe.kind === 'sprig') return 'The stem grows along the first line drawn in the shape.';
  if (recipe.kind === 'contour') return 'Lines repeat what is drawn in the shape as they repeat its edge.';
  if (recipe.kind === 'satin' && recipe.settings.sides === 'edges')
    return 'Lines drawn across the column are rungs: stitches lie along them.';
  return null;
}
