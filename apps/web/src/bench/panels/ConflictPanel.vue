<script setup lang="ts">
// The design was changed elsewhere: both copies are here, and the person decides.
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useBench } from '../../stores/bench.ts';
import { useView } from '../../stores/view.ts';

const bench = useBench();
const view = useView();
const router = useRouter();
const problem = ref('');

async function decide(choice: 'mine' | 'theirs' | 'copy'): Promise<void> {
  try {
    const copy = await bench.decide(choice);
    view.panel = 'card';
    if (copy) await router.push({ name: 'bench', params: { id: copy } });
  } catch (error) {
    problem.value = (error as Error).message;
  }
}
</script>

<template>
  <section v-if="bench.theirs" class="grid gap-3 p-4" aria-label="Changed elsewhere">
    <h2 class="text-lg">Changed elsewhere</h2>
    <p>
      This design was saved from another place as revision {{ bench.theirs.revision }} ({{
        bench.theirs.design.objects.length
      }}
      objects) while you worked here ({{ bench.design?.objects.length }} objects). Nothing is lost: choose
      what to keep.
    </p>
    <button type="button" class="button justify-center" @click="decide('copy')">
      Keep both: mine as a copy
    </button>
    <button type="button" class="button justify-center" @click="decide('mine')">Put mine on top of it</button>
    <button type="button" class="button justify-center" @click="decide('theirs')">Take the other one</button>
    <p class="text-muted">Both stay in the design’s revisions when mine is put on top.</p>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
  </section>
</template>
