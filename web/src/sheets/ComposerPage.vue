<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { onBeforeRouteLeave, RouterLink, useRouter } from 'vue-router'
import { api, ask } from '../api/client'
import TopBar from '../frame/TopBar.vue'
import RailStairs from '../marks/RailStairs.vue'
import SignalChain from '../marks/SignalChain.vue'
import { emptySheet } from './sheetFile'
import LineEditor, { type LineMark } from './LineEditor.vue'
import StarterList, { type Starter } from './StarterList.vue'
import { composedTreads } from './stairs'
import { useComposer } from './useComposer'

const props = defineProps<{ sheetId: string }>()
const router = useRouter()
const queries = useQueryClient()
const editor = useTemplateRef<InstanceType<typeof LineEditor>>('editor')

/** A sheet that was only begun: nothing is stored of it until it is kept. */
const isNew = props.sheetId === 'new'
const { data: sheet } = useQuery({ queryKey: ['sheet', props.sheetId, null], enabled: !isNew, queryFn: () => ask(api.GET('/api/sheets/{sheetId}', { params: { path: { sheetId: props.sheetId } } })) })
const { data: words } = useQuery({ queryKey: ['circuit-words'], queryFn: () => ask(api.GET('/api/circuits/words')), staleTime: Infinity })

const draftKey = `circuit-draft-${props.sheetId}`
const lines = ref(localStorage.getItem(draftKey) ?? '')
const before = ref<string | null>(null)
const fault = ref('')
const here = ref(0)
const name = ref('')
/** How far the drawing can be trusted, and what it is of. */
const trust = ref<string | null>(null)
const trusts = [{ value: 'original-schematic', label: 'from its schematic' }, { value: 'drawn-from-the-unit', label: 'drawn from the unit' }, { value: 'similar-model', label: 'of a similar circuit' }]
type Document = Record<string, unknown> & { source?: { trust?: string; title?: string }; printedFor?: { mainsVolts?: number }; points?: unknown[] }
const document = computed(() => (isNew ? emptySheet() : sheet.value?.document) as Document | undefined)
/** The name as it is stored. */
const stored = computed(() => sheet.value?.name ?? '')
/** As long as nothing is printed on the sheet, its mains is the one that the transformer is typed for. */
const isBare = computed(() => (document.value?.points ?? []).length === 0)
const mains = computed(() => (isBare.value ? null : document.value?.printedFor?.mainsVolts ?? null))
const { composed, away } = useComposer(lines, mains)

if (isNew) before.value = ''
watch(sheet, async (s) => {
  if (s === undefined || before.value !== null) return
  name.value = s.name
  before.value = ''
  if (s.derived !== null) {
    before.value = (await ask(api.GET('/api/sheet-versions/{versionId}/model', { params: { path: { versionId: s.versionId } } }))).lines
    if (lines.value === '') lines.value = before.value
  }
}, { immediate: true })
const storedTrust = computed(() => document.value?.source?.trust ?? 'drawn-from-the-unit')
const changed = computed(() => before.value !== null && (lines.value !== before.value || name.value.trim() !== stored.value || (trust.value !== null && trust.value !== storedTrust.value)))
watch(lines, (t) => { if (t === before.value || t === '') localStorage.removeItem(draftKey); else localStorage.setItem(draftKey, t) })

const marks = computed<LineMark[]>(() => [
  ...(composed.value?.faults ?? []).map((f) => ({ line: f.line, severity: 'fault' as const, sentence: f.sentence })),
  ...(composed.value?.remarks ?? []).flatMap((r) => (r.line === null ? [] : [{ line: r.line, severity: r.severity, sentence: r.sentence }])),
])
const loose = computed(() => (composed.value?.remarks ?? []).filter((r) => r.line === null))
const treads = computed(() => composedTreads(composed.value?.rails ?? []))
const faultLines = computed(() => marks.value.filter((m) => m.severity !== 'watch').map((m) => m.line))
const said = computed(() => marks.value.filter((m) => m.line === here.value))
const typedWord = computed(() => (lines.value.split('\n')[here.value] ?? '').trim().split(/\s+/)[0]?.toLowerCase() ?? '')
const hint = computed(() => words.value?.find((w) => w.word === typedWord.value))
const order = { fault: 0, out: 1, watch: 2 } as const
const sorted = computed(() => [...marks.value].sort((a, b) => order[a.severity] - order[b.severity] || a.line - b.line))
const sign = { fault: '✕', out: '!', watch: '?' } as const

/** The textbook circuit that a new sheet was begun from. */
const begunFrom = ref('')
function begin(starter: Starter): void {
  lines.value = starter.lines
  begunFrom.value = `begun from: ${starter.name}`
  trust.value = 'similar-model'
}
function undo(): void {
  if (before.value !== null) lines.value = before.value
}
async function save(): Promise<void> {
  const s = document.value
  if (s === undefined) return
  fault.value = isNew && name.value.trim() === '' ? 'Give the sheet a name. Nothing was stored.' : ''
  if (fault.value !== '') return
  try {
    // The lines as they stand now, not as the last answer saw them.
    const now = await ask(api.POST('/api/circuits/compose', { body: { lines: lines.value, ...(mains.value === null ? {} : { mainsVolts: mains.value }) } }))
    if (now.faults.length > 0) {
      fault.value = `Line ${(now.faults[0]?.line ?? 0) + 1}: ${now.faults[0]?.sentence ?? ''}. Nothing was stored.`
      await editor.value?.goTo(now.faults[0]?.line ?? 0)
      return
    }
    const next: Record<string, unknown> = { ...s, name: name.value.trim() === '' ? stored.value : name.value.trim() }
    for (const derived of ['supply', 'parts', 'capacitors', 'islands']) Reflect.deleteProperty(next, derived)
    const blocks = (now.circuit as { blocks?: Record<string, unknown>[] }).blocks ?? []
    const transformer = blocks.find((b) => b['kind'] === 'mains')
    if (isBare.value && transformer !== undefined) next['printedFor'] = { mainsVolts: transformer['ratedVolts'], ...(transformer['hertz'] === undefined ? {} : { mainsHertz: transformer['hertz'] }) }
    const tubes = Array.isArray(next['tubes']) ? (next['tubes'] as Record<string, unknown>[]) : []
    const output = new Set(now.chain.filter((c) => c.kind === 'output').flatMap((c) => c.tubes.map((t) => t.position)))
    next['tubes'] = Object.entries(now.tubes).map(([position, type]) => ({ ...(output.has(position) ? { output: true } : {}), ...tubes.find((t) => t['position'] === position), position, type }))
    next['circuit'] = now.circuit
    next['source'] = { ...s.source, ...(begunFrom.value === '' ? {} : { title: begunFrom.value }), trust: trust.value ?? storedTrust.value }
    const body = next as unknown as Record<string, never>
    const saved = await ask(isNew ? api.POST('/api/sheets', { body }) : api.POST('/api/sheets/{sheetId}/versions', { params: { path: { sheetId: props.sheetId } }, body }))
    localStorage.removeItem(draftKey)
    before.value = lines.value
    await queries.invalidateQueries({ queryKey: ['sheet'] })
    await queries.invalidateQueries({ queryKey: ['sheets'] })
    await router.push(`/sheets/${saved.id}`)
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  }
}
onBeforeRouteLeave(() => { if (lines.value !== before.value && lines.value !== '') localStorage.setItem(draftKey, lines.value) })
</script>

<template>
  <top-bar />
  <main class="composer" @keydown.ctrl.s.prevent="save">
    <div class="top">
      <router-link :to="isNew ? '/sheets' : `/sheets/${sheetId}`" class="back">{{ isNew ? '‹ sheets' : '‹ sheet' }}</router-link><h1 class="sr">{{ isNew ? 'A new sheet' : sheet?.name }}: its circuit</h1><label class="sr" for="circuit-name">Name of the sheet</label><n-input v-model:value="name" class="name" placeholder="Name of the sheet" :input-props="{ id: 'circuit-name' }" />
      <n-select class="trust" :value="trust ?? storedTrust" :options="trusts" :input-props="{ 'aria-label': 'How far it can be trusted' }" @update:value="(t: string) => { trust = t }" />
      <span class="soft small" role="status">{{ away !== '' ? away : composed?.unsolved ?? (changed ? 'kept here as a draft' : '') }}</span>
      <n-button v-if="changed && before !== ''" @click="undo">As it was</n-button>
      <n-button id="keep-circuit" type="primary" :disabled="!changed" @click="save">Keep as version {{ (sheet?.versions.length ?? 0) + 1 }} <kbd class="key">Ctrl S</kbd></n-button>
    </div>
    <p v-if="fault !== ''" role="alert" class="out fault">{{ fault }}</p>
    <div class="card picture"><signal-chain :stages="composed?.chain ?? []" :lit="here" :faults="faultLines" @pick="editor?.goTo($event)" /></div>
    <div class="lower">
      <div class="left">
        <line-editor ref="editor" v-model="lines" :marks="marks" class="lines" @at="here = $event" />
        <p id="line-said" class="said" role="status"><template v-if="said.length > 0"><b :class="said[0]?.severity === 'watch' ? 'watch' : 'out'">{{ sign[said[0]?.severity ?? 'watch'] }} {{ said[0]?.sentence }}</b></template><template v-else-if="hint !== undefined"><b class="m">{{ hint.word }}</b> {{ hint.form }}</template><template v-else>Begin a line with one of the words below, or pick one.</template></p>
        <div class="words" role="group" aria-label="Blocks"><button v-for="w in words ?? []" :key="w.word" type="button" :title="w.says" @click="editor?.insertBelow(w.example)"><span class="m">{{ w.word }}</span></button></div>
      </div>
      <starter-list v-if="isNew && lines.trim() === ''" @begin="begin" />
      <div v-else class="right">
        <div class="card stairs"><rail-stairs v-if="treads.length > 0" :treads="treads" :lit="null" caption="stands at" /><p v-else class="soft empty">Mains, a supply and rails: their stairs appear here.</p></div>
        <div class="card found"><h2>{{ sorted.length + loose.length === 0 ? 'Nothing to remark' : `${sorted.length + loose.length} to look at` }}</h2>
          <ul tabindex="0" aria-label="What to look at"><li v-for="(m, i) in sorted" :key="i"><button type="button" class="plain" @click="editor?.goTo(m.line)"><b :class="['m', m.severity === 'watch' ? 'watch' : 'out']">{{ sign[m.severity] }} {{ m.line + 1 }}</b> {{ m.sentence }}</button></li><li v-for="r in loose" :key="r.subject"><b :class="['m', r.severity]">{{ sign[r.severity] }}</b> {{ r.sentence }}</li></ul></div>
      </div>
    </div>
  </main>
</template>

<style scoped>
.composer { display: grid; grid-template-rows: auto auto minmax(120px, 164px) 1fr; gap: 10px; padding: 10px 20px 12px; height: calc(100vh - 56px); min-height: 600px; }
nav.strip ~ .composer { height: calc(100vh - 104px); }
.top { display: flex; gap: 14px; align-items: center; }
.top .name { max-width: 340px; font-weight: 700; }
.top .small { flex: 1; }
.back { min-height: 44px; display: inline-flex; align-items: center; }
.key { margin-left: 8px; color: inherit; background: none; border-color: currentcolor; }
.fault { font-weight: 600; }
.picture { min-height: 0; grid-row: 3; }
.top .trust { width: 210px; flex: none; }
.lower { display: grid; grid-template-columns: 1.5fr 1fr; gap: 14px; min-height: 0; grid-row: 4; }
.left { display: grid; grid-template-rows: 1fr auto auto; gap: 6px; min-height: 0; }
.lines { height: 100%; }
.said { min-height: 44px; font-size: 15px; display: block; }
.words { display: flex; flex-wrap: wrap; gap: 5px; }
.words button { min-height: 44px; min-width: 44px; padding: 0 9px; border: 1px solid var(--line); border-radius: 4px; background: var(--sap); color: var(--ink); font-size: 15px; cursor: pointer; }
.right { display: grid; grid-template-rows: 1.15fr 1fr; gap: 10px; min-height: 0; }
.stairs { min-height: 0; }
.found { min-height: 0; overflow: hidden; display: grid; grid-template-rows: auto 1fr; padding: 8px 12px; }
.found ul { list-style: none; padding: 0; margin: 4px 0 0; overflow: auto; }
.found li { padding: 3px 0; font-size: 15px; border-bottom: 1px solid var(--fine); }
.found li button { min-height: 32px; }
.empty { padding: 30px; text-align: center; }
@media (max-width: 900px) { .composer { height: auto; grid-template-rows: auto auto 190px auto; } .lower { grid-template-columns: 1fr; } .lines { height: 340px; } .stairs { height: 250px; } }
</style>
