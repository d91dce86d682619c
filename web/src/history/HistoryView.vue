<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import TrendMark from './TrendMark.vue'

/** The whole life of an amplifier: what this job opens with, its visits, what stands in it, what moves, and its sisters. */
const props = defineProps<{ unitId: string; jobId?: string | undefined; titled?: boolean }>()
const session = useSession()
const query = useQuery({
  queryKey: computed(() => ['history', props.unitId, props.jobId ?? '']),
  queryFn: () => ask(api.GET('/api/units/{unitId}/history', { params: { path: { unitId: props.unitId }, query: props.jobId === undefined ? {} : { job: props.jobId } } })),
  enabled: computed(() => props.unitId !== ''),
})
const history = computed(() => query.data.value ?? null)
const zone = computed(() => session.shop?.timeZone ?? 'UTC')
const day = (iso: string): string => new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: zone.value })
type Visit = Schemas['History']['visits'][number]
const states: Record<Visit['shelfState'], string> = { 'on-the-bench': 'on the bench', 'owners-word': 'waiting for the owner', parts: 'waiting for parts', soaking: 'soaking', ready: 'ready', collected: 'collected' }
const sorts: Record<string, string> = { stopgap: 'stopgap', temporary: 'for the time being', deferred: 'put off', untested: 'not tested', promised: 'promised' }
/** What a visit leaves to say, each kind in a line of its own. */
const lines = (v: Visit): { title: string; text: string; tone?: string }[] => [
  ...(v.cause === null ? [] : [{ title: `cause, ${v.cause.certainty.replace('-', ' ')}`, text: `${v.cause.part === '' ? '' : `${v.cause.part}: `}${v.cause.text}`, tone: v.cause.certainty === 'proven' ? 'within' : 'watch' }]),
  ...(v.fuses.length === 0 ? [] : [{ title: 'fuse', text: v.fuses.join(', '), tone: 'out' }]),
  ...(v.fitted.length === 0 ? [] : [{ title: 'went in', text: v.fitted.map((f) => f.text).join(', ') }]),
  ...v.modifications.map((m) => ({ title: 'modified', text: `${m.part}: ${m.why}; undone by ${m.undo}; agreed: ${m.agreed}` })),
  ...v.accepted.map((a) => ({ title: 'let stand', text: `${a.place}: ${a.reason}` })),
  ...v.declined.map((x) => ({ title: `owner said ${x.says}`, text: x.text })),
  ...(v.skipped.length === 0 ? [] : [{ title: 'left alone', text: v.skipped.map((s) => `${s.part} (${s.reason})`).join(', ') }]),
  ...v.left.filter((l) => l.closed === null).map((l) => ({ title: sorts[l.sort] ?? l.sort, text: `${l.part === '' ? '' : `${l.part}: `}${l.text}`, tone: 'watch' })),
]
const percent = (p: number): string => `${p >= 0.05 ? '+' : p <= -0.05 ? '−' : ''}${Math.abs(p).toFixed(Math.abs(p) < 10 ? 1 : 0)} %`
const hours = (h: number): string => (h < 10 ? h.toFixed(1) : String(Math.round(h)))
const volts = (s: Schemas['History']['sisters'][number], key: string): string => { const v = s.volts[key]; return v === undefined ? '' : Math.abs(v) < 1 ? v.toFixed(4) : v.toFixed(1) }
</script>

<template>
  <p v-if="query.error.value !== null" role="alert" class="out">{{ query.error.value.message }}</p>
  <div v-else-if="history !== null" class="history">
    <h1 v-if="titled">{{ history.unit.maker }} {{ history.unit.model }} <small class="soft"><span class="m">{{ history.unit.serial }}</span> · {{ history.unit.ownerName }}</small></h1>
    <section v-if="history.told.length > 0" class="card told" aria-label="Before you begin">
      <h2>Before you begin</h2>
      <ol><li v-for="t in history.told" :key="t.sentence">{{ t.sentence }}</li></ol>
    </section>
    <div class="two">
      <section aria-label="Visits" class="visits">
        <h2>Visits <span class="soft m">{{ history.visits.length }}</span></h2>
        <article v-for="v in history.visits" :key="v.jobId" :class="['card', { now: v.jobId === jobId }]">
          <header><router-link :to="{ name: 'job-book-in', params: { jobId: v.jobId } }" class="tag m">{{ v.tag }}</router-link><b>{{ day(v.bookedInAt) }}</b><span class="soft small">{{ v.outcome === null ? states[v.shelfState] : v.outcome.replace('-', ' ') }}</span></header>
          <p class="said">“{{ v.complaint || 'no complaint given' }}”</p>
          <dl v-if="lines(v).length > 0"><template v-for="l in lines(v)" :key="l.title + l.text"><dt class="soft">{{ l.title }}</dt><dd :class="l.tone">{{ l.text }}</dd></template></dl>
        </article>
      </section>
      <div class="right">
        <section v-if="history.tubes.length > 0" class="card" aria-label="What stands in it">
          <h2>What stands in it <small class="soft">hours on our bench; there: at its owner’s, as told</small></h2>
          <table><tbody><tr v-for="t in history.tubes" :key="t.position"><th scope="row">{{ t.position }}</th><td class="m">{{ t.type ?? '–' }}</td><td class="small soft">{{ t.how === 'drawn' ? 'as drawn, not read' : t.since === null ? 'found in it' : `since ${day(t.since)}` }}<router-link v-if="t.label !== null" :to="{ name: 'drawer', params: { label: t.label } }"> {{ t.label }}</router-link></td><td class="n m">{{ t.hours === null ? '' : `${hours(t.hours)} h` }}<span v-if="t.ownersHours !== null" class="small soft" title="by what its owner says, an estimate"> · about {{ hours(t.ownersHours) }} h there</span></td></tr></tbody></table>
        </section>
        <section v-if="history.trends.length > 0" class="card" aria-label="From visit to visit">
          <h2>{{ history.trends.some((t) => t.points.length > 1) ? 'From visit to visit' : 'Beside its sisters' }}</h2>
          <table>
            <thead><tr><th>point</th><th>over the visits</th><th class="n">now</th><th class="n">moved</th><th v-for="s in history.sisters" :key="s.unitId" class="n m sister">{{ s.serial }}</th></tr></thead>
            <tbody><tr v-for="t in history.trends" :key="t.key"><th scope="row">{{ t.name }}</th><td><trend-mark :trend="t" /></td><td class="n m">{{ t.points.at(-1)?.shown }}</td><td :class="['n', 'm', t.verdict]">{{ t.changePercent === null ? '' : percent(t.changePercent) }}</td><td v-for="s in history.sisters" :key="s.unitId" class="n m soft sister">{{ volts(s, t.key) }}</td></tr></tbody>
          </table>
          <p class="small soft">Moved against what belonged there on each day: mains and meter are taken out where the day’s own expectation is known. A dash is what belonged there.</p>
        </section>
        <section v-if="history.sisters.length > 0" class="card" aria-label="Sisters">
          <h2>Of the same make</h2>
          <p class="small"><template v-for="(s, i) in history.sisters" :key="s.unitId">{{ i === 0 ? '' : ' · ' }}<router-link :to="{ name: 'history', params: { unitId: s.unitId } }" class="m">{{ s.serial }}</router-link> <span class="soft">{{ s.ownerName }}</span></template></p>
        </section>
      </div>
    </div>
  </div>
  <p v-else class="soft">Opening…</p>
</template>

<style scoped>
.history { display: grid; gap: 14px; align-content: start; }
.told { padding: 10px 16px; border-left: 5px solid var(--heart); } .told ol { margin: 4px 0 0; padding-left: 22px; display: grid; gap: 3px; font-size: 16px; }
.two { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr); gap: 18px; align-items: start; }
.visits { display: grid; gap: 10px; } article { padding: 8px 14px; display: grid; gap: 4px; } article.now { box-shadow: inset 4px 0 0 var(--heart); }
article header { display: flex; gap: 12px; align-items: baseline; } .tag { font-weight: 700; }
.said { font-size: 15px; }
dl { display: grid; grid-template-columns: 122px 1fr; margin: 0; font-size: 15px; } dt, dd { margin: 0; padding: 2px 0; border-top: 1px solid var(--fine); overflow-wrap: anywhere; }
.right { display: grid; gap: 14px; container-type: inline-size; } .right .card { padding: 8px 14px; overflow-x: auto; }
table { border-collapse: collapse; width: 100%; font-size: 15px; } td, th { padding: 2px 6px; border-bottom: 1px solid var(--fine); text-align: left; white-space: nowrap; } thead th { color: var(--soft); font-weight: 500; font-size: 13px; } .n { text-align: right; }
td svg { display: block; } h1 small { font-size: 15px; font-weight: 400; } h2 small { font-size: 13px; font-weight: 400; }
@container (max-width: 560px) { .sister { display: none; } td, th { padding: 2px 3px; } }
@media (max-width: 900px) { .two { grid-template-columns: minmax(0, 1fr); } }
</style>
