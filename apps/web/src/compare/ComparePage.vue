<script setup lang="ts">
// Two revisions, one design on two cloths, or two designs, side by side with one playhead.
import { ChevronLeft, Pause, Play } from '@lucide/vue';
import { computed, markRaw, onBeforeUnmount, reactive, ref, watch } from 'vue';
import {
  clothBounds,
  clothById,
  CLOTHS,
  uniteBounds,
  type Design,
  type Figures,
  type ViewName,
} from '@rosehip/core';
import { useRoute } from 'vue-router';
import type { RevisionEntry } from '@rosehip/wire';
import { api } from '../api.ts';
import { useSharedView } from '../parts/shared-view.ts';
import ZoomButtons from '../parts/ZoomButtons.vue';
import { showNumber } from '../fields/arithmetic.ts';
import { ago, counted, sewingTime } from '../parts/time.ts';
import { SPEEDS } from '../stores/rehearsal.ts';
import { useSettings } from '../stores/settings.ts';
import ComparePane from './ComparePane.vue';

const props = defineProps<{ id: string }>();
const settings = useSettings();
/** The revision that the history asks for on the left. */
const { query } = useRoute();
const asked = Number(query.left);
/** Another design, which stands on the left. */
const other = typeof query.with === 'string' && query.with ? query.with : null;

interface Side {
  /** Id of its design. */
  of: string;
  revisions: RevisionEntry[];
  revision: number;
  /** Its own cloth, or another one. */
  cloth: string;
  design: Design | null;
  figures: Figures | null;
}

const problem = ref('');
const sides = reactive<Side[]>([
  { of: other ?? props.id, revisions: [], revision: 0, cloth: '', design: null, figures: null },
  { of: props.id, revisions: [], revision: 0, cloth: '', design: null, figures: null },
]);
const name = computed(() => {
  const [a, b] = sides.map((s) => s.design?.name ?? '');
  return other && a && b ? `${a} with ${b}` : b;
});

/** Revisions that were fetched already. */
const fetched = new Map<string, Promise<Design>>();
const keyOf = ({ of, revision }: Side): string => `${of} ${revision}`;
function designOf(side: Side): Promise<Design> {
  const key = keyOf(side);
  let loading = fetched.get(key);
  if (!loading) {
    loading = api.revision(side.of, side.revision).then((r) => r.design);
    fetched.set(key, loading);
  }
  return loading;
}

async function fill(side: Side): Promise<void> {
  const { revision, cloth } = side;
  const key = keyOf(side);
  try {
    const design = await designOf(side);
    if (side.revision !== revision || side.cloth !== cloth) return;
    side.design = markRaw(
      cloth ? { ...design, cloth: { kind: cloth, colour: clothById(cloth).colour } } : design,
    );
  } catch (error) {
    fetched.delete(key);
    problem.value = (error as Error).message;
  }
}

async function open(): Promise<void> {
  problem.value = '';
  try {
    await Promise.all(
      sides.map(async (side) => (side.revisions = markRaw((await api.revisions(side.of)).revisions))),
    );
    const [newest, before] = sides[1].revisions;
    const left = sides[0].revisions.find((r) => r.number === asked);
    sides[0].revision = (left ?? (other ? sides[0].revisions[0] : before) ?? newest).number;
    sides[1].revision = newest.number;
    // A design with one revision is compared with itself on another cloth.
    if (!other && !before) sides[1].cloth = 'towelling';
    await Promise.all(sides.map(fill));
    fit();
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
void open();
for (const side of sides) watch([() => side.revision, () => side.cloth], () => void fill(side));

/* The view, the same on both sides */
const view = ref<ViewName>('cloth');
const VIEWS: { name: ViewName; label: string }[] = [
  { name: 'lines', label: 'Lines' },
  { name: 'needle', label: 'Needle' },
  { name: 'cloth', label: 'Cloth' },
];
const { seen, fit, pan, zoom, sized } = useSharedView(
  () => uniteBounds(sides.map((s) => (s.design ? clothBounds(s.design as Design) : null))),
  32,
);

/* The playhead: a share of the whole time, so that both begin and end together */
const share = ref(1);
const speed = ref(60);
const playing = ref(false);
let frame = 0;
let last = 0;
const longest = computed(() => Math.max(1, ...sides.map((s) => s.figures?.seconds ?? 0)));
function tick(now: number): void {
  if (!playing.value) return;
  share.value = Math.min(
    1,
    share.value + (Math.min(0.25, (now - last) / 1000) * speed.value) / longest.value,
  );
  last = now;
  if (share.value >= 1) playing.value = false;
  else frame = requestAnimationFrame(tick);
}
function play(): void {
  if (share.value >= 1) share.value = 0;
  playing.value = true;
  last = performance.now();
  frame = requestAnimationFrame(tick);
}
function pause(): void {
  playing.value = false;
  cancelAnimationFrame(frame);
}
onBeforeUnmount(pause);

/* Figures, and what is different */
const rows = computed(() => {
  const [a, b] = sides.map((s) => s.figures);
  if (!a || !b) return [];
  const length = (mm: number): string => showNumber(mm, settings.units, 1);
  const row = (what: string, of: (f: Figures) => number, say: (v: number) => string) => {
    const d = of(b) - of(a);
    return {
      name: what,
      a: say(of(a)),
      b: say(of(b)),
      more: Math.abs(d) < 1e-6 ? '' : `${d > 0 ? '+' : '−'}${say(Math.abs(d))}`,
    };
  };
  return [
    row('Stitches', (f) => f.stitches, counted),
    row('Sewing time', (f) => f.seconds, sewingTime),
    row('Colour changes', (f) => f.colourChanges, String),
    row('Trims', (f) => f.trims, String),
    row(`Width, ${settings.units}`, (f) => f.width, length),
    row(`Height, ${settings.units}`, (f) => f.height, length),
    row(
      'Thread, m',
      (f) => f.threadMetres,
      (v) => v.toFixed(1),
    ),
  ];
});

const SIDES = ['Left', 'Right'];
const labelOf = (side: Side): string =>
  `${other && side.design ? `${side.design.name}, revision` : 'Revision'} ${side.revision}${side.cloth ? ` on ${clothById(side.cloth).name.toLowerCase()}` : ''}`;
</script>

<template>
  <div class="grid h-full grid-rows-[48px_44px_minmax(0,1fr)_auto]">
    <header class="flex items-center gap-2 border-b border-line bg-panel px-3">
      <RouterLink :to="{ name: 'bench', params: { id } }" class="button button-quiet px-1">
        <ChevronLeft :size="18" aria-hidden="true" /> Bench
      </RouterLink>
      <h1 class="text-base">Compare {{ name }}</h1>
      <div class="grow" />
      <div class="flex rounded-card border border-line" role="group" aria-label="View">
        <button
          v-for="v in VIEWS"
          :key="v.name"
          type="button"
          class="h-8 px-3 font-medium first:rounded-l-[5px] last:rounded-r-[5px]"
          :class="view === v.name ? 'bg-ink text-panel' : 'hover:bg-linen'"
          :aria-pressed="view === v.name"
          @click="view = v.name"
        >
          {{ v.label }}
        </button>
      </div>
      <div class="grow" />
      <ZoomButtons fits="Fit the hoop" @zoom="zoom" @fit="fit" />
    </header>
    <div class="grid grid-cols-2 border-b border-line bg-panel">
      <div
        v-for="(side, i) in sides"
        :key="i"
        class="flex items-center gap-2 px-3"
        :class="i ? 'border-l border-line' : ''"
      >
        <label class="sr-only" :for="`revision-${i}`">{{ SIDES[i] }}: revision</label>
        <select :id="`revision-${i}`" v-model.number="side.revision" class="field h-8 w-72">
          <option v-for="r in side.revisions" :key="r.number" :value="r.number">
            {{ r.number }} · {{ r.label }} · {{ ago(r.madeAt) }}
          </option>
        </select>
        <label class="sr-only" :for="`cloth-${i}`">{{ SIDES[i] }}: cloth</label>
        <select :id="`cloth-${i}`" v-model="side.cloth" class="field h-8 w-44">
          <option value="">on its own cloth</option>
          <option v-for="c in CLOTHS" :key="c.id" :value="c.id">on {{ c.name.toLowerCase() }}</option>
        </select>
      </div>
    </div>
    <p v-if="problem" role="alert" class="p-8 text-center">
      {{ problem }}
      <button type="button" class="button ml-2" @click="open">Try again</button>
    </p>
    <main v-else class="grid min-h-0 grid-cols-2">
      <ComparePane
        v-for="(side, i) in sides"
        :key="i"
        :class="i ? 'border-l border-line' : ''"
        :label="labelOf(side)"
        :design="side.design"
        :machine="settings.machineId"
        :view="view"
        :scale="seen.scale"
        :centre="seen.centre"
        :share="share"
        @figures="side.figures = $event && markRaw($event)"
        @pan="pan"
        @zoom="zoom"
        @sized="sized"
      />
    </main>
    <footer class="grid grid-cols-[1fr_auto] items-center gap-4 border-t border-line bg-panel px-3 py-2">
      <div class="flex items-center gap-2">
        <button
          type="button"
          class="button button-icon button-primary"
          :aria-label="playing ? 'Pause' : 'Play'"
          @click="playing ? pause() : play()"
        >
          <component :is="playing ? Pause : Play" :size="18" aria-hidden="true" />
        </button>
        <label class="sr-only" for="compare-speed">Speed</label>
        <select id="compare-speed" v-model.number="speed" class="field w-20">
          <option v-for="s in SPEEDS" :key="s" :value="s">× {{ s }}</option>
        </select>
        <label class="sr-only" for="compare-playhead">Playhead</label>
        <input
          id="compare-playhead"
          v-model.number="share"
          type="range"
          min="0"
          max="1"
          step="0.001"
          class="grow accent-rosehip"
          @pointerdown="pause"
        />
        <span class="w-14 text-right whitespace-nowrap text-muted">{{ Math.round(100 * share) }} %</span>
      </div>
      <table class="text-right" aria-label="What is different">
        <thead class="text-muted">
          <tr>
            <th class="sr-only" scope="col">Side</th>
            <th v-for="r in rows" :key="r.name" class="px-3 font-normal" scope="col">{{ r.name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th class="text-left font-normal text-muted" scope="row">Left</th>
            <td v-for="r in rows" :key="r.name" class="px-3">{{ r.a }}</td>
          </tr>
          <tr>
            <th class="text-left font-normal text-muted" scope="row">Right</th>
            <td v-for="r in rows" :key="r.name" class="px-3">
              {{ r.b }} <b v-if="r.more" class="font-semibold">({{ r.more }})</b>
            </td>
          </tr>
        </tbody>
      </table>
    </footer>
  </div>
</template>
