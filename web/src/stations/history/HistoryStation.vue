<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '../../frame/bench'
import HistoryView from '../../history/HistoryView.vue'

/** What the amplifier in hand brings along. */
const bench = useBench()
const unit = computed(() => bench.unit)
</script>

<template>
  <div class="station">
    <h1>History <small class="soft">{{ unit?.maker }} {{ unit?.model }} <span class="m">{{ unit?.serial }}</span></small></h1>
    <history-view :unit-id="unit?.id ?? ''" :job-id="bench.job?.id" />
  </div>
</template>

<style scoped>
.station { padding: 14px 20px; overflow-y: auto; height: 100%; display: grid; gap: 12px; align-content: start; }
h1 small { font-size: 14px; font-weight: 400; margin-left: 8px; }
</style>
