<script setup lang="ts">
import { computed } from 'vue'
import { placeShape } from '../../marks/geometry'
import { partOf } from '../../marks/partOf'
import { detailOf } from '../common/detail'
import type { BoardItem } from '../common/useStation'

/** Every tube of the chassis side by side, each figure over the least that is good: the weak one and the odd one of a set stand out. */
const props = defineProps<{ items: BoardItem[]; lit: string | null }>()
const emit = defineEmits<{ choose: [part: string] }>()

const HEIGHT = 150
const FLOOR = 124
const MOST = 2
const y = (over: number): number => FLOOR - (FLOOR - 10) * Math.min(MOST, over) / MOST
const shapes: Record<string, string> = { within: 'tick', watch: 'diamond', out: 'arrow-low', danger: 'danger-low', 'cannot-say': 'query' }
const tubes = computed(() => props.items.filter((i) => i.more?.kind === 'tube'))
const step = computed(() => Math.min(70, 420 / Math.max(1, tubes.value.length)))
const width = computed(() => 44 + step.value * tubes.value.length)
const columns = computed(() => tubes.value.map((item, i) => {
  const strengths = detailOf(item, 'tube')?.strengths ?? []
  const middle = 40 + (i + 0.5) * step.value
  return {
    item, middle,
    dots: strengths.flatMap((s, k) => (s.overGood === null ? [] : [{
      key: String(k), at: middle + (k - (strengths.length - 1) / 2) * Math.min(16, step.value / 3), y: y(s.overGood), over: s.overGood > MOST,
      verdict: s.verdict, shape: placeShape(0, shapes[s.verdict] ?? 'query'),
    }])),
    said: [item.part, ...strengths.map((s) => (s.overGood === null ? 'nothing to lay it beside' : `${Math.round(100 * s.overGood)} % of the least that is good`)), item.wordText].join(', '),
  }
}))
const read = computed(() => columns.value.some((c) => c.dots.length > 0))
</script>

<template>
  <svg v-if="read" class="card" :viewBox="`0 0 ${width} ${HEIGHT}`" role="group" aria-label="Each tube’s figures over the least that is good">
    <rect x="40" :width="width - 44" :y="y(MOST)" :height="y(1) - y(MOST)" fill="var(--band)" />
    <line x1="40" :x2="width - 4" :y1="y(1)" :y2="y(1)" stroke="var(--ink)" stroke-width="1.6" />
    <line x1="40" :x2="width - 4" :y1="FLOOR" :y2="FLOOR" stroke="var(--line)" />
    <text x="36" :y="y(1) + 4" text-anchor="end">good</text>
    <g v-for="c in columns" :key="c.item.part" v-bind="partOf(c.said, () => { emit('choose', c.item.part) }, false)">
      <rect :x="c.middle - step / 2 + 1" y="6" :width="step - 2" :height="HEIGHT - 8" rx="3" :fill="c.item.part === lit ? 'var(--lit)' : 'transparent'" :fill-opacity="c.item.part === lit ? 0.7 : 1" />
      <g v-for="d in c.dots" :key="d.key">
        <line :x1="d.at" :x2="d.at" :y1="FLOOR" :y2="d.y" :stroke="`var(--${d.verdict})`" stroke-width="3" />
        <path :transform="`translate(${d.at} ${d.y})`" :d="d.shape.d" :fill="d.shape.filled ? `var(--${d.verdict})` : 'var(--card)'" :stroke="`var(--${d.verdict})`" stroke-width="1.8" />
      </g>
      <text v-if="c.dots.length === 0" :x="c.middle" :y="FLOOR - 8" text-anchor="middle" class="none">–</text>
      <text :x="c.middle" :y="HEIGHT - 8" text-anchor="middle" :class="{ lit: c.item.part === lit }">{{ c.item.part }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg { flex: none; width: 100%; max-height: 190px; }
text { font: 13px var(--figures); fill: var(--ink); }
text.none { fill: var(--soft); }
text.lit { font-weight: 700; }
</style>
