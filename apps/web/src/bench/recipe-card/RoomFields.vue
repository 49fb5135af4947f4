<script setup lang="ts">
// What stitches look out for: the shapes they show, and what they leave room around. Several objects, and those in a group,
// leave room together where they cover a shape.
import { computed } from 'vue';
import {
  boundsMeet,
  everyItem,
  itemBounds,
  lineOfItem,
  objectCover,
  resolvedItem,
  sewnFrom,
  stitchKind,
  type DesignObject,
  type Item,
} from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import ItemList from './ItemList.vue';

/** Room that is kept at first, in mm. */
const FIRST_MARGIN = 2;

const bench = useBench();

const object = computed<DesignObject | null>(() => {
  const [only] = bench.selected;
  return bench.selected.length === 1 && only.kind === 'object' ? only : null;
});
const kind = computed(() => object.value && stitchKind(object.value.recipe.kind));

/** What leaves room: the one object, or all that cover a shape among several. */
const leavesRoom = (item: Item): item is DesignObject =>
  item.kind === 'object' &&
  item.outline.kind !== 'text' &&
  !item.unsewn &&
  sewnFrom(item.recipe) === 'region';
const objects = computed<DesignObject[]>(() =>
  object.value ? [object.value] : [...everyItem(bench.selected)].filter(leavesRoom),
);
/** What all of them leave room around, and how. */
const clear = computed(() => {
  const [first, ...rest] = objects.value.map((o) => o.keepClear);
  if (!first) return null;
  const of = first.of.filter((id) => rest.every((k) => k?.of.includes(id)));
  return of.length ? { ...first, of } : null;
});

/** Everything else on the cloth. */
const others = computed<Item[]>(() => {
  if (!bench.design || !objects.value.length) return [];
  const own = new Set([...everyItem(bench.selected)].map((i) => i.id));
  return [...everyItem(bench.design.objects)].filter((i) => !own.has(i.id));
});
const shapes = computed(() => others.value.filter((i) => i.kind !== 'stitches'));
/** Open lines, one of which relief lines can go like. */
const lines = computed(() =>
  shapes.value.filter((i) => bench.committed && lineOfItem(bench.committed, i.id)),
);

function change(label: string, to: (o: DesignObject) => DesignObject, live = false): void {
  const wanted = new Set(objects.value.map((o) => o.id));
  const changed = (item: Item): Item =>
    item.kind === 'group'
      ? { ...item, objects: item.objects.map(changed) }
      : item.kind === 'object' && wanted.has(item.id)
        ? to(item)
        : item;
  const items = bench.committedSelected.map(changed);
  if (live) bench.preview(items);
  else bench.replace(items, label);
}

function setRelief(of: string[]): void {
  change('Shapes in relief', ({ relief: _, ...rest }) => (of.length ? { ...rest, relief: of } : rest));
}

/** One at a time: the last that was chosen. */
function setLine(ids: string[]): void {
  change('Lines like a drawn one', ({ linesLike: _, ...rest }) =>
    ids.length ? { ...rest, linesLike: ids.slice(-1) } : rest,
  );
}

function setClear(of: string[]): void {
  change('Keep clear', ({ keepClear, ...rest }) =>
    of.length ? { ...rest, keepClear: { margin: FIRST_MARGIN, ...keepClear, of } } : rest,
  );
}

/** Open stitches, sewn before the one selected thing, that go through beneath it. Not looked at anew while a hand moves. */
const beneath = computed<DesignObject[]>(() => {
  const design = bench.committed;
  const [selected, ...more] = bench.selection;
  const only = design && selected && !more.length ? resolvedItem(design, selected) : null;
  const box = only && itemBounds(only);
  if (!design || !only || !box) return [];
  const all = [...everyItem(design.objects)];
  const earlier = all.slice(
    0,
    all.findIndex((i) => i.id === only.id),
  );
  return earlier.filter((item): item is DesignObject => {
    if (!leavesRoom(item) || item.keepClear?.of.includes(only.id)) return false;
    const plain = resolvedItem(design, item.id);
    const around = plain && itemBounds(plain);
    if (plain?.kind !== 'object' || !around || !boundsMeet(box, around)) return false;
    return !objectCover(plain, bench.materials.cloth);
  });
});

function leaveRoomBeneath(): void {
  const [only] = bench.selected;
  const cleared = beneath.value.map((o): DesignObject => ({
    ...o,
    keepClear: { margin: FIRST_MARGIN, ...o.keepClear, of: [...(o.keepClear?.of ?? []), only.id] },
  }));
  bench.replace(cleared, 'Leave room');
}

function setHoles(fillHoles: boolean): void {
  change('Holes kept clear', (o) => ({ ...o, keepClear: { ...o.keepClear!, fillHoles } }));
}

function setMargin(margin: number, live: boolean): void {
  change('Room kept clear', (o) => ({ ...o, keepClear: { ...o.keepClear!, margin } }), live);
}
</script>

<template>
  <button v-if="beneath.length" type="button" class="button justify-center" @click="leaveRoomBeneath">
    What lies beneath leaves room
  </button>
  <template v-if="objects.length">
    <ItemList
      v-if="object && kind?.usesRaised"
      title="Shapes in relief"
      none="Nothing bends the lines yet: choose a shape that lies on this one."
      add="Show a shape …"
      :ids="object.relief ?? []"
      :choices="shapes"
      @change="setRelief"
    />
    <ItemList
      v-if="object && kind?.usesLine && (lines.length || object.linesLike)"
      title="Lines go like"
      none="None: they are straight, or wave by numbers."
      add="Go like a drawn line …"
      :ids="object.linesLike ?? []"
      :choices="lines"
      @change="setLine"
    />
    <div class="grid gap-2">
      <ItemList
        title="Keeps clear of"
        none="Nothing: all of it is stitched."
        add="Leave room around …"
        :ids="clear?.of ?? []"
        :choices="others"
        @change="setClear"
      />
      <div v-if="clear" data-made>
        <NumberField
          label="Room kept"
          :value="clear.margin"
          unit="mm"
          :least="0"
          :most="50"
          :step="0.5"
          help="How far the stitches stay away from what they keep clear of."
          @live="setMargin($event, true)"
          @change="setMargin($event, false)"
        />
      </div>
      <label v-if="clear" class="flex items-center gap-2">
        <input
          type="checkbox"
          :checked="!!clear.fillHoles"
          @change="setHoles(($event.target as HTMLInputElement).checked)"
        />
        What they enclose is kept clear too
      </label>
    </div>
  </template>
</template>
