<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import DissipationPlane, { type Ghost, type PlaneDot } from '../../marks/DissipationPlane.vue'
import { showFigure } from '../../quantity/figure'
import EntryLine from '../common/EntryLine.vue'
import { useReadingLine } from '../voltages/useReadingLine'
import BiasSetting from './BiasSetting.vue'
import BiasTubes from './BiasTubes.vue'
import DrivenStage from './DrivenStage.vue'
import { movedTo, useBias, useSweep, type BiasTube } from './useBias'
import { useBiasProbe } from './useBiasProbe'

/** Bias: how the output tubes idle against what they may, and where they would go if their bias were moved. */
defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const bench = useBench()
const session = useSession()
const { bias, fault } = useBias()
const probe = useBiasProbe(bias)
const entry = useReadingLine(probe)
const line = useTemplateRef<InstanceType<typeof EntryLine>>('line')

const stages = computed(() => bias.value?.stages ?? [])
const chosenStage = ref<string | null>(null)
const lit = computed(() => probe.current.value?.key ?? null)
/** The stage in view: the one that was chosen, else that of the place that is asked for. */
const stage = computed(() => {
  const asked = bias.value?.tubes.find((t) => Object.values(t.places).some((p) => lit.value === `${p}|dc-volts`))?.stage
  return stages.value.find((s) => s.stage === (chosenStage.value ?? asked)) ?? stages.value[0] ?? null
})
/** At rest, with a signal, or what sets it. */
const view = ref<'rest' | 'driven' | 'setting'>('rest')
/** What is turned, where there are several; null for the first. */
const turned = ref<string | null>(null)
watch(() => stage.value?.stage, () => { turned.value = null })
const tubes = computed(() => (bias.value?.tubes ?? []).filter((t) => t.stage === stage.value?.stage))
const limit = computed(() => tubes.value[0]?.limits[0] ?? null)
const { sweep: told, pending } = useSweep(computed(() => stage.value?.stage ?? null), computed(() => turned.value))
const sweep = computed(() => (told.value === null || told.value.steps.length === 0 ? null : told.value))

const stands = computed(() => sweep.value?.stands ?? 0)
/** Where each stands: as it was measured; else where the circuit has it, drawn hollow. */
const dots = computed(() => tubes.value.flatMap((t): PlaneDot[] => {
  if (t.plateVolts !== null && t.plateAmperes !== null) return [{ position: t.position, volts: t.plateVolts.value, amperes: t.plateAmperes.value, voltsBand: t.plateVolts.band, amperesBand: t.plateAmperes.band, verdict: t.verdict, measured: true }]
  const model = sweep.value === null ? null : movedTo(sweep.value, t, stands.value, stands.value)
  return model === null ? [] : [{ position: t.position, volts: model.plateVolts, amperes: model.plateAmperes, voltsBand: 0, amperesBand: 0, verdict: 'cannot-say', measured: false }]
}))
const range = computed(() => { const s = sweep.value?.steps ?? []; return s.length < 2 ? null : { from: s[0]?.value ?? 0, to: s.at(-1)?.value ?? 1 } })
const tried = ref<number | null>(null)
watch([() => stage.value?.stage, stands], () => { tried.value = null })
const at = computed(() => tried.value ?? stands.value)
const share = (watts: number): string => (limit.value === null ? '' : `${String(Math.round((100 * watts) / limit.value.plateWatts))} %`)
const ghostsAt = (mains: 'now' | 'low' | 'high', says: (watts: number) => string, of: BiasTube[]): Ghost[] => of.flatMap((t) => {
  const to = sweep.value === null ? null : movedTo(sweep.value, t, stands.value, at.value, mains)
  return to === null ? [] : [{ position: t.position, volts: to.plateVolts, amperes: to.plateAmperes, says: says(to.plateWatts) }]
})
const moved = computed(() => (tried.value === null ? [] : ghostsAt('now', share, tubes.value)))
/** The hottest at the highest mains of the place, and at the lowest. */
const hottest = computed(() => [...tubes.value].sort((a, b) => (b.plateWatts?.value ?? 0) - (a.plateWatts?.value ?? 0)).slice(0, 1))
const ghosts = computed(() => [...ghostsAt('high', (w) => `+10 %: ${share(w)}`, hottest.value), ...ghostsAt('low', (w) => `−10 %: ${share(w)}`, hottest.value)])
const belongs = computed(() => { const t = tubes.value[0]?.target; return t === undefined ? '' : t.isBand ? `belongs ${String(Math.round(100 * t.low))} … ${String(Math.round(100 * t.high))} %` : t.school === 'schematic' ? 'belongs as drawn' : 'set by the analyser' })
const isSetting = computed(() => sweep.value?.kind === 'setting')
const shownAt = computed(() => (isSetting.value ? `at ${String(Math.round(100 * at.value))} %` : showFigure(at.value, 'Ω')))
const wouldRead = computed(() => { const t = tubes.value[0]; const to = t === undefined || sweep.value === null || tried.value === null ? null : movedTo(sweep.value, t, stands.value, at.value); return to?.gridVolts === null || to === null ? '' : `${tubes.value[0]?.position ?? ''} grid ${to.gridVolts.toFixed(1).replace('-', '−')} V` })
const live = computed(() => bench.state === 'energised' || bench.state === 'ramping')

/** A trim may be turned while it is on; a resistor goes in when it is dead. */
const mayFit = computed(() => session.mayWrite && tried.value !== null && (isSetting.value ? live.value : bench.state === 'dead'))
async function fit(): Promise<void> {
  if (sweep.value?.part == null || tried.value === null) return
  await bench.write('as-fitted', { text: isSetting.value ? `${sweep.value.part} @${tried.value.toFixed(3)}` : `${sweep.value.part} ${tried.value.toPrecision(3)}` })
  tried.value = null
  line.value?.focus()
}
function choose(key: string): void {
  probe.choose(key)
  line.value?.focus()
}
</script>

<template>
  <div class="station">
    <div class="board-in">
      <h1>Bias <small>{{ bench.unit?.maker }} {{ bench.unit?.model }}<template v-if="limit !== null"> · {{ limit.type }}, {{ limit.plateWatts }} W {{ limit.system }} · {{ belongs }}</template></small></h1>
      <p v-if="fault !== null" class="danger">{{ fault }}</p>
      <div v-if="bias !== null && bias.tubes.length === 0" class="card empty">
        <h2>{{ bias.hasCircuit ? 'No output tube is in' : 'No circuit drawn' }}</h2>
        <p v-if="bias.hasCircuit">Bias is read with the output {{ session.word('tubes') }} in, at full mains.</p>
        <p v-else>What an output {{ session.word('tube') }} dissipates follows from what lies under its cathode and over its {{ session.word('plate') }}: draw its output stage on a sheet, and choose the sheet at Book-in. Volts and currents can be read at Voltages meanwhile.</p>
      </div>
      <div v-if="bias !== null && stage !== null" class="views">
        <div v-if="stages.length > 1" class="stages" role="tablist" aria-label="Output stage"><button v-for="s in stages" :key="s.stage" type="button" role="tab" :aria-selected="s.stage === stage.stage" @click="chosenStage = s.stage">{{ s.stage }} · {{ s.positions.join(' ') }}</button></div>
        <div class="stages" role="tablist" aria-label="At rest, driven, or what sets it"><button id="at-rest" type="button" role="tab" :aria-selected="view === 'rest'" @click="view = 'rest'">At rest</button><button id="driven" type="button" role="tab" :aria-selected="view === 'driven'" @click="view = 'driven'">Driven: power</button><button id="setting" type="button" role="tab" :aria-selected="view === 'setting'" @click="view = 'setting'">What sets it</button></div>
      </div>
      <driven-stage v-if="bias !== null && stage !== null && view === 'driven'" :stage="stage.stage" />
      <bias-setting v-else-if="bias !== null && stage !== null && view === 'setting'" v-model:part="turned" :stage="stage.stage" :tubes="tubes" />
      <div v-else-if="bias !== null && stage !== null" class="work">
        <div class="left">
          <div class="card field"><dissipation-plane :limit-watts="limit?.plateWatts ?? null" :low="tubes[0]?.target.low ?? 0.6" :high="tubes[0]?.target.high ?? 0.7" :dots="dots" :moved="moved" :ghosts="ghosts" :plate-to-plate-ohms="stage.plateToPlateOhms" :single-ended="stage.isSingleEnded" /></div>
          <div v-if="range !== null && sweep?.part !== null" class="card turn">
            <label :for="`turn-${stage.stage}`"><b>{{ sweep?.part }}</b> <span class="m">{{ shownAt }}</span><small class="m">{{ wouldRead }}</small></label>
            <input :id="`turn-${stage.stage}`" type="range" :min="range.from" :max="range.to" :step="(range.to - range.from) / 200" :value="at" :aria-valuetext="`${sweep?.part ?? ''} ${shownAt}: ${moved.map((g) => `${g.position} ${g.says}`).join(', ')}`" @input="tried = Number(($event.target as HTMLInputElement).value)">
            <button type="button" :disabled="tried === null" @click="tried = null">As it is</button>
            <button type="button" class="go" :disabled="!mayFit" :title="isSetting ? 'It was turned so' : 'It was fitted'" @click="fit">{{ isSetting ? 'Turned so' : 'Fitted so' }}</button>
          </div>
          <p v-else class="card turn soft">{{ pending ? 'Asking the circuit where the tubes would go.' : sweep === null ? 'Where the tubes would go the circuit tells at full mains, with the mains stated and no limiter in.' : 'Nothing is drawn that would move this bias.' }}</p>
        </div>
        <bias-tubes :tubes="tubes" :stage="stage" :advice="told?.advice ?? []" :cautions="bias.cautions" :lit="lit" @probe="choose" />
      </div>
    </div>
    <teleport defer to="#entry-slot"><entry-line ref="line" :line="entry" @state="emit('state')" @conditions="emit('conditions')" /></teleport>
  </div>
</template>

<style scoped src="../common/station.css"></style>
<style scoped>
.work { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1fr) 318px; gap: 10px; }
.left { display: flex; flex-direction: column; gap: 8px; min-height: 0; }
.field { flex: 1; min-height: 200px; padding: 4px; }
.views { display: flex; gap: 6px 24px; flex-wrap: wrap; }
.stages { display: flex; gap: 6px; }
button { font: inherit; color: inherit; background: var(--card); border: 1px solid var(--line); border-radius: 4px; min-height: 44px; padding: 0 12px; cursor: pointer; }
button:disabled { color: var(--soft); cursor: default; }
button[aria-selected='true'] { background: var(--lit); font-weight: 700; }
.go:not(:disabled) { background: var(--heart-strong); color: #fffdf6; font-weight: 700; }
.turn { display: grid; grid-template-columns: minmax(0, 1fr) auto auto; align-items: center; gap: 2px 10px; padding: 6px 12px; min-height: 54px; }
.turn small { font-size: 14px; color: var(--soft); margin-left: 10px; }
p.turn { display: block; }
.turn button { white-space: nowrap; }
input[type='range'] { grid-column: 1 / -1; grid-row: 2; width: 100%; height: 44px; margin: 0; accent-color: var(--heart-strong); }
@media (max-width: 1100px) { .work { grid-template-columns: minmax(0, 1fr) 270px; } }
</style>
