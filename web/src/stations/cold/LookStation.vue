<script setup lang="ts">
import ColdStation from './ColdStation.vue'
import { useStation } from './useStation'

const emit = defineEmits<{ state: []; conditions: [] }>()
const station = useStation('look')
</script>

<template>
  <cold-station :station="station" title="Cold look" @state="emit('state')" @conditions="emit('conditions')" />
</template>
