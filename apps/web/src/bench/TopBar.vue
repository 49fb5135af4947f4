<script setup lang="ts">
// The bar along the top: where we are, whether it is saved, the view, the hoop, and the way to the machine.
import {
  ChevronLeft,
  ChevronRight,
  CircleCheck,
  CircleHelp,
  History,
  Redo2,
  Search,
  TriangleAlert,
  Undo2,
} from '@lucide/vue';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { clothById, type ViewName } from '@rosehip/core';
import { showNumber } from '../fields/arithmetic.ts';
import IconButton from '../parts/IconButton.vue';
import { useBench } from '../stores/bench/bench.ts';
import { useSettings } from '../stores/settings.ts';
import { useSewing } from '../stores/sewing.ts';
import { useView, type PanelName } from '../stores/view.ts';

const props = defineProps<{
  /** What undo takes back first, when something is half done. */
  halfDone?: string;
}>();
const emit = defineEmits<{ undo: [] }>();
const bench = useBench();
const view = useView();
const sewing = useSewing();
const settings = useSettings();
const router = useRouter();

const VIEWS: { name: ViewName; label: string; key: string; about: string }[] = [
  { name: 'lines', label: 'Lines', key: 'L', about: 'Outlines in their thread colour' },
  { name: 'needle', label: 'Needle', key: 'N', about: 'Every stitch and needle point' },
  { name: 'cloth', label: 'Cloth', key: 'C', about: 'Thread as it will look' },
];

const SAVE_WORDS: Record<string, string> = {
  saved: 'saved',
  unsaved: 'not saved yet',
  saving: 'saving …',
  away: 'can’t reach the server; saves when it can',
  conflict: 'changed elsewhere',
  refused: 'not saved',
  gone: 'deleted elsewhere',
};

/** What the bar says beside the name: why nothing is saved, where that is known. */
const saveWords = computed(() => {
  const { saveState, saveProblem } = bench;
  if (saveState === 'refused') return `${SAVE_WORDS.refused}: ${saveProblem}`;
  // Who can be reached says more than that it can't.
  if (saveState === 'away' && saveProblem && !saveProblem.startsWith('The server can’t'))
    return `not saved: ${saveProblem}`;
  return SAVE_WORDS[saveState];
});

const undoWhat = computed(() => props.halfDone ?? bench.undoSteps.at(-1)?.label);
const redoWhat = computed(() => bench.redoSteps.at(-1)?.label);
const hoopSize = computed(() => {
  const { hoop } = bench.design!;
  const size = [hoop.width, hoop.height].map((v) => showNumber(v, settings.units, 1)).join(' × ');
  return `${size} ${settings.units}`;
});

const findingWords = computed(() => {
  const n = sewing.minded.length;
  return n ? `${n} ${n === 1 ? 'finding' : 'findings'}` : 'No findings';
});

const toggle = (panel: PanelName): PanelName => (view.panel = view.panel === panel ? 'card' : panel);

async function leave(): Promise<void> {
  await bench.settle();
  await router.push({ name: 'shelf' });
}

function rename(event: Event): void {
  const field = event.target as HTMLInputElement;
  const name = field.value.trim();
  if (name && name !== bench.design!.name)
    bench.run({ do: 'set-design', label: 'Rename', changes: { name } });
  else field.value = bench.design!.name;
}
</script>

<template>
  <header class="flex h-12 items-center gap-2 max-[900px]:gap-0.5 border-b border-line bg-panel px-3">
    <button type="button" class="button button-quiet px-1" @click="leave">
      <ChevronLeft :size="18" aria-hidden="true" /> <span class="max-[900px]:sr-only">Shelf</span>
    </button>
    <h1 class="sr-only">{{ bench.design!.name }}</h1>
    <input
      class="field h-8 w-56 min-w-24 text-ellipsis max-[900px]:w-32 min-[1500px]:w-80 border-transparent bg-transparent font-heading text-base font-medium hover:border-line"
      :value="bench.design!.name"
      :title="bench.design!.name"
      maxlength="120"
      aria-label="Name of the design"
      @change="rename"
      @keydown.stop
      @keydown.enter="($event.target as HTMLInputElement).blur()"
    />
    <button
      v-if="bench.saveState === 'conflict' || bench.saveState === 'gone'"
      type="button"
      class="text-rosehip underline"
      @click="view.panel = 'conflict'"
    >
      {{ SAVE_WORDS[bench.saveState] }}
    </button>
    <button
      v-else
      type="button"
      class="button button-quiet min-w-20 shrink px-2 max-[900px]:min-w-0 max-[900px]:px-1"
      :class="bench.saveState === 'away' || bench.saveState === 'refused' ? 'text-amber-deep' : 'text-muted'"
      :title="bench.saveProblem || 'History: every save, to look at and to bring back'"
      :aria-pressed="view.panel === 'history'"
      @click="toggle('history')"
    >
      <History :size="18" class="shrink-0 max-[900px]:hidden" aria-hidden="true" />
      <span class="sr-only">History:</span>
      <span role="status" data-testid="save-state" class="min-w-0 max-w-64 truncate max-[900px]:max-w-14">{{
        saveWords
      }}</span>
    </button>
    <div class="grow" />
    <IconButton label="Find" hint="Find a command, a setting or an object (/)" @press="view.finding = true"
      ><Search :size="20" aria-hidden="true"
    /></IconButton>
    <IconButton
      label="Undo"
      :hint="`Undo: ${undoWhat} (Ctrl Z)`"
      :blocked="undoWhat ? undefined : 'Nothing to undo yet'"
      @press="emit('undo')"
      ><Undo2 :size="20" aria-hidden="true"
    /></IconButton>
    <IconButton
      label="Redo"
      :hint="`Redo: ${redoWhat} (Ctrl Shift Z)`"
      :blocked="redoWhat ? undefined : 'Nothing was undone'"
      @press="bench.redo()"
      ><Redo2 :size="20" aria-hidden="true"
    /></IconButton>
    <div class="mx-1 flex rounded-card border border-line" role="group" aria-label="View">
      <button
        v-for="v in VIEWS"
        :key="v.name"
        type="button"
        class="h-8 px-3 font-medium max-[1100px]:px-2 max-[900px]:px-1.5 first:rounded-l-[5px]"
        :class="!view.tryingOn && view.view === v.name ? 'bg-ink text-panel' : 'hover:bg-linen'"
        :aria-pressed="!view.tryingOn && view.view === v.name"
        :title="`${v.about} (${v.key})`"
        @click="view.look(v.name)"
      >
        {{ v.label }}
      </button>
      <button
        type="button"
        class="h-8 px-3 font-medium whitespace-nowrap max-[1100px]:px-2 max-[900px]:px-1.5 rounded-r-[5px]"
        :class="view.tryingOn ? 'bg-ink text-panel' : 'hover:bg-linen'"
        :aria-pressed="view.tryingOn"
        title="On a jacket, a cap, a towel …, in true size (Z)"
        @click="view.tryOn()"
      >
        Try on
      </button>
    </div>
    <div class="grow" />
    <button
      v-if="sewing.checked"
      type="button"
      class="button button-quiet px-2"
      :class="sewing.minded.some((f) => f.weight > 1) ? 'text-amber-deep' : 'text-muted'"
      :title="sewing.minded[0]?.sentence ?? 'The checks found nothing'"
      :aria-pressed="view.panel === 'findings'"
      @click="toggle('findings')"
    >
      <component :is="sewing.minded.length ? TriangleAlert : CircleCheck" :size="18" aria-hidden="true" />
      <span class="max-[1100px]:max-w-24 truncate max-[900px]:sr-only">{{
        sewing.warning ? 'Outside the hoop' : findingWords
      }}</span>
    </button>
    <button
      type="button"
      class="button button-quiet px-2"
      :aria-pressed="view.panel === 'hoop'"
      title="Hoop, cloth and units"
      @click="toggle('hoop')"
    >
      <span
        >{{ hoopSize
        }}<span class="max-[1160px]:sr-only">
          hoop · {{ clothById(bench.design!.cloth.kind).name }}</span
        ></span
      >
    </button>
    <button
      type="button"
      class="button button-quiet button-icon"
      aria-label="Keys"
      title="Keys (?)"
      :aria-pressed="view.panel === 'keys'"
      @click="toggle('keys')"
    >
      <CircleHelp :size="20" aria-hidden="true" />
    </button>
    <button
      type="button"
      class="button button-primary"
      :aria-pressed="view.panel === 'take'"
      @click="toggle('take')"
    >
      <span>Take<span class="max-[1100px]:sr-only"> to machine</span></span>
      <ChevronRight :size="18" aria-hidden="true" />
    </button>
  </header>
</template>
