<script setup lang="ts">
// The bench: one design, from drawing to the machine, on one page.
import { useEventListener } from '@vueuse/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { everyItem, newId, type Command, type Item, type ViewName } from '@rosehip/core';
import { useBench } from '../stores/bench.ts';
import { useSettings } from '../stores/settings.ts';
import { useSewing } from '../stores/sewing.ts';
import { useView } from '../stores/view.ts';
import ClothView from './cloth/ClothView.vue';
import { moved } from './items.ts';
import ConflictPanel from './panels/ConflictPanel.vue';
import HoopPanel from './panels/HoopPanel.vue';
import KeysPanel from './panels/KeysPanel.vue';
import TakePanel from './panels/TakePanel.vue';
import RecipeCard from './recipe-card/RecipeCard.vue';
import RunningOrder from './running-order/RunningOrder.vue';
import ToolRail from './ToolRail.vue';
import ToolStrip from './ToolStrip.vue';
import { useTools } from './tools/tools.ts';
import TopBar from './TopBar.vue';

const props = defineProps<{ id: string }>();

const bench = useBench();
const view = useView();
const sewing = useSewing();
const settings = useSettings();
const { entries, active } = useTools();
const problem = ref('');
let forget: (() => void) | null = null;
/** The view this design was left with is shown as it was; otherwise the hoop is fitted once. */
let fitWanted = true;

watch(() => props.id, open, { immediate: true });

async function open(id: string): Promise<void> {
  problem.value = '';
  forget?.();
  sewing.reset();
  view.tool = 'select';
  view.panel = 'card';
  try {
    await bench.load(id);
  } catch (error) {
    problem.value = (error as Error).message;
    return;
  }
  const kept = view.recall(id);
  fitWanted = !kept;
  bench.selection = (kept?.selection ?? []).filter((s) =>
    [...everyItem(bench.design!.objects)].some((i) => i.id === s),
  );
  forget = view.remember(id, () => bench.selection);
  if (bench.theirs) view.panel = 'conflict';
  if (fitWanted) fit();
}

watch(
  () => bench.theirs,
  (theirs) => {
    if (theirs) view.panel = 'conflict';
  },
);

function fit(): void {
  const { hoop } = bench.design!;
  if (view.width)
    view.fit({ minX: -hoop.width / 2, minY: -hoop.height / 2, maxX: hoop.width / 2, maxY: hoop.height / 2 });
}

function sized(): void {
  if (!fitWanted || !bench.design || !view.width) return;
  fit();
  fitWanted = false;
}

const trueSize = (): void => view.zoomAt(settings.screen / view.scale);

/* Commands on what is selected */
function remove(): void {
  const commands = bench.selected.map((item): Command => ({ do: 'remove', label: 'Delete', id: item.id }));
  if (!commands.length) return;
  const label =
    commands.length === 1 ? `Delete ${bench.selected[0].name}` : `Delete ${commands.length} objects`;
  bench.run({ do: 'batch', label, commands });
}

function copyOf(item: Item): Item {
  const copy = { ...item, id: newId() };
  return copy.kind === 'group' ? { ...copy, objects: copy.objects.map(copyOf) } : copy;
}

/** Copies lie a little beside what they were made from, and are sewn last. */
function duplicate(): void {
  const copies = moved(bench.selected.map(copyOf), 4, 4);
  if (!copies.length) return;
  const at = bench.design!.objects.length;
  const commands = copies.map((item, i): Command => ({
    do: 'insert',
    label: 'Duplicate',
    item,
    parent: null,
    index: at + i,
  }));
  if (bench.run({ do: 'batch', label: 'Duplicate', commands })) bench.selection = copies.map((c) => c.id);
}

function nudge(dx: number, dy: number): void {
  if (bench.selected.length) bench.replace(moved(bench.selected, dx, dy), 'Nudge');
}

const VIEW_KEYS: Record<string, ViewName> = { l: 'lines', n: 'needle', c: 'cloth' };
const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Keys of the bench; true when the key was taken. */
function press(e: KeyboardEvent): boolean {
  const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
  if (e.ctrlKey || e.metaKey) {
    if (key === 'z') return (e.shiftKey ? bench.redo() : bench.undo(), true);
    if (key === 'y') return (bench.redo(), true);
    if (key === 'a') return ((bench.selection = bench.design!.objects.map((o) => o.id)), true);
    return false;
  }
  if (e.altKey) return false;
  if (active.value.key(key)) return true;
  const arrow = ARROWS[key];
  if (arrow) {
    const step = e.shiftKey ? 1 : 0.1;
    return (nudge(arrow[0] * step, arrow[1] * step), true);
  }
  const tool = entries.find((t) => t.key.toLowerCase() === key);
  if (tool) return ((view.tool = tool.name), true);
  if (VIEW_KEYS[key]) return ((view.view = VIEW_KEYS[key]), true);
  switch (key) {
    case 'Escape':
      if (active.value.preview.paths.length || active.value.preview.box) active.value.cancel();
      else if (view.tool !== 'select') view.tool = 'select';
      else if (view.panel !== 'card') view.panel = 'card';
      else bench.selection = [];
      return true;
    case 'Backspace':
    case 'Delete':
      return (remove(), true);
    case 'd':
      return (duplicate(), true);
    case 'k':
      return (sewing.playing ? sewing.pause() : sewing.play(), true);
    case ',':
    case '.':
      return (sewing.seek(sewing.playhead + (key === '.' ? 1 : -1)), true);
    case '0':
      return (fit(), true);
    case '1':
      return (trueSize(), true);
    case '+':
    case '=':
      return (view.zoomAt(1.25), true);
    case '-':
      return (view.zoomAt(1 / 1.25), true);
    case '?':
      return ((view.panel = view.panel === 'keys' ? 'card' : 'keys'), true);
    default:
      return false;
  }
}

useEventListener('keydown', (e) => {
  if (!bench.design) return;
  const field = e.target instanceof HTMLElement && e.target.closest('input, select, textarea, [role=dialog]');
  if (field) return;
  // Enter on a button is that button's.
  if (e.key === 'Enter' && e.target instanceof HTMLButtonElement) return;
  if (press(e)) e.preventDefault();
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
  forget?.();
  clearTimeout(quiet);
  sewing.reset();
  void bench.settle();
});

const title = computed(() => bench.design?.name);
watch(title, (name) => (document.title = name ? `${name} · Rosehip` : 'Rosehip'), { immediate: true });
</script>

<template>
  <div v-if="problem" class="mx-auto max-w-lg p-12 text-center">
    <h1 class="text-xl">This design can’t be laid on the bench</h1>
    <p class="mt-2 text-muted">{{ problem }}</p>
    <div class="mt-4 flex justify-center gap-2">
      <button type="button" class="button" @click="open(id)">Try again</button>
      <RouterLink to="/" class="button">To the shelf</RouterLink>
    </div>
  </div>
  <div v-else-if="bench.design" class="grid h-full grid-rows-[48px_minmax(0,1fr)_136px]">
    <TopBar />
    <div class="grid min-h-0 grid-cols-[64px_minmax(0,1fr)_304px]">
      <ToolRail :entries="entries" />
      <main class="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[40px_minmax(0,1fr)]">
        <ToolStrip :tool="active" @duplicate="duplicate" @remove="remove" @fit="fit" @true-size="trueSize" />
        <ClothView :tool="active" @sized="sized" />
      </main>
      <aside class="border-l border-line bg-panel overflow-y-auto" aria-label="Card">
        <HoopPanel v-if="view.panel === 'hoop'" />
        <TakePanel v-else-if="view.panel === 'take'" />
        <KeysPanel v-else-if="view.panel === 'keys'" />
        <ConflictPanel v-else-if="view.panel === 'conflict' && bench.theirs" />
        <RecipeCard v-else />
      </aside>
    </div>
    <RunningOrder class="border-t border-line bg-panel" />
  </div>
  <p v-else class="p-12 text-center text-muted">The design is being fetched …</p>
</template>
