<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import type { Schemas } from '../../api/client'
import { useBench } from '../../frame/bench'
import { useNow } from '../../frame/time'
import { amount } from '../../owner/money'

/** Minutes worked, by a clock that runs on through a reload; beside what was approved. */
const props = defineProps<{ work: Schemas['Work'] }>()
const bench = useBench()
const session = useSession()
const own = computed(() => props.work.clock.running.find((r) => r.personId === session.me?.id) ?? null)
const forgotten = computed(() => props.work.clock.forgotten.find((f) => f.personId === session.me?.id) ?? null)
/** The server's count, and what every clock ran since it counted. */
const now = useNow(5000)
const counted = ref(now.value)
watch(() => props.work, () => { counted.value = now.value })
const minutes = computed(() => props.work.clock.minutes + props.work.clock.running.length * Math.max(0, now.value - counted.value) / 60000)
const was = ref('')
const pressed = computed(() => bench.mine.filter((w) => w.body.kind === 'clock').at(-1)?.body.payload['to'] ?? (own.value === null ? 'stand' : 'run'))
async function turn(): Promise<void> {
  const to = pressed.value === 'run' ? 'stand' : 'run'
  const said = /^\d{1,4}$/.test(was.value.trim()) ? Number(was.value) : null
  await bench.write('clock', { to, ...(to === 'stand' && said !== null ? { minutes: said } : {}) }, null)
  was.value = ''
}
const m = computed(() => props.work.money)
</script>

<template>
  <span class="clock">
    <button v-if="session.mayWrite" type="button" :class="['turn', { runs: pressed === 'run' }]" :aria-pressed="pressed === 'run'" @click="turn">{{ pressed === 'run' ? 'Stop the clock' : 'Start the clock' }}</button>
    <template v-if="forgotten !== null && pressed === 'run'"><input v-model="was" class="m was" inputmode="numeric" placeholder="min" aria-label="What it was, minutes"><span class="out small">ran {{ Math.round(forgotten.minutes / 60) }} h: not counted, say what it was</span></template>
    <span class="m">{{ Math.round(minutes) }}<template v-if="m.approvedMinutes !== null"> of {{ m.approvedMinutes }}</template> min</span>
    <span :class="['m', { out: m.isBeyondApproved === true || m.isBeyondAgreed === true }]">{{ m.currency }} {{ amount(m.labourMinor + m.partsMinor) }}<template v-if="m.approvedNetMinor !== null"> of {{ amount(m.approvedNetMinor) }}</template></span>
    <b v-if="m.isBeyondAgreed === true" class="out small">beyond what was agreed: call first</b>
    <b v-else-if="m.isBeyondApproved === true" class="out small">beyond what was approved</b>
    <span v-else-if="m.unpricedParts > 0" class="small soft">{{ m.unpricedParts }} part{{ m.unpricedParts > 1 ? 's' : '' }} without a price</span>
  </span>
</template>

<style scoped>
.clock { margin-left: auto; display: inline-flex; gap: 4px 12px; white-space: nowrap; align-items: center; font-size: 15px; font-weight: 400; }
.turn { font: 600 15px var(--words); min-height: 34px; padding: 0 12px; border: 1px solid var(--line); border-radius: 4px; background: var(--card); color: var(--ink); cursor: pointer; }
.turn.runs { background: var(--needle); color: var(--on-needle); border-color: var(--needle); }
.was { width: 60px; font-size: 15px; border: 1px solid var(--line); border-radius: 3px; background: var(--field); color: var(--ink); padding: 3px 6px; }
@media (pointer: coarse) { .turn { min-height: 44px; } }
</style>
