<script setup lang="ts">
// The numbers of a repeat: how many copies, where they stand, which are left out, in which order they are sewn.
import { computed } from 'vue';
import { sizeToFillJob, type Repeat, type RowSpacing } from '@rosehip/core';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { showNumber } from '../../fields/arithmetic.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useRepeatEdit } from '../repeat-edit.ts';
import CircleFields from './CircleFields.vue';
import CopyFields from './CopyFields.vue';
import PathFields from './PathFields.vue';
import RowSpacingFields from './RowSpacingFields.vue';

const bench = useBench();
const units = useSettings();
const edit = useRepeatEdit();
const { group, placed, count } = edit;

const layout = computed(() => group.value?.repeat.layout ?? null);
const circle = computed(() => (layout.value?.kind === 'circle' ? layout.value : null));
const path = computed(() => (layout.value?.kind === 'path' ? layout.value : null));
const rows = computed(() =>
  layout.value?.kind === 'row' || layout.value?.kind === 'grid' ? layout.value : null,
);

const NAMES = { circle: 'Circle repeat', row: 'Row repeat', grid: 'Grid repeat', path: 'Path repeat' };
const ORDERS = [
  { value: 'copies', label: 'copy by copy' },
  { value: 'colours', label: 'each colour through all copies' },
];

/** What the numbers came to. */
const told = computed(() => {
  if (!placed.value || !layout.value) return '';
  const mm = (v: number): string => `${showNumber(v, units.units, 2)} ${units.units}`;
  const { step, down, radius, gap } = placed.value;
  const parts = [`${count.value} copies`];
  if (layout.value.kind === 'circle')
    parts.push(`${showNumber(step, 'plain', 2)}° apart`, `radius ${mm(radius ?? 0)}`);
  else parts.push(`${mm(step)} apart`);
  if (down !== undefined && layout.value.kind === 'grid') parts.push(`${mm(down)} down`);
  if (gap !== null && count.value > 1) parts.push(gap < 0 ? `overlap ${mm(-gap)}` : `gap ${mm(gap)}`);
  return parts.join(' · ');
});

const set = (change: object, label: string, live = false): void =>
  edit.apply(edit.withLayout(change), label, live);
const setRepeat = (change: Partial<Repeat>, label: string): void =>
  edit.apply(
    edit.changed((r) => ({ ...r, ...change })),
    label,
    false,
  );
function setRow(which: 'across' | 'down', change: Partial<RowSpacing>, live: boolean): void {
  const now = rows.value as unknown as Record<string, RowSpacing>;
  set({ [which]: { ...now[which], ...change } }, 'Copies', live);
}
const isOn = (event: Event): boolean => (event.target as HTMLInputElement).checked;
</script>

<template>
  <div v-if="group && layout" class="grid gap-2" data-testid="repeat-fields" data-made>
    <h4 class="text-sm">{{ NAMES[layout.kind] }}</h4>
    <p class="text-muted" aria-live="polite">{{ told }}</p>
    <CircleFields v-if="circle" :circle="circle" />
    <PathFields v-if="path" :path="path" />
    <template v-if="rows">
      <RowSpacingFields
        :title="rows.kind === 'grid' ? 'Across' : 'Along the row'"
        :row="rows.across"
        :count="
          rows.across.fit === 'length' && rows.across.solve === 'count' && rows.kind === 'row' ? count : null
        "
        :sizable="rows.kind === 'row'"
        @live="setRow('across', $event, true)"
        @change="setRow('across', $event, false)"
        @size="bench.does((d) => sizeToFillJob(d, group!.id))"
      />
      <RowSpacingFields
        v-if="rows.kind === 'grid'"
        title="Down"
        :row="rows.down"
        :count="null"
        @live="setRow('down', $event, true)"
        @change="setRow('down', $event, false)"
      />
      <NumberField
        label="Direction"
        :value="rows.angle"
        unit="°"
        :least="-360"
        :most="360"
        :step="1"
        @live="set({ angle: $event }, 'Direction', true)"
        @change="set({ angle: $event }, 'Direction')"
      />
      <label v-if="rows.kind === 'grid'" class="flex items-center gap-2">
        <input type="checkbox" :checked="!!rows.brick" @change="set({ brick: isOn($event) }, 'Bricks')" />
        Every other row shifted by half
      </label>
      <label v-if="rows.kind === 'grid'" class="flex items-center gap-2">
        <input
          type="checkbox"
          :checked="!!rows.reflect"
          @change="set({ reflect: isOn($event) || undefined }, 'Mirror neighbours')"
        />
        Each copy mirrors its neighbours
      </label>
    </template>
    <label v-if="circle || path" class="flex items-center gap-2">
      <input
        type="checkbox"
        :checked="!(circle ?? path)!.upright"
        @change="set({ upright: !isOn($event) }, 'Turned copies')"
      />
      Copies are turned {{ circle ? 'with the circle' : 'with the line' }}
    </label>
    <label v-if="!(rows?.kind === 'grid' && rows.reflect)" class="flex items-center gap-2">
      <input
        type="checkbox"
        :checked="!!group.repeat.mirror"
        @change="setRepeat({ mirror: isOn($event) }, 'Mirror every other copy')"
      />
      Every other copy mirrored
    </label>
    <label class="flex items-center gap-2">
      <input
        type="checkbox"
        :checked="!!group.repeat.joined"
        @change="setRepeat({ joined: isOn($event) }, 'Run from copy to copy')"
      />
      A run from each copy to the next
    </label>
    <ChoiceField
      label="Sewn"
      :value="group.repeat.order"
      :choices="ORDERS"
      @change="setRepeat({ order: $event as Repeat['order'] }, 'Order of copies')"
    />
    <CopyFields />
  </div>
</template>
