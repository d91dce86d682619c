<script setup lang="ts">
import { NSelect } from 'naive-ui'
import { computed } from 'vue'
import StationPage from '../common/StationPage.vue'
import { detailOf } from '../common/detail'
import IronPicture from './IronPicture.vue'
import { usePractice } from '../common/usePractice'
import { keyOf, useStation, type BoardItem } from '../common/useStation'

const props = defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation(props.name)
const practice = usePractice(() => station.board.value?.practice)
const limit = computed(() => `${(station.board.value?.practice.insulationGoodOhms ?? 0) / 1e6} ${station.board.value?.practice.insulationVolts ?? 0}`)
const limits = computed(() => [...new Set([limit.value, ...[500, 1000].flatMap((volts) => [10, 50, 100, 200].map((megohms) => `${megohms} ${volts}`))])]
  .map((value) => ({ value, label: value.replace(' ', ' MΩ at ') + ' V' })))
function setLimit(chosen: string): void {
  const [megohms = 0, volts = 0] = chosen.split(' ').map(Number)
  practice.set({ insulationGoodOhms: megohms * 1e6, insulationVolts: volts })
}
const iron = (item: BoardItem): ReturnType<typeof detailOf<'iron'>> => detailOf(item, 'iron')
/** Where a winding's resistance stands among the steps; -1 where it is not asked for. */
const ohmsOf = (item: BoardItem, winding: string): number => item.steps.findIndex((s) => s.subject === winding && s.test === 'winding-ohms')
function measure(item: BoardItem, winding: string): void {
  const at = ohmsOf(item, winding)
  const step = item.steps[at]
  if (step !== undefined) station.choose(keyOf(step, at))
}
</script>

<template>
  <station-page :station="station" @state="emit('state')" @conditions="emit('conditions')">
    <template #head>
      <span class="head"><label class="soft" for="insulation">Insulation good from</label>
        <n-select v-if="practice.maySet.value" class="limit" size="small" :value="limit" :options="limits" :input-props="{ id: 'insulation' }" aria-label="Insulation good from" @update:value="setLimit" />
        <span v-else class="m">{{ limits[0]?.label }}</span>
      </span>
    </template>
    <template #beside="{ item }"><p v-if="item.verdict === 'out' && station.board.value?.hasCircuit && iron(item)?.role !== 'choke'" class="fit"><b>Order:</b> <a :href="`/api/jobs/${station.ids.value.jobId}/units/${station.ids.value.unitId}/transformers/${item.part}/specification.pdf`" target="_blank" rel="noopener">specification, PDF</a> · <a :href="`/api/jobs/${station.ids.value.jobId}/units/${station.ids.value.unitId}/transformers/${item.part}/specification.json`" download>JSON</a></p></template>
    <template #under="{ item }"><iron-picture v-if="(iron(item)?.windings ?? []).length > 0" :windings="iron(item)!.windings" :role="iron(item)!.role" :lit="station.current.value?.step.subject ?? ''" :choosable="(w) => ohmsOf(item, w) >= 0" @choose="(w) => measure(item, w)" /></template>
  </station-page>
</template>

<style scoped>
.head { margin-left: auto; display: flex; gap: 8px; align-items: center; font-size: 14px; font-weight: 400; white-space: nowrap; }
.limit { width: 196px; }
</style>
