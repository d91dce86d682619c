<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import type { Schemas } from '../api/client'
import { ticks } from './axis'

/** How one place moved since the unit was switched on: minutes across, its figure up, the window that it belongs in behind it. */
const props = defineProps<{ drift: Schemas['Drift']; unit: string }>()
const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
const left = 58
const right = 12
const top = 10
const foot = 26

const points = computed(() => props.drift.points.map(([minutes = 0, value = 0]) => ({ minutes, value })))
const last = computed(() => points.value.at(-1) ?? null)
const longest = computed(() => Math.max(5, last.value?.minutes ?? 0))
/** Never magnified beyond a twentieth: what hardly moves looks still. */
const range = computed(() => {
  const values = points.value.map((p) => p.value)
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const middle = (low + high) / 2
  const half = Math.max(0.6 * (high - low), 0.05 * Math.abs(middle), 1e-9)
  return { low: middle - half, high: middle + half }
})
const x = (minutes: number): number => left + (minutes / longest.value) * (width.value - left - right)
const y = (value: number): number => top + ((range.value.high - value) / (range.value.high - range.value.low)) * (height.value - top - foot)
const inside = (value: number): number => Math.min(height.value - foot, Math.max(top, y(value)))
const digits = computed(() => Math.max(0, 2 - Math.floor(Math.log10(Math.max(1e-9, range.value.high - range.value.low)))))
const shown = (value: number): string => value.toFixed(Math.min(6, digits.value)).replace('-', '−')
const upright = computed(() => ticks(range.value.low, range.value.high, 4))
const across = computed(() => ticks(0, longest.value, 5))
const spoken = computed(() => (last.value === null ? 'nothing read yet' : points.value.filter((_, i, all) => i === 0 || i === all.length - 1).map((p) => `${shown(p.value)} ${props.unit} after ${p.minutes.toFixed(1)} minutes`).join(', ')))
</script>

<template>
  <div ref="box" class="drift">
    <svg v-if="width > 0 && height > 0 && last !== null" :width="width" :height="height" role="img" :aria-label="`Since it was switched on: ${spoken}`">
      <rect v-if="drift.lowVolts !== null && drift.highVolts !== null" :x="left" :y="inside(drift.highVolts)" :width="width - left - right" :height="inside(drift.lowVolts) - inside(drift.highVolts)" fill="var(--window)" />
      <template v-for="v in upright" :key="v"><line :x1="left" :x2="width - right" :y1="y(v)" :y2="y(v)" /><text :x="left - 6" :y="y(v) + 5" text-anchor="end">{{ shown(v) }}</text></template>
      <template v-for="m in across" :key="`m${m}`"><line :x1="x(m)" :x2="x(m)" :y1="height - foot" :y2="height - foot + 5" class="axis" /><text :x="x(m)" :y="height - 6" text-anchor="middle">{{ m }}{{ m === across.at(-1) ? ' min' : '' }}</text></template>
      <line :x1="left" :x2="width - right" :y1="height - foot" :y2="height - foot" class="axis" />
      <polyline :points="points.map((p) => `${x(p.minutes)},${y(p.value)}`).join(' ')" />
      <circle v-for="(p, i) in points.length > 24 ? points.slice(-1) : points" :key="i" :cx="x(p.minutes)" :cy="y(p.value)" r="4" />
    </svg>
  </div>
</template>

<style scoped>
.drift { flex: 1; width: 100%; min-height: 0; overflow: hidden; }
svg { display: block; }
text { font: 13px var(--figures); fill: var(--soft); }
line { stroke: var(--fine); } line.axis { stroke: var(--ink); }
polyline { fill: none; stroke: var(--heart); stroke-width: 2.4; }
circle { fill: var(--heart); }
</style>
