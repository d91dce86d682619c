<script lang="ts">
import type { Bench, Verdict } from '../api/client'

/** What stands at a pin: a figure with its verdict, or what is wrong with its contact. */
export interface PinMark {
  /** what a click chooses; null where nothing is to be chosen */
  key: string | null
  lit: boolean
  /** in place of the electrode's name */
  label: string | null
  verdict: Verdict | null
  /** read out instead of pin and electrode */
  name?: string
  /** the contact is not as it should be */
  faulty?: boolean
}
</script>

<script setup lang="ts">
import { computed } from 'vue'
import { partOf } from './partOf'
import { placePins } from './geometry'

/** A socket seen from below, each pin with what it is, or what was found there. */
const props = defineProps<{ tube: Bench['tubes'][number]; pins: Record<string, PinMark>; said?: string }>()
const emit = defineEmits<{ choose: [pin: string] }>()

const middle = { x: 112, y: 96 }
const placed = computed(() => (props.tube.base === null || props.tube.pinCount === null ? [] : placePins(props.tube.base, props.tube.pinCount, middle, 41, 71).map((place) => {
  const number = String(place.pin)
  const mark = props.pins[number]
  const electrode = props.tube.pins[number] ?? ''
  const side = Math.abs(place.labelX - middle.x) < 12 ? 'middle' : place.labelX < middle.x ? 'end' : 'start'
  return {
    ...place, number, mark, side,
    labelX: place.labelX + (side === 'end' ? 8 : side === 'start' ? -8 : 0),
    label: mark?.label ?? (electrode === 'none' ? '' : electrode),
    name: [`${number} ${mark?.label ?? (electrode === 'none' ? '' : electrode)}`.trim(), mark?.name ?? (electrode === 'none' ? '' : electrode)].filter((w) => w !== '').join(', '),
    choosable: mark !== undefined && mark.key !== null,
  }
})))
</script>

<template>
  <svg viewBox="0 0 224 192" role="group" :aria-label="`Socket of ${tube.position}, ${tube.type}, seen from below`">
    <circle :cx="middle.x" :cy="middle.y" r="56" fill="var(--paper)" stroke="var(--ink)" stroke-width="1.6" />
    <path v-if="tube.base === 'octal'" :d="`M${middle.x - 9} ${middle.y + 12}a9 9 0 1 1 18 0v6h-18z`" fill="var(--card)" stroke="var(--ink)" stroke-width="1.2" />
    <text v-if="tube.base === null" :x="middle.x" :y="middle.y + 5" text-anchor="middle" class="label">base not known</text>
    <g v-for="p in placed" :key="p.number" v-bind="partOf(p.name, p.choosable ? () => { emit('choose', p.number) } : null, false)">
      <circle :cx="p.x" :cy="p.y" :r="p.mark?.lit ? 13 : 9.5" :fill="p.mark?.lit ? 'var(--heart)' : 'var(--card)'" stroke="var(--ink)" stroke-width="1.4" :stroke-dasharray="p.mark?.faulty ? '3 2' : undefined" />
      <text :x="p.x" :y="p.y + 4.6" text-anchor="middle" class="pin" :fill="p.mark?.lit ? 'var(--sap)' : 'var(--ink)'">{{ p.number }}</text>{{ ' ' }}
      <text :x="p.labelX" :y="p.labelY + 4" :text-anchor="p.side" :class="['label', { figure: p.mark?.verdict, lit: p.mark?.lit, faulty: p.mark?.faulty }]" :style="p.mark?.verdict ? { fill: `var(--${p.mark.verdict})` } : undefined">{{ p.label }}</text>
    </g>
    <text v-if="said !== undefined" :x="middle.x" y="188" text-anchor="middle" class="label">{{ said }}</text>
  </svg>
</template>

<style scoped>
svg { display: block; width: 100%; height: auto; max-height: 200px; }
.pin { font-size: 13px; font-weight: 700; }
.label { font: 13.5px var(--words); fill: var(--soft); }
.label.figure { font: 700 14.5px var(--figures); }
.label.lit { font-weight: 700; }
.label.faulty { font-weight: 700; fill: var(--out); }
</style>
