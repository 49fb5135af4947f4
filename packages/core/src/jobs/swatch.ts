// Small designs that show one recipe: for kept recipes, and for what a setting does.
import {
  emptyDesign,
  type Design,
  type DesignObject,
  type PlainOutline,
  type Recipe,
} from '../design/types.ts';
import type { Bounds } from '../geometry/points.ts';
import type { Cloth } from '../materials/cloths.ts';
import { completeSettings, type Setting, type StitchKind } from '../stitches/kind.ts';
import { sewnFrom } from '../stitches/kinds.ts';

/** A rounded leaf and a wave, in mm: each has a straight stretch, a curve and a corner or an end. */
const LEAF: PlainOutline = {
  kind: 'path',
  paths: [
    {
      closed: true,
      points: [
        { x: -11, y: 5, out: { x: -1, y: -9 } },
        { x: 3, y: -7, in: { x: -7, y: 0 }, out: { x: 6, y: 0 } },
        { x: 11, y: -6, in: { x: -4, y: 0 } },
        { x: 9, y: 4, in: { x: 1, y: -5 }, out: { x: -3, y: 4 } },
        { x: -3, y: 7, in: { x: 5, y: 0 }, out: { x: -4, y: 0 } },
      ],
    },
  ],
};
const WAVE: PlainOutline = {
  kind: 'path',
  paths: [
    {
      closed: false,
      points: [
        { x: -11, y: 5, out: { x: 2, y: -13 } },
        { x: 1, y: 0, in: { x: -4, y: -6 }, out: { x: 3, y: 5 } },
        { x: 7, y: 5 },
        { x: 11, y: -6 },
      ],
    },
  ],
};

/** A part of them that shows an edge and single threads, in mm. */
export const SWATCH_CLOSE: Bounds = { minX: -11, minY: -4, maxX: -1, maxY: 6 };

/** What a swatch is sewn on and with: a design's cloth, and its chart. */
export type SwatchMaterials = Pick<Design, 'cloth'> & Partial<Pick<Design, 'chart' | 'ownChart'>>;

/** A design of about 22 × 14 mm that holds one object of this recipe. */
export function swatchDesign(
  recipe: Recipe,
  thread: string,
  { cloth, chart, ownChart }: SwatchMaterials,
): Design {
  const object: DesignObject = {
    id: 'swatch',
    name: 'Swatch',
    kind: 'object',
    visible: true,
    locked: false,
    outline: sewnFrom(recipe) === 'lines' ? WAVE : LEAF,
    recipe,
    thread,
  };
  const design = emptyDesign('Swatch', undefined, cloth);
  return { ...design, chart: chart ?? design.chart, ownChart, objects: [object] };
}

/** A recipe with one of its settings so, and what that is in words. */
export interface Variation {
  recipe: Recipe;
  value: string | number;
}

/** How far a number is moved to show what it does: by this factor, or by so many degrees. */
const FACTOR = 1.8;
const TURN = 45;

/** The recipe with less and with more of a setting; every choice, where it is one. */
export function variationsOf(kind: StitchKind, recipe: Recipe, setting: Setting, cloth: Cloth): Variation[] {
  const now = completeSettings(kind, recipe, cloth)[setting.name];
  const variation = (value: string | number): Variation => ({
    recipe: { ...recipe, settings: { ...recipe.settings, [setting.name]: value } },
    value,
  });
  if (setting.type === 'choice') return setting.choices.map((c) => variation(c.value));
  const value = typeof now === 'number' ? now : setting.least;
  const within = (v: number): number => {
    const steps = Math.round(
      (Math.min(setting.most, Math.max(setting.least, v)) - setting.least) / setting.step,
    );
    return Math.min(setting.most, Number((setting.least + steps * setting.step).toFixed(4)));
  };
  const span = setting.most - setting.least;
  const [less, more] =
    setting.unit === '°'
      ? [value, value + TURN > setting.most ? value - TURN : value + TURN]
      : value === 0
        ? [0, span / 3]
        : value < 0
          ? [value * FACTOR, value / FACTOR]
          : [value / FACTOR, value * FACTOR];
  let [a, b] = [within(less), within(more)];
  // At its limit, or in steps too large for the factor: one step away at least.
  if (a === b) [a, b] = [within(value - setting.step), within(value + setting.step)];
  return [variation(a), variation(b)];
}
