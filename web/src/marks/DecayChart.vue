<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

/** The fall of B+ after switching off, on its own time axis: the band in which it belongs, and what was read or shown. */
const props = defineProps<{ place: string; startVolts: number; band: { share: number; leastSeconds: number; mostSeconds: number | null }[]; read: { seconds: number; volts: number }[]; trace?: { seconds: number; volts: number }[]; verdict: string | null }>()
const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
const left = 46
const foot = 24
const top = 10
const longest = 900
const trace = computed(() => props.trace ?? [])
/** Far enough for the slowest to have fallen to a fifth, and for everything that was read. */
const lasts = computed(() => Math.max(2, Math.min(props.band.find((b) => b.share <= 0.2)?.mostSeconds ?? longest, longest), ...[...props.read, ...trace.value].map((r) => 1.1 * r.seconds)))
const x = (s: number): number => left + (Math.min(s, lasts.value) / lasts.value) * (width.value - left - 12)
const highest = computed(() => 1.05 * Math.max(props.startVolts, ...[...props.read, ...trace.value].map((r) => r.volts)))
const y = (v: number): number => height.value - foot - (v / highest.value) * (height.value - foot - top)
const path = computed(() => {
  const side = (seconds: (b: { leastSeconds: number; mostSeconds: number | null }) => number): string[] => props.band.map((b) => `${String(x(seconds(b)))} ${String(y(b.share * props.startVolts))}`)
  return props.band.length === 0 ? '' : `M${side((b) => b.mostSeconds ?? longest).join('L')}L${side((b) => b.leastSeconds).reverse().join('L')}Z`
})
const line = (points: { seconds: number; volts: number }[]): string => `M${points.map((r) => `${String(x(r.seconds))} ${String(y(r.volts))}`).join('L')}`
const ticks = computed(() => { const s = [0.5, 1, 2, 5, 10, 20, 30, 60, 120, 300].find((n) => lasts.value / n <= 6) ?? 600; return Array.from({ length: Math.floor(lasts.value / s) + 1 }, (_, i) => i * s) })
const volts = computed(() => { const s = [20, 50, 100, 200].find((n) => props.startVolts / n <= 4) ?? 500; return Array.from({ length: Math.floor(props.startVolts / s) + 1 }, (_, i) => i * s) })
const spoken = computed(() => [...props.read.filter((r) => r.seconds > 0), ...trace.value.slice(-1)].map((r) => `${String(Math.round(r.volts))} after ${String(Math.round(r.seconds))} seconds`).join(', '))
</script>

<template>
  <div ref="box" class="decay">
    <svg v-if="width > 0 && height > 0" :width="width" :height="height" role="img" :aria-label="`Fall of ${place} from ${Math.round(startVolts)} volts: ${spoken === '' ? 'not read' : spoken}`">
      <template v-for="v in volts" :key="v"><line :x1="left" :x2="width - 12" :y1="y(v)" :y2="y(v)" :class="{ zero: v === 0 }" /><text :x="left - 5" :y="y(v) + 5" text-anchor="end">{{ v }}</text></template>
      <text v-for="t in ticks" :key="`t${t}`" :x="x(t)" :y="height - 6" text-anchor="middle">{{ t }}</text>
      <text :x="width - 2" :y="height - 6" text-anchor="end">s</text>
      <path :d="path" class="band" />
      <path v-if="trace.length > 1" :d="line(trace)" :class="['read', verdict ?? 'live']" />
      <path v-else-if="read.length > 1" :d="line(read)" :class="['read', verdict ?? 'cannot-say']" />
      <circle v-for="r in read" :key="r.seconds" :cx="x(r.seconds)" :cy="y(r.volts)" r="5" :class="['dot', verdict ?? 'cannot-say']" />
      <circle v-if="trace.length > 0 && verdict === null" :cx="x(trace.at(-1)?.seconds ?? 0)" :cy="y(trace.at(-1)?.volts ?? 0)" r="6" class="dot live" />
    </svg>
  </div>
</template>

<style scoped>
.decay { width: 100%; height: 100%; min-height: 0; overflow: hidden; }
svg { display: block; }
text { font: 14px var(--figures); fill: var(--soft); }
line { stroke: var(--fine); } line.zero { stroke: var(--ink); }
.band { fill: var(--window); }
.read { fill: none; stroke-width: 2.4; stroke: currentColor; } .dot { fill: currentColor; }
.within { color: var(--within); } .watch { color: var(--watch); } .out { color: var(--out); } .danger { color: var(--danger); } .cannot-say { color: var(--soft); } .live { color: var(--ink); }
</style>
