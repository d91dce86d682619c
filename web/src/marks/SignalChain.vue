<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Schemas } from '../api/client'
import { useElementSize } from '@vueuse/core'
import { partOf } from './partOf'

type Stage = Schemas['ChainStage']
const props = defineProps<{ stages: Stage[]; lit: number | null; faults: number[] }>()
const emit = defineEmits<{ pick: [line: number] }>()

const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)

const signal = computed(() => props.stages.filter((s) => s.kind !== 'feedback'))
const loops = computed(() => props.stages.filter((s) => s.kind === 'feedback'))

/** How far a stage is from an input: one more than the furthest of those that feed it. */
const depths = computed(() => {
  const depth = new Map<string, number>()
  const of = (id: string, seen: string[]): number => {
    const known = depth.get(id)
    if (known !== undefined) return known
    const stage = signal.value.find((s) => s.id === id)
    const value = stage === undefined || seen.includes(id) ? 0 : Math.max(-1, ...stage.from.filter((f) => signal.value.some((s) => s.id === f)).map((f) => of(f, [...seen, id]))) + 1
    depth.set(id, value)
    return value
  }
  for (const s of signal.value) of(s.id, [])
  return depth
})
const rowOf = (s: Stage): string => s.channel ?? ''
const rows = computed(() => [...new Set(signal.value.map(rowOf))])
const columns = computed(() => Math.max(1, ...depths.value.values()) + 1)

interface Drawn { stage: Stage; x: number; y: number; w: number; h: number }
const drawn = computed<Drawn[]>(() => {
  const taken = new Map<string, number>()
  // Stages of one row at the same depth stand one above the other.
  const places = signal.value.map((stage) => {
    const key = `${rowOf(stage)}|${depths.value.get(stage.id) ?? 0}`
    const lane = taken.get(key) ?? 0
    taken.set(key, lane + 1)
    return { stage, lane }
  })
  const lanes = rows.value.map((row) => Math.max(1, ...places.filter((p) => rowOf(p.stage) === row).map((p) => p.lane + 1)))
  const all = lanes.reduce((a, b) => a + b, 0)
  const pitch = (width.value - 16) / columns.value
  const w = Math.min(168, pitch - 26)
  const tall = (height.value - 12) / Math.max(1, all)
  const h = Math.min(84, tall - 16)
  return places.map(({ stage, lane }) => {
    const before = lanes.slice(0, rows.value.indexOf(rowOf(stage))).reduce((a, b) => a + b, 0)
    return { stage, x: 8 + (depths.value.get(stage.id) ?? 0) * pitch, y: 4 + (before + lane) * tall + (tall - h) / 2, w, h }
  })
})
const at = (id: string): Drawn | undefined => drawn.value.find((d) => d.stage.id === id)

const lines = computed(() => drawn.value.flatMap((d) => d.stage.from.flatMap((id) => {
  const from = at(id)
  return from === undefined ? [] : [{ key: `${id}>${d.stage.id}`, path: `M${from.x + from.w} ${from.y + from.h / 2}H${(from.x + from.w + d.x) / 2}V${d.y + d.h / 2}H${d.x - 5}`, tip: `M${d.x - 6} ${d.y + d.h / 2 - 4}l6 4l-6 4` }]
})))
const returns = computed(() => loops.value.flatMap((l) => {
  const from = at(l.from[0] ?? '')
  const into = at(l.to.find((id) => at(id) !== undefined) ?? '')
  return from === undefined || into === undefined ? [] : [{ key: l.id, line: l.line, path: `M${from.x + from.w / 2} ${from.y + from.h}v8H${into.x + into.w / 2}v-6`, x: (from.x + into.x + into.w) / 2, y: from.y + from.h + 9 }]
}))

const words: Record<string, string> = { gain: 'gain', follower: 'follower', inverter: 'inverter', tone: 'tone', output: 'output' }
/** `V1/2` is the second half of V1: V1b. */
const nameOf = (s: Stage): string => (/^V\d+\/\d$/.test(s.id) ? s.id.replace(/\/(\d)$/, (_, n: string) => String.fromCharCode(96 + Number(n))) : s.kind === 'output' ? s.tubes.map((t) => t.position).join(' ') : s.id.replace('/', ' '))
const typeOf = (s: Stage): string => [...new Set(s.tubes.map((t) => t.type))].join(' ')
const volts = (s: Stage): string => s.outputs.map((o) => (o.volts === null ? '·' : Math.abs(o.volts) < 100 ? o.volts.toFixed(1) : Math.round(o.volts).toString())).join(' / ')
const spoken = (s: Stage): string => `${nameOf(s)} ${typeOf(s)}, ${words[s.kind] ?? s.kind}, fed by ${s.supplies.join(' and ')}${s.from.length > 0 ? `, from ${s.from.join(' and ')}` : ''}`
function part(s: Stage): Record<string, unknown> {
  const line = s.line
  return partOf(spoken(s), line === null ? null : () => { emit('pick', line) })
}
</script>

<template>
  <div ref="box" class="chain">
    <svg v-if="width > 0" :width="width" :height="height" role="group" aria-label="Signal chain">
      <g v-for="l in lines" :key="l.key"><path :d="l.path" class="wire" /><path :d="l.tip" class="tip" /></g>
      <g v-for="r in returns" :key="r.key"><path :d="r.path" class="loop" /><text :x="r.x" :y="r.y + 1" text-anchor="middle" class="loopname">{{ r.key }}</text></g>
      <g v-for="d in drawn" :key="d.stage.id" class="stage" v-bind="part(d.stage)">
        <rect :x="d.x" :y="d.y" :width="d.w" :height="d.h" rx="3" :class="{ lit: d.stage.line === lit, bad: d.stage.line !== null && faults.includes(d.stage.line) }" />
        <path v-if="d.stage.kind === 'output'" :d="`M${d.x + d.w - 22} ${d.y + d.h / 2 - 5}h6v10h-6zM${d.x + d.w - 16} ${d.y + d.h / 2 - 5}l8 -6v22l-8 -6z`" class="speaker" />
        <text :x="d.x + 9" :y="d.y + Math.min(22, d.h * 0.32)" class="name">{{ nameOf(d.stage) }}</text>
        <text v-if="d.h > 40" :x="d.x + 9" :y="d.y + d.h * 0.6" class="what">{{ words[d.stage.kind] }} {{ d.w > 120 ? typeOf(d.stage) : '' }}</text>
        <text :x="d.x + 9" :y="d.y + d.h - 8" class="volts">{{ d.stage.outputs.length > 0 && d.stage.kind !== 'tone' ? volts(d.stage) : '' }}</text>
        <text v-if="d.stage.supplies.length > 0" :x="d.x + d.w - 8" :y="d.y + Math.min(22, d.h * 0.32)" text-anchor="end" class="rail">{{ d.stage.supplies.join(' ') }}</text>
      </g>
      <text v-if="drawn.length === 0" :x="width / 2" :y="height / 2" text-anchor="middle" class="what">The stages appear here as they are typed.</text>
    </svg>
  </div>
</template>

<style scoped>
.chain { width: 100%; height: 100%; min-height: 0; overflow: hidden; }
svg { display: block; }
rect { fill: var(--card); stroke: var(--ink); stroke-width: 1.6; }
rect.lit { fill: var(--lit); }
rect.bad { stroke: var(--out); stroke-width: 3; stroke-dasharray: 6 3; }
.wire, .tip { fill: none; stroke: var(--ink); stroke-width: 1.6; }
.loop { fill: none; stroke: var(--soft); stroke-width: 1.5; stroke-dasharray: 5 4; }
.loopname { font: 13px var(--figures); fill: var(--soft); stroke: var(--card); stroke-width: 6; paint-order: stroke; }
.name { font: 700 17px var(--figures); fill: var(--ink); }
.what { font-size: 14px; fill: var(--soft); }
.rail { font: 600 14px var(--figures); fill: var(--heart-strong); }
.volts { font: 600 15px var(--figures); fill: var(--ink); }
.speaker { fill: none; stroke: var(--soft); stroke-width: 1.5; }
</style>
