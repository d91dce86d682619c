<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useId, useTemplateRef } from 'vue'
import { ticks } from './axis'

/** Plate curves of a tube as it stands in its stage, the way each tube goes on them over half a period at full drive, the limit as a hyperbola. */
export interface PlatePoint { volts: number; amperes: number }
export interface PlatePath { position: string; side: string; points: PlatePoint[] }
const props = defineProps<{ curves: { gridVolts: number; points: PlatePoint[] }[]; paths: PlatePath[]; limitWatts: number | null; type: string | null }>()

const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
const left = 52
const right = 54
const top = 26
const foot = 30

/** Tubes that go the same way are drawn once. */
const ways = computed(() => {
  const found: { positions: string[]; points: PlatePoint[] }[] = []
  for (const p of props.paths) {
    const sorted = [...p.points].sort((a, b) => a.volts - b.volts)
    const alike = found.find((f) => f.points.every((q, i) => Math.abs(q.volts - (sorted[i]?.volts ?? 0)) < 0.02 * q.volts + 1 && Math.abs(q.amperes - (sorted[i]?.amperes ?? 0)) < 0.02 * q.amperes + 0.0005))
    if (alike === undefined) found.push({ positions: [p.position], points: sorted })
    else alike.positions.push(p.position)
  }
  return found
})
const all = computed(() => ways.value.flatMap((w) => w.points))
const toVolts = computed(() => 1.04 * Math.max(50, ...all.value.map((p) => p.volts)))
const most = computed(() => 1.12 * Math.max(0.02, ...all.value.map((p) => p.amperes)))
const x = (volts: number): number => left + (volts / toVolts.value) * (width.value - left - right)
const y = (amperes: number): number => height.value - foot - (amperes / most.value) * (height.value - foot - top)
const line = (points: PlatePoint[]): string => `M${points.map((p) => `${x(p.volts).toFixed(1)} ${y(p.amperes).toFixed(1)}`).join('L')}`
const hyperbola = computed(() => (props.limitWatts === null ? '' : line(Array.from({ length: 61 }, (_, i) => { const volts = toVolts.value * Math.max(0.02, i / 60); return { volts, amperes: (props.limitWatts ?? 0) / volts } }))))
/** The grid's volts stand where each curve leaves the drawing: over its top, or at its right end, one under the other. */
const names = computed(() => {
  let across = -Infinity
  let before = -Infinity
  return props.curves.flatMap((c) => {
    const says = c.gridVolts === 0 ? '0 V' : String(c.gridVolts).replace('-', '−')
    const over = c.points.findIndex((p) => p.amperes > most.value)
    const [a, b] = [c.points[over - 1], c.points[over]]
    if (a !== undefined && b !== undefined) {
      across = Math.max(across + 42, x(a.volts + ((most.value - a.amperes) / (b.amperes - a.amperes)) * (b.volts - a.volts)))
      return [{ says, x: across - 6, y: top - 8 }]
    }
    const end = c.points.at(-1)
    if (end === undefined || end.amperes < 0.004 * most.value) return []
    const at = Math.max(y(end.amperes) + 5, before + 16)
    before = at
    return at > height.value - foot ? [] : [{ says, x: x(Math.min(end.volts, toVolts.value)) + 5, y: at }]
  })
})
const rest = computed(() => ways.value.map((w) => ({ positions: w.positions, at: [...w.points].sort((a, b) => a.volts - b.volts)[Math.floor(w.points.length / 2)] })))
const spoken = computed(() => `Plate curves of ${props.type ?? 'the tube'}; ${ways.value.map((w) => `${w.positions.join(', ')} from ${String(Math.round(w.points[0]?.volts ?? 0))} volts and ${String(Math.round(1000 * (w.points[0]?.amperes ?? 0)))} milliamperes to ${String(Math.round(w.points.at(-1)?.volts ?? 0))} volts`).join('; ')}`)
const clip = useId()
</script>

<template>
  <div ref="box" class="field">
    <svg v-if="width > 0 && height > 0" :width="width" :height="height" role="img" :aria-label="spoken">
      <clipPath :id="clip"><rect :x="left" :y="top" :width="Math.max(0, width - left - right)" :height="Math.max(0, height - foot - top)" /></clipPath>
      <g class="grid">
        <template v-for="v in ticks(0, toVolts, 8)" :key="`v${v}`"><line :x1="x(v)" :x2="x(v)" :y1="top" :y2="height - foot" /><text :x="x(v)" :y="height - 10" text-anchor="middle">{{ v }}</text></template>
        <template v-for="a in ticks(0, most, 6)" :key="`a${a}`"><line :x1="left" :x2="width - right" :y1="y(a)" :y2="y(a)" :class="{ zero: a === 0 }" /><text :x="left - 6" :y="y(a) + 5" text-anchor="end">{{ Math.round(a * 1000) }}</text></template>
        <text :x="left - 6" :y="top - 8" text-anchor="end">mA</text><text :x="width - 8" :y="height - 10" text-anchor="end">V</text>
      </g>
      <g :clip-path="`url(#${clip})`">
        <path v-for="c in curves" :key="c.gridVolts" :d="line(c.points)" class="curve" />
        <path v-if="limitWatts !== null" :d="hyperbola" class="limit" />
        <path v-for="w in ways" :key="w.positions.join()" :d="line(w.points)" class="way" />
      </g>
      <text v-for="n in names" :key="n.says" :x="n.x" :y="n.y" class="name">{{ n.says }}</text>
      <text v-if="limitWatts !== null" :x="x(limitWatts / (0.86 * most)) + 10" :y="y(0.86 * most)" class="says">{{ limitWatts }} W</text>
      <g v-for="r in rest" :key="r.positions.join()"><template v-if="r.at !== undefined"><circle :cx="x(r.at.volts)" :cy="y(r.at.amperes)" r="6" class="rest" /><text :x="x(r.at.volts) + 10" :y="y(r.at.amperes) - 8" class="who">{{ r.positions.join(' ') }}</text></template></g>
    </svg>
  </div>
</template>

<style scoped>
.field { width: 100%; height: 100%; min-height: 0; overflow: hidden; }
svg { display: block; }
text { font: 14px var(--figures); fill: var(--soft); paint-order: stroke; stroke: var(--card); stroke-width: 3px; }
.grid line { stroke: var(--fine); } .grid line.zero { stroke: var(--ink); stroke-width: 1.4; }
.curve { fill: none; stroke: var(--soft); stroke-width: 1.3; }
.limit { fill: none; stroke: var(--danger); stroke-width: 2; stroke-dasharray: 9 4; } .says { fill: var(--danger); font-weight: 700; }
.way { fill: none; stroke: var(--heart-strong); stroke-width: 3.2; }
.rest { fill: var(--card); stroke: var(--heart-strong); stroke-width: 2.4; }
.who { fill: var(--ink); font-weight: 700; font-size: 15px; }
</style>
