<script setup lang="ts">
import { computed } from 'vue'
import type { Bench } from '../../api/client'
import { placePins } from '../../marks/geometry'

const props = defineProps<{ tube: Bench['tubes'][number]; faults: Record<string, string> | null; pin: string }>()
const middle = { x: 150, y: 78 }
const lit = computed(() => new Set((/\.(\d+)$/.exec(props.pin) ?? /^(\d+)-(\d+)$/.exec(props.pin) ?? []).slice(1)))
const pins = computed(() => placePins(props.tube.base ?? '', props.tube.pinCount ?? 0, middle, 36, 58).map((place) => {
  const number = String(place.pin)
  const electrode = props.tube.pins[number] ?? ''
  const fault = props.faults?.[number]
  const side = Math.abs(place.labelX - middle.x) < 12 ? 'middle' : place.labelX < middle.x ? 'end' : 'start'
  return { ...place, number, fault, side, label: fault ?? (electrode === 'none' ? '' : electrode), lit: lit.value.has(number) }
}))
</script>

<template>
  <svg viewBox="0 0 300 156" role="img" :aria-label="`Socket of ${tube.position}, ${tube.type}, seen from below`">
    <circle :cx="middle.x" :cy="middle.y" r="49" fill="var(--paper)" stroke="var(--ink)" stroke-width="1.4" />
    <path v-if="tube.base === 'octal'" :d="`M${middle.x - 8} ${middle.y + 10}a8 8 0 1 1 16 0v5h-16z`" fill="var(--card)" stroke="var(--ink)" />
    <g v-for="p in pins" :key="p.number">
      <circle :cx="p.x" :cy="p.y" :r="p.lit ? 12 : 9" :fill="p.lit ? 'var(--heart)' : 'var(--card)'" stroke="var(--ink)" stroke-width="1.3" :stroke-dasharray="p.fault === undefined ? undefined : '3 2'" />
      <text :x="p.x" :y="p.y + 4.4" text-anchor="middle" class="pin" :fill="p.lit ? 'var(--sap)' : 'var(--ink)'">{{ p.number }}</text>
      <text :x="p.labelX" :y="p.labelY + 4" :text-anchor="p.side" :class="['label', { fault: p.fault !== undefined }]">{{ p.label }}</text>
    </g>
    <text v-if="faults !== null && Object.keys(faults).length === 0" :x="middle.x" :y="150" text-anchor="middle" class="label">all grip</text>
  </svg>
</template>

<style scoped>
svg { display: block; width: 100%; height: 160px; flex: none; }
.pin { font-size: 12px; font-weight: 700; }
.label { font: 13px var(--words); fill: var(--soft); }
.label.fault { font-weight: 700; fill: var(--out); }
</style>
