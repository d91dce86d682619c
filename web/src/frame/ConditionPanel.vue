<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton, NInput, NModal, NSelect } from 'naive-ui'
import { computed, nextTick, reactive, ref, useTemplateRef, watch } from 'vue'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'
import { parseQuantity } from '../quantity/parse'
import { useBench, type Payloads } from './bench'

type Facts = Payloads['conditions']['facts']
const open = defineModel<boolean>('open', { required: true })
const bench = useBench()
const session = useSession()
const error = ref('')
const first = useTemplateRef<InstanceType<typeof NInput>>('first')

interface Limiter { kind: string; watts?: number; ratedVolts?: number; amperes?: number }
const form = reactive({ inlet: '', source: null as string | null, sourceVolts: '', dialOf: null as string | null, limiter: null as string | null, watts: '', lampVolts: '', amperes: '', load: null as string | null, ohms: '', signal: '', standby: null as string | null, meterId: null as string | null, covers: null as string | null, earthing: null as string | null, ambient: '', bleeder: '', out: [] as string[], tubesSaid: false })
/** Variacs whose dial was measured: what it says is taken for volts by the table (COND-1). */
const equipment = useQuery({ queryKey: ['equipment'], queryFn: () => ask(api.GET('/api/equipment')), enabled: open })
const dials = computed(() => (equipment.data.value?.things ?? []).filter((t) => t.dial !== null))
let before = ''
const tubes = computed(() => bench.bench?.tubes ?? [])
const islandsNode = computed(() => bench.bench?.islands[0]?.proofAt ?? 'A')

watch(open, async (is) => {
  if (!is) return
  error.value = ''
  const facts = (bench.bench?.conditions ?? {}) as Facts
  const v = (n: string): unknown => facts[n]?.value
  const limiters = v('limiters') as Limiter[] | null | undefined
  const lamp = limiters?.find((l) => l.kind === 'lamp')
  const electronic = limiters?.find((l) => l.kind === 'electronic')
  const source = v('source') as { kind: string; volts: number; dial?: number; equipmentId?: string } | null | undefined
  const load = v('load') as { kind: string; ohms?: number } | undefined
  const bleeder = v('bleeder') as { clipped: boolean; ohms?: number } | undefined
  const fitted = v('tubes') as Record<string, unknown> | undefined
  Object.assign(form, {
    inlet: v('inletVolts')?.toString() ?? '', source: source?.kind ?? null, sourceVolts: (source?.dial ?? source?.volts)?.toString() ?? '', dialOf: source?.equipmentId ?? null,
    limiter: limiters === undefined || limiters === null ? null : lamp !== undefined && electronic !== undefined ? 'both' : (limiters[0]?.kind ?? 'none'), watts: lamp?.watts?.toString() ?? '', lampVolts: lamp?.ratedVolts?.toString() ?? '', amperes: electronic?.amperes?.toString() ?? '', load: load?.kind ?? null, ohms: load?.ohms?.toString() ?? '',
    signal: (v('signal') as string | undefined) ?? '', standby: (v('standby') as string | undefined) ?? null, meterId: (v('meterId') as string | undefined) ?? localStorage.getItem('meterId'),
    covers: (v('covers') as string | undefined) ?? null, earthing: (v('supplyEarthing') as string | undefined) ?? null, ambient: v('ambientCelsius')?.toString() ?? '',
    bleeder: bleeder?.clipped === true ? `${bleeder.ohms ?? ''}` : '', out: fitted === undefined ? [] : Object.keys(fitted).filter((p) => fitted[p] === 'out'), tubesSaid: fitted !== undefined,
  })
  before = JSON.stringify(form)
  await nextTick()
  setTimeout(() => first.value?.select(), 120)
})

const choices = (...pairs: [string, string][]): { label: string; value: string }[] => pairs.map(([value, label]) => ({ label, value }))
const meters = computed(() => (session.shop?.meters ?? []).map((m) => ({ value: m.id, label: m.name })))

function usual(): void {
  form.limiter = 'none'
  form.tubesSaid = true
  form.out = []
  form.signal ||= 'none, volumes at zero'
  form.meterId ??= localStorage.getItem('meterId')
}

/** The fields that differ from what is stated already, as facts. */
function facts(): Facts {
  const said: Facts = {}
  const old = JSON.parse(before) as typeof form
  const fact = (name: string, value: unknown, how: 'measured' | 'assumed' = 'measured'): void => { said[name] = value === null ? { value: null, how: 'unknown' } : { value, how } }
  const number = (text: string, unit: 'V' | 'A' | 'Ω' | 'W' | '°C', what: string): number => {
    const parsed = parseQuantity(text, unit)
    if (!parsed.ok) throw new Error(`${what}: ${parsed.sentence}`)
    return parsed.quantity.value
  }
  if (form.inlet !== old.inlet) fact('inletVolts', form.inlet.trim() === '' ? null : number(form.inlet, 'V', 'Mains'))
  if (form.source !== old.source || form.sourceVolts !== old.sourceVolts || form.dialOf !== old.dialOf) {
    if (form.source !== null && form.sourceVolts.trim() === '') throw new Error('Say the volts of the wall or of the variac.')
    const figure = form.source === null ? 0 : number(form.sourceVolts, 'V', 'Source')
    fact('source', form.source === null ? null : form.source === 'variac' && form.dialOf !== null ? { kind: 'variac', dial: figure, equipmentId: form.dialOf } : { kind: form.source, volts: figure })
  }
  const changed = (...names: ('limiter' | 'watts' | 'lampVolts' | 'amperes')[]): boolean => names.some((n) => form[n] !== old[n])
  if (changed('limiter', 'watts', 'lampVolts', 'amperes')) {
    const size = (name: string, text: string, unit: 'V' | 'A' | 'W', what: string): object => (text.trim() === '' ? {} : { [name]: number(text, unit, what) })
    const lamp = { kind: 'lamp', ...size('watts', form.watts, 'W', 'Lamp'), ...size('ratedVolts', form.lampVolts, 'V', 'Lamp') }
    const electronic = { kind: 'electronic', ...size('amperes', form.amperes, 'A', 'Limiter') }
    fact('limiters', form.limiter === null ? null : [...(form.limiter === 'lamp' || form.limiter === 'both' ? [lamp] : []), ...(form.limiter === 'electronic' || form.limiter === 'both' ? [electronic] : [])])
  }
  if (form.load !== old.load || form.ohms !== old.ohms) fact('load', form.load === null ? null : { kind: form.load, ...(form.load !== 'none' && form.ohms !== '' ? { ohms: number(form.ohms, 'Ω', 'Load') } : {}) })
  if (form.signal !== old.signal) fact('signal', form.signal === '' ? null : form.signal, 'assumed')
  if (form.standby !== old.standby) fact('standby', form.standby)
  if (form.meterId !== old.meterId || (form.meterId !== null && bench.bench?.conditions['meterId'] === undefined)) fact('meterId', form.meterId)
  if (form.covers !== old.covers) fact('covers', form.covers)
  if (form.earthing !== old.earthing) fact('supplyEarthing', form.earthing)
  if (form.ambient !== old.ambient) fact('ambientCelsius', form.ambient === '' ? null : number(form.ambient, '°C', 'Ambient'))
  if (form.bleeder !== old.bleeder) fact('bleeder', form.bleeder === '' ? { clipped: false } : { clipped: true, ohms: number(form.bleeder, 'Ω', 'Bleeder'), node: islandsNode.value })
  if (form.tubesSaid && (form.tubesSaid !== old.tubesSaid || form.out.join() !== old.out.join())) {
    fact('tubes', Object.fromEntries(tubes.value.map((t) => [t.position, form.out.includes(t.position) ? 'out' : { type: t.type, tubeId: null }])))
  }
  return said
}

function toggle(position: string): void {
  form.tubesSaid = true
  form.out = form.out.includes(position) ? form.out.filter((p) => p !== position) : [...form.out, position]
}

async function say(): Promise<void> {
  error.value = ''
  try {
    const stated = facts()
    if (Object.keys(stated).length > 0) await bench.write('conditions', { facts: stated })
    if (form.meterId !== null) localStorage.setItem('meterId', form.meterId)
    open.value = false
  } catch (e) {
    error.value = e instanceof Error ? e.message : String(e)
  }
}
</script>

<template>
  <n-modal v-model:show="open" :auto-focus="false" transform-origin="center">
    <div role="dialog" aria-modal="true" aria-labelledby="conditions-title">
    <form class="card panel" @submit.prevent="say">
      <div class="head"><h2 id="conditions-title">Conditions, stamped on every reading</h2><button type="button" class="usual" @click="usual">All {{ session.word('tubes') }} in, no limiter, no signal</button></div>
      <div><label class="said" for="c-inlet">Mains at the inlet, measured under load, volts</label><n-input ref="first" v-model:value="form.inlet" size="large" placeholder="" :input-props="{ id: 'c-inlet', inputmode: 'decimal', class: 'm' }" /></div>
      <div><label id="c-meter-l" class="said" for="c-meter">Meter in hand</label><n-select v-model:value="form.meterId" size="large" :options="meters" clearable placeholder="not said" :input-props="{ id: 'c-meter', 'aria-labelledby': 'c-meter-l' }" /></div>
      <div class="two">
        <div><label id="c-src-l" class="said">Fed from</label><n-select v-model:value="form.source" :options="choices(['wall', 'the wall'], ['variac', 'a variac'])" clearable placeholder="not said" aria-labelledby="c-src-l" /></div>
        <div v-if="form.source !== null"><label class="said" for="c-src">{{ form.source !== 'variac' ? 'Wall, volts' : form.dialOf === null ? 'Variac, volts out' : 'Its dial stands at' }}</label><n-input v-model:value="form.sourceVolts" placeholder="" :input-props="{ id: 'c-src', inputmode: 'decimal' }" /></div>
      </div>
      <div v-if="form.source === 'variac' && dials.length > 0"><label id="c-dial-l" class="said">The figure is</label><n-select :value="form.dialOf ?? ''" :options="choices(['', 'volts, by a meter'], ...dials.map((d): [string, string] => [d.id, `on the dial of ${d.name}`]))" aria-labelledby="c-dial-l" @update:value="(id: string) => form.dialOf = id === '' ? null : id" /></div>
      <div :class="form.limiter === 'lamp' || form.limiter === 'both' ? 'two lamp' : 'two'">
        <div><label id="c-lim-l" class="said">Limiter</label><n-select v-model:value="form.limiter" :options="choices(['none', 'none'], ['lamp', 'lamp'], ['electronic', 'electronic'], ['both', 'lamp and electronic'])" clearable placeholder="not said" aria-labelledby="c-lim-l" /></div>
        <div v-if="form.limiter === 'lamp' || form.limiter === 'both'"><label class="said" for="c-watts">Lamp, watts</label><n-input v-model:value="form.watts" placeholder="" :input-props="{ id: 'c-watts' }" /></div>
        <div v-if="form.limiter === 'lamp' || form.limiter === 'both'"><label class="said" for="c-lampv">Lamp, rated V</label><n-input v-model:value="form.lampVolts" placeholder="" :input-props="{ id: 'c-lampv' }" /></div>
        <div v-if="form.limiter === 'electronic' || form.limiter === 'both'"><label class="said" for="c-amps">Limit, A RMS</label><n-input v-model:value="form.amperes" placeholder="" :input-props="{ id: 'c-amps' }" /></div>
      </div>
      <div class="two">
        <div><label id="c-load-l" class="said">Load</label><n-select v-model:value="form.load" :options="choices(['resistor', 'resistor'], ['reactive', 'reactive load'], ['speaker', 'speaker'], ['none', 'none'])" clearable placeholder="not said" aria-labelledby="c-load-l" /></div>
        <div><label class="said" for="c-ohms">Load, ohms</label><n-input v-model:value="form.ohms" placeholder="" :input-props="{ id: 'c-ohms' }" /></div>
      </div>
      <fieldset v-if="tubes.length > 0">
        <legend class="said">{{ session.heading('tubes') }}: tap those that are out{{ form.tubesSaid ? '' : ' (not said yet)' }}</legend>
        <div class="tubes">
          <button v-for="t in tubes" :key="t.position" type="button" :aria-pressed="form.out.includes(t.position)" :class="{ out: form.out.includes(t.position) }" @click="toggle(t.position)"><b>{{ t.position }}</b> {{ t.type }}<span v-if="form.out.includes(t.position)"> out</span></button>
          <button v-if="!form.tubesSaid" type="button" class="all" @click="form.tubesSaid = true">all in</button>
        </div>
      </fieldset>
      <div><label class="said" for="c-signal">Signal and control settings</label><n-input v-model:value="form.signal" placeholder="" :input-props="{ id: 'c-signal' }" /></div>
      <div class="two three">
        <div><label id="c-sb-l" class="said">Standby</label><n-select v-model:value="form.standby" :options="choices(['play', 'play'], ['standby', 'standby'])" clearable placeholder="none" aria-labelledby="c-sb-l" /></div>
        <div><label id="c-cov-l" class="said">Covers</label><n-select v-model:value="form.covers" :options="choices(['on', 'on'], ['off', 'off'])" clearable placeholder="not said" aria-labelledby="c-cov-l" /></div>
        <div><label id="c-ea-l" class="said">Supply</label><n-select v-model:value="form.earthing" :options="choices(['mains-earth', session.word('mainsEarth')], ['isolation-transformer', 'isolation transformer'])" clearable placeholder="not said" aria-labelledby="c-ea-l" /></div>
      </div>
      <div class="two">
        <div><label class="said" for="c-amb">Ambient, °C</label><n-input v-model:value="form.ambient" placeholder="" :input-props="{ id: 'c-amb' }" /></div>
        <div><label class="said" for="c-bl">Bleeder clipped on, ohms</label><n-input v-model:value="form.bleeder" placeholder="none" :input-props="{ id: 'c-bl' }" /></div>
      </div>
      <div class="foot"><p role="alert" class="danger">{{ error }}</p><button type="button" class="plain" @click="open = false">Leave as it was</button><n-button attr-type="submit" type="primary" size="large">Say it</n-button></div>
    </form>
    </div>
  </n-modal>
</template>

<style scoped>
.plain { min-height: 44px; }
.panel { width: 780px; max-width: 96vw; max-height: 96vh; overflow: auto; padding: 18px 22px; display: grid; grid-template-columns: 1fr 1fr; gap: 12px 18px; }
.head, fieldset, .foot { grid-column: 1 / -1; }
.head { display: flex; justify-content: space-between; align-items: center; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 10px; }
.lamp { grid-template-columns: 1.2fr 1fr 1fr; }
.three { grid-template-columns: 1fr 1fr 1.4fr; }
fieldset { border: 0; padding: 0; margin: 0; }
.tubes { display: flex; flex-wrap: wrap; gap: 8px; }
.tubes button, .usual { font: inherit; color: var(--ink); min-height: 44px; padding: 0 12px; background: var(--sap); border: 1px solid var(--line); border-radius: 4px; cursor: pointer; }
.tubes button.out { background: var(--lit); border: 2px dashed var(--heart); color: var(--ink); }
.foot { display: flex; justify-content: flex-end; gap: 20px; align-items: center; }
.foot p { flex: 1; font-weight: 600; }
</style>
