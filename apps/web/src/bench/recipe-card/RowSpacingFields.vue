<script setup lang="ts">
// How copies lie along a row: how many, and by step, by gap, or so that they fill a length.
import type { RowSpacing } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';

defineProps<{
  title: string;
  row: RowSpacing;
  /** What the count came to, where it follows from a length. */
  count: number | null;
  /** What is repeated can be sized to fill the length. */
  sizable?: boolean;
}>();
const emit = defineEmits<{
  live: [change: Partial<RowSpacing>];
  change: [change: Partial<RowSpacing>];
  /** The unit is sized so that the gap comes out. */
  size: [];
}>();

const FITS = [
  { value: 'gap', label: 'by the gap' },
  { value: 'step', label: 'by the step' },
  { value: 'length', label: 'to fill a length' },
];
const ENDS = [
  { value: '', label: 'copies reach both ends' },
  { value: 'half', label: 'half a gap at each' },
  { value: 'exact', label: 'the gap as it is' },
  { value: 'closed', label: 'closed: the last meets the first' },
];
const SOLVES = [
  { value: 'count', label: 'as many as fit' },
  { value: 'gap', label: 'the gap follows' },
];
</script>

<template>
  <fieldset class="grid gap-2">
    <legend class="label">{{ title }}</legend>
    <div class="grid grid-cols-2 gap-2">
      <ChoiceField
        label="Placed"
        :value="row.fit"
        :choices="FITS"
        @change="emit('change', { fit: $event as RowSpacing['fit'] })"
      />
      <NumberField
        label="Copies"
        :value="count ?? row.count"
        unit=""
        :least="1"
        :most="500"
        :step="1"
        :blocked="
          row.fit === 'length' && row.solve === 'count' ? 'The count follows from the length.' : undefined
        "
        @live="emit('live', { count: Math.round($event) })"
        @change="emit('change', { count: Math.round($event) })"
      />
      <NumberField
        v-if="row.fit === 'step'"
        label="Step"
        :value="row.step"
        :least="-1000"
        :most="1000"
        :step="0.5"
        help="From copy to copy."
        @live="emit('live', { step: $event })"
        @change="emit('change', { step: $event })"
      />
      <template v-if="row.fit === 'length'">
        <NumberField
          label="Length"
          :value="row.length"
          :least="1"
          :most="2000"
          :step="1"
          help="From the first copy’s outer edge to the last one’s."
          @live="emit('live', { length: $event })"
          @change="emit('change', { length: $event })"
        />
        <ChoiceField
          label="Solved"
          :value="row.solve"
          :choices="SOLVES"
          @change="emit('change', { solve: $event as RowSpacing['solve'] })"
        />
        <ChoiceField
          class="col-span-2"
          label="Ends"
          :value="row.ends ?? ''"
          :choices="ENDS"
          @change="emit('change', { ends: ($event || undefined) as RowSpacing['ends'] })"
        />
      </template>
      <NumberField
        v-if="row.fit === 'gap' || (row.fit === 'length' && row.solve === 'count')"
        :label="row.fit === 'gap' ? 'Gap' : 'Gap, about'"
        :value="row.gap"
        :least="-50"
        :most="500"
        help="Between the threads of neighbours: 0 and they touch, below 0 they overlap."
        @live="emit('live', { gap: $event })"
        @change="emit('change', { gap: $event })"
      />
      <CommandButton
        v-if="row.fit === 'length' && sizable"
        class="col-span-2"
        label="Size it to fill"
        hint="What is repeated grows or shrinks a little, so that the gap comes out just so"
        @press="emit('size')"
      />
    </div>
  </fieldset>
</template>
