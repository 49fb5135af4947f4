<script setup lang="ts">
// The bench: one design, from drawing to the machine, on one page.
import { useEventListener, useMediaQuery } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, shallowRef, useTemplateRef, watch, type Component } from 'vue';
import { useRouter } from 'vue-router';
import { everyItem, fileNameOf, findPlace } from '@rosehip/core';
import { ApiError } from '../api.ts';
import { saveFile } from '../parts/save-file.ts';
import { useBench } from '../stores/bench/bench.ts';
import { draftToShelf, leftDrafts, type KeptDraft } from '../stores/drafts.ts';
import { useHandOver } from '../stores/hand-over.ts';
import { useSettings } from '../stores/settings.ts';
import { useRehearsal } from '../stores/rehearsal.ts';
import { useSewing } from '../stores/sewing.ts';
import { useView, type PanelName, type ToolName } from '../stores/view.ts';
import ClothView from './cloth/ClothView.vue';
import ChoosePanel from './choosing/ChoosePanel.vue';
import { useClipboard } from './clipboard.ts';
import { leaving, waiting } from './commands/command.ts';
import { useCommands } from './commands/commands.ts';
import Finder from './finder/Finder.vue';
import { followFirst } from './following.ts';
import { useFraming } from './framing.ts';
import { useKeys } from './keys.ts';
import ConflictPanel from './panels/ConflictPanel.vue';
import HistoryPanel from './panels/HistoryPanel.vue';
import HoopPanel from './panels/HoopPanel.vue';
import FindingsPanel from './panels/FindingsPanel.vue';
import FiguresPanel from './panels/FiguresPanel.vue';
import GuidesPanel from './panels/GuidesPanel.vue';
import KeysPanel from './panels/KeysPanel.vue';
import MakePanel from './panels/MakePanel.vue';
import MendPanel from './mend/MendPanel.vue';
import PlacesPanel from './panels/PlacesPanel.vue';
import PicturePanel from './panels/PicturePanel.vue';
import PointsPanel from './panels/PointsPanel.vue';
import ReadingPanel from './reading/ReadingPanel.vue';
import ReportPanel from './panels/ReportPanel.vue';
import ShapesPanel from './panels/ShapesPanel.vue';
import ShapingPanel from './panels/ShapingPanel.vue';
import PhoneView from './PhoneView.vue';
import ProposalPanel from './panels/ProposalPanel.vue';
import RehearsalPanel from './panels/RehearsalPanel.vue';
import ThreadsPanel from './threads/ThreadsPanel.vue';
import LettersPanel from './words/LettersPanel.vue';
import TakePanel from './take/TakePanel.vue';
import TryOnPanel from './try-on/TryOnPanel.vue';
import TryOnStrip from './try-on/TryOnStrip.vue';
import TryOnView from './try-on/TryOnView.vue';
import { useTryOnKeys } from './try-on/keys.ts';
import { useTryOn } from './try-on/try-on.ts';
import RecipeCard from './recipe-card/RecipeCard.vue';
import RunningOrder from './running-order/RunningOrder.vue';
import ToolRail from './ToolRail.vue';
import ToolStrip from './ToolStrip.vue';
import { useTools } from './tools/tools.ts';
import TopBar from './TopBar.vue';

const props = defineProps<{ id: string }>();
/** Too small a window to change a design in. */
const phone = useMediaQuery('(max-width: 639px), (max-height: 449px)');

const bench = useBench();
const view = useView();
const sewing = useSewing();
const rehearsal = useRehearsal();
const settings = useSettings();
const { entries, active } = useTools();
const commands = useCommands();
const clipboard = useClipboard();
const handOver = useHandOver();
const framing = useFraming();
const { fit, sized } = framing;
const problem = ref('');
/** Edits of a design that is no longer there. */
const left = shallowRef<KeptDraft[]>([]);
const router = useRouter();
async function keepLeft(): Promise<void> {
  try {
    let made = '';
    for (const draft of left.value)
      made = await draftToShelf(draft, 'Kept: the design was deleted elsewhere');
    left.value = [];
    await router.push({ name: 'bench', params: { id: made } });
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
let forget: (() => void) | null = null;
/** Nothing was on the bench before in this page. */
let first = true;

watch(() => props.id, open, { immediate: true });

/** What another page has left for this design. */
function takeOver(id: string): void {
  const { work, select } = handOver;
  if (select) bench.selection = select;
  handOver.select = handOver.work = null;
  if (work?.design !== id) return;
  let says = '';
  const done = bench.does((design) => {
    const left = work.does(design);
    says = left.says;
    return left.job;
  });
  if (done && says) bench.message = says;
}

async function open(id: string): Promise<void> {
  active.value.cancel(); // a line that was begun belongs to the design before
  problem.value = '';
  left.value = [];
  forget?.();
  sewing.reset();
  rehearsal.reset();
  view.tool = 'select';
  view.tryingOn = view.finding = false;
  view.panel = 'card';
  try {
    await bench.load(id);
  } catch (error) {
    problem.value = (error as Error).message;
    // Edits of a design that was deleted elsewhere are not lost with it.
    if (error instanceof ApiError && error.status === 404) left.value = await leftDrafts(id);
    return;
  }
  const kept = view.recall(id);
  bench.selection = (kept?.selection ?? []).filter((s) =>
    [...everyItem(bench.design!.objects)].some((i) => i.id === s),
  );
  // A page that was loaded anew goes on with what was opened before.
  if (kept && first && view.goOn(kept)) bench.opened = Math.min(kept.opened ?? bench.opened, bench.opened);
  first = false;
  takeOver(id);
  void followFirst(bench);
  forget = view.remember(id, () => bench.selection, bench.opened);
  if (bench.theirs || bench.otherDrafts.length) view.panel = 'conflict';
  framing.opened(!!kept);
}

watch(
  () => bench.theirs ?? bench.saveState === 'gone',
  (asks) => {
    if (asks) view.panel = 'conflict';
  },
);

watch(
  () => bench.selection.join(),
  (now) => now && view.showSelected(),
);

// What is not saved is sent while the page can still be seen to, and leaving before that asks.
useEventListener(document, 'visibilitychange', () => {
  if (document.visibilityState === 'hidden') void bench.settle();
});
useEventListener(window, 'beforeunload', (event) => {
  if (bench.design && bench.saveState !== 'saved') event.preventDefault();
});

const trueSize = (): void => view.zoomAt(settings.screen / view.scale);

/** What the card shows beside recipes, by panel; where none is called for, tools have cards of their own. */
const PANELS: Partial<Record<PanelName, Component>> = {
  hoop: HoopPanel,
  letters: LettersPanel,
  threads: ThreadsPanel,
  history: HistoryPanel,
  take: TakePanel,
  'try-on': TryOnPanel,
  keys: KeysPanel,
  conflict: ConflictPanel,
  make: MakePanel,
  shaping: ShapingPanel,
  report: ReportPanel,
  findings: FindingsPanel,
  proposal: ProposalPanel,
  choose: ChoosePanel,
  figures: FiguresPanel,
  rehearsal: RehearsalPanel,
  guides: GuidesPanel,
};
const TOOL_PANELS: Partial<Record<ToolName, Component>> = {
  points: PointsPanel,
  mend: MendPanel,
  read: ReadingPanel,
  shapes: ShapesPanel,
  picture: PicturePanel,
};
const conflicting = computed(
  () => bench.theirs || bench.saveState === 'gone' || bench.otherDrafts.length > 0,
);
/** What stands on the card; null where that is the recipe, which scrolls between its heads. All others scroll as a whole. */
const panel = computed(() => {
  const called = view.panel === 'conflict' && !conflicting.value ? undefined : PANELS[view.panel];
  return called ?? TOOL_PANELS[view.tool] ?? null;
});
/** What some of them are given. */
const given = computed(() => {
  if (view.panel === 'keys') return { keys: keysSheet.value };
  return view.panel === 'make' || view.panel === 'shaping' ? { commands } : {};
});

/** Panels that wait for an answer: everywhere else the card's pages are one press away. */
const ANSWERED: ReadonlySet<PanelName> = new Set(['proposal', 'choose', 'report', 'conflict']);
/** The last one is about what is looked at. */
const tabs = computed<{ panel: PanelName; label: string }[]>(() => [
  { panel: 'card', label: 'Recipe' },
  { panel: 'make', label: 'Make' },
  { panel: 'shaping', label: 'Arrange' },
  view.tryingOn ? { panel: 'try-on', label: 'Try on' } : { panel: 'guides', label: 'Guides' },
]);

/** Leaves one thing at a time: what is half done, the tool, the panel, the group, the selection. */
function escape(): void {
  if (waiting.value) dropWaiting();
  else if (leaving.value) leaving.value = null;
  else if (active.value.cancel()) return;
  else if (view.tryingOn) view.tryingOn = false;
  else if (view.tool !== 'select') view.tool = 'select';
  else if (view.panel !== 'card') view.panel = 'card';
  else if (bench.inside) {
    const group = bench.inside;
    bench.inside = findPlace(bench.design!.objects, group)?.parent?.id ?? null;
    bench.selection = [group];
  } else bench.selection = [];
}

function dropWaiting(): void {
  waiting.value = null;
  bench.cancelPreview();
}
watch(
  () => bench.selection.join(),
  () => waiting.value && dropWaiting(),
);

/** Takes back the last part of what is half done, else the last step. */
function undo(): void {
  if (active.value.halfDone) active.value.halfDone.takeBack();
  else bench.undo();
}
const { press, sheet: keysSheet } = useKeys({ fit, trueSize, escape, undo }, entries, active, commands);

const tryOnKey = useTryOnKeys();
const tried = useTemplateRef('tried');
async function takePicture(): Promise<void> {
  const picture = await tried.value?.picture();
  if (!picture) return;
  const thing = useTryOn().thing.value.name.replace(/\.\w+$/, '');
  saveFile(`${fileNameOf(`${bench.design!.name} on ${thing}`)}.png`, 'image/png', picture);
}

const inField = (e: Event): boolean =>
  e.target instanceof HTMLElement &&
  e.target.closest(
    'input:not([type=checkbox], [type=radio], [type=file]), select, textarea, [role=dialog]',
  ) !== null;

for (const name of ['copy', 'cut', 'paste'] as const)
  useEventListener(document, name, (e: ClipboardEvent) => {
    if (bench.design && !inField(e) && clipboard[name](e)) e.preventDefault();
  });

useEventListener('keydown', (e) => {
  if (!bench.design || inField(e)) return;
  // Enter on a button is that button's.
  if (e.key === 'Enter' && e.target instanceof HTMLButtonElement) return;
  if ((view.tryingOn && tryOnKey(e)) || press(e)) e.preventDefault();
});

// Messages stay until the next edit or a few seconds have gone.
let quiet: ReturnType<typeof setTimeout> | undefined;
watch(
  () => bench.message,
  (text) => {
    clearTimeout(quiet);
    if (text) quiet = setTimeout(() => (bench.message = ''), 4000);
  },
);

useEventListener('beforeunload', () => void bench.settle());

onBeforeUnmount(() => {
  active.value.cancel();
  forget?.();
  clearTimeout(quiet);
  sewing.reset();
  rehearsal.reset();
  void bench.settle();
});

const title = computed(() => bench.design?.name);
watch(title, (name) => (document.title = name ? `${name} · Rosehip` : 'Rosehip'), { immediate: true });
</script>

<template>
  <div v-if="problem" class="mx-auto max-w-lg p-12 text-center">
    <h1 class="text-xl">This design can’t be laid on the bench</h1>
    <p class="mt-2 text-muted">{{ problem }}</p>
    <template v-if="left.length">
      <p class="mt-4">Edits of it that were never saved are kept in this browser.</p>
      <button type="button" class="button mt-2" @click="keepLeft">
        Put them on the shelf as a new design
      </button>
    </template>
    <div class="mt-4 flex justify-center gap-2">
      <button type="button" class="button" @click="open(id)">Try again</button>
      <RouterLink to="/" class="button">To the shelf</RouterLink>
    </div>
  </div>
  <PhoneView v-else-if="bench.design && phone" :tool="active" @sized="sized" @fit="fit" />
  <div
    v-else-if="bench.design"
    class="grid h-full grid-cols-[minmax(0,1fr)]"
    :class="
      view.orderForm === 'list'
        ? 'grid-rows-[48px_minmax(0,1fr)_330px] max-[1000px]:grid-rows-[48px_minmax(0,1fr)_370px]'
        : 'grid-rows-[48px_minmax(0,1fr)_136px] max-[1000px]:grid-rows-[48px_minmax(0,1fr)_176px]'
    "
  >
    <TopBar :half-done="active.halfDone?.label" @undo="undo" />
    <div class="grid min-h-0 grid-cols-[64px_minmax(0,1fr)_304px]">
      <ToolRail :entries="entries" @click="view.tryingOn = false" />
      <main class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] overflow-x-clip">
        <template v-if="view.tryingOn">
          <TryOnStrip @picture="takePicture" />
          <TryOnView ref="tried" />
        </template>
        <template v-else>
          <ToolStrip :tool="active" :tools="entries" :commands="commands" @fit="fit" @true-size="trueSize" />
          <ClothView :tool="active" @sized="sized" />
        </template>
      </main>
      <aside class="flex min-h-0 flex-col border-l border-line bg-panel" aria-label="Card">
        <nav
          v-if="!ANSWERED.has(view.panel)"
          class="grid shrink-0 grid-cols-4 border-b border-line"
          aria-label="Card pages"
        >
          <button
            v-for="t in tabs"
            :key="t.panel"
            type="button"
            class="h-9 border-b-2"
            :class="
              view.panel === t.panel
                ? 'border-rosehip font-medium'
                : 'border-transparent text-muted hover:bg-linen'
            "
            :aria-current="view.panel === t.panel ? 'page' : undefined"
            @click="view.panel = t.panel"
          >
            {{ t.label }}
          </button>
        </nav>
        <div
          class="relative flex min-h-0 flex-1 flex-col overflow-y-auto"
          :class="{ '[scrollbar-gutter:stable]': panel }"
        >
          <component :is="panel" v-if="panel" v-bind="given" />
          <template v-else>
            <PlacesPanel v-if="bench.design.places?.length" class="shrink-0" />
            <RecipeCard :commands="commands" />
          </template>
        </div>
      </aside>
    </div>
    <Finder v-if="view.finding" :commands="commands" :tools="entries" />
    <RunningOrder :commands="commands" class="border-t border-line bg-panel" />
  </div>
  <p v-else class="p-12 text-center text-muted">The design is being fetched …</p>
</template>
