<script setup lang="ts">
import ColdStation from './ColdStation.vue'
import IronPicture, { type DrawnWinding } from './IronPicture.vue'
import { keyOf, useStation, type ColdItem } from './useStation'

const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation('iron')
const windings = (item: ColdItem): DrawnWinding[] => (item.more['windings'] as DrawnWinding[] | undefined) ?? []
</script>

<template>
  <cold-station :station="station" title="Iron" @state="emit('state')" @conditions="emit('conditions')">
    <template #beside="{ item }"><p v-if="item.verdict === 'out' && station.board.value?.hasCircuit && item.more['role'] !== 'choke'" class="fit"><b>Order:</b> <a :href="`/api/jobs/${station.ids.value.jobId}/units/${station.ids.value.unitId}/transformers/${item.part}/specification.pdf`" target="_blank" rel="noopener">specification, PDF</a> · <a :href="`/api/jobs/${station.ids.value.jobId}/units/${station.ids.value.unitId}/transformers/${item.part}/specification.json`" download>JSON</a></p></template>
    <template #under="{ item }"><iron-picture v-if="windings(item).length > 0" :windings="windings(item)" :role="String(item.more['role'])" :lit="station.current.value?.step.subject ?? ''" @choose="(w) => station.choose(keyOf(item.steps.find((s) => s.subject === w && s.test === 'winding-ohms')!, item.steps.findIndex((s) => s.subject === w && s.test === 'winding-ohms')))" /></template>
  </cold-station>
</template>

<style scoped>
.fit { background: var(--band); padding: 4px 8px; border-radius: 3px; font-size: 15px; }
</style>
