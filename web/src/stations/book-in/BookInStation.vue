<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NButton, NSelect } from 'naive-ui'
import { computed, ref } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { useSession } from '../../access/session'
import { api, ask } from '../../api/client'
import { useBench } from '../../frame/bench'
import { dayTime } from '../../frame/time'

const bench = useBench()
const session = useSession()
const route = useRoute()
const isNew = computed(() => route.query['new'] === '1')
const unit = computed(() => bench.unit)
const sheets = useQuery({ queryKey: ['sheets'], queryFn: () => ask(api.GET('/api/sheets')) })
const choices = computed(() => (sheets.data.value ?? []).map((s) => ({ label: `${s.name}, version ${s.number}`, value: s.versionId })))
const chosen = ref<string | null>(null)
/** Where the work goes on; on a new job the cold look. */
const next = computed(() => bench.stations.find((s) => s.station === bench.bench?.proposedStation))

const promiseFault = ref('')
async function promise(on: string): Promise<void> {
  promiseFault.value = ''
  try {
    await ask(api.PUT('/api/jobs/{jobId}/promise', { params: { path: { jobId: bench.job?.id ?? '' } }, body: { on: on === '' ? null : on } }))
    await bench.reload()
  } catch (e) {
    promiseFault.value = e instanceof Error ? e.message : String(e)
  }
}
async function choose(): Promise<void> {
  if (chosen.value === null) return
  await bench.write('sheet-chosen', { sheetVersionId: chosen.value })
  chosen.value = null
  setTimeout(() => { void bench.reload() }, 400)
}
</script>

<template>
  <div class="station">
    <p v-if="isNew" class="new" role="status">Booked in. Put this tag on the chassis:</p>
    <div class="head"><span class="tag m">{{ bench.job?.tag }}</span><div><h1>{{ unit?.maker }} {{ unit?.model }}</h1><p class="soft">serial <span class="m">{{ unit?.serial || 'none' }}</span> · wired for {{ unit?.wiredForVolts === null ? 'a mains not known' : `${unit?.wiredForVolts} V` }} · booked in {{ dayTime(bench.job?.bookedInAt ?? '', session.shop?.timeZone ?? 'UTC') }}</p></div></div>
    <dl class="card">
      <dt>Owner</dt><dd>{{ bench.job?.owner.name }}<span class="soft">{{ bench.job?.owner.phone ? ` · ${bench.job.owner.phone}` : '' }}{{ bench.job?.owner.email ? ` · ${bench.job.owner.email}` : '' }}</span></dd>
      <dt>Complaint</dt><dd>{{ bench.job?.complaint || 'none given' }}</dd>
      <dt>Came with</dt><dd>{{ bench.job?.cameWith || 'nothing' }}</dd>
      <dt>Looks like</dt><dd>{{ bench.job?.conditionNotes || 'not said' }}</dd>
      <dt>Played</dt><dd>{{ bench.job?.hoursAWeek == null ? 'nobody asked how much' : `${bench.job.hoursAWeek} hours a week, its owner says` }}</dd>
      <dt>Promised for</dt><dd><input v-if="session.mayWrite" class="day" type="date" :value="bench.job?.promisedOn ?? ''" aria-label="Promised for" @change="promise(($event.target as HTMLInputElement).value)"><template v-else>{{ bench.job?.promisedOn ?? 'no day' }}</template><span v-if="promiseFault !== ''" class="out small" role="alert"> {{ promiseFault }}</span></dd>
      <dt>Sheet</dt>
      <dd>
        <template v-if="unit?.sheet"><router-link :to="`/sheets/${unit.sheet.sheetId}?version=${unit.sheet.versionId}`">{{ unit.sheet.name }}</router-link>, version {{ unit.sheet.number }}</template><template v-else>none yet; it can be measured without one</template>
        <div v-if="session.mayWrite" class="choose"><n-select v-model:value="chosen" :options="choices" filterable :placeholder="unit?.sheet ? 'measure against another' : 'choose a sheet'" :input-props="{ 'aria-label': 'Sheet' }" /><n-button :disabled="chosen === null" @click="choose">Measure against it</n-button></div>
        <p v-if="unit?.sheet" class="small soft">With another version, places are matched by their ids; what is read is judged anew, and what was said then is kept.</p>
      </dd>
    </dl>
    <p v-if="(unit?.earlierVisits ?? 0) > 0" class="fit"><b>It was here before:</b> {{ unit?.earlierVisits }} {{ unit?.earlierVisits === 1 ? 'visit' : 'visits' }}. <router-link :to="{ name: 'job-history' }">What it brings along</router-link></p>
    <p v-if="next !== undefined"><router-link id="go-on" :to="{ name: 'station', params: { jobId: bench.job?.id ?? '', station: next.station } }" class="act">Go on: {{ next.title }}</router-link></p>
    <p class="soft small">Until a bank is proved discharged, the chassis counts as charged. Take the mains plug out before you open it.</p>
  </div>
</template>

<style scoped>
.station { padding: 16px 22px; overflow-y: auto; height: 100%; display: grid; gap: 14px; align-content: start; }
.head { display: flex; gap: 18px; align-items: center; }
.tag { font-size: 44px; font-weight: 700; border: 3px solid var(--ink); border-radius: 6px; padding: 2px 16px; background: var(--sap); white-space: nowrap; }
.new { font-weight: 700; color: var(--within); }
dl { display: grid; grid-template-columns: 120px 1fr; margin: 0; padding: 8px 18px; max-width: 820px; }
dt { color: var(--soft); padding: 8px 0; } dd { margin: 0; padding: 8px 0; overflow-wrap: anywhere; }
.day { font: 16px var(--words); color: var(--ink); background: var(--field); border: 1px solid var(--line); border-radius: 3px; padding: 4px 8px; min-height: 36px; }
.choose { display: grid; grid-template-columns: minmax(0, 300px) auto; gap: 10px; justify-content: start; margin-top: 8px; }
.act { min-height: 44px; display: inline-flex; align-items: center; padding: 0 18px; background: var(--needle); color: var(--on-needle); border-radius: 4px; text-decoration: none; font-weight: 600; }
</style>
