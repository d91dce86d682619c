<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../api/client'

const props = defineProps<{ calibration: Schemas['SheetModel']['calibration'] }>()
const words: Record<string, string> = { windingVolts: 'winding volts', windingOhms: 'winding resistance', tubes: 'strength', parts: 'value' }
/** What the fit moved: the few that are not settled by tolerance alone, largest first. */
const moved = computed(() => props.calibration.fitted.filter((f) => f.kind !== 'parts' || Math.abs(f.factor - 1) > 0.02).slice(0, 8))
const resisting = computed(() => props.calibration.residuals.filter((r) => r.resists))
const worst = computed(() => [...props.calibration.residuals].sort((a, b) => Math.abs(b.score) - Math.abs(a.score)).slice(0, 5))
const percent = (f: number): string => `${f >= 1 ? '+' : '−'}${Math.abs((f - 1) * 100).toFixed(1)} %`
const volts = (v: number): string => (Math.abs(v) < 1 ? v.toFixed(3) : Math.abs(v) < 100 ? v.toFixed(2) : v.toFixed(1)).replace('-', '−')
</script>

<template>
  <section>
    <h2>Fitted to the print</h2>
    <p v-if="calibration.residuals.length === 0" class="soft">Nothing is printed: the model stands as drawn.</p>
    <template v-else>
      <p v-if="resisting.length > 0" role="note"><b class="out">{{ resisting.map((r) => r.place).join(', ') }} {{ resisting.length === 1 ? 'resists' : 'resist' }}:</b> the other prints ask for {{ resisting.map((r) => `${volts(r.withoutItVolts)} V where ${volts(r.givenVolts)} V is printed`).join(', ') }}. A misprint, or a modification?</p>
      <p v-else class="soft small">Every print fits the others.</p>
      <table class="list card"><thead><tr><th>Moved</th><th class="n">by</th><th class="n">±</th></tr></thead><tbody><tr v-for="f in moved" :key="f.kind + f.id"><td><b class="m">{{ f.id }}</b> {{ words[f.kind] }}</td><td class="n m">{{ percent(f.factor) }}</td><td class="n m soft">{{ (f.deviation * 196).toFixed(1) }} %</td></tr></tbody></table>
      <table class="list card later"><thead><tr><th>Print</th><th class="n">V</th><th class="n">model</th></tr></thead><tbody><tr v-for="r in worst" :key="r.place"><td class="m"><b>{{ r.place }}</b></td><td class="n m">{{ volts(r.givenVolts) }}</td><td :class="['n', 'm', { out: r.resists }]">{{ volts(r.afterVolts) }}</td></tr></tbody></table>
    </template>
  </section>
</template>

<style scoped>
h2 { margin-bottom: 6px; }
td { padding: 5px 10px !important; }
.later { margin-top: 8px; }
p { margin-bottom: 6px; }
</style>
