<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { partOf } from '../../marks/partOf'

type DrawnWinding = Schemas['IronDetail']['windings'][number]

const props = defineProps<{ windings: DrawnWinding[]; role: string; lit: string; choosable: (winding: string) => boolean }>()
const emit = defineEmits<{ choose: [winding: string] }>()

const box = { w: 400, h: 250, top: 10, bottom: 240 }
/** Primary on the left of the core, what it feeds on the right; a choke is one winding. */
const sides = computed(() => {
  const primaries = props.role === 'output' ? props.windings.filter((w) => w.id !== 'secondary') : props.windings.slice(0, 1)
  return [
    { x: 150, label: 138, anchor: 'end', windings: primaries },
    { x: 250, label: 262, anchor: 'start', windings: props.windings.filter((w) => !primaries.includes(w)) },
  ]
})
const placed = computed(() => sides.value.flatMap((side) => side.windings.map((w, i) => {
  const height = (box.bottom - box.top) / side.windings.length
  const from = box.top + i * height + 8, to = box.top + (i + 1) * height - 8
  const turns = Math.max(3, Math.round((to - from) / 16))
  const step = (to - from) / turns
  const bulge = side.anchor === 'end' ? 1 : 0
  return {
    ...w, side, y: (from + to) / 2, lead: side.anchor === 'end' ? side.x - 14 : side.x + 14, from, to,
    d: `M${String(side.x)} ${String(from)}` + Array.from({ length: turns }, () => `a7 ${String(step / 2)} 0 0 ${String(bulge)} 0 ${String(step)}`).join(''),
  }
})))
const colour = (w: DrawnWinding): string => (w.verdict === null ? 'var(--soft)' : `var(--${w.verdict})`)
const spoken = (w: DrawnWinding): string => [w.name, w.shown ?? `not measured, ${w.drawn} drawn`, w.verdict ?? ''].filter((said) => said !== '').join(', ')
const part = (w: DrawnWinding): Record<string, unknown> => partOf(spoken(w), props.choosable(w.id) ? () => { emit('choose', w.id) } : null)
</script>

<template>
  <svg class="card" :viewBox="`0 0 ${box.w} ${box.h}`" role="group" aria-label="The windings with their resistances">
    <line x1="194" x2="194" :y1="box.top" :y2="box.bottom" stroke="var(--ink)" stroke-width="2.4" /><line x1="206" x2="206" :y1="box.top" :y2="box.bottom" stroke="var(--ink)" stroke-width="2.4" />
    <g v-for="w in placed" :key="w.id" v-bind="part(w)">
      <rect :x="w.side.anchor === 'end' ? 4 : 244" :y="w.from - 6" width="152" :height="w.to - w.from + 12" rx="3" :fill="w.id === lit ? 'var(--lit)' : 'transparent'" />
      <path :d="w.d" fill="none" :stroke="colour(w)" stroke-width="2.6" :stroke-dasharray="w.shown === null ? '4 3' : undefined" />
      <path :d="`M${w.lead} ${w.from}H${w.side.x}M${w.lead} ${w.to}H${w.side.x}`" fill="none" stroke="var(--ink)" stroke-width="1.4" />
      <text :x="w.side.label" :y="w.y - 7" :text-anchor="w.side.anchor" class="name">{{ w.name }}</text>
      <text :x="w.side.label" :y="w.y + 11" :text-anchor="w.side.anchor" class="figure" :fill="colour(w)">{{ w.shown ?? `(${w.drawn})` }}</text>
      <text v-if="w.volts !== null" :x="w.side.label" :y="w.y + 26" :text-anchor="w.side.anchor" class="name">{{ w.volts }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg { width: 100%; min-height: 0; flex: 1 1 200px; }
.name { font: 13px var(--words); fill: var(--soft); }
.figure { font: 700 15px var(--figures); }
</style>
