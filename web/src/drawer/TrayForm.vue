<script setup lang="ts">
import { NAutoComplete, NButton, NInput, NSelect } from 'naive-ui'
import { computed, nextTick, onMounted, reactive, ref, useTemplateRef } from 'vue'
import { useSession } from '../access/session'
import { api, ask, newId, Refusal, type Schemas } from '../api/client'
import { queries } from '../api/queries'

/** A tray of tubes of one type, typed in one go: what is the same for all stands above, then a line for each, Enter after Enter. */
const props = defineProps<{ nextLabel: string; states: Schemas['Drawer']['states'] }>()
const emit = defineEmits<{ stored: [labels: string[]]; leave: [] }>()
const session = useSession()
interface Kept { type: string; maker: string; state: string; price: string; tester: string; lines: string[] }
const empty: Kept = { type: '', maker: '', state: 'pulled-good', price: '', tester: '', lines: [] }
// What is half typed survives a reload, and the tester is the one of last time.
const form = reactive<Kept>({ ...empty, tester: localStorage.getItem('tester') ?? '', ...(JSON.parse(sessionStorage.getItem('tray') ?? '{}') as Partial<Kept>) })
const id = ref(newId())
const line = ref('')
const fault = ref('')
const badLine = ref<number | null>(null)
const sending = ref(false)
const list = useTemplateRef<HTMLElement>('list')
const field = useTemplateRef<{ focus: () => void }>('field')
const head = useTemplateRef<{ focus: () => void }>('head')
onMounted(() => { (form.type === '' ? head.value : field.value)?.focus() })

/** Types that begin like what is typed; any other may be typed too. */
const types = computed(() => (form.type === '' ? [] : (session.shop?.tubeTypes ?? []).filter((t) => t.startsWith(form.type.toUpperCase()) && t !== form.type.toUpperCase()).slice(0, 8)))
const states = computed(() => props.states.filter((s) => s.maySay).map((s) => ({ value: s.state, label: s.words })))
function keep(): void { sessionStorage.setItem('tray', JSON.stringify(form)) }
/** The label that a line without one gets, as far as it can be told before it is stored. */
const labelOf = (i: number): string => {
  const own = /^#(\S+)/.exec(form.lines[i] ?? '')?.[1]
  if (own !== undefined) return own.toUpperCase()
  const before = form.lines.slice(0, i).filter((l) => !l.startsWith('#')).length
  const [, stem = '', number = '1'] = /^(.*?)(\d+)$/.exec(props.nextLabel) ?? []
  return stem + String(Number(number) + before).padStart(number.length, '0')
}
function add(): void {
  fault.value = ''
  if (line.value.trim() === '') return
  form.lines.push(line.value.trim())
  line.value = ''
  badLine.value = null
  keep()
  void nextTick(() => { list.value?.scrollTo({ top: list.value.scrollHeight }); field.value?.focus() })
}
function again(i: number): void {
  line.value = form.lines[i] ?? ''
  form.lines.splice(i, 1)
  badLine.value = null
  keep()
  field.value?.focus()
}
function onKey(e: KeyboardEvent): void {
  if (e.key === 'ArrowUp' && line.value === '' && form.lines.length > 0) { e.preventDefault(); again(form.lines.length - 1) }
}
async function store(): Promise<void> {
  if (line.value.trim() !== '') add()
  fault.value = ''
  sending.value = true
  try {
    const { labels } = await ask(api.POST('/api/drawer/trays', { body: { id: id.value, type: form.type, maker: form.maker, state: form.state as Schemas['Tray']['state'], tester: form.tester, lines: form.lines, ...(form.price.trim() === '' ? {} : { price: form.price }) } }))
    localStorage.setItem('tester', form.tester)
    Object.assign(form, { ...empty, type: form.type, maker: form.maker, state: form.state, tester: form.tester, lines: [] })
    sessionStorage.removeItem('tray')
    id.value = newId()
    await queries.invalidateQueries({ queryKey: ['drawer'] })
    emit('stored', labels)
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
    const at = /^lines\[(\d+)\]/.exec(e instanceof Refusal ? e.path ?? '' : '')?.[1]
    badLine.value = at === undefined ? null : Number(at)
  } finally {
    sending.value = false
  }
}
</script>

<template>
  <section class="card tray" aria-labelledby="tray-head">
    <h2 id="tray-head">A tray <small>{{ form.lines.length }} so far</small></h2>
    <div class="same">
      <label>Type<n-auto-complete ref="head" v-model:value="form.type" size="small" placeholder="" :options="types" :input-props="{ 'aria-label': 'Type', maxlength: '20', autocapitalize: 'characters' }" @update:value="keep" /></label>
      <label>Maker<n-input v-model:value="form.maker" size="small" placeholder="" :input-props="{ maxlength: '80' }" @change="keep" /></label>
      <label>State<n-select v-model:value="form.state" size="small" :options="states" aria-label="State" @update:value="keep" /></label>
      <label>Price each<n-input v-model:value="form.price" size="small" placeholder="12.50" @change="keep" /></label>
      <label class="wide">Tester and setting<n-input v-model:value="form.tester" size="small" placeholder="bench jig, 250/-14/250, 6.3V, 5m" :input-props="{ id: 'tray-tester', maxlength: '200' }" @change="keep" /></label>
    </div>
    <form class="line" @submit.prevent="add">
      <b class="m">{{ labelOf(form.lines.length) }}</b>
      <n-input ref="field" v-model:value="line" class="m" size="large" placeholder="34.5 5.2" :input-props="{ id: 'tray-line', autocomplete: 'off', 'aria-label': `Figures of ${labelOf(form.lines.length)}`, maxlength: '120' }" @keydown="onKey" />
    </form>
    <p class="small soft">mA, then mS, with the good mark behind a slash; or 85%/60. Enter for the next; ↑ takes the last back. A label of its own first: #T031 34.5</p>
    <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
    <ol ref="list" class="m" aria-label="Lines of the tray"><li v-for="(l, i) in form.lines" :key="i" :class="{ bad: i === badLine }"><button type="button" class="plain" :aria-label="`Type ${labelOf(i)} again`" @click="again(i)"><b>{{ labelOf(i) }}</b> {{ l.replace(/^#\S+\s+/, '') }}</button></li></ol>
    <div class="acts"><n-button type="primary" :disabled="form.lines.length === 0 && line.trim() === ''" :loading="sending" @click="store">Store {{ form.lines.length + (line.trim() === '' ? 0 : 1) }}</n-button><n-button @click="emit('leave')">Leave</n-button></div>
  </section>
</template>

<style scoped>
.tray { padding: 10px 14px; display: flex; flex-direction: column; gap: 8px; min-height: 0; }
h2 small { font-weight: 400; color: var(--soft); font-size: 14px; }
.same { display: grid; grid-template-columns: 1fr 1fr; gap: 6px 10px; } label { font-size: 14px; color: var(--soft); }
.line { display: grid; grid-template-columns: auto 1fr; gap: 12px; align-items: center; } .line b { font-size: 24px; }
.line :deep(input) { font-size: 24px; font-family: var(--figures); }
ol { flex: 1; min-height: 60px; overflow-y: auto; margin: 0; padding: 0; list-style: none; columns: 2; font-size: 15px; }
li button { min-height: 30px; } li.bad { background: var(--lit); color: var(--out); }
.acts { display: flex; gap: 10px; }
</style>
