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
    <template #under="{ item }"><iron-picture v-if="windings(item).length > 0" :windings="windings(item)" :role="String(item.more['role'])" :lit="station.current.value?.step.subject ?? ''" @choose="(w) => station.choose(keyOf(item.steps.find((s) => s.subject === w && s.test === 'winding-ohms')!, item.steps.findIndex((s) => s.subject === w && s.test === 'winding-ohms')))" /></template>
  </cold-station>
</template>
