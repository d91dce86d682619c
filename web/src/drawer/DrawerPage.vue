<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton, NInput } from 'naive-ui'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'
import { queries } from '../api/queries'
import TopBar from '../frame/TopBar.vue'
import SetsPanel from './SetsPanel.vue'
import TrayForm from './TrayForm.vue'
import TubeCard from './TubeCard.vue'
import TubeTable from './TubeTable.vue'

const props = defineProps<{ label?: string }>()
const session = useSession()
const route = useRoute()
const router = useRouter()
const words = ref('')
const type = computed(() => (typeof route.query['type'] === 'string' ? route.query['type'] : ''))
const panel = computed(() => (route.query['panel'] === 'tray' || route.query['panel'] === 'sets' ? route.query['panel'] : 'tube'))
const ticked = ref<string[]>([])
const scrapped = ref(false)
const { data, error } = useQuery({
  queryKey: computed(() => ['drawer', type.value, words.value, scrapped.value]),
  queryFn: () => ask(api.GET('/api/drawer', { params: { query: { ...(type.value === '' ? {} : { type: type.value }), ...(words.value === '' ? {} : { q: words.value }), ...(scrapped.value ? { scrapped: true } : {}) } } })),
  placeholderData: (before) => before,
})
const tubes = computed(() => data.value?.tubes ?? [])
const lit = computed(() => (props.label === undefined || props.label === '' ? tubes.value[0]?.label ?? null : props.label.toUpperCase()))
const total = computed(() => (data.value?.types ?? []).reduce((n, t) => n + t.count, 0))
const go = (query: Record<string, string | undefined>, label = props.label): void => { void router.replace({ name: 'drawer', params: { label: label ?? '' }, query: { ...route.query, ...query } }) }

const picker = useTemplateRef<HTMLInputElement>('picker')
const strict = ref(false)
const imported = ref<{ added: number; faults: { line: number; reason: string }[] } | null>(null)
const fault = ref('')
watch([type, words], () => { ticked.value = [] })
async function importFile(e: Event): Promise<void> {
  const input = e.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file === undefined) return
  fault.value = ''
  imported.value = null
  const body = new FormData()
  body.set('file', file)
  try {
    const response = await fetch(`/api/drawer/tubes.csv${strict.value ? '?all=1' : ''}`, { method: 'POST', body })
    const answer = await response.json() as { added?: number; faults?: { line: number; reason: string }[]; detail?: string }
    if (!response.ok) throw new Error(answer.detail ?? 'The server does not answer.')
    imported.value = { added: answer.added ?? 0, faults: answer.faults ?? [] }
    await queries.invalidateQueries({ queryKey: ['drawer'] })
  } catch (x) {
    fault.value = `${file.name}: ${x instanceof Error ? x.message : String(x)} Nothing was stored.`
  }
}
function stored(labels: string[]): void {
  ticked.value = labels
  go({ panel: undefined }, labels[0])
}
</script>

<template>
  <top-bar />
  <main class="drawer">
    <div class="top">
      <h1>{{ session.heading('tube') }} drawer <small>{{ total }} {{ session.word('tubes') }}</small></h1>
      <n-input v-model:value="words" class="find" size="small" clearable placeholder="label, type, maker" :input-props="{ 'aria-label': 'Find tubes', autocomplete: 'off' }" />
      <template v-if="session.mayWrite"><n-button size="small" type="primary" @click="go({ panel: 'tray' })">Add a tray</n-button></template>
      <n-button size="small" @click="go({ panel: 'sets' })">Match a set</n-button>
      <a :href="`/api/drawer/labels.pdf?labels=${(ticked.length > 0 ? ticked : lit === null ? [] : [lit]).join(',')}`" target="_blank" rel="noopener">labels<template v-if="ticked.length > 0"> of {{ ticked.length }}</template></a>
      <a href="/api/drawer/tubes.csv" download>CSV out</a>
      <template v-if="session.mayWrite"><input ref="picker" type="file" accept=".csv,text/csv" class="sr" aria-label="CSV file" tabindex="-1" @change="importFile"><button type="button" class="plain link" @click="picker?.click()">CSV in</button><label class="small soft"><input v-model="strict" type="checkbox"> all rows or none</label></template>
    </div>
    <nav class="types" aria-label="Types">
      <button type="button" :aria-pressed="type === ''" @click="go({ type: undefined })">all</button>
      <button v-for="t in data?.types ?? []" :key="t.type" type="button" :aria-pressed="type === t.type" @click="go({ type: t.type })">{{ t.type }} <span class="m soft">{{ t.count }}</span></button>
      <label class="small soft"><input v-model="scrapped" type="checkbox"> scrapped too</label>
    </nav>
    <p v-if="fault !== '' || error !== null" role="alert" class="out">{{ fault === '' ? error?.message : fault }}</p>
    <section v-if="imported !== null" class="fit" role="status"><b>{{ imported.added }} went in{{ imported.faults.length === 0 ? '.' : `, ${imported.faults.length} rows did not:` }}</b> <button type="button" class="plain link" @click="imported = null">close</button>
      <ul v-if="imported.faults.length > 0" class="faults small"><li v-for="f in imported.faults.slice(0, 200)" :key="f.line"><span class="m">line {{ f.line }}</span> {{ f.reason }}</li></ul>
    </section>
    <div class="two">
      <div v-if="data !== undefined && tubes.length === 0" class="card empty"><h2>{{ words === '' && type === '' ? 'Nothing in the drawer yet' : 'Nothing like that here' }}</h2><p v-if="words === '' && type === ''">Add a tray: type, tester and setting once, then a figure and Enter for each. Or bring a table in by CSV.</p></div>
      <tube-table v-else v-model:ticked="ticked" :tubes="tubes" :lit="lit" @choose="(l) => go({ panel: undefined }, l)" />
      <tray-form v-if="panel === 'tray' && data !== undefined && session.mayWrite" :next-label="data.nextLabel" :states="data.states" @stored="stored" @leave="go({ panel: undefined })" />
      <sets-panel v-else-if="panel === 'sets' && data !== undefined" :type="type === '' ? null : type" :types="data.types" @ticked="(l) => { ticked = l }" />
      <tube-card v-else-if="lit !== null && data !== undefined" :label="lit" :states="data.states" />
    </div>
    <p v-if="data?.more === true" class="small soft">There are more: choose a type or find words.</p>
  </main>
</template>

<style scoped>
.drawer { height: calc(100% - 56px); display: flex; flex-direction: column; gap: 8px; padding: 12px 16px; min-height: 0; }
.top { display: flex; gap: 12px; align-items: center; flex-wrap: wrap; }
h1 { flex: 1; } h1 small { font-size: 14px; font-weight: 400; color: var(--soft); }
.find { width: 190px; }
.link { color: var(--heart-strong); text-decoration: underline; min-height: 34px; }
.types { display: flex; gap: 6px; flex-wrap: wrap; align-items: center; }
.types button { font: 15px var(--words); min-height: 34px; padding: 0 10px; border: 1px solid var(--line); border-radius: 4px; background: var(--card); color: var(--ink); cursor: pointer; }
.types button[aria-pressed='true'] { background: var(--lit); border-color: var(--heart); box-shadow: inset 0 -3px 0 var(--heart); }
.two { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr); grid-template-rows: minmax(0, 1fr); gap: 10px; }
.faults { max-height: 130px; overflow-y: auto; margin: 4px 0 0; padding: 0; list-style: none; }
.empty { padding: 24px; }
@media (pointer: coarse) { .types button, .link { min-height: 44px; } }
@media (max-width: 900px) { .drawer { height: auto; } .two { grid-template-columns: 1fr; grid-template-rows: auto auto; } }
</style>
