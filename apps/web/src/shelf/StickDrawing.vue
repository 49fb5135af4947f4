<script setup lang="ts">
// The stick as it lies there: in a slot, or in a hand.
defineProps<{ locked: boolean; slotName: 'computer' | 'machine' | 'hand' | 'none' }>();
</script>

<template>
  <svg viewBox="0 0 240 110" aria-hidden="true" class="w-full rounded-card border border-line bg-panel">
    <g
      v-if="slotName !== 'none'"
      :transform="slotName === 'hand' ? 'translate(34 0)' : 'translate(0 0)'"
      style="transition: transform 160ms"
    >
      <path d="M54 43h34v24H54z" fill="#b9b2a3" stroke="#8f8879" />
      <path d="M62 49h8v4h-8zM62 57h8v4h-8z" fill="#6d5f6b" />
      <rect x="86" y="32" width="112" height="46" rx="9" fill="#b3263f" />
      <rect x="92" y="38" width="100" height="34" rx="5" fill="none" stroke="#f8e6e4" stroke-opacity="0.5" />
      <path
        d="M150 64c10-2 14-10 13-20-9 1-15 8-13 20zM150 64c-6-2-10-6-11-12"
        fill="none"
        stroke="#f8e6e4"
        stroke-width="2"
      />
      <rect x="102" y="51" width="22" height="8" rx="4" fill="#8f1c31" />
      <circle :cx="locked ? 119 : 107" cy="55" r="5" :fill="locked ? '#f0c36d' : '#fffdf8'" />
    </g>
    <g v-if="slotName === 'computer' || slotName === 'machine'">
      <path d="M0 0h64v110H0z" :fill="slotName === 'computer' ? '#6d5f6b' : '#cfc7b8'" />
      <path d="M58 40h6v30h-6z" fill="#2a1c2b" />
      <text
        x="30"
        y="60"
        text-anchor="middle"
        font-size="11"
        :fill="slotName === 'computer' ? '#fffdf8' : '#2a1c2b'"
      >
        {{ slotName === 'computer' ? 'computer' : 'machine' }}
      </text>
    </g>
  </svg>
</template>
