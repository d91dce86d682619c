<script setup lang="ts">
import { NSelect } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import { figureOf } from '../../quantity/decimal'
import { schoolChoices, targetFault, type BiasSetting, type TargetSchool } from './useBiasSetting'

/** Where a stage is to idle on this job: by which school, and by whose wish. */
const props = defineProps<{ stage: string; target: BiasSetting['target'] }>()
const bench = useBench()
const session = useSession()
const stands = computed(() => ({ school: props.target.setBy === 'job' ? props.target.school : 'shop' as const, low: String(Math.round(100 * props.target.range.low)), high: String(Math.round(100 * props.target.range.high)), reason: props.target.reason }))
const school = ref<TargetSchool | 'shop'>('shop')
const low = ref('')
const high = ref('')
const reason = ref('')
function back(): void { ({ school: school.value, low: low.value, high: high.value, reason: reason.value } = stands.value) }
watch(stands, (now, before) => { if (JSON.stringify(now) !== JSON.stringify(before)) back() }, { immediate: true })

const isBand = computed(() => school.value === 'percent' || school.value === 'owner')
const wantsReason = computed(() => school.value === 'owner' || school.value === 'distortion')
const isChanged = computed(() => JSON.stringify({ school: school.value, low: low.value, high: high.value, reason: reason.value }) !== JSON.stringify(stands.value))
const fault = computed(() => (isChanged.value ? targetFault(school.value, figureOf(low.value), figureOf(high.value), reason.value) : null))
async function keep(): Promise<void> {
  const [lowPercent, highPercent] = [figureOf(low.value), figureOf(high.value)]
  if (!isChanged.value || fault.value !== null) return
  await bench.write('bias-target', { stage: props.stage, school: school.value, ...(isBand.value && lowPercent !== null && highPercent !== null ? { lowPercent, highPercent } : {}), ...(reason.value.trim() === '' || school.value === 'shop' ? {} : { reason: reason.value.trim() }) })
}
</script>

<template>
  <form class="target" @submit.prevent="keep">
    <h2>Where {{ stage }} belongs</h2>
    <n-select v-model:value="school" aria-label="Set by" :options="schoolChoices" :disabled="!session.mayWrite" size="large" :input-props="{ 'aria-label': 'Set by' }" />
    <p v-if="isBand" class="band"><label class="sr" for="target-low">From, %</label><input id="target-low" v-model="low" inputmode="decimal" autocomplete="off" :disabled="!session.mayWrite"> to <label class="sr" for="target-high">To, %</label><input id="target-high" v-model="high" inputmode="decimal" autocomplete="off" :disabled="!session.mayWrite"> %</p>
    <template v-if="wantsReason"><label class="said" for="target-reason">{{ school === 'owner' ? 'Who wants it so, in their words' : 'By what it was set' }}</label><input id="target-reason" v-model="reason" maxlength="400" autocomplete="off" :disabled="!session.mayWrite"></template>
    <p v-if="fault !== null" role="alert" class="small out">{{ fault }}</p>
    <p v-else-if="target.setBy === 'job' && !isChanged" class="small soft">Written down for this job{{ target.reason === '' ? '' : `: ${target.reason}` }}</p>
    <p v-if="isChanged" class="keep"><button type="button" @click="back">As it is</button><button type="submit" class="go" :disabled="fault !== null">Keep it</button></p>
  </form>
</template>

<style scoped>
.target { display: grid; gap: 6px; }
.band, .keep { display: flex; gap: 8px; align-items: center; }
.keep { justify-content: flex-end; }
input { font: 18px var(--figures); color: inherit; background: var(--field); border: 1px solid var(--line); border-radius: 4px; min-height: 44px; padding: 0 10px; width: 100%; min-width: 0; }
.band input { width: 84px; }
button { font: inherit; color: inherit; background: var(--card); border: 1px solid var(--line); border-radius: 4px; min-height: 44px; padding: 0 14px; cursor: pointer; }
.go:not(:disabled) { background: var(--heart-strong); color: #fffdf6; font-weight: 700; }
</style>
