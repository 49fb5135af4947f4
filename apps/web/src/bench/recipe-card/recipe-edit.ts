// Changing recipes of one or many selected objects.
import {
  clothUnder,
  completeSettings,
  everyLeaf,
  isStitched,
  settingsInUse,
  stitchKind,
  switchKind,
  type DesignObject,
  type Item,
  type SettingValue,
} from '@rosehip/core';
import { computed } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { fontsCame } from '../../stores/fonts.ts';
import { useSettings } from '../../stores/settings.ts';
import { useSewing } from '../../stores/sewing.ts';

/** Every object among the items, those inside groups too. */
export function objectsOf(items: Item[]): DesignObject[] {
  return items.flatMap((item) =>
    item.kind === 'group' ? objectsOf(item.objects) : item.kind === 'object' ? [item] : [],
  );
}

/** The one value that all share; null when they differ. */
export function shared<T>(values: T[]): T | null {
  return values.length && values.every((v) => v === values[0]) ? values[0] : null;
}

/** Items with each object in them changed. */
export const mapObjects = (items: Item[], change: (o: DesignObject) => DesignObject): Item[] =>
  items.map((item) =>
    item.kind === 'group'
      ? { ...item, objects: mapObjects(item.objects, change) }
      : item.kind === 'object'
        ? change(item)
        : item,
  );

export function useRecipeEdit() {
  const bench = useBench();
  const sewing = useSewing();
  /** What a recipe stitches: letters that are stitches already need none. */
  const objects = computed(() =>
    objectsOf(bench.selected).filter(
      ({ outline }) => outline.kind !== 'text' || fontsCame.value < 0 || !isStitched(outline.font),
    ),
  );
  const kind = computed(() => stitchKind(shared(objects.value.map((o) => o.recipe.kind)) ?? ''));
  /** Every setting of an object, defaults filled in. */
  const settingsOf = ({ recipe, thread }: DesignObject): Record<string, SettingValue> =>
    completeSettings(kind.value!, recipe, clothUnder(bench.materials.cloth, thread));

  /** Every setting of the first object, defaults filled in. */
  const all = computed(() => (kind.value && objects.value.length ? settingsOf(objects.value[0]) : {}));

  /** The settings that count with what is chosen now. */
  const shown = computed(() => {
    const used = new Set(objects.value.flatMap((o) => settingsInUse(o, all.value)));
    return kind.value?.settings.filter((s) => used.has(s)) ?? [];
  });

  /** What "auto" comes to for the one selected object, by setting; nothing when several are selected. */
  const chosen = computed<Record<string, SettingValue>>(() => {
    const { value } = objects;
    return (value.length === 1 && sewing.chosen[value[0].id]) || {};
  });

  /** The shared value of a setting, defaults filled in; null when the objects differ. */
  const valueOf = (name: string): SettingValue | null =>
    kind.value ? shared(objects.value.map((o) => settingsOf(o)[name])) : null;

  /** Is the setting left to its default, or to the cloth, in all of them? */
  const isAuto = (name: string): boolean => objects.value.every((o) => o.recipe.settings[name] === undefined);

  const withSetting = (name: string, value: SettingValue | undefined): Item[] =>
    mapObjects(bench.committedSelected, (o) => {
      const settings = { ...o.recipe.settings };
      if (value === undefined) delete settings[name];
      else settings[name] = value;
      return { ...o, recipe: { ...o.recipe, settings } };
    });

  /** As another kind: with what it had as that kind before, else with the person's own beginning of it. */
  function switched(o: DesignObject, id: string): DesignObject {
    const next = switchKind(o, id);
    if (next === o || o.otherRecipes?.some((r) => r.kind === id)) return next;
    const start = useSettings().startOf(id, bench.design!.cloth.kind);
    return { ...next, recipe: { kind: id, settings: { ...start.settings, ...next.recipe.settings } } };
  }

  const ofKind = (id: string): Item[] => mapObjects(bench.committedSelected, (o) => switched(o, id));
  /** Its kind, whatever is tried meanwhile. */
  const committedKind = computed(() => shared(objectsOf(bench.committedSelected).map((o) => o.recipe.kind)));

  return {
    objects,
    kind,
    committedKind,
    all,
    shown,
    chosen,
    valueOf,
    isAuto,
    preview: (name: string, value: SettingValue) => bench.preview(withSetting(name, value)),
    set: (name: string, value: SettingValue | undefined, label: string) =>
      bench.replace(withSetting(name, value), label),
    previewKind: (id: string) => bench.preview(ofKind(id)),
    setKind: (id: string) => bench.replace(ofKind(id), `Stitch as ${stitchKind(id)?.name.toLowerCase()}`),
    setThread: (code: string) =>
      bench.replace(
        bench.committedSelected.map(function recolour(item): Item {
          return item.kind === 'group'
            ? { ...item, objects: item.objects.map(recolour) }
            : { ...item, thread: code };
        }),
        'Change thread',
      ),
  };
}

/** The thread that all that is selected shares; null when there are several. */
export function useSelectedThread() {
  const bench = useBench();
  return computed(() => {
    const code = shared([...everyLeaf(bench.selected)].map((leaf) => leaf.thread));
    return code === null ? null : bench.materials.thread(code);
  });
}
