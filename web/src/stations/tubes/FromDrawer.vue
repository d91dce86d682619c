<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NSelect } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { api, ask } from '../../api/client'
import { queries } from '../../api/queries'
import { percent } from '../../drawer/figures'
import { useBench } from '../../frame/bench'

/** What the drawer has for a socket: a matched set for the output tubes, or one tube of the type. */
const props = defineProps<{ position: string; type: string; set: string[] }>()
const bench = useBench()
const isDead = computed(() => bench.state === 'dead')
const isSet = computed(() => props.set.length > 1)
const sets = useQuery({
  queryKey: computed(() => ['drawer-sets', props.type, props.set.length]),
  queryFn: () => ask(api.GET('/api/drawer/sets', { params: { query: { type: props.type, size: props.set.length, sets: 1 } } })),
  enabled: isSet,
})
const stock = useQuery({
  queryKey: computed(() => ['drawer', props.type, '', false]),
  queryFn: () => ask(api.GET('/api/drawer', { params: { query: { type: props.type } } })),
})
const best = computed(() => sets.data.value?.sets[0] ?? null)
const free = computed(() => (stock.data.value?.tubes ?? []).filter((t) => t.state !== 'fitted' && t.state !== 'scrapped'))
const options = computed(() => free.value.map((t) => ({ value: t.label, label: `${t.label} ${t.figures ?? 'not tested'} · ${t.stateWords.toLowerCase()}` })))
const label = ref<string | null>(null)
watch(() => props.position, () => { label.value = null })

async function fit(pairs: [string, string][]): Promise<void> {
  for (const [position, tube] of pairs) await bench.write('as-fitted', { text: `${position} #${tube}` })
  label.value = null
  // The tape says now where they stand.
  setTimeout(() => { void queries.invalidateQueries({ queryKey: ['drawer'] }); void queries.invalidateQueries({ queryKey: ['drawer-sets'] }) }, 1500)
}
</script>

<template>
  <div v-if="free.length > 0" class="from">
    <p v-if="isSet && best !== null" class="small"><span><router-link :to="{ name: 'drawer', query: { type, panel: 'sets' } }">Drawer</router-link>: <b class="m">{{ best.labels.join(' ') }}</b>, {{ percent(best.plateSpreadPercent) }} apart</span> <button type="button" :disabled="!isDead" @click="fit(set.map((p, i) => [p, best?.labels[i] ?? '']))">fit in {{ set.join(' ') }}</button></p>
    <div class="one"><n-select v-model:value="label" class="labels" size="small" filterable clearable :placeholder="`${free.length} in the drawer`" :options="options" :input-props="{ 'aria-label': 'From the drawer' }" /><button type="button" :disabled="!isDead || label === null" @click="fit([[position, label ?? '']])">fit {{ label ?? '' }} in {{ position }}</button></div>
  </div>
</template>

<style scoped>
.from { flex-basis: 100%; display: grid; gap: 6px; }
.from p { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; }
.one { display: flex; gap: 8px; } .labels { flex: 1; min-width: 0; }
button { font: 15px var(--words); min-height: 34px; padding: 0 10px; border: 1px solid var(--line); border-radius: 4px; background: var(--card); color: var(--ink); cursor: pointer; }
button:disabled { color: var(--soft); cursor: default; }
@media (pointer: coarse) { button { min-height: 44px; } }
</style>
