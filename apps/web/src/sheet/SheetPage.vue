<script setup lang="ts">
// The sewing sheet: chosen at the left, its pages as they will be printed at the right.
import '@fontsource/kosugi/400.css';
import '@fontsource/nanum-gothic/400.css';
import '@fontsource/wdxl-lubrifont-sc/400.css';
import { ChevronLeft, Download, Printer } from '@lucide/vue';
import type { BesideSheet } from '@rosehip/wire';
import { useDebounceFn } from '@vueuse/core';
import * as Comlink from 'comlink';
import { computed, onBeforeUnmount, reactive, ref, shallowRef, watch } from 'vue';
import { fileNameOf, MACHINES, type Design } from '@rosehip/core';
import { PAPERS, type Paper } from '@rosehip/sheet/page';
import { api } from '../api.ts';
import Notice from '../parts/Notice.vue';
import { useKept } from '../parts/kept.ts';
import { saveFile } from '../parts/save-file.ts';
import { useSettings } from '../stores/settings.ts';
import BesideFields from './BesideFields.vue';
import { packed, useChecker } from '../workers/engine.ts';
import type { SheetDesk, SheetPages } from '../workers/sheet-work.ts';

const { id } = defineProps<{ id: string }>();
const settings = useSettings();

/** In the order in which they come on the sheet. */
const PARTS = [
  { name: 'picture', label: 'Picture of the design' },
  { name: 'advice', label: 'Stabiliser, needle and cloth' },
  { name: 'threads', label: 'Threads to lay ready' },
  { name: 'steps', label: 'Step by step' },
  { name: 'stepPictures', label: 'A picture at each step' },
  { name: 'notes', label: 'Findings that were let be' },
  { name: 'template', label: 'Template in true size' },
] as const;
type Part = (typeof PARTS)[number]['name'];

const paper = useKept<Paper>('sheet-paper', 'a4');
const without = useKept<Part[]>('sheet-without', []);
const on = reactive(
  Object.fromEntries(PARTS.map(({ name }) => [name, !without.value.includes(name)])) as Record<Part, boolean>,
);
const options = computed(() => ({ paper: paper.value, units: settings.units, ...on }));
watch(on, () => (without.value = PARTS.flatMap(({ name }) => (on[name] ? [] : [name]))));

const name = ref('');
const made = shallowRef<SheetPages | null>(null);
const problem = ref('');
const busy = ref('The sheet is being laid out …');
/** The sheet of the design for the machine that was chosen last; a promise, since sewing takes its time. */
let desk: Promise<Comlink.Remote<SheetDesk>> | null = null;
const release = (): void =>
  void desk?.then(
    (d) => d[Comlink.releaseProxy](),
    () => {},
  );
onBeforeUnmount(release);

/** Does something with the sheet; only the newest of what was asked for is shown. */
let newest = 0;
async function lay(): Promise<void> {
  if (!desk) return;
  const asked = ++newest;
  try {
    const pages = await (await desk).pages({ ...options.value });
    if (asked !== newest) return;
    made.value = pages;
    problem.value = '';
  } catch (error) {
    if (asked === newest) problem.value = `The sheet could not be laid out: ${(error as Error).message}`;
  } finally {
    if (asked === newest) busy.value = '';
  }
}
let design: Design | null = null;
async function open(): Promise<void> {
  busy.value = 'The sheet is being laid out …';
  try {
    if (!design) {
      await settings.load();
      ({ design } = await api.load(id));
      name.value = design.name;
    }
    release();
    desk = useChecker().sheet(packed(useChecker(), design), settings.machineId) as unknown as typeof desk;
    await lay();
  } catch (error) {
    busy.value = '';
    problem.value = (error as Error).message;
  }
}
void open();
watch(options, useDebounceFn(lay, 60));
watch(
  () => settings.machineId,
  () => design && void open(),
);
const beside = async (): Promise<BesideSheet> => (await desk!).beside();

async function save(): Promise<void> {
  if (notYet.value) return;
  busy.value = 'The PDF is being written …';
  try {
    const bytes = await (await desk!).pdf({ ...options.value });
    saveFile(`${fileNameOf(name.value)}.pdf`, 'application/pdf', bytes as BlobPart);
  } catch (error) {
    problem.value = `The PDF could not be written: ${(error as Error).message}`;
  } finally {
    busy.value = '';
  }
}
/** Why it can't be printed or saved now. */
const notYet = computed(
  () => (made.value ? busy.value : busy.value || 'There is no sheet yet.') || undefined,
);
const print = (): void => void (!notYet.value && window.print());
/** The paper, for the browser's own printing: the pages have their margins already. */
const printed = new CSSStyleSheet();
watch(paper, (p) => printed.replaceSync(`@page { size: ${p === 'a4' ? 'A4' : 'letter'}; margin: 0 }`), {
  immediate: true,
});
document.adoptedStyleSheets.push(printed);
onBeforeUnmount(() => {
  document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== printed);
});
</script>

<template>
  <div class="grid h-full grid-rows-[48px_minmax(0,1fr)] print:block print:h-auto">
    <header class="flex items-center gap-2 border-b border-line bg-panel px-3 print:hidden">
      <RouterLink :to="{ name: 'bench', params: { id } }" class="button button-quiet px-1">
        <ChevronLeft :size="18" aria-hidden="true" /> Bench
      </RouterLink>
      <h1 class="truncate text-base">
        Sewing sheet<template v-if="name"> of {{ name }}</template>
      </h1>
      <span role="status" class="truncate text-muted">{{
        busy || (made ? `${made.pages.length} ${made.pages.length === 1 ? 'page' : 'pages'}` : '')
      }}</span>
      <div class="grow" />
      <button
        type="button"
        class="button"
        :aria-disabled="!!notYet || undefined"
        :title="notYet"
        @click="print"
      >
        <Printer :size="16" aria-hidden="true" /> Print
      </button>
      <button
        type="button"
        class="button button-primary"
        :aria-disabled="!!notYet || undefined"
        :title="notYet"
        @click="save"
      >
        <Download :size="16" aria-hidden="true" /> Save as PDF
      </button>
    </header>
    <div
      class="grid min-h-0 grid-cols-[256px_minmax(0,1fr)] max-md:grid-cols-1 max-md:grid-rows-[auto_minmax(0,1fr)] print:block"
    >
      <section
        class="grid content-start gap-4 border-r border-line overflow-y-auto bg-panel p-4 max-md:grid-cols-2 max-md:border-r-0 max-md:border-b print:hidden"
        aria-label="What is on it"
      >
        <fieldset class="grid gap-1.5 max-md:col-span-2">
          <legend class="label mb-1">On the sheet</legend>
          <label v-for="part in PARTS" :key="part.name" class="flex items-center gap-2">
            <input v-model="on[part.name]" type="checkbox" class="size-4 accent-rosehip" /> {{ part.label }}
          </label>
        </fieldset>
        <div>
          <label class="label" for="sheet-paper">Paper</label>
          <select id="sheet-paper" v-model="paper" class="field">
            <option v-for="(p, key) in PAPERS" :key="key" :value="key">{{ p.name }}</option>
          </select>
        </div>
        <div>
          <label class="label" for="sheet-machine">Sewn on</label>
          <select
            id="sheet-machine"
            class="field"
            :value="settings.machineId"
            @change="settings.setMachine(($event.target as HTMLSelectElement).value)"
          >
            <option v-for="m in MACHINES" :key="m.id" :value="m.id">{{ m.name }}</option>
          </select>
        </div>
        <p v-if="on.template" class="text-muted max-md:col-span-2">
          Print at 100 %, without fitting to the page: the ruler on the template proves it.
        </p>
        <BesideFields v-if="made?.steps" :make="beside" />
        <p v-if="made?.missing.length" class="text-amber-deep max-md:col-span-2">
          No font of the sheet holds {{ made.missing.join(' ') }}: question marks stand in their place.
        </p>
      </section>
      <main
        class="overflow-y-auto p-6 max-md:p-3 print:overflow-visible print:p-0"
        aria-label="Pages"
        tabindex="0"
      >
        <Notice
          v-if="problem"
          class="mb-4"
          tone="warning"
          :text="problem"
          action="Try again"
          @act="open"
          @close="problem = ''"
        />
        <div
          class="grid grid-cols-[repeat(auto-fill,minmax(min(430px,100%),1fr))] items-start gap-6 print:block"
        >
          <!-- The page is ours from the first to the last letter: names in it are escaped where it is made. -->
          <!-- eslint-disable vue/no-v-html -->
          <figure
            v-for="(page, k) in made?.pages ?? []"
            :key="k"
            class="sheet-page border border-line bg-white print:border-0"
            role="img"
            :aria-label="`Page ${k + 1} of ${made!.pages.length}`"
            :style="{ '--paper-width': `${page.width}mm`, '--paper-height': `${page.height}mm` }"
            v-html="page.svg"
          />
          <!-- eslint-enable vue/no-v-html -->
        </div>
      </main>
    </div>
  </div>
</template>

<style>
.sheet-page svg {
  display: block;
  width: 100%;
  height: auto;
}
@media print {
  html,
  body,
  #app {
    height: auto;
    background: #fff;
  }
  .sheet-page {
    width: var(--paper-width);
    height: var(--paper-height);
    overflow: hidden;
    break-after: page;
  }
}
</style>
