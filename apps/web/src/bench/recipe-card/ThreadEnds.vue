<script setup lang="ts">
// Where sewing begins and ends, in numbers; each can be left to Rosehip again.
import { computed } from 'vue';
import NumberField from '../../fields/NumberField.vue';
import { useKept } from '../../parts/kept.ts';
import { useThreadEnds, type EndName } from '../thread-ends.ts';

const { object, placeOf, set } = useThreadEnds();

const ENDS: { name: EndName; label: string }[] = [
  { name: 'start', label: 'Begins' },
  { name: 'end', label: 'Ends' },
];

/** What is rarely typed stays folded away until it is asked for. */
const opened = useKept('rosehip-ends', false);
const told = computed(() => {
  const fixed = ENDS.filter(({ name }) => object.value?.[name]).length;
  return fixed === 2 ? 'both fixed by hand' : fixed ? 'one fixed by hand' : 'chosen from the neighbours';
});

function move(name: EndName, axis: 'x' | 'y', value: number): void {
  const at = placeOf(name);
  if (at) set(name, { ...at, [axis]: value });
}
</script>

<template>
  <details v-if="object" :open="opened" @toggle="opened = ($event.target as HTMLDetailsElement).open">
    <summary class="cursor-pointer">
      <h4 class="inline text-sm">Begin and end</h4>
      <span class="ml-2 text-xs text-muted">{{ told }}</span>
    </summary>
    <div class="mt-2 grid gap-2">
      <div v-for="e in ENDS" :key="e.name" class="grid grid-cols-2 gap-x-2">
        <template v-if="placeOf(e.name)">
          <NumberField
            v-for="axis in ['x', 'y'] as const"
            :key="axis"
            :label="`${e.label}, ${axis === 'x' ? 'across' : 'down'}`"
            :value="placeOf(e.name)![axis]"
            unit="mm"
            :least="-1000"
            :most="1000"
            :step="0.5"
            :help="`Where sewing ${e.name === 'start' ? 'begins' : 'ends'}; drag the ${e.name === 'start' ? 'ring' : 'dot'} on the cloth.`"
            @change="move(e.name, axis, $event)"
          />
          <p class="col-span-2 flex items-center justify-between text-xs text-muted">
            <span>{{ object[e.name] ? 'fixed by hand' : 'chosen from the neighbours' }}</span>
            <button v-if="object[e.name]" type="button" class="underline" @click="set(e.name, null)">
              Let Rosehip choose
            </button>
          </p>
        </template>
        <p v-else class="col-span-2 text-muted">Nothing is sewn yet.</p>
      </div>
    </div>
  </details>
</template>
