// A job: what a person does to a design in one step, as one command and what is selected after it.
import { applyCommand, type Command } from '../design/commands.ts';
import { findPlace } from '../design/tree.ts';
import type { Design, DesignChanges, DesignObject, Item } from '../design/types.ts';

export interface Job {
  command: Command;
  select: string[];
}

/** Raised when a job can't be done to what is selected; the message says what it needs. */
export class JobError extends Error {}

/** Collects commands, each made on the design as the ones before it leave it. */
export class JobBuilder {
  design: Design;
  private readonly label: string;
  private readonly commands: Command[] = [];

  constructor(design: Design, label: string) {
    this.design = design;
    this.label = label;
  }

  private add(command: Command): void {
    this.design = applyCommand(this.design, command).design;
    this.commands.push(command);
  }

  /** Does another job on the way. */
  run({ command }: Job): void {
    this.add(command);
  }

  /** Changes the design itself. */
  change(changes: DesignChanges): void {
    this.add({ do: 'set-design', label: this.label, changes });
  }

  replace(item: Item): void {
    this.add({ do: 'replace', label: this.label, item });
  }

  remove(id: string): void {
    this.add({ do: 'remove', label: this.label, id });
  }

  insert(item: Item, parent: string | null, index: number): void {
    this.add({ do: 'insert', label: this.label, item, parent, index });
  }

  /** Puts items in just after another, in its group. */
  insertAfter(items: readonly Item[], id: string): void {
    const place = findPlace(this.design.objects, id)!;
    items.forEach((item, i) => this.insert(item, place.parent?.id ?? null, place.index + 1 + i));
  }

  insertBefore(items: readonly Item[], id: string): void {
    const place = findPlace(this.design.objects, id)!;
    items.forEach((item, i) => this.insert(item, place.parent?.id ?? null, place.index + i));
  }

  move(id: string, parent: string | null, index: number): void {
    this.add({ do: 'move', label: this.label, id, parent, index });
  }

  job(select: string[]): Job {
    return { command: { do: 'batch', label: this.label, commands: this.commands }, select };
  }
}

/** The items with these ids, in sewing order; what stands inside another of them is left out. */
export function inOrder(design: Design, ids: readonly string[]): Item[] {
  const wanted = new Set(ids);
  const out: Item[] = [];
  const visit = (items: readonly Item[]): void => {
    for (const item of items) {
      if (wanted.has(item.id)) out.push(item);
      else if (item.kind === 'group') visit(item.objects);
    }
  };
  visit(design.objects);
  return out;
}

/** Items without brought-in stitches, which have no outline. */
export function outlinesOnly(design: Design, ids: readonly string[], least: number, what: string): Item[] {
  const items = inOrder(design, ids);
  const plain = items.filter((i) => i.kind !== 'stitches');
  if (plain.length < items.length)
    throw new JobError(`${what} works on outlines; brought-in stitches have none.`);
  if (plain.length < least)
    throw new JobError(
      least === 1 ? `${what}: select a shape first.` : `${what}: select ${least} shapes or more.`,
    );
  return plain;
}

/** Every object among items, those in groups too. */
export const objectsIn = (items: readonly Item[]): DesignObject[] =>
  items.flatMap((i) => (i.kind === 'group' ? objectsIn(i.objects) : i.kind === 'object' ? [i] : []));
