<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../api/client'
import { useLive } from '../live/live'

/** What runs beside the server, and how it is. */
const live = useLive()
const query = useQuery({ queryKey: ['status'], queryFn: () => ask(api.GET('/api/status')), refetchInterval: 2000 })
const status = computed(() => query.data.value ?? null)
const lasted = (s: number): string => (s < 120 ? `${Math.round(s)} s` : s < 7200 ? `${Math.round(s / 60)} min` : `${Math.round(s / 3600)} h`)
</script>

<template>
  <section class="card box" aria-label="What runs">
    <h2>What runs</h2>
    <p v-if="query.error.value !== null" role="alert" class="out">{{ query.error.value.message }}</p>
    <dl v-else-if="status !== null">
      <dt>Event process</dt>
      <dd v-if="status.live === null" class="out"><b>does not answer.</b> It is started again by itself; until then the tape is asked for every two seconds, and no meter is read.</dd>
      <dd v-else>up for {{ lasted(status.live.upSeconds) }}, {{ status.live.streams }} {{ status.live.streams === 1 ? 'browser follows' : 'browsers follow' }}, {{ status.live.rssKilobytes === null ? '' : `${Math.round(status.live.rssKilobytes / 1024)} MB` }}</dd>
      <dt>Database</dt><dd :class="{ out: status.live?.database === false }">{{ status.live === null ? 'not known' : status.live.database ? 'there' : 'away' }}</dd>
      <dt>Worker</dt><dd :class="{ out: !status.worker.running }">{{ status.worker.running ? 'there' : 'does not run; it is started again by itself' }}{{ status.worker.waiting > 0 ? `, ${status.worker.waiting} ${status.worker.waiting === 1 ? 'report waits' : 'reports wait'}` : '' }}</dd>
      <dt>This page</dt><dd :class="{ out: !live.follows }">{{ live.follows ? 'hears what is new at once' : 'asks every two seconds' }}</dd>
      <template v-if="status.live !== null">
        <dt>Samples</dt><dd>{{ status.live.samplesSaved }} saved{{ status.live.samplesWaiting > 0 ? `, ${status.live.samplesWaiting} wait for the database` : '' }}<span v-if="status.live.samplesLost > 0" class="out">, {{ status.live.samplesLost }} lost</span></dd>
        <template v-for="i in status.live.instruments" :key="i.id"><dt>{{ live.shown[i.id]?.name.split(',')[0] ?? 'Meter' }}</dt><dd :class="{ out: i.state !== 'live' }">{{ i.state === 'live' ? `${i.readings} readings, ${i.faults} faults` : i.why }}</dd></template>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.box { padding: 14px 16px; display: grid; gap: 8px; }
dl { display: grid; grid-template-columns: auto minmax(0, 1fr); gap: 4px 16px; margin: 0; }
dt { color: var(--soft); }
dd { margin: 0; }
</style>
