// What may be kept beside designs, whoever sends it.
import { checkDesign, emptyDesign, type PlainOutline } from '@rosehip/core';

/** Checks a motif's outline, as part of a design that holds nothing else. Throws ReadError. */
export function checkOutline(outline: unknown): PlainOutline {
  const recipe = { kind: 'run', settings: {} };
  const object = { id: 'motif', name: 'Motif', kind: 'object', visible: true, locked: false };
  const design = checkDesign({
    ...emptyDesign('Motif'),
    objects: [{ ...object, outline, recipe, thread: '100' }],
  });
  return (design.objects[0] as { outline: PlainOutline }).outline;
}
