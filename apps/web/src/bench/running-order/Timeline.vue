<script setup lang="ts">
// The running order as a timeline: blocks as long as they take, brackets for groups, marks, and the playhead.
import { computed, ref, shallowRef, useId, useTemplateRef, watch } from 'vue';
import { findPlace, isMark, recordAt, visibleLeaves, type Item, type OrderPlace } from '@rosehip/core';
import { useSeenSize } from '../../parts/seen-size.ts';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useRehearsal } from '../../stores/rehearsal.ts';
import { useSewing } from '../../stores/sewing.ts';
import { useView } from '../../stores/view.ts';
import { blocksOf, marksOf, marksWithRoom, type Block, type MarkKind } from './blocks.ts';
import { droppedThread, holdsThread } from '../threads/dragged-thread.ts';
import { useHoopings } from '../hoopings.ts';
import { useOrder } from './order-edit.ts';

const bench = useBench();
const sewing = useSewing();
const rehearsal = useRehearsal();
const order = useOrder();
const view = useView();
const { shares: hooped } = useHoopings();
const scroller = useTemplateRef<HTMLElement>('scroller');
const { width } = useSeenSize(scroller);
const zoom = ref(1);
const MOST_ZOOM = 200;
/** Empty pixels before the first block and after the last. */
const EDGE = 12;

const blocks = computed(() => (sewing.plan ? blocksOf(sewing.plan) : []));
const marks = computed(() => (sewing.plan ? marksOf(sewing.plan) : []));
const total = computed(() => sewing.figures?.seconds ?? 0);
/** CSS pixels a second. */
const perSecond = computed(() =>
  total.value ? (Math.max(10, width.value - 2 * EDGE) * zoom.value) / total.value : 0,
);
const left = (seconds: number): number => EDGE + seconds * perSecond.value;
const headAt = computed(() => left(rehearsal.seconds));

/** Marks keep so many pixels between them; the rest appears when the strip is zoomed in. */
const MARK_ROOM = 9;
const GLYPHS: Record<MarkKind, { sign: string; colour: string; says: string }> = {
  trim: { sign: '✂', colour: 'text-amber', says: 'Trim' },
  change: { sign: '◆', colour: 'text-ink', says: 'Colour change' },
  stop: { sign: '■', colour: 'text-rosehip', says: 'Stop' },
  jump: { sign: '⌒', colour: 'text-muted', says: 'Jump' },
  tie: { sign: '×', colour: 'text-muted', says: 'Tie' },
};
const shownMarks = computed(() => marksWithRoom(marks.value, (m) => left(m.at), MARK_ROOM));

/** Groups as brackets over their blocks. */
const brackets = computed(() => {
  const byItem = new Map<string, Block[]>();
  for (const b of blocks.value) byItem.set(b.of, [...(byItem.get(b.of) ?? []), b]);
  const out: { id: string; name: string; from: number; to: number }[] = [];
  const visit = (items: readonly Item[]): void => {
    for (const item of items) {
      if (item.kind !== 'group' || !item.visible) continue;
      const inside = [...visibleLeaves(item.objects)].flatMap((l) => byItem.get(l.id) ?? []);
      if (inside.length)
        out.push({
          id: item.id,
          name: item.name,
          from: Math.min(...inside.map((b) => b.from)),
          to: Math.max(...inside.map((b) => b.to)),
        });
      visit(item.objects);
    }
  };
  visit(bench.design?.objects ?? []);
  return out;
});

/** A letter of a group's name is about so wide, in CSS pixels. */
const LETTER = 6;
/** Groups whose names stand over their brackets: one that would begin within another's words leaves them the line. */
const named = computed(() => {
  const out = new Set<string>();
  let free = -Infinity;
  for (const { id, name, from, to } of brackets.value.toSorted((a, b) => a.from - b.from)) {
    if (left(from) < free) continue;
    free = left(from) + Math.min((to - from) * perSecond.value, LETTER * (name.length + 2));
    out.add(id);
  }
  return out;
});

/* Scrubbing */
const secondsAt = (e: PointerEvent): number => {
  const box = scroller.value!.getBoundingClientRect();
  return (e.clientX - box.left + scroller.value!.scrollLeft - EDGE) / perSecond.value;
};

function scrub(e: PointerEvent): void {
  if (!sewing.plan || e.button !== 0) return;
  rehearsal.pause();
  const target = e.currentTarget as HTMLElement;
  target.setPointerCapture(e.pointerId);
  const to = (ev: PointerEvent): void => rehearsal.seek(recordAt(sewing.plan!, Math.max(0, secondsAt(ev))));
  to(e);
  target.onpointermove = to;
  target.onpointerup = target.onpointercancel = () => {
    target.onpointermove = target.onpointerup = target.onpointercancel = null;
  };
}

/* Dragging blocks to sew them earlier or later */
const dragged = shallowRef<{
  ids: string[];
  /** The ids, and all that they hold. */
  moved: ReadonlySet<string>;
  x: number;
  place: OrderPlace;
  at: number;
} | null>(null);
/** Above this many pixels from the strip's top lies the lane of the groups' brackets. */
const BRACKET_LANE = 24;

/** The item of the design's own list that a block belongs to. */
function topOf(id: string): string {
  let place = findPlace(bench.design!.objects, id);
  while (place?.parent) place = findPlace(bench.design!.objects, place.parent.id);
  return place?.item.id ?? id;
}

/**
 * Where blocks that are let go would be sewn: beside the block under the pointer, in that one's group. In the lane of
 * the brackets they go beside whole groups.
 */
function placeAt(e: PointerEvent, moved: ReadonlySet<string>): { place: OrderPlace; at: number } {
  const seconds = secondsAt(e);
  const others = blocks.value.filter((b) => !moved.has(b.of) && !isMark(b.of));
  const outside = e.clientY - scroller.value!.getBoundingClientRect().top < BRACKET_LANE;
  const beside = (id: string): string => (outside ? topOf(id) : id);
  const next = others.findIndex((b) => seconds < (b.from + b.to) / 2);
  const before = others[next < 0 ? others.length - 1 : next - 1];
  // Over the right half of a block means after it, over the left half before it: that tells which group is meant.
  if (before && (next < 0 || seconds <= before.to))
    return { place: { after: beside(before.of) }, at: before.to };
  if (next >= 0) return { place: { before: beside(others[next].of) }, at: others[next].from };
  return { place: { at: 'end' }, at: total.value };
}

function press(e: PointerEvent, block: Block): void {
  if (e.button !== 0) return;
  // Marks follow from the hoopings: they are changed there.
  if (isMark(block.of)) return void (view.panel = 'hoop');
  const wasChosen = order.isChosen(block.of);
  if (e.shiftKey || !wasChosen) order.choose(block.of, e.shiftKey);
  const target = e.currentTarget as HTMLElement;
  target.setPointerCapture(e.pointerId);
  const start = e.clientX;
  target.onpointermove = (ev) => {
    if (!dragged.value && Math.abs(ev.clientX - start) < 5) return;
    const ids = order.dragged(block.of);
    const moved = new Set(ids.flatMap((id) => [...order.held(id)]));
    dragged.value = { ids, moved, x: ev.clientX - start, ...placeAt(ev, moved) };
  };
  const end = (ev: PointerEvent): void => {
    target.onpointermove = target.onpointerup = target.onpointercancel = null;
    const drop = dragged.value;
    dragged.value = null;
    if (drop && ev.type === 'pointerup') order.move(drop.ids, drop.place);
    else if (!drop && wasChosen && !e.shiftKey) order.choose(block.of, false);
  };
  target.onpointerup = target.onpointercancel = end;
}

const isMoved = (id: string): boolean => dragged.value?.moved.has(id) ?? false;

/** What is seen of a block: while none of that changes it is not drawn again, as at every step of the playhead. */
const shownOf = (b: Block, i: number): unknown[] => [
  i,
  blocks.value.length,
  b.of,
  b.name,
  b.colour,
  b.stitches,
  left(b.from),
  left(b.to),
  order.isChosen(b.of),
  isActive(b.id),
  isMoved(b.of) ? dragged.value!.x : null,
];

/* Keys: the whole strip is one stop of the Tab key, arrows go from block to block and up to the groups */
const prefix = useId();
/** Which block, or which group, the keys are at. */
const atBlock = ref(0);
const atGroup = ref<string | null>(null);
const hasKeys = ref(false);
const optionId = (id: string): string => `${prefix}-${id}`;
const active = computed(
  () => atGroup.value ?? blocks.value[Math.min(atBlock.value, blocks.value.length - 1)]?.id,
);
const isActive = (id: string): boolean => hasKeys.value && active.value === id;

function focused(): void {
  hasKeys.value = true;
  const chosen = blocks.value.findIndex((b) => order.isChosen(b.of));
  if (chosen >= 0 && !order.isChosen(blocks.value[atBlock.value]?.of ?? '')) atBlock.value = chosen;
}

/** The smallest group around the block that the keys are at. */
function groupAround(): string | null {
  const b = blocks.value[atBlock.value];
  const around = b ? brackets.value.filter((g) => g.from <= b.from && g.to >= b.to) : [];
  return around.sort((x, y) => x.to - x.from - (y.to - y.from))[0]?.id ?? null;
}

/** Alt and an arrow move what is selected by one place. */
function key(e: KeyboardEvent): void {
  const block = blocks.value[atBlock.value];
  if (!block) return;
  const id = atGroup.value ?? block.of;
  const by = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0;
  if (by && e.altKey) {
    if (!isMark(id)) order.step(order.dragged(id), by);
  } else if (by) {
    atGroup.value = null;
    atBlock.value = Math.min(blocks.value.length - 1, Math.max(0, atBlock.value + by));
  } else if (e.key === 'Home' || e.key === 'End') {
    atGroup.value = null;
    atBlock.value = e.key === 'Home' ? 0 : blocks.value.length - 1;
  } else if (e.key === 'ArrowUp') atGroup.value ??= groupAround();
  else if (e.key === 'ArrowDown') atGroup.value = null;
  else if (e.key === 'Enter' || e.key === ' ') {
    if (isMark(id)) view.panel = 'hoop';
    else order.choose(id, e.shiftKey);
  } else return;
  e.preventDefault();
  e.stopPropagation();
}
watch(active, (id) => {
  if (id && hasKeys.value) document.getElementById(optionId(id))?.scrollIntoView({ inline: 'nearest' });
});

function wheel(e: WheelEvent): void {
  const box = scroller.value!;
  if (e.shiftKey || Math.abs(e.deltaX) > Math.abs(e.deltaY)) {
    box.scrollLeft += e.deltaX || e.deltaY;
    return;
  }
  zoomBy(Math.exp(-e.deltaY * 0.002), e.clientX - box.getBoundingClientRect().left);
}

function zoomBy(factor: number, x = width.value / 2): void {
  const box = scroller.value!;
  const at = (box.scrollLeft + x - EDGE) / perSecond.value;
  zoom.value = Math.min(MOST_ZOOM, Math.max(1, zoom.value * factor));
  requestAnimationFrame(() => (box.scrollLeft = at * perSecond.value + EDGE - x));
}
defineExpose({ zoomBy });

// While a rehearsal runs, the strip follows its playhead.
watch(headAt, (x) => {
  const box = scroller.value;
  if (!box || !rehearsal.playing) return;
  if (x < box.scrollLeft || x > box.scrollLeft + box.clientWidth - 30) box.scrollLeft = x - 60;
});
</script>

<template>
  <div ref="scroller" class="relative grow overflow-x-auto overflow-y-hidden" @wheel.prevent="wheel">
    <div
      class="relative h-full min-h-[77px]"
      :style="{ width: `${left(total) + EDGE}px` }"
      data-testid="timeline"
      @pointerdown.self="scrub"
    >
      <div
        v-if="rehearsal.loop"
        class="pointer-events-none absolute top-0 h-full bg-rosehip/10"
        data-testid="loop"
        :style="{
          left: `${left(rehearsal.secondsAt(rehearsal.loop.from))}px`,
          width: `${(rehearsal.secondsAt(rehearsal.loop.to) - rehearsal.secondsAt(rehearsal.loop.from)) * perSecond}px`,
        }"
      />
      <div
        v-if="blocks.length"
        class="absolute inset-0 outline-none"
        role="listbox"
        tabindex="0"
        aria-label="Blocks in the order of sewing"
        aria-multiselectable="true"
        :aria-activedescendant="active ? optionId(active) : undefined"
        @pointerdown.self="scrub"
        @focus="focused"
        @blur="hasKeys = false"
        @keydown="key"
      >
        <div
          v-for="g in brackets"
          :id="optionId(g.id)"
          :key="g.id"
          v-memo="[g.name, left(g.from), left(g.to), named.has(g.id), order.isChosen(g.id), isActive(g.id)]"
          role="option"
          class="absolute top-0 h-6 cursor-pointer pt-1.5"
          :class="isActive(g.id) ? 'outline-2 outline-rosehip' : ''"
          :style="{ left: `${left(g.from)}px`, width: `${Math.max(6, (g.to - g.from) * perSecond)}px` }"
          :title="g.name"
          :aria-label="`Group ${g.name}`"
          :aria-selected="order.isChosen(g.id)"
          @click="order.choose(g.id, $event.shiftKey)"
        >
          <p
            class="h-4 truncate border-t-2 border-r-2 border-l-2 px-1 text-[11px] leading-3 hover:border-rosehip"
            :class="order.isChosen(g.id) ? 'border-rosehip text-rosehip' : 'border-muted/40 text-muted'"
          >
            {{ named.has(g.id) ? g.name : '' }}
          </p>
        </div>
        <div
          v-for="(b, i) in blocks"
          :id="optionId(b.id)"
          :key="b.id"
          v-memo="shownOf(b, i)"
          data-block
          role="option"
          class="absolute top-6 h-9 cursor-pointer touch-none overflow-hidden rounded-[4px] border select-none"
          :class="[
            order.isChosen(b.of) ? 'z-[1] border-2 border-rosehip' : 'border-ink/25',
            isMoved(b.of) ? 'opacity-60' : '',
            isActive(b.id) ? 'outline-2 outline-offset-1 outline-rosehip' : '',
          ]"
          :style="{
            left: `${left(b.from) + (isMoved(b.of) ? dragged!.x : 0)}px`,
            width: `${Math.max(3, (b.to - b.from) * perSecond - 1)}px`,
            background: b.colour,
          }"
          :title="
            b.stitches
              ? `${b.name}: ${counted(b.stitches)} stitches, ${sewingTime(b.to - b.from)}`
              : `${b.name}: no stitches`
          "
          :aria-label="`${b.name}, ${b.stitches} stitches, number ${i + 1} of ${blocks.length}. Alt and arrows move it.`"
          :aria-selected="order.isChosen(b.of)"
          @pointerdown="((atBlock = i), (atGroup = null), press($event, b))"
          @dragover="holdsThread($event)"
          @drop="droppedThread($event) && order.recolour(order.dragged(b.of), droppedThread($event))"
        >
          <span
            v-if="(b.to - b.from) * perSecond > Math.min(44, 14 + 8 * b.name.length)"
            class="pointer-events-none mx-1 inline-block max-w-[calc(100%-0.5rem)] truncate rounded-[3px] bg-panel/85 px-1 text-[11px] leading-4 text-ink"
            >{{ b.name }}</span
          >
        </div>
      </div>
      <div
        v-for="h in hooped"
        :key="h.number"
        data-testid="timeline-hooping"
        class="pointer-events-none absolute bottom-0 flex h-3 items-end overflow-hidden border-x-2 border-b-2 px-1 text-[10px] leading-[11px] font-semibold whitespace-nowrap"
        :style="{
          left: `${left(h.begins)}px`,
          width: `${Math.max(4, (h.ends - h.begins) * perSecond - 3)}px`,
          borderColor: h.tint,
          color: h.tint,
        }"
        aria-hidden="true"
      >
        {{ (h.ends - h.begins) * perSecond > 70 ? `Hooping ${h.number}` : h.number }}
      </div>
      <span
        v-for="(m, i) in shownMarks"
        :key="i"
        v-memo="[m.kind, left(m.at)]"
        class="absolute top-[63px] -translate-x-1/2 cursor-default text-[11px] leading-3"
        :class="GLYPHS[m.kind].colour"
        :style="{ left: `${left(m.at)}px` }"
        :title="GLYPHS[m.kind].says"
        :data-mark="m.kind"
        aria-hidden="true"
        >{{ GLYPHS[m.kind].sign }}</span
      >
      <div
        v-if="dragged"
        class="pointer-events-none absolute top-4 z-[3] h-12 w-0.5 bg-rosehip"
        :style="{ left: `${left(dragged.at)}px` }"
      />
      <div
        v-if="total"
        class="pointer-events-none absolute top-0 z-[2] h-full w-6 -translate-x-1/2 cursor-ew-resize touch-none"
        :style="{ left: `${headAt}px` }"
        role="slider"
        tabindex="0"
        aria-label="Playhead"
        :aria-valuemin="0"
        :aria-valuemax="sewing.figures?.stitches ?? 0"
        :aria-valuenow="rehearsal.stitchesSewn"
        data-testid="playhead"
        @pointerdown.stop="scrub"
        @keydown.left.prevent.stop="rehearsal.step($event.shiftKey ? -100 : -1)"
        @keydown.right.prevent.stop="rehearsal.step($event.shiftKey ? 100 : 1)"
        @keydown.home.prevent.stop="rehearsal.seek(0)"
        @keydown.end.prevent.stop="rehearsal.seek(rehearsal.length)"
      >
        <!-- Between blocks it is thin, so that they can be taken hold of; its knob is for fingers. -->
        <div class="pointer-events-auto mx-auto h-full w-3 px-[5px]"><div class="h-full bg-ink" /></div>
        <div
          class="pointer-events-auto absolute bottom-0 grid h-4 w-full place-items-end justify-items-center"
        >
          <div class="size-3 rounded-full border-2 border-panel bg-ink" />
        </div>
      </div>
    </div>
  </div>
</template>
