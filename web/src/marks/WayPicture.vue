<script setup lang="ts">
import { computed } from 'vue'

/** How a meter is clipped on to learn what an output tube draws: its half of the primary, the tube, what is under its cathode, and the two leads. */
const props = defineProps<{ method: string; words: string }>()

interface Clip { kind: 'V' | 'A'; from: [number, number]; to: [number, number]; meter: [number, number]; breaks?: [number, number, number, number] }
const x = 78
/** Where things stand, from the supply down to the chassis. */
const supply = 14
const tap = 26
const plate = 62
const cathode = 104
const chassis = 146
const clips: Record<string, Clip> = {
  'own-cathode': { kind: 'V', from: [x, cathode + 6], to: [x, chassis], meter: [126, 127] },
  'shared-cathode': { kind: 'V', from: [x, cathode + 6], to: [x, chassis], meter: [126, 127] },
  'half-drop': { kind: 'V', from: [x, tap], to: [x, plate], meter: [126, 44] },
  'half-shunt': { kind: 'A', from: [x, tap], to: [x, plate], meter: [126, 44] },
  'cathode-ammeter': { kind: 'A', from: [x, cathode + 6], to: [x, cathode + 20], meter: [126, 117], breaks: [x, cathode + 8, x, cathode + 18] },
  'plate-ammeter': { kind: 'A', from: [x, plate - 3], to: [x, plate + 11], meter: [126, 66], breaks: [x, plate - 1, x, plate + 9] },
  'centre-tap': { kind: 'A', from: [x - 34, supply], to: [x, supply], meter: [x - 17, 38], breaks: [x - 30, supply, x - 4, supply] },
}
const clip = computed(() => clips[props.method] ?? null)
const isShared = computed(() => props.method === 'shared-cathode')
/** From a place to the meter, square, as leads are drawn. */
const lead = (from: [number, number], meter: [number, number]): string => (props.method === 'centre-tap' ? `M${String(from[0])} ${String(from[1])}V${String(meter[1])}H${String(meter[0])}` : `M${String(from[0])} ${String(from[1])}H${String(meter[0])}V${String(meter[1])}`)
</script>

<template>
  <svg viewBox="0 0 160 160" role="img" :aria-label="`Wiring: ${words}`">
    <text x="4" :y="supply + 5">B+</text>
    <path :d="`M26 ${supply}H${x}V${tap}`" class="wire" />
    <path :d="`M${x} ${tap}c12 0 12 9 0 9c12 0 12 9 0 9c12 0 12 9 0 9c12 0 12 9 0 9`" class="wire" />
    <path :d="`M${x} ${plate}V${plate + 12}M${x - 11} ${plate + 12}h22`" class="wire" />
    <circle :cx="x" :cy="83" r="18" class="wire" />
    <path :d="`M${x - 26} 84h14m4 0h5m4 0h5m4 0h5`" class="wire thin" />
    <path :d="`M${x - 9} 94q9 -6 18 0M${x} 91V${cathode + 20}`" class="wire" />
    <path v-if="isShared" :d="`M36 ${cathode + 6}H${x}M36 ${cathode + 6}v-12`" class="wire" />
    <text v-if="isShared" x="8" :y="cathode - 8" class="small">its sister</text>
    <path :d="`M${x} ${cathode + 20}l5 2l-10 4l10 4l-10 4l10 4l-5 2V${chassis}M${x - 9} ${chassis}h18M${x - 5} ${chassis + 4}h10`" class="wire" />
    <template v-if="clip !== null">
      <path v-if="clip.breaks !== undefined" :d="`M${clip.breaks[0]} ${clip.breaks[1]}L${clip.breaks[2]} ${clip.breaks[3]}`" class="gap" />
      <path :d="`${lead(clip.from, clip.meter)}${lead(clip.to, clip.meter)}`" class="lead" />
      <circle v-for="(end, i) in [clip.from, clip.to]" :key="i" :cx="end[0]" :cy="end[1]" r="3.6" class="end" />
      <circle :cx="clip.meter[0]" :cy="clip.meter[1]" r="12" class="meter" />
      <text :x="clip.meter[0]" :y="clip.meter[1] + 5" text-anchor="middle" class="kind">{{ clip.kind }}</text>
    </template>
  </svg>
</template>

<style scoped>
svg { display: block; width: 124px; height: 124px; }
.wire { fill: none; stroke: var(--ink); stroke-width: 1.6; } .thin { stroke-width: 1.2; }
.gap { stroke: var(--card); stroke-width: 5; }
.lead { fill: none; stroke: var(--heart); stroke-width: 2.2; }
.end { fill: var(--heart); }
.meter { fill: var(--sap); stroke: var(--heart); stroke-width: 2.2; }
text { font: 13px var(--words); fill: var(--ink); } .kind { font-weight: 700; } .small { font-size: 12px; fill: var(--soft); }
</style>
