<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useSession } from '../../access/session'
import { api, ask, type Schemas } from '../../api/client'
import { queries } from '../../api/queries'
import { useBench } from '../../frame/bench'

/** Parts on their way: who was asked, and when they should come. Ordered, the job waits for them; arrived, it is back on the bench. */
const bench = useBench()
const session = useSession()
const jobId = computed(() => bench.job?.id ?? '')
const key = computed(() => ['waiting', jobId.value])
const query = useQuery({ queryKey: key, queryFn: () => ask(api.GET('/api/jobs/{jobId}/waiting', { params: { path: { jobId: jobId.value } } })), enabled: computed(() => jobId.value !== '') })
const orders = computed(() => query.data.value?.orders ?? [])
const what = ref('')
const supplier = ref('')
const expected = ref('')
const fault = ref('')

async function done(request: Promise<Schemas['Waiting']>): Promise<boolean> {
  fault.value = ''
  try {
    queries.setQueryData(key.value, await request)
    void bench.reload()
    return true
  } catch (e) {
    fault.value = e instanceof Error ? e.message : String(e)
    return false
  }
}
async function order(): Promise<void> {
  if (what.value.trim() === '') return
  const asked = { what: what.value.trim(), ...(supplier.value.trim() === '' ? {} : { supplier: supplier.value.trim() }), ...(expected.value === '' ? {} : { expectedOn: expected.value }) }
  if (await done(ask(api.POST('/api/jobs/{jobId}/waiting/parts', { params: { path: { jobId: jobId.value } }, body: asked })))) what.value = expected.value = ''
}
const arrived = (orderId: string): Promise<boolean> => done(ask(api.POST('/api/jobs/{jobId}/waiting/parts/{orderId}/arrived', { params: { path: { jobId: jobId.value, orderId } } })))
</script>

<template>
  <div class="parts">
    <ul v-if="orders.length > 0"><li v-for="o in orders" :key="o.entryId" :class="{ here: o.arrived }"><span><b>{{ o.what }}</b> <span class="soft small">{{ [o.supplier, `ordered ${o.orderedOn}`, o.expectedOn === null ? 'no day named' : `expected ${o.expectedOn}`].filter((t) => t !== '').join(' · ') }}</span></span><span v-if="o.arrived" class="soft small">here</span><button v-else-if="session.mayWrite" type="button" @click="arrived(o.entryId)">it is here</button></li></ul>
    <p v-else class="small soft">Nothing is on its way. What is ordered here puts the job on the shelf of those that wait for parts, with the day it should come.</p>
    <form v-if="session.mayWrite" class="row" @submit.prevent="order"><input v-model="what" maxlength="200" placeholder="can 32+32 µF 450 V" aria-label="What is ordered"><input v-model="supplier" maxlength="120" placeholder="from" aria-label="From whom"><label class="small soft">expected <input v-model="expected" type="date" aria-label="Expected on"></label><button type="submit" :disabled="what.trim() === ''">ordered</button></form>
    <p v-if="fault !== ''" class="small out" role="alert">{{ fault }}</p>
  </div>
</template>

<style scoped>
.parts { display: grid; gap: 6px; } ul { list-style: none; margin: 0; padding: 0; } li { display: flex; gap: 10px; align-items: center; justify-content: space-between; font-size: 15px; padding: 3px 0; border-bottom: 1px solid var(--fine); } .here b { color: var(--soft); }
.row { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; } label { display: flex; gap: 6px; align-items: center; }
input { font: 15px var(--words); color: var(--ink); background: var(--field); border: 1px solid var(--line); border-radius: 3px; padding: 4px 8px; min-height: 34px; flex: 1; min-width: 90px; } input[type='date'] { flex: 0 1 auto; }
button { font: 600 15px var(--words); min-height: 34px; padding: 0 12px; border: 1px solid var(--needle); border-radius: 4px; background: var(--needle); color: var(--on-needle); cursor: pointer; } button:disabled { background: var(--card); color: var(--soft); border-color: var(--line); }
@media (pointer: coarse) { input, button { min-height: 44px; } }
</style>
