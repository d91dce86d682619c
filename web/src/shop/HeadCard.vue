<script setup lang="ts">
import { NInput, NSelect } from 'naive-ui'
import { api, ask, type Schemas } from '../api/client'
import SettingCard from './SettingCard.vue'
import { useSetting } from './setting'

const props = defineProps<{ settings: Schemas['ShopSettings'] }>()
/** The words of the trade that a shop may say in its own way; the rest of the code's words are sentences of the page. */
const own = ['tube', 'tubes', 'plate', 'plates', 'B+', 'screen', 'grid', 'cathode', 'suppressor', 'heater', 'ground', 'mainsEarth']
type Typed = Omit<Schemas['ShopHead'], 'words'> & Record<`word ${string}`, string>
const s = useSetting<Typed>(() => {
  const { words: said, ...head } = props.settings.head
  return { ...head, ...Object.fromEntries(own.map((w) => [`word ${w}`, said[w] ?? ''])) }
}, (typed) => ask(api.PUT('/api/shop/head', { body: {
  name: typed.name, address: typed.address, timeZone: typed.timeZone, vocabulary: typed.vocabulary, closingWords: typed.closingWords,
  words: Object.fromEntries(own.map((w) => [w, (typed[`word ${w}`] ?? '').trim()]).filter(([, text]) => text !== '')),
} })))
const zones = Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z.replaceAll('_', ' ') }))
if (zones.every((z) => z.value !== 'UTC')) zones.unshift({ value: 'UTC', label: 'UTC' })
const words = [{ value: 'us', label: 'tube, plate, B+' }, { value: 'uk', label: 'valve, anode, HT' }]
</script>

<template>
  <setting-card title="On paper" :may-set="s.maySet.value" :is-changed="s.isChanged.value" :is-pending="s.isPending.value" :kept="s.kept.value" :fault="s.fault.value" @keep="s.keep" @back="s.back">
    <div><label class="said" for="shop-name">Name of the shop</label><n-input v-model:value="s.typed.name" :disabled="!s.maySet.value" maxlength="120" placeholder="" :input-props="{ id: 'shop-name' }" /></div>
    <div><label class="said" for="shop-address">Address</label><n-input v-model:value="s.typed.address" :disabled="!s.maySet.value" maxlength="400" placeholder="" :input-props="{ id: 'shop-address' }" /></div>
    <div><label class="said" for="shop-closing">Last line of a report</label><n-input v-model:value="s.typed.closingWords" :disabled="!s.maySet.value" maxlength="400" placeholder="" :input-props="{ id: 'shop-closing' }" /></div>
    <div class="two">
      <div><label class="said" for="shop-zone">Clock</label><n-select v-model:value="s.typed.timeZone" filterable :disabled="!s.maySet.value" :options="zones" :input-props="{ id: 'shop-zone' }" /></div>
      <div><label class="said" for="shop-words">Words</label><n-select v-model:value="s.typed.vocabulary" :disabled="!s.maySet.value" :options="words" :input-props="{ id: 'shop-words' }" /></div>
    </div>
    <details><summary class="small">Words of our own, one by one</summary>
      <div class="words"><label v-for="w in own" :key="w" class="small soft">{{ settings.usualWords[w] }}<input v-model="s.typed[`word ${w}`]" maxlength="40" :disabled="!s.maySet.value" :placeholder="settings.usualWords[w]" :aria-label="`Our word for ${settings.usualWords[w]}`"></label></div>
    </details>
  </setting-card>
</template>

<style scoped>
.words { display: grid; grid-template-columns: repeat(3, 1fr); gap: 8px; margin-top: 8px; } .words input { display: block; font: 15px var(--words); width: 100%; min-height: 36px; border: 1px solid var(--soft); border-radius: 3px; padding: 2px 6px; background: var(--field); color: var(--ink); } summary { cursor: pointer; min-height: 32px; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 10px; }
</style>
