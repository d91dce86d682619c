<script setup lang="ts">
import { NButton, NInput, NSelect } from 'naive-ui'
import { computed, reactive, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { unitOf } from '../live/live'
import { useEquipment } from './useEquipment'

/** Meters that answer on the network: who they say they are, and which chassis they hang on. */
const props = defineProps<{ list: Schemas['EquipmentList'] }>()
const session = useSession()
const { fault, isBusy, change } = useEquipment()
const isOwner = computed(() => session.me?.role === 'owner')
const identities = reactive<Record<string, string>>({})
const asked = ref<string | null>(null)
const own = 'own'
const typed = reactive({ meterId: null as string | null, host: '', port: '5025', profile: 'scpi-bench', document: '' })

const meters = computed(() => (session.shop?.meters ?? []).filter((m) => !props.list.instruments.some((i) => i.meterId === m.id)).map((m) => ({ value: m.id, label: m.name })))
const profiles = computed(() => [...props.list.profiles.map((p) => ({ value: p.id, label: p.name })), { value: own, label: 'another: its profile as JSON' }])

async function identify(id: string): Promise<void> {
  identities[id] = '…'
  try {
    identities[id] = (await ask(api.POST('/api/instruments/{instrumentId}/identify', { params: { path: { instrumentId: id } } }))).identity
  } catch (e) {
    identities[id] = e instanceof Error ? e.message : String(e)
  }
}

async function add(): Promise<void> {
  if (typed.meterId === null) { fault.value = 'Choose which of the shop’s meters it is: its ranges and accuracy judge what it shows.'; return }
  const port = Number(typed.port)
  if (!Number.isInteger(port) || typed.host.trim() === '') { fault.value = 'An address and a port belong here, such as 192.168.1.40 and 5025.'; return }
  let profile: string | Record<string, unknown> = typed.profile
  if (profile === own) {
    try { profile = JSON.parse(typed.document) as Record<string, unknown> } catch { fault.value = 'The profile is no JSON.'; return }
  }
  if (await change(ask(api.POST('/api/shop/instruments', { body: { meterId: typed.meterId, host: typed.host.trim(), port, profile: profile as string } })))) { typed.meterId = null; typed.host = '' }
}
async function takeAway(id: string): Promise<void> {
  if (asked.value !== id) { asked.value = id; return }
  asked.value = null
  await change(ask(api.POST('/api/shop/instruments/{instrumentId}/retired', { params: { path: { instrumentId: id } } })))
}
</script>

<template>
  <form class="card box" aria-label="Meters on the network" @submit.prevent="add">
    <h2>Meters on the network</h2>
    <p v-if="list.instruments.length === 0" class="soft">None yet. A meter with an address shows its value in the entry line, and Enter takes it. {{ isOwner ? '' : 'The shop’s owner adds one.' }}</p>
    <ul>
      <li v-for="i in list.instruments" :key="i.id">
        <div><b>{{ i.name }}</b> <span class="m small soft">{{ i.host }}:{{ i.port }}</span> <span class="small soft">{{ i.functions.map((f) => unitOf[f]).join(', ') }} · {{ i.dialect }}</span></div>
        <div class="row">
          <button v-if="session.mayWrite" type="button" class="plain act" @click="identify(i.id)">Who answers?</button>
          <button v-if="isOwner" type="button" class="plain act" @click="takeAway(i.id)">{{ asked === i.id ? 'its address goes: sure?' : 'take its address away' }}</button>
          <router-link v-if="i.use !== null" :to="{ name: 'job', params: { jobId: i.use.jobId } }" class="small">hangs on {{ i.use.tag }}, {{ unitOf[i.use.function] }}</router-link>
          <span v-else class="small soft">hangs on no chassis</span>
        </div>
        <p v-if="identities[i.id] !== undefined" class="m small" role="status">{{ identities[i.id] }}</p>
      </li>
    </ul>
    <details v-if="isOwner" :open="list.instruments.length === 0">
      <summary>Add a meter by its address</summary>
      <div class="three">
        <div><label id="i-meter" class="said">Which meter</label><n-select v-model:value="typed.meterId" :options="meters" placeholder="choose" aria-labelledby="i-meter" /></div>
        <div><label class="said" for="i-host">Its address</label><n-input v-model:value="typed.host" placeholder="192.168.1.40" class="m" :input-props="{ id: 'i-host' }" /></div>
        <div><label class="said" for="i-port">Port</label><n-input v-model:value="typed.port" class="m" placeholder="" :input-props="{ id: 'i-port', inputmode: 'numeric' }" /></div>
      </div>
      <div><label id="i-profile" class="said">How it is spoken to</label><n-select v-model:value="typed.profile" :options="profiles" aria-labelledby="i-profile" /></div>
      <div v-if="typed.profile === own"><label class="said" for="i-own">Profile (docs/formats/instrument-profile.schema.json)</label><n-input v-model:value="typed.document" type="textarea" class="m" :rows="6" placeholder="" :input-props="{ id: 'i-own' }" /></div>
      <p v-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
      <p><n-button attr-type="submit" type="primary" :disabled="isBusy">Add it</n-button> <span class="small soft">Only addresses of this machine and of the shop’s own network.</span></p>
    </details>
    <p v-else-if="fault !== ''" role="alert" class="out">{{ fault }}</p>
  </form>
</template>

<style scoped>
.box { padding: 14px 16px; display: grid; gap: 10px; align-content: start; }
ul { list-style: none; margin: 0; padding: 0; display: grid; gap: 8px; }
li { border-left: 4px solid var(--needle); padding: 2px 0 2px 10px; }
.row { display: flex; gap: 16px; align-items: center; flex-wrap: wrap; }
.act { text-decoration: underline; color: var(--heart-strong); min-height: 36px; }
details { display: grid; gap: 10px; }
details[open] > * + * { margin-top: 10px; }
summary { min-height: 44px; display: flex; align-items: center; cursor: pointer; color: var(--heart-strong); text-decoration: underline; }
.three { display: grid; grid-template-columns: 1.4fr 1.2fr 0.6fr; gap: 10px; }
</style>
