<script setup lang="ts">
import type { Point } from '../../api/client'
import DriftChart from '../../marks/DriftChart.vue'
import type { Drift } from './useVoltages'

/** One point as it moves since the unit was switched on, with what that says. */
defineProps<{ point: Point; drift: Drift | null; fault: string | null }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <section class="card watched" :aria-label="`Watched: ${point.name}`">
    <h2><span>Watched: {{ point.name }} <span class="soft">{{ point.tube === null ? '' : point.electrode }}</span></span><b class="m">{{ point.reading?.shown ?? '·' }} {{ point.unit }}</b></h2>
    <drift-chart v-if="drift !== null" :drift="drift" :unit="point.unit" />
    <p v-else class="soft">{{ fault ?? 'Asking…' }}</p>
    <p v-if="drift !== null" :class="['small', { out: drift.says === 'still-moving' }]" aria-live="polite">{{ drift.sentence }}</p>
    <button type="button" class="plain small soft" @click="emit('close')">No longer watched <kbd>w</kbd></button>
  </section>
</template>

<style scoped>
.watched { padding: 8px 10px; display: flex; flex-direction: column; gap: 4px; min-height: 0; overflow: hidden; }
h2 { font-size: 16px; display: flex; justify-content: space-between; gap: 10px; } h2 span span { font-weight: 400; }
p { line-height: 1.3; }
button { min-height: 32px; text-align: left; }
</style>
