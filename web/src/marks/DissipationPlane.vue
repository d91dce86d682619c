<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useId, useTemplateRef } from 'vue'
import { ticks } from './axis'

/** Where output tubes idle: plate volts across, plate current up, the limit as a hyperbola, the band where such a stage belongs, a dot for each tube with its band. */
export interface PlaneDot { position: string; volts: number; amperes: number; voltsBand: number; amperesBand: number; verdict: string; measured: boolean }
export interface Ghost { position: string; volts: number; amperes: number; says: string }
const props = defineProps<{ limitWatts: number | null; low: number; high: number; dots: PlaneDot[]; moved: Ghost[]; ghosts: Ghost[]; plateToPlateOhms: number | null; singleEnded: boolean }>()

const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
const left = 52
const right = 16
const top = 12
const foot = 30

const all = computed(() => [...props.dots, ...props.moved, ...props.ghosts])
const middle = computed(() => Math.max(50, ...all.value.map((d) => d.volts)))
const span = computed(() => ({ from: Math.max(0, Math.floor((0.6 * Math.min(middle.value, ...all.value.map((d) => d.volts))) / 50) * 50), to: Math.ceil((1.22 * middle.value) / 50) * 50 }))
const most = computed(() => 1.15 * Math.max(0.02, ...all.value.map((d) => d.amperes), props.limitWatts === null ? 0 : (1.25 * props.limitWatts) / middle.value))
const x = (volts: number): number => left + ((volts - span.value.from) / (span.value.to - span.value.from)) * (width.value - left - right)
const y = (amperes: number): number => height.value - foot - (amperes / most.value) * (height.value - foot - top)
const voltLines = computed(() => ticks(span.value.from, span.value.to, 7))
const ampereLines = computed(() => ticks(0, most.value, 5))
/** Volts from edge to edge of the drawing, close enough for a smooth curve. */
const across = computed(() => Array.from({ length: 61 }, (_, i) => Math.max(1, span.value.from + ((span.value.to - span.value.from) * i) / 60)))
const curve = (watts: number): string => across.value.map((v) => `${x(v).toFixed(1)} ${y(watts / v).toFixed(1)}`).join('L')
const hyperbola = computed(() => (props.limitWatts === null ? '' : `M${curve(props.limitWatts)}`))
const over = computed(() => (props.limitWatts === null ? '' : `M${curve(props.limitWatts)}L${String(x(span.value.to))} ${String(-height.value)}L${String(x(span.value.from))} ${String(-height.value)}Z`))
const band = computed(() => {
  if (props.limitWatts === null) return ''
  const lower = across.value.map((v) => `${x(v).toFixed(1)} ${y((props.low * (props.limitWatts ?? 0)) / v).toFixed(1)}`).reverse().join('L')
  return `M${curve(props.high * props.limitWatts)}L${lower}Z`
})
/** Through the first dot: while both sides of a push-pull stage conduct, each sees half of what the load puts plate to plate. */
const loadLine = computed(() => {
  const dot = props.dots[0]
  const ohms = props.plateToPlateOhms === null ? null : props.singleEnded ? props.plateToPlateOhms : props.plateToPlateOhms / 2
  if (dot === undefined || ohms === null) return null
  const at = (v: number): string => `${x(v).toFixed(1)} ${y(dot.amperes - (v - dot.volts) / ohms).toFixed(1)}`
  const [from, to] = [Math.max(span.value.from, dot.volts - (most.value - dot.amperes) * ohms), Math.min(span.value.to, dot.volts + dot.amperes * ohms)]
  return `M${at(from)}L${at(to)}`
})
const isRight = (volts: number): boolean => x(volts) > width.value - 120
const middleOf = computed(() => props.dots[0]?.volts ?? 0)
const clip = useId()
const nameAt = computed(() => props.dots.map((d, i) => ({ ...d, dy: props.dots.slice(0, i).some((o) => Math.abs(x(o.volts) - x(d.volts)) < 40 && Math.abs(y(o.amperes) - y(d.amperes)) < 16) ? 20 : -2 })))
/** Names of the moved, one under the other where they come close. */
const movedAt = computed(() => {
  let before = -Infinity
  return [...props.moved].sort((a, b) => b.amperes - a.amperes).map((m) => { before = Math.max(y(m.amperes) + 1, before + 17); return { ...m, y: before } })
})
const spoken = computed(() => `Dissipation plane: ${props.dots.map((d) => `${d.position} ${String(Math.round(d.volts))} volts, ${(d.amperes * 1000).toPrecision(3)} milliamperes`).join('; ')}${props.limitWatts === null ? '' : `; limit ${String(props.limitWatts)} watts`}`)
</script>

<template>
  <div ref="box" class="plane">
    <svg v-if="width > 0 && height > 0" :width="width" :height="height" role="img" :aria-label="spoken">
      <clipPath :id="clip"><rect :x="left" :y="top" :width="Math.max(0, width - left - right)" :height="Math.max(0, height - foot - top)" /></clipPath>
      <g v-if="limitWatts !== null" :clip-path="`url(#${clip})`"><path :d="over" class="over" /><path :d="band" class="band" /></g>
      <g class="grid">
        <template v-for="v in voltLines" :key="`v${v}`"><line :x1="x(v)" :x2="x(v)" :y1="top" :y2="height - foot" /><text :x="x(v)" :y="height - 10" text-anchor="middle">{{ v }}</text></template>
        <template v-for="a in ampereLines" :key="`a${a}`"><line :x1="left" :x2="width - right" :y1="y(a)" :y2="y(a)" :class="{ zero: a === 0 }" /><text :x="left - 6" :y="y(a) + 5" text-anchor="end">{{ Math.round(a * 1000) }}</text></template>
        <text :x="left + 6" :y="top + 12">mA</text><text :x="width - right" :y="height - foot - 6" text-anchor="end">V, plate to cathode</text>
      </g>
      <path v-if="limitWatts !== null" :d="hyperbola" class="limit" :clip-path="`url(#${clip})`" />
      <text v-if="limitWatts !== null" :x="x(Math.max(span.from, limitWatts / most)) + 12" :y="top + 14" class="says">{{ limitWatts }} W</text>
      <path v-if="loadLine !== null" :d="loadLine" class="load" />
      <g v-for="g in ghosts" :key="`${g.position}${g.says}`" class="ghost"><circle :cx="x(g.volts)" :cy="y(g.amperes)" r="5" /><text :x="x(g.volts) + (isRight(g.volts) || g.volts < middleOf ? -10 : 10)" :y="y(g.amperes) + (isRight(g.volts) ? -9 : 5)" :text-anchor="isRight(g.volts) || g.volts < middleOf ? 'end' : 'start'">{{ g.says }}</text></g>
      <g v-for="d in dots" :key="d.position" :class="['dot', d.verdict]">
        <ellipse v-if="d.measured" :cx="x(d.volts)" :cy="y(d.amperes)" :rx="Math.max(3, Math.abs(x(d.volts + d.voltsBand) - x(d.volts)))" :ry="Math.max(3, Math.abs(y(d.amperes + d.amperesBand) - y(d.amperes)))" class="sure" />
      </g>
      <g v-for="d in nameAt" :key="`n${d.position}`" :class="['dot', d.verdict]">
        <circle :cx="x(d.volts)" :cy="y(d.amperes)" r="6" :class="{ guessed: !d.measured }" /><text :x="x(d.volts) - 11" :y="y(d.amperes) + d.dy" text-anchor="end" class="name">{{ d.position }}</text>
      </g>
      <g v-for="m in movedAt" :key="`m${m.position}`" class="moved"><path :d="`M${x(m.volts) - 9} ${y(m.amperes)}h18m-9 -9v18`" /><text :x="x(m.volts) + 13" :y="m.y">{{ m.position }} {{ m.says }}</text></g>
    </svg>
  </div>
</template>

<style scoped>
.plane { width: 100%; height: 100%; min-height: 0; overflow: hidden; }
svg { display: block; }
text { font: 14px var(--figures); fill: var(--soft); paint-order: stroke; stroke: var(--card); stroke-width: 3px; }
.grid line { stroke: var(--fine); } .grid line.zero { stroke: var(--ink); stroke-width: 1.4; }
.band { fill: var(--window); }
.over { fill: var(--danger); opacity: 0.09; }
.limit { fill: none; stroke: var(--danger); stroke-width: 2.2; } .says { fill: var(--danger); font-weight: 700; }
.load { fill: none; stroke: var(--needle); stroke-width: 1.6; stroke-dasharray: 7 4; }
:root[data-theme='lamp'] .load { stroke: var(--on-needle-soft); }
.ghost circle { fill: none; stroke: var(--soft); stroke-width: 1.6; stroke-dasharray: 3 2; }
.sure { fill: var(--heart); opacity: 0.18; }
.dot circle { fill: var(--ink); } .dot circle.guessed { fill: none; stroke: var(--ink); stroke-width: 2; }
.dot.danger circle { fill: var(--danger); } .dot.watch circle { fill: var(--watch); } .dot.within circle { fill: var(--within); }
.name { fill: var(--ink); font-weight: 700; font-size: 15px; }
.moved path { fill: none; stroke: var(--heart-strong); stroke-width: 3; } .moved text { fill: var(--heart-strong); font-weight: 700; font-size: 15px; }
</style>
