<script setup lang="ts">
import { told } from '../quantity/told'
import { computed, nextTick, ref, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { useSession } from '../access/session'
import { Refusal } from '../api/client'
import TopBar from '../frame/TopBar.vue'
import { parseQuantity } from '../quantity/parse'
import ResistorBands from './ResistorBands.vue'
import TrayPlot from './TrayPlot.vue'
import { trayTubes } from './tray'
import { sums, type Input, type Out, type Row, type Values } from './sums'

const session = useSession()
const route = useRoute()
const router = useRouter()
const sum = computed(() => sums.find((s) => s.id === route.params['sum']) ?? sums[0])
const typed = ref<Record<string, string>>({})
const out = ref<Out | null>(null)
const fault = ref('')
const copied = ref(false)
let turn = 0

/** What the link says, else the last that was typed here, else the examples of what must be given. */
function begin(): void {
  const s = sum.value
  if (s === undefined) return
  const kept = JSON.parse(sessionStorage.getItem(`sum-${s.id}`) ?? '{}') as Record<string, string>
  const asked = Object.fromEntries(Object.entries(route.query).filter((e): e is [string, string] => typeof e[1] === 'string'))
  const from = Object.keys(asked).length > 0 ? asked : kept
  typed.value = Object.fromEntries(s.inputs.map((i) => [i.name, from[i.name] ?? (Object.keys(from).length > 0 || (i.optional === true) ? (i.choices === undefined ? '' : i.example) : i.example)]))
  void nextTick(() => document.querySelector<HTMLInputElement | HTMLTextAreaElement>('.inputs input, .inputs textarea')?.select())
}
watch(() => sum.value?.id, begin, { immediate: true })

function read(input: Input, text: string): { value: number | string | undefined; fault: string } {
  if (text.trim() === '') return { value: undefined, fault: input.optional === true ? '' : `${input.label} is missing` }
  if (input.check !== undefined) return { value: text.trim(), fault: input.check(text) }
  if (input.unit === undefined && !(sum.value?.id === 'values' && input.name === 'wanted')) return { value: text.trim(), fault: '' }
  const parsed = parseQuantity(text, input.unit ?? (typed.value['what'] === 'F' ? 'F' : 'Ω'))
  return parsed.ok ? { value: parsed.quantity.value, fault: parsed.quantity.kind === 'value' ? '' : `${input.label}: one figure belongs here` } : { value: undefined, fault: `${input.label}: ${parsed.sentence}` }
}

async function compute(): Promise<void> {
  const s = sum.value
  if (s === undefined) return
  const mine = ++turn
  const values: Values = {}
  for (const input of s.inputs) {
    const r = read(input, typed.value[input.name] ?? '')
    if (r.fault !== '') { fault.value = r.fault.replace(/^./, (c) => c.toUpperCase()); out.value = null; return }
    values[input.name] = r.value
  }
  try {
    const answer = await fetch(`/api/compute/${s.form}/1`, { method: 'POST', headers: { 'Content-Type': 'application/json', Accept: 'application/json' }, body: JSON.stringify(s.ask(values)) })
    const body = await answer.json() as Out
    if (mine !== turn) return
    if (!answer.ok) throw new Refusal(answer.status, told(body['detail']), undefined)
    out.value = body
    asked.value = values
    fault.value = ''
  } catch (e) {
    if (mine !== turn) return
    out.value = null
    fault.value = e instanceof Refusal ? e.message.replace(/^[\w[\].]+: /, '').replace(/^./, (c) => c.toUpperCase()) : 'The server does not answer.'
  }
}
const asked = ref<Values>({})
let timer: ReturnType<typeof setTimeout> | undefined
watch(typed, () => {
  clearTimeout(timer)
  timer = setTimeout(() => {
    const s = sum.value
    if (s === undefined) return
    const query = Object.fromEntries(Object.entries(typed.value).filter(([, text]) => text !== ''))
    sessionStorage.setItem(`sum-${s.id}`, JSON.stringify(query))
    void router.replace({ params: { sum: s.id }, query })
    void compute()
  }, 200)
}, { deep: true, immediate: true })

const rows = computed<Row[]>(() => (out.value === null || sum.value === undefined ? [] : sum.value.show(out.value, asked.value, session.says).map((r) => ({ ...r, label: session.filled(r.label) }))))
const bands = computed(() => (sum.value?.id === 'colours' && Array.isArray(out.value?.['bands']) ? out.value['bands'] as string[] : null))
/** What the plot of a matching needs: the tubes as they were typed for this answer. */
const matching = computed(() => {
  if (sum.value?.id !== 'matching' || out.value?.['result'] !== 'chosen') return null
  return { tubes: trayTubes(String(asked.value['tubes'])), sets: out.value['sets'] as { tubes: string[]; claim: string }[], leftOver: out.value['leftOver'] as string[] }
})

async function copy(): Promise<void> {
  const s = sum.value
  if (s === undefined) return
  const lines = [s.title, ...s.inputs.filter((i) => (typed.value[i.name] ?? '') !== '').map((i) => `${session.filled(i.label)}: ${typed.value[i.name] ?? ''}${i.unit === undefined ? '' : ` (${i.unit})`}`), '', ...rows.value.map((r) => [r.label, r.text, r.note ?? ''].filter((t) => t !== '').join(': ')), location.href]
  await navigator.clipboard.writeText(lines.join('\n'))
  copied.value = true
  setTimeout(() => { copied.value = false }, 1500)
}
</script>

<template>
  <top-bar />
  <main class="page sums">
    <nav aria-label="Sums"><router-link v-for="s in sums" :key="s.id" :to="{ name: 'sums', params: { sum: s.id } }" :class="{ now: s.id === sum?.id }">{{ s.title }}</router-link></nav>
    <section v-if="sum !== undefined">
      <h1>{{ sum.title }}</h1>
      <p class="soft">{{ session.filled(sum.hint) }}</p>
      <form class="inputs" @submit.prevent="compute">
        <div v-for="i in sum.inputs" :key="sum.id + i.name" :class="{ long: i.long }">
          <label class="said" :for="i.name">{{ session.filled(i.label) }}<template v-if="i.optional"> (if known)</template></label>
          <span v-if="i.choices !== undefined" class="choices" role="group" :aria-label="session.filled(i.label)"><button v-for="c in i.choices" :key="c.value" type="button" :aria-pressed="typed[i.name] === c.value" @click="typed[i.name] = c.value">{{ c.label }}</button></span>
          <span v-else-if="i.long" class="field"><textarea :id="i.name" v-model="typed[i.name]" class="m" rows="3" autocomplete="off" spellcheck="false" :placeholder="i.example" maxlength="1500" /></span>
          <span v-else class="field"><input :id="i.name" v-model="typed[i.name]" class="m" autocomplete="off" spellcheck="false" :placeholder="i.example" maxlength="120"><span class="soft m">{{ i.unit ?? '' }}</span></span>
        </div>
      </form>
    </section>
    <section v-if="sum !== undefined" class="card result" aria-live="polite">
      <h2 class="sr">Result</h2>
      <p v-if="fault !== ''" class="out" role="alert"><b>{{ fault }}</b></p>
      <resistor-bands v-if="bands !== null" :bands="bands" />
      <tray-plot v-if="matching !== null" v-bind="matching" />
      <dl><template v-for="(r, k) in rows" :key="k"><dt>{{ r.label }}</dt><dd><b class="m">{{ r.text }}</b> <span class="soft small">{{ r.note ?? '' }}</span></dd></template></dl>
      <p v-if="sum.cautioned" class="small caution">{{ session.says(`sum-${sum.id}`) }}</p>
      <div v-if="rows.length > 0" class="acts"><button type="button" @click="copy">{{ copied ? 'copied' : 'copy as text' }}</button><span class="soft small">the address of this page holds the sum</span></div>
    </section>
  </main>
</template>

<style scoped>
.sums { display: grid; grid-template-columns: 170px minmax(0, 1fr) minmax(0, 1.05fr); gap: 26px; align-items: start; }
nav { display: flex; flex-direction: column; }
nav a { min-height: 42px; display: flex; align-items: center; padding: 0 12px; color: var(--ink); text-decoration: none; border-radius: 3px; }
nav a.now { background: var(--card); box-shadow: inset 4px 0 0 var(--heart); font-weight: 700; }
.inputs { display: grid; grid-template-columns: 1fr 1fr; gap: 12px 16px; margin-top: 14px; }
.field { border: 2px solid var(--needle); border-radius: 4px; background: var(--field); display: flex; align-items: baseline; padding: 0 10px; }
.field:focus-within { outline: 3px solid var(--heart); outline-offset: 1px; }
.field input { font-size: 22px; height: 46px; min-width: 0; width: 100%; border: 0; outline: none; background: none; color: var(--ink); }
.field textarea { font-size: 22px; min-height: 110px; max-height: 40vh; field-sizing: content; width: 100%; border: 0; outline: none; background: none; color: var(--ink); padding: 8px 0; resize: vertical; }
.long { grid-column: 1 / -1; }
.choices { display: flex; flex-wrap: wrap; gap: 4px; }
button { font: 600 15px var(--words); border: 1px solid var(--line); background: var(--card); color: var(--ink); border-radius: 4px; min-height: 46px; padding: 0 12px; cursor: pointer; }
button[aria-pressed='true'] { background: var(--needle); color: var(--on-needle); border-color: var(--needle); }
.result { padding: 16px 20px; display: grid; gap: 12px; min-height: 300px; align-content: start; }
dl { display: grid; grid-template-columns: auto 1fr; gap: 6px 18px; margin: 0; align-items: baseline; }
dt { color: var(--soft); }
dd { margin: 0; }
dd b { font-size: 22px; }
.caution { border-left: 3px solid var(--heart); padding-left: 8px; }
.acts { display: flex; gap: 14px; align-items: center; }
@media (max-width: 900px) { .sums { grid-template-columns: 1fr; } nav { flex-flow: row wrap; } }
</style>
