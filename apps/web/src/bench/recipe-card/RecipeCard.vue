<script setup lang="ts">
// The recipe card: what is selected as a sentence, and four parts that change it.
import { computed, nextTick, ref, useTemplateRef, watch, watchPostEffect } from 'vue';
import { stitchesAmong } from '@rosehip/core';
import { useSeenSize } from '../../parts/seen-size.ts';
import CommandButton from '../../parts/CommandButton.vue';
import { useKept } from '../../parts/kept.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import type { Commands } from '../commands/commands.ts';
import LiveFields from '../panels/LiveFields.vue';
import AroundFields from './AroundFields.vue';
import BendFields from './BendFields.vue';
import CardPart from './CardPart.vue';
import CentreFields from './CentreFields.vue';
import EmptyCard from './EmptyCard.vue';
import GuideLineFields from './GuideLineFields.vue';
import KindPicker from './KindPicker.vue';
import OrderFields from './OrderFields.vue';
import PatchFields from './PatchFields.vue';
import { useRecipeEdit, useSelectedThread } from './recipe-edit.ts';
import RecipeTools from './RecipeTools.vue';
import RepeatFields from './RepeatFields.vue';
import RoomFields from './RoomFields.vue';
import Sentence from './Sentence.vue';
import ShapeFields from './ShapeFields.vue';
import StitchFields from './StitchFields.vue';
import ThreadEnds from './ThreadEnds.vue';
import ThreadField from './ThreadField.vue';
import ThreadPicker from './ThreadPicker.vue';
import ToneFields from './ToneFields.vue';
import TrimFields from './TrimFields.vue';
import WidthFields from './WidthFields.vue';
import FontPicker from '../words/FontPicker.vue';
import { useTextEdit } from '../words/text-edit.ts';
import WordsFields from '../words/WordsFields.vue';
import { useWriting } from '../words/writing.ts';

const props = defineProps<{ commands: Commands }>();
const bench = useBench();
const view = useView();
const edit = useRecipeEdit();
const thread = useSelectedThread();

/** Which parts are open: as the person left them. */
const parts = useKept('rosehip-card-parts', { shape: true, stitches: true, around: true, order: true });
const column = useTemplateRef<HTMLElement>('column');
const { height } = useSeenSize(column);
/** So high that heads which stand still leave something between them, in pixels. */
const ROOMY = 300;
const around = useTemplateRef('around');
/** Stitches that came as stitches are among what is selected. */
const keptStitches = computed(
  () => !!bench.design && stitchesAmong(bench.design, bench.selection).length > 0,
);
const hasStitches = computed(() => edit.objects.value.length > 0);

/** Which picker is open. */
const open = ref<'kind' | 'thread' | 'font' | null>(null);
const words = useTextEdit();
const writing = useWriting();
function chooseFont(font: string): void {
  open.value = null;
  void words.withFont(font, (items) => bench.replace(items, 'Font') && (writing.font.value = font));
}
function openFonts(): void {
  open.value = 'font';
  column.value?.scrollTo({ top: 0 });
}
watch(
  () => bench.selection.join(),
  () => (open.value = null),
);
/** A word of the sentence opens what it speaks of. */
function openWord(name: string): void {
  if (name === 'kind' || name === 'thread') {
    open.value = open.value === name ? null : name;
    column.value?.scrollTo({ top: 0 });
  } else view.openSetting = name;
}
watch(
  () => view.openSetting,
  (name) => {
    if (name === null) return;
    if (name !== 'kind' && name !== 'thread') parts.value.stitches = true;
    else {
      view.openSetting = null;
      openWord(name);
    }
  },
  { immediate: true },
);

function chooseThread(code: string): void {
  edit.setThread(code);
  view.thread = code;
  open.value = null;
}

const title = computed(() => {
  const { selected } = bench;
  return selected.length === 1 ? selected[0].name : `${selected.length} objects`;
});
function rename(event: Event): void {
  const [only] = bench.committedSelected;
  const name = (event.target as HTMLInputElement).value.trim();
  if (only && name && name !== only.name) bench.replace([{ ...only, name: name.slice(0, 120) }], 'Rename');
}

const unsewn = computed(() => {
  const [only] = bench.selected;
  return bench.selected.length === 1 && only.kind === 'object' && !!only.unsewn;
});
/** The group that is selected, when it came from a picture. */
const fromPicture = computed(() => {
  const [only] = bench.selected;
  return bench.selected.length === 1 && only.kind === 'group' && only.fromPicture ? only : null;
});
const sew = (): void => props.commands.makings.value.find((c) => c.id === 'sew-it')!.run();

/** What was just made shows what made it, the first number ready to be typed. */
watchPostEffect(async () => {
  if (!view.justMade || !column.value) return;
  view.justMade = false;
  await around.value?.show();
  await nextTick();
  column.value
    ?.querySelector<HTMLInputElement>('[data-made] textarea, [data-made] input:not([type=checkbox])')
    ?.select();
});
</script>

<template>
  <EmptyCard v-if="!bench.selected.length" />
  <section v-else class="flex min-h-80 grow flex-col" aria-label="Recipe card">
    <header class="shrink-0 px-3 pt-2 pb-2.5">
      <h2 class="sr-only">{{ title }}</h2>
      <input
        v-if="bench.selected.length === 1"
        :value="title"
        class="field border-transparent bg-transparent px-1 font-heading text-lg font-medium hover:border-line"
        aria-label="Name"
        maxlength="120"
        @change="rename"
        @keydown.stop
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <p v-else class="px-1 font-heading text-lg font-medium" aria-hidden="true">{{ title }}</p>
      <Sentence :open="open" @open="openWord" />
      <p
        v-if="unsewn"
        class="mt-1 flex items-center justify-between gap-2 rounded-card bg-linen py-1 pr-1 pl-2"
      >
        Only a shape for others: it is not sewn.
        <button type="button" class="button h-7 px-2" @click="sew">Sew it</button>
      </p>
      <p
        v-if="fromPicture && bench.id"
        class="mt-1 flex items-center justify-between gap-2 rounded-card bg-linen py-1 pr-1 pl-2"
      >
        <span class="truncate">From the picture {{ fromPicture.fromPicture!.picture.name }}</span>
        <RouterLink
          class="button h-7 px-2"
          :to="{ name: 'bench-picture', params: { id: bench.id, group: fromPicture.id } }"
          >Change a step</RouterLink
        >
      </p>
    </header>
    <!-- A container query would style and lay out the whole page twice, and a scroll bar that comes and goes the card, at every key. -->
    <div
      ref="column"
      data-column
      class="relative min-h-0 flex-1 scroll-py-16 overflow-y-auto [scrollbar-gutter:stable]"
      :class="{ 'heads-stay': height >= ROOMY }"
    >
      <div v-if="open" class="border-t border-line p-4">
        <KindPicker v-if="open === 'kind'" @choose="((open = null), edit.setKind($event))" />
        <FontPicker v-else-if="open === 'font'" @choose="chooseFont" @close="open = null" />
        <ThreadPicker v-else :code="thread?.code ?? null" @choose="chooseThread" />
      </div>
      <!-- While something is chosen among pictures, there is room for nothing else. -->
      <div v-show="!open" class="contents">
        <CardPart v-model="parts.shape" title="Shape" :place="0" :of="4">
          <WordsFields @fonts="openFonts" />
          <BendFields />
          <ShapeFields />
        </CardPart>
        <CardPart v-model="parts.stitches" title="Stitches" :place="1" :of="4">
          <div v-if="!hasStitches" class="grid gap-2">
            <p class="text-muted">
              Kept as they came, stitch by stitch: their shape and thread can be changed.
            </p>
            <div v-if="keptStitches" class="grid grid-cols-2 gap-2">
              <CommandButton label="Mend" hint="Single stitches of them (Y)" @press="view.tool = 'mend'" />
              <CommandButton
                label="Read as objects"
                hint="The shapes that they were sewn from (Q)"
                @press="view.tool = 'read'"
              />
            </div>
          </div>
          <StitchFields />
          <WidthFields />
          <GuideLineFields />
          <CentreFields />
          <ToneFields />
          <CommandButton
            v-if="bench.selected.length > 1 || bench.selected[0]?.kind === 'group'"
            :label="commands.chooseStitches.value.label"
            :hint="`${commands.chooseStitches.value.help} (${commands.chooseStitches.value.keys})`"
            :blocked="commands.chooseStitches.value.blocked"
            @press="commands.chooseStitches.value.run()"
          />
          <RecipeTools :commands="commands" />
        </CardPart>
        <CardPart ref="around" v-model="parts.around" title="Around and repeat" :place="2" :of="4">
          <RepeatFields />
          <LiveFields />
          <PatchFields />
          <RoomFields />
          <AroundFields />
        </CardPart>
        <CardPart v-model="parts.order" title="Order and thread" :place="3" :of="4">
          <ThreadField :thread="thread" @open="openWord('thread')" />
          <OrderFields />
          <TrimFields />
          <ThreadEnds />
        </CardPart>
      </div>
    </div>
  </section>
</template>
