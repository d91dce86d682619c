<script setup lang="ts">
import { NSelect } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import PlateField from '../../marks/PlateField.vue'
import PowerCurve from '../../marks/PowerCurve.vue'
import { showFigure } from '../../quantity/figure'
import { parseQuantity } from '../../quantity/parse'
import { verdictWords } from './useBias'
import { useStagePowers, type ExpectedPower } from './useStagePower'

/** What an output stage should give: its clean power into the load on it and others, with its tubes or others, and what that asks of them. */
const props = defineProps<{ stage: string }>()
const session = useSession()

const type = ref<string | null>(null)
const typedLoad = ref('')
const chosen = ref<number | null>(null)
watch(() => props.stage, () => { type.value = null; typedLoad.value = ''; chosen.value = null })
const own = useStagePowers(computed(() => props.stage), computed(() => [{ loadOhms: null, type: null }]))
const present = computed(() => own.told.value[0] ?? null)
const load = computed(() => chosen.value ?? present.value?.power?.loadOhms ?? null)
/** The load in question, half of it and twice: what a wrong tap or a second cabinet does. */
const loads = computed(() => (load.value === null ? [] : [load.value / 2, load.value, load.value * 2].filter((l) => l >= 0.5 && l <= 1000)))
/** What is there already is asked for as it was, and not again by its ohms. */
const asIs = (ohms: number): boolean => type.value === null && ohms === present.value?.power?.loadOhms
const beside = useStagePowers(computed(() => props.stage), computed(() => loads.value.map((ohms) => ({ loadOhms: asIs(ohms) ? null : ohms, type: type.value }))))
const shown = computed<ExpectedPower | null>(() => beside.told.value.find((_, i) => loads.value[i] === load.value)?.power ?? null)
const rows = computed(() => loads.value.map((ohms, i) => ({ ohms, power: beside.told.value[i]?.power ?? null })))
const choices = computed(() => [{ label: `${present.value?.type ?? ''}, as it is`, value: '' }, ...(present.value?.others ?? []).map((t) => ({ label: t, value: t }))])
const fault = computed(() => own.fault.value ?? beside.fault.value)

/** Into a load that the circuit has no answer for, an ellipsis would promise one. */
const of = (power: ExpectedPower | null, says: (p: ExpectedPower) => string): string => (power !== null ? says(power) : beside.pending.value ? '…' : '–')
const watts = (w: number): string => showFigure(w, 'W')
const share = (w: number | undefined, limit: number | null): string => (w === undefined || limit === null ? '–' : `${String(Math.round((100 * w) / limit))} %`)
const most = (power: ExpectedPower, of: 'plateWatts' | 'screenWatts'): number => Math.max(...power.points.map((p) => p[of]))
const loadFault = computed(() => {
  if (typedLoad.value.trim() === '') return null
  const read = parseQuantity(typedLoad.value, 'Ω')
  return read.ok && read.quantity.kind === 'value' && read.quantity.value >= 0.5 && read.quantity.value <= 1000 ? null : 'A load of 0.5 to 1000 Ω belongs here.'
})
function takeLoad(): void {
  const read = parseQuantity(typedLoad.value, 'Ω')
  chosen.value = typedLoad.value.trim() === '' ? null : loadFault.value === null && read.ok ? read.quantity.value : chosen.value
}
</script>

<template>
  <div class="driven">
    <div class="left">
      <template v-if="shown !== null">
        <div class="card curves"><plate-field :curves="shown.curves" :paths="shown.paths" :limit-watts="shown.plateLimitWatts" :type="type ?? present?.type ?? null" /></div>
        <div class="card bent"><power-curve :points="shown.points" :clean-watts="shown.cleanWatts" /></div>
      </template>
      <div v-else class="card empty"><p v-if="own.pending.value || beside.pending.value">Asking the circuit what this stage should give.</p><template v-else-if="present?.power"><h2>No answer</h2><p>Into this load, or with these {{ session.word('tubes') }}, the circuit comes to no rest.</p></template><template v-else><h2>Not to be foretold now</h2><p>What a stage should give follows from its circuit, with a {{ session.word('tube') }} in on each side.</p></template></div>
    </div>
    <aside class="card said-of" tabindex="0" role="region" aria-label="Expected power">
      <p v-if="fault !== null" class="danger">{{ fault }}</p>
      <p class="head"><span class="soft">clean, into {{ load === null ? '–' : showFigure(load, 'Ω') }}</span><b class="big m">{{ shown === null ? '–' : watts(shown.cleanWatts) }}</b></p>
      <div class="ask">
        <label class="said" for="power-load">Load, Ω</label><input id="power-load" v-model="typedLoad" inputmode="decimal" autocomplete="off" :placeholder="present?.power ? showFigure(present.power.loadOhms, 'Ω') : ''" @change="takeLoad" @keydown.enter.prevent="takeLoad">
        <label id="power-type-l" class="said">{{ session.word('tube') === 'valve' ? 'Valves' : 'Tubes' }}</label><n-select :value="type ?? ''" :options="choices" :input-props="{ 'aria-labelledby': 'power-type-l' }" filterable @update:value="(v: string) => { type = v === '' ? null : v }" />
      </div>
      <p v-if="loadFault !== null" role="alert" class="small danger">{{ loadFault }}</p>
      <table v-if="rows.length > 0" class="small">
        <caption class="soft">beside it, {{ type ?? present?.type }}</caption>
        <thead><tr><th scope="col">load</th><th scope="col">clean</th><th scope="col">{{ session.word('plate') }}</th><th scope="col">screen</th></tr></thead>
        <tbody><tr v-for="r in rows" :key="r.ohms" :class="{ now: r.ohms === load }"><th scope="row" class="m">{{ showFigure(r.ohms, 'Ω') }}</th><td class="m">{{ of(r.power, (p) => watts(p.cleanWatts)) }}</td><td class="m">{{ of(r.power, (p) => share(most(p, 'plateWatts'), p.plateLimitWatts)) }}</td><td class="m">{{ of(r.power, (p) => share(most(p, 'screenWatts'), p.screenLimitWatts)) }}</td></tr></tbody>
      </table>
      <p v-for="r in shown?.reasons ?? []" :key="r.code" class="small"><b :class="['verdict', r.verdict]">{{ verdictWords[r.verdict] }}</b> {{ r.sentence }}</p>
      <p v-if="type !== null" class="small soft">The bias is left as it is set: see at rest where {{ type }} would idle<template v-if="shown?.points[0]"> ({{ showFigure(shown.points[0].plateAmperes, 'A') }}, {{ share(shown.points[0].plateWatts, shown.plateLimitWatts) }})</template>.</p>
      <p class="small soft">Counted: sag, copper, unequal {{ session.word('tubes') }}. Not counted: the driver, the core’s losses. A little less measured than this is normal.</p>
    </aside>
  </div>
</template>

<style scoped>
.driven { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1fr) 318px; gap: 10px; }
.left { display: grid; grid-template-rows: minmax(0, 1fr) 118px; gap: 8px; min-height: 0; }
.curves, .bent { padding: 4px; min-height: 0; }
.empty { padding: 18px 22px; display: grid; gap: 8px; align-content: start; }
.said-of { overflow: auto; min-height: 0; padding: 8px 12px; display: grid; gap: 6px; align-content: start; }
.head { display: flex; align-items: baseline; gap: 8px; }
.big { margin-left: auto; font-size: 34px; line-height: 1; }
.ask { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 6px 10px; align-items: center; }
input { font: 18px var(--figures); color: inherit; background: var(--card); border: 1px solid var(--line); border-radius: 4px; min-height: 44px; padding: 0 10px; width: 100%; box-sizing: border-box; }
table { border-collapse: collapse; width: 100%; } caption { text-align: left; padding: 4px 0; }
th, td { text-align: right; font-weight: 400; padding: 3px 4px; border-top: 1px solid var(--fine); } th:first-child { text-align: left; }
tr.now { background: var(--lit); font-weight: 700; } tr.now th, tr.now td { font-weight: 700; }
@media (max-width: 1100px) { .driven { grid-template-columns: minmax(0, 1fr) 270px; } }
</style>
