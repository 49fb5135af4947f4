<script setup lang="ts">
// From more fill to more satin, compared with what was before; and the cloth it is sewn on.
import { computed } from 'vue';
import {
  chartOf,
  chooseCounts,
  clothById,
  CLOTHS,
  SHADED,
  threadIn,
  type Design,
  type Laid,
  type PictureChoices,
  type ShadedChoice,
} from '@rosehip/core';
import NumberField from '../fields/NumberField.vue';
import FillOrSatin from '../parts/FillOrSatin.vue';
import { kindsSaid } from '../parts/kinds-said.ts';
import type { PictureStepsState } from './steps.ts';

const props = defineProps<{
  steps: PictureStepsState;
  cloth: Design['cloth'];
  laid: Laid;
  ownCloth: boolean;
}>();
const emit = defineEmits<{ cloth: [cloth: Design['cloth']] }>();
const stitches = computed(() => props.steps.choices.value.stitches);
const put = (changes: Partial<PictureChoices['stitches']>): void =>
  props.steps.change({ stitches: { ...stitches.value, ...changes } });

/* Shaded lines */
const shaded = computed(() => stitches.value.shaded ?? SHADED);
const shade = (changes: Partial<ShadedChoice>): void => put({ shaded: { ...shaded.value, ...changes } });
const chart = computed(() => chartOf(props.laid));
/** Threads in sewing order. */
const threads = computed(() => props.steps.made.value?.objects.map((o) => o.thread) ?? []);
const spacing = computed(() => {
  const value = props.steps.made.value?.objects[0]?.recipe.settings.spacing;
  return typeof value === 'number' ? value : null;
});
const choose = (index: number, code: string): void =>
  shade({ chosen: threads.value.map((t, i) => (i === index ? code : t)) });
const counts = computed(() => {
  const made = props.steps.made.value;
  return made && chooseCounts(made.objects);
});
</script>

<template>
  <div>
    <label class="label" for="picture-as">Sewn as</label>
    <select
      id="picture-as"
      class="field"
      :value="stitches.as"
      @change="put({ as: ($event.target as HTMLSelectElement).value as 'areas' })"
    >
      <option value="areas">areas</option>
      <option value="outlines">outlines</option>
      <option value="middle">one line, its middle</option>
      <option value="shaded">shaded lines</option>
    </select>
  </div>
  <FillOrSatin v-if="stitches.as === 'areas'" :value="stitches.satin" @change="put({ satin: $event })" />
  <template v-if="stitches.as === 'shaded'">
    <div class="grid grid-cols-2 gap-1.5">
      <NumberField
        label="Threads"
        :value="shaded.threads"
        unit=""
        :least="1"
        :most="5"
        :step="1"
        :places="0"
        @change="shade({ threads: Math.round($event) })"
      />
      <NumberField
        label="Spacing"
        :value="spacing"
        :least="0.8"
        :most="8"
        :step="0.1"
        help="From line to line of one thread."
        @change="shade({ spacing: $event })"
      />
    </div>
    <div>
      <label class="label" for="picture-lines">Lines</label>
      <select
        id="picture-lines"
        class="field"
        :value="shaded.lines"
        @change="shade({ lines: ($event.target as HTMLSelectElement).value as 'parallel' })"
      >
        <option value="parallel">parallel</option>
        <option value="contour">as the outline</option>
        <option value="spiral">a spiral</option>
      </select>
    </div>
    <NumberField
      v-if="shaded.lines === 'parallel'"
      label="Angle"
      :value="shaded.angle"
      unit="°"
      :least="-180"
      :most="180"
      :step="5"
      :places="0"
      @change="shade({ angle: $event })"
    />
    <ul class="grid gap-1" aria-label="Threads of the shaded lines">
      <li v-for="(code, i) in threads" :key="i" class="flex items-center gap-1.5">
        <span
          class="size-6 shrink-0 rounded-card border border-line"
          :style="{ background: threadIn(chart, code).colour }"
          aria-hidden="true"
        />
        <select
          class="field h-7 min-w-0"
          :aria-label="`Thread ${i + 1}`"
          :value="code"
          @change="choose(i, ($event.target as HTMLSelectElement).value)"
        >
          <option v-for="t in chart.threads" :key="t.code" :value="t.code">{{ t.name }} {{ t.code }}</option>
        </select>
      </li>
    </ul>
    <button
      v-if="shaded.chosen"
      type="button"
      class="button h-7 justify-center px-1"
      @click="shade({ chosen: undefined })"
    >
      Threads by the picture
    </button>
    <p v-if="threads.length < shaded.threads" class="text-xs text-muted">
      More than {{ threads.length }} would bring it no nearer to the picture.
    </p>
  </template>
  <p v-else-if="counts" class="text-xs text-muted">{{ kindsSaid(counts) }}.</p>
  <div v-if="!ownCloth">
    <label class="label" for="picture-cloth">Cloth</label>
    <select
      id="picture-cloth"
      class="field"
      :value="cloth.kind"
      @change="
        emit('cloth', {
          kind: ($event.target as HTMLSelectElement).value,
          colour: clothById(($event.target as HTMLSelectElement).value).colour,
        })
      "
    >
      <option v-for="c in CLOTHS" :key="c.id" :value="c.id">{{ c.name }}</option>
    </select>
  </div>
</template>
