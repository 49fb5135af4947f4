<script setup lang="ts">
import { onMounted } from 'vue';
import { useSettings } from './stores/settings.ts';

const settings = useSettings();
onMounted(() => settings.load());
</script>

<template>
  <RouterView />
</template>
