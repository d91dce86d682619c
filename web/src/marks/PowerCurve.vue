<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { ticks } from './axis'

/** How much a stage alone bends the tone on its way to full power: watts across, percent up, a line where it is no longer clean. */
const props = defineProps<{ points: { watts: number; distortion: number }[]; cleanWatts: number }>()

const box = useTemplateRef<HTMLElement>('box')
const { width, height } = useElementSize(box)
const left = 52
const right = 54
const top = 8
const foot = 26

const toWatts = computed(() => 1.04 * Math.max(0.1, props.cleanWatts, ...props.points.map((p) => p.watts)))
const most = computed(() => 1.1 * Math.max(0.02, ...props.points.map((p) => p.distortion)))
const x = (watts: number): number => left + (watts / toWatts.value) * (width.value - left - right)
const y = (share: number): number => height.value - foot - (share / most.value) * (height.value - foot - top)
const line = computed(() => `M${props.points.map((p) => `${x(p.watts).toFixed(1)} ${y(p.distortion).toFixed(1)}`).join('L')}`)
const spoken = computed(() => `Distortion of the stage alone: ${props.points.filter((p) => p.watts > 0).map((p) => `${(100 * p.distortion).toFixed(1)} percent at ${p.watts.toPrecision(2)} watts`).join(', ')}`)
</script>

<template>
  <div ref="box" class="curve">
    <svg v-if="width > 0 && height > 0" :width="width" :height="height" role="img" :aria-label="spoken">
      <template v-for="w in ticks(0, toWatts, 8)" :key="`w${w}`"><line :x1="x(w)" :x2="x(w)" :y1="top" :y2="height - foot" class="fine" /><text :x="x(w)" :y="height - 8" text-anchor="middle">{{ w }}</text></template>
      <template v-for="d in ticks(0, most, 3)" :key="`d${d}`"><line :x1="left" :x2="width - right" :y1="y(d)" :y2="y(d)" :class="d === 0 ? 'zero' : 'fine'" /><text :x="left - 6" :y="y(d) + 5" text-anchor="end">{{ Number((100 * d).toFixed(2)) }}</text></template>
      <text :x="left + 6" :y="top + 12">% bent by the stage alone</text><text :x="width - 8" :y="height - 8" text-anchor="end">W</text>
      <path :d="line" class="bent" />
      <line :x1="x(cleanWatts)" :x2="x(cleanWatts)" :y1="top" :y2="height - foot" class="clean" />
      <circle v-for="p in points" :key="p.watts" :cx="x(p.watts)" :cy="y(p.distortion)" r="3" class="dot" />
    </svg>
  </div>
</template>

<style scoped>
.curve { width: 100%; height: 100%; min-height: 0; overflow: hidden; }
svg { display: block; }
text { font: 14px var(--figures); fill: var(--soft); paint-order: stroke; stroke: var(--card); stroke-width: 3px; }
.fine { stroke: var(--fine); } .zero { stroke: var(--ink); stroke-width: 1.4; }
.bent { fill: none; stroke: var(--heart-strong); stroke-width: 2.4; } .dot { fill: var(--heart-strong); }
.clean { stroke: var(--within); stroke-width: 2; stroke-dasharray: 6 4; }
</style>
