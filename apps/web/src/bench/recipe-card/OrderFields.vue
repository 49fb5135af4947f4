<script setup lang="ts">
// When what is selected is sewn: its place, a step earlier or later, and a stop after it.
import { hoopInJob } from '@rosehip/core';
import { computed } from 'vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useOrder } from '../running-order/order-edit.ts';
import { orderRows } from '../running-order/order-rows.ts';
import StopField from '../running-order/StopField.vue';

const bench = useBench();
const sewing = useSewing();
const order = useOrder();
const none: ReadonlySet<string> = new Set();

const sewn = computed(() =>
  orderRows(bench.design?.objects ?? [], sewing.plan, none).filter((r) => r.number),
);
const told = computed(() => {
  const held = new Set(bench.selection.flatMap((id) => [...order.held(id)]));
  const at = sewn.value.findIndex((r) => held.has(r.item.id) && r.item.kind !== 'group');
  if (at < 0) return 'Not sewn now.';
  const { length } = sewn.value;
  const after = sewn.value[at - 1];
  return at ? `${sewn.value[at].number}. of ${length}, after ${after.item.name}` : `First of ${length}`;
});
/* In which hooping, when there are several */
const hoopings = computed(() => bench.design?.hoopings ?? []);
const hooping = computed(() => {
  const [first, ...rest] = bench.selected.map((i) => i.hooping ?? '');
  return first && rest.every((h) => h === first) ? first : '';
});
const hoopIn = (id: string): void =>
  void bench.does((design) => hoopInJob(design, [...bench.selection], id || null));

const STEPS = [
  { label: 'Earlier', hint: 'A place earlier', go: () => order.step([...bench.selection], -1) },
  { label: 'Later', hint: 'A place later', go: () => order.step([...bench.selection], 1) },
  {
    label: 'First',
    hint: 'Before everything else',
    go: () => order.move([...bench.selection], { at: 'start' }),
  },
  { label: 'Last', hint: 'After everything else', go: () => order.move([...bench.selection], { at: 'end' }) },
];
</script>

<template>
  <div class="grid gap-2">
    <h4 class="text-sm">Sewn</h4>
    <p class="text-muted">{{ told }}</p>
    <div class="grid grid-cols-4 gap-1">
      <CommandButton
        v-for="s in STEPS"
        :key="s.label"
        class="justify-center px-1"
        :label="s.label"
        :hint="s.hint"
        @press="s.go()"
      />
    </div>
    <StopField />
    <ChoiceField
      v-if="hoopings.length > 1"
      label="Hooping"
      :value="hooping"
      :choices="[
        { value: '', label: 'the nearest that holds it' },
        ...hoopings.map((h, k) => ({ value: h.id, label: `hooping ${k + 1}` })),
      ]"
      @change="hoopIn"
    />
  </div>
</template>
