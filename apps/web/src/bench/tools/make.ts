// New objects from the drawing tools.
import {
  everyItem,
  findItem,
  newId,
  type Command,
  type DesignObject,
  type Outline,
  type Recipe,
} from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useView } from '../../stores/view.ts';

/** A new object on top (of the group that is worked in), as a command, and its id; null without a design. */
export function objectFor(
  outline: Outline,
  recipe: string | Recipe,
  name: string,
  more: Partial<DesignObject> = {},
): { id: string; command: Command } | null {
  const bench = useBench();
  const { design } = bench;
  if (!design) return null;
  const item: DesignObject = {
    id: newId(),
    name: `${name} ${1 + [...everyItem(design.objects)].filter((i) => i.name.startsWith(name)).length}`,
    kind: 'object',
    visible: true,
    locked: false,
    outline,
    recipe: typeof recipe === 'string' ? useSettings().startOf(recipe, design.cloth.kind) : recipe,
    thread: useView().thread,
    ...more,
  };
  const group = bench.inside ? findItem(design, bench.inside) : null;
  const parent = group?.kind === 'group' ? group : null;
  const index = (parent ?? design).objects.length;
  const label = `Draw ${name.toLowerCase()}`;
  return { id: item.id, command: { do: 'insert', label, item, parent: parent?.id ?? null, index } };
}

/** Adds an object on top (of the group that is worked in), selects it, and goes back to the select tool. */
export function addObject(
  outline: Outline,
  recipe: string | Recipe,
  name: string,
  keepTool = false,
  more: Partial<DesignObject> = {},
): void {
  const bench = useBench();
  const made = objectFor(outline, recipe, name, more);
  if (!made) return;
  if (bench.run(made.command)) bench.selection = [made.id];
  if (!keepTool) useView().tool = 'select';
}
