<script setup lang="ts">
// The points that are chosen: where they are, and what can be done to them and to the whole outline.
import { computed } from 'vue';
import { isLive, findItem, movePoints, type PointRef } from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import CommandButton from '../../parts/CommandButton.vue';
import { useBench } from '../../stores/bench/bench.ts';
import { chosenPoints, usePointEdit } from '../tools/point-edit.ts';

const bench = useBench();
const edit = usePointEdit();

const count = computed(() => edit.paths.value.reduce((n, p) => n + p.points.length, 0));
const chosen = computed(() =>
  chosenPoints.value.flatMap((r: PointRef) => edit.paths.value[r.path]?.points[r.point] ?? []),
);
/** The coordinate that the chosen points share; null when they differ. */
const shared = (axis: 'x' | 'y'): number | null => {
  const [first, ...others] = chosen.value;
  return first && others.every((p) => Math.abs(p[axis] - first[axis]) < 1e-9) ? first[axis] : null;
};

/** Brings every chosen point to a coordinate. */
function put(axis: 'x' | 'y', value: number, live: boolean): void {
  const given = edit.given();
  const next = chosenPoints.value.reduce(
    (paths, r) => {
      const by = value - given[r.path].points[r.point][axis];
      return movePoints(paths, [r], axis === 'x' ? by : 0, axis === 'y' ? by : 0);
    },
    [...given],
  );
  if (live) edit.preview(next);
  else edit.commit(next, 'Move points');
}

const sources = computed(() => {
  const o = edit.live.value?.outline;
  return o && isLive(o) && bench.design ? o.of.flatMap((id) => findItem(bench.design!, id) ?? []) : [];
});
</script>

<template>
  <section class="grid gap-5 p-4" aria-label="Points">
    <header>
      <h2 class="text-lg">Points</h2>
      <p v-if="!edit.object.value" class="text-muted">Click a shape on the cloth to edit its points.</p>
      <template v-else-if="edit.live.value">
        <p class="text-muted">{{ edit.object.value.name }} follows the shapes that it is made from:</p>
        <ul class="mt-2 grid gap-1">
          <li v-for="s in sources" :key="s.id">
            <button type="button" class="button w-full" @click="bench.selection = [s.id]">
              Edit {{ s.name }}
            </button>
          </li>
        </ul>
        <button type="button" class="button mt-2 w-full" @click="edit.makePlain">Make plain</button>
      </template>
      <p v-else class="text-muted">
        {{ edit.object.value.name }}: {{ count }} points<template v-if="chosen.length"
          >, {{ chosen.length }} chosen</template
        >.
      </p>
    </header>
    <template v-if="edit.object.value && !edit.live.value">
      <div v-if="chosen.length" class="grid grid-cols-2 gap-2">
        <NumberField
          v-for="axis in ['x', 'y'] as const"
          :key="axis"
          :label="axis === 'x' ? 'Across' : 'Down'"
          :value="shared(axis)"
          :least="-1000"
          :most="1000"
          @live="put(axis, $event, true)"
          @change="put(axis, $event, false)"
        />
      </div>
      <div class="grid grid-cols-3 gap-1.5">
        <CommandButton
          v-for="a in edit.actions.value"
          :key="a.label"
          :label="a.label"
          :hint="`${a.label} (${a.keys})`"
          :blocked="a.blocked"
          :on="a.on"
          @press="a.run()"
        />
      </div>
      <div class="grid gap-2">
        <h3 class="text-sm">The whole outline</h3>
        <div class="grid grid-cols-2 items-end gap-2">
          <NumberField
            label="Tolerance"
            :value="edit.tolerance.value"
            :least="0.01"
            :most="5"
            :step="0.05"
            help="Nothing moves by more than this."
            @change="edit.tolerance.value = $event"
          />
          <button type="button" class="button justify-center" @click="edit.simplify">Simplify</button>
          <NumberField
            label="Strength"
            :value="edit.strength.value"
            unit=""
            :least="0"
            :most="1"
            :step="0.05"
            help="0 takes a tremble out, 1 rounds everything."
            @change="edit.strength.value = $event"
          />
          <button type="button" class="button justify-center" @click="edit.smooth">Smooth all</button>
        </div>
      </div>
    </template>
  </section>
</template>
