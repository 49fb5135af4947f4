// What may be kept beside designs, whoever sends it.
import { checkDesign, emptyDesign, MACHINES, type PlainOutline } from '@rosehip/core';

/** Every setting and what it may hold. */
export const SETTINGS: Record<string, object> = {
  units: { enum: ['mm', 'in'] },
  /** Pixels a millimetre at true size on this person's screen. */
  screen: { type: 'number', minimum: 1, maximum: 40 },
  /** The machine that designs are timed and checked for. */
  machine: { enum: MACHINES.map((m) => m.id) },
};

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
