<script lang="ts">
import { api, ask, type Schemas } from '../api/client'

/** One chassis as it is typed at book-in; found is the one that was here before. */
export interface TypedUnit {
  serial: string
  maker: string
  model: string
  wiredFor: string
  sheetVersionId: string | null
  /** A person took this sheet, or took it away: none is put there any more. */
  isSheetChosen: boolean
  found: Schemas['FoundUnit'] | null
}
export type NewUnit = Schemas['NewJob']['units'][number]

type SheetName = Pick<Schemas['SheetSummary'], 'name' | 'versionId'>
export const knownSheets = { queryKey: ['sheets'], queryFn: () => ask(api.GET('/api/sheets')) }

/** The sheet of that model's name, as long as no person chose one. */
export function suggestSheet(unit: TypedUnit, sheets: SheetName[]): void {
  if (unit.isSheetChosen) return
  const fits = sheets.find((s) => s.name.toLowerCase() === unit.model.trim().toLowerCase())
  unit.sheetVersionId = fits?.versionId ?? null
}

const volts = (unit: TypedUnit): number | null => (unit.wiredFor.trim() === '' ? null : Number(unit.wiredFor.replace(',', '.').replace(/\s*v$/i, '')))

/** What is missing or wrong, as a sentence; null when it can be sent. */
export function faultOf(unit: TypedUnit): string | null {
  if (unit.found !== null) return null
  if (unit.maker.trim() === '' || unit.model.trim() === '') return 'Maker and model are missing.'
  const wired = volts(unit)
  return wired === null || Number.isFinite(wired) ? null : `“${unit.wiredFor}” is no figure. Leave the mains empty when it is not known.`
}
export const toSend = (unit: TypedUnit): NewUnit => ({
  ...(unit.found === null ? { maker: unit.maker.trim(), model: unit.model.trim(), serial: unit.serial.trim(), wiredForVolts: volts(unit) } : { id: unit.found.id }), sheetVersionId: unit.sheetVersionId,
})
</script>

<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NInput, NSelect } from 'naive-ui'
import { computed, onMounted, useId, useTemplateRef, watch } from 'vue'
import FoundList from './FoundList.vue'

const unit = defineModel<TypedUnit>({ required: true })
const { suffix = '' } = defineProps<{ suffix?: string }>()
const emit = defineEmits<{ owner: [owner: Schemas['Owner']] }>()
const label = useId()
const first = useTemplateRef<InstanceType<typeof NInput>>('first')
onMounted(() => first.value?.focus())

const units = useQuery({ queryKey: computed(() => ['units', unit.value.serial]), queryFn: () => ask(api.GET('/api/units', { params: { query: { q: unit.value.serial } } })), enabled: computed(() => unit.value.serial.trim().length > 1 && unit.value.found === null) })
const sheets = useQuery(knownSheets)
const sheetChoices = computed(() => (sheets.data.value ?? []).map((s) => ({ label: `${s.name}, version ${s.number}`, value: s.versionId })))

function choose(found: Schemas['FoundUnit']): void {
  Object.assign(unit.value, { found, serial: found.serial, maker: found.maker, model: found.model, wiredFor: found.wiredForVolts?.toString() ?? '' })
  emit('owner', found.owner)
}
watch(() => [unit.value.model, sheets.data.value] as const, ([, known]) => known !== undefined && suggestSheet(unit.value, known))
</script>

<template>
  <div class="finds"><label class="said" :for="'serial' + suffix">Serial, or part of it</label><n-input ref="first" v-model:value="unit.serial" placeholder="" :input-props="{ id: 'serial' + suffix, autocomplete: 'off' }" @input="unit.found = null" />
    <found-list v-if="unit.found === null" :items="units.data.value ?? []" :line="(u) => `${u.serial} · ${u.maker} ${u.model} · ${u.owner.name}`" @choose="choose" />
    <p v-else class="small within">Seen before: its own history opens with it.</p></div>
  <div class="two">
    <div><label class="said" :for="'maker' + suffix">Maker</label><n-input v-model:value="unit.maker" placeholder="" :input-props="{ id: 'maker' + suffix }" :disabled="unit.found !== null" /></div>
    <div><label class="said" :for="'model' + suffix">Model</label><n-input v-model:value="unit.model" placeholder="" :input-props="{ id: 'model' + suffix }" :disabled="unit.found !== null" /></div>
  </div>
  <div class="two">
    <div><label class="said" :for="'wired' + suffix">Wired for mains of, volts</label><n-input v-model:value="unit.wiredFor" placeholder="" :input-props="{ id: 'wired' + suffix, inputmode: 'decimal' }" :disabled="unit.found !== null" /></div>
    <div><label :id="label" class="said" :for="'sheet' + suffix">Sheet to measure against</label><n-select v-model:value="unit.sheetVersionId" :options="sheetChoices" filterable clearable placeholder="none yet" @update:value="unit.isSheetChosen = true" :input-props="{ id: 'sheet' + suffix, 'aria-labelledby': label }" /></div>
  </div>
</template>

<style scoped>
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 14px; }
@media (max-width: 800px) { .two { grid-template-columns: 1fr; } }
</style>
