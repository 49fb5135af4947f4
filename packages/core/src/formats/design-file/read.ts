// Reads the design file (.rosehip.json), and checks every design that comes in from anywhere.
import { findCycle } from '../../design/live.ts';
import { lost, withReferences } from '../../design/references.ts';
import { copiesWanted, MOST_MADE } from '../../design/copies.ts';
import { blockRecords } from '../../design/stitch-blocks.ts';
import { everyItem } from '../../design/tree.ts';
import type { Design, Item, StitchesObject } from '../../design/types.ts';
import { DESIGN_VERSION } from '../../design/version.ts';
import { checkSize, READ_LIMITS, ReadError } from '../read-error.ts';
import { withoutKept } from './kept.ts';
import { upgraded } from './migrations.ts';
import validate, { type SchemaProblem } from './validate.generated.js';

const PROBLEM: Record<string, (p: SchemaProblem) => string> = {
  required: (p) => `"${p.params.missingProperty}" is missing`,
  additionalProperties: (p) => `"${p.params.additionalProperty}" is not known`,
  type: (p) => `it must be of type ${p.params.type}`,
  enum: (p) => `it must be one of ${(p.params.allowedValues as unknown[]).join(', ')}`,
  const: (p) => `it must be ${JSON.stringify(p.params.allowedValue)}`,
  minimum: (p) => `it must be at least ${p.params.limit}`,
  maximum: (p) => `it must be at most ${p.params.limit}`,
  pattern: () => 'it is not written as it should be',
};

function sentence(problems: readonly SchemaProblem[]): string {
  // "if" failures only repeat what stands behind them.
  const p = problems.find((q) => q.keyword !== 'if') ?? problems[0];
  const where = p.instancePath ? `At ${p.instancePath.slice(1).replaceAll('/', ' → ')}` : 'In the design';
  return `${where}: ${PROBLEM[p.keyword]?.(p) ?? p.message}.`;
}

/** Furthest coordinate of a stitch, in tenths of a millimetre. */
const FURTHEST = 10 * READ_LIMITS.reach;

function checkStitches({ name, blocks }: StitchesObject, counted: Counted): void {
  for (const block of blocks) {
    const { x, y } = blockRecords(block);
    counted.records += x.length;
    if (counted.records > READ_LIMITS.records)
      throw new ReadError(`The design has more than ${READ_LIMITS.records} stitches of its own.`);
    for (let i = 0; i < x.length; i++) {
      const far = Math.max(Math.abs(x[i]), Math.abs(y[i]));
      if (far > FURTHEST)
        throw new ReadError(
          `A stitch of "${name}" lies ${Math.round(far / 10)} mm from the middle; at most ${READ_LIMITS.reach} mm can be read.`,
        );
    }
  }
}

interface Counted {
  points: number;
  records: number;
}

/** Counts what the schema can't: nesting, points, repeated ids, coordinates that fit their moves. */
function checkWhole(items: Item[], seen: Set<string>, depth: number, counted: Counted): void {
  if (depth > READ_LIMITS.nesting)
    throw new ReadError(`Groups are nested more than ${READ_LIMITS.nesting} deep.`);
  for (const item of items) {
    if (seen.has(item.id)) throw new ReadError(`Two objects have the same id, "${item.id}".`);
    seen.add(item.id);
    if (seen.size > READ_LIMITS.objects)
      throw new ReadError(`The design holds more than ${READ_LIMITS.objects} objects.`);
    if (item.kind === 'group') {
      const { bend } = item;
      if (bend && bend.points.length !== (bend.columns + 1) * (bend.rows + 1))
        throw new ReadError(
          `The bend of "${item.name}" has ${bend.points.length} points, which don't fit its mesh.`,
        );
      checkWhole(item.objects, seen, depth + 1, counted);
    } else if (item.kind === 'stitches') {
      checkStitches(item, counted);
    } else {
      if (item.outline.kind === 'path')
        for (const path of item.outline.paths) counted.points += path.points.length;
      for (const path of item.guideLines ?? []) counted.points += path.points.length;
    }
    if (counted.points > READ_LIMITS.points)
      throw new ReadError(`The design has more than ${READ_LIMITS.points} points.`);
  }
}

/**
 * What items refer to must be there, and nothing may be made from itself. References that an item can do without are left
 * out when they lead nowhere, with a sentence in `notes`.
 */
function checkReferences(design: Design, ids: ReadonlySet<string>, notes: string[]): Design {
  let healed = false;
  for (const item of everyItem(design.objects))
    for (const { id, use, shapes } of lost(item, ids)) {
      const what = use === 'stands along' ? 'repeated along' : use;
      const sentence = `"${item.name}" ${shapes ? 'is ' : ''}${what} "${id}", which is not in the design`;
      if (shapes) throw new ReadError(`${sentence}.`);
      notes.push(`${sentence}: that was left out.`);
      healed = true;
    }
  const ring = findCycle(design);
  if (ring) throw new ReadError(`Objects are made from each other in a ring: ${ring.join(' → ')}.`);
  const heal = (item: Item): Item => {
    const made = withReferences(item, (id) => (ids.has(id) ? id : null));
    return made.kind === 'group' ? { ...made, objects: made.objects.map(heal) } : made;
  };
  return healed ? { ...design, objects: design.objects.map(heal) } : design;
}

/** How deep arrays and objects are nested, measured without recursion. */
function nesting(text: string): number {
  let depth = 0;
  let most = 0;
  let inText = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inText) {
      if (c === 92) i++;
      else if (c === 34) inText = false;
    } else if (c === 34) inText = true;
    else if (c === 91 || c === 123) most = Math.max(most, ++depth);
    else if (c === 93 || c === 125) depth--;
  }
  return most;
}

/** Takes a value as a design; what was healed is told in `notes`. Throws ReadError with the first thing that is wrong. */
export function checkDesign(value: unknown, notes: string[] = []): Design {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new ReadError('This is no Rosehip design: a design file holds one JSON object.');
  const { format, version } = value as { format?: unknown; version?: unknown };
  if (format !== 'rosehip-design')
    throw new ReadError('This is no Rosehip design: its "format" is not "rosehip-design".');
  if (typeof version === 'number' && version > DESIGN_VERSION)
    throw new ReadError(
      `This design was made by a newer Rosehip (version ${version}); this one reads up to ${DESIGN_VERSION}.`,
    );
  const document = upgraded(withoutKept(value as Record<string, unknown>));
  if (!validate(document)) throw new ReadError(sentence(validate.errors ?? []));
  const design = document as unknown as Design;
  const ids = new Set<string>();
  checkWhole(design.objects, ids, 1, { points: 0, records: 0 });
  const healed = checkReferences(design, ids, notes);
  const copies = copiesWanted(design.objects);
  if (copies > MOST_MADE)
    throw new ReadError(
      `The repeats of this design make ${copies} objects together; at most ${MOST_MADE} can be made. Take fewer copies, or repeats that stand in each other apart.`,
    );
  return healed;
}

/** Reads the text of a design file; what was healed is told in `notes`. Throws ReadError. */
export function readDesignFile(text: string, notes: string[] = []): Design {
  checkSize(text.length);
  if (nesting(text) > 4 * READ_LIMITS.nesting)
    throw new ReadError('The file is nested too deep to be a design.');
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    const what = (error as Error).message.replace(/^JSON\.parse: /, '');
    throw new ReadError(`The file is not whole JSON: ${what}.`);
  }
  return checkDesign(value, notes);
}
