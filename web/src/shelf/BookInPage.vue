<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, onMounted, reactive, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, newId, type Schemas } from '../api/client'
import TopBar from '../frame/TopBar.vue'
import FoundList from './FoundList.vue'

const router = useRouter()
const kept = JSON.parse(sessionStorage.getItem('book-in') ?? '{}') as Record<string, string>
const form = reactive({
  serial: '', maker: '', model: '', wiredFor: localStorage.getItem('wiredFor') ?? '', owner: '', phone: '', email: '', complaint: '', cameWith: '', conditionNotes: '', ...kept,
})
const id = newId()
const unit = ref<Schemas['FoundUnit'] | null>(null)
const owner = ref<Schemas['Owner'] | null>(null)
const sheetVersionId = ref<string | null>(null)
const error = ref('')
const busy = ref(false)
const first = useTemplateRef<InstanceType<typeof NInput>>('first')
onMounted(() => first.value?.focus())

const units = useQuery({ queryKey: computed(() => ['units', form.serial]), queryFn: () => ask(api.GET('/api/units', { params: { query: { q: form.serial } } })), enabled: computed(() => form.serial.trim().length > 1 && unit.value === null) })
const owners = useQuery({ queryKey: computed(() => ['owners', form.owner]), queryFn: () => ask(api.GET('/api/owners', { params: { query: { q: form.owner } } })), enabled: computed(() => form.owner.trim().length > 1 && owner.value === null) })
const sheets = useQuery({ queryKey: ['sheets'], queryFn: () => ask(api.GET('/api/sheets')) })
const sheetChoices = computed(() => (sheets.data.value ?? []).map((s) => ({ label: `${s.name}, version ${s.number}`, value: s.versionId })))

function chooseUnit(found: Schemas['FoundUnit']): void {
  unit.value = found
  Object.assign(form, { serial: found.serial, maker: found.maker, model: found.model, wiredFor: found.wiredForVolts?.toString() ?? '' })
  if (owner.value === null) chooseOwner(found.owner)
  suggestSheet()
}
function chooseOwner(found: Schemas['Owner']): void {
  owner.value = found
  Object.assign(form, { owner: found.name, phone: found.phone, email: found.email })
}
function suggestSheet(): void {
  const fits = (sheets.data.value ?? []).find((s) => s.name.toLowerCase() === form.model.trim().toLowerCase())
  if (fits !== undefined) sheetVersionId.value ??= fits.versionId
}
function keep(): void {
  sessionStorage.setItem('book-in', JSON.stringify(form))
}

async function book(): Promise<void> {
  if (busy.value) return // the key and the button may both ask for it
  error.value = ''
  const volts = form.wiredFor.trim() === '' ? null : Number(form.wiredFor.replace(',', '.').replace(/\s*v$/i, ''))
  if (unit.value === null && (form.maker.trim() === '' || form.model.trim() === '')) { error.value = 'Maker and model are missing.'; return }
  if (form.owner.trim() === '') { error.value = 'Whose amplifier is it?'; return }
  if (volts !== null && !(volts >= 90 && volts <= 260)) { error.value = `“${form.wiredFor}” is no mains voltage. Leave it empty when it is not known.`; return }
  busy.value = true
  try {
    const job = await ask(api.POST('/api/jobs', { body: {
      id,
      owner: owner.value === null ? { name: form.owner.trim(), phone: form.phone, email: form.email } : { id: owner.value.id },
      unit: unit.value === null ? { maker: form.maker.trim(), model: form.model.trim(), serial: form.serial.trim(), wiredForVolts: volts } : { id: unit.value.id },
      complaint: form.complaint, cameWith: form.cameWith, conditionNotes: form.conditionNotes, sheetVersionId: sheetVersionId.value,
    } }))
    sessionStorage.removeItem('book-in')
    localStorage.setItem('wiredFor', form.wiredFor)
    await router.push({ name: 'job-book-in', params: { jobId: job.id }, query: { new: '1' } })
  } catch (e) {
    error.value = e instanceof Error ? e.message : String(e)
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
      <fieldset class="card">
        <legend>The amplifier</legend>
        <div class="finds"><label class="said" for="serial">Serial, or part of it</label><n-input ref="first" v-model:value="form.serial" placeholder="" :input-props="{ id: 'serial' }" @input="unit = null" />
          <found-list v-if="unit === null" :items="units.data.value ?? []" :line="(u) => `${u.serial} · ${u.maker} ${u.model} · ${u.owner.name}`" @choose="chooseUnit" />
          <p v-else class="small within">Seen before: its own history opens with it.</p></div>
        <div class="two">
          <div><label class="said" for="maker">Maker</label><n-input v-model:value="form.maker" placeholder="" :input-props="{ id: 'maker' }" :disabled="unit !== null" /></div>
          <div><label class="said" for="model">Model</label><n-input v-model:value="form.model" placeholder="" :input-props="{ id: 'model' }" :disabled="unit !== null" @blur="suggestSheet" /></div>
        </div>
        <div class="two">
          <div><label class="said" for="wired">Wired for mains of, volts</label><n-input v-model:value="form.wiredFor" placeholder="" :input-props="{ id: 'wired', inputmode: 'decimal' }" :disabled="unit !== null" /></div>
          <div><label id="sheet-label" class="said" for="sheet">Sheet to measure against</label><n-select v-model:value="sheetVersionId" :options="sheetChoices" filterable clearable placeholder="none yet" :input-props="{ id: 'sheet', 'aria-labelledby': 'sheet-label' }" /></div>
        </div>
      </fieldset>
      <fieldset class="card">
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
        </div>
        <p role="alert" class="danger">{{ error }}</p>
        <div class="do"><n-button id="book" attr-type="submit" type="primary" size="large" :loading="busy">Book it in</n-button><span class="soft small"><kbd>Ctrl</kbd> <kbd>Enter</kbd> from anywhere. It gets a tag, and counts as charged until it is proved discharged.</span></div>
      </fieldset>
    </form>
  </main>
</template>

<style scoped>
form { display: grid; grid-template-columns: 1fr 1fr; gap: 16px; margin-top: 12px; }
fieldset { padding: 12px 18px 16px; display: grid; gap: 12px; align-content: start; min-width: 0; margin: 0; }
legend { font-weight: 700; padding: 0 6px; }
.wide { grid-column: 1 / -1; }
.finds { position: relative; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 14px; }
.do { display: flex; gap: 18px; align-items: center; }
@media (max-width: 800px) { form, .two { grid-template-columns: 1fr; } }
</style>
