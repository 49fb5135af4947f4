<script setup lang="ts">
// Rulers, guides, the grid, and what is snapped to.
import { Trash2 } from '@lucide/vue';
import { computed } from 'vue';
import type { Guide } from '@rosehip/core';
import NumberField from '../../fields/NumberField.vue';
import IconButton from '../../parts/IconButton.vue';
import { SNAP_KINDS, useAids } from '../../stores/aids.ts';
import { useBench } from '../../stores/bench/bench.ts';

const bench = useBench();
const aids = useAids();
const guides = computed<Guide[]>(() => bench.design?.guides ?? []);

const set = (next: Guide[], label: string): void =>
  void bench.run({ do: 'set-design', label, changes: { guides: next.length ? next : undefined } });
</script>

<template>
  <section class="grid gap-5 p-4" aria-label="Guides">
    <h2 class="sr-only">Guides</h2>
    <div class="grid gap-1.5">
      <h3 class="text-sm">On the cloth</h3>
      <label class="flex items-center gap-2">
        <input v-model="aids.rulers" type="checkbox" class="accent-rosehip" /> Rulers
      </label>
      <label class="flex items-center gap-2">
        <input v-model="aids.showGrid" type="checkbox" class="accent-rosehip" /> Grid
      </label>
      <NumberField
        label="Grid step"
        :value="aids.gridStep"
        :least="0.5"
        :most="100"
        :step="1"
        @change="aids.gridStep = $event"
      />
    </div>
    <div class="grid gap-1.5">
      <h3 class="text-sm">Snapping</h3>
      <label class="flex items-center gap-2">
        <input v-model="aids.snapping" type="checkbox" class="accent-rosehip" /> Snap while drawing and moving
      </label>
      <fieldset class="ml-6 grid gap-1" :class="aids.snapping ? '' : 'opacity-60'">
        <legend class="sr-only">Snap to</legend>
        <label v-for="s in SNAP_KINDS" :key="s.kind" class="flex items-center gap-2">
          <input v-model="aids.snapTo[s.kind]" type="checkbox" class="accent-rosehip" /> {{ s.label }}
        </label>
      </fieldset>
      <p class="text-muted">Ctrl held while dragging snaps to nothing.</p>
    </div>
    <div class="grid gap-2">
      <h3 class="text-sm">Guides</h3>
      <p class="text-muted">Drag them from the rulers, or add them here.</p>
      <div v-for="(g, i) in guides" :key="i" class="grid grid-cols-[1fr_auto] items-end gap-2">
        <NumberField
          :label="g.axis === 'x' ? 'Upright guide, across' : 'Level guide, down'"
          :value="g.at"
          :least="-1000"
          :most="1000"
          @live="bench.previewDesign({ guides: guides.with(i, { ...g, at: $event }) })"
          @change="set(guides.with(i, { ...g, at: $event }), 'Move guide')"
        />
        <IconButton label="Remove guide" @press="set(guides.toSpliced(i, 1), 'Remove guide')"
          ><Trash2 :size="16" aria-hidden="true"
        /></IconButton>
      </div>
      <div class="grid grid-cols-2 gap-2">
        <button
          type="button"
          class="button justify-center"
          @click="set([...guides, { axis: 'x', at: 0 }], 'Add guide')"
        >
          Add upright
        </button>
        <button
          type="button"
          class="button justify-center"
          @click="set([...guides, { axis: 'y', at: 0 }], 'Add guide')"
        >
          Add level
        </button>
      </div>
    </div>
  </section>
</template>
