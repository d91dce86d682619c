<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '../../frame/bench'
import ColdStation from './ColdStation.vue'
import ContactMap from './ContactMap.vue'
import { detailOf } from './detail'
import { useStation, type ColdItem } from './useStation'

const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation('resistors')
const bench = useBench()
const tube = computed(() => bench.bench?.tubes.find((t) => t.position === station.item.value?.part) ?? null)
const resistor = (item: ColdItem): ReturnType<typeof detailOf<'resistor'>> => detailOf(item, 'resistor')
const watts = (w: number | null, r: number | null): string => {
  if (w === null || w < 0.0005) return ''
  const carried = w < 1 ? `${(w * 1000).toPrecision(2)} mW` : `${w.toPrecision(2)} W`
  return `carries ${carried}${r === null ? '' : ` of ${String(r)} W`}`
}
const about = (item: ColdItem): string => {
  const r = resistor(item)
  return r === null ? '' : [r.where, r.inCircuit ? `in place expect ${r.expectedText}` : '', watts(r.watts, r.ratedWatts), r.mate === null ? '' : `mate ${r.mate}`].filter((s) => s !== '').join(' · ')
}
</script>

<template>
  <cold-station :station="station" title="Resistors &amp; sockets" @state="emit('state')" @conditions="emit('conditions')">
    <template #beside="{ item }">
      <contact-map v-if="tube !== null" :tube="tube" :faults="detailOf(item, 'socket')?.faults ?? null" :pin="station.current.value?.step.subject ?? ''" />
      <p v-else-if="about(item) !== ''" class="small soft">{{ about(item) }}</p>
    </template>
  </cold-station>
</template>
