<script setup lang="ts">
import { NButton, NInput } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { api, ask, type Schemas } from '../api/client'
import RailStairs from '../marks/RailStairs.vue'
import SubstitutionCard from './SubstitutionCard.vue'
import { tread } from './stairs'
import { useDebounceFn } from '@vueuse/core'

type Derived = NonNullable<Schemas['Sheet']['derived']>
const props = defineProps<{ versionId: string; derived: Derived; printedMains: number }>()

const inlet = ref(props.printedMains)
const changes = ref<string[]>([])
const typed = ref('')
const answer = ref<Schemas['WhatIf'] | null>(null)
const fault = ref('')
// What is wrong with the line that is typed stays until it is changed, whatever the slider asks meanwhile.
const refusal = ref('')
watch(typed, () => { refusal.value = '' })
let asked = 0

/** Whether it was understood; its answer is shown unless a newer question was asked meanwhile. */
async function compute(list: string[]): Promise<'shown' | 'overtaken' | { refused: string }> {
  const own = ++asked
  try {
    const got = await ask(api.POST('/api/sheet-versions/{versionId}/what-if', { params: { path: { versionId: props.versionId } }, body: { inletVolts: inlet.value, changes: list } }))
    if (own !== asked) return 'overtaken'
    answer.value = got
    fault.value = ''
    return 'shown'
  } catch (e) {
    const refused = (e instanceof Error ? e.message : String(e)).replace(/^(changes|asFitted|tubesOut)\[\d+\](\.\w+)?: /, '')
    if (own === asked) fault.value = refused
    return { refused }
  }
}
const soon = useDebounceFn(() => compute(changes.value), 90)
watch(inlet, soon)
watch(() => props.versionId, () => void compute(changes.value), { immediate: true })

async function add(): Promise<void> {
  const line = typed.value.trim()
  if (line === '') return
  const next = [...changes.value.filter((c) => c.split(/\s+/)[0] !== line.split(/\s+/)[0]), line]
  const came = await compute(next)
  if (typeof came === 'object') {
    refusal.value = came.refused
  } else {
    changes.value = next
    typed.value = ''
    const mains = /^mains\s+([\d.,]+)/i.exec(line)
    if (mains !== null) {
      inlet.value = Number((mains[1] ?? '').replace(',', '.'))
      changes.value = next.filter((c) => c !== line)
    }
    // The slider's question went without this change.
    if (came === 'overtaken') await compute(changes.value)
  }
}
async function remove(change: string): Promise<void> {
  changes.value = changes.value.filter((c) => c !== change)
  await compute(changes.value)
}
async function asDrawn(): Promise<void> {
  changes.value = []
  inlet.value = props.printedMains
  await compute([])
}

const volts = computed(() => new Map((answer.value?.points ?? []).map((p) => [p.place, p])))
const treads = computed(() => props.derived.nodes.map((n) => {
  const part = props.derived.parts.find((p) => p.id === n.through)
  const point = volts.value.get(n.id)
  return tread({ node: n.id, name: n.name, fedFrom: n.fedFrom, through: n.through, throughOhms: part?.ohms ?? null, choke: part?.kind === 'choke' }, point?.beforeVolts ?? null, point?.volts ?? null)
}))
const moved = computed(() => (answer.value?.points ?? []).filter((p) => !props.derived.nodes.some((n) => n.id === p.place)))
const power = computed(() => (answer.value?.tubes ?? []).filter((t) => (t.ratedPlateWatts ?? 0) >= 3))
const percent = (share: number | null): string => (share === null ? '–' : `${Math.round(share * 100)} %`)
const width = (share: number | null): string => `${Math.min(100, (share ?? 0) * 66.7)}%`
const shown = (v: number | null): string => (v === null ? 'floats' : (Math.abs(v) < 1 ? v.toFixed(3) : Math.abs(v) < 100 ? v.toFixed(1) : Math.round(v).toString()).replace('-', '−'))
const shift = (p: { beforeVolts: number | null; volts: number | null }): string => {
  if (p.beforeVolts === null || p.volts === null || Math.abs(p.beforeVolts) < 0.02) return ''
  const off = 100 * (p.volts / p.beforeVolts - 1)
  return Math.abs(off) < 0.05 ? '' : `${off > 0 ? '+' : '−'}${Math.abs(off).toFixed(1)} %`
}
const untouched = computed(() => changes.value.length === 0 && inlet.value === props.printedMains)
</script>

<template>
  <section class="whatif" aria-labelledby="whatif-head">
    <div class="ask">
      <h2 id="whatif-head">What if</h2>
      <form @submit.prevent="add"><label class="sr" for="whatif">What changes</label><n-input v-model:value="typed" placeholder="R14 22k · C3 leak 62k · V4 out · V4 6550 · R31 open · lamp 60/230 · meter 1M" :input-props="{ id: 'whatif', 'aria-describedby': 'whatif-fault', autocomplete: 'off' }" /></form>
      <label class="mains" for="whatif-mains"><span>mains <b class="m">{{ inlet }} V</b></span><input id="whatif-mains" v-model.number="inlet" type="range" :min="Math.round(printedMains * 0.2)" :max="Math.round(printedMains * 1.15)" step="1"></label>
      <n-button :disabled="untouched" @click="asDrawn">As drawn</n-button>
    </div>
    <p id="whatif-fault" role="alert" :class="['out', 'fault', { none: fault === '' && refusal === '' }]">{{ refusal === '' ? fault : refusal }}</p>
    <ul v-if="changes.length > 0" class="chips"><li v-for="c in changes" :key="c"><button type="button" :aria-label="`Take back ${c}`" @click="remove(c)"><span class="m">{{ c }}</span> ×</button></li></ul>
    <substitution-card v-for="s in answer?.substitutions ?? []" :key="s.headline" :substitution="s" />
    <div v-if="answer !== null" class="board">
      <div class="card stairs"><rail-stairs :treads="treads" :lit="null" caption="drawn" /></div>
      <div class="card tubes"><h3>Plate dissipation</h3>
        <p v-if="power.length === 0" class="soft">No power tubes.</p>
        <div v-for="t in power" :key="t.position + t.section" class="tube"><b class="m">{{ t.position }}</b><div class="bar" aria-hidden="true"><i :class="t.verdict" :style="{ width: width(t.plateShare) }" /><i class="limit" /><i class="was" :style="{ left: width(t.plateShareBefore) }" /></div><span class="m pc" :class="t.verdict">{{ percent(t.plateShare) }}</span><span class="m small soft">{{ t.plateWatts.toFixed(1) }} of {{ t.ratedPlateWatts }} W · {{ (t.plateAmperes * 1000).toFixed(1) }} mA</span></div>
        <p class="m small soft">mains {{ answer.primaryAmperes.toFixed(2) }} A, drawn {{ answer.primaryAmperesBefore.toFixed(2) }} A</p>
      </div>
      <div class="card over"><h3>{{ answer.remarks.length === 0 ? 'Everything inside its rating' : 'Ratings' }}</h3><ul tabindex="0" aria-label="Ratings"><li v-for="r in answer.remarks" :key="r.code + r.subject"><b :class="r.severity">{{ r.severity === 'out' ? '!' : '?' }}</b> {{ r.sentence }}</li></ul></div>
      <div class="card points" tabindex="0" role="region" aria-label="Test points"><table><thead><tr><th scope="col">Point</th><th scope="col" class="r">now, V</th><th scope="col" class="r">drawn</th><th scope="col"><span class="sr">moved by</span></th></tr></thead><tbody><tr v-for="p in moved" :key="p.place" :class="{ still: shift(p) === '' }"><th class="m" scope="row">{{ p.place }}</th><td class="m">{{ shown(p.volts) }}</td><td class="m soft">{{ shown(p.beforeVolts) }}</td><td class="m">{{ shift(p) }}</td></tr></tbody></table></div>
    </div>
  </section>
</template>

<style scoped>
.whatif { margin: 12px 0 18px; }
.ask { display: grid; grid-template-columns: auto 1fr 250px auto; gap: 14px; align-items: center; }
.mains { display: grid; grid-template-columns: auto 1fr; gap: 8px; align-items: center; white-space: nowrap; }
.mains input { min-height: 44px; accent-color: var(--heart); width: 100%; }
.fault { min-height: 22px; font-weight: 600; font-size: 15px; }
.chips { list-style: none; display: flex; flex-wrap: wrap; gap: 6px; padding: 0; margin: 0 0 8px; }
.chips button { min-height: 44px; padding: 0 12px; border: 1px solid var(--line); border-radius: 4px; background: var(--lit); color: var(--ink); font-size: 16px; cursor: pointer; }
.board { display: grid; grid-template-columns: 1.5fr 1fr; grid-template-rows: 250px auto; gap: 10px; }
.stairs { min-height: 0; }
.tubes, .over, .points { padding: 8px 12px; overflow: auto; }
.tubes { display: grid; align-content: start; gap: 6px; }
h3 { font-size: 16px; }
.tube { display: grid; grid-template-columns: 34px 1fr 62px; gap: 2px 8px; align-items: center; }
.tube .small { grid-column: 2 / 4; }
.bar { position: relative; height: 16px; background: var(--window); border-radius: 2px; }
.bar i { position: absolute; top: 0; bottom: 0; left: 0; border-radius: 2px; }
.bar i.within { background: var(--within); } .bar i.watch { background: var(--watch); } .bar i.danger { background: var(--danger); }
.bar i.limit { left: 66.7%; width: 2px; background: var(--ink); top: -4px; bottom: -4px; }
.bar i.was { width: 3px; background: var(--paper); outline: 1px solid var(--ink); }
.pc { text-align: right; font-weight: 700; }
.over ul { list-style: none; margin: 4px 0 0; padding: 0; max-height: 200px; overflow: auto; } .over li { font-size: 15px; padding: 3px 0; border-bottom: 1px solid var(--fine); }
.points { max-height: 236px; }
table { border-collapse: collapse; width: 100%; font-size: 15px; }
th { text-align: left; } td, .r { text-align: right; } thead th { font-weight: 500; font-size: 14px; color: var(--soft); } th, td { padding: 3px 6px; border-bottom: 1px solid var(--fine); }
tr.still { color: var(--soft); }
@media (max-width: 900px) { .ask, .board { grid-template-columns: 1fr; grid-template-rows: none; } .stairs { height: 250px; } }
</style>
