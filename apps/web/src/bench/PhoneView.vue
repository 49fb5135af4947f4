<script setup lang="ts">
// A design on a phone: looked at, rehearsed, and taken away. Changing it wants more room than there is.
import { ChevronLeft, Maximize, Pause, Play, StepBack, StepForward, X } from '@lucide/vue';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import IconButton from '../parts/IconButton.vue';
import { counted, sewingTime } from '../parts/time.ts';
import { useBench } from '../stores/bench/bench.ts';
import { SPEEDS, useRehearsal } from '../stores/rehearsal.ts';
import { useSewing } from '../stores/sewing.ts';
import { useView, type PanelName } from '../stores/view.ts';
import ClothView from './cloth/ClothView.vue';
import FiguresPanel from './panels/FiguresPanel.vue';
import RehearsalPanel from './panels/RehearsalPanel.vue';
import TakePanel from './take/TakePanel.vue';
import type { Tool } from './tools/tool.ts';

defineProps<{ tool: Tool }>();
const emit = defineEmits<{ sized: []; fit: [] }>();
const bench = useBench();
const sewing = useSewing();
const rehearsal = useRehearsal();
const view = useView();
const router = useRouter();

const VIEWS = ['lines', 'needle', 'cloth'] as const;
const SHEETS: { panel: PanelName; label: string }[] = [
  { panel: 'figures', label: 'Figures' },
  { panel: 'rehearsal', label: 'Shown' },
  { panel: 'take', label: 'Take' },
];
const sheet = computed(() => SHEETS.find((s) => s.panel === view.panel));
const nothing = computed(() => (rehearsal.length ? undefined : 'There are no stitches to rehearse yet.'));
const told = computed(() => {
  if (!sewing.figures?.stitches) return sewing.busy ? 'Stitching …' : 'No stitches yet';
  const { stitches, seconds } = sewing.figures;
  const time = rehearsal.atEnd ? sewingTime(seconds) : `${sewingTime(rehearsal.secondsLeft)} left`;
  return `${counted(rehearsal.stitchesSewn)} of ${counted(stitches)} · ${time}`;
});
const waits = computed(() => (rehearsal.waitsAt === null ? '' : `Stop: ${rehearsal.waitsAt}`));
</script>

<template>
  <div class="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[48px_minmax(0,1fr)_auto]">
    <header class="flex items-center gap-1 border-b border-line bg-panel px-2">
      <IconButton label="Shelf" hint="To the shelf" @press="router.push({ name: 'shelf' })">
        <ChevronLeft :size="20" aria-hidden="true" />
      </IconButton>
      <h1 class="min-w-0 grow truncate text-base">{{ bench.design!.name }}</h1>
      <div class="flex rounded-card border border-line" role="group" aria-label="View">
        <button
          v-for="v in VIEWS"
          :key="v"
          type="button"
          class="h-8 px-2.5 capitalize first:rounded-l-[5px] last:rounded-r-[5px]"
          :class="view.view === v ? 'bg-ink text-panel' : ''"
          :aria-pressed="view.view === v"
          @click="view.view = v"
        >
          {{ v }}
        </button>
      </div>
      <IconButton label="Fit the hoop" hint="Fit the hoop" @press="emit('fit')">
        <Maximize :size="18" aria-hidden="true" />
      </IconButton>
    </header>
    <main class="relative min-h-0">
      <ClothView :tool="tool" looking @sized="emit('sized')" />
      <aside
        v-if="sheet"
        class="absolute inset-0 overflow-y-auto bg-panel"
        :aria-label="sheet.label"
        tabindex="0"
      >
        <div class="sticky top-0 flex justify-end bg-panel p-1">
          <IconButton label="Close" hint="Back to the cloth" @press="view.panel = 'card'">
            <X :size="20" aria-hidden="true" />
          </IconButton>
        </div>
        <FiguresPanel v-if="sheet.panel === 'figures'" />
        <RehearsalPanel v-else-if="sheet.panel === 'rehearsal'" />
        <TakePanel v-else />
      </aside>
    </main>
    <section
      class="grid grid-cols-[minmax(0,1fr)] gap-1 border-t border-line bg-panel px-3 pt-1 pb-2"
      aria-label="Rehearsal"
    >
      <input
        type="range"
        class="h-7 w-full accent-rosehip"
        aria-label="Playhead"
        min="0"
        :max="rehearsal.length"
        :value="rehearsal.playhead"
        :disabled="!!nothing"
        @input="rehearsal.seek(Number(($event.target as HTMLInputElement).value))"
      />
      <p class="truncate text-center text-muted" :class="waits ? 'text-rosehip-deep' : ''" aria-live="polite">
        {{ waits || told }}
      </p>
      <div class="flex items-center justify-center gap-2">
        <IconButton
          label="One stitch back"
          hint="One stitch back"
          :blocked="nothing"
          @press="rehearsal.step(-1)"
        >
          <StepBack :size="18" aria-hidden="true" />
        </IconButton>
        <button
          type="button"
          class="button button-primary h-11 w-14 justify-center p-0"
          :aria-label="rehearsal.playing ? 'Pause' : 'Play'"
          :aria-disabled="!!nothing || undefined"
          :title="nothing"
          @click="rehearsal.playing ? rehearsal.pause() : rehearsal.play()"
        >
          <component :is="rehearsal.playing ? Pause : Play" :size="22" aria-hidden="true" />
        </button>
        <IconButton label="One stitch on" hint="One stitch on" :blocked="nothing" @press="rehearsal.step(1)">
          <StepForward :size="18" aria-hidden="true" />
        </IconButton>
        <select
          v-model.number="rehearsal.speed"
          class="field w-20"
          aria-label="Speed of the rehearsal"
          title="Speed, times the machine’s own"
        >
          <option v-for="s in SPEEDS" :key="s" :value="s">× {{ s }}</option>
        </select>
      </div>
      <div class="grid grid-cols-3 gap-2">
        <button
          v-for="s in SHEETS"
          :key="s.panel"
          type="button"
          class="button justify-center"
          :aria-pressed="view.panel === s.panel"
          @click="view.panel = view.panel === s.panel ? 'card' : s.panel"
        >
          {{ s.label }}
        </button>
      </div>
    </section>
  </div>
</template>
