<script setup lang="ts">
import { computed, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { useBench } from '../frame/bench'
import { panelOf } from './registry'

/** The station that the address names, with the unit in hand. */
const props = defineProps<{ jobId: string; station: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const bench = useBench()
const exists = computed(() => bench.stations.length === 0 || bench.stations.some((s) => s.station === props.station))
watch(() => props.station, (station) => { localStorage.setItem(`left:${props.jobId}`, station) }, { immediate: true })
</script>

<template>
  <component :is="panelOf(station)" v-if="exists" :key="station" :name="station" @state="emit('state')" @conditions="emit('conditions')" />
  <div v-else class="page"><h1>There is no such station</h1><p><router-link :to="{ name: 'job', params: { jobId } }">Where the work goes on</router-link></p></div>
</template>
