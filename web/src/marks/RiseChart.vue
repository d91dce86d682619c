<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import type { Schemas } from '../api/client'

/** What comes up when it is switched on cold: B+ up, bias down, each to its own end; time in tenfolds, since the first tenth of a second counts as much as the last ten. */
const props = defineProps<{ curves: Schemas['PowerRise']['curves']; drawsSeconds: number | null }>()
const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
const left = 52
const right = 76
const top = 8
const foot = 24
const first = 0.01
const last = 40
const x = (s: number): number => left + (Math.log(Math.max(s, first) / first) / Math.log(last / first)) * (width.value - left - right)
const end = (what: string): number => Math.abs(props.curves.find((c) => c.what === what)?.points.at(-1)?.volts ?? 0)
const hasBias = computed(() => props.curves.some((c) => c.what === 'bias'))
const floor = computed(() => (hasBias.value ? 0.36 * (height.value - top - foot) : 0))
const zero = computed(() => height.value - foot - floor.value)
const most = computed(() => 1.08 * Math.max(1, ...props.curves.filter((c) => c.what === 'rail').flatMap((c) => c.points.map((p) => p.volts ?? 0))))
const least = computed(() => 1.12 * Math.max(1, end('bias'), end('bias-doubled')))
const y = (volts: number): number => (volts >= 0 ? zero.value - (volts / most.value) * (zero.value - top) : zero.value + (-volts / least.value) * floor.value)
const path = (c: Schemas['PowerRise']['curves'][number]): string => { const p = c.points.filter((one) => one.volts !== null); return p.length === 0 ? '' : `M${p.map((one) => `${String(x(one.seconds))} ${String(y(one.volts ?? 0))}`).join('L')}` }
const ticks = [0.01, 0.1, 1, 10]
const names: Record<string, string> = { rail: '', bias: '', 'bias-doubled': 'doubled' }
const labels = computed(() => props.curves.filter((c) => c.what !== 'bias-doubled').map((c) => ({ text: c.place, y: y(c.points.at(-1)?.volts ?? 0) })))
const spoken = computed(() => props.curves.map((c) => `${c.place}${names[c.what] === '' ? '' : ' with its capacitors doubled'} to ${String(Math.round(c.points.at(-1)?.volts ?? 0))} volts`).join(', '))
</script>

<template>
  <div ref="box" class="rise">
    <svg v-if="width > 0 && height > 0" :width="width" :height="height" role="img" :aria-label="`After switching on: ${spoken}${drawsSeconds === null ? '' : `; the output tubes draw from ${drawsSeconds.toFixed(0)} seconds on`}`">
      <template v-for="t in ticks" :key="t"><line :x1="x(t)" :x2="x(t)" :y1="top" :y2="height - foot" /><text :x="x(t)" :y="height - 7" text-anchor="middle">{{ t }}</text></template>
      <text :x="width - right + 6" :y="height - 7">s</text>
      <line :x1="left" :x2="width - right" :y1="zero" :y2="zero" class="zero" />
      <text :x="left - 6" :y="zero + 5" text-anchor="end">0</text><text :x="left - 6" :y="y(end('rail')) + 5" text-anchor="end">{{ Math.round(end('rail')) }}</text><text v-if="hasBias" :x="left - 6" :y="y(-end('bias')) + 5" text-anchor="end">−{{ Math.round(end('bias')) }}</text>
      <template v-if="drawsSeconds !== null"><rect :x="x(drawsSeconds)" :y="top" :width="Math.max(0, width - right - x(drawsSeconds))" :height="height - foot - top" class="draws" /></template>
      <path v-for="c in curves" :key="c.what" :d="path(c)" :class="['curve', c.what]" />
      <text v-for="l in labels" :key="l.text" :x="width - right + 6" :y="l.y + 5" class="name">{{ l.text }}</text>
    </svg>
  </div>
</template>

<style scoped>
.rise { width: 100%; height: 190px; overflow: hidden; }
svg { display: block; }
text { font: 14px var(--figures); fill: var(--soft); } .name { fill: var(--ink); font-weight: 700; }
line { stroke: var(--fine); } line.zero { stroke: var(--ink); }
.draws { fill: var(--heart); opacity: 0.14; }
.curve { fill: none; stroke: var(--ink); stroke-width: 2.4; } .bias { stroke: var(--within); } .bias-doubled { stroke: var(--within); stroke-dasharray: 6 4; stroke-width: 1.8; }
</style>
