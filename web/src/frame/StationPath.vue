<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { useBench } from './bench'
import { useStationSummaries } from './useStationSummaries'

const bench = useBench()
const route = useRoute()
const ends = computed(() => bench.bench?.openEnds)
const summaries = useStationSummaries()
/** A cold station is done when everything on it is answered or left alone. */
const cold = (station: string): { done: boolean; bad: number } => {
  const s = summaries.value.find((c) => c.station === station)
  return { done: s !== undefined && s.total > 0 && s.done + s.leftAlone >= s.total, bad: s?.bad.length ?? 0 }
}
const stations = computed(() => [
  { name: 'job-book-in', title: 'Book-in', done: true, bad: 0 },
  { name: 'look', title: 'Cold look', ...cold('look') },
  { name: 'iron', title: 'Iron', ...cold('iron') },
  { name: 'capacitors', title: 'Capacitors', ...cold('capacitors') },
  { name: 'resistors', title: 'Resistors & sockets', ...cold('resistors') },
  { name: 'voltages', title: 'Voltages', done: bench.bench !== null && bench.bench.points.length > 0 && ends.value?.unread.length === 0, bad: 0 },
  { name: 'schematic', title: 'Schematic', done: false, bad: 0 },
  { name: 'close-out', title: 'Close-out', done: bench.bench?.closeOut !== null, bad: 0 },
])
const waits = computed(() => {
  const e = ends.value
  if (e === undefined || bench.bench?.closeOut !== null) return []
  return [
    e.unread.length > 0 ? `${e.unread.length} not read` : '',
    e.stale.length > 0 ? `${e.stale.length} stale` : '',
    e.provisional.length > 0 ? `${e.provisional.length} provisional` : '',
    e.deviating.length > 0 ? `${e.deviating.length} out, not let stand` : '',
  ].filter((s) => s !== '')
})
</script>

<template>
  <nav class="path" aria-label="Stations">
    <router-link v-for="s in stations" :key="s.name" :to="{ name: s.name, params: route.params }" :class="{ now: route.name === s.name }">
      <svg width="16" height="16" aria-hidden="true">
        <rect v-if="route.name === s.name" x="3" y="3" width="10" height="10" fill="var(--heart)" />
        <path v-else-if="s.done" d="M3 8.5l3.5 3.5L13 4.5" fill="none" stroke="var(--within)" stroke-width="2.4" />
        <rect v-else x="4" y="4" width="8" height="8" fill="none" stroke="var(--soft)" stroke-width="1.4" />
      </svg>{{ s.title }}<span v-if="s.done" class="sr">, done</span><b v-if="s.bad > 0" class="bad" :title="`${s.bad} to be put right`">{{ s.bad }}<span class="sr"> to be put right</span></b>
    </router-link>
    <p v-if="waits.length > 0" class="small soft"><b>Close-out waits for</b><br><template v-for="w in waits" :key="w">{{ w }}<br></template></p>
    <section aria-label="Stored charge">
      <h2>Stored charge</h2>
      <div v-for="i in bench.bench?.islands ?? []" :key="i.id" class="island">
        <b>{{ i.name }}</b>
        <span :class="i.proved ? 'within' : 'out'">{{ i.proved ? `proved, ${i.lastVolts} V` : i.lastVolts !== null ? `${i.lastVolts} V, not dead` : 'not proved' }}</span>
        <span v-if="!i.proved && i.energyJoules !== null && i.energyJoules >= 0.05" class="soft">{{ i.energyJoules.toFixed(1) }} J at {{ Math.round(i.startVolts) }} V</span>
        <span v-if="!i.proved && i.holdsCharge" class="danger">it will hold its charge</span>
        <span v-else-if="!i.proved && i.secondsToHandsIn !== null" class="soft">{{ i.secondsToHandsIn < 90 ? `${Math.ceil(i.secondsToHandsIn)} s` : `${Math.ceil(i.secondsToHandsIn / 60)} min` }} to 10 V</span>
      </div>
    </section>
  </nav>
</template>

<style scoped>
.path { scrollbar-width: thin; background: var(--band); border-right: 1px solid var(--line); padding: 12px 0; overflow: hidden auto; }
a { display: flex; align-items: center; gap: 9px; padding: 0 14px; min-height: 44px; color: var(--ink); text-decoration: none; }
a svg { flex: none; }
a.now { background: var(--card); box-shadow: inset 4px 0 0 var(--heart); font-weight: 700; }
.bad { margin-left: auto; min-width: 22px; text-align: center; border: 2px solid var(--out); border-radius: 4px; color: var(--out); font-size: 14px; }
p, section { padding: 10px 14px; }
h2 { font-size: 15px; margin-bottom: 6px; }
section { border-top: 1px solid var(--line); margin-top: 8px; font-size: 14px; }
.island { display: flex; flex-direction: column; margin-bottom: 10px; }
.island .out, .island .within, .island .danger { font-weight: 700; }
@media (max-width: 1100px) { a { gap: 6px; padding: 0 8px; font-size: 15px; } p, section { padding: 10px 8px; } }
@media (max-width: 760px) { .path { display: flex; flex-wrap: wrap; } .path p, .path section { display: none; } }
</style>
