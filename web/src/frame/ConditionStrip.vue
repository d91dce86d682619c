<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { useSession } from '../access/session'
import { useBench } from './bench'
import { placeWords } from './place'
import { lasting, useNow } from './time'

const bench = useBench()
const session = useSession()
const emit = defineEmits<{ state: []; conditions: [] }>()
const now = useNow(1000)

type Facts = Record<string, { value: unknown; how: string } | undefined>
const facts = computed<Facts>(() => (bench.bench?.conditions ?? {}))
const value = (name: string): unknown => (facts.value[name]?.how === 'unknown' ? undefined : facts.value[name]?.value)
const missing = (name: string): boolean => bench.bench?.missing.includes(name) ?? false

const stateLine = computed(() => {
  const s = bench.bench?.state
  if (s === undefined) return ''
  switch (bench.state) {
    case 'dead': return s.provedUntil === null ? 'proved; holds until power' : `proof holds ${lasting(Math.max(0, (Date.parse(s.provedUntil) - now.value) / 1000))}`
    case 'energised': return `${limiter.value === 'none' ? 'full mains' : 'mains is on'} · off = Esc Esc`
    case 'ramping': return 'mains is on · off = Esc Esc'
    case 'driven': return 'off the mains, source connected'
    default: return session.says('prove-every-bank')
  }
})
const limiter = computed(() => {
  const all = value('limiters') as { kind: string; watts?: number; ratedVolts?: number; amperes?: number }[] | undefined
  if (all === undefined) return undefined
  return all.length === 0 ? 'none' : all.map((l) => `${l.kind}${l.watts === undefined ? '' : ` ${l.watts} W`}${l.amperes === undefined ? '' : ` ${l.amperes} A`}`).join(' + ')
})
const load = computed(() => {
  const l = value('load') as { kind: string; ohms?: number } | undefined
  return l === undefined ? undefined : `${l.ohms === undefined ? '' : `${l.ohms} Ω `}${l.kind}`
})
const tubes = computed(() => {
  const t = value('tubes') as Record<string, unknown> | undefined
  if (t === undefined) return undefined
  const out = Object.keys(t).filter((p) => t[p] === 'out')
  return out.length === 0 ? `all ${Object.keys(t).length} in` : `${out.join(' ')} out`
})
const warm = computed(() => {
  const since = bench.bench?.warm.since
  return since === null || since === undefined ? '–' : `${Math.max(0, Math.floor((now.value - Date.parse(since)) / 60000))} min`
})
const stop = computed(() => bench.bench?.state.stop ?? null)
const meter = computed(() => session.shop?.meters.find((m) => m.id === value('meterId')))
const source = computed(() => value('source') as { kind: string; volts: number; dial?: number } | undefined)
const inlet = computed(() => value('inletVolts') as number | undefined)
const mains = computed(() => (inlet.value !== undefined ? ['Mains at inlet', `${inlet.value} V`] : source.value !== undefined ? [source.value.kind === 'variac' ? `Variac${source.value.dial === undefined ? '' : `, dial ${source.value.dial}`}` : 'Wall', `${source.value.volts} V`] : ['Mains at inlet', 'say']))
</script>

<template>
  <div>
  <header :class="['strip', bench.state]">
    <button type="button" class="state" :disabled="!session.mayWrite" @click="emit('state')">
      <b>{{ bench.state.toUpperCase() }}</b><span>{{ stateLine }}</span>
    </button>
    <button type="button" class="conds" :disabled="!session.mayWrite" @click="emit('conditions')">
      <span class="sr">State the conditions. </span><span :class="['cond', { missing: missing('inletVolts') }]"><small>{{ mains[0] }}</small><b class="m">{{ mains[1] }}</b></span>
      <span :class="['cond', { missing: missing('limiters') }]"><small>Limiter</small><b>{{ limiter ?? 'say' }}</b></span>
      <span :class="['cond', { missing: missing('tubes') }]"><small>{{ session.heading('tubes') }}</small><b>{{ tubes ?? 'say' }}</b></span>
      <span class="cond wide"><small>Load</small><b>{{ load ?? 'not said' }}</b></span>
      <span class="cond wide"><small>Signal</small><b>{{ value('signal') ?? 'not said' }}</b></span>
      <span class="cond"><small>Warm</small><b class="m">{{ warm }}</b></span>
      <span class="cond wide"><small>Meter</small><b>{{ meter?.name.split(',')[0] ?? 'not said' }}{{ meter?.inputResistanceOhms ? ` · ${meter.inputResistanceOhms / 1e6} MΩ` : '' }}</b></span>
    </button>
    <router-link to="/" class="tag m"><small>‹ shelf</small>{{ bench.job?.tag }}</router-link>
  </header>
  <p v-if="stop !== null" class="stop" role="alert"><b>{{ stop.isOff ? 'STOPPED' : 'OFF' }}</b> {{ placeWords(stop.place) }}: {{ stop.sentence }} {{ session.says(stop.isOff ? 'stopped' : 'stop-first') }}</p>
  <p v-if="bench.away !== null" class="away" role="status"><b>Server away.</b> {{ bench.mine.length === 0 ? 'What you type is kept here until it is back.' : `${bench.mine.length} ${bench.mine.length === 1 ? 'entry waits' : 'entries wait'} here and will go out in order.` }}</p>
  </div>
</template>

<style scoped>
.stop { margin: 0; padding: 6px 18px; background: #8f1420; color: #fffdf6; font-size: 17px; }
.stop b { font-size: 25px; letter-spacing: 0.08em; margin-right: 10px; vertical-align: -2px; }
.strip { background: var(--needle); color: var(--on-needle); display: flex; align-items: stretch; min-height: 70px; }
button { font: inherit; color: inherit; background: none; border: 0; text-align: left; cursor: pointer; padding: 0; }
button:disabled { cursor: default; }
.state { width: 246px; flex: none; display: flex; flex-direction: column; justify-content: center; padding: 0 12px 0 30px; position: relative; }
.state::before { content: ''; position: absolute; left: 0; top: 0; bottom: 0; width: 18px; }
.state b { font-size: 25px; letter-spacing: 0.05em; line-height: 1.1; }
.state span { font-size: 14px; }
.energised .state, .ramping .state { background: #96480f; color: #fffdf6; }
.energised .state::before { background: repeating-linear-gradient(135deg, #fffdf6 0 8px, #24392f 8px 16px); }
.ramping .state::before { background: repeating-linear-gradient(90deg, #fffdf6 0 4px, #24392f 4px 9px); }
.driven .state { background: #4a5d7a; color: #fff; }
.driven .state::before { background: repeating-linear-gradient(0deg, #fff 0 6px, #24392f 6px 12px); }
.discharging .state { background: #e7c98f; color: #1c2721; }
.discharging .state::before { background: linear-gradient(to top, #96480f 45%, transparent 45%) , #fffdf6; }
.dead .state { background: #dfe6da; color: #1c2721; }
.conds { flex: 1; display: flex; min-width: 0; }
.cond { display: flex; flex-direction: column; justify-content: center; padding: 0 14px; border-left: 1px solid #ffffff2e; min-width: 0; }
.cond small { font-size: 13px; color: var(--on-needle-soft); white-space: nowrap; }
.cond b { font-size: 17px; font-weight: 600; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.cond.missing { background: #f6e7cc; }
.cond.missing small { color: #4b4333; }
.cond.missing b { color: #8a3f08; text-decoration: underline; }
.tag { flex: none; display: flex; flex-direction: column; justify-content: center; padding: 0 16px; color: inherit; text-decoration: none; font-size: 20px; font-weight: 700; border-left: 1px solid #ffffff2e; }
.tag small { font: 13px var(--words); color: var(--on-needle-soft); }
.strip :focus-visible { outline-color: #f0a367; outline-offset: -4px; }
.away { background: var(--lit); border-bottom: 2px solid var(--heart); padding: 5px 18px; }
@media (max-width: 1100px) { .cond { padding: 0 9px; } .cond b { font-size: 15px; } .state { width: 208px; } .state b { font-size: 21px; } .cond.wide:not(:last-child) { display: none; } }
@media (max-width: 760px) { .strip { overflow-x: auto; } .strip > * { flex: none; } }
</style>
