<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '../../frame/bench'
import ColdStation from './ColdStation.vue'
import ContactMap from './ContactMap.vue'
import { useStation, type ColdItem } from './useStation'

const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation('resistors')
const bench = useBench()
const tube = computed(() => bench.bench?.tubes.find((t) => t.position === station.item.value?.part) ?? null)
const faults = (item: ColdItem): Record<string, string> | null => {
  const said = item.more['faults']
  return said === null || said === undefined ? null : (Array.isArray(said) ? {} : said as Record<string, string>)
}
const text = (item: ColdItem, name: string): string => (typeof item.more[name] === 'string' ? item.more[name] : '')
const watts = (item: ColdItem): string => {
  const [w, r] = [item.more['watts'], item.more['ratedWatts']]
  if (typeof w !== 'number' || w < 0.0005) return ''
  const carried = w < 1 ? `${(w * 1000).toPrecision(2)} mW` : `${w.toPrecision(2)} W`
  return `carries ${carried}${typeof r === 'number' ? ` of ${String(r)} W` : ''}`
}
</script>

<template>
  <cold-station :station="station" title="Resistors &amp; sockets" @state="emit('state')" @conditions="emit('conditions')">
    <template #beside="{ item }">
      <contact-map v-if="tube !== null" :tube="tube" :faults="faults(item)" :pin="station.current.value?.step.subject ?? ''" />
      <p v-else-if="text(item, 'expectedText') !== ''" class="small soft">{{ [text(item, 'where'), item.more['inCircuit'] === true ? `in place expect ${text(item, 'expectedText')}` : '', watts(item), text(item, 'mate') === '' ? '' : `mate ${text(item, 'mate')}`].filter((s) => s !== '').join(' · ') }}</p>
    </template>
  </cold-station>
</template>
