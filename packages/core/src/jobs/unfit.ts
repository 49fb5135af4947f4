// Recipes that do not suit a cloth, and the ones that do; meshes that hold loops down.
import type { DesignObject, Recipe } from '../design/types.ts';
import { clothUnder, type Cloth } from '../materials/cloths.ts';
import { QUILT_SPACING } from '../stitches/fill.ts';
import { completeSettings, numberOf, type Unsuited } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';

type Sewn = Pick<DesignObject, 'recipe' | 'thread'>;

export interface Unfit {
  /** What is wrong with it, as what follows its name in a sentence. */
  reason: string;
  fix: string;
  /** The recipe that suits. */
  better: Recipe;
}

const withSettings = ({ recipe }: Sewn, settings: Recipe['settings']): Recipe => ({
  ...recipe,
  settings: { ...recipe.settings, ...settings },
});

/** What is said of an object that does not suit its cloth, and what is done about it. */
const WRONG: Record<Unsuited, (object: Sewn, cloth: Cloth) => Unfit> = {
  'rows-too-close': (object) => ({
    reason: `is too close for a quilt: rows less than ${QUILT_SPACING} mm apart press the wadding flat.`,
    fix: `Set its rows ${QUILT_SPACING} mm apart`,
    better: withSettings(object, { spacing: QUILT_SPACING }),
  }),
  'presses-flat': () => ({
    reason: 'is satin, which presses a quilt’s wadding flat: a bean run shows as well.',
    fix: 'Sew it as a bean run',
    better: { kind: 'run', settings: { passes: 3 } },
  }),
  'sinks-in': (object, cloth) => ({
    reason: `is a single run, which sinks between the loops of ${cloth.name.toLowerCase()}.`,
    fix: 'Sew it as bean',
    better: withSettings(object, { passes: 3 }),
  }),
  'no-underlay': (object, cloth) => ({
    reason: `has no underlay: on ${cloth.name.toLowerCase()}, which stretches, its edges will wander.`,
    fix: 'Give it underlay',
    better: withSettings(object, { underlay: 'auto' }),
  }),
};

/** What is wrong with an object on a cloth, and the recipe that is better; null when it suits. */
export function unfitOn(object: Sewn, cloth: Cloth): Unfit | null {
  const kind = stitchKind(object.recipe.kind);
  const why = kind?.unsuited?.(
    completeSettings(kind, object.recipe, clothUnder(cloth, object.thread)),
    cloth,
  );
  return why ? WRONG[why](object, cloth) : null;
}

/** A first object this open holds the loops down, in mm. */
const MESH = 1;

/** How far an object's lines lie apart, in mm; 0 when its kind has no spacing. */
function spacingOf({ recipe, thread }: Sewn, cloth: Cloth): number {
  const kind = stitchKind(recipe.kind);
  return kind ? numberOf(completeSettings(kind, recipe, clothUnder(cloth, thread)), 'spacing', 0) : 0;
}

/** Is it sewn so openly that it holds loops down and hides nothing? */
export const isMesh = (object: Sewn, cloth: Cloth): boolean =>
  !!stitchKind(object.recipe.kind)?.mesh && spacingOf(object, cloth) >= MESH;
