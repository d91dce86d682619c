<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { useSession } from '../access/session'
import { api, ask, type Bench } from '../api/client'
import { dayTime, lasting } from '../frame/time'
import TopBar from '../frame/TopBar.vue'
import RailStairs from '../marks/RailStairs.vue'
import CalibrationTable from './CalibrationTable.vue'
import PointEditor from './PointEditor.vue'
import WhatIfPanel from './WhatIfPanel.vue'
import { rowsOf, withRows, type PointRow } from './sheetFile'

const props = defineProps<{ sheetId: string }>()
const session = useSession()
const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const versionId = computed(() => (typeof route.query['version'] === 'string' ? route.query['version'] : null))
const { data: sheet, error } = useQuery({
  queryKey: computed(() => ['sheet', props.sheetId, versionId.value]),
  queryFn: () => (versionId.value === null ? ask(api.GET('/api/sheets/{sheetId}', { params: { path: { sheetId: props.sheetId } } })) : ask(api.GET('/api/sheet-versions/{versionId}', { params: { path: { versionId: versionId.value } } }))),
})
const rows = ref<PointRow[] | null>(null)
const name = ref('')
const fault = ref('')

type Json = Record<string, unknown>
const list = (v: unknown): Json[] => (Array.isArray(v) ? (v as Json[]) : [])
const text = (v: unknown): string => (typeof v === 'string' || typeof v === 'number' ? String(v) : '')
const doc = computed<Json>(() => sheet.value?.document ?? {})
const supply = computed(() => (doc.value['supply'] ?? {}) as Json)
const derived = computed(() => sheet.value?.derived ?? null)
const { data: model } = useQuery({
  queryKey: computed(() => ['sheet-model', sheet.value?.versionId]),
  queryFn: () => ask(api.GET('/api/sheet-versions/{versionId}/model', { params: { path: { versionId: sheet.value?.versionId ?? '' } } })),
  enabled: computed(() => derived.value !== null),
})
const parts = computed<Json[]>(() => (derived.value === null ? list(doc.value['parts']) : (derived.value.parts)))
const capacitors = computed<Json[]>(() => (derived.value === null ? list(doc.value['capacitors']) : (derived.value.capacitors)))
const points = computed(() => list(doc.value['points']))
const source = computed(() => (doc.value['source'] ?? {}) as Json)
const printedFor = computed(() => (doc.value['printedFor'] ?? {}) as Json)
const meter = computed(() => { const m = doc.value['printedMeter'] as Json | undefined; return m === undefined ? 'not said' : m['ohmsPerVolt'] !== undefined ? `${text(m['ohmsPerVolt'])} Ω/V` : `${Number(m['inputResistanceOhms']) / 1e6} MΩ` })
const ohms = (v: unknown): string => { const n = Number(v); return n >= 1e6 ? `${n / 1e6} MΩ` : n >= 1000 ? `${n / 1000} kΩ` : `${n} Ω` }
const treads = computed<Bench['stairs']>(() => list(supply.value['nodes']).flatMap((n) => {
  const printed = points.value.find((p) => p['place'] === n['id'])?.['printedVolts']
  const part = list(doc.value['parts']).find((p) => p['id'] === n['through'])
  return typeof printed !== 'number' ? [] : [{ node: text(n['id']), key: text(n['id']), name: text(n['name']), fedFrom: text(n['fedFrom']) || null, via: part === undefined ? null : `${part['kind'] === 'choke' ? 'choke' : text(part['id'])} ${ohms(part['ohms'])}`, printedVolts: printed, belowZero: printed < 0, expectedVolts: null, lowVolts: null, highVolts: null, measuredVolts: null, verdict: null, otherUnit: null }]
}))

function edit(): void {
  rows.value = rowsOf(doc.value)
  name.value = sheet.value?.name ?? ''
  fault.value = ''
}
async function save(): Promise<void> {
  if (rows.value === null) return
  fault.value = ''
  try {
    const document = { ...withRows(doc.value, rows.value), name: name.value.trim() }
    const saved = await ask(api.POST('/api/sheets/{sheetId}/versions', { params: { path: { sheetId: props.sheetId } }, body: document as unknown as Record<string, never> }))
    rows.value = null
    await queries.invalidateQueries({ queryKey: ['sheet'] })
    await queries.invalidateQueries({ queryKey: ['sheets'] })
    await router.replace({ path: `/sheets/${saved.id}` })
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  }
}
</script>

<template>
  <top-bar />
  <main v-if="error" class="page"><h1>No such sheet</h1><p role="alert">{{ error.message }} <router-link to="/sheets">All sheets</router-link>.</p></main>
  <main v-else-if="sheet" class="page">
    <div class="top">
      <h1>{{ sheet.name }} <small class="soft">version {{ sheet.number }}</small></h1>
      <template v-if="rows === null"><a class="take" :href="`/api/sheet-versions/${sheet.versionId}/file`" download>Export the file</a><template v-if="derived !== null"><a class="take" :href="`/api/sheet-versions/${sheet.versionId}/netlist.cir`" download>Netlist for .op</a><a class="take" :href="`/api/sheet-versions/${sheet.versionId}/netlist.cir?flavour=switching`" download>for .tran</a></template><n-button v-if="session.mayWrite" id="edit-circuit" @click="router.push(`/sheets/${sheet.id}/circuit`)">{{ derived === null ? 'Draw its circuit' : 'Edit the circuit' }}</n-button><n-button v-if="session.mayWrite" id="edit-points" @click="edit">Edit the test points</n-button></template>
    </div>
    <p class="soft">{{ text(source['trust']).replaceAll('-', ' ') }}{{ source['title'] ? ` · ${text(source['title'])}` : '' }} · printed for {{ text(printedFor['mainsVolts']) }} V{{ list(printedFor['equivalents']).length > 0 ? ` (or ${(printedFor['equivalents'] as number[]).join(', ')} V, wired so)` : '' }} · measured with {{ meter }}{{ printedFor['conditions'] ? ` · ${text(printedFor['conditions'])}` : '' }}</p>
    <form v-if="rows !== null" class="edit" @submit.prevent="save">
      <div class="name"><label class="said" for="sheet-name">Name</label><n-input v-model:value="name" placeholder="" :input-props="{ id: 'sheet-name' }" /></div>
      <point-editor v-model:rows="rows" />
      <p role="alert" class="out">{{ fault }}</p>
      <div class="top"><n-button attr-type="submit" type="primary">Keep as version {{ sheet.versions.length + 1 }}</n-button><n-button @click="rows = null">Leave it as it was</n-button><span class="soft small">Jobs keep the version that they were measured against.</span></div>
    </form>
    <template v-else>
      <what-if-panel v-if="derived !== null" :version-id="sheet.versionId" :derived="derived" :printed-mains="Number(printedFor['mainsVolts'])" />
      <div v-else-if="treads.length > 0" class="card stairs"><rail-stairs :treads="treads" :lit="null" /></div>
      <div class="cols">
        <section>
          <h2>Test points, in probing order</h2>
          <p v-if="points.length === 0" class="soft">None yet.</p>
          <table v-else class="list card"><thead><tr><th>Place</th><th>Kind</th><th class="n">Printed</th><th>Fed by</th><th>Where</th></tr></thead>
            <tbody><tr v-for="p in points" :key="`${text(p['place'])}${text(p['function'])}`"><td class="m"><b>{{ p['place'] }}</b></td><td>{{ session.word(text(p['kind'])) }}</td><td class="n m">{{ p['printedVolts'] === undefined ? '–' : `${text(p['printedVolts']).replace('-', '−')} V${p['function'] === 'ac-volts' ? ' AC' : ''}` }}</td><td class="m">{{ p['fedBy'] ?? derived?.fedBy[text(p['place'])] ?? '' }}</td><td class="small">{{ p['where'] }}</td></tr></tbody></table>
        </section>
        <div class="side">
          <calibration-table v-if="model !== undefined" :calibration="model.calibration" />
          <section><h2>{{ session.heading('tubes') }}</h2><table class="list card"><tbody><tr v-for="t in list(doc['tubes'])" :key="text(t['position'])"><td><b>{{ t['position'] }}</b></td><td class="m">{{ t['type'] }}</td><td class="small">{{ t['role'] }}</td></tr></tbody></table></section>
          <section><h2>Stored charge, as printed</h2><table class="list card"><tbody><tr v-for="i in sheet.islands" :key="i.id"><td><b>{{ i.name }}</b><br><span class="small soft">{{ i.nodes.join(', ') }}; proof at {{ i.proofAt }}{{ i.cutOffBy ? `; cut off by ${i.cutOffBy}` : '' }}</span></td><td class="m whole">{{ i.energyJoules.toFixed(1) }} J</td><td class="whole"><b v-if="i.holdsCharge" class="danger">holds its charge</b><span v-else>{{ lasting(i.secondsToHandsIn ?? 0) }} to 10 V</span></td></tr></tbody></table></section>
          <section><h2>Capacitors and parts</h2><table class="list card"><tbody>
            <tr v-for="c in capacitors" :key="text(c['id'])"><td class="m"><b>{{ c['id'] }}</b></td><td class="m">{{ Math.round(Number(c['farads']) * 1e7) / 10 }} µF {{ c['ratedVolts'] }} V</td><td class="m">at {{ c['node'] }}</td></tr>
            <tr v-for="p in parts" :key="text(p['id'])"><td class="m"><b>{{ p['id'] }}</b></td><td class="m">{{ ohms(p['ohms']) }}</td><td class="m">{{ (p['between'] as string[]).join(' – ') }}</td></tr>
            <tr v-for="f in list(doc['fuses'])" :key="text(f['id'])"><td class="m"><b>{{ f['id'] }}</b></td><td class="m">{{ f['printedAmperes'] }} A {{ f['characteristic'] }}</td><td>{{ f['place'] }}</td></tr>
          </tbody></table></section>
          <section><h2>Versions</h2><ul><li v-for="v in sheet.versions" :key="v.id"><router-link :to="`/sheets/${sheet.id}?version=${v.id}`">version {{ v.number }}</router-link> <span class="soft small">{{ dayTime(v.madeAt, session.shop?.timeZone ?? 'UTC') }} {{ session.nameOf(v.madeBy ?? '') }} · <span class="m">{{ v.hash.slice(0, 8) }}</span></span></li></ul></section>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped>
.top { display: flex; gap: 14px; align-items: center; margin: 4px 0; }
.top h1 { flex: 1; }
.take { min-height: 44px; display: inline-flex; align-items: center; }
.stairs { height: 250px; margin: 12px 0 16px; }
.cols { display: grid; grid-template-columns: 1.35fr 1fr; gap: 24px; align-items: start; }
.side { display: grid; gap: 18px; }
section h2 { margin-bottom: 6px; }
td { padding: 5px 10px !important; }
.whole { white-space: nowrap; }
.name { max-width: 420px; margin: 10px 0; }
ul { padding-left: 18px; margin: 0; } li { min-height: 32px; }
@media (max-width: 900px) { .cols { grid-template-columns: 1fr; } }
</style>
