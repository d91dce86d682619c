<script setup lang="ts">
import StationPage from './StationPage.vue'
import { useStation } from './useStation'

/** A station without a panel of its own: list, detail and entry line are all it needs. */
const props = defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation(props.name)
</script>

<template>
  <station-page :station="station" @state="emit('state')" @conditions="emit('conditions')" />
</template>
