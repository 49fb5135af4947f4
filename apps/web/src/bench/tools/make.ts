// New objects from the drawing tools.
import { everyItem, findItem, newId, type DesignObject, type PlainOutline, type Recipe } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useView } from '../../stores/view.ts';

/** Adds an object on top (of the group that is worked in), selects it, and goes back to the select tool. */
export function addObject(
  outline: PlainOutline,
  recipe: string | Recipe,
  name: string,
  keepTool = false,
  more: Partial<DesignObject> = {},
): void {
  const bench = useBench();
  const view = useView();
  const { design } = bench;
  if (!design) return;
  const object: DesignObject = {
    id: newId(),
    name: `${name} ${1 + [...everyItem(design.objects)].filter((i) => i.name.startsWith(name)).length}`,
    kind: 'object',
    visible: true,
    locked: false,
    outline,
    recipe: typeof recipe === 'string' ? useSettings().startOf(recipe, design.cloth.kind) : recipe,
    thread: view.thread,
    ...more,
  };
  const group = bench.inside ? findItem(design, bench.inside) : null;
  const parent = group?.kind === 'group' ? group : null;
  const index = (parent ?? design).objects.length;
  const label = `Draw ${name.toLowerCase()}`;
  if (bench.run({ do: 'insert', label, item: object, parent: parent?.id ?? null, index }))
    bench.selection = [object.id];
  if (!keepTool) view.tool = 'select';
}
