<script setup lang="ts">
import { NModal } from 'naive-ui'
import { computed, nextTick, reactive, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { useSession } from '../access/session'
import type { ChassisState } from '../api/client'
import { usePower, type Gate } from '../stations/power/usePower'
import { useBench, type Payloads } from './bench'

type Said = NonNullable<Payloads['state-change']['gates']>
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ conditions: [] }>()
const bench = useBench()
const session = useSession()
const choices = useTemplateRef<HTMLElement>('choices')
const isolated = ref(false)
const outputOut = ref(false)
const bleederOff = ref(false)
const volumes = ref(false)
/** Why somebody goes through a gate that is not met; one reason for all that nobody has looked at, its own for what was found wrong. */
const reasons = reactive<Record<string, string>>({})
const forUnknown = ref('')

const next = computed(() => bench.bench?.state.next ?? [])
/** A broken stop rule whose cause has no entry: nobody is offered power. */
const stopped = computed(() => bench.bench?.state.stop ?? null)
const powers = computed(() => stopped.value === null && (next.value.includes('ramping') || next.value.includes('energised')))
const { power: known, fault, again } = usePower(() => open.value && powers.value)
/** What was known before the panel opened is not shown: a gate that turns over under the hand that gives its reason helps nobody. */
const asked = ref(false)
const power = computed(() => (asked.value ? known.value : null))

watch(open, async (is) => {
  asked.value = false
  if (!is) return
  if (powers.value) void again().then(() => { asked.value = true })
  isolated.value = outputOut.value = bleederOff.value = volumes.value = false
  for (const gate of Object.keys(reasons)) Reflect.deleteProperty(reasons, gate)
  forUnknown.value = ''
  await nextTick()
  setTimeout(focus, 120)
})
// What stands in the way comes a moment later than the panel: the hand goes there, where it has not gone anywhere else meanwhile.
watch(power, async () => { await nextTick(); if (open.value && (document.activeElement === choices.value || document.activeElement === document.body)) focus() })

/** To the first thing to say or press; to the panel itself while there is nothing yet. */
function focus(): void {
  const isAsking = powers.value && power.value === null && fault.value === null
  const first = isAsking ? null : choices.value?.querySelector<HTMLElement>('.tick input, textarea, button.go:enabled')
  const at = first ?? choices.value
  at?.focus()
}

const said: Record<string, () => boolean> = { volumes: () => volumes.value, 'bleeder-off': () => bleederOff.value }
const isOpen = (g: Gate): boolean => !g.passes && said[g.id]?.() !== true
const gates = computed(() => (next.value.includes('ramping') ? power.value?.gates : power.value?.fullMains)?.filter(isOpen) ?? [])
const mayGo = (g: Gate): boolean => g.authority === 'technician' || (g.authority === 'owner' && session.me?.role === 'owner')
const shut = computed(() => gates.value.filter((g) => g.id !== 'volumes' && !mayGo(g)))
const unlooked = computed(() => gates.value.filter((g) => mayGo(g) && g.state === 'unknown' && g.authority === 'technician' && g.id !== 'volumes'))
const wrong = computed(() => gates.value.filter((g) => mayGo(g) && !unlooked.value.includes(g) && g.id !== 'volumes'))
const overrides = computed(() => Object.fromEntries([...unlooked.value.map((g) => [g.id, forUnknown.value.trim()] as const), ...wrong.value.map((g) => [g.id, (reasons[g.id] ?? '').trim()] as const)]))
const answered = computed(() => shut.value.length === 0 && Object.values(overrides.value).every((r) => r !== ''))
const bleederOn = computed(() => bench.bench?.state.bleederOn === true)
const ready = computed(() => power.value !== null && answered.value && volumes.value && (!bleederOn.value || bleederOff.value))

async function go(to: Exclude<ChassisState, 'dead'>, gatesSaid?: Said): Promise<void> {
  const through = to === 'ramping' || to === 'energised' ? overrides.value : {}
  await bench.write('state-change', { to, ...(gatesSaid === undefined ? {} : { gates: gatesSaid }), ...(Object.keys(through).length === 0 ? {} : { overrides: through }) })
  open.value = false
  // After this panel has given the focus back, so that the next one keeps it.
  if (to === 'ramping' && bench.bench?.missing.includes('tubes') === true) setTimeout(() => { emit('conditions') }, 350)
}
const powerOn = (): Promise<void> => go('ramping', { volumes: 'yes', ...(bleederOff.value ? { 'bleeder-off': 'yes' } : {}) })
</script>

<template>
  <n-modal v-model:show="open" :auto-focus="false" transform-origin="center">
    <div ref="choices" class="card panel" role="dialog" aria-modal="true" tabindex="-1" aria-labelledby="state-title">
      <h2 id="state-title">The chassis is {{ bench.state }}</h2>
      <template v-if="bench.state === 'discharging'">
        <p>{{ session.says('prove-dead') }}</p>
        <p class="soft">{{ session.says('discharge-how') }}</p>
        <button type="button" class="go" @click="open = false">Prove it on the entry line</button>
      </template>
      <div v-if="stopped !== null" class="against" role="alert"><p><b>{{ stopped.place }}.</b> {{ stopped.sentence }} {{ session.says('stopped') }}</p></div>
      <template v-if="powers">
        <h3>{{ next.includes('ramping') ? 'Power on, slowly' : 'Full mains' }}</h3>
        <div v-if="fault !== null" class="against" role="alert"><p>{{ session.says('power-away') }}</p><button v-if="next.includes('ramping')" type="button" class="go off" @click="powerOn">It is on all the same</button></div>
        <p v-else-if="power === null" class="small soft">Asking what the record knows…</p>
        <template v-else>
          <div v-if="shut.length > 0" class="against" role="alert">
            <h3 class="danger">{{ session.says('power-shut') }}</h3>
            <ul><li v-for="g in shut" :key="g.id"><b>{{ g.title }}.</b> {{ g.sentence }} <router-link v-if="g.station !== null && bench.job !== null" :to="{ name: 'station', params: { jobId: bench.job.id, station: g.station }, query: { part: g.part } }" @click="open = false">Do it</router-link><i v-if="g.authority === 'owner'"> The owner of the shop alone goes through.</i></li></ul>
          </div>
          <div v-if="wrong.length > 0" class="against" role="alert">
            <h3 class="danger">{{ session.says('power-against') }}</h3>
            <label v-for="g in wrong" :key="g.id" class="why"><span><b>{{ g.title }}.</b> {{ g.sentence }}</span><textarea v-model="reasons[g.id]" rows="1" maxlength="400" :placeholder="`Why all the same; goes on the report`" /></label>
          </div>
          <div v-if="unlooked.length > 0" class="unlooked">
            <h3>{{ session.says('power-unknown') }}</h3>
            <ul class="small gates"><li v-for="g in unlooked" :key="g.id">{{ g.title }}</li></ul>
            <label class="why"><span>{{ session.says('power-why') }}</span><textarea v-model="forUnknown" rows="2" maxlength="400" /></label>
          </div>
        </template>
        <p class="small soft">{{ session.says('power-mind') }}</p>
        <template v-if="next.includes('ramping')">
          <label v-if="bleederOn" class="tick"><input v-model="bleederOff" type="checkbox"> {{ session.says('bleeder-off') }}</label>
          <label class="tick"><input id="gate-volumes" v-model="volumes" type="checkbox"> {{ session.says('volumes-down') }}</label>
          <button type="button" class="go hot" :disabled="!ready" @click="powerOn">Power on, ramping</button>
        </template>
        <button v-else type="button" class="go hot" :disabled="power === null || !answered" @click="go('energised')">Full mains: energised</button>
      </template>
      <template v-if="stopped === null && next.includes('driven')">
        <h3>Drive it off the mains</h3>
        <label class="tick"><input id="gate-isolated" v-model="isolated" type="checkbox"> {{ session.says('source-isolated') }}</label>
        <label class="tick"><input id="gate-tubes-out" v-model="outputOut" type="checkbox"> {{ session.says('output-tubes-out') }}</label>
        <button type="button" class="go" :disabled="!isolated || !outputOut || (bleederOn && !bleederOff)" @click="go('driven', { 'isolated-source': 'yes', 'output-tubes-out': 'yes', ...(bleederOff ? { 'bleeder-off': 'yes' } : {}) })">Driven</button>
      </template>
      <button v-if="next.includes('discharging')" type="button" class="go off" @click="go('discharging')">Off <kbd>Esc</kbd> <kbd>Esc</kbd></button>
      <button type="button" class="plain" @click="open = false">Leave as it is</button>
    </div>
  </n-modal>
</template>

<style scoped>
.plain { min-height: 44px; }
.panel { width: 720px; max-width: 96vw; max-height: 94vh; overflow: auto; padding: 20px 24px; display: grid; gap: 10px; outline: none; }
h3 { font-size: 16px; }
ul { margin: 0; padding-left: 20px; }
.gates { columns: 2; column-gap: 24px; }
.gates li { break-inside: avoid; }
.go { font: 600 17px var(--words); min-height: 48px; border-radius: 4px; border: 2px solid var(--needle); background: var(--needle); color: var(--on-needle); cursor: pointer; padding: 4px 14px; }
.go.hot { background: #96480f; border-color: #96480f; color: #fffdf6; }
.go.off { background: var(--sap); color: var(--ink); border-color: var(--ink); }
.go:disabled { opacity: 0.55; cursor: not-allowed; }
.tick { display: flex; gap: 10px; align-items: center; min-height: 44px; }
.tick input { width: 22px; height: 22px; flex: none; }
.against { border-left: 6px solid var(--danger); padding: 4px 0 4px 12px; margin: 0; display: grid; gap: 6px; }
.against ul { list-style: none; padding: 0; display: grid; gap: 4px; max-height: 190px; overflow-y: auto; }
.against i { font-style: normal; font-weight: 700; }
.unlooked { border-left: 6px solid var(--watch); padding: 2px 0 2px 12px; display: grid; gap: 6px; }
.why { display: grid; gap: 4px; }
.why textarea { font: inherit; color: inherit; background: var(--field); border: 2px solid var(--ink); border-radius: 4px; padding: 6px 8px; min-height: 44px; }
</style>
