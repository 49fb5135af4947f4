// Another cloth: numbers that were set by hand follow it, recipes that don't suit it become others, loops are held down.
import { everyItem } from '../design/tree.ts';
import type { DesignObject, Item, Recipe } from '../design/types.ts';
import type { Cloth } from '../materials/cloths.ts';
import { knockdownJob } from '../jobs/surround.ts';
import { removeJob } from '../jobs/plain.ts';
import { isMesh, unfitOn } from '../jobs/unfit.ts';
import type { NumberSetting } from '../stitches/kind.ts';
import { stitchKind } from '../stitches/kinds.ts';
import { withRecipes, type Adapting } from './work.ts';

const lower = ({ name }: Cloth): string => name.toLowerCase();
const tidy = (v: number): number => Math.round(v * 100) / 100;
const percent = (v: number): string => `${Math.round(100 * v)} %`;

/** Puts the design on the cloth that is asked for. */
export function takeCloth(work: Adapting): void {
  const { cloth } = work.choices;
  if (!cloth || (cloth.kind === work.design.cloth.kind && cloth.colour === work.design.cloth.colour)) return;
  work.design = { ...work.design, cloth };
  const { from, to } = work.cloths;
  if (from.id === to.id) return;
  const parts = [
    from.density !== to.density && `density ${percent(from.density)} → ${percent(to.density)}`,
    from.compensation !== to.compensation && `pull compensation ${from.compensation} → ${to.compensation} mm`,
    from.underlay !== to.underlay && `underlay ${from.underlay} → ${to.underlay}`,
  ].filter(Boolean);
  work.say({
    step: 'cloth',
    change: `${from.name} → ${to.name}${parts.length ? `: ${parts.join(', ')}` : ''}`,
    why: to.note,
  });
}

/** What a number that was set by hand for one cloth is on another. */
function onOther(setting: NumberSetting, value: number, from: Cloth, to: Cloth): number {
  const [a, b] = [setting.fromCloth!(from), setting.fromCloth!(to)];
  const next = setting.unit === '×' ? (value * b) / a : value + b - a;
  return tidy(Math.min(setting.most, Math.max(setting.least, next)));
}

/** Numbers that the cloth would have decided, had they not been set by hand, change by as much as it does. */
export function followCloth(work: Adapting): void {
  const { from, to } = work.cloths;
  if (from.id === to.id || !work.does('numbers')) return;
  const changed = new Map<string, Item>();
  for (const object of work.objects) {
    const next = withRecipes(object, (recipe) => {
      const settings: Recipe['settings'] = {};
      for (const setting of stitchKind(recipe.kind)?.settings ?? []) {
        const value = recipe.settings[setting.name];
        if (setting.type !== 'number' || !setting.fromCloth || typeof value !== 'number') continue;
        const other = onOther(setting, value, from, to);
        if (other === value) continue;
        settings[setting.name] = other;
        work.say(
          {
            step: 'numbers',
            change: `${setting.label} ${value} → ${other} ${setting.unit}`.trim(),
            why: `Set by hand on ${lower(from)}: it changes by as much as the cloth does.`,
          },
          object,
        );
      }
      return Object.keys(settings).length
        ? { ...recipe, settings: { ...recipe.settings, ...settings } }
        : recipe;
    });
    if (next !== object) changed.set(object.id, next);
  }
  work.replace(changed);
}

/** Recipes that don't suit the new cloth, and did suit the old one, become others. */
export function suitCloth(work: Adapting): void {
  const { from, to } = work.cloths;
  if (from.id === to.id || !work.does('suits')) return;
  const changed = new Map<string, Item>();
  for (const object of work.objects) {
    const unfit = unfitOn(object, to);
    if (!unfit || unfitOn(object, from)) continue;
    changed.set(object.id, { ...object, recipe: unfit.better });
    work.say({ step: 'suits', change: unfit.fix, why: `It ${unfit.reason}` }, object);
  }
  work.replace(changed);
}

const BARE: readonly unknown[] = ['none', 'centre', 'rows'];

/** On what stretches or curves, what is covered has a run at its edge beneath it. */
export function edgeRuns(work: Adapting): void {
  const { from, to } = work.cloths;
  if (from.id === to.id || !to.edgeRun || !work.does('edge')) return;
  const changed = new Map<string, Item>();
  for (const object of work.objects) {
    const next = withRecipes(object, (recipe) =>
      BARE.includes(recipe.settings.underlay)
        ? { ...recipe, settings: { ...recipe.settings, underlay: 'auto' } }
        : recipe,
    );
    if (next === object) continue;
    changed.set(object.id, next);
    work.say(
      {
        step: 'edge',
        change: 'Underlay with a run at the edge',
        why: `${to.name}: edges wander without one.`,
      },
      object,
    );
  }
  work.replace(changed);
}

/** The mesh at the beginning of a design, and the run at its edge. */
function meshOf(work: Adapting, cloth: Cloth): DesignObject[] {
  const [first] = work.design.objects;
  if (first?.kind !== 'object' || first.outline.kind !== 'surround' || !isMesh(first, cloth)) return [];
  const edges = [...everyItem(work.design.objects)].filter(
    (i): i is DesignObject =>
      i.kind === 'object' && i.outline.kind === 'edge' && i.outline.of.includes(first.id),
  );
  return [first, ...edges];
}

/** Loops are held down by a mesh; where there are none, it goes. */
export function mesh(work: Adapting): void {
  const { from, to } = work.cloths;
  if (from.id === to.id || !work.does('mesh')) return;
  const there = meshOf(work, to);
  if (to.weave === 'pile' && !there.length) {
    const of = work.design.objects.filter((o) => o.visible && !(o.kind === 'object' && o.unsewn));
    if (!of.length) return;
    work.run(
      knockdownJob(
        work.design,
        of.map((o) => o.id),
      ),
    );
    work.say(
      {
        step: 'mesh',
        change: 'A light mesh beneath everything',
        why: `The loops of ${lower(to)} poke through otherwise.`,
      },
      work.design.objects[0],
    );
  } else if (to.weave !== 'pile' && from.weave === 'pile' && there.length) {
    work.run(
      removeJob(
        work.design,
        there.map((o) => o.id),
      ),
    );
    work.say({
      step: 'mesh',
      change: `Without ${there[0].name}`,
      why: `${to.name} has no loops to hold down.`,
    });
  }
}
