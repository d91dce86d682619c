<script setup lang="ts">
import { NModal } from 'naive-ui'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useSession } from '../access/session'
import { api, ask as request, type ChassisState, type Schemas } from '../api/client'
import { useBench, type Payloads } from './bench'
import { partName } from '../stations/common/partName'

type Gates = NonNullable<Payloads['state-change']['gates']>
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ conditions: [] }>()
const bench = useBench()
const session = useSession()
const choices = useTemplateRef<HTMLElement>('choices')
const isolated = ref(false)
const bleederOff = ref(false)
const hazards = ref<Schemas['Hazard'][]>([])
const asked = ref<'asking' | 'known' | 'away'>('asking')
const reason = ref('')
const outputOut = ref(false)

watch(open, async (is) => {
  if (!is) return
  isolated.value = outputOut.value = bleederOff.value = false
  reason.value = ''
  const asks = ask()
  await nextTick()
  setTimeout(() => { choices.value?.focus(); void asks.then(nextTick).then(() => { (choices.value?.querySelector<HTMLElement>('textarea') ?? choices.value?.querySelector<HTMLElement>('.tick input, button.go'))?.focus() }) }, 60)
})

const next = computed(() => bench.bench?.state.next ?? [])
const gates = computed(() => bench.job?.gates ?? {})

/** What the record knows that speaks against power: asked at each opening, since it may have changed on another screen. */
async function ask(): Promise<void> {
  hazards.value = []
  asked.value = 'asking'
  const [jobId, unitId] = [bench.job?.id, bench.unit?.id]
  if (jobId === undefined || unitId === undefined || !next.value.includes('ramping')) return
  try {
    hazards.value = await request(api.GET('/api/jobs/{jobId}/units/{unitId}/hazards', { params: { path: { jobId, unitId } } }))
    asked.value = 'known'
  } catch {
    asked.value = 'away'
  }
}

async function go(to: Exclude<ChassisState, 'dead'>, answers?: Gates): Promise<void> {
  const gates: Gates | undefined = answers === undefined ? undefined : { ...answers, ...(bleederOff.value ? { 'bleeder-off': 'yes' } : {}) }
  await bench.write('state-change', { to, ...(gates === undefined ? {} : { gates }), ...(reason.value.trim() === '' ? {} : { reason: reason.value.trim() }) })
  open.value = false
  // After this panel has given the focus back, so that the next one keeps it.
  if (to === 'ramping' && (bench.bench?.missing.length ?? 0) > 0) setTimeout(() => { emit('conditions') }, 350)
}
const bleederOn = computed(() => bench.bench?.state.bleederOn === true)
const ready = computed(() => (!bleederOn.value || bleederOff.value) && (asked.value === 'known' ? hazards.value.length === 0 || reason.value.trim() !== '' : reason.value.trim() !== ''))
const powerOn = (): Promise<void> => go('ramping', Object.fromEntries(Object.keys(gates.value).map((g) => [g, 'not-checked-by-the-tool' as const])))
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
      <template v-if="next.includes('ramping')">
        <h3>Power on, slowly</h3>
        <div v-if="hazards.length > 0" class="against" role="alert">
          <h3 class="danger">{{ session.says('power-against') }}</h3>
          <ul><li v-for="h in hazards" :key="h.part + h.sentence"><b>{{ partName(h.part) }}</b> {{ h.sentence }}</li></ul>
        </div>
        <p v-else-if="asked === 'away'" class="against" role="alert">{{ session.says('power-away') }}</p>
        <p v-else-if="asked === 'asking'" class="small soft">Asking what the record knows…</p>
        <label v-if="hazards.length > 0 || asked === 'away'" class="why">{{ session.says('power-why') }}<textarea v-model="reason" rows="2" maxlength="400" /></label>
        <p class="small">{{ session.says('gates-unchecked') }}</p>
        <ul class="small gates"><li v-for="(words, gate) in gates" :key="gate">{{ words }}</li></ul>
        <p class="small soft">{{ session.says('power-mind') }}</p>
        <label v-if="bleederOn" class="tick"><input v-model="bleederOff" type="checkbox"> {{ session.says('bleeder-off') }}</label>
        <button type="button" class="go hot" :disabled="!ready" @click="powerOn">I have looked at these: power on, ramping</button>
      </template>
      <template v-if="next.includes('driven')">
        <h3>Drive it off the mains</h3>
        <label class="tick"><input id="gate-isolated" v-model="isolated" type="checkbox"> {{ session.says('source-isolated') }}</label>
        <label class="tick"><input id="gate-tubes-out" v-model="outputOut" type="checkbox"> {{ session.says('output-tubes-out') }}</label>
        <label v-if="bleederOn && !next.includes('ramping')" class="tick"><input v-model="bleederOff" type="checkbox"> {{ session.says('bleeder-off') }}</label>
        <button type="button" class="go" :disabled="!isolated || !outputOut || (bleederOn && !bleederOff)" @click="go('driven', { 'isolated-source': 'yes', 'output-tubes-out': 'yes' })">Driven</button>
      </template>
      <template v-if="next.includes('energised')">
        <p>{{ session.says('energise') }}</p>
        <button type="button" class="go hot" @click="go('energised')">Full mains: energised</button>
      </template>
      <button v-if="next.includes('discharging')" type="button" class="go off" @click="go('discharging')">Off <kbd>Esc</kbd> <kbd>Esc</kbd></button>
      <button type="button" class="plain" @click="open = false">Leave as it is</button>
    </div>
  </n-modal>
</template>

<style scoped>
.plain { min-height: 44px; }
.panel { width: 680px; max-width: 96vw; max-height: 94vh; overflow: auto; padding: 20px 24px; display: grid; gap: 12px; outline: none; }
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
.against { border-left: 6px solid var(--danger); padding: 4px 0 4px 12px; margin: 0; }
.against ul { list-style: none; padding: 0; display: grid; gap: 4px; max-height: 170px; overflow-y: auto; }
.why { display: grid; gap: 4px; font-weight: 600; }
.why textarea { font: inherit; font-weight: 400; color: inherit; background: var(--sap); border: 2px solid var(--ink); border-radius: 4px; padding: 6px 8px; }
</style>
