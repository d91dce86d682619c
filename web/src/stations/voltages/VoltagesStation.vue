<script setup lang="ts">
import { told } from '../../quantity/told'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import type { Point } from '../../api/client'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import { useNow, lasting } from '../../frame/time'
import RailStairs from '../../marks/RailStairs.vue'
import SocketMap, { type PinMark } from '../../marks/SocketMap.vue'
import CalibrationTable from '../../sheets/CalibrationTable.vue'
import EntryLine from '../common/EntryLine.vue'
import HintCard from './HintCard.vue'
import PointTable from './PointTable.vue'
import { useProbe } from './useProbe'
import { useReadingLine } from './useReadingLine'
import { movedReadings, useDrift, useHints, useJobFit } from './useVoltages'
import WatchedPoint from './WatchedPoint.vue'

defineProps<{ name: string }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const bench = useBench()
const session = useSession()
const probe = useProbe()
const reading = useReadingLine(probe)
const line = useTemplateRef<InstanceType<typeof EntryLine>>('line')
const now = useNow(1000)

const lit = computed(() => probe.current.value?.key ?? null)
const points = computed(() => bench.bench?.points ?? [])
const treads = computed(() => bench.bench?.stairs ?? [])
const unit = computed(() => bench.unit)
const socket = computed(() => {
  const target = probe.current.value
  const shown = target?.kind === 'point' && target.point.tube !== null ? target.point.tube : points.value.find((p) => p.key === probe.lastWritten.value)?.tube
  return bench.bench?.tubes.find((t) => t.position === shown) ?? bench.bench?.tubes.find((t) => t.output) ?? bench.bench?.tubes[0]
})
/** What stands at the pins of the socket in view. */
const pins = computed<Record<string, PinMark>>(() => Object.fromEntries(points.value.filter((p) => p.tube === socket.value?.position && p.pin !== null && p.function !== 'dc-amperes').map((p) => [
  String(p.pin), { key: p.key, lit: p.key === lit.value, label: p.reading?.shown ?? null, verdict: p.reading?.verdict ?? null, name: `${p.name}${p.reading === null ? '' : ` ${p.reading.shown} ${p.unit}, ${p.reading.verdictWords}`}` },
])))
/** Currents that say something, the one behind the finding first. */
const currents = computed(() => {
  const part = treads.value.find((t) => t.node === finding.value?.node)?.via?.split(' ')[0]
  return (bench.bench?.currents ?? []).filter((c) => c.verdict !== 'within').sort((a, b) => Number(b.part === part) - Number(a.part === part))
})
/** The point that is asked for now where figures lie beside it; else the one written last. */
const compared = computed(() => {
  const target = probe.current.value
  const asked = target?.kind === 'point' && target.point.beside.length > 0 ? target.point : undefined
  return asked ?? points.value.find((p) => p.key === probe.lastWritten.value && p.beside.length > 0)
})
/** A rail that has figures beside it needs the room; no socket is at hand then. */
const showsSocket = computed(() => compared.value === undefined || compared.value.tube !== null)
/** Plate against screen of the tube in view, when the voltages leave a short open. */
const alikeScreen = computed(() => bench.bench?.platesAgainstScreens.find((p) => p.tube === socket.value?.position && p.verdict !== 'within'))
const finding = computed(() => bench.bench?.findings[0])
const mains = computed(() => {
  const b = bench.bench
  if (b === null) return ''
  if (b.missing.length > 0) return `say ${b.missing.map((m) => session.word(m)).join(' and ')}, then readings are judged`
  const said = (name: string): unknown => (b.conditions[name] as { value?: unknown } | undefined)?.value
  const inlet = said('inletVolts')
  const volts = inlet === undefined || inlet === null ? `${told((said('source') as { volts?: unknown } | undefined)?.volts)} V at the source` : `${told(inlet)} V`
  const fitted = b.fitted.filter((f) => f.counted).map((f) => f.text)
  const differing = fitted.length === 0 ? '' : fitted.length > 3 ? ` with ${String(fitted.length)} changes` : ` with ${fitted.join(', ')}`
  if (points.value.some((p) => p.expected.reference === 'model')) return `expected from its circuit${differing} at ${volts}`
  return points.value.some((p) => p.expected.reference === 'printed') ? `no circuit: printed values scaled to ${volts}` : `at ${volts} mains`
})
const stop = computed(() => points.value.find((p) => p.reading?.verdict === 'danger' && !p.reading.marks.includes('stale') && (bench.state === 'energised' || bench.state === 'ramping')))
const warming = computed(() => {
  const until = bench.bench?.warm.until
  if (bench.state !== 'energised' || until === null || until === undefined) return null
  const left = (Date.parse(until) - now.value) / 1000
  return left > 0 ? `warming: judged for good in ${lasting(left)}` : null
})
/** Changes of the unit that the sheet's circuit has no place for. */
const foreign = computed(() => (bench.bench?.fitted ?? []).filter((f) => !f.counted).map((f) => f.text))
const milli = (a: number): string => `${(a * 1000).toPrecision(3)} mA`

/** What stands beside the stairs: what was asked for, else causes as soon as something is off. */
const beside = ref<{ watched: string } | 'fit' | null>(null)
/** The point that is watched; it is asked for only while it is shown. */
const watchedKey = computed(() => (beside.value === null || beside.value === 'fit' ? null : beside.value.watched))
watch(() => unit.value?.id, () => { beside.value = null })
const { data: together, pending: hintsPending } = useHints()
const hints = computed(() => (together.value?.hints?.headline == null ? null : together.value.hints))
const swaps = computed(() => together.value?.swaps ?? [])
const next = computed(() => hints.value?.next ?? null)
const { data: fit, fault: fitFault } = useJobFit(computed(() => beside.value === 'fit'))
const { data: drift, fault: driftFault } = useDrift(watchedKey)
const watched = computed(() => points.value.find((p) => p.key === watchedKey.value))
const moved = computed(() => movedReadings(points.value))
const hasAside = computed(() => beside.value !== null || hints.value !== null || swaps.value.length > 0)

const chart = computed(() => `/api/jobs/${bench.job?.id ?? ''}/units/${unit.value?.id ?? ''}/voltages.pdf`)

/** Keys of this page beside those of the line. */
const entry = {
  ...reading,
  keys: computed(() => [
    ...reading.keys.value,
    ...(next.value === null ? [] : [{ key: 'h', label: 'tells most', elsewhere: true, act: tellsMost }]),
    ...(treads.value.length === 0 ? [] : [
      { key: 'w', label: 'watch', elsewhere: true, pressed: watchedKey.value !== null, act: watchPoint },
      { key: 'x', label: 'fit', elsewhere: true, pressed: beside.value === 'fit', act: showFit },
    ]),
  ]),
}
function tellsMost(): undefined {
  if (next.value !== null) choose(next.value.key)
}
/** Watches the point that is asked for; the same point again lets go of it. */
function watchPoint(): string | undefined {
  const key = probe.current.value?.kind === 'point' ? probe.current.value.key : probe.lastWritten.value
  if (watchedKey.value !== null && (key === null || key === watchedKey.value)) { beside.value = null; return undefined }
  if (key === null) return 'Choose the point first: the arrows, or a click on it.'
  beside.value = { watched: key }
  return undefined
}
function showFit(): undefined {
  beside.value = beside.value === 'fit' ? null : 'fit'
}
async function swapped(positions: string[]): Promise<void> {
  await bench.write('as-fitted', { text: `swap ${positions.join(' ')}` })
  line.value?.focus()
}

const besideName = (b: Point['beside'][number]): string => (b.kind === 'sister' ? `sister ${b.name}` : b.kind === 'other-unit' ? b.name : 'last visit')

function choose(key: string): void {
  probe.choose(key)
  line.value?.focus()
}
</script>

<template>
  <div class="station">
    <div class="board-in">
      <h1>Voltages <small>{{ unit?.maker }} {{ unit?.model }} · {{ unit?.sheet === null ? 'no sheet' : `sheet “${unit?.sheet?.name}” ${unit?.sheet?.number}` }} · {{ mains }}<span v-if="foreign.length > 0"> · not in this circuit: {{ foreign.join(', ') }}</span></small><b v-if="warming !== null" class="warm m">{{ warming }}</b><span v-if="treads.length > 0" class="beside-keys"><button type="button" :aria-pressed="watchedKey !== null" @click="watchPoint(); line?.focus()"><kbd>w</kbd> watch</button><button type="button" :aria-pressed="beside === 'fit'" @click="showFit(); line?.focus()"><kbd>x</kbd> fit</button><a :href="chart" target="_blank" rel="noopener">chart, PDF</a></span></h1>
      <div v-if="stop !== undefined && bench.bench?.state.stop === null" class="stop" role="alert"><b>OFF.</b> {{ stop.name }} {{ stop.reading?.shown }} {{ stop.unit }}: {{ stop.reading?.sentence }} <kbd>Esc</kbd> <kbd>Esc</kbd></div>
      <p v-if="finding !== undefined" class="finding"><svg width="12" height="14" aria-hidden="true"><path d="M1 7l10 -6v12z" fill="var(--out)" /></svg><span><b>{{ finding.headline }}</b> {{ finding.sentence }}</span></p>
      <p v-if="moved !== null" class="moved" role="status"><b>{{ moved.count }} {{ moved.count === 1 ? 'reading no longer holds' : 'readings no longer hold' }}.</b> {{ moved.why.join('; ') }}: {{ moved.count === 1 ? 'it is' : 'they are' }} asked for again.</p>
      <div v-if="treads.length > 0" :class="['upper', { narrow: hasAside }]">
        <div class="card stairs"><rail-stairs :treads="treads" :lit="lit" choosable @probe="choose" /></div>
        <watched-point v-if="watched !== undefined" :point="watched" :drift="drift" :fault="driftFault" @close="beside = null" />
        <div v-else-if="beside === 'fit'" class="card fitted" tabindex="0" role="region" aria-label="Fitted to this unit">
          <p v-if="fit === null" class="soft">{{ fitFault ?? 'Fitting the circuit to what was read…' }}</p>
          <p v-else-if="fit.fit === null">{{ fit.sentence }}</p>
          <calibration-table v-else :calibration="fit.fit" of="unit" compact />
        </div>
        <hint-card v-else-if="hasAside" :hints="hints" :swaps="swaps" :pending="hintsPending" :may-write="session.mayWrite" :is-dead="bench.state === 'dead'" @probe="choose" @swapped="swapped" />
      </div>
      <div v-else-if="unit?.sheet === null" class="card empty">
        <h2>No sheet yet</h2>
        <p>Type places and volts as you go, such as <span class="m">V3.5 287</span>: the tape keeps them, and a sheet can be chosen at <router-link :to="{ name: 'job-book-in' }">Book-in</router-link> at any time. What is read then is judged by it.</p>
      </div>
      <div v-if="points.length > 0" class="lower">
        <point-table :points="points" :lit="lit" :tells="next?.key ?? null" @probe="choose" />
        <div v-if="socket !== undefined" class="card socket">
          <dl v-if="compared !== undefined" class="beside">
            <dt>{{ compared.name }}</dt><dd class="m">{{ compared.reading?.shown ?? '·' }}</dd>
            <template v-for="b in compared.beside" :key="b.kind">
              <dt class="soft">{{ besideName(b) }}</dt><dd class="m">{{ b.shown }}</dd>
              <dd v-if="b.sentence !== ''" :class="['says', { apart: b.says === 'unlike' || b.says === 'both-deviate' }]">{{ b.sentence }}</dd>
            </template>
          </dl>
          <p v-if="showsSocket" class="small soft">{{ socket.position }} · {{ socket.type }} · from below</p>
          <socket-map v-if="showsSocket" :tube="socket" :pins="pins" @choose="(pin) => choose(pins[pin]?.key ?? '')" />
          <p v-if="alikeScreen !== undefined" class="small current"><span :class="['verdict', alikeScreen.verdict]">{{ alikeScreen.verdict === 'watch' ? 'watch' : 'cannot say' }}</span>: {{ alikeScreen.sentence }}</p>
          <p v-for="c in currents.slice(0, compared !== undefined && showsSocket ? 0 : 2)" :key="c.part" class="small current" :title="c.sentence"><b class="m">{{ c.part }} {{ milli(c.amperes) }}</b> <span :class="['verdict', c.verdict]">{{ c.verdict === 'cannot-say' ? 'cannot say' : c.reasonCode.replace('current-', '').replace('-', ' ') }}</span><span v-if="c.expectedAmperes !== null && c.verdict !== 'cannot-say'" class="m soft"> ({{ milli(c.expectedAmperes).replace(' mA', '') }})</span></p>
        </div>
      </div>
    </div>
    <teleport defer to="#entry-slot"><entry-line ref="line" :line="entry" @state="emit('state')" @conditions="emit('conditions')" /></teleport>
  </div>
</template>

<style scoped src="../common/station.css"></style>
<style scoped>
.beside-keys { margin-left: auto; display: flex; gap: 6px; } .warm + .beside-keys { margin-left: 0; }
.beside-keys button { font: inherit; font-size: 14px; font-weight: 400; color: inherit; background: none; border: 1px solid transparent; border-radius: 4px; min-height: 44px; margin-block: -8px; padding: 0 10px; cursor: pointer; white-space: nowrap; }
.beside-keys a { font-size: 14px; font-weight: 400; min-height: 44px; margin-block: -8px; display: grid; align-items: center; white-space: nowrap; }
.beside-keys button[aria-pressed='true'] { background: var(--lit); border-color: var(--ink); }
.warm { margin-left: auto; font-size: 14px; color: var(--watch); white-space: nowrap; }
.moved { border: 1px solid var(--line); border-left: 4px solid var(--watch); background: var(--card); border-radius: 4px; padding: 3px 10px; font-size: 15px; line-height: 1.3; }
.upper { flex: 1.05; min-height: 170px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
.upper.narrow { grid-template-columns: minmax(0, 1fr) 318px; flex: 1.25; }
.upper > * { min-height: 0; }
.stairs { position: relative; }
.fitted { overflow: hidden auto; scrollbar-width: thin; padding: 8px 10px; }
.lower { flex: 1; min-height: 190px; display: grid; grid-template-columns: minmax(0, 1fr) 206px; gap: 10px; }
.socket { padding: 4px 6px; overflow: hidden; display: flex; flex-direction: column; }
.socket > :not(svg) { flex: none; }
.socket > svg { flex: 0 1 auto; min-height: 96px; }
.beside { font-size: 15px; display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 0 8px; margin: 0 0 3px; padding-bottom: 3px; border-bottom: 1px solid var(--fine); line-height: 1.3; }
.beside dt { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.beside dd { margin: 0; text-align: right; font-weight: 700; }
.beside .says { grid-column: 1 / -1; font-weight: 400; color: var(--soft); }
.beside .apart { color: var(--watch); font-weight: 600; }
.current { border-top: 1px solid var(--fine); padding-top: 2px; line-height: 1.25; }
.stop { background: var(--sap); border: 3px solid var(--danger); color: var(--danger); border-radius: 4px; padding: 5px 12px; font-size: 18px; font-weight: 700; }
@media (max-width: 1100px) { .upper.narrow { grid-template-columns: minmax(0, 1fr) 280px; } .lower { grid-template-columns: minmax(0, 1fr) 180px; } }
</style>
