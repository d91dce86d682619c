<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'

/** The fall of B+ after switching off, on its own time axis: the band in which it belongs, and what was read. */
const props = defineProps<{ place: string; startVolts: number; leastSeconds: number; mostSeconds: number; read: { seconds: number; volts: number }[]; verdict: string | null }>()
const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
const left = 46
const foot = 24
const top = 10
/** Far enough for the slowest to have fallen to a fifth, and for everything that was read. */
const lasts = computed(() => Math.max(10, Math.min(1.6 * props.mostSeconds, 900), ...props.read.map((r) => 1.1 * r.seconds)))
const x = (s: number): number => left + (s / lasts.value) * (width.value - left - 12)
const y = (v: number): number => height.value - foot - (v / (1.05 * Math.max(props.startVolts, ...props.read.map((r) => r.volts)))) * (height.value - foot - top)
const steps = Array.from({ length: 41 }, (_, i) => i / 40)
const curve = (constant: number): string[] => steps.map((t) => `${String(x(t * lasts.value))} ${String(y(props.startVolts * Math.exp((-t * lasts.value) / constant)))}`)
const band = computed(() => `M${curve(props.mostSeconds).join('L')}L${[...curve(props.leastSeconds)].reverse().join('L')}Z`)
const ticks = computed(() => { const s = [5, 10, 20, 30, 60, 120, 300].find((n) => lasts.value / n <= 6) ?? 600; return Array.from({ length: Math.floor(lasts.value / s) + 1 }, (_, i) => i * s) })
const volts = computed(() => { const s = [20, 50, 100, 200].find((n) => props.startVolts / n <= 4) ?? 500; return Array.from({ length: Math.floor(props.startVolts / s) + 1 }, (_, i) => i * s) })
</script>

<template>
  <div ref="box" class="decay">
    <svg v-if="width > 0 && height > 0" :width="width" :height="height" role="img" :aria-label="`Fall of ${place} from ${Math.round(startVolts)} volts: ${read.map((r) => `${Math.round(r.volts)} after ${Math.round(r.seconds)} seconds`).join(', ') || 'not read'}`">
      <template v-for="v in volts" :key="v"><line :x1="left" :x2="width - 12" :y1="y(v)" :y2="y(v)" :class="{ zero: v === 0 }" /><text :x="left - 5" :y="y(v) + 5" text-anchor="end">{{ v }}</text></template>
      <text v-for="t in ticks" :key="`t${t}`" :x="x(t)" :y="height - 6" text-anchor="middle">{{ t }}</text>
      <text :x="width - 2" :y="height - 6" text-anchor="end">s</text>
      <path :d="band" class="band" />
      <path v-if="read.length > 1" :d="`M${read.map((r) => `${x(r.seconds)} ${y(r.volts)}`).join('L')}`" :class="['read', verdict ?? 'cannot-say']" />
      <circle v-for="r in read" :key="r.seconds" :cx="x(r.seconds)" :cy="y(r.volts)" r="5" :class="['dot', verdict ?? 'cannot-say']" />
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
.within { color: var(--within); } .watch { color: var(--watch); } .out { color: var(--out); } .danger { color: var(--danger); } .cannot-say { color: var(--soft); }
</style>
