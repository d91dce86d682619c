<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import { api, ask } from '../../api/client'
import { useBench, type Payloads } from '../../frame/bench'
import { dayTime } from '../../frame/time'

const bench = useBench()
const session = useSession()
const queries = useQueryClient()
const jobId = computed(() => bench.job?.id ?? '')
const blank = (): Payloads['close-out'] => ({ found: '', done: '', leftAlone: '', notLookedAt: '', outcome: 'measured-only' })
/** What is written of each unit, as it stands on the page. */
const forms = ref<Record<string, Payloads['close-out']>>({})
const form = computed(() => forms.value[bench.unit?.id ?? ''] ?? blank())
const called = (u: { maker: string; model: string; serial: string }): string => `${u.model} ${u.serial}`.trim()
const moveTo = ref<Payloads['shelf-move']['to']>('ready')
const waitsFor = ref('')
const error = ref('')
const busy = ref(false)

watch(() => bench.benches, (all) => {
  for (const b of all) forms.value[b.unitId] ??= { ...blank(), ...(b.closeOut ?? {}) }
}, { immediate: true })
/** Whether a unit was not closed out yet, or is closed out otherwise than the page has it. */
const isNews = (unitId: string): boolean => {
  const told = bench.benches.find((b) => b.unitId === unitId)?.closeOut
  return told === null || told === undefined || JSON.stringify({ ...blank(), ...told }) !== JSON.stringify(forms.value[unitId])
}

const reports = useQuery({ queryKey: computed(() => ['reports', jobId.value]), queryFn: () => ask(api.GET('/api/jobs/{jobId}/reports', { params: { path: { jobId: jobId.value } } })), refetchInterval: (q) => (q.state.data?.some((r) => !r.ready && r.stage !== 'failed') === true ? 400 : false) })
const stages = { waiting: 'waiting…', gathering: 'gathering what was measured…', typesetting: 'setting the pages…', ready: '', failed: 'could not be made; ask for it again' }
const options = (pairs: [string, string][]): { value: string; label: string }[] => pairs.map(([value, label]) => ({ value, label }))
/** What is open on every unit of the job; its name before it where there are several. */
const ends = computed(() => bench.benches.flatMap((b) => {
  const unit = bench.units.find((u) => u.id === b.unitId)
  const of = bench.units.length > 1 && unit !== undefined ? `${called(unit)}: ` : ''
  const e = b.openEnds
  return [
    ...bench.stationsOf(b.unitId).filter((s) => s.station !== 'voltages').map((s) => ({ title: `${of}${s.title}, to be put right`, places: s.bad })),
    { title: `${of}Not read`, places: e.unread }, { title: `${of}Stale: something changed since`, places: e.stale },
    { title: `${of}Provisional: warming, limited, or stages missing`, places: e.provisional }, { title: `${of}Out of the window, and not let stand`, places: e.deviating },
    { title: `${of}Left for later`, places: e.left.map((l) => `${l.part === '' ? '' : `${l.part}: `}${l.text}`) },
  ].filter((x) => x.places.length > 0)
}))
const outcomes = options([['cured', 'cured'], ['not-reproduced', 'could not be reproduced'], ['uneconomic', 'not worth it'], ['donor', 'kept for parts'], ['measured-only', 'measured only']])
const places = options([['on-the-bench', 'on the bench'], ['owners-word', 'waiting for the owner’s word'], ['parts', 'waiting for parts'], ['soaking', 'soaking'], ['ready', 'ready to collect'], ['collected', 'collected']])

async function waitUntilSent(): Promise<void> {
  for (let i = 0; i < 60 && bench.mine.some((w) => w.stuck === null); i++) await new Promise((r) => setTimeout(r, 100))
}

async function makeReport(): Promise<void> {
  error.value = ''
  busy.value = true
  try {
    for (const u of bench.units.filter((u) => isNews(u.id))) await bench.write('close-out', { ...blank(), ...forms.value[u.id] }, u.id)
    await waitUntilSent()
    if (bench.mine.some((w) => w.stuck === null)) throw new Error('The server is away; the report is made when everything typed has reached it.')
    await ask(api.POST('/api/jobs/{jobId}/reports', { params: { path: { jobId: jobId.value } } }))
    await queries.invalidateQueries({ queryKey: ['reports', jobId.value] })
  } catch (e) {
    error.value = e instanceof Error ? e.message : String(e)
  } finally {
    busy.value = false
  }
}
async function leave(computationId: string): Promise<void> {
  try {
    await ask(api.POST('/api/computations/{computationId}/cancelled', { params: { path: { computationId } } }))
  } catch (e) {
    error.value = e instanceof Error ? e.message : String(e)
  }
  await queries.invalidateQueries({ queryKey: ['reports', jobId.value] })
}
async function move(): Promise<void> {
  await bench.write('shelf-move', { to: moveTo.value, waitsFor: waitsFor.value }, null)
  waitsFor.value = ''
  setTimeout(() => { void bench.reload() }, 400)
}
</script>

<template>
  <div class="station">
    <h1>Close-out</h1>
    <section v-if="ends.length > 0" class="card ends" aria-label="Open ends">
      <h2>Open ends go on the report as they are</h2>
      <p v-for="e in ends" :key="e.title"><b>{{ e.title }}</b> <span class="m">{{ e.places.length }}</span> <span class="soft">{{ e.places.slice(0, 9).join(', ') }}{{ e.places.length > 9 ? '…' : '' }}</span></p>
    </section>
    <form v-if="session.mayWrite" class="grid" @submit.prevent="makeReport">
      <div v-if="bench.units.length > 1" class="wide whose" role="group" aria-label="Whose words these are">
        <button v-for="u in bench.units" :key="u.id" type="button" class="other" :aria-pressed="u.id === bench.unit?.id" @click="bench.choose(u.id)">{{ called(u) }}</button>
        <span class="soft small">each is closed out in its own words <kbd>j</kbd></span>
      </div>
      <div><label class="said" for="found">What was found, in plain words</label><n-input v-model:value="form.found" type="textarea" :rows="2" placeholder="" :input-props="{ id: 'found' }" /></div>
      <div><label class="said" for="done">What was done</label><n-input v-model:value="form.done" type="textarea" :rows="2" placeholder="" :input-props="{ id: 'done' }" /></div>
      <div><label class="said" for="left">What was left alone, and why</label><n-input v-model:value="form.leftAlone" type="textarea" :rows="2" placeholder="" :input-props="{ id: 'left' }" /></div>
      <div><label class="said" for="not">What was not looked at</label><n-input v-model:value="form.notLookedAt" type="textarea" :rows="2" placeholder="" :input-props="{ id: 'not' }" /></div>
      <div><label id="outcome-l" class="said">Outcome</label><n-select v-model:value="form.outcome" :options="outcomes" aria-labelledby="outcome-l" /></div>
      <div class="make"><n-button id="make-report" attr-type="submit" type="primary" size="large" :loading="busy">Write it down and make the report</n-button></div>
      <p role="alert" class="danger wide">{{ error }}</p>
    </form>
    <section class="files">
      <div>
        <h2>Reports</h2>
        <p v-if="(reports.data.value ?? []).length === 0" class="soft">None yet.</p>
        <ul><li v-for="r in reports.data.value ?? []" :key="r.id"><a v-if="r.ready" :href="`/api/reports/${r.id}/file`" target="_blank" rel="noopener" class="report">{{ dayTime(r.issuedAt, session.shop?.timeZone ?? 'UTC') }}, PDF</a><span v-else :class="r.stage === 'failed' ? 'out' : 'soft'" role="status"><progress v-if="r.stage !== 'failed'" :value="r.stage === 'typesetting' ? 2 : r.stage === 'gathering' ? 1 : 0" max="3" :aria-label="stages[r.stage]" /> {{ stages[r.stage] }}</span> <button v-if="!r.ready && r.stage !== 'failed' && session.mayWrite" type="button" class="plain act" @click="leave(r.id)">leave it</button> <span class="soft small">{{ session.nameOf(r.issuedBy) }} · <span class="m">{{ r.sha256?.slice(0, 8) }}</span></span></li></ul>
      </div>
      <div>
        <h2>Take away</h2>
        <ul><li><a :href="`/api/jobs/${jobId}/readings.csv`" download>All readings, CSV</a></li><li><a :href="`/api/jobs/${jobId}/bundle.json`" download>The whole job, JSON</a></li></ul>
      </div>
      <form v-if="session.mayWrite" @submit.prevent="move">
        <h2>Where it stands now</h2>
        <p class="soft small">{{ places.find((p) => p.value === bench.job?.shelfState)?.label }}{{ bench.job?.waitsFor ? `: ${bench.job.waitsFor}` : '' }}</p>
        <n-select v-model:value="moveTo" :options="places" aria-label="Where it goes" />
        <label class="said" for="waits">What it waits for</label><n-input v-model:value="waitsFor" placeholder="" :input-props="{ id: 'waits' }" />
        <n-button attr-type="submit" style="margin-top: 8px">Put it there</n-button>
      </form>
    </section>
  </div>
</template>

<style scoped>
.station { padding: 14px 22px; overflow-y: auto; height: 100%; display: grid; gap: 14px; align-content: start; }
.ends { padding: 10px 16px; display: grid; gap: 4px; border-left: 4px solid var(--watch); }
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: 12px 18px; }
.whose { display: flex; flex-wrap: wrap; align-items: center; gap: 8px; }
.other { font: 600 15px var(--words); min-height: 40px; padding: 0 14px; border: 1px solid var(--line); border-radius: 4px; background: var(--card); color: var(--ink); cursor: pointer; }
.other[aria-pressed='true'] { box-shadow: inset 0 0 0 2px var(--heart); background: var(--sap); }
.make { align-self: end; }
.files { display: grid; grid-template-columns: 1.3fr 1fr 1.2fr; gap: 22px; border-top: 1px solid var(--line); padding-top: 12px; }
ul { padding: 0; list-style: none; margin: 6px 0; }
li a { min-height: 40px; display: inline-flex; align-items: center; font-weight: 600; }
@media (max-width: 900px) { .grid, .files { grid-template-columns: 1fr; } }
</style>
