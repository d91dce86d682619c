<script setup lang="ts">
import { NInput, NSelect } from 'naive-ui'
import { computed, nextTick, ref } from 'vue'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { queries } from '../api/queries'
import SettingCard from '../shop/SettingCard.vue'
import { figureOf } from '../quantity/decimal'
import { useSetting } from '../shop/setting'

/** The meters, and a further one from the back page of its manual. */
const props = defineProps<{ settings: Schemas['ShopSettings'] }>()
const session = useSession()
const empty = { name: '', counts: '6000', inputMegohms: '10', highestVolts: '1000', accuracyDigits: '3', dcVoltsPercent: '', acVoltsPercent: '', ohmsPercent: '', dcAmperesPercent: '', bandLow: '', bandHigh: '', ratedVolts: '', detector: '', calibratedOn: '' }
const figures = { inputMegohms: 'Input, MΩ', highestVolts: 'Highest, V', dcVoltsPercent: 'DC volts, ± %', acVoltsPercent: 'AC volts, ± %', ohmsPercent: 'Ohms, ± %', accuracyDigits: '± digits' } as const
/** What a manual may leave out. */
const further = { dcAmperesPercent: 'DC amperes, ± %', ratedVolts: 'May touch, V DC', bandLow: 'AC from, Hz', bandHigh: 'AC to, Hz' } as const
const names = Object.keys(figures) as (keyof typeof figures)[]
const more = Object.keys(further) as (keyof typeof further)[]
const detectors = [{ value: '', label: 'the manual does not say' }, { value: 'true-rms', label: 'true RMS' }, { value: 'average', label: 'average-responding' }]
const s = useSetting(() => empty, (typed) => {
  const read = {} as Record<keyof typeof figures, number>
  for (const name of names) {
    const figure = figureOf(typed[name])
    if (figure === null) return `${figures[name]}: a figure belongs here${typed[name] === '' ? '' : `; “${typed[name]}” is none`}`
    read[name] = figure
  }
  const said: Partial<Record<keyof typeof further, number>> = {}
  for (const name of more) {
    if (typed[name].trim() === '') continue
    const figure = figureOf(typed[name])
    if (figure === null) return `${further[name]}: “${typed[name]}” is no figure`
    said[name] = figure
  }
  if ((said.bandLow === undefined) !== (said.bandHigh === undefined)) return 'AC: both ends of its band, or neither.'
  const { bandLow, bandHigh, ...known } = said
  const request = ask(api.POST('/api/shop/meters', { body: {
    name: typed.name, counts: Number(typed.counts), inputResistanceOhms: read.inputMegohms * 1e6, highestVolts: read.highestVolts, accuracyDigits: read.accuracyDigits, dcVoltsPercent: read.dcVoltsPercent, acVoltsPercent: read.acVoltsPercent, ohmsPercent: read.ohmsPercent,
    ...known, ...(bandLow === undefined || bandHigh === undefined ? {} : { bandHertz: { low: bandLow, high: bandHigh } }), ...(typed.detector === '' ? {} : { detector: typed.detector as 'true-rms' | 'average' }), ...(typed.calibratedOn.trim() === '' ? {} : { calibratedOn: typed.calibratedOn.trim() }),
  } }))
  void request.then(() => nextTick(s.back)).catch(() => undefined)
  return request
})
const asked = ref<string | null>(null)
/** A second press retires it; what it read stays judged by it. */
async function retire(id: string): Promise<void> {
  if (asked.value !== id) { asked.value = id; return }
  asked.value = null
  try {
    queries.setQueryData(['shop-settings'], await ask(api.POST('/api/shop/meters/{meterId}/retired', { params: { path: { meterId: id } } })))
    s.fault.value = ''
    await session.load()
  } catch (e) {
    s.fault.value = e instanceof Error ? e.message : String(e)
  }
}
/** The leads held together: what the meter shows then comes off small ohms today. */
const zeroOf = ref<string | null>(null)
const zero = ref('')
async function keepZero(id: string): Promise<void> {
  const ohms = figureOf(zero.value)
  if (ohms === null) { s.fault.value = 'Leads held together: type the ohms that the meter shows.'; return }
  try {
    await ask(api.POST('/api/meters/{meterId}/leads', { params: { path: { meterId: id } }, body: { ohms } }))
    s.fault.value = ''
    zeroOf.value = null
    zero.value = ''
    await session.load()
  } catch (e) {
    s.fault.value = e instanceof Error ? e.message : String(e)
  }
}
type Listed = Schemas['Shop']['meters'][number]
const about = (m: Listed): string[] => [m.highestVolts === null ? 'no volts' : `${m.inputResistanceOhms === null ? 'input not known' : `${m.inputResistanceOhms / 1e6} MΩ`}, to ${m.highestVolts} V`, m.detector === null ? '' : m.detector === 'true-rms' ? 'true RMS' : 'average-responding', m.calibratedOn === null ? '' : `calibrated ${m.calibratedOn}`].filter((t) => t !== '')
const leadsOf = (m: Listed): string => (m.leads === null ? 'leads not read' : `leads ${m.leads.ohms} Ω, ${m.leads.fresh ? 'come off small ohms' : `of ${m.leads.measuredOn}: too old, not taken off`}`)
const counts = computed(() => props.settings.counts.map((c) => ({ value: String(c), label: c.toLocaleString('en').replace(',', ' ') })))
</script>

<template>
  <setting-card title="Meters" keep="List it" :may-set="s.maySet.value" :is-changed="s.isChanged.value" :is-pending="s.isPending.value" :kept="s.kept.value" :fault="s.fault.value" @keep="s.keep" @back="s.back">
    <ul>
      <li v-for="m in session.shop?.meters ?? []" :key="m.id">
        <b>{{ m.name }}</b> <span v-for="(part, n) in about(m)" :key="part" class="m small soft whole">{{ part }}{{ n < about(m).length - 1 ? ', ' : '' }}</span> <span v-if="m.ratedVolts === null" class="small out">nobody said what it may touch</span><span v-else-if="m.ratedVolts < 1000" class="small out">may touch {{ m.ratedVolts }} V only: not for plates and B+ </span>
        <button v-if="s.maySet.value" type="button" class="plain act" :aria-label="`${asked === m.id ? 'no longer in use: sure?' : 'retire'} ${m.name}`" @click="retire(m.id)">{{ asked === m.id ? 'no longer in use: sure?' : 'retire' }}</button>
        <form v-if="m.readsOhms" class="leads small" @submit.prevent="keepZero(m.id)">
          <span :class="m.leads?.fresh === true ? 'soft' : 'out'">{{ leadsOf(m) }}</span>
          <template v-if="session.mayWrite && zeroOf === m.id"><n-input v-model:value="zero" class="m" size="small" style="width: 90px" placeholder="Ω" :input-props="{ 'aria-label': `Ohms of ${m.name} with its leads held together`, inputmode: 'decimal' }" /><button type="submit" class="plain act">keep</button></template>
          <button v-else-if="session.mayWrite" type="button" class="plain act" :aria-label="`hold them together: the leads of ${m.name}`" @click="zeroOf = m.id">hold them together</button>
        </form>
      </li>
    </ul>
    <template v-if="s.maySet.value">
      <div class="two">
        <div><label class="said" for="meter-name">A further meter: its name on the bench</label><n-input v-model:value="s.typed.name" maxlength="80" placeholder="as on its label" :input-props="{ id: 'meter-name' }" /></div>
        <div><label class="said" for="meter-counts">Counts</label><n-select v-model:value="s.typed.counts" :options="counts" :input-props="{ id: 'meter-counts' }" /></div>
      </div>
      <div class="figures">
        <div v-for="name in names" :key="name"><label class="said" :for="`meter-${name}`">{{ figures[name] }}</label><n-input v-model:value="s.typed[name]" class="m" placeholder="" :input-props="{ id: `meter-${name}`, inputmode: 'decimal' }" /></div>
      </div>
      <div class="figures four">
        <div v-for="name in more" :key="name"><label class="said" :for="`meter-${name}`">{{ further[name] }}</label><n-input v-model:value="s.typed[name]" class="m" placeholder="" :input-props="{ id: `meter-${name}`, inputmode: 'decimal' }" /></div>
      </div>
      <div class="two">
        <div><label id="meter-detector" class="said">AC volts are</label><n-select v-model:value="s.typed.detector" :options="detectors" aria-labelledby="meter-detector" /></div>
        <div><label class="said" for="meter-cal">Calibrated on</label><n-input v-model:value="s.typed.calibratedOn" class="m" placeholder="2026-11-28" :input-props="{ id: 'meter-cal' }" /></div>
      </div>
      <p class="small soft">Take the worst accuracy of each function that the manual gives: a verdict that rests on a better meter than yours is wrong.</p>
    </template>
  </setting-card>
</template>

<style scoped>
ul { margin: 0; padding: 0; list-style: none; display: grid; gap: 4px; }
.two { display: grid; grid-template-columns: 2fr 1fr; gap: 10px; }
.figures { display: grid; grid-template-columns: repeat(3, 1fr); gap: 10px; }
.four { grid-template-columns: repeat(4, 1fr); }
.leads { display: flex; gap: 10px; align-items: center; min-height: 32px; }
.act { text-decoration: underline; margin-left: 6px; }
.whole { white-space: nowrap; margin-right: 6px; }
</style>
