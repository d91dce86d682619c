<script setup lang="ts">
import type { Schemas } from '../api/client'

/** What another type in a socket changes, by the model. */
defineProps<{ substitution: Schemas['WhatIf']['substitutions'][number] }>()
const mark = (verdict: string): string => ({ danger: '!!', out: '!', watch: '↕', 'cannot-say': '?' })[verdict] ?? '·'
const decibels = (value: number | null): string => (value === null ? '–' : `${value.toFixed(1).replace('-', '−')} dB`)
</script>

<template>
  <section class="card swap">
    <h3 :class="substitution.verdict">{{ substitution.headline }}</h3>
    <ul v-if="substitution.reasons.length > 0"><li v-for="(r, k) in substitution.reasons" :key="k"><b :class="r.verdict">{{ mark(r.verdict) }}</b> {{ r.sentence }}</li></ul>
    <p class="small soft">With all else as drawn. <template v-if="substitution.gains.length > 0">Gain at 1 kHz: </template><span v-for="g in substitution.gains" :key="g.stage" class="m gain">{{ g.stage }} {{ decibels(g.beforeDecibels) }} → {{ decibels(g.afterDecibels) }}</span></p>
  </section>
</template>

<style scoped>
h3 { font-size: 16px; }
.swap { padding: 10px 14px; margin-bottom: 10px; display: grid; gap: 6px; }
.swap ul { list-style: none; margin: 0; padding: 0; columns: 300px 2; column-gap: 24px; } .swap li { font-size: 15px; padding: 2px 0 2px 24px; break-inside: avoid; position: relative; } .swap li b { position: absolute; left: 0; }
.gain { margin-right: 14px; }
</style>
