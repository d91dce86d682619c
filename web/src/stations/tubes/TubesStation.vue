<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '../../frame/bench'
import SocketMap, { type PinMark } from '../../marks/SocketMap.vue'
import StationPage from '../common/StationPage.vue'
import { detailOf } from '../common/detail'
import { useStation, type BoardItem } from '../common/useStation'
import FitPanel from './FitPanel.vue'
import TubeRow from './TubeRow.vue'

const props = defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation(props.name)
const bench = useBench()
const items = computed(() => station.board.value?.items ?? [])
const socket = computed(() => bench.bench?.tubes.find((t) => t.position === station.item.value?.part) ?? null)
const tube = (item: BoardItem): ReturnType<typeof detailOf<'tube'>> => detailOf(item, 'tube')
/** While shorts are asked for, the pins stand beside the question: they are how a pair is named. */
const asksForPins = computed(() => station.current.value?.step.test === 'tube-shorts')
const pins: Record<string, PinMark> = {}
const label = (item: BoardItem): string => {
  const t = tube(item)
  if (t === null) return ''
  return [t.how === 'drawn' ? 'type as drawn, nobody has read the glass' : t.how === 'found' ? 'read on the glass' : 'fitted on this job', t.label === null ? '' : `label ${t.label}`].filter((s) => s !== '').join(' · ')
}
</script>

<template>
  <station-page :station="station" @state="emit('state')" @conditions="emit('conditions')">
    <template #under><tube-row :items="items" :lit="station.item.value?.part ?? null" @choose="station.chooseItem" /></template>
    <template #beside="{ item }">
      <template v-if="tube(item) !== null">
        <p class="small soft">{{ label(item) }}</p>
        <socket-map v-if="socket !== null && asksForPins" :tube="socket" :pins="pins" />
        <fit-panel :position="item.part" :type="tube(item)?.type ?? null" :partners="tube(item)?.partners ?? []" :set="tube(item)?.set ?? []" />
      </template>
    </template>
  </station-page>
</template>
