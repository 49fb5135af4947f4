// Editing commands. Each is plain data with a label; applying one gives a new design, which shares all that
// did not change with the old one, and the command that takes it back.
import { copiesWanted, MOST_MADE } from './copies.ts';
import { findCycle } from './live.ts';
import { shapedBy } from './references.ts';
import { everyItem, findPlace } from './tree.ts';
import type { Design, DesignChanges, Item } from './types.ts';

export type Command =
  | { do: 'insert'; label: string; item: Item; parent: string | null; index: number }
  | { do: 'remove'; label: string; id: string }
  | { do: 'replace'; label: string; item: Item }
  | { do: 'move'; label: string; id: string; parent: string | null; index: number }
  | { do: 'set-design'; label: string; changes: DesignChanges }
  | { do: 'become'; label: string; design: Design }
  | { do: 'batch'; label: string; commands: Command[] };

export interface Applied {
  design: Design;
  inverse: Command;
}

/** Thrown when a command names something that the design doesn't hold. */
export class CommandError extends Error {}

function editList(items: Item[], parent: string | null, edit: (list: Item[]) => Item[]): Item[] {
  if (parent === null) return edit(items);
  return items.map((item) => {
    if (item.kind !== 'group') return item;
    if (item.id === parent) return { ...item, objects: edit(item.objects) };
    const objects = editList(item.objects, parent, edit);
    return objects.some((o, i) => o !== item.objects[i]) ? { ...item, objects } : item;
  });
}

function place(design: Design, id: string) {
  const found = findPlace(design.objects, id);
  if (!found) throw new CommandError(`There is no object ${id} in this design.`);
  return { item: found.item, parent: found.parent?.id ?? null, index: found.index };
}

function checkParent(design: Design, parent: string | null): void {
  if (parent !== null && place(design, parent).item.kind !== 'group')
    throw new CommandError('Only a group can hold objects.');
}

const withList = (design: Design, parent: string | null, edit: (list: Item[]) => Item[]): Design => ({
  ...design,
  objects: editList(design.objects, parent, edit),
});

/** Does the command put in what is made from others, or put anything into a group? Then it could close a ring. */
function bringsLive(command: Command): boolean {
  if (command.do === 'batch') return command.commands.some(bringsLive);
  if (command.do === 'move') return command.parent !== null;
  if (command.do !== 'insert' && command.do !== 'replace') return false;
  return [...everyItem([command.item])].some((item) => shapedBy(item).length > 0);
}

/** Does the command put in anything? Then there could be more copies than before. */
function bringsCopies(command: Command): boolean {
  if (command.do === 'batch') return command.commands.some(bringsCopies);
  return command.do === 'insert' || command.do === 'replace' || command.do === 'move';
}

/**
 * Applies a command. The inverse takes the result back to the given design exactly.
 * Throws CommandError when the command names an object that isn't there, or would make objects from each
 * other in a ring, or more copies than can be made.
 */
export function applyCommand(design: Design, command: Command): Applied {
  const applied = apply(design, command);
  const ring = bringsLive(command) ? findCycle(applied.design) : null;
  if (ring) throw new CommandError(`That would make ${ring[0]} from itself: ${ring.join(' → ')}.`);
  if (bringsCopies(command)) {
    const made = copiesWanted(applied.design.objects);
    if (made > MOST_MADE && made > copiesWanted(design.objects))
      throw new CommandError(`That would make ${made} objects; at most ${MOST_MADE} can be made by repeats.`);
  }
  return applied;
}

function apply(design: Design, command: Command): Applied {
  const { label } = command;
  switch (command.do) {
    case 'insert': {
      const { item, parent, index } = command;
      checkParent(design, parent);
      return {
        design: withList(design, parent, (list) => list.toSpliced(index, 0, item)),
        inverse: { do: 'remove', label, id: item.id },
      };
    }
    case 'remove': {
      const { item, parent, index } = place(design, command.id);
      return {
        design: withList(design, parent, (list) => list.toSpliced(index, 1)),
        inverse: { do: 'insert', label, item, parent, index },
      };
    }
    case 'replace': {
      const { item, parent, index } = place(design, command.item.id);
      return {
        design: withList(design, parent, (list) => list.with(index, command.item)),
        inverse: { do: 'replace', label, item },
      };
    }
    case 'move': {
      const from = place(design, command.id);
      checkParent(design, command.parent);
      if (command.parent !== null && from.item.kind === 'group') {
        const inside = command.parent === from.item.id || findPlace(from.item.objects, command.parent);
        if (inside) throw new CommandError('A group cannot be moved into itself.');
      }
      const without = withList(design, from.parent, (list) => list.toSpliced(from.index, 1));
      return {
        design: withList(without, command.parent, (list) => list.toSpliced(command.index, 0, from.item)),
        inverse: { do: 'move', label, id: command.id, parent: from.parent, index: from.index },
      };
    }
    case 'set-design': {
      const before: Record<string, unknown> = {};
      for (const key of Object.keys(command.changes)) before[key] = design[key as keyof Design];
      const next: Record<string, unknown> = { ...design, ...command.changes };
      for (const key of Object.keys(command.changes)) if (next[key] === undefined) delete next[key];
      return {
        design: next as unknown as Design,
        inverse: { do: 'set-design', label, changes: before },
      };
    }
    case 'become':
      return { design: command.design, inverse: { do: 'become', label, design } };
    case 'batch': {
      const inverses: Command[] = [];
      let current = design;
      for (const part of command.commands) {
        const applied = apply(current, part);
        current = applied.design;
        inverses.unshift(applied.inverse);
      }
      return { design: current, inverse: { do: 'batch', label, commands: inverses } };
    }
  }
}
