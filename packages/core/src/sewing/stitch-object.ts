// Stitches one object, and remembers what it made: the same outline, recipe, cloth and entry give it again.
import { remember } from '../design/remember.ts';
import type { DesignObject, PlainOutline } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import type { Cloth } from '../materials/cloths.ts';
import { completeSettings, type StitchInput } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';
import type { SewnThread } from '../stitches/thread.ts';
import { coverOf, type Cover } from './cover.ts';

interface Made {
  threads: SewnThread[];
  cover: Cover | null;
}

const made = new Map<string, Made>();

function input(
  object: DesignObject<PlainOutline>,
  cloth: Cloth,
  entry: Point | undefined,
): StitchInput | null {
  const kind = stitchKind(object.recipe.kind);
  if (!kind) return null;
  const settings = completeSettings(kind, object.recipe, cloth);
  return { outline: object.outline, settings, cloth, entry, start: object.start };
}

/** The object's threads and what they hide. `entry` is where the same thread ended before, in mm. */
export function stitchObject(object: DesignObject<PlainOutline>, cloth: Cloth, entry?: Point): Made {
  const key = JSON.stringify([object.outline, object.recipe, object.start, cloth.id, entry]);
  return remember(key, made, () => {
    const kind = stitchKind(object.recipe.kind);
    const what = input(object, cloth, entry);
    if (!kind || !what) return { threads: [], cover: null };
    return { threads: kind.stitch(what), cover: objectCover(object, cloth) };
  });
}

const covers = new Map<string, Cover | null>();

/** What the object's stitches hide; null for open kinds. */
export function objectCover(object: DesignObject<PlainOutline>, cloth: Cloth): Cover | null {
  const key = JSON.stringify([object.outline, object.recipe, cloth.id]);
  return remember(key, covers, () => {
    const kind = stitchKind(object.recipe.kind);
    const what = input(object, cloth, undefined);
    return kind && what ? coverOf(kind.cover(what)) : null;
  });
}
