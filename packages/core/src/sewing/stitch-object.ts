// Stitches one object, and remembers what it made: the same outline, recipe, cloth and entry give it again.
import { remember } from '../design/remember.ts';
import type { DesignObject, PlainOutline, SettingValue } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import type { Cloth } from '../materials/cloths.ts';
import { completeSettings, type Remark, type StitchInput } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';
import type { SewnThread } from '../stitches/thread.ts';
import { excessOf } from './budget.ts';
import { coverOf, type Cover } from './cover.ts';

interface Made {
  threads: SewnThread[];
  cover: Cover | null;
}

const made = new Map<string, Made>();

/** Where the same thread comes from and goes to; mm. */
export interface Neighbours {
  entry?: Point;
  toward?: Point;
}

/** What the object gives its stitch kind; null when the kind is not known, or when it would take too much. */
export function inputOf(
  object: DesignObject<PlainOutline>,
  cloth: Cloth,
  { entry, toward }: Neighbours = {},
): StitchInput | null {
  const kind = stitchKind(object.recipe.kind);
  if (!kind) return null;
  const settings = completeSettings(kind, object.recipe, cloth);
  if (excessOf(object, kind, settings)) return null;
  const { outline, start, end, guideLines, widths, centre, raised, motif } = object;
  return { outline, settings, cloth, entry, toward, start, end, guideLines, widths, centre, raised, motif };
}

/** All that an object's stitches depend on beside its neighbours. */
const keyOf = (
  { outline, recipe, start, end, guideLines, widths, centre, raised, motif }: DesignObject<PlainOutline>,
  cloth: Cloth,
): unknown[] => [outline, recipe, start, end, guideLines, widths, centre, raised, motif, cloth.id];

/** The object's threads and what they hide. */
export function stitchObject(
  object: DesignObject<PlainOutline>,
  cloth: Cloth,
  neighbours: Neighbours = {},
): Made {
  const key = JSON.stringify([...keyOf(object, cloth), neighbours.entry, neighbours.toward]);
  return remember(key, made, () => {
    const kind = stitchKind(object.recipe.kind);
    const input = inputOf(object, cloth, neighbours);
    if (!kind || !input) return { threads: [], cover: null };
    return { threads: kind.stitch(input), cover: objectCover(object, cloth) };
  });
}

const covers = new Map<string, Cover | null>();

/** What the object's stitches hide; null for open kinds. */
export function objectCover(object: DesignObject<PlainOutline>, cloth: Cloth): Cover | null {
  const key = JSON.stringify(keyOf(object, cloth));
  return remember(key, covers, () => {
    const kind = stitchKind(object.recipe.kind);
    const input = inputOf(object, cloth);
    return kind && input ? coverOf(kind.cover(input)) : null;
  });
}

const chosen = new Map<string, Record<string, SettingValue>>();

/** What the object's settings that are left to the engine come to, by their names. */
export function objectChosen(object: DesignObject<PlainOutline>, cloth: Cloth): Record<string, SettingValue> {
  const key = JSON.stringify(keyOf(object, cloth));
  return remember(key, chosen, () => {
    const input = inputOf(object, cloth);
    return (input && stitchKind(object.recipe.kind)?.chosen?.(input)) ?? {};
  });
}

const remarks = new Map<string, { of: Remark[] }>();

/** What the object's kind has to say about it. */
export function objectRemarks(object: DesignObject<PlainOutline>, cloth: Cloth): Remark[] {
  const key = JSON.stringify(keyOf(object, cloth));
  return remember(key, remarks, () => {
    const input = inputOf(object, cloth);
    return { of: (input && stitchKind(object.recipe.kind)?.remarks?.(input)) ?? [] };
  }).of;
}
