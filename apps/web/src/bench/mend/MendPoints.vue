<script setup lang="ts">
// Needle points: by number, set straight, smoothed, spread, parted, joined.
import {
  closedUp,
  evenedOut,
  flattened,
  halved,
  longParted,
  mapMarked,
  placeOf,
  shortJoined,
  smoothed,
  translation,
  withoutMarked,
} from '@rosehip/core';
import { computed } from 'vue';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useKept } from '../../parts/kept.ts';
import { useMend } from '../tools/mend-edit.ts';
import { useMendNeeds } from './needs.ts';

const mend = useMend();
const need = useMendNeeds();
const longest = useKept('rosehip-mend-longest', 7);
const shortest = useKept('rosehip-mend-shortest', 0.4);
const among = computed(() => (mend.count.value ? 'Among the chosen stitches' : 'Among all stitches'));

/** The coordinate that all chosen points share; null when they differ. */
function shared(axis: 'x' | 'y'): number | null {
  const r = mend.records.value;
  const { first, marked } = mend;
  if (!r || first.value < 0) return null;
  const value = r[axis][first.value];
  // From one to the next: nearly all of many thousand are not chosen.
  for (let i = first.value; i >= 0; i = marked.value.indexOf(1, i + 1)) if (r[axis][i] !== value) return null;
  return value / 10;
}
/** Brings the chosen points to a coordinate: all of them by as much as the first. */
const put = (axis: 'x' | 'y', value: number): boolean =>
  mend.mend('Move needle points', (given) => {
    const by = value - placeOf(given.records, given.marked.indexOf(1))[axis];
    return mapMarked(given, axis === 'x' ? translation(by, 0) : translation(0, by));
  });

const ways = computed(() => [
  {
    label: 'Flatten',
    hint: 'On to the line through their neighbours',
    blocked: need.some.value,
    change: flattened,
  },
  {
    label: 'Smooth',
    hint: 'Towards the middle of their neighbours',
    blocked: need.some.value,
    change: smoothed,
  },
  {
    label: 'Even out',
    hint: 'Equal lengths along the same way',
    blocked: need.many.value,
    change: evenedOut,
  },
  {
    label: 'Halve',
    hint: 'A needle point in the middle of each stitch',
    blocked: need.some.value,
    change: halved,
  },
  {
    label: 'Delete',
    hint: 'Their neighbours are joined (Delete)',
    blocked: need.some.value,
    change: withoutMarked,
  },
  {
    label: 'Close up',
    hint: 'Taken out; what is left is cut where it is far apart',
    blocked: need.some.value,
    change: closedUp,
  },
]);
</script>

<template>
  <div class="grid gap-1.5">
    <h3 class="text-sm">Needle points</h3>
    <div v-if="mend.count.value" class="grid grid-cols-2 gap-2">
      <NumberField
        v-for="axis in ['x', 'y'] as const"
        :key="axis"
        :label="axis === 'x' ? 'Across' : 'Down'"
        :value="shared(axis)"
        :least="-1000"
        :most="1000"
        @change="put(axis, $event)"
      />
    </div>
    <div class="grid grid-cols-3 gap-1.5">
      <CommandButton
        v-for="{ label, hint, blocked, change } in ways"
        :key="label"
        :label="label"
        :hint="hint"
        :blocked="blocked"
        @press="mend.mend(label, (given) => change(given))"
      />
    </div>
    <div class="grid grid-cols-2 items-end gap-2">
      <NumberField label="Longer than" :value="longest" :least="1" :most="12" @change="longest = $event" />
      <CommandButton
        label="Part them"
        :hint="among"
        @press="need.amongChosen('Part long stitches', (given) => longParted(given, longest))"
      />
      <NumberField
        label="Shorter than"
        :value="shortest"
        :least="0.1"
        :most="3"
        @change="shortest = $event"
      />
      <CommandButton
        label="Join them"
        :hint="among"
        @press="need.amongChosen('Join short stitches', (given) => shortJoined(given, shortest))"
      />
    </div>
  </div>
</template>
