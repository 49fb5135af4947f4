<script setup lang="ts">
// The running order: every object as a block of its sewing time, and the rehearsal's playhead in it.
import { useElementSize } from '@vueuse/core';
import { Pause, Play, Scissors, SkipBack, SkipForward, ZoomIn, ZoomOut } from '@lucide/vue';
import { computed, ref, useTemplateRef, watch } from 'vue';
import { findPlace, Move, recordAt, visibleLeaves, type Group, type Item } from '@rosehip/core';
import CommandButton from '../../parts/CommandButton.vue';
import IconButton from '../../parts/IconButton.vue';
import { counted, sewingTime } from '../../parts/time.ts';
import { useBench } from '../../stores/bench.ts';
import { SPEEDS, useSewing } from '../../stores/sewing.ts';
import { useTidying } from '../tidying.ts';
import { blocksOf, marksOf, type Block } from './blocks.ts';

const bench = useBench();
const sewing = useSewing();
const tidying = useTidying();
const scroller = useTemplateRef<HTMLElement>('scroller');
const { width } = useElementSize(scroller);
const zoom = ref(1);

const blocks = computed(() => (sewing.plan ? blocksOf(sewing.plan) : []));
const marks = computed(() => (sewing.plan ? marksOf(sewing.plan) : []));
const total = computed(() => sewing.figures?.seconds ?? 0);
/** CSS pixels a second. */
const perSecond = computed(() =>
  total.value ? (Math.max(10, width.value - 24) * zoom.value) / total.value : 0,
);
const left = (seconds: number): number => 12 + seconds * perSecond.value;
const headAt = computed(() => left(sewing.seconds));

/** Marks nearer than this to the last one are left out until the strip is zoomed in, in pixels. */
const MARK_ROOM = 9;
const shownMarks = computed(() => {
  let last = -Infinity;
  return marks.value.filter((m) => {
    const x = left(m.at);
    if (x - last < MARK_ROOM) return false;
    last = x;
    return true;
  });
});

/** Groups as brackets over their blocks. */
const brackets = computed(() => {
  const byId = new Map(blocks.value.map((b) => [b.id, b]));
  const out: { id: string; name: string; from: number; to: number }[] = [];
  const visit = (items: readonly Item[]): void => {
    for (const item of items) {
      if (item.kind !== 'group' || !item.visible) continue;
      const inside = [...visibleLeaves(item.objects)].flatMap((l) => byId.get(l.id) ?? []);
      if (inside.length)
        out.push({ id: item.id, name: item.name, from: inside[0].from, to: inside.at(-1)!.to });
      visit(item.objects);
    }
  };
  visit(bench.design?.objects ?? []);
  return out;
});

const isSelected = (id: string): boolean => {
  if (bench.selection.includes(id)) return true;
  return bench.selected.some((s) => s.kind === 'group' && findPlace(s.objects, id));
};

/* Scrubbing */
const secondsAt = (e: PointerEvent): number => {
  const box = scroller.value!.getBoundingClientRect();
  return (e.clientX - box.left + scroller.value!.scrollLeft - 12) / perSecond.value;
};

function scrub(e: PointerEvent): void {
  if (!sewing.plan || e.button !== 0) return;
  sewing.pause();
  const target = e.currentTarget as HTMLElement;
  target.setPointerCapture(e.pointerId);
  const to = (ev: PointerEvent): void => sewing.seek(recordAt(sewing.plan!, Math.max(0, secondsAt(ev))));
  to(e);
  target.onpointermove = to;
  target.onpointerup = target.onpointercancel = () => {
    target.onpointermove = target.onpointerup = target.onpointercancel = null;
  };
}

/* Dragging a block to sew it earlier or later */
const dragged = ref<{ id: string; x: number; before: string | null; at: number } | null>(null);

/** The leaf before which a block dropped at `seconds` would be sewn; null for the end. */
function dropTarget(seconds: number, id: string): { before: string | null; at: number } {
  for (const b of blocks.value) {
    if (seconds < (b.from + b.to) / 2) return { before: b.id, at: b.from };
  }
  return { before: null, at: blocks.value.filter((b) => b.id !== id).at(-1)?.to ?? total.value };
}

function press(e: PointerEvent, block: Block): void {
  if (e.button !== 0) return;
  if (e.shiftKey)
    bench.selection = bench.selection.includes(block.id)
      ? bench.selection.filter((s) => s !== block.id)
      : [...bench.selection, block.id];
  else bench.selection = [block.id];
  const target = e.currentTarget as HTMLElement;
  target.setPointerCapture(e.pointerId);
  const start = e.clientX;
  target.onpointermove = (ev) => {
    if (!dragged.value && Math.abs(ev.clientX - start) < 5) return;
    dragged.value = { id: block.id, x: ev.clientX - start, ...dropTarget(secondsAt(ev), block.id) };
  };
  const end = (ev: PointerEvent): void => {
    target.onpointermove = target.onpointerup = target.onpointercancel = null;
    const drop = dragged.value;
    dragged.value = null;
    if (drop && ev.type === 'pointerup' && drop.before !== drop.id) moveBefore(drop.id, drop.before);
  };
  target.onpointerup = target.onpointercancel = end;
}

/** Sews `id` just before another leaf (in that leaf's group), or last of all. */
function moveBefore(id: string, before: string | null): void {
  const { design } = bench;
  const from = design && findPlace(design.objects, id);
  if (!design || !from) return;
  const to = before === null ? null : findPlace(design.objects, before);
  const parent: Group | null = to?.parent ?? null;
  let index = to ? to.index : design.objects.length;
  if (from.parent?.id === parent?.id && from.index < index) index--;
  if (from.parent?.id === parent?.id && from.index === index) return;
  bench.run({ do: 'move', label: 'Reorder', id, parent: parent?.id ?? null, index });
}

/** Alt and an arrow move the block by one place. */
function key(e: KeyboardEvent, i: number): void {
  const { id } = blocks.value[i];
  if (e.altKey && (e.key === 'ArrowLeft' || e.key === 'ArrowRight')) {
    e.preventDefault();
    e.stopPropagation();
    if (e.key === 'ArrowLeft' && i > 0) moveBefore(id, blocks.value[i - 1].id);
    if (e.key === 'ArrowRight' && i < blocks.value.length - 1)
      moveBefore(id, blocks.value[i + 2]?.id ?? null);
  } else if (e.key === 'ArrowLeft' || e.key === 'ArrowRight') {
    e.stopPropagation();
    const next =
      scroller.value?.querySelectorAll<HTMLElement>('[data-block]')[i + (e.key === 'ArrowLeft' ? -1 : 1)];
    next?.focus();
  } else if (e.key === 'Enter' || e.key === ' ') {
    e.preventDefault();
    e.stopPropagation();
    bench.selection = [id];
  }
}

function wheel(e: WheelEvent): void {
  const box = scroller.value!;
  if (e.shiftKey || Math.abs(e.deltaX) > Math.abs(e.deltaY)) {
    box.scrollLeft += e.deltaX || e.deltaY;
    return;
  }
  const x = e.clientX - box.getBoundingClientRect().left;
  zoomBy(Math.exp(-e.deltaY * 0.002), x);
}

function zoomBy(factor: number, x = width.value / 2): void {
  const box = scroller.value!;
  const at = (box.scrollLeft + x - 12) / perSecond.value;
  zoom.value = Math.min(80, Math.max(1, zoom.value * factor));
  requestAnimationFrame(() => (box.scrollLeft = at * perSecond.value + 12 - x));
}

// While a rehearsal runs, the strip follows its playhead.
watch(headAt, (x) => {
  const box = scroller.value;
  if (!box || !sewing.playing) return;
  if (x < box.scrollLeft || x > box.scrollLeft + box.clientWidth - 30) box.scrollLeft = x - 60;
});

const COLOURS: number[] = [Move.change];
const TRIMS: number[] = [Move.trim, Move.change];
const SKIPS = [
  { label: 'Previous colour', hint: 'Back to the colour before', direction: -1, to: COLOURS, icon: SkipBack },
  { label: 'Next colour', hint: 'On to the next colour', direction: 1, to: COLOURS, icon: SkipForward },
  { label: 'Previous trim', hint: 'Back to the trim before', direction: -1, to: TRIMS, icon: Scissors },
  { label: 'Next trim', hint: 'On to the next trim', direction: 1, to: TRIMS, icon: Scissors },
] as const;
const nothing = computed(() => (sewing.length ? undefined : 'There are no stitches to rehearse yet.'));
</script>

<template>
  <section class="flex h-full flex-col" aria-label="Running order">
    <div class="flex h-11 items-center gap-1 px-3">
      <button
        type="button"
        class="button button-icon button-primary"
        :aria-label="sewing.playing ? 'Pause' : 'Play'"
        :title="nothing ?? (sewing.playing ? 'Pause (K)' : 'Rehearse the stitches (K)')"
        :aria-disabled="!!nothing || undefined"
        @click="sewing.playing ? sewing.pause() : sewing.play()"
      >
        <component :is="sewing.playing ? Pause : Play" :size="18" aria-hidden="true" />
      </button>
      <label class="sr-only" for="speed">Speed of the rehearsal</label>
      <select
        id="speed"
        v-model.number="sewing.speed"
        class="field w-20"
        title="Speed, times the machine’s own"
      >
        <option v-for="s in SPEEDS" :key="s" :value="s">× {{ s }}</option>
      </select>
      <span class="mx-1 h-5 w-px bg-line" />
      <IconButton
        v-for="skip in SKIPS"
        :key="skip.label"
        :label="skip.label"
        :hint="skip.hint"
        :blocked="nothing"
        @press="sewing.skip(skip.direction, skip.to)"
      >
        <span v-if="skip.to === TRIMS && skip.direction < 0" aria-hidden="true">‹</span>
        <component :is="skip.icon" :size="skip.to === TRIMS ? 16 : 18" aria-hidden="true" />
        <span v-if="skip.to === TRIMS && skip.direction > 0" aria-hidden="true">›</span>
      </IconButton>
      <span class="ml-2 font-heading font-medium">Running order</span>
      <CommandButton
        class="ml-2 h-7 px-2"
        label="Tidy travel"
        hint="A better route through the selected colour (Shift Y)"
        :blocked="bench.selected.length ? undefined : 'Select an object of the colour to be tidied first.'"
        @press="tidying.propose()"
      />
      <div class="grow" />
      <p v-if="sewing.figures?.stitches" class="text-muted" data-testid="counts">
        <b class="font-semibold text-ink">{{ counted(sewing.stitchesSewn) }}</b> of
        {{ counted(sewing.figures.stitches) }} · {{ sewingTime(total) }} ·
        {{ sewing.figures.colourChanges + 1 }} {{ sewing.figures.colourChanges ? 'colours' : 'colour' }} ·
        {{ sewing.figures.trims }} {{ sewing.figures.trims === 1 ? 'trim' : 'trims' }}
      </p>
      <p v-else class="text-muted">No stitches yet</p>
      <IconButton label="Zoom the running order out" hint="Zoom out" @press="zoomBy(1 / 1.5)">
        <ZoomOut :size="16" aria-hidden="true" />
      </IconButton>
      <IconButton label="Zoom the running order in" hint="Zoom in" @press="zoomBy(1.5)">
        <ZoomIn :size="16" aria-hidden="true" />
      </IconButton>
    </div>
    <div ref="scroller" class="relative grow overflow-x-auto overflow-y-hidden" @wheel.prevent="wheel">
      <div
        class="relative h-full min-h-[76px]"
        :style="{ width: `${left(total) + 12}px` }"
        data-testid="timeline"
        @pointerdown.self="scrub"
      >
        <button
          v-for="g in brackets"
          :key="g.id"
          type="button"
          class="absolute top-0.5 h-4 truncate border-t-2 border-r-2 border-l-2 border-muted/40 px-1 text-left text-[11px] leading-3 text-muted hover:border-rosehip"
          :class="isSelected(g.id) ? 'border-rosehip! text-rosehip' : ''"
          :style="{ left: `${left(g.from)}px`, width: `${Math.max(6, (g.to - g.from) * perSecond)}px` }"
          :title="g.name"
          :aria-label="`Group ${g.name}`"
          @click="bench.selection = [g.id]"
        >
          {{ g.name }}
        </button>
        <div
          v-for="(b, i) in blocks"
          :key="b.id"
          data-block
          role="button"
          tabindex="0"
          class="absolute top-5 h-10 touch-none overflow-hidden rounded-[4px] border px-1 select-none"
          :class="[
            isSelected(b.id) ? 'z-[1] border-2 border-rosehip' : 'border-ink/25',
            dragged?.id === b.id ? 'opacity-60' : '',
          ]"
          :style="{
            left: `${left(b.from) + (dragged?.id === b.id ? dragged.x : 0)}px`,
            width: `${Math.max(3, (b.to - b.from) * perSecond - 1)}px`,
            background: b.colour,
          }"
          :title="
            b.stitches
              ? `${b.name}: ${counted(b.stitches)} stitches, ${sewingTime(b.to - b.from)}`
              : `${b.name}: no stitches`
          "
          :aria-label="`${b.name}, ${b.stitches} stitches, number ${i + 1} of ${blocks.length}. Alt and arrows move it.`"
          :aria-pressed="isSelected(b.id)"
          @pointerdown="press($event, b)"
          @keydown="key($event, i)"
        >
          <span
            v-if="(b.to - b.from) * perSecond > 44"
            class="pointer-events-none inline-block max-w-full truncate rounded-[3px] bg-panel/85 px-1 text-[11px] leading-4 text-ink"
            >{{ b.name }}</span
          >
        </div>
        <span
          v-for="(m, i) in shownMarks"
          :key="i"
          class="pointer-events-none absolute top-[61px] -translate-x-1/2 text-[11px] leading-3"
          :class="m.kind === 'trim' ? 'text-amber' : 'text-muted'"
          :style="{ left: `${left(m.at)}px` }"
          aria-hidden="true"
          >{{ m.kind === 'trim' ? '✂' : m.kind === 'stop' ? '■' : '◆' }}</span
        >
        <div
          v-if="dragged"
          class="pointer-events-none absolute top-4 z-[3] h-12 w-0.5 bg-rosehip"
          :style="{ left: `${left(dragged.at)}px` }"
        />
        <div
          v-if="total"
          class="absolute top-0 z-[2] h-full w-4 -translate-x-1/2 cursor-ew-resize touch-none"
          :style="{ left: `${headAt}px` }"
          role="slider"
          tabindex="0"
          aria-label="Playhead"
          :aria-valuemin="0"
          :aria-valuemax="sewing.figures?.stitches ?? 0"
          :aria-valuenow="sewing.stitchesSewn"
          data-testid="playhead"
          @pointerdown.stop="scrub"
          @keydown.left.prevent.stop="sewing.seek(sewing.playhead - ($event.shiftKey ? 100 : 1))"
          @keydown.right.prevent.stop="sewing.seek(sewing.playhead + ($event.shiftKey ? 100 : 1))"
          @keydown.home.prevent.stop="sewing.seek(0)"
          @keydown.end.prevent.stop="sewing.seek(sewing.length)"
        >
          <div class="mx-auto h-full w-0.5 bg-ink" />
          <div
            class="absolute bottom-0 left-1/2 size-3 -translate-x-1/2 rounded-full border-2 border-panel bg-ink"
          />
        </div>
      </div>
    </div>
  </section>
</template>
