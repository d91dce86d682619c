<script setup lang="ts">
defineProps<{ bands: string[] }>()
const ink: Record<string, string> = { black: '#1b1b1b', brown: '#6b3d1e', red: '#b3221f', orange: '#d9731a', yellow: '#d9b81a', green: '#2f6b3a', blue: '#27509b', violet: '#6b3f91', grey: '#808080', white: '#f6f4ee', gold: '#b08d2e', silver: '#b9bcbf', none: '#e6d7b8' }
</script>

<template>
  <svg viewBox="0 0 340 92" role="img" :aria-label="`Bands: ${bands.join(', ')}`">
    <path d="M0 36h46M294 36h46" stroke="var(--ink)" stroke-width="3" />
    <rect x="46" y="10" width="248" height="52" rx="14" fill="#e6d7b8" stroke="var(--ink)" stroke-width="1.5" />
    <g v-for="(b, i) in bands" :key="i"><rect :x="70 + i * 44 + (i === bands.length - 1 && bands.length > 3 ? 14 : 0)" y="10" width="18" height="52" :fill="ink[b] ?? '#e6d7b8'" stroke="#1c2721" stroke-width="0.7" /><text :x="79 + i * 44 + (i === bands.length - 1 && bands.length > 3 ? 14 : 0)" y="80" text-anchor="middle">{{ b }}</text></g>
  </svg>
</template>

<style scoped>
svg { max-width: 420px; width: 100%; }
text { font: 12.5px var(--words); fill: var(--ink); }
</style>
