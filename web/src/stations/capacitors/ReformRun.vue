<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { lasting, useNow } from '../../frame/time'

const props = defineProps<{ reform: Schemas['Reform'] }>()
const now = useNow(1000)
const log = computed(() => props.reform.progress.log)
const running = computed(() => log.value.length > 0)
const step = computed(() => props.reform.steps[props.reform.progress.step])
const since = computed(() => props.reform.progress.since)
const micro = (a: number): string => (a >= 1e-3 ? `${(a * 1e3).toPrecision(2)} mA` : `${(a * 1e6).toFixed(0)} µA`)
const words = computed(() => {
  const s = step.value
  switch (props.reform.progress.state) {
    case 'not-begun': return `${String(props.reform.steps.length)} steps through ${(props.reform.seriesOhms / 1000).toFixed(0)} kΩ, first ${s?.volts.toFixed(0) ?? ''} V until under ${micro(s?.limitAmperes ?? 0)}`
    case 'waiting': return `at ${s?.volts.toFixed(0) ?? ''} V: wait until under ${micro(s?.limitAmperes ?? 0)}`
    case 'next': return `next step: ${s?.volts.toFixed(0) ?? ''} V, then until under ${micro(s?.limitAmperes ?? 0)}`
    case 'done': return 'formed: every step is under its limit'
    default: return 'abandon it: the leakage does not come down'
  }
})

// Leakage falls over decades: its logarithm up, time across.
const box = { w: 340, h: 92, left: 58, bottom: 16 }
const chart = computed(() => {
  const points = log.value
  if (points.length === 0) return null
  const t0 = points[0]?.at ?? 0
  const span = Math.max(60, (points.at(-1)?.at ?? t0) - t0)
  const all = points.flatMap((p) => [p.leakAmperes, p.limitAmperes ?? p.leakAmperes]).filter((a) => a > 0)
  const low = Math.floor(Math.log10(Math.min(...all))), high = Math.ceil(Math.log10(Math.max(...all)) + 0.01)
  const x = (at: number): number => box.left + ((at - t0) / span) * (box.w - box.left - 8)
  const y = (a: number): number => 6 + ((high - Math.log10(Math.max(a, 1e-9))) / Math.max(1, high - low)) * (box.h - box.bottom - 6)
  return {
    dots: points.map((p) => ({ x: x(p.at), y: y(p.leakAmperes), volts: p.volts, under: p.limitAmperes !== null && p.leakAmperes <= p.limitAmperes })),
    line: points.map((p) => `${x(p.at).toFixed(1)},${y(p.leakAmperes).toFixed(1)}`).join(' '),
    limit: points.map((p) => `${x(p.at).toFixed(1)},${y(p.limitAmperes ?? p.leakAmperes).toFixed(1)}`).join(' '),
    ticks: Array.from({ length: high - low + 1 }, (_, i) => ({ y: y(10 ** (low + i)), label: micro(10 ** (low + i)) })),
    minutes: Math.round(span / 60),
  }
})
</script>

<template>
  <section class="reform" aria-label="Reforming">
    <p class="small"><b>Reforming</b> <span :class="{ out: reform.progress.state === 'abandon', within: reform.progress.state === 'done' }">{{ words }}</span><span v-if="running && since !== null && (reform.progress.state === 'waiting' || reform.progress.state === 'next')" class="m soft"> · {{ lasting(now / 1000 - since) }}</span></p>
    <ol class="table m"><li v-for="(s, i) in reform.steps" :key="i" :class="{ now: running && i === reform.progress.step, past: running && (i < reform.progress.step || reform.progress.state === 'done') }">{{ s.volts.toFixed(0) }} V<small>{{ micro(s.limitAmperes) }}</small></li></ol>
    <svg v-if="chart !== null" :viewBox="`0 0 ${box.w} ${box.h}`" role="img" :aria-label="`Leakage over ${chart.minutes} minutes, ${log.length} readings`">
      <g v-for="t in chart.ticks" :key="t.label"><line :x1="box.left" :x2="box.w" :y1="t.y" :y2="t.y" stroke="var(--fine)" /><text :x="box.left - 4" :y="t.y + 4" text-anchor="end">{{ t.label }}</text></g>
      <polyline :points="chart.limit" fill="none" stroke="var(--soft)" stroke-dasharray="4 3" />
      <polyline :points="chart.line" fill="none" stroke="var(--heart)" stroke-width="2" />
      <circle v-for="(d, i) in chart.dots" :key="i" :cx="d.x" :cy="d.y" r="4" :fill="d.under ? 'var(--within)' : 'var(--card)'" stroke="var(--ink)"><title>{{ d.volts }} V</title></circle>
      <text :x="box.w" :y="box.h - 2" text-anchor="end">{{ chart.minutes }} min</text>
    </svg>
  </section>
</template>

<style scoped>
.reform { border-top: 1px solid var(--line); padding-top: 4px; display: grid; gap: 4px; }
.table { list-style: none; display: flex; flex-wrap: wrap; gap: 3px; margin: 0; padding: 0; font-size: 13px; }
.table li { border: 1px solid var(--line); border-radius: 3px; padding: 1px 6px; display: grid; text-align: center; }
.table small { color: var(--soft); font-size: 12px; }
.table .past { background: var(--window); }
.table .now { box-shadow: inset 0 -3px 0 var(--heart); font-weight: 700; }
svg text { font: 11px var(--figures); fill: var(--soft); }
svg { width: 100%; max-height: 110px; }
</style>
