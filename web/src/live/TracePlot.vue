<script setup lang="ts">
import { onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import type uPlot from 'uplot'
import { theme } from '../theme'

/** A trace over its seconds; the library comes only when one is looked at. */
const props = defineProps<{ points: number[][]; unit: string; label: string }>()
const box = useTemplateRef<HTMLElement>('box')
let plot: uPlot | null = null
let make: typeof uPlot | null = null

const columns = (): [number[], number[]] => [props.points.map((p) => p[0] ?? 0), props.points.map((p) => p[1] ?? 0)]
const colour = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

function draw(): void {
  if (make === null || box.value === null) return
  plot?.destroy()
  const [ink, line, soft] = [colour('--heart'), colour('--fine'), colour('--soft')]
  const axis = { stroke: soft, grid: { stroke: line, width: 1 }, ticks: { stroke: line }, font: '14px Atkinson Hyperlegible Mono Variable' }
  plot = new make({
    width: box.value.clientWidth, height: 330, cursor: { drag: { x: true, y: false } }, scales: { x: { time: false } },
    axes: [{ ...axis, label: 'seconds', labelFont: '14px Atkinson Hyperlegible Next Variable' }, { ...axis, size: 74, label: props.unit, labelFont: '14px Atkinson Hyperlegible Next Variable' }],
    series: [{ label: 's' }, { label: `${props.label}, ${props.unit}`, stroke: ink, width: 2, points: { show: props.points.length < 40 } }],
  }, columns(), box.value)
}
function fit(): void { if (plot !== null && box.value !== null) plot.setSize({ width: box.value.clientWidth, height: 330 }) }

onMounted(async () => {
  const [library] = await Promise.all([import('uplot'), import('uplot/dist/uPlot.min.css')])
  make = library.default
  draw()
  window.addEventListener('resize', fit)
})
onBeforeUnmount(() => { plot?.destroy(); window.removeEventListener('resize', fit) })
watch(() => [props.label, props.unit, theme.value], draw)
watch(() => props.points, () => { if (plot === null) draw(); else plot.setData(columns()) })
</script>

<template>
  <div ref="box" class="box" role="img" :aria-label="`${label}: ${points.length} points, last ${points.at(-1)?.[1] ?? 'none'} ${unit}`" />
</template>

<style scoped>
.box { min-height: 380px; background: var(--card); }
.box :deep(.u-legend) { color: var(--soft); font-family: var(--figures); }
</style>
