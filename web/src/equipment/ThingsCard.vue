<script setup lang="ts">
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, reactive, ref } from 'vue'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { figureOf } from '../quantity/decimal'
import { useEquipment } from './useEquipment'

/** Variacs, lamps, limiters, loads, probes and testers, each with what it may touch. */
const props = defineProps<{ list: Schemas['EquipmentList'] }>()
type Kind = Schemas['Equipment']['kind']
type Figure = 'amperes' | 'watts' | 'ratedVolts' | 'ohms'
const words: Record<Kind, string> = { variac: 'Variac', lamp: 'Lamp', limiter: 'Electronic limiter', load: 'Load', probe: 'Probe', tester: 'Tester', other: 'Other' }
const figures: Record<Kind, Partial<Record<Figure, string>>> = { variac: { amperes: 'Up to, A' }, lamp: { watts: 'W', ratedVolts: 'Rated, V' }, limiter: { amperes: 'Lets through, A' }, load: { ohms: 'Ω', watts: 'W' }, probe: {}, tester: {}, other: {} }
const units: Record<Figure, string> = { amperes: 'A', watts: 'W', ratedVolts: 'V', ohms: 'Ω' }
const session = useSession()
const { fault, isBusy, change } = useEquipment()
const isOwner = computed(() => session.me?.role === 'owner')
const asked = ref<string | null>(null)
const empty = { kind: 'variac' as Kind, name: '', amperes: '', watts: '', ratedVolts: '', ohms: '', touches: '', calibratedOn: '', note: '' }
const typed = reactive({ ...empty })
const wanted = computed(() => Object.entries(figures[typed.kind]) as [Figure, string][])
const kinds = computed(() => props.list.kinds.map((k) => ({ value: k, label: words[k] })))
const line = (t: Schemas['Equipment']): string => [...(Object.keys(units) as Figure[]).map((f) => (t[f] === undefined ? '' : `${String(t[f])} ${units[f]}`)), t.touchesVolts === undefined ? '' : `may touch ${String(t.touchesVolts)} V`, t.calibratedOn === undefined ? '' : `calibrated ${t.calibratedOn}`, t.note ?? ''].filter((s) => s !== '').join(' · ')

async function add(): Promise<void> {
  const read: Partial<Record<Figure | 'touchesVolts', number>> = {}
  for (const [name, label, text] of [...wanted.value.map(([f, l]) => [f, l, typed[f]] as const), ['touchesVolts', 'May touch, V', typed.touches] as const]) {
    if (text.trim() === '') continue
    const figure = figureOf(text)
    if (figure === null) { fault.value = `${label}: a figure belongs here; “${text}” is none.`; return }
    read[name] = figure
  }
  const done = await change(ask(api.POST('/api/shop/equipment', { body: { kind: typed.kind, name: typed.name, ...read, ...(typed.calibratedOn === '' ? {} : { calibratedOn: typed.calibratedOn }), ...(typed.note === '' ? {} : { note: typed.note }) } })))
  if (done) Object.assign(typed, { ...empty, kind: typed.kind })
}
async function retire(id: string): Promise<void> {
  if (asked.value !== id) { asked.value = id; return }
  asked.value = null
  await change(ask(api.POST('/api/shop/equipment/{thingId}/retired', { params: { path: { thingId: id } } })))
}
</script>

<template>
  <form class="card box" aria-label="On the bench" @submit.prevent="add">
    <h2>On the bench</h2>
    <p v-if="list.things.length === 0" class="soft">Nothing is listed. Begin with the variac: once its dial is measured, what it says is taken for volts.</p>
    <ul>
      <li v-for="t in list.things" :key="t.id"><b>{{ t.name }}</b> <span class="small soft">{{ words[t.kind].toLowerCase() }}{{ line(t) === '' ? '' : ` · ${line(t)}` }}</span> <span v-if="t.touchesVolts === undefined && (t.kind === 'probe' || t.kind === 'tester')" class="small out">nobody said what it may touch</span> <button v-if="isOwner" type="button" class="plain act" :aria-label="`${asked === t.id ? 'no longer in use: sure?' : 'retire'} ${t.name}`" @click="retire(t.id)">{{ asked === t.id ? 'no longer in use: sure?' : 'retire' }}</button></li>
    </ul>
    <details v-if="isOwner" :open="list.things.length === 0">
      <summary>List a further thing</summary>
      <div class="two">
        <div><label id="t-kind" class="said">A further</label><n-select v-model:value="typed.kind" :options="kinds" aria-labelledby="t-kind" /></div>
        <div><label class="said" for="t-name">Its name on the bench</label><n-input v-model:value="typed.name" maxlength="80" placeholder="" :input-props="{ id: 't-name' }" /></div>
      </div>
      <div class="figures">
        <div v-for="[name, label] in wanted" :key="name"><label class="said" :for="`t-${name}`">{{ label }}</label><n-input v-model:value="typed[name]" class="m" placeholder="" :input-props="{ id: `t-${name}`, inputmode: 'decimal' }" /></div>
        <div><label class="said" for="t-touches">May touch, V DC</label><n-input v-model:value="typed.touches" class="m" placeholder="" :input-props="{ id: 't-touches', inputmode: 'decimal' }" /></div>
        <div><label class="said" for="t-cal">Calibrated on</label><n-input v-model:value="typed.calibratedOn" class="m" placeholder="2026-11-28" :input-props="{ id: 't-cal' }" /></div>
      </div>
      <div><label class="said" for="t-note">What it may touch, in words</label><n-input v-model:value="typed.note" maxlength="200" placeholder="" :input-props="{ id: 't-note' }" /></div>
      <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
      <p><n-button attr-type="submit" type="primary" :disabled="isBusy">List it</n-button></p>
    </details>
  </form>
</template>

<style scoped>
.box { padding: 14px 16px; display: grid; gap: 10px; align-content: start; }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 6px; }
.act { text-decoration: underline; color: var(--heart-strong); }
details[open] > * + * { margin-top: 10px; }
summary { min-height: 44px; display: flex; align-items: center; cursor: pointer; color: var(--heart-strong); text-decoration: underline; }
.two { display: grid; grid-template-columns: 1fr 2fr; gap: 10px; }
.figures { display: grid; grid-template-columns: repeat(auto-fit, minmax(110px, 1fr)); gap: 10px; }
</style>
