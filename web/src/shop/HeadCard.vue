<script setup lang="ts">
import { NInput, NSelect } from 'naive-ui'
import { api, ask, type Schemas } from '../api/client'
import SettingCard from './SettingCard.vue'
import { useSetting } from './setting'

const props = defineProps<{ settings: Schemas['ShopSettings'] }>()
const s = useSetting(() => props.settings.head, (typed) => ask(api.PUT('/api/shop/head', { body: { ...typed } })))
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
  </setting-card>
</template>

<style scoped>
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 10px; }
</style>
