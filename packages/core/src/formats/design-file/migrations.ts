// Documents of earlier versions, brought to the present one: a step from each version to the next. Steps are never
// changed once they have been given out, and a file of each version stays in earlier/ to be tested with.
import { DESIGN_LIMITS } from '../../design/limits.ts';
import { RecordList } from '../../design/stitch-blocks.ts';
import { DESIGN_VERSION } from '../../design/version.ts';

type Json = Record<string, unknown>;

const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The document with every item changed, those in groups too; what is no item, or too deep, is left for the check. */
function eachItem(holder: Json, change: (item: Json) => Json, depth = 0): Json {
  if (!Array.isArray(holder.objects) || depth > DESIGN_LIMITS.nesting) return holder;
  return {
    ...holder,
    objects: holder.objects.map((item: unknown) =>
      isJson(item) ? eachItem(change(item), change, depth + 1) : item,
    ),
  };
}

function renamed(holder: Json, from: string, to: string): Json {
  return from in holder
    ? Object.fromEntries(Object.entries(holder).map(([key, value]) => [key === from ? to : key, value]))
    : holder;
}

const isWhole = (list: unknown): list is number[] =>
  Array.isArray(list) && list.every((value) => Number.isInteger(value));

/** A recipe of kind `from` as one of kind `to`. */
const ofKind = (recipe: Json, from: string, to: string): Json =>
  recipe.kind === from ? { ...recipe, kind: to } : recipe;

/** What takes a document of a version to the next. */
const STEPS: Record<number, (document: Json) => Json> = {
  // What an object was stitched as before has a name of its own: shapes are set aside, too. Motif lines are called so.
  1: (document) =>
    eachItem(document, (item) => {
      const { setAside, recipe } = item;
      return {
        ...renamed(item, 'setAside', 'otherRecipes'),
        ...(isJson(recipe) && { recipe: ofKind(recipe, 'motif-run', 'motif-line') }),
        ...(Array.isArray(setAside) && {
          otherRecipes: setAside.map((one: unknown) =>
            isJson(one) ? ofKind(one, 'motif-run', 'motif-line') : one,
          ),
        }),
      };
    }),
  // Stitches lie in blocks of records.
  2: (document) =>
    eachItem(document, (item) => {
      const { points, moves, ...rest } = item;
      if (
        item.kind !== 'stitches' ||
        !isWhole(points) ||
        !isWhole(moves) ||
        points.length !== 2 * moves.length
      )
        return item;
      const records = new RecordList();
      moves.forEach((move, i) => records.add(points[2 * i], points[2 * i + 1], move));
      return { ...rest, blocks: records.blocks().map((block) => ({ records: block.records })) };
    }),
};

/** A document as the present version has it. One of a version that nobody knows is given back as it is. */
export function upgraded(document: Json): Json {
  let now = document;
  while (typeof now.version === 'number' && now.version < DESIGN_VERSION && STEPS[now.version])
    now = { ...STEPS[now.version](now), version: now.version + 1 };
  return now;
}
