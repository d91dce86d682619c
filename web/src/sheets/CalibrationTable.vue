<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../api/client'

/** What a fit moved, and what still resists it: of a drawing to its printed values, or of a drawing to the readings of one unit. */
const props = withDefaults(defineProps<{ calibration: Pick<Schemas['SheetModel']['calibration'], 'fitted' | 'residuals'>; of?: 'print' | 'unit'; compact?: boolean }>(), { of: 'print', compact: false })
const words: Record<string, string> = { windingVolts: 'winding volts', windingOhms: 'winding resistance', tubes: 'strength', parts: 'value' }
/** Below this a part's value is settled by its tolerance alone. */
const leastPart = 0.02
const said = computed(() => (props.of === 'print'
  ? { heading: 'Fitted to the print', none: 'Nothing is printed: the model stands as drawn.', kept: 'Every print fits the others.', column: 'Print' }
  : { heading: 'Fitted to this unit', none: 'Nothing that holds was read yet.', kept: 'Every reading fits the others: no part or tube lies farther off than healthy ones do.', column: 'Read at' }))
/** What the fit moved: the few that are not settled by tolerance alone, largest first. */
const moved = computed(() => props.calibration.fitted.filter((f) => (props.of === 'unit' ? Math.abs(f.factor - 1) > 0.1 * f.prior : f.kind !== 'parts' || Math.abs(f.factor - 1) > leastPart)).slice(0, 8))
const resisting = computed(() => props.calibration.residuals.filter((r) => r.resists))
const worst = computed(() => [...props.calibration.residuals].sort((a, b) => Math.abs(b.score) - Math.abs(a.score)).slice(0, 5))
const percent = (f: number): string => `${f >= 1 ? '+' : '−'}${Math.abs((f - 1) * 100).toFixed(1)} %`
const volts = (v: number): string => (Math.abs(v) < 1 ? v.toFixed(3) : Math.abs(v) < 100 ? v.toFixed(2) : v.toFixed(1)).replace('-', '−')
const sections: Record<string, string> = { '/1': ' first half', '/2': ' second half' }
/** V3/2 is the second half of V3; an output tube has one part only. */
const named = (f: Schemas['FittedFactor']): string => {
  const half = /\/\d$/.exec(f.id)?.[0] ?? ''
  const isOnly = !props.calibration.fitted.some((o) => o.kind === 'tubes' && o.id !== f.id && o.id.replace(/\/\d$/, '') === f.id.replace(/\/\d$/, ''))
  return f.kind === 'tubes' && half !== '' ? `${f.id.slice(0, -2)}${isOnly ? '' : sections[half] ?? half}` : f.id
}
</script>

<template>
  <section :class="{ compact }">
    <h2>{{ said.heading }}</h2>
    <p v-if="calibration.residuals.length === 0" class="soft">{{ said.none }}</p>
    <template v-else>
      <p v-if="resisting.length > 0" role="note"><b class="out">{{ resisting.map((r) => r.place).join(', ') }} {{ resisting.length === 1 ? 'resists' : 'resist' }}:</b> <template v-if="of === 'print'">the other prints ask for {{ resisting.map((r) => `${volts(r.withoutItVolts)} V where ${volts(r.givenVolts)} V is printed`).join(', ') }}. A misprint, or a modification?</template><template v-else>no healthy spread of tubes and parts explains what was read there.</template></p>
      <p v-else class="soft small">{{ said.kept }}</p>
      <p v-if="moved.length === 0" class="small">Nothing had to be moved.</p>
      <table v-else class="list card"><thead><tr><th>Moved</th><th class="n">by</th><th class="n">±</th></tr></thead><tbody><tr v-for="f in moved" :key="f.kind + f.id"><td><b class="m">{{ named(f) }}</b> {{ words[f.kind] }}</td><td class="n m">{{ percent(f.factor) }}</td><td class="n m soft">{{ (f.deviation * 196).toFixed(1) }} %</td></tr></tbody></table>
      <table class="list card later"><thead><tr><th>{{ said.column }}</th><th class="n">V</th><th class="n">fitted</th><th v-if="of === 'unit'" class="n">by the others</th></tr></thead><tbody><tr v-for="r in worst" :key="r.place"><td class="m"><b>{{ r.place }}</b></td><td class="n m">{{ volts(r.givenVolts) }}</td><td :class="['n', 'm', { out: r.resists }]">{{ volts(r.afterVolts) }}</td><td v-if="of === 'unit'" class="n m soft">{{ volts(r.withoutItVolts) }}</td></tr></tbody></table>
    </template>
  </section>
</template>

<style scoped>
h2 { margin-bottom: 6px; }
td { padding: 5px 10px !important; }
.later { margin-top: 8px; }
p { margin-bottom: 6px; }
.compact { font-size: 15px; } .compact h2 { font-size: 16px; } .compact td, .compact th { padding: 2px 8px !important; }
</style>
