<script setup lang="ts">
// A file in the hoop: moved and turned, its edge traced, the needle threaded, and begun.
import { RotateCcw, RotateCw, Scan } from '@lucide/vue';
import { computed, ref } from 'vue';
import NeedleList from './NeedleList.vue';
import NumberEntry from './NumberEntry.vue';
import { useMachine } from './use-machine.ts';

const { trace } = defineProps<{ trace: () => Promise<void> }>();
const { model, hoop, hoopName, job, placing, reach, hindrance, wishes, begin, putAside } = useMachine();
const size = computed(() => {
  const r = reach.value!;
  return `${(r.maxX - r.minX).toFixed(1)} × ${(r.maxY - r.minY).toFixed(1)} mm`;
});
const turnBy = (degrees: number): void => {
  placing.turn = ((((placing.turn + degrees + 180) % 360) + 360) % 360) - 180;
};
/** Puts its own middle in the hoop's. */
function centre(): void {
  const r = reach.value!;
  placing.x = Math.round((placing.x - (r.minX + r.maxX) / 2) * 10) / 10;
  placing.y = Math.round((placing.y - (r.minY + r.maxY) / 2) * 10) / 10;
}
const tracing = ref(false);
async function goRound(): Promise<void> {
  if (tracing.value) return;
  tracing.value = true;
  await trace();
  tracing.value = false;
}
</script>

<template>
  <section v-if="job" class="flex min-h-0 grow flex-col gap-3" aria-label="The file in the hoop">
    <div>
      <h2 class="truncate text-xl" :title="job.file">{{ job.file }}</h2>
      <p class="small">
        {{ job.stitches.toLocaleString('en-GB') }} stitches · {{ job.colours }}
        {{ job.colours === 1 ? 'colour' : 'colours' }} · {{ size }}
      </p>
    </div>
    <p v-for="w in job.warnings" :key="w" class="text-wait">{{ w }}</p>
    <div class="-mr-2 grid min-h-0 grow content-start gap-3 overflow-y-auto pr-2">
      <label class="grid gap-1">
        <span class="small">Hoop that is mounted</span>
        <select v-model="hoopName" class="entry" aria-label="Hoop">
          <option v-for="h in model.hoops" :key="h.name" :value="h.name">{{ h.name }}</option>
        </select>
      </label>
      <div class="grid grid-cols-2 gap-2">
        <NumberEntry
          v-model="placing.x"
          label="To the right"
          unit="mm"
          :step="0.5"
          :least="-400"
          :most="400"
        />
        <NumberEntry v-model="placing.y" label="Down" unit="mm" :step="0.5" :least="-400" :most="400" />
      </div>
      <div class="grid grid-cols-[1fr_auto_auto] items-end gap-2">
        <NumberEntry v-model="placing.turn" label="Turned" unit="°" :step="1" :least="-180" :most="180" />
        <button
          type="button"
          class="key px-3"
          aria-label="A quarter to the left"
          title="A quarter to the left"
          @click="turnBy(-90)"
        >
          <RotateCcw :size="18" />
        </button>
        <button
          type="button"
          class="key px-3"
          aria-label="A quarter to the right"
          title="A quarter to the right"
          @click="turnBy(90)"
        >
          <RotateCw :size="18" />
        </button>
      </div>
      <div class="grid grid-cols-2 gap-2">
        <button type="button" class="key" @click="centre">Centre</button>
        <button type="button" class="key" :aria-disabled="tracing || undefined" @click="goRound">
          <Scan :size="18" /> Trace edge
        </button>
      </div>
      <div>
        <h3 class="small mb-1">Threads: a file names none, so choose what you take</h3>
        <NeedleList />
      </div>
      <fieldset class="grid gap-1.5">
        <legend class="small mb-1">What may go wrong</legend>
        <label class="flex items-center gap-2">
          <input v-model="wishes.breaks" type="checkbox" class="size-4 accent-lamp" /> The thread breaks now
          and then
        </label>
        <label class="flex items-center gap-2">
          <input v-model="wishes.bobbin" type="checkbox" class="size-4 accent-lamp" /> The bobbin runs empty
        </label>
      </fieldset>
    </div>
    <p v-if="hindrance" role="alert" class="rounded-lg bg-[#fbeed3] px-3 py-2 text-wait">{{ hindrance }}</p>
    <div class="grid grid-cols-[auto_1fr] gap-2">
      <button type="button" class="key" @click="putAside">Another file</button>
      <button
        type="button"
        class="key key-go"
        :aria-disabled="!!hindrance || undefined"
        :title="hindrance || `The needle is threaded: sew in the hoop ${hoop.name}`"
        @click="begin"
      >
        Begin
      </button>
    </div>
  </section>
</template>
