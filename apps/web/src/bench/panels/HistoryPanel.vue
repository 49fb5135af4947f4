<script setup lang="ts">
// Every save of this design: looked at on the cloth, named, brought back.
import { onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import type { Design } from '@rosehip/core';
import type { RevisionEntry } from '@rosehip/wire';
import { api } from '../../api.ts';
import { byDay, clock } from '../../parts/time.ts';
import { useBench } from '../../stores/bench/bench.ts';

const bench = useBench();
const router = useRouter();
const revisions = ref<RevisionEntry[]>([]);
const problem = ref('');
/** There may be older ones than those that are listed. */
const more = ref(false);
const PAGE = 500;
/** What is looked at. */
const shown = shallowRef<{ revision: RevisionEntry; design: Design } | null>(null);
const name = ref('');

async function load(): Promise<void> {
  try {
    const { revisions: newest } = await api.revisions(bench.id);
    revisions.value = newest;
    more.value = newest.length >= PAGE;
    problem.value = '';
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
async function loadOlder(): Promise<void> {
  try {
    const { revisions: older } = await api.revisions(bench.id, revisions.value.at(-1)!.number);
    revisions.value = [...revisions.value, ...older];
    more.value = older.length >= PAGE;
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
// What is not saved yet comes to the list when it is.
watch(() => bench.revision, load, { immediate: true });
watch(
  () => bench.looking,
  (number) => number === null && (shown.value = null),
);
/** The save that was pressed last; 0 when the panel is gone. */
let asked = 0;
onBeforeUnmount(() => {
  asked = 0;
  if (bench.looking !== null) bench.cancelPreview();
});

async function look(revision: RevisionEntry): Promise<void> {
  asked = revision.number;
  if (shown.value?.revision.number === revision.number) return bench.cancelPreview();
  problem.value = '';
  try {
    const { design } = await api.revision(bench.id, revision.number);
    if (asked !== revision.number) return;
    shown.value = { revision, design };
    name.value = revision.name ?? '';
    bench.look(revision.number, design);
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

/** When it was saved, as it is still right tomorrow. */
const momentOf = (r: RevisionEntry): string =>
  `${new Date(r.madeAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}, ${clock(r.madeAt)}`;

function bringBack(): void {
  const { revision, design } = shown.value!;
  if (bench.bringBack(design, `Bring back ${momentOf(revision)}`))
    bench.message = 'It is as it was then. Undo takes that back.';
}

async function keepAsDesign(): Promise<void> {
  const { revision, design } = shown.value!;
  try {
    const copy = { ...design, name: `${design.name.slice(0, 90)} (${momentOf(revision)})` };
    await api.create(copy, `Copy of revision ${revision.number}`);
    bench.message = `“${copy.name}” is on the shelf.`;
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

/** What it is to be called when it is kept as another design. */
const newName = ref('');
const keeping = ref(false);
/** Keeps what there is now as another design, and goes on with that one; this one is as it was when it was opened. */
async function keepUnder(): Promise<void> {
  const called = newName.value.trim();
  const { committed } = bench;
  if (!called || !committed || keeping.value) return;
  keeping.value = true;
  problem.value = '';
  try {
    await bench.settle();
    const before = bench.revision === bench.opened ? null : await api.revision(bench.id, bench.opened);
    const { id } = await api.create(
      { ...committed, name: called },
      `Kept from ${committed.name}`.slice(0, 120),
    );
    if (before) {
      bench.bringBack(before.design, `As it was before “${called}”`.slice(0, 120));
      await bench.settle();
    }
    await router.push({ name: 'bench', params: { id } });
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    keeping.value = false;
  }
}

async function giveName(): Promise<void> {
  const { revision } = shown.value!;
  const text = name.value.trim();
  if (text === (revision.name ?? '')) return;
  try {
    await api.nameRevision(bench.id, revision.number, text);
    await load();
  } catch (error) {
    problem.value = (error as Error).message;
  }
}

async function compare(): Promise<void> {
  const left = shown.value!.revision.number;
  await bench.settle();
  await router.push({ name: 'compare', params: { id: bench.id }, query: { left } });
}

/** Whether a day begins with this one of the list. */
const beginsDay = (k: number): boolean =>
  k === 0 || byDay(revisions.value[k].madeAt) !== byDay(revisions.value[k - 1].madeAt);
</script>

<template>
  <section class="grid gap-3 p-4" aria-label="History">
    <h2 class="text-lg">History</h2>
    <p class="text-muted">
      Press a save to see it on the cloth. All of the last day are kept, one an hour of the last week, one a
      day before that, and those with a name for good.
    </p>
    <form class="grid gap-1.5 rounded-card bg-linen p-2.5" @submit.prevent="keepUnder">
      <label class="label" for="kept-under">Keep it under a new name</label>
      <div class="flex gap-1.5">
        <input
          id="kept-under"
          v-model="newName"
          class="field min-w-0 grow"
          maxlength="120"
          autocomplete="off"
          @keydown.stop
        />
        <button
          type="submit"
          class="button"
          :title="newName.trim() ? undefined : 'Type the new name first'"
          :aria-disabled="!newName.trim() || keeping || undefined"
        >
          Keep
        </button>
      </div>
      <p class="text-sm text-muted">You go on with that one; this one is as it was when you opened it.</p>
    </form>
    <p v-if="problem" role="alert" class="text-rosehip">
      {{ problem }} <button type="button" class="underline" @click="load">Try again</button>
    </p>
    <ol class="-mx-4">
      <template v-for="(r, k) in revisions" :key="r.number">
        <li v-if="beginsDay(k)" class="bg-linen px-4 py-1 font-medium" :class="k ? 'mt-2' : ''">
          {{ byDay(r.madeAt) }}
        </li>
        <li class="border-b border-line">
          <button
            type="button"
            class="grid w-full grid-cols-[44px_minmax(0,1fr)] px-4 py-1.5 text-left"
            :class="bench.looking === r.number ? 'bg-blush' : 'hover:bg-linen'"
            :aria-pressed="bench.looking === r.number"
            @click="look(r)"
          >
            <span class="text-muted">{{ clock(r.madeAt) }}</span>
            <span class="truncate" :title="r.label">
              <b v-if="r.name" class="font-semibold">{{ r.name }} · </b>{{ r.label }}
              <span v-if="k === 0" class="text-muted">· newest</span>
            </span>
          </button>
          <div v-if="shown && bench.looking === r.number" class="grid gap-2 bg-blush px-4 pt-1 pb-3">
            <div class="flex gap-1.5">
              <button
                v-if="k > 0 || bench.saveState !== 'saved'"
                type="button"
                class="button button-primary grow justify-center"
                @click="bringBack"
              >
                Bring it back
              </button>
              <button type="button" class="button" @click="bench.cancelPreview()">Leave it</button>
            </div>
            <div class="flex gap-1.5">
              <button type="button" class="button grow justify-center px-1" @click="keepAsDesign">
                Copy to the shelf
              </button>
              <button type="button" class="button px-2" @click="compare">Compare</button>
            </div>
            <label class="label" :for="`name-${r.number}`">Name, which keeps it for good</label>
            <input
              :id="`name-${r.number}`"
              v-model="name"
              class="field"
              maxlength="120"
              placeholder="For the fair"
              @change="giveName"
              @keydown.stop
              @keydown.enter="($event.target as HTMLInputElement).blur()"
            />
          </div>
        </li>
      </template>
    </ol>
    <button v-if="more" type="button" class="button justify-center" @click="loadOlder">
      Show older ones
    </button>
  </section>
</template>
