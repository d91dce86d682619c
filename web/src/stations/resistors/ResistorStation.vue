<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '../../frame/bench'
import StationPage from '../common/StationPage.vue'
import SocketMap, { type PinMark } from '../../marks/SocketMap.vue'
import { detailOf } from '../common/detail'
import { useStation, type BoardItem } from '../common/useStation'

const props = defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation(props.name)
const bench = useBench()
const tube = computed(() => bench.bench?.tubes.find((t) => t.position === station.item.value?.part) ?? null)
/** Pins of the step in hand are lit: V4.5, or 3-4; what is wrong with a contact stands at it. */
const pins = (item: BoardItem): Record<string, PinMark> => {
  const faults = detailOf(item, 'socket')?.faults ?? {}
  const lit = (/\.(\d+)$/.exec(station.current.value?.step.subject ?? '') ?? /^(\d+)-(\d+)$/.exec(station.current.value?.step.subject ?? '') ?? []).slice(1)
  const numbers = [...new Set([...Object.keys(faults), ...lit])]
  return Object.fromEntries(numbers.map((n) => [n, { key: null, lit: lit.includes(n), label: faults[n] ?? null, verdict: null, faulty: faults[n] !== undefined }]))
}
const grip = (item: BoardItem): string => {
  const faults = detailOf(item, 'socket')?.faults
  return faults !== null && faults !== undefined && Object.keys(faults).length === 0 ? 'all grip' : ''
}
const resistor = (item: BoardItem): ReturnType<typeof detailOf<'resistor'>> => detailOf(item, 'resistor')
const watts = (w: number | null, r: number | null): string => {
  if (w === null || w < 0.0005) return ''
  const carried = w < 1 ? `${(w * 1000).toPrecision(2)} mW` : `${w.toPrecision(2)} W`
  return `carries ${carried}${r === null ? '' : ` of ${String(r)} W`}`
}
const about = (item: BoardItem): string => {
  const r = resistor(item)
  return r === null ? '' : [r.where, r.inCircuit ? `in place expect ${r.expectedText}` : '', watts(r.watts, r.ratedWatts), r.mate === null ? '' : `mate ${r.mate}`].filter((s) => s !== '').join(' · ')
}
</script>

<template>
  <station-page :station="station" @state="emit('state')" @conditions="emit('conditions')">
    <template #beside="{ item }">
      <socket-map v-if="tube !== null" :tube="tube" :pins="pins(item)" :said="grip(item)" />
      <p v-else-if="about(item) !== ''" class="small soft">{{ about(item) }}</p>
    </template>
  </station-page>
</template>
