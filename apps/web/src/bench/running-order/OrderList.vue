<script setup lang="ts">
// The running order as a list: a tree of groups and objects, with names, threads, stops, hiding and locking.
import { ChevronDown, ChevronRight, GripVertical } from '@lucide/vue';
import { computed, nextTick, reactive, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { useDraggable, type DraggableEvent } from 'vue-draggable-plus';
import { everyItem, findItem, stitchKind, type Item } from '@rosehip/core';
import CommandButton from '../../parts/CommandButton.vue';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';
import type { Commands } from '../commands/commands.ts';
import { tintOf, useHoopings } from '../hoopings.ts';
import { useOrder } from './order-edit.ts';
import OrderRowButtons from './OrderRowButtons.vue';
import StopField from './StopField.vue';
import { dropPlace, orderRows, type OrderRow } from './order-rows.ts';

const props = defineProps<{ commands: Commands }>();
const bench = useBench();
const sewing = useSewing();
const rehearsal = useRehearsal();
const order = useOrder();
const view = useView();
const { several, ofItem } = useHoopings();

/** Hoopings that a row is sewn in, from 0; of a group, those of what it holds. */
function hoopedIn({ item }: OrderRow): number[] {
  const of = item.kind === 'group' ? [...everyItem(item.objects)] : [item];
  return [...new Set(of.flatMap(({ id }) => ofItem.value.get(id) ?? []))].sort((a, b) => a - b);
}

const collapsed = reactive(new Set<string>());
const rows = computed(() => orderRows(bench.design?.objects ?? [], sewing.plan, collapsed));
/** What the list shows: the rows, but for the moment in which a hand has just moved one. */
const shown = shallowRef<OrderRow[]>([]);
watch(rows, (now) => (shown.value = [...now]), { immediate: true });

const tree = useTemplateRef<HTMLElement>('tree');
/** Pixels by which a level of the tree is moved in. */
const INDENT = 26;
/** Where names of the outermost level begin, in pixels from the list's left. */
const NAMES_AT = 150;

useDraggable(tree, shown, {
  animation: 140,
  handle: '[data-grip]',
  forceFallback: true,
  ghostClass: 'opacity-40',
  onEnd(e: DraggableEvent & { originalEvent?: MouseEvent }) {
    const { oldIndex, newIndex } = e;
    const now = [...shown.value];
    shown.value = [...rows.value];
    if (oldIndex === undefined || newIndex === undefined) return;
    const moved = rows.value[oldIndex];
    const ids = order.dragged(moved.item.id);
    const inside = new Set(ids.flatMap((id) => [...order.held(id)]));
    const others = now.filter((r) => !inside.has(r.item.id));
    // The dragged row's neighbours, without what moves along with it.
    const at = now.indexOf(now.find((r) => r.item.id === moved.item.id)!);
    const before = now.slice(0, at).findLast((r) => others.includes(r)) ?? null;
    const after = now.slice(at + 1).find((r) => others.includes(r)) ?? null;
    const x = (e.originalEvent?.clientX ?? 0) - tree.value!.getBoundingClientRect().left;
    const level = e.originalEvent ? Math.max(0, Math.floor((x - NAMES_AT) / INDENT)) : (after?.depth ?? 0);
    order.move(ids, dropPlace(before, after, level, collapsed, rows.value));
  },
});

/* Choosing: with Shift from the last chosen row on, with Ctrl one by one */
const anchor = ref<string | null>(null);
function press(row: OrderRow, e: MouseEvent | KeyboardEvent): void {
  const { id } = row.item;
  const all = rows.value.map((r) => r.item.id);
  const from = anchor.value ? all.indexOf(anchor.value) : -1;
  if (e.shiftKey && from >= 0) {
    const [a, b] = [from, all.indexOf(id)].sort((x, y) => x - y);
    const stretch = rows.value.slice(a, b + 1);
    // What stands in a group that is chosen too is chosen with it.
    bench.selection = stretch
      .filter((r) => !stretch.some((g) => g.item.id !== r.item.id && order.held(g.item.id).has(r.item.id)))
      .map((r) => r.item.id);
    return;
  }
  order.choose(id, e.ctrlKey || e.metaKey);
  anchor.value = id;
}

/** Opens the thread chart for a row, or for all that is chosen with it. */
function chooseThread(row: OrderRow): void {
  bench.selection = order.dragged(row.item.id);
  view.showCard();
  view.openSetting = 'thread';
}

/* Names */
const naming = ref<string | null>(null);
const name = ref('');
async function startNaming(row: OrderRow): Promise<void> {
  naming.value = row.item.id;
  name.value = row.item.name;
  await nextTick();
  const field = tree.value?.querySelector<HTMLInputElement>('[data-name]');
  field?.focus();
  field?.select();
}
function endNaming(keep: boolean): void {
  const id = naming.value;
  naming.value = null;
  const item = id && bench.design ? findItem(bench.design, id) : null;
  if (keep && id && item && name.value.trim() !== item.name) order.rename(id, name.value);
}

/* Keys of the tree */
const current = ref<string | null>(null);
const focusId = computed(
  () =>
    (rows.value.some((r) => r.item.id === current.value) ? current.value : null) ??
    bench.selection.find((id) => rows.value.some((r) => r.item.id === id)) ??
    rows.value[0]?.item.id ??
    null,
);
async function goTo(row: OrderRow | undefined): Promise<void> {
  if (!row) return;
  current.value = row.item.id;
  await nextTick();
  tree.value?.querySelector<HTMLElement>(`[data-row="${row.item.id}"]`)?.focus();
}

async function key(e: KeyboardEvent, row: OrderRow, i: number): Promise<void> {
  if (e.target !== e.currentTarget) return;
  const { item } = row;
  const up = e.key === 'ArrowUp';
  if (up || e.key === 'ArrowDown') {
    if (e.altKey) {
      order.step(order.dragged(item.id), up ? -1 : 1);
      await nextTick();
      void goTo(rows.value.find((r) => r.item.id === item.id));
    } else {
      const next = rows.value[i + (up ? -1 : 1)];
      if (next && e.shiftKey) {
        anchor.value ??= item.id;
        press(next, e);
      }
      void goTo(next);
    }
  } else if (e.key === 'ArrowRight' && item.kind === 'group') collapsed.delete(item.id);
  else if (e.key === 'ArrowLeft' && item.kind === 'group' && !collapsed.has(item.id)) collapsed.add(item.id);
  else if (e.key === 'ArrowLeft' && row.parent) void goTo(rows.value.find((r) => r.item.id === row.parent));
  else if (e.key === 'Home') void goTo(rows.value[0]);
  else if (e.key === 'End') void goTo(rows.value.at(-1));
  else if (e.key === 'Enter' || e.key === ' ') press(row, e);
  else if (e.key === 'F2') void startNaming(row);
  else return;
  e.preventDefault();
  e.stopPropagation();
}

/* Places, for what is selected */
const chosen = computed(() => [...bench.selection]);
const needs = computed(() => (chosen.value.length ? undefined : 'Select something in the list first.'));
const otherItems = computed(() => {
  const held = new Set(chosen.value.flatMap((id) => [...order.held(id)]));
  return [...everyItem(bench.design?.objects ?? [])].filter((i) => !held.has(i.id));
});
function beside(e: Event): void {
  const field = e.target as HTMLSelectElement;
  const [where, id] = field.value.split(' ');
  field.value = '';
  if (id) order.move(chosen.value, where === 'before' ? { before: id } : { after: id });
}

/** The thread of what is sewn before the selection, to go on with it and save a colour change. */
const threadBefore = computed(() => {
  const leaves = rows.value.filter((r) => r.item.kind !== 'group' && r.stitches);
  const held = new Set(chosen.value.flatMap((id) => [...order.held(id)]));
  const first = leaves.findIndex((r) => held.has(r.item.id));
  const before = leaves[first - 1]?.item;
  const now = leaves[first]?.item;
  return before && now && before.kind !== 'group' && now.kind !== 'group' && before.thread !== now.thread
    ? bench.materials.thread(before.thread)
    : null;
});

const grouping = computed(() =>
  props.commands.arrange.value.filter((c) => c.id === 'group' || c.id === 'ungroup'),
);

const REPEATS = { circle: 'Circle', row: 'Row', grid: 'Grid', path: 'Path' };
const kindOf = (item: Item): string =>
  item.kind === 'group'
    ? `${item.repeat ? `${REPEATS[item.repeat.layout.kind]} repeat, ` : ''}${item.objects.length} in it`
    : item.kind === 'stitches'
      ? 'Stitches'
      : item.unsewn
        ? 'not sewn'
        : (stitchKind(item.recipe.kind)?.name ?? item.recipe.kind);
const isSewing = (row: OrderRow): boolean =>
  !!row.records &&
  rehearsal.playhead > row.records[0] &&
  rehearsal.playhead <= row.records[1] &&
  !rehearsal.atEnd;
</script>

<template>
  <div class="flex min-h-0 grow flex-col border-t border-line">
    <div class="flex h-9 shrink-0 items-center gap-1 border-b border-line px-3">
      <CommandButton
        class="h-7 px-2"
        label="To the start"
        :blocked="needs"
        @press="order.move(chosen, { at: 'start' })"
      />
      <CommandButton
        class="h-7 px-2"
        label="To the end"
        :blocked="needs"
        @press="order.move(chosen, { at: 'end' })"
      />
      <label class="sr-only" for="order-beside">Sew it just before or after</label>
      <select
        id="order-beside"
        class="field h-7 w-40 shrink-0 py-0"
        :disabled="!!needs || !otherItems.length"
        :title="needs ?? 'Just before or just after something else'"
        @change="beside"
      >
        <option value="">Just before, after …</option>
        <optgroup label="Just before">
          <option v-for="o in otherItems" :key="o.id" :value="`before ${o.id}`">before {{ o.name }}</option>
        </optgroup>
        <optgroup label="Just after">
          <option v-for="o in otherItems" :key="o.id" :value="`after ${o.id}`">after {{ o.name }}</option>
        </optgroup>
      </select>
      <CommandButton
        v-for="c in grouping"
        :key="c.label"
        class="h-7 px-2"
        :label="c.label"
        :hint="`${c.label} (${c.keys})`"
        :blocked="c.blocked"
        @press="c.run()"
      />
      <CommandButton
        class="h-7 px-2"
        label="Merge colour"
        :hint="
          threadBefore
            ? `Sew it in ${threadBefore.name} ${threadBefore.code} too, like what comes before`
            : undefined
        "
        :blocked="
          needs ??
          (threadBefore
            ? undefined
            : 'What is sewn before has the same thread already, or nothing is sewn before.')
        "
        @press="threadBefore && order.recolour(chosen, threadBefore.code)"
      />
      <div class="grow" />
      <StopField />
    </div>
    <p v-if="!rows.length" class="p-4 text-muted">Nothing to sew yet: draw a shape, and it stands here.</p>
    <div
      ref="tree"
      role="tree"
      aria-label="Running order list"
      aria-multiselectable="true"
      class="min-h-0 grow overflow-y-auto select-none"
    >
      <div
        v-for="(row, i) in shown"
        :key="row.item.id"
        role="treeitem"
        class="flex h-8 items-center gap-1.5 border-b border-line/60 px-2 outline-offset-[-2px]"
        :class="[
          order.isChosen(row.item.id) ? 'bg-blush' : 'hover:bg-linen',
          row.newColour ? 'border-t-2 border-t-line' : '',
        ]"
        :tabindex="row.item.id === focusId ? 0 : -1"
        :aria-level="row.depth + 1"
        :aria-selected="order.isChosen(row.item.id)"
        :aria-expanded="row.item.kind === 'group' ? !collapsed.has(row.item.id) : undefined"
        :data-row="row.item.id"
        @click="press(row, $event)"
        @focus="current = row.item.id"
        @keydown="key($event, row, i)"
      >
        <span
          data-grip
          class="cursor-grab touch-none text-muted"
          title="Drag to sew it earlier or later; sideways for groups"
        >
          <GripVertical :size="16" aria-hidden="true" />
        </span>
        <OrderRowButtons
          :item="row.item"
          @toggle="order.toggle(row.item, $event)"
          @thread="chooseThread(row)"
        />
        <span class="w-12 shrink-0 text-right text-muted" aria-hidden="true">{{ row.number || '' }}</span>
        <span class="shrink-0" :style="{ width: `${row.depth * INDENT}px` }" />
        <button
          v-if="row.item.kind === 'group'"
          type="button"
          class="rounded hover:bg-line"
          tabindex="-1"
          aria-hidden="true"
          :title="collapsed.has(row.item.id) ? 'Open (right arrow)' : 'Close (left arrow)'"
          @click.stop="
            collapsed.has(row.item.id) ? collapsed.delete(row.item.id) : collapsed.add(row.item.id)
          "
        >
          <component
            :is="collapsed.has(row.item.id) ? ChevronRight : ChevronDown"
            :size="16"
            aria-hidden="true"
          />
        </button>
        <input
          v-if="naming === row.item.id"
          v-model="name"
          data-name
          class="field h-6 w-52"
          maxlength="120"
          :aria-label="`New name of ${row.item.name}`"
          @click.stop
          @keydown.stop
          @keydown.enter="endNaming(true)"
          @keydown.esc="endNaming(false)"
          @blur="endNaming(true)"
        />
        <span
          v-else
          data-testid="row-name"
          class="truncate"
          :class="[
            row.hidden ? 'text-muted line-through decoration-1' : '',
            row.item.kind === 'group' ? 'font-medium' : '',
          ]"
          title="Double-click to give it another name (F2)"
          @dblclick.stop="startNaming(row)"
          >{{ row.item.name }}</span
        >
        <span class="shrink-0 text-muted">{{ kindOf(row.item) }}</span>
        <span
          v-if="isSewing(row)"
          class="size-2 shrink-0 rounded-full bg-rosehip"
          title="The playhead is here"
        />
        <span
          v-if="row.item.kind !== 'group' && row.item.stopAfter !== undefined"
          class="truncate rounded-card bg-blush px-1.5 text-rosehip-deep"
          >■ {{ row.item.stopAfter || 'Stop' }}</span
        >
        <span class="grow" />
        <span
          v-if="several"
          data-hooped
          class="flex w-20 shrink-0 justify-end gap-0.5 overflow-hidden"
          :title="
            hoopedIn(row).length
              ? `Sewn in hooping ${hoopedIn(row)
                  .map((k) => k + 1)
                  .join(', ')}`
              : undefined
          "
        >
          <span
            v-for="k in hoopedIn(row)"
            :key="k"
            class="grid size-[18px] shrink-0 place-items-center rounded-full text-[10px] font-semibold text-white"
            :style="{ background: tintOf(k) }"
            >{{ k + 1 }}</span
          >
        </span>
        <span class="shrink-0 text-muted">{{ row.stitches ? `${counted(row.stitches)} stitches` : '' }}</span>
        <span class="w-16 shrink-0 text-right text-muted" aria-hidden="true">{{
          row.stitches ? sewingTime(row.seconds) : ''
        }}</span>
      </div>
    </div>
  </div>
</template>
