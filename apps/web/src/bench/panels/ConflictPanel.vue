<script setup lang="ts">
// The design was changed or deleted elsewhere, or another tab has left edits: all copies are here, the person decides.
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { ago } from '../../parts/time.ts';
import { useBench } from '../../stores/bench/bench.ts';
import type { KeptDraft } from '../../stores/drafts.ts';
import { useView } from '../../stores/view.ts';

const bench = useBench();
const view = useView();
const router = useRouter();
const problem = ref('');

/** Does what was decided, and goes to the design that came of it. */
async function settle(work: () => Promise<string | null>, go = true): Promise<void> {
  problem.value = '';
  try {
    const made = await work();
    if (go || !bench.otherDrafts.length) view.panel = 'card';
    if (made && go) await router.push({ name: 'bench', params: { id: made } });
    else if (made) bench.message = 'The edits are on the shelf as a design of their own.';
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
const decide = (choice: 'mine' | 'theirs' | 'copy'): Promise<void> => settle(() => bench.decide(choice));
const draft = (one: KeptDraft, keepIt: boolean): Promise<void> =>
  settle(() => bench.settleDraft(one, keepIt), false);
/** The edits that the person has been asked about: nothing brings them back. */
const sure = ref('');
function throwAway(one: KeptDraft): void {
  if (sure.value === one.sitting) void draft(one, false);
  else sure.value = one.sitting;
}
const objects = (n: number | undefined): string => `${n ?? 0} ${n === 1 ? 'object' : 'objects'}`;
</script>

<template>
  <section v-if="bench.theirs" class="grid gap-3 p-4" aria-label="Changed elsewhere">
    <h2 class="text-lg">Changed elsewhere</h2>
    <p>
      This design was saved from another place as revision {{ bench.theirs.revision }} ({{
        objects(bench.theirs.design.objects.length)
      }}) while you worked here ({{ objects(bench.design?.objects.length) }}). Nothing is lost: choose what to
      keep.
    </p>
    <button type="button" class="button justify-center" @click="decide('copy')">
      Keep both: mine as a copy
    </button>
    <button type="button" class="button justify-center" @click="decide('mine')">Put mine on top of it</button>
    <button type="button" class="button justify-center" @click="decide('theirs')">Take the other one</button>
    <p class="text-muted">Both stay in the design’s revisions when mine is put on top.</p>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
  </section>
  <section v-else-if="bench.saveState === 'gone'" class="grid gap-3 p-4" aria-label="Deleted elsewhere">
    <h2 class="text-lg">Deleted elsewhere</h2>
    <p>
      This design was taken off the shelf from another place. Your edits are here ({{
        objects(bench.design?.objects.length)
      }}), and can go on as a new design.
    </p>
    <button type="button" class="button justify-center" @click="settle(() => bench.keepAsNew())">
      Keep it as a new design
    </button>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
  </section>
  <section v-if="bench.otherDrafts.length" class="grid gap-3 p-4" aria-label="Edits from other tabs">
    <h2 class="text-lg">Edits from other tabs</h2>
    <p>These were made in tabs that closed before they could be saved. Nothing was thrown away.</p>
    <div v-for="one in bench.otherDrafts" :key="one.sitting" class="grid gap-1.5 border-t border-line pt-2">
      <p>
        {{ objects(one.design.objects.length) }}, on revision {{ one.basedOn }},
        {{ ago(new Date(one.at).toISOString()) }}
      </p>
      <div class="flex gap-1.5">
        <button type="button" class="button grow justify-center" @click="draft(one, true)">
          Keep as a design
        </button>
        <button type="button" class="button" @click="throwAway(one)">
          {{ sure === one.sitting ? 'Yes, throw it away' : 'Throw away' }}
        </button>
      </div>
    </div>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
  </section>
</template>
