<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { NModal } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useSession } from '../access/session'
import { api, ask } from '../api/client'
import { useBench } from '../frame/bench'
import { dayTime } from '../frame/time'
import TracePlot from './TracePlot.vue'

/** What instruments showed on this unit over a while, one trace drawn at a time. */
const open = defineModel<boolean>('open', { required: true })
const bench = useBench()
const session = useSession()
const key = computed(() => ['recordings', bench.job?.id ?? '', bench.unit?.id ?? ''])
const query = useQuery({
  queryKey: key, enabled: open, refetchInterval: () => (open.value ? 1000 : false),
  queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/recordings', { params: { path: { jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '' } } })),
})
const traces = computed(() => query.data.value ?? [])
const chosen = ref<string | null>(null)
const drawn = computed(() => traces.value.find((t) => t.id === chosen.value) ?? traces.value[0] ?? null)
watch(open, (is) => { if (is) chosen.value = null })
const meter = (id: string): string => session.shop?.meters.find((m) => m.id === id)?.name.split(',')[0] ?? ''
const span = (t: { points: number[][] }): string => { const s = t.points.at(-1)?.[0] ?? 0; return s < 90 ? `${s.toFixed(0)} s` : `${(s / 60).toFixed(1)} min` }
</script>

<template>
  <n-modal v-model:show="open" transform-origin="center">
    <div role="dialog" aria-modal="true" aria-labelledby="traces-title" class="card panel" tabindex="-1" @keydown.escape.stop="open = false">
      <div class="head"><h2 id="traces-title">Traces of this unit</h2><button type="button" class="plain" @click="open = false">Done <kbd>Esc</kbd></button></div>
      <p v-if="query.error.value !== null" role="alert" class="out">{{ query.error.value.message }}</p>
      <p v-else-if="query.data.value !== undefined && traces.length === 0" class="soft">None yet. Press “trace” beside a meter: what it shows is kept from then on, five times a second, until it is ended.</p>
      <template v-if="drawn !== null">
        <trace-plot :points="drawn.points" :unit="drawn.unit" :label="`${drawn.place} by ${meter(drawn.meterId)}`" />
        <p v-if="drawn.overloads > 0" class="small out">{{ drawn.overloads }} of {{ drawn.samples }} samples were overload: no figure, and not drawn.</p>
        <ul>
          <li v-for="t in traces" :key="t.id"><button type="button" :aria-pressed="t.id === drawn.id" @click="chosen = t.id"><b>{{ t.place }}</b> <span class="soft">{{ meter(t.meterId) }} · {{ dayTime(t.begunAt, session.shop?.timeZone ?? 'UTC') }} · {{ span(t) }} · {{ t.samples }} samples{{ t.endedAt === null ? ' · goes on' : '' }}</span></button><a :href="`/api/jobs/${bench.job?.id ?? ''}/units/${bench.unit?.id ?? ''}/recordings/${t.id}.csv`" download :aria-label="`CSV: ${t.place} by ${meter(t.meterId)}`">CSV</a></li>
        </ul>
      </template>
    </div>
  </n-modal>
</template>

<style scoped>
.panel { width: 960px; max-width: 96vw; max-height: 94vh; overflow: auto; padding: 18px 22px; display: grid; gap: 10px; outline: none; }
.head { display: flex; justify-content: space-between; align-items: center; }
.plain { min-height: 44px; }
ul { list-style: none; margin: 0; padding: 0; max-height: 220px; overflow: auto; }
li { display: flex; align-items: center; }
li a { min-height: 44px; display: inline-flex; align-items: center; padding: 0 12px; }
li button { font: inherit; color: inherit; background: none; border: 0; border-left: 6px solid transparent; min-height: 44px; width: 100%; text-align: left; cursor: pointer; padding: 0 10px; }
li button[aria-pressed='true'] { border-left-color: var(--needle); background: var(--lit); }
</style>
