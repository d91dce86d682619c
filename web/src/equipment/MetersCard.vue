<script setup lang="ts">
import { NInput, NSelect } from 'naive-ui'
import { computed, nextTick, ref } from 'vue'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { queries } from '../api/queries'
import SettingCard from '../shop/SettingCard.vue'
import { figureOf, useSetting } from '../shop/setting'

/** The meters, and a further one from the back page of its manual. */
const props = defineProps<{ settings: Schemas['ShopSettings'] }>()
const session = useSession()
const empty = { name: '', counts: '6000', inputMegohms: '10', highestVolts: '1000', accuracyDigits: '3', dcVoltsPercent: '', acVoltsPercent: '', ohmsPercent: '' }
const figures = { inputMegohms: 'Input, MΩ', highestVolts: 'Highest, V', dcVoltsPercent: 'DC volts, ± %', acVoltsPercent: 'AC volts, ± %', ohmsPercent: 'Ohms, ± %', accuracyDigits: '± digits' } as const
const names = Object.keys(figures) as (keyof typeof figures)[]
const s = useSetting(() => empty, (typed) => {
  const read = {} as Record<keyof typeof figures, number>
  for (const name of names) {
    const figure = figureOf(typed[name])
    if (figure === null) return `${figures[name]}: a figure belongs here${typed[name] === '' ? '' : `; “${typed[name]}” is none`}`
    read[name] = figure
  }
  const request = ask(api.POST('/api/shop/meters', { body: {
    name: typed.name, counts: Number(typed.counts), inputResistanceOhms: read.inputMegohms * 1e6, highestVolts: read.highestVolts, accuracyDigits: read.accuracyDigits, dcVoltsPercent: read.dcVoltsPercent, acVoltsPercent: read.acVoltsPercent, ohmsPercent: read.ohmsPercent,
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
const counts = computed(() => props.settings.counts.map((c) => ({ value: String(c), label: c.toLocaleString('en').replace(',', ' ') })))
</script>

<template>
  <setting-card title="Meters" keep="List it" :may-set="s.maySet.value" :is-changed="s.isChanged.value" :is-pending="s.isPending.value" :kept="s.kept.value" :fault="s.fault.value" @keep="s.keep" @back="s.back">
    <ul>
      <li v-for="m in session.shop?.meters ?? []" :key="m.id"><b>{{ m.name }}</b> <span class="m small soft">{{ m.inputResistanceOhms === null ? 'input not known' : `${m.inputResistanceOhms / 1e6} MΩ` }}, {{ m.highestVolts === null ? 'no DC volts' : `to ${m.highestVolts} V` }}</span> <button v-if="s.maySet.value" type="button" class="plain act" :aria-label="`${asked === m.id ? 'no longer in use: sure?' : 'retire'} ${m.name}`" @click="retire(m.id)">{{ asked === m.id ? 'no longer in use: sure?' : 'retire' }}</button></li>
    </ul>
    <template v-if="s.maySet.value">
      <div class="two">
        <div><label class="said" for="meter-name">A further meter: its name on the bench</label><n-input v-model:value="s.typed.name" maxlength="80" placeholder="as on its label" :input-props="{ id: 'meter-name' }" /></div>
        <div><label class="said" for="meter-counts">Counts</label><n-select v-model:value="s.typed.counts" :options="counts" :input-props="{ id: 'meter-counts' }" /></div>
      </div>
      <div class="figures">
        <div v-for="name in names" :key="name"><label class="said" :for="`meter-${name}`">{{ figures[name] }}</label><n-input v-model:value="s.typed[name]" class="m" placeholder="" :input-props="{ id: `meter-${name}`, inputmode: 'decimal' }" /></div>
      </div>
      <p class="small soft">Take the worst accuracy of each function that the manual gives: a verdict that rests on a better meter than yours is wrong.</p>
    </template>
  </setting-card>
</template>

<style scoped>
ul { margin: 0; padding: 0; list-style: none; display: grid; gap: 4px; }
.two { display: grid; grid-template-columns: 2fr 1fr; gap: 10px; }
.figures { display: grid; grid-template-columns: repeat(3, 1fr); gap: 10px; }
</style>
