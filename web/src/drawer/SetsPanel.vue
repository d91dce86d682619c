<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NInputNumber, NSelect } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '../api/client'
import TrayPlot from '../sums/TrayPlot.vue'
import { milliamperes, percent } from './figures'

/** Pairs, quads, sextets of one type: the closest in plate current, then in transconductance, at one setting. */
const props = defineProps<{ type: string | null; types: Schemas['Drawer']['types'] }>()
const emit = defineEmits<{ ticked: [labels: string[]] }>()
const type = ref(props.type ?? props.types[0]?.type ?? '')
watch(() => props.type, (t) => { if (t !== null) type.value = t })
const size = ref(2)
const sets = ref(2)
const limit = ref(Number(localStorage.getItem('matchedPercent') ?? 5))
watch(limit, (l) => { localStorage.setItem('matchedPercent', String(l)) })
const { data, error } = useQuery({
  queryKey: computed(() => ['drawer-sets', type.value, size.value, sets.value, limit.value]),
  queryFn: () => ask(api.GET('/api/drawer/sets', { params: { query: { type: type.value, size: size.value, sets: sets.value, limitPercent: limit.value } } })),
  placeholderData: (before) => before,
})
const sizes = [{ value: 2, label: 'pairs' }, { value: 4, label: 'quads' }, { value: 6, label: 'sextets' }]
const chosen = computed(() => data.value?.sets ?? [])
const plotted = computed(() => [...chosen.value.flatMap((s) => s.labels.map((id, i) => ({ id, plateAmperes: (s.plateMilliamperes[i] ?? 0) / 1000 }))), ...(data.value?.leftOver ?? []).map((t) => ({ id: t.label, plateAmperes: t.plateMilliamperes / 1000 }))])
const words: Record<string, string> = { matched: 'matched', 'not-matched': 'not matched', 'cannot-say': 'cannot say' }
const verdicts: Record<string, string> = { matched: 'within', 'not-matched': 'out', 'cannot-say': 'cannot-say' }
</script>

<template>
  <section class="card sets" aria-labelledby="sets-head">
    <h2 id="sets-head">Match a set</h2>
    <div class="ask">
      <n-select v-model:value="type" size="small" :options="types.map((t) => ({ value: t.type, label: `${t.type} · ${t.count}` }))" aria-label="Type" />
      <n-input-number v-model:value="sets" size="small" :min="1" :max="400" :show-button="false" :input-props="{ 'aria-label': 'How many sets' }" />
      <n-select v-model:value="size" size="small" :options="sizes" aria-label="Size of a set" />
      <label class="small soft">within <n-input-number v-model:value="limit" size="small" class="limit" :min="0" :max="50" :show-button="false" :input-props="{ 'aria-label': 'Matched within, percent' }" /> %</label>
    </div>
    <p v-if="error !== null" role="alert" class="out">{{ error.message }}</p>
    <template v-if="data !== undefined">
      <p v-if="chosen.length === 0" class="fit">{{ data.comparable }} can be laid side by side, {{ data.wanted }} are wanted.</p>
      <template v-else>
        <p class="small">All at <b class="m">{{ data.at }}</b>. Worst spread {{ percent(data.worstPlatePercent) }} of plate current<template v-if="data.worstSiemensPercent !== null">, {{ percent(data.worstSiemensPercent) }} of transconductance</template>; no choice is better than {{ percent(data.boundPlatePercent) }}.</p>
        <tray-plot :tubes="plotted" :sets="chosen.map((s) => ({ tubes: s.labels, claim: s.claim }))" :left-over="data.leftOver.map((t) => t.label)" />
        <table><thead><tr><th scope="col">Set</th><th scope="col">Tubes</th><th scope="col" class="n">mA</th><th scope="col" class="n">apart</th><th scope="col" class="n">mS apart</th><th scope="col"><span class="sr">Verdict</span></th></tr></thead>
          <tbody><tr v-for="(s, i) in chosen" :key="s.labels.join()"><th scope="row">{{ i + 1 }}</th><td class="m"><button type="button" class="plain" :title="`tick ${s.labels.join(', ')}`" @click="emit('ticked', s.labels)">{{ s.labels.join(' ') }}</button></td><td class="n m">{{ s.plateMilliamperes.map(milliamperes).join(' ') }}</td><td class="n m">{{ percent(s.plateSpreadPercent) }}</td><td class="n m">{{ percent(s.siemensSpreadPercent) }}</td><td :class="['verdict', verdicts[s.claim]]">{{ words[s.claim] }}</td></tr></tbody></table>
        <p v-if="data.leftOverPairs.length > 0" class="small">Left over, still {{ data.leftOverPairs.length }} pairs, the worst {{ percent(Math.max(...data.leftOverPairs.map((s) => s.plateSpreadPercent))) }} apart.</p>
      </template>
      <p v-if="data.converted.length > 0" class="small soft">Carried over from another setting by the type’s law: <span class="m">{{ data.converted.join(' ') }}</span></p>
      <ul v-if="data.apart.length > 0" class="small soft"><li v-for="a in data.apart.slice(0, 8)" :key="a.label"><b class="m">{{ a.label }}</b> stands apart: {{ a.because.toLowerCase() }}</li></ul>
      <p v-if="data.unread.length > 0" class="small soft">Without a plate current: <span class="m">{{ data.unread.join(' ') }}</span></p>
    </template>
  </section>
</template>

<style scoped>
.sets { padding: 10px 14px; overflow-y: auto; scrollbar-width: thin; display: flex; flex-direction: column; gap: 8px; min-height: 0; }
.ask { display: grid; grid-template-columns: 1.4fr 84px 1fr auto; gap: 6px; align-items: center; } .limit { width: 66px; display: inline-block; }
table { border-collapse: collapse; width: 100%; font-size: 15px; } th { text-align: left; font-weight: 500; } thead th { color: var(--soft); font-size: 14px; } td, th { padding: 2px 6px; border-bottom: 1px solid var(--fine); } td button { min-height: 32px; }
ul { margin: 0; padding: 0; list-style: none; }
</style>
