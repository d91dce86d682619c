<script setup lang="ts">
import type { Schemas } from '../api/client'

defineProps<{ mark: Schemas['SchematicMark']; state: Schemas['PlaceStates'][string]; lit?: boolean; bare?: boolean }>()
</script>

<template>
  <component :is="bare ? 'g' : 'span'" :class="bare ? undefined : ['mark', { lit }]" :style="bare ? undefined : { left: `${mark.x * 100}%`, top: `${mark.y * 100}%` }" :title="bare ? undefined : `${mark.place}: ${state.replace('-', ' ')}`">
    <component :is="bare ? 'g' : 'svg'" :width="bare ? undefined : 26" :height="bare ? undefined : 26" :viewBox="bare ? undefined : '-13 -13 26 26'">
      <circle v-if="lit" r="12" fill="var(--heart)" fill-opacity="0.35" stroke="var(--heart-strong)" stroke-width="2" />
      <circle v-if="state === 'not-yet'" r="6" fill="none" stroke="#545f57" stroke-width="1.8" stroke-dasharray="3 2.4" />
      <path v-else-if="state === 'good'" d="M-2.4 -8h4.8v16h-4.8z" fill="#38584a" />
      <path v-else-if="state === 'off'" d="M-7 -8l14 8 -14 8z" fill="#96480f" />
      <path v-else-if="state === 'replaced'" d="M0 -8l8 8 -8 8 -8 -8z" fill="#24392f" />
      <path v-else d="M-7 -7h14v14h-14z" fill="#fffdf6" stroke="#755210" stroke-width="2" />
    </component>
    <b v-if="!bare">{{ mark.place }}</b>
  </component>
</template>

<style scoped>
.mark { position: absolute; transform: translate(-50%, -50%) scale(var(--inverse)); pointer-events: none; display: block; width: 26px; height: 26px; }
.mark svg { display: block; }
.mark b { position: absolute; left: 24px; top: 3px; font: 700 13px var(--figures); color: #1c2721; background: rgb(255 253 246 / 85%); padding: 0 3px; border-radius: 2px; white-space: nowrap; }
/* From afar the drawing's own lettering must do. */
.far .mark:not(.lit) b { display: none; }
.lit b { color: #96480f; font-size: 16px; top: 1px; }
@media print { .mark { transform: translate(-50%, -50%); } }
</style>
