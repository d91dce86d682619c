<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useSession } from '../access/session'
import { api, ask, newId, type Schemas } from '../api/client'
import { queries } from '../api/queries'
import { dayTime } from '../frame/time'
import VerdictShape from '../marks/VerdictShape.vue'
import { hours, price } from './figures'

/** One tube with its life: its code, its tests, where it stood, what was said of it. */
const props = defineProps<{ label: string; states: Schemas['Drawer']['states'] }>()
const session = useSession()
const { data: tube, error } = useQuery({
  queryKey: computed(() => ['drawer-tube', props.label]),
  queryFn: () => ask(api.GET('/api/drawer/tubes/{label}', { params: { path: { label: props.label } } })),
})
const fault = ref('')
const tester = ref(localStorage.getItem('tester') ?? '')
const figures = ref('')
const said = ref('')
watch(() => props.label, () => { fault.value = figures.value = said.value = '' })

async function say(body: Omit<Schemas['TubeSaid'], 'id'>): Promise<boolean> {
  fault.value = ''
  try {
    await ask(api.POST('/api/drawer/tubes/{label}/entries', { params: { path: { label: props.label } }, body: { id: newId(), ...body } }))
    await queries.invalidateQueries({ queryKey: ['drawer-tube', props.label] })
    await queries.invalidateQueries({ queryKey: ['drawer'] })
    return true
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
    return false
  }
}
async function test(): Promise<void> {
  if (await say({ kind: 'test', tester: tester.value, text: figures.value })) {
    localStorage.setItem('tester', tester.value)
    figures.value = ''
  }
}
async function note(): Promise<void> {
  if (said.value.trim() !== '' && await say({ kind: 'note', text: said.value })) said.value = ''
}
const when = (iso: string): string => dayTime(iso, session.shop?.timeZone ?? 'UTC')
const options = computed(() => props.states.filter((s) => s.maySay).map((s) => ({ value: s.state, label: s.words })))
const told = (e: Schemas['DrawerTube']['entries'][number]): string => {
  const p = e.payload
  const text = (name: string): string => (typeof p[name] === 'string' ? p[name] : '')
  const words = props.states.find((s) => s.state === text('state'))?.words.toLowerCase() ?? text('state')
  return { added: `into the drawer, ${words}`, state: `${words}${text('why') === '' ? '' : `: ${text('why')}`}`, price: `price ${price(Number(p['priceMinor']))}`, note: text('text'), corrected: `corrected to ${text('type')} ${text('maker')}` }[e.kind]
}
</script>

<template>
  <section v-if="tube !== undefined" class="card tube" :aria-label="label">
    <header>
      <svg :viewBox="`0 0 ${tube.code.size} ${tube.code.size}`" role="img" :aria-label="`Code of ${tube.label}`"><rect :width="tube.code.size" :height="tube.code.size" fill="#fff" /><path :d="tube.code.path" fill="#000" /></svg>
      <div><h2 class="m">{{ tube.label }}</h2><p><b>{{ tube.type }}</b> {{ tube.maker }}</p><p>{{ tube.standsIn ?? tube.stateWords.toLowerCase() }}</p></div>
      <dl><dt>heated here</dt><dd class="m">{{ hours(tube.heatedHours) }} h</dd><dt v-if="tube.priceMinor !== null">price</dt><dd v-if="tube.priceMinor !== null" class="m">{{ price(tube.priceMinor) }}</dd></dl>
    </header>
    <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
    <div v-if="session.mayWrite" class="acts">
      <n-select class="state" size="small" :value="options.some((o) => o.value === tube?.state) ? tube.state : null" :placeholder="tube.stateWords" :options="options" :disabled="tube.standsIn !== null" aria-label="State" @update:value="(state: string) => say({ kind: 'state', state })" />
      <a :href="`/api/drawer/labels.pdf?labels=${tube.label}`" target="_blank" rel="noopener">label, PDF</a>
    </div>
    <h3>Tests</h3>
    <form v-if="session.mayWrite" class="test" @submit.prevent="test">
      <n-input v-model:value="tester" size="small" placeholder="bench jig, 250/-14/250, 6.3V, 5m" :input-props="{ 'aria-label': 'Tester and setting', maxlength: '200' }" />
      <n-input v-model:value="figures" size="small" class="m" placeholder="34.5mA 5.2mS" :input-props="{ 'aria-label': 'Figures', maxlength: '120' }" />
      <n-button size="small" attr-type="submit" :disabled="figures.trim() === ''">Add test</n-button>
    </form>
    <ul class="life"><li v-for="t in tube.testsTaken" :key="t.id"><verdict-shape :verdict="t.verdict" /><span><b class="m">{{ t.text }}</b>{{ t.half === '' ? '' : ` half ${t.half}` }} · {{ t.sentence }}<br><span class="small soft">{{ t.tester }} · {{ when(t.at) }} · {{ session.nameOf(t.personId) }}</span></span></li><li v-if="tube.testsTaken.length === 0" class="soft">Not tested yet.</li></ul>
    <h3>Where it stood</h3>
    <ul class="life"><li v-for="s in tube.stays" :key="s.from + s.position"><span><b>{{ s.position }}</b> {{ s.unit }}<br><span class="small soft">{{ when(s.from) }} – {{ s.to === null ? 'still there' : when(s.to) }}</span></span></li><li v-if="tube.stays.length === 0" class="soft">In no amplifier of ours so far.</li></ul>
    <h3>Said of it</h3>
    <form v-if="session.mayWrite" class="test note" @submit.prevent="note"><n-input v-model:value="said" size="small" placeholder="a note" :input-props="{ 'aria-label': 'Note', maxlength: '400' }" /><n-button size="small" attr-type="submit" :disabled="said.trim() === ''">Add</n-button></form>
    <ul class="life"><li v-for="e in tube.entries" :key="e.id"><span>{{ told(e) }}<br><span class="small soft">{{ when(e.at) }} · {{ session.nameOf(e.personId) }}</span></span></li></ul>
  </section>
  <p v-else-if="error !== null" role="alert" class="out">{{ error.message }}</p>
</template>

<style scoped>
.tube { padding: 10px 14px; overflow-y: auto; scrollbar-width: thin; display: flex; flex-direction: column; gap: 6px; min-height: 0; }
header { display: grid; grid-template-columns: 92px 1fr auto; gap: 12px; align-items: start; }
header svg { width: 92px; height: 92px; border-radius: 3px; }
h2 { font-size: 26px; } h3 { font-size: 15px; margin-top: 4px; }
dl { display: grid; grid-template-columns: auto auto; gap: 0 8px; margin: 0; font-size: 15px; } dt { color: var(--soft); } dd { margin: 0; font-weight: 700; text-align: right; }
.acts { display: flex; gap: 14px; align-items: center; } .state { width: 190px; } .acts a { min-height: 34px; display: inline-flex; align-items: center; }
.test { display: grid; grid-template-columns: 1.3fr 1fr auto; gap: 6px; } .note { grid-template-columns: 1fr auto; }
.life { list-style: none; margin: 0; padding: 0; font-size: 15px; } .life li { display: flex; gap: 6px; padding: 3px 0; border-bottom: 1px solid var(--fine); } .life svg { flex: none; margin-top: 2px; }
</style>
