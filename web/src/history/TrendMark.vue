<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { placeShape } from '../marks/geometry'

/** One point over the visits: what was read, beside the tick of what belonged there on that day. */
const props = defineProps<{ trend: Schemas['History']['trends'][number] }>()
const WIDTH = 104
const HEIGHT = 34
const shapes: Record<string, string> = { within: 'tick', watch: 'diamond', out: 'arrow-low', danger: 'danger-low', 'cannot-say': 'query' }
const all = computed(() => props.trend.points.flatMap((p) => (p.expected === null ? [Math.abs(p.value)] : [Math.abs(p.value), Math.abs(p.expected)])))
const low = computed(() => Math.min(...all.value))
const high = computed(() => Math.max(...all.value))
const x = (i: number): number => 10 + (i * (WIDTH - 20)) / Math.max(1, props.trend.points.length - 1)
/** Never magnified beyond a tenth: a still point looks still. */
const y = (value: number): number => {
  const middle = (low.value + high.value) / 2
  const half = Math.max((high.value - low.value) / 2, 0.05 * middle, 1e-9)
  return HEIGHT / 2 - (12 * (Math.abs(value) - middle)) / half
}
const points = computed(() => props.trend.points.map((p, i) => ({ ...p, x: x(i), y: y(p.value), expectedY: p.expected === null ? null : y(p.expected), mark: placeShape(0, shapes[p.verdict] ?? 'query') })))
const said = computed(() => `${props.trend.name}: ${props.trend.points.map((p) => `${p.tag} ${p.shown}${p.expected === null ? '' : ` where ${p.expected.toPrecision(3)} belonged`}`).join(', ')}`)
</script>

<template>
  <svg :width="WIDTH" :height="HEIGHT" role="img" :aria-label="said">
    <polyline :points="points.map((p) => `${p.x},${p.y}`).join(' ')" fill="none" stroke="var(--soft)" stroke-width="1.4" />
    <g v-for="p in points" :key="p.tag">
      <line v-if="p.expectedY !== null" :x1="p.x - 7" :x2="p.x + 7" :y1="p.expectedY" :y2="p.expectedY" stroke="var(--ink)" stroke-width="1.4" />
      <path :transform="`translate(${p.x} ${p.y})`" :d="p.mark.d" :fill="p.mark.filled ? `var(--${p.verdict})` : 'var(--card)'" :stroke="`var(--${p.verdict})`" stroke-width="1.6" />
    </g>
  </svg>
</template>
