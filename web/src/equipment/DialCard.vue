<script setup lang="ts">
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { serverNow } from '../frame/time'
import { figureOf } from '../quantity/decimal'
import { curve, marks, type DialPoint } from './dial'
import { useEquipment } from './useEquipment'

/** What the dial of a variac really gives: a short walk from mark to mark against a meter, with the variac loaded. */
const props = defineProps<{ variac: Schemas['Equipment']; instruments: Schemas['Instrument'][] }>()
const session = useSession()
const { fault, isBusy, run, change } = useEquipment()
const isOwner = computed(() => session.me?.role === 'owner')
const field = useTemplateRef<InstanceType<typeof NInput>>('field')
const walking = ref(false)
const points = ref<DialPoint[]>([])
const asked = ref<number[]>([])
const typed = ref('')
const meterId = ref<string | null>(null)
const mark = computed(() => asked.value[0] ?? null)
const mains = computed(() => session.shop?.practice.mainsVolts ?? 120)
const shown = computed(() => (walking.value ? points.value : (props.variac.dial?.points ?? [])))
const drawn = computed(() => curve(shown.value, 190))
const onNetwork = computed(() => props.instruments.find((i) => i.meterId === meterId.value && i.functions.includes('ac-volts')))
const meters = computed(() => (session.shop?.meters ?? []).map((m) => ({ value: m.id, label: m.name })))
const age = computed(() => (props.variac.dial === null ? null : Math.floor((serverNow() - Date.parse(props.variac.dial.measuredOn)) / 86_400_000)))

function begin(): void {
  walking.value = true
  points.value = []
  asked.value = marks(mains.value)
  meterId.value ??= props.instruments[0]?.meterId ?? localStorage.getItem('meterId')
  void nextTick(() => { field.value?.focus() })
}
function put(volts: number): void {
  const dial = mark.value
  if (dial === null) return
  const last = points.value.at(-1)
  if (volts <= (last?.volts ?? -1)) { fault.value = `${String(volts)} V at ${String(dial)} is not above ${String(last?.volts)} V at ${String(last?.dial)}: read it again, or begin anew.`; return }
  fault.value = ''
  points.value = [...points.value, { dial, volts }]
  asked.value = asked.value.slice(1)
  typed.value = ''
  void nextTick(() => { field.value?.focus() })
}
function enter(): void {
  const volts = figureOf(typed.value)
  if (typed.value.trim() === '' && onNetwork.value !== undefined) { void fromMeter(); return }
  if (volts === null) { fault.value = 'Type the volts that the meter shows.'; return }
  put(volts)
}
async function fromMeter(): Promise<void> {
  const instrument = onNetwork.value
  if (instrument === undefined) return
  await run(async () => {
    const read = await ask(api.POST('/api/instruments/{instrumentId}/reading', { params: { path: { instrumentId: instrument.id } }, body: { function: 'ac-volts' } }))
    if (read.value === null) fault.value = 'The meter shows overload: no figure.'
    else put(Number(read.value.toFixed(1)))
  })
}
async function keep(): Promise<void> {
  const today = new Date(serverNow()).toISOString().slice(0, 10)
  if (await change(ask(api.PUT('/api/shop/equipment/{thingId}/dial', { params: { path: { thingId: props.variac.id } }, body: { points: points.value, measuredOn: today, ...(meterId.value === null ? {} : { meterId: meterId.value }) } })))) walking.value = false
}
</script>

<template>
  <section class="card box" :aria-label="`Dial of ${variac.name}`">
    <h2>{{ variac.name }}: what its dial gives</h2>
    <div class="split">
      <div>
        <p v-if="!walking && variac.dial === null">Nobody has measured it. Scales of variacs lie by 5 to 20 V either way; until it has a table, its dial is not taken for volts.</p>
        <p v-else-if="!walking" :class="{ out: (age ?? 0) > 365 }">Measured on {{ variac.dial?.measuredOn }}{{ (age ?? 0) > 365 ? ', more than a year ago: measure it again' : '' }}. It speaks from {{ variac.dial?.points[0]?.dial }} to {{ variac.dial?.points.at(-1)?.dial }} on the dial; beyond that it says nothing.</p>
        <template v-else-if="mark !== null">
          <p class="ask">Turn the dial to <b class="m">{{ mark }}</b></p>
          <p class="small soft">Under load, as it will be used: a lamp or an amplifier draws current. Meter across its outlet, AC volts.</p>
          <div class="two">
            <n-select v-model:value="meterId" :options="meters" placeholder="by which meter" aria-label="By which meter" />
            <n-input ref="field" v-model:value="typed" class="m" size="large" :placeholder="onNetwork === undefined ? 'volts' : 'Enter takes it from the meter'" :input-props="{ 'aria-label': `Volts at ${mark} on the dial`, inputmode: 'decimal' }" @keydown.enter.prevent="enter" />
          </div>
          <p class="row"><n-button type="primary" :disabled="isBusy" @click="enter">{{ typed === '' && onNetwork !== undefined ? 'Take from the meter' : 'That is it' }}</n-button><button type="button" class="plain act" @click="asked = asked.slice(1)">skip this mark</button></p>
        </template>
        <p v-else>All marks are read.</p>
        <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
        <p class="row">
          <n-button v-if="walking" :type="mark === null ? 'primary' : 'default'" :disabled="points.length < 3 || isBusy" @click="keep">Keep {{ points.length }} points</n-button>
          <button v-if="walking" type="button" class="plain act" @click="walking = false">leave it as it was</button>
          <n-button v-else-if="isOwner" type="primary" @click="begin">{{ variac.dial === null ? 'Measure it' : 'Measure it again' }}</n-button>
        </p>
      </div>
      <svg v-if="shown.length > 0" viewBox="-34 -8 232 226" role="img" :aria-label="`Dial against volts: ${shown.map((p) => `${p.dial} gives ${p.volts}`).join(', ')}`">
        <polyline points="0,0 0,190 190,190" fill="none" stroke="var(--line)" />
        <polyline :points="drawn.even" fill="none" stroke="var(--line)" stroke-dasharray="4 5" />
        <polyline :points="drawn.line" fill="none" stroke="var(--heart)" stroke-width="2.5" />
        <circle v-for="d in drawn.dots" :key="d.point.dial" :cx="d.x" :cy="d.y" r="4" fill="var(--heart)"><title>{{ d.point.dial }} → {{ d.point.volts }} V</title></circle>
        <text x="95" y="210" text-anchor="middle" font-size="13" fill="var(--soft)">dial</text>
        <text x="-6" y="6" text-anchor="end" font-size="13" fill="var(--soft)">{{ Math.round(drawn.top) }} V</text>
      </svg>
    </div>
  </section>
</template>

<style scoped>
.box { padding: 14px 16px; display: grid; gap: 8px; }
.split { display: grid; grid-template-columns: minmax(0, 1fr) 200px; gap: 14px; align-items: start; }
.ask { font-size: 22px; }
.ask b { font-size: 34px; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 10px; }
.row { display: flex; gap: 14px; align-items: center; min-height: 44px; }
.act { text-decoration: underline; min-height: 44px; }
</style>
