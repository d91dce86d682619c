<script setup lang="ts">
import { computed } from 'vue'
import type { Verdict } from '../api/client'
import { placeShape, windowGeometry as g } from './geometry'

const props = defineProps<{ position: number | null; shape: string; verdict: Verdict; words: string }>()
const placed = computed(() => placeShape(props.position, props.shape))
</script>

<template>
  <svg :width="(g.width + 16) * 0.8" :height="g.height" :viewBox="`-8 -1 ${g.width + 16} ${g.height + 2}`" role="img" :aria-label="words">
    <line x1="0" :x2="g.width" :y1="g.axis" :y2="g.axis" stroke="var(--line)" />
    <path :d="g.bracket" fill="none" stroke="var(--ink)" stroke-width="1.6" />
    <path :transform="`translate(${placed.x} ${g.axis})`" :d="placed.d" :fill="placed.filled ? `var(--${verdict})` : 'var(--card)'" :stroke="`var(--${verdict})`" stroke-width="1.8" />
  </svg>
</template>
