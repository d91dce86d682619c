<script setup lang="ts">
import { computed } from 'vue'
import type { Bench, Point } from '../api/client'
import { placePins } from './geometry'

type Tube = Bench['tubes'][number]
const props = defineProps<{ tube: Tube; points: Point[]; lit: string | null }>()
const emit = defineEmits<{ probe: [key: string] }>()

const middle = { x: 112, y: 96 }
const pins = computed(() => placePins(props.tube.base ?? '', props.tube.pinCount ?? 0, middle, 41, 71).map((place) => {
  const point = props.points.find((p) => p.tube === props.tube.position && p.pin === place.pin && p.function !== 'dc-amperes')
  const electrode = props.tube.pins[String(place.pin)] ?? ''
  const side = Math.abs(place.labelX - middle.x) < 12 ? 'middle' : place.labelX < middle.x ? 'end' : 'start'
  return {
    ...place, point, side,
    labelX: place.labelX + (side === 'end' ? 8 : side === 'start' ? -8 : 0),
    label: point?.reading?.shown ?? (electrode === 'none' ? '' : electrode),
    colour: point?.reading === null || point?.reading === undefined ? 'var(--soft)' : `var(--${point.reading.verdict})`,
    isFigure: point?.reading !== null && point?.reading !== undefined,
    isLit: point !== undefined && point.key === props.lit,
  }
}))
</script>

<template>
  <svg viewBox="0 0 224 192" role="img" :aria-label="`Socket of ${tube.position}, ${tube.type}, seen from below`">
    <circle :cx="middle.x" :cy="middle.y" r="56" fill="var(--paper)" stroke="var(--ink)" stroke-width="1.6" />
    <path v-if="tube.base === 'octal'" :d="`M${middle.x - 9} ${middle.y + 12}a9 9 0 1 1 18 0v6h-18z`" fill="var(--card)" stroke="var(--ink)" stroke-width="1.2" />
    <g v-for="p in pins" :key="p.pin" :class="{ probe: p.point !== undefined }" @click="p.point !== undefined && emit('probe', p.point.key)">
      <circle :cx="p.x" :cy="p.y" :r="p.isLit ? 13 : 9.5" :fill="p.isLit ? 'var(--heart)' : 'var(--card)'" stroke="var(--ink)" stroke-width="1.4" />
      <text :x="p.x" :y="p.y + 4.6" text-anchor="middle" class="pin" :fill="p.isLit ? 'var(--sap)' : 'var(--ink)'">{{ p.pin }}</text>
      <text :x="p.labelX" :y="p.labelY + 4" :text-anchor="p.side" :class="['label', { figure: p.isFigure, lit: p.isLit }]" :fill="p.colour">{{ p.label }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg { display: block; width: 100%; height: auto; }
.pin { font-size: 13px; font-weight: 700; }
.label { font: 13.5px var(--words); }
.label.figure { font: 700 14.5px var(--figures); }
.label.lit { font-weight: 700; }
.probe { cursor: pointer; }
</style>
