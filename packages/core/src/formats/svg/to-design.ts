// From a drawing to a design: fills become regions, strokes become lines with their width.
import type { Design, DesignObject, PlainOutline, Recipe } from '../../design/types.ts';
import { emptyDesign } from '../../design/types.ts';
import { nearestThread, threadChart } from '../../materials/threads.ts';
import { stitchKind } from '../../stitches/kinds.ts';
import { hoopFor } from '../dst/read.ts';
import type { SvgDrawing, SvgShape } from './read.ts';
import { longerOutline } from './stroke-ends.ts';
import { wordsObject } from './words.ts';

export interface SvgRecipes {
  /** Recipe of filled shapes. */
  fill: Recipe;
  /** Recipe of stroked lines; one with a width takes the stroke's. */
  line: Recipe | null;
}

/** Strokes narrower than this are sewn as a run, in mm. */
const NARROWEST_SATIN = 1;

type Line = Pick<DesignObject, 'recipe'> & { outline: PlainOutline };

const PLAIN: SvgRecipes = { fill: { kind: 'fill', settings: {} }, line: null };

/** A stroke with the recipe for it: as wide as it is drawn, with its joins and caps. */
function lineOf({ outline, strokeWidth, cap, join }: SvgShape, given: Recipe | null): Line {
  if (!given && strokeWidth < NARROWEST_SATIN) return { outline, recipe: { kind: 'run', settings: {} } };
  const { kind, settings: own } = given ?? { kind: 'satin', settings: {} };
  const known = stitchKind(kind)?.settings ?? [];
  const limits = known.find((s) => s.name === 'width');
  if (limits?.type !== 'number') return { outline, recipe: { kind, settings: own } };
  const { least, most } = limits;
  const settings = { ...own };
  settings.width ??= Math.min(most, Math.max(least, Math.round(strokeWidth * 100) / 100));
  const ended = known.some((s) => s.name === 'ends');
  // No rule cuts corners off: a bevel comes nearest to a round.
  if (join !== 'miter' && known.some((s) => s.name === 'corners')) settings.corners ??= 'round';
  if (ended && cap === 'round') settings.ends ??= 'round';
  const reaches =
    ended && cap !== 'butt' && (settings.ends ?? 'square') === (cap === 'round' ? 'round' : 'square');
  return {
    outline: reaches ? longerOutline(outline, strokeWidth / 2) : outline,
    recipe: { kind, settings },
  };
}

/** A filled shape that is to be satin is covered by it: a band along its edge is what lines get. */
const regionRecipe = ({ kind, settings }: Recipe): Recipe =>
  kind === 'satin' && settings.sides === undefined
    ? { kind, settings: { ...settings, sides: 'shape' } }
    : { kind, settings };

/** A design with one object a fill and one a stroke, in the drawing's order. */
export function designFromSvg(drawing: SvgDrawing, name: string, recipes: SvgRecipes = PLAIN): Design {
  const hoop = hoopFor(drawing.width / 2, drawing.height / 2);
  const empty = emptyDesign(name, hoop);
  const chart = threadChart(empty.chart);
  const objects: DesignObject[] = [];
  const threadFor = (colour: string): string => nearestThread(colour, chart)?.code ?? '115';
  const add = (label: string, outline: PlainOutline, recipe: Recipe, colour: string): void => {
    objects.push({
      id: `shape-${objects.length + 1}`,
      name: label,
      kind: 'object',
      visible: true,
      locked: false,
      outline,
      recipe,
      thread: threadFor(colour),
    });
  };
  /** The next words, in their order. */
  let next = 0;
  const write = (after: number): void => {
    for (; drawing.words[next]?.after === after; next++) {
      const words = drawing.words[next];
      objects.push({
        ...wordsObject(words),
        id: `shape-${objects.length + 1}`,
        thread: threadFor(words.colour),
      });
    }
  };
  drawing.shapes.forEach((shape, k) => {
    write(k);
    if (shape.fill) add(shape.name, shape.outline, regionRecipe(recipes.fill), shape.fill);
    // With one recipe for everything, a shape that is filled and stroked is one object.
    if (shape.stroke && !(shape.fill && recipes.line)) {
      const { outline, recipe } = lineOf(shape, recipes.line);
      add(shape.fill ? `${shape.name} edge` : shape.name, outline, recipe, shape.stroke);
    }
  });
  write(drawing.shapes.length);
  return { ...empty, objects };
}
