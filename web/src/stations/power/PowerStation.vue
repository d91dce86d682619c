<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import { placeWords } from '../../frame/place'
import { lasting, useNow } from '../../frame/time'
import { useLive } from '../../live/live'
import DecayChart from '../../marks/DecayChart.vue'
import RampChart from '../../marks/RampChart.vue'
import EntryLine from '../common/EntryLine.vue'
import FindingPanel from '../common/FindingPanel.vue'
import { useStation } from '../common/useStation'
import GateList from './GateList.vue'
import LightsOut from './LightsOut.vue'
import MethodChoice from './MethodChoice.vue'
import PlanPanel from './PlanPanel.vue'
import StopList from './StopList.vue'
import TubesIn from './TubesIn.vue'
import { big, limiterWords, stepInHand, stopInHand, usePower, type Stop } from './usePower'
import { useFall } from './useFall'
import { usePowerLine } from './usePowerLine'

/** First power: with the power off its gates and its plan, under power the way up with the one figure that matters now. */
const props = defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const bench = useBench()
const session = useSession()
const liveMeters = useLive()
const station = useStation(props.name)
const { power, fault, again } = usePower()
const { falls } = useFall(power, again)
const finding = ref(false)
const dark = ref(false)
const now = useNow(1000)
const line = useTemplateRef<InstanceType<typeof EntryLine>>('line')

const outputs = computed(() => (bench.bench?.tubes ?? []).filter((t) => t.output && power.value?.tubesOut?.includes(t.position) !== true).map((t) => t.position))
const entry = usePowerLine(station, power, {
  finding: () => { finding.value = true; return undefined },
  lights: () => { if (outputs.value.length === 0) return 'No output tube is in.'; dark.value = true; return undefined },
  outputs: () => outputs.value.length > 0,
  energise: () => { emit('state'); return undefined },
})
const on = computed(() => bench.state === 'ramping' || bench.state === 'energised')
const stop = computed(() => stopInHand(power.value))
const openGates = computed(() => power.value?.gates.filter((g) => !g.passes).length ?? 0)
const samples = computed(() => power.value?.ramps.filter((r) => (r.tubesOut ?? []).join() === (power.value?.tubesOut ?? []).join()).flatMap((r) => r.samples) ?? [])
const lit = computed(() => entry.probe.current.value?.key ?? (on.value && stop.value?.here === true ? 'stop-seen' : null))

/** The one value that matters now: the place in hand, else the first rail; live where a meter shows it. */
const watched = computed(() => stop.value?.readings.find((r) => `${r.place}|${r.function}` === lit.value) ?? stop.value?.readings.find((r) => r.required) ?? stop.value?.readings.find((r) => r.role === 'rail') ?? null)
const meter = computed(() => {
  const settings = bench.bench?.meters ?? []
  const shown = liveMeters.onUnit(bench.job?.id ?? null, bench.unit?.id ?? null).filter((s) => s.function === 'dc-volts')
  return shown.find((s) => settings.some((m) => m.meterId === s.meterId && m.leads === 'clipped' && m.place === watched.value?.place)) ?? (lit.value === `${watched.value?.place ?? ''}|dc-volts` ? shown.find((s) => settings.some((m) => m.meterId === s.meterId && m.leads === 'probe')) : undefined) ?? null
})
const liveVolts = computed(() => (meter.value?.text === undefined || !liveMeters.looksLive(meter.value) || !Number.isFinite(Number(meter.value.text)) ? null : Number(meter.value.text)))
const figure = computed(() => liveVolts.value ?? watched.value?.read?.value ?? null)
const dwellLeft = computed(() => {
  const since = bench.entries.filter((e) => e.kind === 'conditions' && e.unitId === bench.unit?.id && !e.refused).at(-1)?.observedAt ?? bench.bench?.state.since
  return on.value && stop.value?.here === true && since !== undefined ? Math.max(0, stop.value.dwellSeconds - (now.value - Date.parse(since)) / 1000) : 0
})
/** The fall is watched once it went off, bank by bank: the one that the line asks for, else the one that falls, else the first. */
const decay = computed(() => {
  const asked = station.current.value?.step.test === 'decay' ? station.current.value.item.part : null
  const d = falls.value.find((one) => one.place === asked) ?? falls.value.find((one) => one.falling !== null) ?? falls.value[0]
  if (d === undefined) return null
  const top = [...samples.value].reverse().find((s) => s.place === d.place && s.value !== null)?.value ?? d.startVolts
  const [t, now] = [d.test, d.falling]
  const start = now?.startVolts ?? t?.startVolts ?? top
  return start === null || start < 20 ? null : { ...d, start, verdict: (now ?? t)?.verdict ?? null, trace: (now ?? t)?.trace ?? [], read: t === null || now !== null || t.startVolts === null || t.seconds === null || t.volts === null ? [] : [{ seconds: 0, volts: t.startVolts }, { seconds: t.seconds, volts: t.volts }] }
})
const shows = ref<'gates' | 'plan' | 'tubes'>('gates')
// Once the first run is walked, it is the tubes that the work goes on with.
watch(() => power.value?.run !== undefined && !on.value && power.value.steps.some((s) => s.waitsForVolts === null || s.in), (is) => { if (is) shows.value = 'tubes' }, { immediate: true })
const fell = computed(() => !on.value && bench.state === 'discharging' && decay.value !== null)

function go(target: Stop): void { if (target.next || target.done) void entry.goTo(target); line.value?.focus() }
function probe(key: string): void { entry.probe.choose(key); line.value?.focus() }
function seen(): void { entry.lookAgain(); line.value?.focus() }
/** With tubes in, what a capacitor would be given without them is no matter. */
const noTubes = computed(() => power.value?.run === 'no-tubes' || power.value?.run === 'no-rectifier' || power.value?.run === 'tubes-not-said')
const nextIn = computed(() => stepInHand(power.value)?.positions.join(' ') ?? null)
const doing = computed(() => (on.value ? (stop.value === null ? 'every stop is done' : `${stop.value.here ? 'at' : 'on the way to'} ${String(stop.value.volts)} V, ${limiterWords(stop.value)}`) : openGates.value === 0 ? 'every gate is met: power with s' : `${String(openGates.value)} ${openGates.value === 1 ? 'gate keeps' : 'gates keep'} the power off`))
</script>

<template>
  <div class="station">
    <div class="board-in">
      <h1>First power <small>{{ doing }}</small></h1>
      <p v-if="fault !== null" role="alert" class="danger">{{ fault }}</p>
      <div v-else-if="power !== null && on" class="up">
        <div class="left">
          <div class="now card">
            <div><span class="small soft">{{ watched === null ? '' : placeWords(watched.place) }}{{ liveVolts !== null ? ', live' : figure === null ? ', not read' : ', as read' }}</span><b class="m figure">{{ big(figure) }}<small> V</small></b></div>
            <dl>
              <template v-if="watched !== null && watched.volts !== null"><dt>belongs</dt><dd class="m">{{ big(watched.lowVolts) }} … {{ big(watched.highVolts) }}</dd></template>
              <template v-if="watched?.abortAboveVolts != null"><dt>off above</dt><dd class="m danger">{{ big(watched.abortAboveVolts) }}</dd></template>
              <template v-if="dwellLeft > 0"><dt>wait</dt><dd class="m">{{ lasting(dwellLeft) }}</dd></template>
            </dl>
            <button type="button" class="off" :disabled="!session.mayWrite" @click="bench.write('state-change', { to: 'discharging' })">Off<br><kbd>Esc Esc</kbd></button>
          </div>
          <div class="card chart"><ramp-chart :stops="power.stops" :samples="samples" :ceilings="noTubes ? power.ceilings : []" :full-volts="power.fullVolts" :here="stop?.here === true ? stop.volts : null" :live="liveVolts !== null && watched !== null ? { place: watched.place, volts: liveVolts } : null" /></div>
        </div>
        <stop-list class="card side" :power="power" :stop="stop" :lit="lit" @go="go" @probe="probe" @seen="seen" />
      </div>
      <template v-else-if="power !== null">
        <div class="tabs">
          <div role="tablist" aria-label="Before power">
            <button type="button" role="tab" :aria-selected="shows === 'gates'" @click="shows = 'gates'">Gates<template v-if="openGates > 0">, {{ openGates }} open</template></button>
            <button type="button" role="tab" :aria-selected="shows === 'plan'" @click="shows = 'plan'">The way up</button>
            <button type="button" role="tab" :aria-selected="shows === 'tubes'" @click="shows = 'tubes'">{{ session.heading('tubes') }} in<template v-if="nextIn !== null">: {{ nextIn }}</template></button>
          </div>
          <method-choice :power="power" />
        </div>
        <div v-if="fell && decay !== null" class="card fall">
          <h2>Fall of {{ decay.place }} after switching off <small class="soft">{{ decay.falling !== null ? decay.falling.sentence : `${decay.hasTubes ? `as the ${session.heading('tubes').toLowerCase()} that were in empty it` : 'with the meter on it'}${decay.measured ? ', by measured capacitance' : ''}` }}</small></h2>
          <div class="graph"><decay-chart :place="decay.place" :start-volts="decay.start" :band="decay.band" :read="decay.read" :trace="decay.trace" :verdict="decay.verdict" /></div>
        </div>
        <gate-list v-if="shows === 'gates'" class="card fill" :gates="power.gates" @conditions="emit('conditions')" />
        <tubes-in v-else-if="shows === 'tubes'" class="card fill pad" :power="power" @fitted="entry.fit" />
        <plan-panel v-else class="card fill pad" :power="power" />
      </template>
      <p v-else class="soft">Reckoning the way up…</p>
    </div>
    <finding-panel v-model:open="finding" :place="station.item.value?.part ?? ''" @closed="line?.focus()" />
    <lights-out v-model:open="dark" :positions="outputs" @closed="line?.focus()" />
    <teleport defer to="#entry-slot"><entry-line ref="line" :line="entry.line" @state="emit('state')" @conditions="emit('conditions')" /></teleport>
  </div>
</template>

<style scoped src="../common/station.css"></style>
<style scoped>
.up { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1fr) 300px; gap: 10px; }
.left { display: flex; flex-direction: column; gap: 8px; min-height: 0; }
.now { display: flex; gap: 8px; align-items: center; padding: 4px 12px; min-height: 92px; }
.now > div { display: grid; flex: none; }
.now .figure { font-size: 48px; line-height: 1; min-width: 2.9em; white-space: nowrap; letter-spacing: -0.06em; } .now .figure small { font-size: 20px; }
dl { display: grid; grid-template-columns: auto auto; gap: 0 8px; margin: 0; align-items: baseline; } dt { font-size: 14px; color: var(--soft); white-space: nowrap; } dd { margin: 0; font-size: 16px; font-weight: 700; white-space: nowrap; }
.off { margin-left: auto; font: 700 18px var(--words); min-height: 64px; min-width: 86px; padding: 2px; border-radius: 4px; border: 2px solid var(--ink); background: var(--sap); color: var(--ink); cursor: pointer; }
.chart { flex: 1; min-height: 0; padding: 4px; }
.side { padding: 8px; }
.tabs, .tabs > :first-child { display: flex; gap: 6px; }
.tabs button { min-height: 44px; padding: 0 16px; font: 700 16px var(--words); border: 1px solid var(--line); border-bottom-width: 4px; border-radius: 4px; background: var(--card); color: var(--ink); cursor: pointer; }
.tabs [aria-selected='true'] { border-bottom-color: var(--heart); background: var(--lit); }
.fall { padding: 6px 10px; height: 210px; display: flex; flex-direction: column; } .graph { flex: 1; min-height: 0; } .fall h2 { font-size: 15px; } .fall small { font-weight: 400; }
.fill { flex: 1; min-height: 0; } .pad { padding: 10px 12px; }
@media (max-width: 1100px) { .up { grid-template-columns: minmax(0, 1fr) 260px; } .now .figure { font-size: 40px; } }
</style>
