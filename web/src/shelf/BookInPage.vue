<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { NButton, NInput } from 'naive-ui'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, newId, type Schemas } from '../api/client'
import TopBar from '../frame/TopBar.vue'
import FoundList from './FoundList.vue'
import UnitFields, { faultOf, knownSheets, suggestSheet, toSend, type TypedUnit } from './UnitFields.vue'

/** More chassis than anybody brings in as one job. */
const MOST_UNITS = 8

const router = useRouter()
const queries = useQueryClient()
const blank = (): TypedUnit => ({ serial: '', maker: '', model: '', wiredFor: localStorage.getItem('wiredFor') ?? '', sheetVersionId: null, isSheetChosen: false, found: null })
const kept = JSON.parse(sessionStorage.getItem('book-in') ?? '{}') as { words?: Record<string, string>; units?: TypedUnit[] }
const form = reactive({ owner: '', phone: '', email: '', complaint: '', cameWith: '', conditionNotes: '', hoursAWeek: '', ...kept.words })
const units = ref<TypedUnit[]>(kept.units ?? [blank()])
const id = newId()
const owner = ref<Schemas['Owner'] | null>(null)
const error = ref('')
const busy = ref(false)

const owners = useQuery({ queryKey: computed(() => ['owners', form.owner]), queryFn: () => ask(api.GET('/api/owners', { params: { query: { q: form.owner } } })), enabled: computed(() => form.owner.trim().length > 1 && owner.value === null) })

function chooseOwner(found: Schemas['Owner']): void {
  owner.value = found
  Object.assign(form, { owner: found.name, phone: found.phone, email: found.email })
}
/** The other one of a pair is mostly the same thing with another serial. */
function another(): void {
  const last = units.value[units.value.length - 1]
  units.value.push(last === undefined ? blank() : { ...last, serial: '', found: null })
  keep()
}
function without(i: number): void {
  units.value.splice(i, 1)
  keep()
}
function keep(): void {
  sessionStorage.setItem('book-in', JSON.stringify({ words: form, units: units.value }))
}

const labels: Record<string, string> = { maker: 'Maker', model: 'Model', serial: 'Serial', wiredForVolts: 'Wired for mains of, volts' }
async function book(): Promise<void> {
  if (busy.value) return // the key and the button may both ask for it
  error.value = ''
  const faults = units.value.map(faultOf)
  const at = faults.findIndex((f) => f !== null)
  if (at >= 0) { error.value = `${units.value.length > 1 ? `Chassis ${at + 1}: ` : ''}${faults[at]}`; return }
  const hours = form.hoursAWeek.trim() === '' ? null : Number(form.hoursAWeek.trim().replace(',', '.'))
  if (hours !== null && !(hours >= 0 && hours <= 168)) { error.value = `“${form.hoursAWeek}” are no hours a week: 0 to 168, or nothing.`; return }
  if (form.owner.trim() === '') { error.value = 'Whose amplifier is it?'; return }
  busy.value = true
  try {
    const sheets = await queries.query({ ...knownSheets, staleTime: 'static' }) // who types faster than the list comes still gets the model's sheet
    for (const unit of units.value) suggestSheet(unit, sheets)
    const job = await ask(api.POST('/api/jobs', { body: {
      id,
      owner: owner.value === null ? { name: form.owner.trim(), phone: form.phone, email: form.email } : { id: owner.value.id },
      units: units.value.map(toSend),
      complaint: form.complaint, cameWith: form.cameWith, conditionNotes: form.conditionNotes, ...(hours === null ? {} : { hoursAWeek: hours }),
    } }))
    sessionStorage.removeItem('book-in')
    localStorage.setItem('wiredFor', units.value[0]?.wiredFor ?? '')
    await router.push({ name: 'job-book-in', params: { jobId: job.id }, query: { new: '1' } })
  } catch (e) {
    error.value = (e instanceof Error ? e.message : String(e)).replace(/^units\[(\d+)\]\.(\w+): /, (_, i: string, field: string) => `${units.value.length > 1 ? `Chassis ${Number(i) + 1}: ` : ''}${labels[field] ?? field}: `)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <top-bar />
  <main class="page">
    <h1>Book in</h1>
    <form @submit.prevent="book" @input="keep" @keydown.ctrl.enter="book">
      <div class="units">
        <fieldset v-for="(unit, i) in units" :key="i" class="card">
          <legend>{{ units.length === 1 ? 'The amplifier' : `Chassis ${i + 1} of ${units.length}` }}</legend>
          <unit-fields :model-value="unit" :suffix="i === 0 ? '' : `-${i + 1}`" @owner="(o) => owner === null && chooseOwner(o)" />
          <div v-if="i > 0"><n-button size="small" @click="without(i)">Not this one</n-button></div>
        </fieldset>
        <div v-if="units.length < MOST_UNITS" class="more"><n-button id="another" size="small" @click="another">Another chassis comes with it</n-button><span class="soft small">the other of a pair, or a separate supply</span></div>
      </div>
      <fieldset class="card its">
        <legend>Its owner</legend>
        <div class="finds"><label class="said" for="owner">Name</label><n-input v-model:value="form.owner" placeholder="" :input-props="{ id: 'owner', autocomplete: 'off' }" @input="owner = null" />
          <found-list v-if="owner === null" :items="owners.data.value ?? []" :line="(o) => `${o.name} · ${o.phone || o.email || 'no number'}`" @choose="chooseOwner" />
          <p v-else class="small within">Known here.</p></div>
        <div class="two">
          <div><label class="said" for="phone">Phone</label><n-input v-model:value="form.phone" placeholder="" :input-props="{ id: 'phone', type: 'tel' }" :disabled="owner !== null" /></div>
          <div><label class="said" for="email">E-mail</label><n-input v-model:value="form.email" placeholder="" :input-props="{ id: 'email', type: 'email' }" :disabled="owner !== null" /></div>
        </div>
      </fieldset>
      <fieldset class="card wide">
        <legend>What is wrong</legend>
        <div><label class="said" for="complaint">Complaint, in the owner’s words. When does it happen: cold, warm, loud, when moved?</label><n-input v-model:value="form.complaint" type="textarea" :rows="2" placeholder="" :input-props="{ id: 'complaint' }" /></div>
        <div class="two">
          <div><label class="said" for="came">What came with it</label><n-input v-model:value="form.cameWith" placeholder="" :input-props="{ id: 'came' }" /></div>
          <div><label class="said" for="notes">What it looks like</label><n-input v-model:value="form.conditionNotes" placeholder="" :input-props="{ id: 'notes' }" /></div>
          <div class="hours"><label class="said" for="hours">Played, hours a week</label><n-input v-model:value="form.hoursAWeek" placeholder="" class="m" :input-props="{ id: 'hours', inputmode: 'decimal' }" /></div>
        </div>
        <p role="alert" class="danger">{{ error }}</p>
        <div class="do"><n-button id="book" attr-type="submit" type="primary" size="large" :loading="busy">Book it in</n-button><span class="soft small"><kbd>Ctrl</kbd> <kbd>Enter</kbd> from anywhere. It gets a tag, and counts as charged until it is proved discharged.</span></div>
      </fieldset>
    </form>
  </main>
</template>

<style scoped>
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 14px; } .two:has(.hours) { grid-template-columns: 1fr 1fr 170px; }
form { display: grid; grid-template-columns: 1fr 1fr; gap: 16px; margin-top: 12px; }
fieldset { padding: 12px 18px 16px; display: grid; gap: 12px; align-content: start; min-width: 0; margin: 0; }
legend { font-weight: 700; padding: 0 6px; }
.its { align-self: start; }
.units { display: grid; gap: 12px; align-content: start; min-width: 0; }
.more { display: flex; gap: 12px; align-items: baseline; }
.do { display: flex; gap: 18px; align-items: center; }
@media (max-width: 800px) { form, .two { grid-template-columns: 1fr; } }
</style>
