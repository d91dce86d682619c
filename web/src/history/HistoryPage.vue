<script setup lang="ts">
import TopBar from '../frame/TopBar.vue'
import HistoryView from './HistoryView.vue'

/** The history of an amplifier that is on no bench now. */
defineProps<{ unitId: string }>()
</script>

<template>
  <top-bar />
  <main class="page"><history-view :unit-id="unitId" titled /></main>
</template>
