// New objects from the drawing tools.
import { newId, type DesignObject, type Outline } from '@rosehip/core';
import { useBench } from '../../stores/bench.ts';
import { useView } from '../../stores/view.ts';

const NAMES: Record<string, string> = { rectangle: 'Rectangle', ellipse: 'Ellipse', path: 'Line' };

/** Adds an object on top, selects it, and goes back to the select tool. */
export function addObject(outline: Outline, recipe: string, name = NAMES[outline.kind]): void {
  const bench = useBench();
  const view = useView();
  const { design } = bench;
  if (!design) return;
  const object: DesignObject = {
    id: newId(),
    name: `${name} ${design.objects.length + 1}`,
    kind: 'object',
    visible: true,
    locked: false,
    outline,
    recipe: { kind: recipe, settings: {} },
    thread: view.thread,
  };
  const index = design.objects.length;
  if (bench.run({ do: 'insert', label: `Draw ${name.toLowerCase()}`, item: object, parent: null, index }))
    bench.selection = [object.id];
  view.tool = 'select';
}
