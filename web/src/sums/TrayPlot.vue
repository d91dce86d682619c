<script setup lang="ts">
import { computed } from 'vue'
import type { TrayTube } from './tray'

/** Each set on a line of its own over one axis of plate current; what is left over below. */
const props = defineProps<{ tubes: TrayTube[]; sets: { tubes: string[]; claim: string }[]; leftOver: string[] }>()

const LEFT = 26
const RIGHT = 394
const ROW = 20
const MOST_ROWS = 24
const of = (ids: readonly string[]): number[] => ids.flatMap((id) => props.tubes.filter((t) => t.id === id).map((t) => 1000 * t.plateAmperes))
const rows = computed(() => props.sets.slice(0, MOST_ROWS).map((s, i) => ({ label: String(i + 1), at: of(s.tubes), claim: s.claim })))
const left = computed(() => of(props.leftOver))
const range = computed(() => {
  const all = props.tubes.map((t) => 1000 * t.plateAmperes)
  const [low, high] = [Math.min(...all), Math.max(...all)]
  const margin = Math.max((high - low) * 0.04, high * 0.005)
  return { low: low - margin, high: high + margin }
})
const x = (milliamperes: number): number => LEFT + (RIGHT - LEFT) * (milliamperes - range.value.low) / (range.value.high - range.value.low)
const ticks = computed(() => {
  const span = range.value.high - range.value.low
  const step = [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500].find((s) => span / s <= 6) ?? 1000
  const first = Math.ceil(range.value.low / step)
  return Array.from({ length: Math.floor(range.value.high / step) - first + 1 }, (_, i) => ({ at: (first + i) * step, text: ((first + i) * step).toFixed(step < 0.1 ? 2 : step < 1 ? 1 : 0) }))
})
const floor = computed(() => 8 + ROW * (rows.value.length + (left.value.length > 0 ? 1 : 0)))
</script>

<template>
  <svg :viewBox="`0 0 420 ${floor + 24}`" role="img" :aria-label="`${sets.length} sets and ${leftOver.length} left over along their plate current`">
    <g v-for="t in ticks" :key="t.at"><line :x1="x(t.at)" :x2="x(t.at)" y1="4" :y2="floor" class="tick" /><text :x="x(t.at)" :y="floor + 15" text-anchor="middle">{{ t.text }}</text></g>
    <text x="418" :y="floor + 15" text-anchor="end">mA</text>
    <g v-for="(r, i) in rows" :key="r.label" :class="r.claim">
      <text x="4" :y="ROW * (i + 1) + 3">{{ r.label }}</text>
      <line :x1="x(Math.min(...r.at))" :x2="x(Math.max(...r.at))" :y1="ROW * (i + 1) - 2" :y2="ROW * (i + 1) - 2" class="span" />
      <circle v-for="(a, k) in r.at" :key="k" :cx="x(a)" :cy="ROW * (i + 1) - 2" r="4.5" />
    </g>
    <g v-if="left.length > 0" class="left"><text x="4" :y="ROW * (rows.length + 1) + 3">–</text><circle v-for="(a, k) in left" :key="k" :cx="x(a)" :cy="ROW * (rows.length + 1) - 2" r="4" /></g>
  </svg>
</template>

<style scoped>
svg { width: 100%; max-width: 560px; }
text { font: 12.5px var(--figures); fill: var(--ink); }
.tick { stroke: var(--line); }
.span { stroke: currentColor; stroke-width: 3; }
circle { fill: currentColor; }
.matched { color: var(--within); }
.not-matched { color: var(--out); }
.cannot-say { color: var(--soft); }
.not-matched circle { fill: var(--card); stroke: currentColor; stroke-width: 2.5; }
.left circle { fill: none; stroke: var(--soft); stroke-width: 1.5; }
</style>
