// What may be kept beside designs, whoever sends it.
import { checkDesign, emptyDesign, type DesignObject, type PlainOutline, type Recipe } from '@rosehip/core';

/** Checks an object as part of a design that holds nothing else. Throws ReadError. */
function checkObject(outline: unknown, recipe: unknown): DesignObject {
  const object = { id: 'kept', name: 'Kept', kind: 'object', visible: true, locked: false };
  const design = checkDesign({
    ...emptyDesign('Kept'),
    objects: [{ ...object, outline, recipe, thread: '100' }],
  });
  return design.objects[0] as DesignObject;
}

/** A motif's outline. Throws ReadError. */
export const checkOutline = (outline: unknown): PlainOutline =>
  checkObject(outline, { kind: 'run', settings: {} }).outline as PlainOutline;

/** A recipe. Throws ReadError. */
export const checkRecipe = (recipe: unknown): Recipe =>
  checkObject({ kind: 'rectangle', x: 0, y: 0, width: 10, height: 10, turn: 0, radius: 0 }, recipe).recipe;
