<script setup lang="ts">
// The numbers of an outline that is made from others, and what it is made from.
import { computed } from 'vue';
import { findItem, isLive, type DesignObject, type LiveOutline } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { CORNER_CHOICES, END_CHOICES } from './choices.ts';

const bench = useBench();

const object = computed<DesignObject<LiveOutline> | null>(() => {
  const [only] = bench.selected;
  if (bench.selected.length !== 1 || only.kind !== 'object' || !isLive(only.outline)) return null;
  // Words may stand by themselves.
  return only.outline.kind === 'text' && !only.outline.of.length ? null : (only as DesignObject<LiveOutline>);
});
const sources = computed(() =>
  object.value && bench.design
    ? object.value.outline.of.flatMap((id) => findItem(bench.design!, id) ?? [])
    : [],
);

const TOLD = {
  combine: 'Made from',
  cut: 'One side of a cut, made from',
  surround: 'At a distance from',
  band: 'A band about',
  edge: 'The edge of',
};
const told = computed(() => {
  const o = object.value?.outline;
  if (!o) return '';
  if (o.kind === 'text') {
    if (o.baseline?.kind !== 'within') return 'Words along';
    return o.baseline.lay === 'monogram' ? 'A monogram in' : 'Words that fill';
  }
  if (o.kind !== 'combine') return TOLD[o.kind];
  return { unite: 'United from', subtract: 'The first less the others:', intersect: 'Shared by' }[o.op];
});

/** Changes one field of the outline. */
function changed(change: Record<string, unknown>): DesignObject[] {
  const [o] = bench.committedSelected as DesignObject<LiveOutline>[];
  const outline: Record<string, unknown> = { ...o.outline, ...change };
  for (const key of Object.keys(change)) if (outline[key] === undefined) delete outline[key];
  return [{ ...o, outline: outline as unknown as LiveOutline }];
}
const around = computed(() => (object.value?.outline.kind === 'surround' ? object.value.outline : null));
const NUMBERS = [
  {
    key: 'distance',
    label: 'Distance',
    first: 0,
    least: -200,
    most: 200,
    step: 0.1,
    help: 'Negative goes inwards.',
  },
  {
    key: 'bridge',
    label: 'Bridge',
    first: 0,
    least: 0,
    most: 100,
    step: 0.5,
    help: 'Notches and gaps narrower than this are closed.',
  },
  {
    key: 'smooth',
    label: 'Smoothing',
    first: 0,
    least: 0,
    most: 50,
    step: 0.5,
    help: 'Corners get this radius.',
  },
  {
    key: 'rings',
    label: 'Rings',
    first: 1,
    least: 1,
    most: 60,
    step: 1,
    help: 'So many outlines, one around the other.',
  },
  { key: 'gap', label: 'Ring gap', first: 0, least: 0, most: 100, step: 0.5, help: 'From ring to ring.' },
] as const;
const FROM = [
  { value: 'outline', label: 'the outlines' },
  { value: 'thread', label: 'the thread’s edge' },
];
const WHICH = [
  { value: 'all', label: 'all edges' },
  { value: 'outer', label: 'outer edges' },
  { value: 'holes', label: 'holes' },
];
const OPS = [
  { value: 'unite', label: 'united' },
  { value: 'subtract', label: 'subtracted' },
  { value: 'intersect', label: 'what they share' },
];
</script>

<template>
  <div v-if="object" class="grid gap-2" data-made>
    <h4 class="text-sm">Live outline</h4>
    <p class="text-muted">{{ told }}</p>
    <ul class="flex flex-wrap gap-1">
      <li v-for="s in sources" :key="s.id">
        <button
          type="button"
          class="button h-7 px-2"
          :title="`Select ${s.name}`"
          @click="bench.selection = [s.id]"
        >
          {{ s.name }}
        </button>
      </li>
    </ul>
    <div class="grid grid-cols-2 gap-2">
      <template v-if="around">
        <NumberField
          v-for="n in NUMBERS"
          :key="n.key"
          :label="n.label"
          :value="around[n.key] ?? n.first"
          :unit="n.key === 'rings' ? '' : 'mm'"
          :least="n.least"
          :most="n.most"
          :step="n.step"
          :help="n.help"
          @live="bench.preview(changed({ [n.key]: n.key === 'rings' ? Math.round($event) : $event }))"
          @change="
            bench.replace(changed({ [n.key]: n.key === 'rings' ? Math.round($event) : $event }), n.label)
          "
        />
        <ChoiceField
          label="Measured from"
          :value="around.from ?? 'outline'"
          :choices="FROM"
          @change="bench.replace(changed({ from: $event }), 'Measured from')"
        />
      </template>
      <template v-if="object.outline.kind === 'band'">
        <NumberField
          label="Band width"
          :value="object.outline.width"
          :least="0.1"
          :most="200"
          @live="bench.preview(changed({ width: $event }))"
          @change="bench.replace(changed({ width: $event }), 'Width of band')"
        />
        <ChoiceField
          label="Ends"
          :value="object.outline.ends"
          :choices="END_CHOICES"
          @change="bench.replace(changed({ ends: $event }), 'Ends')"
        />
      </template>
      <ChoiceField
        v-if="object.outline.kind === 'surround' || object.outline.kind === 'band'"
        label="Corners"
        :value="object.outline.corners"
        :choices="CORNER_CHOICES"
        @change="bench.replace(changed({ corners: $event }), 'Corners')"
      />
      <label v-if="around" class="col-span-2 flex items-center gap-2">
        <input
          type="checkbox"
          :checked="!!around.fillHoles"
          @change="
            bench.replace(changed({ fillHoles: ($event.target as HTMLInputElement).checked }), 'Holes')
          "
        />
        Holes are filled
      </label>
      <ChoiceField
        v-if="object.outline.kind === 'edge'"
        label="Which"
        :value="object.outline.which"
        :choices="WHICH"
        @change="bench.replace(changed({ which: $event }), 'Edges')"
      />
      <ChoiceField
        v-if="object.outline.kind === 'combine' && !object.outline.lines"
        class="col-span-2"
        label="How"
        :value="object.outline.op"
        :choices="OPS"
        @change="bench.replace(changed({ op: $event }), 'Combine')"
      />
    </div>
    <div v-if="around?.dents?.length" class="flex items-center gap-2">
      <p class="text-muted">
        Pulled by hand in {{ around.dents.length }} {{ around.dents.length > 1 ? 'places' : 'place' }}
      </p>
      <button
        type="button"
        class="button h-7 px-2"
        @click="bench.replace(changed({ dents: undefined }), 'Smooth out')"
      >
        Smooth out
      </button>
    </div>
  </div>
</template>
