<script setup lang="ts">
import { computed, ref } from 'vue'
import { useSession } from '../access/session'
import { beginTrace, endTrace } from './trace'
import { useBench } from '../frame/bench'
import { useMessage } from './useMessage'
import { unitOf, useLive, type Shown } from './live'
import MetersPanel from './MetersPanel.vue'
import TracesPanel from './TracesPanel.vue'

/** What the instruments on this unit show, legible from where the probe is held; what is old is struck. */
const bench = useBench()
const live = useLive()
const session = useSession()
const setting = ref(false)
const tracing = ref(false)
const { message, say } = useMessage()

const settings = computed(() => bench.bench?.meters ?? [])
const shown = computed(() => live.onUnit(bench.job?.id ?? null, bench.unit?.id ?? null))
const leadsOf = (s: Shown): string => {
  const set = settings.value.find((m) => m.meterId === s.meterId)
  return set === undefined ? '' : set.leads === 'probe' ? 'probe' : `${set.leads === 'clipped' ? 'on' : 'in'} ${set.place ?? '?'}`
}
const placeOf = (s: Shown): string | null => {
  const set = settings.value.find((m) => m.meterId === s.meterId)
  return set === undefined || set.leads === 'probe' ? bench.probing : set.place
}
const blocking = computed(() => settings.value.filter((m) => m.blocksPower))

async function record(s: Shown): Promise<void> {
  const [jobId, unitId] = [bench.job?.id, bench.unit?.id]
  if (jobId === undefined || unitId === undefined) return
  try {
    if (s.recording !== null && s.recording !== undefined) {
      await endTrace({ jobId, unitId }, s.recording)
      return
    }
    const place = placeOf(s)
    if (place === null) { say('Choose a place first: a trace is of one place.'); return }
    await beginTrace({ jobId, unitId }, s.id, place)
  } catch (e) {
    say(e instanceof Error ? e.message : String(e))
  }
}
defineExpose({ set: () => { setting.value = true } })
</script>

<template>
  <section v-if="shown.length > 0 || setting || tracing || blocking.length > 0" class="bar" aria-label="Meters on this unit">
    <div v-for="s in shown" :key="s.id" :class="['meter', { old: !live.looksLive(s) }]">
      <span class="who"><b>{{ s.name.split(',')[0] }}</b> <span class="soft">{{ leadsOf(s) }}</span></span>
      <span class="shows"><span v-if="s.text !== undefined" class="figure m"><span class="value">{{ s.text }}</span> <small>{{ unitOf[s.function] }}</small></span>
        <span class="how">{{ s.state !== 'live' ? s.why : !live.looksLive(s) ? `${Math.round(live.ageMs(s) / 1000)} s old` : s.settled ? 'settled' : 'moving' }}</span></span>
      <button v-if="session.mayWrite" type="button" :aria-pressed="typeof s.recording === 'string'" :aria-label="`${typeof s.recording === 'string' ? 'tracing' : 'trace'}: ${typeof s.recording === 'string' ? 'end' : 'begin'}, ${s.name}`" @click="record(s)"><span class="dot" aria-hidden="true" />{{ typeof s.recording === 'string' ? 'tracing' : 'trace' }}</button>
    </div>
    <p v-if="!live.follows" class="away" role="status"><b>No live values.</b> {{ live.databaseAway ? 'The database is away.' : 'The event process does not answer; the tape is asked for every two seconds.' }}</p>
    <p v-else-if="blocking.length > 0" class="away"><b>Power waits</b>: a meter is set to ohms, or its leads are where amperes would be a short.</p>
    <p v-if="message !== ''" class="out" role="alert">{{ message }}</p>
    <span class="more">
      <button type="button" @click="tracing = true">Traces</button>
      <button v-if="session.mayWrite && shown.length === 0" type="button" @click="setting = true">Meters <kbd>m</kbd></button>
    </span>
    <meters-panel v-model:open="setting" />
    <traces-panel v-model:open="tracing" />
  </section>
</template>

<style scoped>
.bar { grid-column: 1 / -1; display: flex; flex-wrap: wrap; gap: 4px 10px; align-items: center; background: var(--band); border-top: 1px solid var(--line); padding: 4px 18px; min-height: 54px; }
.meter { display: flex; align-items: center; gap: 8px; background: var(--card); border: 1px solid var(--line); border-radius: 4px; padding: 0 2px 0 10px; min-height: 46px; }
.shows { display: flex; flex-direction: column; align-items: flex-end; }
.who { font-size: 14px; display: flex; flex-direction: column; line-height: 1.15; }
.figure { font-size: 26px; line-height: 1; font-weight: 700; min-width: 158px; text-align: right; white-space: nowrap; }
.figure small { font: 500 14px var(--words); font-weight: 500; display: inline-block; min-width: 42px; text-align: left; }
.how { font-size: 13px; color: var(--soft); max-width: 190px; line-height: 1.2; text-align: right; }
.old .value { text-decoration: line-through; text-decoration-thickness: 3px; color: var(--soft); opacity: 0.6; }
.old .how { color: var(--out); font-weight: 700; }
button { font: 15px var(--words); min-height: 44px; min-width: 44px; padding: 0 8px; border: 0; background: none; color: var(--ink); cursor: pointer; border-radius: 4px; display: inline-flex; align-items: center; gap: 6px; }
button:hover { background: var(--lit); }
.dot { width: 12px; height: 12px; border-radius: 50%; border: 2px solid currentColor; }
[aria-pressed='true'] .dot { background: var(--danger); border-color: var(--danger); }
[aria-pressed='true'] { font-weight: 700; }
.away { color: var(--out); font-size: 15px; }
.more { margin-left: auto; display: flex; }
</style>
