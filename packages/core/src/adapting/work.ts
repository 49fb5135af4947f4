// A design while it is adapted, and what is told of each step.
import { isLive } from '../design/live-outline.ts';
import { referencesOf } from '../design/references.ts';
import { everyItem, everyLeaf } from '../design/tree.ts';
import type { AdaptChoices, AdaptRule, Design, DesignObject, Item, Recipe } from '../design/types.ts';
import { applyCommand } from '../design/commands.ts';
import type { Cloth } from '../materials/cloths.ts';
import { materialsOf } from '../materials/materials.ts';
import type { Job } from '../jobs/job.ts';

/** What a row of the table is about: a rule that can be left out, or what was asked for. */
export type AdaptStep = AdaptRule | 'size' | 'cloth' | 'hoop';

/** A line of the table: what changed, of which objects, and why. */
export interface AdaptRow {
  step: AdaptStep;
  /** Ids in the new design; empty where it is about the whole. */
  of: string[];
  /** Names of what it is about. */
  names: string[];
  change: string;
  why: string;
  /** Nothing was changed: the person has to look at it. */
  told?: boolean;
}

export class Adapting {
  design: Design;
  readonly original: Design;
  readonly choices: AdaptChoices;
  /** How many times larger the new design is. */
  scale = 1;
  private readonly said = new Map<string, AdaptRow>();

  constructor(original: Design, choices: AdaptChoices) {
    const { adapted: _, ...rest } = original;
    this.design = this.original = rest;
    this.choices = choices;
  }

  does(rule: AdaptRule): boolean {
    return !this.choices.without?.includes(rule);
  }

  /** The cloths before and now, as the design's thread asks for. */
  get cloths(): { from: Cloth; to: Cloth } {
    return { from: materialsOf(this.original).cloth, to: materialsOf(this.design).cloth };
  }

  run(job: Job): void {
    this.design = applyCommand(this.design, job.command).design;
  }

  /** Says a change; the same change of several objects for the same reason is one line. */
  say(row: Omit<AdaptRow, 'of' | 'names'>, item?: Item): void {
    const key = JSON.stringify(row);
    const known = this.said.get(key) ?? { ...row, of: [], names: [] };
    this.said.set(key, known);
    if (item) {
      known.of.push(item.id);
      known.names.push(item.name);
    }
  }

  get rows(): AdaptRow[] {
    return [...this.said.values()];
  }

  /** Every object that is sewn by a recipe, as it is now. */
  get objects(): DesignObject[] {
    return [...everyLeaf(this.design.objects)].filter(
      (l): l is DesignObject => l.kind === 'object' && !l.unsewn && l.visible,
    );
  }

  /** Puts changed items in the place of those with their ids. */
  replace(changed: ReadonlyMap<string, Item>): void {
    if (!changed.size) return;
    const visit = (items: readonly Item[]): Item[] =>
      items.map((item) => {
        const now = changed.get(item.id) ?? item;
        return now.kind === 'group' ? { ...now, objects: visit(now.objects) } : now;
      });
    this.design = { ...this.design, objects: visit(this.design.objects) };
  }

  /** Ids of objects whose outline can't become another: it is made from others, others are made from it, or it is bent. */
  get fixed(): Set<string> {
    const out = new Set([...everyItem(this.design.objects)].flatMap(referencesOf));
    const visit = (items: readonly Item[], bent: boolean): void => {
      for (const item of items) {
        if (item.kind === 'group') visit(item.objects, bent || !!item.bend);
        else if (bent || (item.kind === 'object' && isLive(item.outline))) out.add(item.id);
      }
    };
    visit(this.design.objects, false);
    return out;
  }
}

/** All recipes of an object changed: its own, and those of single letters. */
export function withRecipes(object: DesignObject, change: (recipe: Recipe) => Recipe): DesignObject {
  const recipe = change(object.recipe);
  const { outline } = object;
  const letters =
    outline.kind === 'text' && outline.letters?.some((l) => l.recipe)
      ? outline.letters.map((l) => (l.recipe ? { ...l, recipe: change(l.recipe) } : l))
      : null;
  if (recipe === object.recipe && !letters) return object;
  return {
    ...object,
    recipe,
    ...(letters && outline.kind === 'text' && { outline: { ...outline, letters } }),
  };
}
