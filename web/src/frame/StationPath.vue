<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink, useRoute, type RouteLocationRaw } from 'vue-router'
import { useSession } from '../access/session'
import { useBench } from './bench'

const bench = useBench()
const session = useSession()
const route = useRoute()
interface Stop { to: RouteLocationRaw; key: string; title: string; done: boolean; bad: number; now: boolean; next: boolean }
const fixed = (name: string, title: string, done: boolean): Stop => ({ to: { name, params: { jobId: route.params['jobId'] ?? '' } }, key: name, title, done, bad: 0, now: route.name === name, next: false })
/** Every station that the server has, in the order of the work. */
const stations = computed<Stop[]>(() => [
  fixed('job-book-in', 'Book-in', true),
  ...bench.stations.flatMap((s) => {
    const now = route.name === 'station' && route.params['station'] === s.station
    const stop: Stop = { to: { name: 'station', params: { jobId: route.params['jobId'] ?? '', station: s.station } }, key: s.station, title: s.title, done: s.isDone, bad: s.bad.length, now, next: !now && !s.isDone && bench.bench?.proposedStation === s.station }
    // The owner decides before the work, and before any power is applied.
    return s.station === 'work' ? [fixed('owners-word', 'Owner’s word', false), stop] : [stop]
  }),
  fixed('job-history', 'History', false),
  fixed('schematic', 'Schematic', false),
  fixed('close-out', 'Close-out', bench.benches.length > 0 && bench.benches.every((b) => b.closeOut !== null)),
])
/** What is open on any unit that is not closed out; its serial before it where there are several. */
const waits = computed(() => bench.benches.filter((b) => b.closeOut === null).flatMap((b) => {
  const e = b.openEnds
  const unit = bench.units.find((u) => u.id === b.unitId)
  const of = bench.units.length > 1 ? `${unit?.serial === '' ? unit.model : unit?.serial ?? ''}: ` : ''
  return [
    e.unread.length > 0 ? `${e.unread.length} not read` : '',
    e.stale.length > 0 ? `${e.stale.length} stale` : '',
    e.provisional.length > 0 ? `${e.provisional.length} provisional` : '',
    e.deviating.length > 0 ? `${e.deviating.length} out, not let stand` : '',
  ].filter((s) => s !== '').map((s) => of + s)
}))
</script>

<template>
  <nav class="path" aria-label="Stations">
    <section v-if="bench.units.length > 1" class="units" aria-label="Units of this job">
      <button v-for="u in bench.units" :key="u.id" type="button" :class="['unit', bench.stateOf(u.id), { now: u.id === bench.unit?.id }]" :aria-pressed="u.id === bench.unit?.id" @click="bench.choose(u.id)">
        <b>{{ u.model }}</b><span class="m">{{ u.serial || 'no serial' }}</span><span class="state">{{ bench.stateOf(u.id).toUpperCase() }}</span>
      </button>
      <p class="small soft"><kbd>j</kbd> the other unit</p>
    </section>
    <router-link v-for="s in stations" :key="s.key" :to="s.to" :class="{ now: s.now }">
      <svg width="16" height="16" aria-hidden="true">
        <rect v-if="s.now" x="3" y="3" width="10" height="10" fill="var(--heart)" />
        <path v-else-if="s.done" d="M3 8.5l3.5 3.5L13 4.5" fill="none" stroke="var(--within)" stroke-width="2.4" />
        <path v-else-if="s.next" d="M4 3l8 5-8 5z" fill="none" stroke="var(--heart)" stroke-width="1.8" />
        <rect v-else x="4" y="4" width="8" height="8" fill="none" stroke="var(--soft)" stroke-width="1.4" />
      </svg><span class="title">{{ s.title }}</span><span v-if="s.done" class="sr">, done</span><span v-if="s.next" class="sr">, next</span><b v-if="s.bad > 0" class="bad" :title="`${s.bad} to be put right`">{{ s.bad }}<span class="sr"> to be put right</span></b>
    </router-link>
    <p v-if="waits.length > 0" class="small soft"><b>Close-out waits for</b><br><template v-for="w in waits" :key="w">{{ w }}<br></template></p>
    <section aria-label="Stored charge">
      <h2>Stored charge</h2>
      <div v-for="i in bench.bench?.islands ?? []" :key="i.id" class="island">
        <b>{{ i.name }}</b>
        <span :class="i.proved ? 'within' : 'out'">{{ i.proved ? `proved, ${i.lastVolts} V` : i.lastVolts !== null ? `${i.lastVolts} V, not dead` : 'not proved' }}</span>
        <span v-if="!i.proved && i.energyJoules !== null && i.energyJoules >= 0.05" class="soft">{{ i.energyJoules.toFixed(1) }} J at {{ Math.round(i.startVolts) }} V</span>
        <span v-if="!i.proved && i.holdsCharge" class="danger">{{ session.says('holds-charge') }}</span>
        <span v-else-if="!i.proved && i.secondsToHandsIn !== null" class="soft">{{ i.secondsToHandsIn < 90 ? `${Math.ceil(i.secondsToHandsIn)} s` : `${Math.ceil(i.secondsToHandsIn / 60)} min` }} to 10 V</span>
      </div>
    </section>
  </nav>
</template>

<style scoped>
.path { scrollbar-width: thin; background: var(--band); border-right: 1px solid var(--line); padding: 12px 0; overflow: hidden auto; }
a { display: flex; align-items: center; gap: 8px; padding: 0 10px 0 12px; min-height: 44px; color: var(--ink); text-decoration: none; }
a svg { flex: none; }
@media not (pointer: coarse) { a { min-height: 36px; } }
a.now { background: var(--card); box-shadow: inset 4px 0 0 var(--heart); font-weight: 700; }
.title { line-height: 1.2; min-width: 0; }
.units { display: grid; gap: 6px; padding: 0 10px 8px; border: 0; margin: 0 0 6px; border-bottom: 1px solid var(--line); }
.unit { font: 14px var(--words); text-align: left; display: grid; border: 1px solid var(--line); border-left-width: 5px; border-radius: 4px; background: var(--card); color: var(--ink); padding: 4px 8px; min-height: 48px; cursor: pointer; }
.unit .m { white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.unit .state { font-weight: 700; font-size: 13px; }
.unit.now { box-shadow: inset 0 0 0 2px var(--heart); }
.unit.ramping, .unit.energised { border-left-color: var(--danger); } .unit.ramping .state, .unit.energised .state { color: var(--danger); }
.unit.dead { border-left-color: var(--within); }
.unit.discharging, .unit.driven { border-left-color: var(--watch); }
.bad { margin-left: auto; min-width: 22px; text-align: center; border: 2px solid var(--out); border-radius: 4px; color: var(--out); font-size: 14px; }
p, section { padding: 10px 14px; }
h2 { font-size: 15px; margin-bottom: 6px; }
section { border-top: 1px solid var(--line); margin-top: 8px; font-size: 14px; }
.island { display: flex; flex-direction: column; margin-bottom: 10px; }
.island .out, .island .within, .island .danger { font-weight: 700; }
@media (max-width: 1100px) { a { gap: 6px; padding: 0 6px 0 8px; font-size: 15px; } p, section { padding: 10px 8px; } }
@media (max-width: 760px) { .path { display: flex; flex-wrap: wrap; } .path p, .path section { display: none; } }
</style>
