<script setup lang="ts">
import { computed } from 'vue'
import type { Verdict } from '../api/client'
import { placeShape } from './geometry'

const props = defineProps<{ verdict: Verdict; open?: boolean }>()
const shapes: Record<Verdict, string> = { within: 'tick', watch: 'diamond', out: 'arrow-high', danger: 'danger-high', 'cannot-say': 'query' }
const placed = computed(() => placeShape(0, shapes[props.verdict]))
</script>

<template>
  <svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden="true">
    <circle v-if="open" r="4.5" fill="none" stroke="var(--soft)" stroke-width="1.4" stroke-dasharray="2 2" />
    <path v-else :d="placed.d" :fill="placed.filled ? `var(--${verdict})` : 'none'" :stroke="`var(--${verdict})`" stroke-width="1.8" />
  </svg>
</template>
