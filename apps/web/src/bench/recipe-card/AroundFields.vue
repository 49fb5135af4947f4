<script setup lang="ts">
// What was made from what is selected and follows it, and the way to make more.
import { computed } from 'vue';
import { hangingOn } from '@rosehip/core';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';

const bench = useBench();
const view = useView();
const followers = computed(() => (bench.design ? hangingOn(bench.design, [...bench.selection]) : []));
</script>

<template>
  <div class="grid gap-2">
    <template v-if="followers.length">
      <h4 class="text-sm">These follow it</h4>
      <ul class="flex flex-wrap gap-1">
        <li v-for="f in followers" :key="f.id">
          <button
            type="button"
            class="button h-7 px-2"
            :title="`Select ${f.name}`"
            @click="bench.selection = [f.id]"
          >
            {{ f.name }}
          </button>
        </li>
      </ul>
    </template>
    <button type="button" class="button justify-center" @click="view.panel = 'make'">
      A border, a circle, copies … of it
    </button>
  </div>
</template>
