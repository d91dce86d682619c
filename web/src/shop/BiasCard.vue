<script setup lang="ts">
import { NInput, NSelect } from 'naive-ui'
import { computed } from 'vue'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { figureOf } from '../quantity/decimal'
import SettingCard from './SettingCard.vue'
import { useSetting } from './setting'

/** Where output stages idle in this shop, and what it allows a type by its own word. */
const props = defineProps<{ settings: Schemas['ShopSettings'] }>()
const session = useSession()
const stages = [['fixed-push-pull', 'Fixed bias, push-pull'], ['cathode-push-pull', 'Cathode bias, push-pull'], ['single-ended', 'Single-ended']] as const
/** One empty line is always there for another type. */
const rows = computed(() => Array.from({ length: Math.min(60, props.settings.practice.tubeLimits.length + 1) }, (_, i) => i))
const s = useSetting<Record<string, string>>(() => {
  const p = props.settings.practice
  const bands = stages.flatMap(([id]) => [[`${id} low`, String(p.biasTargets[id].lowPercent)], [`${id} high`, String(p.biasTargets[id].highPercent)]])
  const limits = rows.value.flatMap((i) => { const l = p.tubeLimits[i]; return [[`type ${String(i)}`, l?.type ?? ''], [`watts ${String(i)}`, l === undefined ? '' : String(l.plateWatts)], [`source ${String(i)}`, l?.source ?? '']] })
  return Object.fromEntries([...bands, ...limits]) as Record<string, string>
}, (typed) => {
  const band = (id: (typeof stages)[number][0]): { lowPercent: number; highPercent: number } | null => {
    const [low, high] = [figureOf(typed[`${id} low`] ?? ''), figureOf(typed[`${id} high`] ?? '')]
    return low === null || high === null || low < 5 || high > 100 || low >= high ? null : { lowPercent: low, highPercent: high }
  }
  const [fixed, cathode, single] = [band('fixed-push-pull'), band('cathode-push-pull'), band('single-ended')]
  if (fixed === null || cathode === null || single === null) return 'A stage idles between 5 and 100 %, the lower first.'
  const limits = []
  for (const i of rows.value) {
    const type = typed[`type ${String(i)}`] ?? ''
    const watts = figureOf(typed[`watts ${String(i)}`] ?? '')
    if (type === '') continue
    if (watts === null || watts <= 0) return `What may the ${session.word('plate')} of ${type} dissipate?`
    limits.push({ type, plateWatts: watts, source: typed[`source ${String(i)}`] ?? '' })
  }
  return ask(api.PUT('/api/shop/practice', { body: { ...props.settings.practice, biasTargets: { 'fixed-push-pull': fixed, 'cathode-push-pull': cathode, 'single-ended': single }, tubeLimits: limits } }))
})
const types = computed(() => [{ label: 'none', value: '' }, ...(session.shop?.tubeTypes ?? []).map((t) => ({ label: t, value: t }))])
</script>

<template>
  <setting-card title="Bias" :may-set="s.maySet.value" :is-changed="s.isChanged.value" :is-pending="s.isPending.value" :kept="s.kept.value" :fault="s.fault.value" @keep="s.keep" @back="s.back">
    <div v-for="[id, name] in stages" :key="id" class="band">
      <span>{{ name }}</span>
      <label class="sr" :for="`${id}-low`">{{ name }}, from, %</label><n-input :value="s.typed[`${id} low`] ?? ''" @update:value="(v: string) => { s.typed[`${id} low`] = v }" class="m" :disabled="!s.maySet.value" placeholder="" :input-props="{ id: `${id}-low`, inputmode: 'decimal' }" />
      <span>to</span>
      <label class="sr" :for="`${id}-high`">{{ name }}, to, %</label><n-input :value="s.typed[`${id} high`] ?? ''" @update:value="(v: string) => { s.typed[`${id} high`] = v }" class="m" :disabled="!s.maySet.value" placeholder="" :input-props="{ id: `${id}-high`, inputmode: 'decimal' }" />
      <span>%</span>
    </div>
    <p class="small soft">Of what the {{ session.word('plate') }} may dissipate; a job may say otherwise.</p>
    <div v-for="i in rows" :key="i" class="limit">
      <label class="sr" :for="`limit-type-${i}`">Own limit: type</label><n-select :value="s.typed[`type ${i}`] ?? ''" @update:value="(v: string) => { s.typed[`type ${i}`] = v }" :options="types" :disabled="!s.maySet.value" filterable :input-props="{ id: `limit-type-${i}` }" />
      <label class="sr" :for="`limit-watts-${i}`">Own limit: {{ session.word('plate') }} watts</label><n-input :value="s.typed[`watts ${i}`] ?? ''" @update:value="(v: string) => { s.typed[`watts ${i}`] = v }" class="m" :disabled="!s.maySet.value" placeholder="W" :input-props="{ id: `limit-watts-${i}`, inputmode: 'decimal' }" />
      <label class="sr" :for="`limit-source-${i}`">Own limit: why</label><n-input :value="s.typed[`source ${i}`] ?? ''" @update:value="(v: string) => { s.typed[`source ${i}`] = v }" :disabled="!s.maySet.value" placeholder="why" maxlength="120" :input-props="{ id: `limit-source-${i}` }" />
    </div>
    <p class="small soft">Own limits of this shop: never above the {{ session.word('tube') }} data.</p>
  </setting-card>
</template>

<style scoped>
.band { display: grid; grid-template-columns: minmax(0, 1fr) 84px auto 84px auto; gap: 8px; align-items: center; }
.limit { display: grid; grid-template-columns: 130px 84px minmax(0, 1fr); gap: 8px; }
</style>
