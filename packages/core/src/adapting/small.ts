// What has become too small for its stitches: satin to lines, fills to satin, words to single strokes. The rest is told.
import { narrowKind } from '../choosing/kinds.ts';
import { usualBreadth } from '../choosing/breadths.ts';
import { lineRecipe } from '../choosing/choose.ts';
import { isText, type TextObject } from '../design/live-outline.ts';
import { everyItem } from '../design/tree.ts';
import type { Design, DesignObject, Item, PlainOutline } from '../design/types.ts';
import { regionArea } from '../geometry/region.ts';
import { knownFonts } from '../lettering/known-fonts.ts';
import { outlineRegion } from '../outlines/region.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { lineWidthOf, sewnFrom } from '../stitches/kinds.ts';
import type { Adapting } from './work.ts';

/** A satin narrower than this is a line, in mm. */
const LEAST_SATIN = 1;
/** Below this letters are single strokes, in mm. */
const TINY = 4;
/** What is smaller than this is a dot of thread, in mm. */
const DOT = 1;

type Plain = DesignObject<PlainOutline>;

const plainOf = (design: Design): Map<string, Plain> =>
  new Map(
    [...everyItem(resolveDesign(design).objects)].flatMap((i): [string, Plain][] =>
      i.kind === 'object' ? [[i.id, i]] : [],
    ),
  );

const sayWidth = (v: number): string => `${Math.round(v * 10) / 10} mm`;

/** The widest place of a satin along a line, in mm; null for others. */
function satinWidth(object: DesignObject): number | null {
  if (object.recipe.kind !== 'satin' || sewnFrom(object.recipe) !== 'lines') return null;
  const widths = object.widths?.map((w) => w.width);
  return widths?.length ? Math.max(...widths) : lineWidthOf(object);
}

export function simplify(work: Adapting): void {
  if (work.scale > 1 - 1e-3 || !work.does('small')) return;
  const now = plainOf(work.design);
  const was = plainOf(work.original);
  const { fixed } = work;
  const changed = new Map<string, Item>();
  for (const object of work.objects) {
    const next = isText(object)
      ? smallerWords(work, object)
      : smaller(work, object, now.get(object.id), was.get(object.id), fixed.has(object.id));
    if (next) changed.set(object.id, next);
  }
  work.replace(changed);
}

function smallerWords(work: Adapting, object: TextObject): DesignObject | null {
  const { font, height, baseline, letters, text } = object.outline;
  const smallest = knownFonts().smallestOf(font);
  const before = height / work.scale;
  if (baseline?.kind === 'within' || smallest === undefined || height >= smallest || before < smallest)
    return null;
  const lines = knownFonts().forSmall();
  if (height < TINY && lines && knownFonts().fontsWith(text).includes(lines)) {
    work.say(
      {
        step: 'small',
        change: `Letters of single strokes (${knownFonts().nameOf(lines)})`,
        why: `${sayWidth(height)} is too small for letters with width.`,
      },
      object,
    );
    const plain = letters?.map(({ recipe: _, ...letter }) => letter);
    return {
      ...object,
      outline: { ...object.outline, font: lines, ...(plain && { letters: plain }) },
      recipe: { kind: 'run', settings: {} },
    };
  }
  work.say(
    {
      step: 'small',
      change: `Letters are ${sayWidth(height)} high`,
      why: `${knownFonts().nameOf(font) ?? 'This font'} sews well from ${smallest} mm on: look at its openings.`,
      told: true,
    },
    object,
  );
  return null;
}

function smaller(
  work: Adapting,
  object: DesignObject,
  plain: Plain | undefined,
  before: Plain | undefined,
  fixed: boolean,
): DesignObject | null {
  if (!plain) return null;
  const bounds = outlineBounds(plain.outline);
  const size = bounds ? Math.max(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY) : 0;
  if (size < DOT && size / work.scale >= DOT) {
    work.say(
      {
        step: 'small',
        change: `Only ${sayWidth(size)} large`,
        why: 'Thread can show it only as a dot: leave it out, or draw it larger.',
        told: true,
      },
      object,
    );
    return null;
  }
  const width = satinWidth(object);
  if (width !== null) {
    if (width >= LEAST_SATIN || width / work.scale < LEAST_SATIN) return null;
    const recipe = lineRecipe(width);
    const { widths: _, ...rest } = object;
    work.say(
      {
        step: 'small',
        change: recipe.settings.passes === 1 ? 'Satin → run' : 'Satin → bean line',
        why: `Satin under ${LEAST_SATIN} mm is only a lump of thread.`,
      },
      object,
    );
    return { ...rest, recipe };
  }
  if (sewnFrom(object.recipe) !== 'region') return null;
  const { kind } = object.recipe;
  if (kind !== 'satin' && kind !== 'fill') return null;
  const region = outlineRegion(plain.outline);
  if (!regionArea(region)) return null;
  const narrow = narrowKind(region, 0);
  const wasNarrow = before && narrowKind(outlineRegion(before.outline), 0);
  if (kind === 'satin') {
    if (narrow?.as !== 'line' || wasNarrow?.as === 'line') return null;
    if (fixed) {
      work.say(
        {
          step: 'small',
          change: `Satin only ${sayWidth(usualBreadth(region))} wide`,
          why: 'Its outline is made from others, so it can’t become a line: look at it.',
          told: true,
        },
        object,
      );
      return null;
    }
    work.say(
      {
        step: 'small',
        change: 'Satin → a line along its middle',
        why: `Satin under ${LEAST_SATIN} mm is only a lump of thread.`,
      },
      object,
    );
    return { ...object, outline: narrow.outline, recipe: narrow.recipe };
  }
  if (!narrow || wasNarrow) return null;
  const line = narrow.as === 'line' && !fixed ? narrow : null;
  work.say(
    {
      step: 'small',
      change: line ? 'Fill → a line along its middle' : 'Fill → satin',
      why: `${sayWidth(usualBreadth(region))} wide: rows would be shorter than stitches can be.`,
    },
    object,
  );
  if (line) return { ...object, outline: line.outline, recipe: line.recipe };
  return { ...object, recipe: { kind: 'satin', settings: { sides: 'shape' } } };
}
