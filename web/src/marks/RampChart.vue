<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import type { Schemas } from '../api/client'
import { ticks } from './axis'

/** First power drawn: mains across, volts up; a corridor for what each rail and the bias should read, the readings walking up inside it. */
type Stop = Schemas['PowerStop']
type Sample = Schemas['Power']['ramps'][number]['samples'][number]
const props = defineProps<{ stops: Stop[]; samples: Sample[]; ceilings: Schemas['Ceiling'][]; fullVolts: number; here: number | null; live?: { place: string; volts: number } | null }>()

const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
const left = 52
const right = 92
const top = 14
const foot = 26

interface Step { mains: number; low: number; high: number; volts: number; abort: number | null }
interface Corridor { place: string; role: string; steps: Step[] }

/** What every place should read, stop by stop; the mains is that of the source. */
const corridors = computed<Corridor[]>(() => {
  const found: Corridor[] = []
  for (const stop of props.stops) {
    for (const r of stop.readings) {
      if (r.volts === null || r.lowVolts === null || r.highVolts === null || (r.role !== 'rail' && r.role !== 'bias')) continue
      let own = found.find((c) => c.place === r.place)
      if (own === undefined) { own = { place: r.place, role: r.role, steps: [] }; found.push(own) }
      own.steps.push({ mains: stop.volts, low: r.lowVolts, high: r.highVolts, volts: r.volts, abort: r.abortAboveVolts })
    }
  }
  return found.map((c) => ({ ...c, steps: [...c.steps].sort((a, b) => a.mains - b.mains) }))
})
/** Places whose corridor is as good as another's are drawn once, under the first one's name. */
const drawn = computed(() => corridors.value.filter((c, i) => !corridors.value.slice(0, i).some((o) => o.role === c.role && o.steps.length === c.steps.length && o.steps.every((s, k) => Math.abs(s.volts - (c.steps[k]?.volts ?? 0)) < 0.015 * Math.abs(s.volts)))))
const alike = (c: Corridor): string => {
  const same = corridors.value.filter((o) => o.role === c.role && !drawn.value.some((d) => d.place === o.place && d.place !== c.place) && o.steps.length === c.steps.length && o.steps.every((s, k) => Math.abs(s.volts - (c.steps[k]?.volts ?? 0)) < 0.015 * Math.abs(s.volts))).map((o) => o.place)
  return same.length > 2 ? `${same[0] ?? ''} … ${same.at(-1) ?? ''}` : same.join(' ')
}

const most = computed(() => Math.max(50, ...corridors.value.flatMap((c) => c.steps.map((s) => Math.max(s.high, c.role === 'rail' ? Math.min(s.abort ?? 0, 1.15 * s.high) : 0))), ...props.samples.map((s) => s.value ?? 0)))
const least = computed(() => Math.min(0, ...corridors.value.flatMap((c) => c.steps.map((s) => s.low)), ...props.samples.map((s) => s.value ?? 0)))
const hasBias = computed(() => least.value < -1)
const across = computed(() => Math.max(props.fullVolts, ...props.stops.map((s) => s.volts)) * 1.04)
/** Bias has a scale of its own below the line: a tenth of the volts matters as much there. */
const floor = computed(() => (hasBias.value ? Math.round(0.3 * (height.value - top - foot)) : 0))
const zero = computed(() => height.value - foot - floor.value)
const x = (mains: number): number => left + (mains / across.value) * (width.value - left - right)
const y = (volts: number): number => (volts >= 0 ? zero.value - (volts / (most.value * 1.04)) * (zero.value - top) : zero.value + (volts / (least.value * 1.08)) * floor.value)
const lines = computed(() => ticks(0, most.value, 5))
const biasLines = computed(() => (hasBias.value ? ticks(0, -least.value, 2).slice(1).map((v) => -v) : []))
const mainsLines = computed(() => ticks(0, across.value, 6))

/** Below its first stop a corridor runs to nothing at no mains, where nothing sleeps on the way. */
const from = (c: Corridor): Step[] => {
  const first = c.steps[0]
  const sleeps = props.stops.some((s) => !s.bPlusComes && first !== undefined && s.volts < first.mains)
  return c.role === 'rail' && sleeps ? c.steps : [{ mains: 0, low: 0, high: 0, volts: 0, abort: 0 }, ...c.steps]
}
const area = (c: Corridor): string => { const s = from(c); return `M${s.map((p) => `${String(x(p.mains))} ${String(y(p.high))}`).join('L')}L${[...s].reverse().map((p) => `${String(x(p.mains))} ${String(y(p.low))}`).join('L')}Z` }
const middle = (c: Corridor): string => `M${from(c).map((p) => `${String(x(p.mains))} ${String(y(p.volts))}`).join('L')}`
const abort = (c: Corridor): string | null => { const s = c.steps.filter((p) => p.abort !== null); return s.length < 2 ? null : `M${s.map((p) => `${String(x(p.mains))} ${String(y(p.abort ?? 0))}`).join('L')}` }

const points = computed(() => props.samples.filter((s) => s.function === 'dc-volts' && s.value !== null && (s.sourceVolts ?? s.inletVolts) !== null && corridors.value.some((c) => c.place === s.place)).map((s) => ({ key: s.entryId, place: s.place, x: x(s.sourceVolts ?? s.inletVolts ?? 0), y: y(s.value ?? 0), verdict: s.verdict ?? 'cannot-say', shown: s.shown })))
/** A shape beside the colour: dot within, diamond to watch, cross where it is out. */
const shape = (verdict: string, px: number, py: number): string => (verdict === 'out' || verdict === 'danger'
  ? `M${String(px - 7)} ${String(py - 7)}l14 14m0 -14l-14 14`
  : verdict === 'watch' ? `M${String(px)} ${String(py - 8)}l8 8l-8 8l-8 -8z` : `M${String(px - 5)} ${String(py)}a5 5 0 1 0 10 0a5 5 0 1 0 -10 0z`)
const ceiling = computed(() => props.ceilings.find((c) => c.mainsVolts <= across.value) ?? null)
const labels = computed(() => {
  const placed: { place: string; text: string; at: number; y: number }[] = drawn.value.map((c) => ({ place: c.place, text: alike(c), at: y(c.steps.at(-1)?.volts ?? 0), y: 0 })).sort((a, b) => a.at - b.at)
  let before = -Infinity
  for (const l of placed) { l.y = Math.max(l.at, before + 16); before = l.y }
  // The lowest keeps clear of the axis; those above it make room.
  let below = height.value - foot - 6
  for (const l of [...placed].reverse()) { l.y = Math.min(l.y, below); below = l.y - 16 }
  return placed
})
const spoken = computed(() => `Ramp chart: ${corridors.value.map((c) => `${c.place} ${Math.round(c.steps.at(-1)?.volts ?? 0)} volts at ${Math.round(c.steps.at(-1)?.mains ?? 0)} volts in`).slice(0, 6).join(', ')}; ${points.value.length} readings`)
</script>

<template>
  <div ref="box" class="chart">
    <svg v-if="width > 0 && height > 0" :width="width" :height="height" role="img" :aria-label="spoken">
      <g class="grid">
        <template v-for="v in lines" :key="v"><line :x1="left" :x2="width - right" :y1="y(v)" :y2="y(v)" :class="{ zero: v === 0 }" /><text :x="left - 6" :y="y(v) + 5" text-anchor="end">{{ v }}</text></template>
        <template v-for="v in biasLines" :key="v"><line :x1="left" :x2="width - right" :y1="y(v)" :y2="y(v)" /><text :x="left - 6" :y="y(v) + 5" text-anchor="end">−{{ -v }}</text></template>
        <template v-for="v in mainsLines" :key="`m${v}`"><line :x1="x(v)" :x2="x(v)" :y1="top" :y2="height - foot" /><text :x="x(v)" :y="height - 8" text-anchor="middle">{{ v }}</text></template>
        <text :x="width - 4" :y="height - 8" text-anchor="end">V in</text>
      </g>
      <rect v-if="here !== null" :x="x(here) - 9" :y="top" width="18" :height="height - foot - top" class="here" />
      <template v-for="c in drawn" :key="c.place">
        <path :d="area(c)" class="corridor" />
        <path :d="middle(c)" class="middle" />
        <path v-if="abort(c) !== null" :d="abort(c) ?? ''" class="abort" />
      </template>
      <g v-if="ceiling !== null"><line :x1="x(ceiling.mainsVolts)" :x2="x(ceiling.mainsVolts)" :y1="top" :y2="zero" class="ceiling" /><text :x="x(ceiling.mainsVolts) - 6" :y="zero - 8" text-anchor="end" class="says">{{ ceiling.part }} at its {{ ceiling.ratedVolts }} V</text></g>
      <text v-for="l in labels" :key="l.place" :x="width - right + 6" :y="l.y + 5" class="name">{{ l.text }}</text>
      <path v-for="p in points" :key="p.key" :d="shape(p.verdict, p.x, p.y)" :class="['point', p.verdict]"><title>{{ p.place }} {{ p.shown }} V</title></path>
      <path v-if="live && here !== null" :d="`M${x(here) - 16} ${y(live.volts)}h32`" class="live" />
    </svg>
  </div>
</template>

<style scoped>
.chart { width: 100%; height: 100%; min-height: 0; overflow: hidden; }
svg { display: block; }
text { font: 14px var(--figures); fill: var(--soft); }
.grid line { stroke: var(--fine); } .grid line.zero { stroke: var(--ink); stroke-width: 1.4; }
.here { fill: var(--heart); opacity: 0.16; }
.corridor { fill: var(--window); opacity: 0.85; }
.middle { fill: none; stroke: var(--soft); stroke-width: 1.4; stroke-dasharray: 5 4; }
.abort { fill: none; stroke: var(--danger); stroke-width: 1.8; stroke-dasharray: 10 4 2 4; }
.ceiling { stroke: var(--danger); stroke-width: 2; } .says { fill: var(--danger); font-weight: 700; }
.name { fill: var(--ink); font-weight: 700; }
.point { fill: none; stroke-width: 2.6; }
.point.within { fill: var(--within); stroke: var(--within); } .point.watch { stroke: var(--watch); } .point.out { stroke: var(--out); } .point.danger { stroke: var(--danger); } .point.cannot-say { stroke: var(--soft); }
.live { stroke: var(--heart); stroke-width: 4; }
</style>
