<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, nextTick, reactive, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import { api, ask, type Schemas } from '../../api/client'
import { queries } from '../../api/queries'
import { useBench } from '../../frame/bench'
import { dayTime } from '../../frame/time'
import { amount, answers as choices, minorOf, type Answer } from '../../owner/money'
import { useQuery } from '@tanstack/vue-query'

/** What the boards recommend, priced by access; put before the owner, and what the owner said. */
const bench = useBench()
const session = useSession()
const jobId = computed(() => bench.job?.id ?? '')
const path = computed(() => ({ path: { jobId: jobId.value } }))
const key = computed(() => ['estimate', jobId.value])
const query = useQuery({ queryKey: key, queryFn: () => ask(api.GET('/api/jobs/{jobId}/estimate', { params: path.value })), enabled: computed(() => jobId.value !== '') })
const word = computed(() => query.data.value ?? null)
const fault = ref('')
const link = ref('')
type Line = Schemas['OfferLineDraft']
const lines = ref<Line[]>([])
const note = ref('')
/** Prices and minutes as typed, by line: what is none stays as typed until it is one. */
const typed = reactive<Record<string, string>>({})
const timed = reactive<Record<string, string>>({})
let own = false
watch(word, (w) => {
  if (w === null || own) return
  lines.value = w.offer.lines.map((l) => ({ id: l.id, text: l.text, why: l.why, tier: l.tier, minutes: l.minutes, partsMinor: l.partsMinor, openings: l.openings, taxBasisPoints: l.taxBasisPoints, partOf: l.partOf }))
  note.value = w.offer.note
  for (const l of lines.value) { typed[l.id] = l.partsMinor === 0 ? '' : amount(l.partsMinor); timed[l.id] = String(l.minutes) }
}, { immediate: true })
const priced = computed(() => new Map((word.value?.offer.lines ?? []).map((l) => [l.id, l])))
const editable = computed(() => word.value?.state === 'draft' && session.mayWrite)

async function done(request: Promise<Schemas['OwnersWord']>): Promise<boolean> {
  fault.value = ''
  try {
    queries.setQueryData(key.value, await request)
    return true
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
    return false
  }
}
const keep = useDebounceFn(async () => {
  const w = word.value
  if (w === null || !editable.value) return
  own = true
  await done(ask(api.PUT('/api/jobs/{jobId}/estimate', { params: path.value, body: { currency: w.offer.currency, hourlyRateMinor: w.offer.hourlyRateMinor, openings: w.offer.openings, lines: lines.value, note: note.value } })))
  await nextTick() // what comes back is what was typed here
  own = false
}, 350)
function parts(line: Line, text: string): void {
  typed[line.id] = text
  const minor = text.trim() === '' ? 0 : minorOf(text)
  if (minor === null) return
  line.partsMinor = minor
  void keep()
}
/** What is typed and is no price or no time: said as long as it stands there, and nothing is sent with it. */
const wrong = computed(() => {
  for (const l of lines.value) {
    const [price = '', time = String(l.minutes)] = [typed[l.id], timed[l.id]]
    if (price.trim() !== '' && minorOf(price) === null) return `“${price}” is no price: 12 or 12.50`
    if (!/^\d{1,4}$/.test(time.trim())) return `“${time}” is no time: whole minutes`
  }
  return ''
})
function minutes(line: Line, text: string): void {
  timed[line.id] = text
  if (!/^\d{1,4}$/.test(text.trim())) return
  line.minutes = Number(text)
  void keep()
}
function drop(line: Line): void {
  lines.value = lines.value.filter((l) => l !== line)
  void keep()
}
function take(suggested: Line): void {
  const free = Array.from({ length: 200 }, (_, i) => `L${i + 1}`).find((id) => lines.value.every((l) => l.id !== id)) ?? ''
  lines.value = [...lines.value, { ...suggested, id: free }]
  typed[free] = ''
  timed[free] = String(suggested.minutes)
  void keep()
}
function addOwn(): void {
  const o = word.value?.offer
  take({ id: '', text: 'Work', why: '', tier: 'if-you-like', minutes: 15, partsMinor: 0, openings: [], taxBasisPoints: o?.lines[0]?.taxBasisPoints ?? 0, partOf: '' })
}
/** Work of the shop's list that is no part's. */
function addListed(text: string): void {
  const item = word.value?.labour.find((l) => l.text === text)
  if (item !== undefined) take({ id: '', text: item.text, why: '', tier: 'if-you-like', minutes: item.minutes, partsMinor: 0, openings: item.opening === '' ? [] : [item.opening], taxBasisPoints: word.value?.offer.lines[0]?.taxBasisPoints ?? 0, partOf: '' })
}
const openings = computed(() => (word.value?.offer.openings ?? []).map((o) => ({ value: o.id, label: `${o.name}, ${o.minutes} min` })))
const groups = computed(() => (word.value?.tiers ?? []).map((t) => ({ ...t, lines: lines.value.filter((l) => l.tier === t.tier) })).filter((g) => g.lines.length > 0))

/** As a letter too, where the owner left an address. */
const mailed = ref(true)
async function send(): Promise<void> {
  fault.value = ''
  try {
    const answer = await ask(api.POST('/api/jobs/{jobId}/estimate/sent', { params: path.value, body: mailed.value && word.value?.mailTo != null ? { mail: true } : {} }))
    link.value = `${location.origin}${answer.path}`
    fault.value = answer.mailFault
    queries.setQueryData(key.value, answer)
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
  }
}
const given = reactive<Record<string, Answer>>({})
const way = ref<'telephone' | 'in-person'>('telephone')
const said = ref('')
const unsaid = computed(() => (word.value?.offer.lines ?? []).filter((l) => given[l.id] === undefined).length)
const answer = (): Promise<boolean> => done(ask(api.POST('/api/jobs/{jobId}/estimate/answer', { params: path.value, body: { way: way.value, answers: given, ...(said.value.trim() === '' ? {} : { note: said.value }) } })))
const again = (): Promise<boolean> => { link.value = ''; return done(ask(api.POST('/api/jobs/{jobId}/estimate/withdrawn', { params: path.value, body: {} }))) }
const asRecommended = (): Promise<boolean> => done(ask(api.DELETE('/api/jobs/{jobId}/estimate', { params: path.value })))
const copy = (): void => { void navigator.clipboard.writeText(link.value).catch(() => undefined) }

const limit = ref('')
watch(() => word.value?.agreed.limitMinor, (l) => { limit.value = l === null || l === undefined ? '' : amount(l) }, { immediate: true })
async function agree(): Promise<void> {
  const minor = limit.value.trim() === '' ? null : minorOf(limit.value)
  if (minor === null && limit.value.trim() !== '') { fault.value = `“${limit.value}” is no sum: 80 or 80.00`; return }
  await bench.write('agreed-sum', { limitMinor: minor, beyond: 'call' }, null)
  setTimeout(() => { void queries.invalidateQueries({ queryKey: key.value }) }, 600)
}
const when = (iso: string): string => dayTime(iso, session.shop?.timeZone ?? 'UTC')
const ways: Record<string, string> = { link: 'by the link', telephone: 'on the telephone', 'in-person': 'in person' }
const partOf = (p: string): string => p.split(' ').at(-1) ?? p
</script>

<template>
  <div v-if="word !== null" class="owner">
    <h1>Owner’s word <small>{{ word.state === 'draft' ? 'not sent yet' : word.state === 'sent' ? `with the owner since ${when(word.sent?.at ?? '')}` : `answered ${ways[word.answer?.way ?? '']}, ${when(word.answer?.at ?? '')}` }}</small></h1>
    <p v-if="word.notApproved.length > 0" class="fit out"><b>Done without a yes: {{ word.notApproved.map(partOf).join(', ') }}.</b> Ask before you go on.</p>
    <p v-if="word.agreed.isBeyond === true" class="fit"><b>Beyond the {{ amount(word.agreed.limitMinor ?? 0) }} that were agreed to:</b> call before any of it begins.</p>
    <p v-if="link !== ''" class="fit"><b>The owner’s link, shown this once:</b> <span class="m link">{{ link }}</span> <button type="button" class="plain act" @click="copy">copy</button></p>
    <p v-if="fault !== '' || wrong !== ''" role="alert" class="out">{{ wrong || fault }}</p>
    <div class="lines card" tabindex="0" role="region" aria-label="Lines of the estimate">
      <p v-if="lines.length === 0" class="empty">Nothing on it yet. What the stations find stands here by itself; work of another sort is added below.</p>
      <table v-else>
        <tbody v-for="g in groups" :key="g.tier">
          <tr class="group"><th :class="g.tier" scope="rowgroup">{{ g.words }}</th><th v-if="g === groups[0]" class="n">parts</th><th v-if="g === groups[0]" class="n">min</th><th v-if="g === groups[0]">to open</th><th v-if="g === groups[0]" class="n">net</th><th v-if="g === groups[0]"><span class="sr">answer</span></th><td v-if="g !== groups[0]" colspan="5" /></tr>
          <tr v-for="l in g.lines" :key="l.id">
            <td class="what"><template v-if="editable"><input v-model="l.text" :aria-label="`Line ${l.id}`" maxlength="200" @change="keep"><textarea v-model="l.why" rows="2" :aria-label="`Why, ${l.text}`" maxlength="600" @change="keep" /></template><template v-else><b>{{ l.text }}</b><br><span class="small soft">{{ l.why }}</span></template></td>
            <td class="n"><input v-if="editable" class="m num" :value="typed[l.id]" :aria-label="`Parts, ${l.text}`" placeholder="0.00" @change="parts(l, ($event.target as HTMLInputElement).value)"><span v-else class="m">{{ amount(l.partsMinor) }}</span></td>
            <td class="n"><input v-if="editable" class="m num" :value="timed[l.id] ?? l.minutes" :aria-label="`Minutes, ${l.text}`" @change="minutes(l, ($event.target as HTMLInputElement).value)"><span v-else class="m">{{ l.minutes }}</span></td>
            <td><n-select v-if="editable" class="open" size="small" multiple :max-tag-count="1" :value="l.openings" :options="openings" :input-props="{ 'aria-label': `To open, ${l.text}` }" placeholder="nothing" @update:value="(o: string[]) => { l.openings = o; keep() }" /><span v-else class="small">{{ l.openings.map((o) => word?.offer.openings.find((x) => x.id === o)?.name ?? o).join(', ') }}</span></td>
            <td class="n m"><b>{{ amount(priced.get(l.id)?.netMinor ?? 0) }}</b><br><span v-if="(priced.get(l.id)?.netMinor ?? 0) < (priced.get(l.id)?.aloneMinor ?? 0)" class="small soft" title="were it the only one">alone {{ amount(priced.get(l.id)?.aloneMinor ?? 0) }}</span></td>
            <td class="says"><button v-if="editable" type="button" class="plain act" :aria-label="`Leave out ${l.text}`" @click="drop(l)">×</button>
              <div v-else-if="word.state === 'sent' && session.mayWrite" role="radiogroup" :aria-label="l.text"><button v-for="c in choices" :key="c.value" type="button" role="radio" :aria-checked="given[l.id] === c.value" @click="given[l.id] = c.value">{{ c.label }}</button></div>
              <b v-else :class="word.answer?.answers[l.id] === 'yes' ? 'within' : 'soft'">{{ word.answer?.answers[l.id] ?? '' }}</b></td>
          </tr>
        </tbody>
      </table>
      <template v-if="editable && word.suggested.length > 0"><p class="small soft sug">Left out so far:</p><ul class="sug"><li v-for="s in word.suggested" :key="s.partOf"><button type="button" class="plain act" @click="take(s)">+ {{ s.text }}</button> <span class="small soft">{{ s.why }}</span></li></ul></template>
    </div>
    <footer class="foot">
      <div class="total"><span v-for="x in word.offer.totals.taxes" :key="x.basisPoints" class="small soft">{{ amount(x.netMinor) }} + {{ x.basisPoints / 100 }} % tax</span><b class="m">{{ word.offer.currency }} {{ amount(word.offer.totals.grossMinor) }}</b><span class="small soft">{{ word.offer.totals.minutes }} min</span></div>
      <label class="small soft">agreed without asking <input v-model="limit" class="m num" placeholder="none" :readonly="!session.mayWrite" aria-label="Agreed sum" @change="agree"></label>
      <a :href="`/api/jobs/${jobId}/estimate.pdf`" target="_blank" rel="noopener">PDF</a>
      <template v-if="session.mayWrite">
        <template v-if="word.state === 'draft'"><n-button size="small" @click="addOwn">Add a line</n-button><select v-if="word.labour.length > 0" class="listed" aria-label="Work that comes up" @change="addListed(($event.target as HTMLSelectElement).value); ($event.target as HTMLSelectElement).value = ''"><option value="">work that comes up…</option><option v-for="l in word.labour" :key="l.text" :value="l.text">{{ l.text }}, {{ l.minutes }} min</option></select><n-button size="small" @click="asRecommended">As recommended</n-button><label v-if="word.mailTo !== null" class="small"><input v-model="mailed" type="checkbox"> mail it to {{ word.mailTo }}</label><n-button type="primary" :disabled="lines.length === 0 || wrong !== ''" @click="send">Freeze and make the link</n-button></template>
        <template v-else-if="word.state === 'sent'"><n-input v-model:value="said" size="small" class="saidby" placeholder="what the owner said" :input-props="{ 'aria-label': 'What the owner said', maxlength: '1000' }" /><n-select v-model:value="way" size="small" class="way" :options="[{ value: 'telephone', label: 'on the telephone' }, { value: 'in-person', label: 'in person' }]" :input-props="{ 'aria-label': 'Way' }" /><n-button type="primary" :disabled="unsaid > 0" @click="answer">{{ unsaid > 0 ? `${unsaid} without an answer` : 'Write the answer' }}</n-button><n-button @click="again">Take it back</n-button></template>
        <n-button v-else @click="again">Open it again</n-button>
      </template>
    </footer>
    <p v-if="(word.answer?.note ?? '') !== ''" class="fit">“{{ word.answer?.note }}”</p>
  </div>
  <p v-else-if="query.error.value !== null" role="alert" class="out page">{{ query.error.value.message }}</p>
</template>

<style scoped>
.owner { height: 100%; display: flex; flex-direction: column; gap: 8px; padding: 10px 14px; min-height: 0; }
h1 small { font-size: 14px; font-weight: 400; color: var(--soft); margin-left: 8px; }
.lines { flex: 1; min-height: 0; overflow: auto; scrollbar-width: thin; position: relative; }
.empty { padding: 20px; }
table { border-collapse: collapse; width: 100%; font-size: 15px; }
td, th { padding: 3px 6px; border-bottom: 1px solid var(--fine); text-align: left; vertical-align: top; white-space: nowrap; }
.group th, .group td { background: var(--band); font-size: 14px; font-weight: 700; } .group th:not(:first-child) { font-weight: 500; color: var(--soft); } .unsafe-without { color: var(--danger); }
.what { width: 100%; white-space: normal; min-width: 210px; }
input:not([type]) { font: inherit; color: var(--ink); background: transparent; border: 1px solid transparent; border-radius: 3px; padding: 2px 4px; width: 100%; } input:hover, input:focus { border-color: var(--soft); background: var(--field); }
.what input { font-weight: 700; } textarea { font: 14px/1.3 var(--words); color: var(--soft); background: transparent; border: 1px solid transparent; border-radius: 3px; padding: 2px 4px; width: 100%; resize: none; field-sizing: content; max-height: 120px; } textarea:hover, textarea:focus { border-color: var(--soft); background: var(--field); }
input.num { width: 66px; text-align: right; border-color: var(--line); background: var(--field); }
.open { width: 150px; }
.act { min-height: 32px; min-width: 32px; color: var(--heart-strong); font-weight: 700; }
.says div { display: flex; } .says [role='radio'] { font: 14px var(--words); min-height: 34px; padding: 0 8px; border: 1px solid var(--line); background: var(--card); color: var(--ink); cursor: pointer; } .says [aria-checked='true'] { background: var(--needle); color: var(--on-needle); }
.sug { margin: 0; padding: 4px 10px; list-style: none; }
.foot { display: flex; flex-wrap: wrap; gap: 8px 12px; align-items: center; } .total { display: flex; gap: 10px; align-items: baseline; margin-right: auto; } .total b { font-size: 22px; }
.listed { font: 14px var(--words); min-height: 34px; border: 1px solid var(--line); border-radius: 3px; background: var(--field); color: var(--ink); max-width: 190px; } .saidby { width: 170px; } .way { width: 150px; } .link { overflow-wrap: anywhere; }
@media (pointer: coarse) { .act, .says [role='radio'] { min-height: 44px; } }
</style>
