<script setup lang="ts">
// What a ready project still asks for, one place after another; the item lights up on the cloth.
import { computed, ref, watch } from 'vue';
import {
  boundsOfItems,
  findItem,
  recolourJob,
  scaling,
  type Group,
  type Item,
  type Place,
} from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import ClothFields from '../../parts/ClothFields.vue';
import { useBench } from '../../stores/bench/bench.ts';
import ThreadPicker from '../recipe-card/ThreadPicker.vue';

const bench = useBench();
/** Places whose item was deleted ask nothing any more. */
const places = computed<Place[]>(() => {
  const { design } = bench;
  return (design?.places ?? []).filter((p) => !p.of || findItem(design!, p.of));
});
const at = ref(0);
const place = computed(() => places.value[Math.min(at.value, places.value.length - 1)]);
const item = computed(() =>
  place.value?.of && bench.design ? findItem(bench.design, place.value.of) : null,
);
watch(
  place,
  (now) => {
    bench.selection = now?.of ? [now.of] : [];
  },
  { immediate: true },
);

const width = computed(() => {
  const value = item.value?.kind === 'object' ? item.value.recipe.settings.width : null;
  return typeof value === 'number' ? value : null;
});
function withWidth(mm: number): Item[] {
  const now = place.value?.of && bench.committed ? findItem(bench.committed, place.value.of) : null;
  if (now?.kind !== 'object') return [];
  return [{ ...now, recipe: { ...now.recipe, settings: { ...now.recipe.settings, width: mm } } }];
}

const layout = computed(() => (item.value?.kind === 'group' ? item.value.repeat?.layout : undefined));
const copies = computed(() => {
  const { value } = layout;
  if (!value) return null;
  return 'count' in value ? value.count : 'across' in value ? value.across.count : null;
});
function withCopies(count: number): Item[] {
  const now = place.value?.of && bench.committed ? findItem(bench.committed, place.value.of) : null;
  if (now?.kind !== 'group' || !now.repeat) return [];
  const before = now.repeat.layout;
  const next = 'across' in before ? { ...before, across: { ...before.across, count } } : { ...before, count };
  return [{ ...now, repeat: { ...now.repeat, layout: next as typeof before } } satisfies Group];
}

const whole = computed(() => bench.plain && boundsOfItems(bench.plain.objects));
function resized(mm: number): Item[] {
  const { committed, plain } = bench;
  const box = plain && boundsOfItems(plain.objects);
  if (!committed || !box) return [];
  const k = mm / (box.maxX - box.minX);
  return bench.transformed(scaling(k, k), committed.objects);
}

function finish(): void {
  bench.run({ do: 'set-design', label: 'All is my own', changes: { places: undefined } });
}
</script>

<template>
  <section v-if="place" class="border-b border-line bg-blush p-3" aria-label="Make it your own">
    <p class="label">Make it your own · {{ Math.min(at, places.length - 1) + 1 }} of {{ places.length }}</p>
    <h2 class="mb-2 text-base">{{ place.asks }}</h2>
    <ThreadPicker
      v-if="place.what === 'thread' && item && item.kind !== 'group'"
      :code="item.thread"
      @choose="bench.does((d) => recolourJob(d, [item!.id], $event))"
    />
    <ClothFields
      v-else-if="place.what === 'cloth'"
      :cloth="bench.design!.cloth"
      @change="bench.run({ do: 'set-design', label: 'Change cloth', changes: { cloth: $event } })"
    />
    <NumberField
      v-else-if="place.what === 'width'"
      label="Width"
      :value="width"
      :least="0.5"
      :most="12"
      @live="bench.preview(withWidth($event))"
      @change="bench.replace(withWidth($event), 'Width')"
    />
    <NumberField
      v-else-if="place.what === 'copies'"
      label="Copies"
      :value="copies"
      unit=""
      :least="1"
      :most="100"
      :step="1"
      @live="bench.preview(withCopies(Math.round($event)))"
      @change="bench.replace(withCopies(Math.round($event)), 'Copies')"
    />
    <NumberField
      v-else-if="whole"
      label="Width of all of it"
      :value="whole.maxX - whole.minX"
      :least="5"
      :most="1000"
      :step="1"
      :places="1"
      @change="bench.replace(resized($event), 'Size')"
    />
    <div class="mt-3 flex items-center gap-2">
      <button v-if="at > 0" type="button" class="button" @click="at--">Back</button>
      <button v-if="at < places.length - 1" type="button" class="button button-primary" @click="at++">
        Next: {{ places[at + 1].asks.toLowerCase() }}
      </button>
      <button v-else type="button" class="button button-primary" @click="finish">All is my own</button>
      <div class="grow" />
      <button
        v-if="at < places.length - 1"
        type="button"
        class="button button-quiet px-2"
        title="Asks no more; everything can still be changed"
        @click="finish"
      >
        Skip
      </button>
    </div>
  </section>
</template>
