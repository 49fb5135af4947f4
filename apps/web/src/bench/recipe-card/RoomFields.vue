<script setup lang="ts">
// What the stitches of one object look out for: the shapes they show, and what they leave room around.
import { computed } from 'vue';
import { everyItem, stitchKind, type DesignObject, type Item } from '@rosehip/core';
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

/** Everything else on the cloth. */
const others = computed<Item[]>(() =>
  bench.design && object.value
    ? [...everyItem(bench.design.objects)].filter((i) => i.id !== object.value!.id)
    : [],
);
const shapes = computed(() => others.value.filter((i) => i.kind !== 'stitches'));

function change(label: string, to: (o: DesignObject) => DesignObject, live = false): void {
  const [committed] = bench.committedSelected;
  if (committed?.kind !== 'object') return;
  if (live) bench.preview([to(committed)]);
  else bench.replace([to(committed)], label);
}

function setRelief(of: string[]): void {
  change('Shapes in relief', ({ relief: _, ...rest }) => (of.length ? { ...rest, relief: of } : rest));
}

function setClear(of: string[]): void {
  change('Keep clear', ({ keepClear, ...rest }) =>
    of.length ? { ...rest, keepClear: { margin: FIRST_MARGIN, ...keepClear, of } } : rest,
  );
}

function setHoles(fillHoles: boolean): void {
  change('Holes kept clear', (o) => ({ ...o, keepClear: { ...o.keepClear!, fillHoles } }));
}

function setMargin(margin: number, live: boolean): void {
  change('Room kept clear', (o) => ({ ...o, keepClear: { ...o.keepClear!, margin } }), live);
}
</script>

<template>
  <template v-if="object && kind">
    <ItemList
      v-if="kind.usesRaised"
      title="Shapes in relief"
      none="Nothing bends the lines yet: choose a shape that lies on this one."
      add="Show a shape …"
      :ids="object.relief ?? []"
      :choices="shapes"
      @change="setRelief"
    />
    <div class="grid gap-2">
      <ItemList
        title="Keeps clear of"
        none="Nothing: all of it is stitched."
        add="Leave room around …"
        :ids="object.keepClear?.of ?? []"
        :choices="others"
        @change="setClear"
      />
      <div v-if="object.keepClear" data-made>
        <NumberField
          label="Room kept"
          :value="object.keepClear.margin"
          unit="mm"
          :least="0"
          :most="50"
          :step="0.5"
          help="How far the stitches stay away from what they keep clear of."
          @live="setMargin($event, true)"
          @change="setMargin($event, false)"
        />
      </div>
      <label v-if="object.keepClear" class="flex items-center gap-2">
        <input
          type="checkbox"
          :checked="!!object.keepClear.fillHoles"
          @change="setHoles(($event.target as HTMLInputElement).checked)"
        />
        What they enclose is kept clear too
      </label>
    </div>
  </template>
</template>
