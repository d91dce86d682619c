<script setup lang="ts">
import { NInput, NSelect } from 'naive-ui'
import { api, ask, type Schemas } from '../api/client'
import { methodChoices } from '../stations/power/usePower'
import SettingCard from './SettingCard.vue'
import { figureOf } from '../quantity/decimal'
import { useSetting } from './setting'

/** Where practitioners differ, and the mains of the place: what is judged by it is judged anew. */
const props = defineProps<{ settings: Schemas['ShopSettings'] }>()
const figures = { resistorGracePercent: 'Grace of old resistors', mainsVolts: 'Mains', mainsHertz: 'Frequency', insulationMegohms: 'Insulation good from', insulationVolts: 'at no less than' } as const
const units: Record<keyof typeof figures, string> = { resistorGracePercent: '%', mainsVolts: 'V', mainsHertz: 'Hz', insulationMegohms: 'MΩ', insulationVolts: 'V' }
const names = Object.keys(figures) as (keyof typeof figures)[]
const s = useSetting(() => {
  const p = props.settings.practice
  return {
    capacitorSchool: p.capacitorSchool, leakageGrade: p.leakageGrade, resistorGracePercent: String(p.resistorGracePercent), mainsVolts: String(p.mainsVolts), mainsHertz: String(p.mainsHertz),
    insulationMegohms: String(p.insulationGoodOhms / 1e6), insulationVolts: String(p.insulationVolts), powerMethod: p.powerMethod,
  }
}, (typed) => {
  const read = {} as Record<keyof typeof figures, number>
  for (const name of names) {
    const figure = figureOf(typed[name])
    if (figure === null) return `“${typed[name]}” is no figure for ${figures[name].toLowerCase()}`
    read[name] = figure
  }
  return ask(api.PUT('/api/shop/practice', { body: {
    ...props.settings.practice, capacitorSchool: typed.capacitorSchool, leakageGrade: typed.leakageGrade, resistorGracePercent: read.resistorGracePercent, mainsVolts: read.mainsVolts, mainsHertz: read.mainsHertz, insulationGoodOhms: read.insulationMegohms * 1e6, insulationVolts: read.insulationVolts, powerMethod: typed.powerMethod,
  } }))
})
const schools: { value: string; label: string }[] = [{ value: 'measure-first', label: 'measure first: what tests good stays' }, { value: 'age-first', label: 'age first: from twenty years on they go' }, { value: 'labour-first', label: 'labour first: what is open goes together' }]
const grades: { value: string; label: string }[] = [{ value: 'general', label: 'general' }, { value: 'long-life', label: 'long life' }]
</script>

<template>
  <setting-card title="How we work" :may-set="s.maySet.value" :is-changed="s.isChanged.value" :is-pending="s.isPending.value" :kept="s.kept.value" :fault="s.fault.value" @keep="s.keep" @back="s.back">
    <div><label class="said" for="school">Old capacitors</label><n-select v-model:value="s.typed.capacitorSchool" :disabled="!s.maySet.value" :options="schools" :input-props="{ id: 'school' }" /></div>
    <div><label class="said" for="grade">Leakage allowed by grade</label><n-select v-model:value="s.typed.leakageGrade" :disabled="!s.maySet.value" :options="grades" :input-props="{ id: 'grade' }" /></div>
    <div><label class="said" for="power-method">First power</label><n-select v-model:value="s.typed.powerMethod" :disabled="!s.maySet.value" :options="methodChoices" :input-props="{ id: 'power-method' }" /></div>
    <div class="figures">
      <div v-for="name in names" :key="name"><label class="said" :for="name">{{ figures[name] }}, {{ units[name] }}</label><n-input v-model:value="s.typed[name]" class="m" :disabled="!s.maySet.value" placeholder="" :input-props="{ id: name, inputmode: 'decimal' }" /></div>
    </div>
  </setting-card>
</template>

<style scoped>
.figures { display: grid; grid-template-columns: repeat(3, 1fr); gap: 10px; }
</style>
