// What may be kept beside designs, whoever sends it.
import {
  boundsOfItems,
  checkDesign,
  emptyDesign,
  outlineBounds,
  OWN_CHART,
  recordCount,
  ReadError,
  threadDrawing,
  type DesignObject,
  type OwnChart,
  type PlainOutline,
  type Recipe,
  type StitchesObject,
} from '@rosehip/core';

/** Checks an object as part of a design that holds nothing else. Throws ReadError. */
function checkObject(outline: unknown, recipe: unknown): DesignObject {
  const object = { id: 'kept', name: 'Kept', kind: 'object', visible: true, locked: false };
  const design = checkDesign({
    ...emptyDesign('Kept'),
    objects: [{ ...object, outline, recipe, thread: '100' }],
  });
  return design.objects[0] as DesignObject;
}

const checkOutline = (outline: unknown): PlainOutline =>
  checkObject(outline, { kind: 'run', settings: {} }).outline as PlainOutline;

/** A motif of so many records is a design. */
const MOST_RECORDS = 50_000;

/** What a motif is made of, with its size in mm: a drawing, or plain stitches. Throws ReadError. */
export function checkMotif(given: { outline?: unknown; stitches?: unknown[] }): {
  outline: PlainOutline;
  stitches: StitchesObject[] | null;
  width: number;
  height: number;
} {
  const stitches = given.stitches ? checkStitches(given.stitches) : null;
  const outline = stitches ? threadDrawing(stitches) : checkOutline(given.outline);
  // A picture leaves needle points out; the size is told of all.
  const b = stitches ? boundsOfItems(stitches) : outlineBounds(outline);
  if (!b) throw new ReadError('A motif needs at least two points.');
  const size = (v: number): number => Math.round(1000 * v) / 1000;
  return { outline, stitches, width: size(b.maxX - b.minX), height: size(b.maxY - b.minY) };
}

function checkStitches(items: readonly unknown[]): StitchesObject[] {
  const { objects } = checkDesign({ ...emptyDesign('Kept'), objects: items });
  const stitches = objects.filter((item) => item.kind === 'stitches');
  if (stitches.length < objects.length) throw new ReadError('Only plain stitches are kept as stitches.');
  if (stitches.reduce((sum, { blocks }) => sum + recordCount(blocks), 0) > MOST_RECORDS)
    throw new ReadError(
      `A motif has at most ${MOST_RECORDS.toLocaleString('en-GB')} stitches: keep it as a design of its own.`,
    );
  return stitches;
}

/** A recipe. Throws ReadError. */
export const checkRecipe = (recipe: unknown): Recipe =>
  checkObject({ kind: 'rectangle', x: 0, y: 0, width: 10, height: 10, turn: 0, radius: 0 }, recipe).recipe;

/** A thread chart of the person's own, held to what a design may carry. Throws ReadError. */
export function checkChart(chart: unknown): OwnChart {
  const kept = checkDesign({ ...emptyDesign('Kept'), chart: `${OWN_CHART}kept`, ownChart: chart }).ownChart;
  if (!kept) throw new ReadError('A thread chart needs a name and threads.');
  const codes = new Set(kept.threads.map(({ code }) => code.toLowerCase()));
  if (codes.size < kept.threads.length)
    throw new ReadError('Two threads of this chart have one number: each needs its own.');
  return kept;
}
