<script setup lang="ts">
// The way to the same design otherwise; and, in one that was made so, what it follows.
import { Shuffle } from '@lucide/vue';
import { useRouter } from 'vue-router';
import { useBench } from '../../stores/bench/bench.ts';
import { goAdapt, goneFirst } from '../following.ts';

const bench = useBench();
const router = useRouter();

function letGo(): void {
  const name = bench.design!.adapted!.name;
  if (bench.run({ do: 'set-design', label: 'Let go', changes: { adapted: undefined } }))
    bench.message = `It stands by itself now, and no longer follows ${name}.`;
}
</script>

<template>
  <section aria-label="The same design otherwise">
    <p v-if="bench.design!.adapted" class="mb-2">
      <template v-if="goneFirst === bench.design!.adapted.from">
        {{ bench.design!.adapted.name }}, which it followed, is deleted: it stands by itself.
      </template>
      <template v-else>
        It follows
        <RouterLink class="underline" :to="{ name: 'bench', params: { id: bench.design!.adapted.from } }">{{
          bench.design!.adapted.name
        }}</RouterLink>: what changes there comes here when it is opened; what you change here stays.
      </template>
    </p>
    <div class="flex flex-wrap gap-2">
      <button
        type="button"
        class="button"
        title="For another cloth, another size, a cap, another hoop or machine"
        @click="goAdapt(bench, router)"
      >
        <Shuffle :size="16" aria-hidden="true" />
        {{ bench.design!.adapted ? 'Adapt' : 'Adapt to a cloth, size or cap' }}
      </button>
      <template v-if="bench.design!.adapted">
        <RouterLink
          v-if="goneFirst !== bench.design!.adapted.from"
          class="button"
          :to="{ name: 'compare', params: { id: bench.id }, query: { with: bench.design!.adapted.from } }"
          >Compare both</RouterLink
        >
        <button type="button" class="button" @click="letGo">Let go</button>
      </template>
    </div>
  </section>
</template>
