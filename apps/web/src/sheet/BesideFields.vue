<script setup lang="ts">
// The sheet on a phone: asked for, found by a short address or its picture, and taken off again.
import { Smartphone } from '@lucide/vue';
import { useIntervalFn } from '@vueuse/core';
import { renderSVG } from 'uqr';
import type { Beside, BesideSheet } from '@rosehip/wire';
import { computed, ref, shallowRef } from 'vue';
import { api, ApiError } from '../api.ts';

const { make } = defineProps<{ make: () => Promise<BesideSheet> }>();
const shown = shallowRef<(Beside & { steps: number }) | null>(null);
const done = ref(0);
const problem = ref('');
const busy = ref(false);

async function tried(step: () => Promise<void>): Promise<void> {
  problem.value = '';
  busy.value = true;
  try {
    await step();
  } catch (error) {
    problem.value = (error as Error).message;
  } finally {
    busy.value = false;
  }
}
const show = (): Promise<void> =>
  tried(async () => {
    const sheet = await make();
    shown.value = { ...(await api.showBeside(sheet)), steps: sheet.steps.length };
    done.value = 0;
  });
const takeOff = (): Promise<void> =>
  tried(async () => {
    const { code } = shown.value!;
    shown.value = null;
    await api.takeOffBeside(code);
  });
useIntervalFn(async () => {
  if (!shown.value) return;
  try {
    done.value = (await api.besideDone(shown.value.code)).done.length;
  } catch (error) {
    if (error instanceof ApiError && error.status === 404) shown.value = null;
  }
}, 3000);
const address = computed(() => shown.value?.addresses[0] ?? '');
const picture = computed(
  () => address.value && `data:image/svg+xml,${encodeURIComponent(renderSVG(address.value, { border: 2 }))}`,
);
</script>

<template>
  <div class="grid gap-2 max-md:col-span-2">
    <button
      v-if="!shown"
      type="button"
      class="button justify-center"
      :aria-disabled="busy || undefined"
      @click="show"
    >
      <Smartphone :size="16" aria-hidden="true" /> Show it on a phone
    </button>
    <template v-else>
      <template v-if="address">
        <p>On a phone in the same network, open</p>
        <a :href="address" target="_blank" class="break-all font-semibold underline">{{
          address.replace('http://', '')
        }}</a>
        <img
          :src="picture"
          :alt="`A square code that says ${address}`"
          class="w-40 rounded-card border border-line bg-white"
        />
      </template>
      <p v-else class="text-amber-deep">This computer is in no network that a phone could reach it by.</p>
      <p role="status" class="text-muted">{{ done }} of {{ shown.steps }} steps are ticked off.</p>
      <button type="button" class="button justify-center" @click="takeOff">Show it no longer</button>
    </template>
    <p v-if="problem" role="alert" class="text-rosehip">{{ problem }}</p>
  </div>
</template>
