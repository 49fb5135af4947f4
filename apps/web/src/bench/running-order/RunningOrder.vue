<script setup lang="ts">
// The running order: everything in the order of sewing, as a timeline or as a list, and the rehearsal of it.
import { List, ChartNoAxesGantt, ZoomIn, ZoomOut } from '@lucide/vue';
import { computed, useTemplateRef } from 'vue';
import CommandButton from '../../parts/CommandButton.vue';
import IconButton from '../../parts/IconButton.vue';
import { counted, sewingTime } from '../../parts/time.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';
import type { Commands } from '../commands/commands.ts';
import { lookingFor } from '../proposals.ts';
import { useHoopings } from '../hoopings.ts';
import OrderList from './OrderList.vue';
import RehearsalBar from './RehearsalBar.vue';
import Timeline from './Timeline.vue';

const props = defineProps<{ commands: Commands }>();
const sewing = useSewing();
const rehearsal = useRehearsal();
const view = useView();
const { shares, mounted } = useHoopings();
const timeline = useTemplateRef<{ zoomBy(factor: number): void }>('timeline');

const ordering = computed(() =>
  props.commands.arrange.value.filter((c) => c.id === 'put-in-order' || c.id === 'tidy').reverse(),
);
const left = computed(() => {
  const names = [...sewing.leftOut.values()].map((item) => item.name);
  if (!names.length) return '';
  return `Left out: ${names.length === 1 ? names[0] : `${names.length} objects`}`;
});
const FORMS = [
  { form: 'timeline', label: 'Timeline', icon: ChartNoAxesGantt },
  { form: 'list', label: 'List', icon: List },
] as const;
</script>

<template>
  <section class="flex h-full min-h-0 flex-col" aria-label="Running order">
    <div class="flex min-h-11 shrink-0 items-center gap-1 px-3 max-[1000px]:flex-wrap max-[1000px]:py-1">
      <RehearsalBar />
      <span class="mx-1 h-5 w-px bg-line" />
      <CommandButton
        v-for="c in ordering"
        :key="c.id"
        class="h-7 px-2"
        :label="lookingFor === c.id ? 'Looking …' : c.label"
        :called="c.label"
        :hint="`${c.help} (${c.keys})`"
        :blocked="c.blocked"
        @press="c.run()"
      />
      <CommandButton
        class="h-7 px-2"
        label="Threads"
        hint="The threads in the order in which they are put on, and others for them"
        :on="view.panel === 'threads'"
        @press="view.panel = view.panel === 'threads' ? 'card' : 'threads'"
      />
      <div class="grow" />
      <p v-if="sewing.progress" role="status" class="flex items-center gap-2 truncate">
        <span v-if="sewing.asking" role="alert" class="rounded-card bg-blush px-2 text-rosehip-deep"
          >This takes long. Go on with it?</span
        >
        <span v-else-if="sewing.progress.of" class="text-muted"
          >Stitching {{ sewing.progress.done + 1 }} of {{ sewing.progress.of }} …</span
        >
        <span v-else class="text-muted">Stitching …</span>
        <button v-if="sewing.asking" type="button" class="button h-7 px-2" @click="sewing.waitOn()">
          Go on
        </button>
        <button
          type="button"
          class="button h-7 px-2"
          title="What takes so long is left out until it is changed; the rest is stitched"
          @click="sewing.stop()"
        >
          Stop
        </button>
      </p>
      <p v-else-if="left" role="status" class="flex min-w-0 items-center gap-2">
        <span
          class="truncate rounded-card bg-blush px-2 text-rosehip-deep"
          :title="`${left}. Its stitching was stopped.`"
          >{{ left }}</span
        >
        <button type="button" class="button h-7 px-2" @click="sewing.goOn()">Stitch it</button>
      </p>
      <p v-else-if="sewing.stopped" role="status" class="flex items-center gap-2 truncate">
        <span class="rounded-card bg-blush px-2 text-rosehip-deep"
          >These stitches are older than the last change.</span
        >
        <button type="button" class="button h-7 px-2" @click="sewing.goOn()">Stitch it</button>
      </p>
      <p
        v-else-if="rehearsal.waitsAt !== null"
        role="status"
        class="truncate rounded-card bg-blush px-2 text-rosehip-deep"
      >
        Stop: {{ rehearsal.waitsAt }}
      </p>
      <p
        v-else-if="sewing.figures?.stitches"
        class="line-clamp-2 shrink-0 text-right leading-[1.15] text-muted min-[1101px]:shrink"
        data-testid="counts"
      >
        <b class="font-semibold text-ink">{{ counted(rehearsal.stitchesSewn) }}</b>
        <span class="max-[1100px]:sr-only">
          of {{ counted(sewing.figures.stitches) }}
          <template v-if="shares.length">
            · {{ mounted ? `hooping ${mounted.number} of ${shares.length}` : `${shares.length} hoopings` }}
          </template>
          ·
        </span>
        <br class="min-[1101px]:hidden" />
        <template v-if="rehearsal.atEnd">
          {{ sewingTime(sewing.figures.seconds) }}
          <span class="max-[1100px]:sr-only">
            · {{ sewing.figures.colourChanges + 1 }}
            {{ sewing.figures.colourChanges ? 'colours' : 'colour' }} · {{ sewing.figures.trims }}
            {{ sewing.figures.trims === 1 ? 'trim' : 'trims' }}
          </span>
        </template>
        <template v-else>
          <span class="max-[1100px]:sr-only">{{ sewingTime(rehearsal.seconds) }} gone,</span>
          {{ sewingTime(rehearsal.secondsLeft) }} left
        </template>
      </p>
      <p v-else class="text-muted">No stitches yet</p>
      <button
        type="button"
        class="button button-quiet h-7 px-2"
        :aria-pressed="view.panel === 'figures'"
        title="Counts, thread, times and charts"
        @click="view.panel = view.panel === 'figures' ? 'card' : 'figures'"
      >
        Figures
      </button>
      <div class="flex rounded-card border border-line" role="group" aria-label="Form of the running order">
        <button
          v-for="f in FORMS"
          :key="f.form"
          type="button"
          class="h-7 px-2 first:rounded-l-[5px] last:rounded-r-[5px]"
          :class="view.orderForm === f.form ? 'bg-ink text-panel' : 'hover:bg-linen'"
          :aria-pressed="view.orderForm === f.form"
          :aria-label="f.label"
          :title="`The running order as a ${f.label.toLowerCase()}`"
          @click="view.orderForm = f.form"
        >
          <component :is="f.icon" :size="16" aria-hidden="true" />
        </button>
      </div>
      <template v-if="view.orderForm === 'timeline'">
        <IconButton label="Zoom the running order out" hint="Zoom out" @press="timeline?.zoomBy(1 / 1.5)">
          <ZoomOut :size="16" aria-hidden="true" />
        </IconButton>
        <IconButton label="Zoom the running order in" hint="Zoom in" @press="timeline?.zoomBy(1.5)">
          <ZoomIn :size="16" aria-hidden="true" />
        </IconButton>
      </template>
    </div>
    <Timeline v-if="view.orderForm === 'timeline'" ref="timeline" />
    <OrderList v-else :commands="commands" />
  </section>
</template>
