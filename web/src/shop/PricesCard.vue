<script setup lang="ts">
import { NInput } from 'naive-ui'
import { computed } from 'vue'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { amount, minorOf } from '../owner/money'
import SettingCard from './SettingCard.vue'
import { figureOf } from '../quantity/decimal'
import { useSetting } from './setting'

/** Rate, tax, what it takes to open an amplifier, and the usual minutes of a part; beside them what that comes to. */
const props = defineProps<{ settings: Schemas['ShopSettings'] }>()
const session = useSession()
const prices = computed(() => props.settings.prices)
const costs = computed(() => new Map(props.settings.costs.map((c) => [c.station, c])))
const title = (station: string): string => (station === 'tubes' ? session.heading('tubes') : station.replace(/^./, (c) => c.toUpperCase()))
/** Each list with an empty line below it for a further one; a line whose name is emptied goes. */
const openings = computed(() => [...prices.value.openings, { id: Array.from({ length: 30 }, (_, i) => `o${i + 1}`).find((id) => prices.value.openings.every((o) => o.id !== id)) ?? 'o', name: '', minutes: 0 }])
const items = computed(() => [...prices.value.items, { text: '', minutes: 0, opening: '' }])
const s = useSetting(() => {
  const stands: Record<string, string> = { currency: prices.value.currency, rate: amount(prices.value.hourlyRateMinor), tax: String(prices.value.taxBasisPoints / 100) }
  for (const o of openings.value) { stands[`name ${o.id}`] = o.name; stands[`opening ${o.id}`] = String(o.minutes) }
  for (const [i, o] of items.value.entries()) { stands[`item ${i}`] = o.text; stands[`takes ${i}`] = String(o.minutes); stands[`under ${i}`] = o.opening }
  for (const w of prices.value.work) { stands[`work ${w.station}`] = String(w.minutes); stands[`for ${w.station}`] = w.opening }
  return stands
}, (typed) => {
  const rate = minorOf(typed['rate'] ?? '')
  if (rate === null) return `“${typed['rate']}” is no price: 48 or 48.00`
  const tax = figureOf(typed['tax'] ?? '')
  if (tax === null || Math.abs(tax * 100 - Math.round(tax * 100)) > 1e-9) return `“${typed['tax']}” is no tax: percent, two decimals at most`
  const minutes: Record<string, number> = {}
  for (const name of Object.keys(typed).filter((n) => n.startsWith('opening ') || n.startsWith('work ') || n.startsWith('takes '))) {
    const text = typed[name]?.trim() ?? ''
    if (!/^\d{1,4}$/.test(text)) return `“${text}” is no time: whole minutes`
    minutes[name] = Number(text)
  }
  const listed = openings.value.map((o) => ({ id: o.id, name: (typed[`name ${o.id}`] ?? o.name).trim(), minutes: minutes[`opening ${o.id}`] ?? o.minutes })).filter((o) => o.name !== '')
  const open = (id: string): string => (listed.some((o) => o.id === id) ? id : '')
  return ask(api.PUT('/api/shop/prices', { body: {
    currency: (typed['currency'] ?? '').trim().toUpperCase(), hourlyRateMinor: rate, taxBasisPoints: Math.round(tax * 100),
    openings: listed,
    work: prices.value.work.map((w) => ({ station: w.station, minutes: minutes[`work ${w.station}`] ?? w.minutes, opening: open(typed[`for ${w.station}`] ?? w.opening) })),
    items: items.value.map((o, i) => ({ text: (typed[`item ${i}`] ?? o.text).trim(), minutes: minutes[`takes ${i}`] ?? o.minutes, opening: open(typed[`under ${i}`] ?? o.opening) })).filter((o) => o.text !== ''),
  } }))
})
</script>

<template>
  <setting-card title="What we charge" :may-set="s.maySet.value" :is-changed="s.isChanged.value" :is-pending="s.isPending.value" :kept="s.kept.value" :fault="s.fault.value" @keep="s.keep" @back="s.back">
    <div class="three">
      <div><label class="said" for="rate">An hour, net</label><n-input v-model:value="s.typed['rate']!" class="m" :disabled="!s.maySet.value" placeholder="" :input-props="{ id: 'rate', inputmode: 'decimal' }" /></div>
      <div><label class="said" for="tax">Tax, %</label><n-input v-model:value="s.typed['tax']!" class="m" :disabled="!s.maySet.value" placeholder="" :input-props="{ id: 'tax', inputmode: 'decimal' }" /></div>
      <div><label class="said" for="currency">Currency</label><n-input v-model:value="s.typed['currency']!" class="m" :disabled="!s.maySet.value" maxlength="3" placeholder="GBP" :input-props="{ id: 'currency', autocapitalize: 'characters' }" /></div>
    </div>
    <table class="list">
      <thead><tr><th>To open</th><th class="n">min</th></tr></thead>
      <tbody><tr v-for="o in openings" :key="o.id"><td><input v-model="s.typed[`name ${o.id}`]" :disabled="!s.maySet.value" maxlength="80" :placeholder="o.name === '' ? 'a further one' : ''" :aria-label="`What is opened, ${o.id}`"></td><td class="n"><input v-model="s.typed[`opening ${o.id}`]" class="m num" :disabled="!s.maySet.value" inputmode="numeric" :aria-label="`Minutes, ${o.name === '' ? 'a further opening' : o.name}`"></td></tr></tbody>
    </table>
    <table class="list">
      <thead><tr><th>A part at</th><th class="n">min</th><th>needs open</th><th class="n">alone</th><th class="n">while open</th></tr></thead>
      <tbody>
        <tr v-for="w in prices.work" :key="w.station">
          <td>{{ title(w.station) }}</td>
          <td class="n"><input v-model="s.typed[`work ${w.station}`]" class="m num" :disabled="!s.maySet.value" inputmode="numeric" :aria-label="`Minutes, ${title(w.station)}`"></td>
          <td><select v-model="s.typed[`for ${w.station}`]" :disabled="!s.maySet.value" :aria-label="`Needs open, ${title(w.station)}`"><option value="">nothing</option><option v-for="o in prices.openings" :key="o.id" :value="o.id">{{ o.name }}</option></select></td>
          <td class="n m">{{ s.isChanged.value ? '…' : amount(costs.get(w.station)?.aloneMinor ?? 0) }}</td>
          <td class="n m">{{ s.isChanged.value ? '…' : amount(costs.get(w.station)?.whileOpenMinor ?? 0) }}</td>
        </tr>
      </tbody>
    </table>
    <table class="list">
      <thead><tr><th>Other work that comes up</th><th class="n">min</th><th>needs open</th></tr></thead>
      <tbody><tr v-for="(o, i) in items" :key="i"><td><input v-model="s.typed[`item ${i}`]" :disabled="!s.maySet.value" maxlength="200" :placeholder="o.text === '' ? 'set the bias and play it in' : ''" :aria-label="`Other work ${i + 1}`"></td><td class="n"><input v-model="s.typed[`takes ${i}`]" class="m num" :disabled="!s.maySet.value" inputmode="numeric" :aria-label="`Minutes of other work ${i + 1}`"></td><td><select v-model="s.typed[`under ${i}`]" :disabled="!s.maySet.value" :aria-label="`Other work ${i + 1} needs open`"><option value="">nothing</option><option v-for="p in prices.openings" :key="p.id" :value="p.id">{{ p.name }}</option></select></td></tr></tbody>
    </table>
    <p class="small soft">Net, without the part. What is opened once is paid once; the next part while it is open pays its own minutes only.</p>
  </setting-card>
</template>

<style scoped>
.three { display: grid; grid-template-columns: 1fr 1fr 1fr; gap: 10px; }
td input, td select { font: inherit; width: 100%; min-height: 36px; border: 1px solid var(--soft); border-radius: 3px; padding: 2px 6px; background: var(--field); color: var(--ink); }
td .num { width: 64px; text-align: right; font-family: var(--figures); }
table.list td { vertical-align: middle; padding: 4px 8px; }
</style>
