<script setup lang="ts">
// Held beside the machine on a phone: one step large, with its thread and what the machine waits for; ticked off as it is sewn.
import { Check, Undo2 } from '@lucide/vue';
import type { BesideSheet } from '@rosehip/wire';
import { computed, nextTick, onMounted, ref, shallowRef, useTemplateRef } from 'vue';
import { counted, sewingTime } from '../parts/time.ts';

const code = window.location.pathname.slice(1);
const sheet = shallowRef<BesideSheet | null>(null);
const done = ref(new Set<number>());
const problem = ref('');
const KEY = `beside-${code}`;

async function open(): Promise<void> {
  try {
    const response = await fetch(`/api/${code}`);
    if (!response.ok) throw new Error('This sheet is no longer shown: ask for it again on the bench.');
    const told = (await response.json()) as { sheet: BesideSheet; done: number[] };
    sheet.value = told.sheet;
    document.title = told.sheet.title;
    // What this phone knows counts, when the server was started again meanwhile.
    const own = JSON.parse(localStorage.getItem(KEY) ?? '[]') as number[];
    done.value = new Set([...told.done, ...own]);
    problem.value = '';
  } catch (error) {
    problem.value = error instanceof TypeError ? 'The computer can’t be reached.' : (error as Error).message;
  }
}
onMounted(open);

function keep(): void {
  const all = [...done.value];
  localStorage.setItem(KEY, JSON.stringify(all));
  fetch(`/api/${code}/done`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ done: all }),
  }).then(
    () => (problem.value = ''),
    () => (problem.value = 'The computer can’t be reached; what you tick stays on this phone.'),
  );
}
/** The first step that is not sewn yet; the number of steps when all are. */
const now = computed(() => {
  const all = sheet.value?.steps ?? [];
  const at = all.findIndex((_, k) => !done.value.has(k));
  return at < 0 ? all.length : at;
});
const left = computed(() =>
  (sheet.value?.steps ?? []).reduce((sum, s, k) => (done.value.has(k) ? sum : sum + s.seconds), 0),
);
const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
const list = useTemplateRef<HTMLElement>('list');
async function tick(k: number): Promise<void> {
  if (done.value.has(k)) done.value.delete(k);
  else done.value.add(k);
  keep();
  await nextTick();
  list.value
    ?.querySelector('[data-now=true]')
    ?.scrollIntoView({ block: 'start', behavior: still ? 'auto' : 'smooth' });
}
const viewBox = computed(() => sheet.value?.box.join(' ') ?? '0 0 1 1');
/** Lines that can be seen on a small picture. */
const width = computed(() => Math.max(sheet.value?.threadWidth ?? 0.4, (sheet.value?.box[2] ?? 100) / 320));
</script>

<template>
  <main class="mx-auto grid max-w-xl gap-4 p-4 text-lg leading-7">
    <header v-if="sheet" class="sticky top-0 z-10 -mx-4 -mt-4 border-b border-line bg-panel px-4 py-3">
      <h1 class="truncate text-xl">{{ sheet.title }}</h1>
      <p role="status" class="text-muted">
        <template v-if="now < sheet.steps.length"
          >Step {{ now + 1 }} of {{ sheet.steps.length }}, {{ sewingTime(left) }} left</template
        >
        <template v-else>All is sewn.</template>
      </p>
    </header>
    <p
      v-if="problem"
      role="alert"
      class="rounded-card border border-amber/40 bg-[#fdf3e0] px-3 py-2 text-amber-deep"
    >
      {{ problem }} <button v-if="!sheet" type="button" class="underline" @click="open">Try again</button>
    </p>
    <ol v-if="sheet" ref="list" class="grid gap-3">
      <li
        v-for="(s, k) in sheet.steps"
        :key="k"
        :data-now="k === now"
        class="grid scroll-mt-24 grid-cols-[1fr_auto] gap-x-3 gap-y-2 rounded-card border bg-panel p-3"
        :class="k === now ? 'border-2 border-rosehip' : 'border-line'"
      >
        <div class="min-w-0" :class="done.has(k) ? 'text-muted' : ''">
          <h2 class="flex items-center gap-2 text-lg">
            <span>{{ k + 1 }}</span>
            <span
              class="size-6 shrink-0 rounded-full border border-ink/20"
              :style="{ background: s.thread.colour }"
            />
            <span class="truncate">{{ s.thread.code }} {{ s.thread.name }}</span>
          </h2>
          <p v-if="s.needle">Needle {{ s.needle }}</p>
          <p class="line-clamp-2">{{ s.names.join(', ') }}</p>
          <p class="text-base text-muted">{{ counted(s.stitches) }} stitches, {{ sewingTime(s.seconds) }}</p>
        </div>
        <svg :viewBox="viewBox" class="size-24 rounded-card bg-white" aria-hidden="true">
          <template v-if="k === now || done.has(k)">
            <path
              v-for="before in k"
              :key="before"
              :d="sheet.steps[before - 1].path"
              fill="none"
              stroke="#ddd6ca"
              :stroke-width="width"
            />
          </template>
          <path
            :d="s.path"
            fill="none"
            :stroke="s.thread.colour"
            :stroke-width="width"
            stroke-linejoin="round"
          />
        </svg>
        <p v-if="s.stop" class="col-span-2 font-semibold text-rosehip">Stop: {{ s.stop }}</p>
        <button
          type="button"
          class="button col-span-2 h-14 justify-center text-lg"
          :class="k === now ? 'button-primary' : ''"
          @click="tick(k)"
        >
          <component :is="done.has(k) ? Undo2 : Check" :size="22" aria-hidden="true" />
          {{ done.has(k) ? `Step ${k + 1} is not sewn after all` : `Step ${k + 1} is sewn` }}
        </button>
      </li>
    </ol>
  </main>
</template>
