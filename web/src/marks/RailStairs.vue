<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import type { Bench } from '../api/client'
import { partOf } from './partOf'

type Tread = Bench['stairs'][number]
const props = withDefaults(defineProps<{ treads: Tread[]; lit: string | null; caption?: string; choosable?: boolean }>(), { caption: 'expected' })
const emit = defineEmits<{ probe: [key: string] }>()

const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)

const left = 46
/** A tread with its gap narrower than this has no room for words. */
const tightSlot = 96
const whole = (v: number | null): string => (v === null ? '·' : Math.abs(v) < 100 ? v.toFixed(1) : Math.round(v).toString()).replace('-', '−')

const above = computed(() => props.treads.filter((t) => !t.belowZero))
const below = computed(() => props.treads.filter((t) => t.belowZero))
const highest = computed(() => Math.max(50, ...above.value.flatMap((t) => [t.highVolts ?? 0, t.measuredVolts ?? 0, drawnAt(t) ?? 0, t.otherUnit?.volts ?? 0])))
const step = computed(() => [10, 20, 50, 100, 200, 500].find((s) => highest.value / s <= 6) ?? 1000)
const deepest = computed(() => Math.max(1, ...below.value.map((t) => Math.max(Math.abs(drawnAt(t) ?? 0), Math.abs(t.lowVolts ?? 0), Math.abs(t.measuredVolts ?? 0), Math.abs(t.otherUnit?.volts ?? 0)))))
const zero = computed(() => height.value - (below.value.length > 0 ? 46 : 12))
/** Where the tread is drawn to be: expected today or, before the mains is stated, as printed. */
const drawnAt = (t: Tread): number | null => t.expectedVolts ?? t.printedVolts
const caption = (t: Tread): string => (t.expectedVolts !== null ? `${props.caption} ${whole(t.expectedVolts)}` : t.printedVolts !== null ? `printed ${whole(t.printedVolts)}` : '')
const y = (volts: number): number => zero.value - (volts * (zero.value - 20)) / (highest.value * 1.06)
const yBelow = (volts: number): number => zero.value + (Math.abs(volts) * 28) / deepest.value
const lines = computed(() => Array.from({ length: Math.floor(highest.value / step.value) + 1 }, (_, i) => i * step.value))

interface Drawn { tread: Tread; x: number; w: number; gap: number; top: number; bottom: number; labelY: number; parent: number | null; viaY: number; colour: string }

const pitch = computed(() => Math.min(400, (width.value - left - 8) / Math.max(1, below.value.length)))
/** How wide the window of a place below zero is drawn: its figure and its name need the rest. */
const bar = computed(() => (pitch.value < 250 ? 36 : 92))
/** How wide a tread is with its gap; too narrow for words, it has figures only, and the part between two of them by its name. */
const slot = computed(() => (width.value - left - 16) / Math.max(1, above.value.length))
const isTight = computed(() => slot.value < tightSlot)

const drawn = computed<Drawn[]>(() => {
  const list = above.value
  const gap = Math.min(62, slot.value * 0.36)
  const w = slot.value - gap
  return list.map((tread, i) => {
    const read = tread.measuredVolts
    const low = tread.lowVolts ?? drawnAt(tread) ?? read ?? 0
    const high = tread.highVolts ?? drawnAt(tread) ?? read ?? 0
    const parentIndex = list.findIndex((t) => t.node === tread.fedFrom)
    const parent = list[parentIndex]
    const parentVolts = parent === undefined ? null : (parent.measuredVolts ?? drawnAt(parent))
    return {
      tread, x: left + 8 + i * slot.value, w, gap, top: y(high), bottom: y(low),
      labelY: Math.min(Math.max(y(low), read === null ? 0 : y(read)) + 24, zero.value - 46),
      parent: parentVolts === null || parentIndex !== i - 1 ? null : y(parentVolts),
      // In a narrow gap the name stands above both windows, else over the step itself.
      viaY: parentVolts === null ? 0 : isTight.value ? Math.max(12, Math.min(y(parent?.highVolts ?? parentVolts), y(high), y(parentVolts)) - 8) : y(parentVolts) - 18,
      colour: tread.verdict === null ? 'var(--soft)' : `var(--${tread.verdict})`,
    }
  })
})
const spoken = (t: Tread): string => `${t.name === t.node ? t.node : `${t.node} ${t.name}`}: ${t.measuredVolts === null ? 'not read' : `${whole(t.measuredVolts)} volts`}${t.expectedVolts === null ? '' : `, expected ${whole(t.expectedVolts)}`}${t.verdict === null ? '' : `, ${t.verdict}`}${t.otherUnit === null ? '' : `; ${t.otherUnit.name} ${whole(t.otherUnit.volts)}`}`
/** The other unit whose rails are marked beside these. */
const other = computed(() => props.treads.find((t) => t.otherUnit !== null)?.otherUnit?.name)
const part = (t: Tread): Record<string, unknown> => partOf(spoken(t), props.choosable ? () => { emit('probe', t.key) } : null)
</script>

<template>
  <div ref="box" class="stairs">
    <svg v-if="width > 0" :width="width" :height="height" role="group" aria-label="Rail stairs">
      <g v-for="v in lines" :key="v" aria-hidden="true">
        <line :x1="left" :x2="width - 8" :y1="y(v)" :y2="y(v)" :stroke="v === 0 ? 'var(--ink)' : 'var(--fine)'" :stroke-width="v === 0 ? 1.4 : 1" />
        <text :x="left - 6" :y="y(v) + 4" text-anchor="end" class="scale">{{ v }}</text>
      </g>
      <g v-for="d in drawn" :key="d.tread.node" v-bind="part(d.tread)">
        <rect :x="d.x - 6" y="8" :width="d.w + 12" :height="zero - 10" :class="['hit', { lit: d.tread.key === lit }]" rx="4" />
        <template v-if="d.tread.lowVolts !== null">
          <rect :x="d.x" :y="d.top" :width="d.w" :height="Math.max(1, d.bottom - d.top)" fill="var(--window)" />
          <path :d="`M${d.x + 6} ${d.top}h-6V${d.bottom}h6M${d.x + d.w - 6} ${d.top}h6V${d.bottom}h-6`" fill="none" stroke="var(--ink)" stroke-width="1.7" />
        </template>
        <line v-if="drawnAt(d.tread) !== null" :x1="d.x" :x2="d.x + d.w" :y1="y(drawnAt(d.tread) ?? 0)" :y2="y(drawnAt(d.tread) ?? 0)" stroke="var(--soft)" stroke-width="1.4" stroke-dasharray="5 4" />
        <path v-if="d.parent !== null" :d="`M${d.x - d.gap} ${d.parent}H${d.x - d.gap / 2}V${y(d.tread.measuredVolts ?? drawnAt(d.tread) ?? 0)}H${d.x}`" fill="none" :stroke="d.colour" stroke-width="2" :stroke-dasharray="d.tread.measuredVolts === null ? '3 4' : undefined" />
        <path v-if="d.tread.otherUnit !== null" :d="`M${d.x + d.w + 5} ${y(d.tread.otherUnit.volts)}l10 -6v12z`" class="other" />
        <line v-if="d.tread.measuredVolts !== null" :x1="d.x - 4" :x2="d.x + d.w + 4" :y1="y(d.tread.measuredVolts)" :y2="y(d.tread.measuredVolts)" :stroke="d.colour" stroke-width="5" />
        <text v-if="d.tread.via !== null && d.tread.fedFrom !== null && d.parent === null" :x="d.x + d.w / 2" :y="Math.min(d.top, y(d.tread.measuredVolts ?? drawnAt(d.tread) ?? 0)) - 8" text-anchor="middle" class="via">from {{ d.tread.fedFrom }} by {{ d.tread.via }}</text>
        <text v-if="d.tread.via !== null && d.parent !== null" :x="d.x - d.gap / 2" :y="d.viaY" text-anchor="middle" class="via"><tspan v-for="(word, i) in isTight ? [d.tread.via.split(' ')[0]] : [d.tread.via.split(' ')[0], d.tread.via.split(' ').slice(1).join(' ')]" :key="i" :x="d.x - d.gap / 2" :dy="i === 0 ? 0 : 13">{{ word }}</tspan></text>
        <text v-if="d.tread.measuredVolts !== null || d.tread.expectedVolts !== null" :x="d.x + d.w / 2" :y="d.labelY" text-anchor="middle" :class="['read', { open: d.tread.measuredVolts === null }]">{{ whole(d.tread.measuredVolts) }}</text>
        <text :x="d.x + d.w / 2" :y="d.labelY + 17" text-anchor="middle" class="expected">{{ isTight ? caption(d.tread).replace(/^.* (?=\S+$)/, 'of ') : caption(d.tread) }}</text>
        <text :x="d.x + d.w / 2" :y="zero - 7" text-anchor="middle" class="name">{{ d.w + d.gap < 112 || d.tread.name === d.tread.node ? d.tread.node : `${d.tread.node} · ${d.tread.name}` }}</text>
      </g>
      <g v-if="other !== undefined" aria-hidden="true">
        <path :d="`M${width - 24} 12l10 -6v12z`" class="other" />
        <text :x="width - 30" y="17" text-anchor="end" class="expected">{{ other }}</text>
      </g>
      <g v-for="(t, i) in below" :key="t.node" v-bind="part(t)">
        <rect :x="left + 4 + i * pitch" :y="zero + 3" :width="pitch - 12" height="40" :class="['hit', { lit: t.key === lit }]" rx="4" />
        <template v-if="t.lowVolts !== null && t.highVolts !== null">
          <rect :x="left + 8 + i * pitch" :y="yBelow(t.highVolts)" :width="bar" :height="yBelow(t.lowVolts) - yBelow(t.highVolts)" fill="var(--window)" />
          <path :d="`M${left + 14 + i * pitch} ${yBelow(t.highVolts)}h-6V${yBelow(t.lowVolts)}h6M${left + 2 + bar + i * pitch} ${yBelow(t.highVolts)}h6V${yBelow(t.lowVolts)}h-6`" fill="none" stroke="var(--ink)" stroke-width="1.7" />
        </template>
        <line v-if="t.measuredVolts !== null" :x1="left + 4 + i * pitch" :x2="left + 12 + bar + i * pitch" :y1="yBelow(t.measuredVolts)" :y2="yBelow(t.measuredVolts)" :stroke="`var(--${t.verdict ?? 'cannot-say'})`" stroke-width="5" />
        <path v-if="t.otherUnit !== null" :d="`M${left + 13 + bar + i * pitch} ${yBelow(t.otherUnit.volts)}l7 -5v10z`" class="other" />
        <text :x="left + bar + (t.otherUnit === null ? 20 : 28) + i * pitch" :y="zero + 26" class="read small">{{ whole(t.measuredVolts) }}</text>
        <text :x="left + bar + (t.otherUnit === null ? 82 : 92) + i * pitch" :y="zero + 25" class="expected">{{ pitch < 340 ? t.node : t.name }}{{ caption(t) === '' || pitch < 250 ? '' : `, ${caption(t)}` }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.stairs { width: 100%; height: 100%; min-height: 0; overflow: hidden; }
svg { display: block; }
.scale, .expected, .via { font-size: 13px; fill: var(--soft); }
.scale { font-family: var(--figures); }
.name { font-size: 14px; font-weight: 600; fill: var(--ink); }
.read { font: 700 22px var(--figures); fill: var(--ink); }
.read.open { fill: var(--soft); }
.read.small { font-size: 17px; }
.other { fill: var(--paper); stroke: var(--ink); stroke-width: 1.5; }
.hit { fill: transparent; }
.hit.lit { fill: var(--lit); opacity: 0.75; }
</style>
