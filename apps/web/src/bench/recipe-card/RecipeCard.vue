<script setup lang="ts">
// The recipe card: what is selected, as a sentence first and as numbers after it.
import { Circle, Spline } from '@lucide/vue';
import type { Commands } from '../commands.ts';
import LiveFields from '../panels/LiveFields.vue';
import { useKept } from '../../parts/kept.ts';
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue';
import { OWN_MOTIF, type Setting } from '@rosehip/core';
import { showNumber } from '../../fields/arithmetic.ts';
import { useBench } from '../../stores/bench/bench.ts';
import { useSettings } from '../../stores/settings.ts';
import { useView } from '../../stores/view.ts';
import OwnMotifs from './OwnMotifs.vue';
import KindPicker from './KindPicker.vue';
import { shared, useRecipeEdit } from './recipe-edit.ts';
import SettingField from './SettingField.vue';
import SwatchField from './SwatchField.vue';
import ThreadEnds from './ThreadEnds.vue';
import WidthFields from './WidthFields.vue';
import AboutFields from './AboutFields.vue';
import GuideLineFields from './GuideLineFields.vue';
import ShapeFields from './ShapeFields.vue';
import PatchFields from './PatchFields.vue';
import RepeatFields from './RepeatFields.vue';
import ThreadPicker from './ThreadPicker.vue';
import TrimFields from './TrimFields.vue';

defineProps<{ commands: Commands }>();
const bench = useBench();
const view = useView();
const units = useSettings();
const edit = useRecipeEdit();
const open = ref<'kind' | 'thread' | null>(null);

watch(
  () => bench.selection.join(),
  () => (open.value = null),
);

const thread = computed(() => {
  const code = shared(edit.objects.value.map((o) => o.thread));
  return code === null ? null : bench.materials.thread(code);
});

const title = computed(() => {
  const { selected } = bench;
  if (selected.length === 1) return selected[0].name;
  return `${selected.length} objects`;
});

function shownSetting(setting: Setting): string {
  const value = edit.valueOf(setting.name);
  if (value === null) return 'mixed';
  if (setting.type === 'choice')
    return setting.choices.find((c) => c.value === value)?.label ?? String(value);
  return setting.unit === 'mm'
    ? `${showNumber(value as number, units.units)} ${units.units}`
    : `${showNumber(value as number, 'plain')}${setting.unit}`;
}

interface Word {
  text: string;
  opens?: string;
}

/** The kind's sentence, cut at the words that open something. */
const sentence = computed<Word[]>(() => {
  const kind = edit.kind.value;
  if (!kind)
    return [{ text: 'These are stitched in ' }, { text: 'different ways', opens: 'kind' }, { text: '.' }];
  const isShown = (name: string): boolean =>
    name === 'kind' || name === 'thread' || shownSettings.value.some((s) => s.name === name);
  const told = kind.sentence.replace(/\[([^\]]*)\]/g, (_, part: string) =>
    [...part.matchAll(/\{(\w+)\}/g)].every(([, name]) => isShown(name)) ? part : '',
  );
  return told.split(/(\{\w+\})/).map((part) => {
    const name = /^\{(\w+)\}$/.exec(part)?.[1];
    if (!name) return { text: part };
    if (name === 'kind') return { text: kind.name.toLowerCase(), opens: 'kind' };
    if (name === 'thread')
      return {
        text: thread.value ? `${thread.value.name} ${thread.value.code}` : 'mixed threads',
        opens: 'thread',
      };
    const setting = kind.settings.find((s) => s.name === name)!;
    return { text: shownSetting(setting), opens: name };
  });
});

async function openWord(name: string): Promise<void> {
  if (moreSettings.value.some((s) => s.name === name)) moreOpen.value = true;
  if (name === 'kind' || name === 'thread') {
    open.value = open.value === name ? null : name;
    return;
  }
  await nextTick();
  document
    .querySelector<HTMLElement>(`[data-setting="${name}"] :is(input, select, [aria-pressed=true])`)
    ?.focus();
}

/** Choices that are made among pictures. */
const DRAWN = ['pattern', 'unit'];
const shownSettings = computed(
  () => edit.kind.value?.settings.filter((s) => s.when?.(edit.all.value) ?? true) ?? [],
);
const plainSettings = computed(() => shownSettings.value.filter((s) => !s.more && !DRAWN.includes(s.name)));
const moreSettings = computed(() => shownSettings.value.filter((s) => s.more));
const drawnSettings = computed(() =>
  shownSettings.value.flatMap((s) => (s.type === 'choice' && DRAWN.includes(s.name) ? [s] : [])),
);
/** The setting that a motif of the person's own can fill, where that is asked for. */
const ownMotif = computed(() => {
  const names = edit.kind.value?.settings.map((s) => s.name) ?? [];
  if (names.includes('unit')) return 'unit';
  return ['leaf', 'blossom'].find((n) => names.includes(n) && edit.valueOf(n) === OWN_MOTIF);
});
const moreOpen = useKept('rosehip-more', false);

const isStitches = computed(
  () => bench.selected.length > 0 && bench.selected.every((i) => i.kind === 'stitches'),
);
const stitchesThread = computed(() => {
  const code = shared(bench.selected.map((i) => (i.kind === 'stitches' ? i.thread : '')));
  return code ? bench.materials.thread(code) : null;
});

function chooseThread(code: string): void {
  edit.setThread(code);
  view.thread = code;
  open.value = null;
}

watch(
  () => view.openSetting,
  async (name) => {
    if (name === null) return;
    view.openSetting = null;
    await nextTick();
    void openWord(name);
  },
  { immediate: true },
);

/** What was just made shows its card from the top, its first number ready to be typed. */
const card = useTemplateRef<HTMLElement>('card');
watch(
  () => view.justMade,
  async (made) => {
    if (!made) return;
    await nextTick();
    if (!card.value) return;
    view.justMade = false;
    card.value.parentElement?.scrollTo({ top: 0 });
    card.value.querySelector<HTMLInputElement>('[data-made] input:not([type=checkbox])')?.select();
  },
  { immediate: true },
);

function rename(event: Event): void {
  const [only] = bench.committedSelected;
  const name = (event.target as HTMLInputElement).value.trim();
  if (only && name && name !== only.name) bench.replace([{ ...only, name: name.slice(0, 120) }], 'Rename');
}
</script>

<template>
  <section v-if="!bench.selected.length" class="p-4" aria-label="Recipe card">
    <h2 class="mb-2 text-lg">Recipe card</h2>
    <template v-if="bench.design?.objects.length">
      <p class="text-muted">
        Select an object on the cloth or in the running order to see how it is stitched.
      </p>
      <h3 class="mt-5 mb-1 text-sm">Thread for new objects</h3>
      <ThreadPicker :code="view.thread" @choose="view.thread = $event" />
    </template>
    <template v-else>
      <p class="mb-3 text-muted">Nothing is on the cloth yet. There are three ways to begin:</p>
      <ol class="grid gap-2">
        <li>
          <button type="button" class="button w-full" @click="view.tool = 'pen'">
            <Spline :size="18" aria-hidden="true" /> Draw a line with the pen
          </button>
        </li>
        <li>
          <button type="button" class="button w-full" @click="view.tool = 'ellipse'">
            <Circle :size="18" aria-hidden="true" /> Draw an ellipse or a rectangle
          </button>
        </li>
        <li class="text-muted">
          Or drop an .svg drawing on the <RouterLink to="/" class="text-rosehip underline">shelf</RouterLink>:
          its shapes come in ready to stitch.
        </li>
      </ol>
    </template>
  </section>
  <section v-else ref="card" class="grid gap-5 p-4" aria-label="Recipe card">
    <header>
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
      <h2 v-else class="px-1 text-lg">{{ title }}</h2>
      <p v-if="edit.objects.value.length" class="mt-1 px-1 leading-6">
        <template v-for="(word, i) in sentence" :key="i">
          <button
            v-if="word.opens"
            type="button"
            class="border-b border-dashed border-rosehip/60 text-rosehip italic hover:bg-blush"
            :aria-expanded="
              word.opens === 'kind' || word.opens === 'thread' ? open === word.opens : undefined
            "
            @click="openWord(word.opens)"
          >
            {{ word.text }}</button><span v-else>{{ word.text }}</span>
        </template>
      </p>
      <p v-else-if="isStitches" class="mt-1 px-1 leading-6">
        Stitches, kept exactly as they are, in
        <button
          type="button"
          class="border-b border-dashed border-rosehip/60 text-rosehip italic hover:bg-blush"
          @click="openWord('thread')"
        >
          {{ stitchesThread ? `${stitchesThread.name} ${stitchesThread.code}` : 'mixed threads' }}</button>.
      </p>
    </header>
    <KindPicker v-if="open === 'kind'" @choose="((open = null), edit.setKind($event))" />
    <ThreadPicker
      v-if="open === 'thread'"
      :code="thread?.code ?? stitchesThread?.code ?? null"
      @choose="chooseThread"
    />
    <div
      v-if="bench.selected.length === 1 && bench.selected[0].kind === 'object' && bench.selected[0].unsewn"
      class="rounded-card bg-linen p-3"
    >
      <p>Only a shape for others: it is not sewn.</p>
      <button
        type="button"
        class="button mt-2 h-8"
        @click="commands.makings.value.find((c) => c.id === 'sew-it')!.run()"
      >
        Sew it
      </button>
    </div>
    <RepeatFields />
    <PatchFields />
    <LiveFields />
    <ShapeFields />
    <div v-if="edit.kind.value" class="grid gap-2">
      <h3 class="text-sm">Stitches</h3>
      <div class="grid grid-cols-2 gap-2">
        <SettingField
          v-for="s in plainSettings"
          :key="s.name"
          :setting="s"
          :class="s.type === 'choice' || s.name === 'seed' ? 'col-span-2' : ''"
        />
      </div>
      <SwatchField v-for="s in drawnSettings" :key="s.name" :setting="s" />
      <OwnMotifs v-if="ownMotif" :setting="ownMotif" />
      <details
        v-if="moreSettings.length"
        class="mt-1"
        :open="moreOpen"
        @toggle="moreOpen = ($event.target as HTMLDetailsElement).open"
      >
        <summary class="cursor-pointer text-muted">More</summary>
        <div class="mt-2 grid gap-2">
          <SettingField v-for="s in moreSettings" :key="s.name" :setting="s" />
        </div>
      </details>
    </div>
    <WidthFields />
    <GuideLineFields />
    <AboutFields />
    <TrimFields />
    <ThreadEnds />
    <div class="grid gap-2">
      <h3 class="text-sm">Thread</h3>
      <button type="button" class="field flex items-center gap-2 text-left" @click="openWord('thread')">
        <span
          class="size-5 rounded-full border border-line"
          :style="{ background: (thread ?? stitchesThread)?.colour ?? 'transparent' }"
        />
        <span>{{ (thread ?? stitchesThread)?.name ?? 'mixed' }}</span>
        <span class="text-muted">{{ (thread ?? stitchesThread)?.code }}</span>
      </button>
    </div>
  </section>
</template>
