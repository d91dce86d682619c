<script setup lang="ts">
import { watch } from 'vue'
import { useRouter } from 'vue-router'
import { useBench } from '../frame/bench'

/** A job without a station named: where it was left, unless the chassis is in a state that asks for another. */
const props = defineProps<{ jobId: string }>()
const bench = useBench()
const router = useRouter()

watch(() => bench.bench, (b) => {
  if (b === null) return
  const left = localStorage.getItem(`left:${props.jobId}`)
  // What was here before opens with its own history, until somebody has begun.
  if (left === null && (bench.unit?.earlierVisits ?? 0) > 0) { void router.replace({ name: 'job-history', params: { jobId: props.jobId } }); return }
  const off = b.state.name === 'dead' || b.state.name === 'discharging'
  const station = off && left !== null && bench.stations.some((s) => s.station === left) ? left : b.proposedStation
  void router.replace({ name: 'station', params: { jobId: props.jobId, station } })
}, { immediate: true })
</script>

<template>
  <p class="page soft">Opening…</p>
</template>
