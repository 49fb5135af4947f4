// Stitches one object, and remembers what it made for its outline: the same recipe, cloth and entry give it again.
import { Memo } from '../design/memo.ts';
import type { DesignObject, PlainOutline, SettingValue } from '../design/types.ts';
import type { Point } from '../geometry/points.ts';
import { clothUnder, type Cloth } from '../materials/cloths.ts';
import { outlineRegion } from '../outlines/region.ts';
import { completeSettings, numberOf, type Facing, type Remark, type StitchInput } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';
import { withoutLeaps } from '../stitches/leaps.ts';
import { threadsWithin } from '../stitches/part-of-whole.ts';
import type { SewnThread } from '../stitches/thread.ts';
import { excessOf } from './budget.ts';
import { coverOf, type Cover } from './cover.ts';

interface Made {
  threads: SewnThread[];
  cover: Cover | null;
}

/** Where the same thread comes from and goes to; mm. */
export interface Neighbours {
  entry?: Point;
  toward?: Point;
  /** Places about the edge of what comes next. */
  facing?: Facing;
}

/** What the object gives its stitch kind; null when the kind is not known, or when it would take too much. */
export function inputOf(
  object: DesignObject<PlainOutline>,
  cloth: Cloth,
  { entry, toward, facing }: Neighbours = {},
): StitchInput | null {
  const kind = stitchKind(object.recipe.kind);
  if (!kind) return null;
  const under = clothUnder(cloth, object.thread);
  const settings = completeSettings(kind, object.recipe, under);
  if (excessOf(object, kind, settings)) return null;
  const { outline, start, end, guideLines, widths, centre, tones, raised, likeLines, motif } = object;
  const { capitals, broad } = object;
  const given = { start, end, guideLines, widths, centre, tones, raised, likeLines, motif, capitals, broad };
  return { outline, settings, cloth: under, entry, toward, facing, ...given };
}

/**
 * All that an object's stitches depend on beside its outline and its neighbours. What is small is compared by what it
 * says, so that copies that are made anew are known again.
 */
const partsOf = (object: DesignObject<PlainOutline>, cloth: Cloth): readonly unknown[] =>
  parts.get(object, [cloth], () => {
    const { thread, recipe, start, end, guideLines, widths, centre, tones, raised, likeLines } = object;
    const { partOf, motif, capitals, broad } = object;
    const says = [start, end, guideLines, widths, centre, motif, capitals, broad, tones?.place];
    return [
      cloth.id,
      clothUnder(cloth, thread).threadWidth,
      // The letters of a text say the same, each of hundreds.
      inWords.get(recipe, says, () => JSON.stringify([recipe, ...says])),
      tones?.levels,
      ...(raised ?? []),
      null,
      ...(likeLines ?? []),
      null,
      ...(partOf ?? []),
    ];
  });

const inWords = new Memo<string>(1);
const parts = new Memo<readonly unknown[]>(1);
const made = new Memo<Made>(8);
const covers = new Memo<Cover | null>();
const chosen = new Memo<Record<string, SettingValue>>();
const remarks = new Memo<Remark[]>();
const shortTies = new Memo<boolean>();

/** The object's threads and what they hide. */
export function stitchObject(
  object: DesignObject<PlainOutline>,
  cloth: Cloth,
  neighbours: Neighbours = {},
): Made {
  const { entry, toward, facing } = neighbours;
  const between = [entry?.x, entry?.y, toward?.x, toward?.y, facing?.places, facing?.dx, facing?.dy];
  const all = [...between, ...partsOf(object, cloth)];
  return made.get(object.outline, all, () => {
    if (object.partOf) return stitchPart(object, object.partOf, cloth);
    const kind = stitchKind(object.recipe.kind);
    const input = inputOf(object, cloth, neighbours);
    if (!kind || !input) return { threads: [], cover: null };
    return { threads: withoutLeaps(kind.stitch(input)), cover: objectCover(object, cloth) };
  });
}

/** Lines of the whole that end at a cut are joined over so many of their spacings. */
const NEXT_LINE = 3;
/** Of kinds without a spacing, in mm. */
const USUAL_SPACING = 3;

/** A part of a shape that is filled openly: what the whole's threads sew in it. */
function stitchPart(
  { partOf: _, ...object }: DesignObject<PlainOutline>,
  [outline, within]: readonly PlainOutline[],
  cloth: Cloth,
): Made {
  const whole = stitchObject({ ...object, outline }, cloth);
  const spacing = numberOf(object.recipe.settings, 'spacing', USUAL_SPACING);
  const threads = threadsWithin(whole.threads, outlineRegion(within), NEXT_LINE * spacing);
  return { threads: withoutLeaps(threads), cover: null };
}

/** What the object's stitches hide; null for open kinds. */
export function objectCover(object: DesignObject<PlainOutline>, cloth: Cloth): Cover | null {
  return covers.get(object.outline, partsOf(object, cloth), () => {
    const kind = stitchKind(object.recipe.kind);
    const input = inputOf(object, cloth);
    return kind && input ? coverOf(kind.cover(input)) : null;
  });
}

/** What the object's settings that are left to the engine come to, by their names. */
export function objectChosen(object: DesignObject<PlainOutline>, cloth: Cloth): Record<string, SettingValue> {
  return chosen.get(object.outline, partsOf(object, cloth), () => {
    const input = inputOf(object, cloth);
    return (input && stitchKind(object.recipe.kind)?.chosen?.(input)) ?? {};
  });
}

/** Is it so small that its thread is held by shorter ties? */
export function objectShortTies(object: DesignObject<PlainOutline>, cloth: Cloth): boolean {
  return shortTies.get(object.outline, partsOf(object, cloth), () => {
    const kind = stitchKind(object.recipe.kind);
    const input = kind?.shortTies && inputOf(object, cloth);
    return !!input && kind!.shortTies!(input);
  });
}

/** What the object's kind has to say about it. */
export function objectRemarks(object: DesignObject<PlainOutline>, cloth: Cloth): Remark[] {
  return remarks.get(object.outline, partsOf(object, cloth), () => {
    const input = inputOf(object, cloth);
    return (input && stitchKind(object.recipe.kind)?.remarks?.(input)) ?? [];
  });
}
