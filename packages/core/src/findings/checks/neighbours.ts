// Bare cloth between neighbours that should meet.
import { coversBand, sewnFrom } from '../../stitches/kinds.ts';
import { findItem, isLetter, originOf } from '../../design/tree.ts';
import type { PathOutline, Recipe } from '../../design/types.ts';
import { intersect, offsetRegion, subtract, unite } from '../../geometry/clip.ts';
import { regionArea, regionBounds, ringsOf, type Region } from '../../geometry/region.ts';
import { fitPath } from '../../outlines/fit.ts';
import { outlineRegion } from '../../outlines/region.ts';
import { resolveDesign } from '../../resolve/resolve.ts';
import { boundsMeet, sewnExtent } from '../../sewing/extent.ts';
import { JobBuilder, JobError } from '../../jobs/job.ts';
import type { Check, Found } from '../finding.ts';
import { bareArea } from '../layers.ts';
import { materialsOf } from '../../materials/materials.ts';

/** Neighbours nearer than this are meant to meet, in mm. */
const NEAR = 1;
/** So much bare cloth between them is seen, in mm². */
const LEAST_BARE = 0.8;
/** Neighbours shall overlap by the cloth's compensation and this, in mm. */
const OVERLAP = 0.3;

/** Letters of the same words are to stand apart. */
const areOneWord = (a: string, b: string): boolean =>
  isLetter(a) && isLetter(b) && originOf(a) === originOf(b);

export const gapCheck: Check = {
  id: 'bare-between',
  find(checked) {
    const dense = checked.sewn.filter((s) => s.cover);
    const out: Found[] = [];
    for (let j = 1; j < dense.length; j++)
      for (let i = 0; i < j; i++) {
        const [a, b] = [dense[i].cover!, dense[j].cover!];
        if (!boundsMeet(a.bounds, b.bounds, NEAR)) continue;
        if (areOneWord(dense[i].leaf.id, dense[j].leaf.id)) continue;
        let between = intersect(offsetRegion(a.region, NEAR / 2), offsetRegion(b.region, NEAR / 2));
        if (!between.length) continue;
        between = subtract(between, unite(a.region, b.region)).filter((p) => regionArea([p]) >= LEAST_BARE);
        const bare = between.filter((p) => bareArea(checked.layers(), [p]) >= LEAST_BARE);
        if (!bare.length) continue;
        const [first, second] = [dense[i].leaf, dense[j].leaf];
        out.push({
          weight: 2,
          sentence: `Cloth shows between ${first.name} and ${second.name}, which nearly meet.`,
          objects: [first.id, second.id],
          at: regionBounds([bare[0]]) ?? undefined,
          record: dense[j].share.to,
          fix: first.kind === 'object' && canGrow(first.recipe) ? 'Let them overlap' : undefined,
        });
      }
    return out;
  },
  /** The one sewn first is led in under its neighbour; elsewhere it stays as it is. */
  fix(design, { objects }) {
    const plain = resolveDesign(design);
    const cloth = materialsOf(design).cloth;
    const [item, model, under] = [
      findItem(design, objects[0]),
      findItem(plain, objects[0]),
      findItem(plain, objects[1]),
    ];
    if (item?.kind !== 'object' || model?.kind !== 'object' || !under)
      throw new JobError('One of the neighbours is gone.');
    const own = outlineRegion(model.outline);
    const tongue = intersect(
      offsetRegion(own, NEAR + OVERLAP + cloth.compensation),
      offsetRegion(sewnExtent(under, cloth).region, 0.1),
    );
    const bridge = intersect(offsetRegion(own, NEAR), offsetRegion(sewnExtent(under, cloth).region, NEAR));
    const grown = unite(own, unite(tongue, bridge));
    const builder = new JobBuilder(design, 'Overlap');
    builder.replace({ ...item, outline: outlineOf(grown) });
    return builder.job([item.id]);
  },
};

/** A band beside a line is as wide as its recipe says: its outline can't be made larger. */
const canGrow = (recipe: Recipe): boolean => !coversBand(recipe) || sewnFrom(recipe) === 'region';

const outlineOf = (region: Region): PathOutline => ({
  kind: 'path',
  paths: region.flatMap(ringsOf).map((coords) => fitPath({ coords, closed: true }, 0.02)),
});
