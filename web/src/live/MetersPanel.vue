<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NInput, NModal, NSelect } from 'naive-ui'
import { computed, reactive, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { queries } from '../api/queries'
import { useBench } from '../frame/bench'
import { clockTime } from '../frame/time'
import PracticeBench from '../equipment/PracticeBench.vue'
import { unitOf, type MeterFunction } from './live'
import { canSpeak, speaks } from './speech'

/** Which meters hang on this unit, set to what and with their leads where: said while it is dead, with the jacks looked at. */
const open = defineModel<boolean>('open', { required: true })
const bench = useBench()
const session = useSession()
const query = useQuery({ queryKey: ['equipment'], queryFn: () => ask(api.GET('/api/equipment')), enabled: open })
type Instrument = Schemas['Instrument']
const instruments = computed(() => query.data.value?.instruments ?? [])
interface Form { function: MeterFunction | null; leads: 'probe' | 'clipped' | 'in-series'; place: string; jackSeen: boolean; identity: string }
const forms = reactive<Record<string, Form>>({})
const fault = ref('')
const isDead = computed(() => bench.state === 'dead')

watch([open, instruments], ([is], [was]) => {
  if (is !== was) fault.value = ''
  for (const i of instruments.value) {
    // What is being said of one meter stays while another is set.
    if (is && was === true && forms[i.id] !== undefined) continue
    const set = bench.bench?.meters.find((m) => m.meterId === i.meterId)
    forms[i.id] = { function: set?.function ?? (i.functions.includes('dc-volts') ? 'dc-volts' : (i.functions[0] ?? null)), leads: set?.leads ?? 'probe', place: set?.place ?? '', jackSeen: false, identity: forms[i.id]?.identity ?? '' }
  }
}, { immediate: true })
watch(open, (is) => { if (is) void queries.invalidateQueries({ queryKey: ['equipment'] }) })

const here = (i: Instrument): boolean => bench.bench?.meters.some((m) => m.meterId === i.meterId) ?? false
const elsewhere = (i: Instrument): boolean => i.use !== null && i.use.unitId !== bench.unit?.id
const functions = (i: Instrument): { value: string; label: string }[] => i.functions.map((f) => ({ value: f, label: unitOf[f] }))
const leads = [{ value: 'probe', label: 'a probe in the hand' }, { value: 'clipped', label: 'clipped on at' }, { value: 'in-series', label: 'in series in' }]

async function identify(i: Instrument): Promise<void> {
  const form = forms[i.id]
  if (form === undefined) return
  try {
    form.identity = (await ask(api.POST('/api/instruments/{instrumentId}/identify', { params: { path: { instrumentId: i.id } } }))).identity
  } catch (e) {
    form.identity = e instanceof Error ? e.message : String(e)
  }
}
async function set(i: Instrument): Promise<void> {
  const form = forms[i.id]
  if (form?.function === null || form === undefined) return
  fault.value = ''
  if (form.leads !== 'probe' && form.place.trim() === '') { fault.value = `Say where ${i.name.split(',')[0] ?? i.name} is ${form.leads === 'clipped' ? 'clipped on' : 'in series'}.`; return }
  await bench.write('meter-set', { meterId: i.meterId, function: form.function, leads: form.leads, jackSeen: form.jackSeen, ...(form.leads === 'probe' ? {} : { place: form.place.trim() }) })
  form.jackSeen = false
  setTimeout(() => { void queries.invalidateQueries({ queryKey: ['equipment'] }) }, 400)
}
async function takeOff(i: Instrument): Promise<void> {
  await bench.write('meter-set', { meterId: i.meterId })
  setTimeout(() => { void queries.invalidateQueries({ queryKey: ['equipment'] }) }, 400)
}
</script>

<template>
  <n-modal v-model:show="open" transform-origin="center">
    <div role="dialog" aria-modal="true" aria-labelledby="meters-title" class="card panel" @keydown.escape.stop="open = false">
      <div class="head"><h2 id="meters-title">Meters on this unit</h2><button type="button" class="plain" @click="open = false">Done <kbd>Esc</kbd></button></div>
      <p v-if="!isDead" class="out">A meter is set and clipped on while the chassis is dead; it is {{ bench.state }}. A probe in the hand may be taken off at any time.</p>
      <p v-if="query.error.value !== null" role="alert" class="out">{{ query.error.value.message }}</p>
      <p v-else-if="query.data.value !== undefined && instruments.length === 0">No meter of the shop has an address yet. The shop’s owner gives it one under <router-link :to="{ name: 'equipment' }">Equipment</router-link>; until then readings are typed.</p>
      <practice-bench />
      <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
      <ul>
        <li v-for="i in instruments" :key="i.id" :class="{ here: here(i) }">
          <div class="name"><b>{{ i.name }}</b><span class="small soft m">{{ i.host }}:{{ i.port }}</span>
            <span v-if="elsewhere(i)" class="small out">on {{ i.use?.tag }}, set by {{ session.nameOf(i.use?.personId ?? '') }} at {{ clockTime(i.use?.since ?? '', session.shop?.timeZone ?? 'UTC') }}</span>
            <span v-else-if="here(i)" class="small within">hangs on this unit</span></div>
          <template v-if="forms[i.id] !== undefined">
            <div class="set">
              <n-select v-model:value="forms[i.id]!.function" :options="functions(i)" :disabled="!isDead" :aria-label="`Function of ${i.name}`" style="width: 110px" />
              <n-select v-model:value="forms[i.id]!.leads" :options="leads" :disabled="!isDead" :aria-label="`Leads of ${i.name}`" style="width: 190px" />
              <n-input v-if="forms[i.id]!.leads !== 'probe'" v-model:value="forms[i.id]!.place" :disabled="!isDead" class="m" placeholder="A, V5.3" style="width: 120px" :input-props="{ 'aria-label': `Where ${i.name} is` }" />
              <label class="tick"><input v-model="forms[i.id]!.jackSeen" type="checkbox" :disabled="!isDead"> I looked: its leads are in the right jacks</label>
              <button type="button" class="go" :disabled="!isDead || !forms[i.id]!.jackSeen" @click="set(i)">{{ here(i) ? 'Set anew' : 'Set on this unit' }}</button>
            </div>
            <div class="set">
              <button type="button" class="plain act" @click="identify(i)">Who answers?</button>
              <span class="small m">{{ forms[i.id]!.identity }}</span>
              <button v-if="here(i)" type="button" class="plain act" @click="takeOff(i)">Take it off</button>
            </div>
          </template>
        </li>
      </ul>
      <label v-if="canSpeak()" class="tick"><input v-model="speaks" type="checkbox"> Say aloud what to probe next, and the verdict</label>
      <p class="small soft">Every meter on plates or B+ is rated for 1000 V DC and above the predicted peak; clip leads go on while dead, one hand stays free. With a lead in its amperes jack a meter is a short.</p>
    </div>
  </n-modal>
</template>

<style scoped>
.panel { width: 900px; max-width: 96vw; max-height: 94vh; overflow: auto; padding: 18px 22px; display: grid; gap: 12px; }
.head { display: flex; justify-content: space-between; align-items: center; }
.plain { min-height: 44px; }
.act { text-decoration: underline; color: var(--heart-strong); }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 10px; }
li { border: 1px solid var(--line); border-radius: 4px; padding: 8px 12px; display: grid; gap: 4px; }
li.here { border-left: 6px solid var(--needle); }
.name { display: flex; gap: 12px; align-items: baseline; flex-wrap: wrap; }
.set { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; }
.tick { display: flex; gap: 8px; align-items: center; min-height: 44px; }
.tick input { width: 22px; height: 22px; flex: none; }
.go { font: 600 16px var(--words); min-height: 44px; border-radius: 4px; border: 2px solid var(--needle); background: var(--needle); color: var(--on-needle); cursor: pointer; padding: 0 14px; }
.go:disabled { opacity: 0.5; cursor: not-allowed; }
</style>
