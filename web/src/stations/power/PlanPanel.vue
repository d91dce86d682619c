<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useSession } from '../../access/session'
import { api, ask } from '../../api/client'
import { powerKey, useBench } from '../../frame/bench'
import RiseChart from '../../marks/RiseChart.vue'
import { big, limiterWords, type Power } from './usePower'

/** The way up before it is walked: through which lamp, how high, what wakes when, and in which steps the tubes go in. */
const props = defineProps<{ power: Power }>()
const bench = useBench()
const session = useSession()
const mayChoose = computed(() => session.mayWrite && bench.state !== 'ramping' && bench.state !== 'energised')
async function takeLamp(watts: number, volts: number): Promise<void> {
  await bench.write('power-choice', { method: props.power.choice.method === 'lamp' ? 'lamp' : 'variac-lamp', lampWatts: watts, lampVolts: volts })
}
const hasLamp = computed(() => props.power.choice.method === 'lamp' || props.power.choice.method === 'variac-lamp')
const taken = computed(() => props.power.stops.flatMap((s) => s.limiters).find((l) => l.kind === 'lamp') ?? null)
const light: Record<string, string> = { dark: 'dark', glow: 'a glow', half: 'half bright', bright: 'bright' }
const first = computed(() => props.power.ceilings[0])
const reached = computed(() => first.value !== undefined && first.value.mainsVolts < props.power.fullVolts)
const rows = computed(() => props.power.stops.map((s) => ({ stop: s, rail: s.readings.find((r) => r.role === 'rail' && r.volts !== null), bias: s.readings.find((r) => r.role === 'bias' && r.volts !== null && r.required) ?? s.readings.find((r) => r.role === 'bias' && r.volts !== null) })))
const runs: Record<string, string> = { 'no-tubes': 'no tubes in', 'no-rectifier': 'without the rectifier tube', 'all-tubes': 'all tubes in', 'tubes-not-said': 'say which tubes are in, then it is reckoned' }
const run = computed(() => runs[props.power.run] ?? props.power.run.replaceAll('-', ' '))
/** Walked through time: asked for once this is looked at. */
const rise = useQuery({
  queryKey: computed(() => [...powerKey(bench.job?.id ?? '', bench.unit?.id ?? ''), 'rise']),
  queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/power/rise', { params: { path: { jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '' } } })),
  enabled: computed(() => props.power.hasCircuit && bench.unit !== null),
})
const risen = computed(() => rise.data.value?.rise ?? null)
const amperes = (a: number | null): string => (a === null ? '–' : a < 0.1 ? `${(1000 * a).toFixed(0)} mA` : `${a.toFixed(2)} A`)
</script>

<template>
  <div class="plan" tabindex="0" role="region" aria-label="The way up">
    <section>
      <h2>Stops, {{ run }}</h2>
      <table class="list"><thead><tr><th>Mains</th><th>In the lead</th><th class="n">{{ session.word('B+') }}, V</th><th class="n">Bias, V</th><th class="n">Mains current</th><th class="n">off above</th></tr></thead>
        <tbody><tr v-for="s in rows" :key="s.stop.id" :class="{ done: s.stop.done }">
          <td class="m">{{ s.stop.volts }} V</td><td>{{ limiterWords(s.stop) }}<span v-if="s.stop.lamp !== null" class="soft">, {{ light[s.stop.lamp] }}</span></td>
          <td class="m n">{{ s.rail === undefined ? (s.stop.bPlusComes ? '–' : 'none yet') : big(s.rail.volts) }}</td><td class="m n">{{ s.bias === undefined ? '–' : big(s.bias.volts) }}</td>
          <td class="m n">{{ amperes(s.stop.mainsAmperes) }}</td><td class="m n">{{ amperes(s.stop.abortAmperes) }}</td>
        </tr></tbody></table>
    </section>
    <div class="two">
      <div>
        <section>
          <h2>How high with no tubes</h2>
          <p v-if="first === undefined" class="soft">No circuit says what its capacitors would stand: read {{ session.word('B+') }} at the first stop against their marks.</p>
          <p v-else><b :class="{ danger: reached }">{{ Math.floor(first.mainsVolts) }} V in</b>: there {{ first.part }} stands its {{ first.ratedVolts }} V. <template v-if="reached">The way up ends there until tubes are in.</template><template v-else>Full mains is {{ Math.round(power.fullVolts) }} V.</template></p>
          <p v-if="power.projection !== null">From {{ big(power.projection.volts) }} V at {{ big(power.projection.inletVolts) }} V in: <b>{{ big(power.projection.leastVolts) }} to {{ big(power.projection.mostVolts) }} V</b> at {{ Math.round(power.fullVolts) }} V in. <template v-if="power.projection.ceilings[0]">{{ power.projection.ceilings[0].part }} would break first, from {{ big(power.projection.ceilings[0].surelyBelowVolts) }} V in.</template></p>
          <p v-for="w in power.wakes" :key="w.what">{{ w.what === 'bias' ? 'Bias' : session.word('B+') }} wakes at about {{ Math.round(w.mainsVolts) }} V in.</p>
        </section>
        <section v-if="power.steps.length > 0">
          <h2>{{ session.heading('tubes') }} go in, each step dead</h2>
          <ol class="steps"><li v-for="s in power.steps" :key="s.positions.join()" :class="{ in: s.in }">
            <b>{{ s.positions.join(' ') }}</b> {{ s.title.toLowerCase() }}<template v-if="s.moves[0]">: {{ s.moves[0].place }} {{ big(s.moves[0].before) }} → {{ big(s.moves[0].after) }} V</template><template v-if="s.mostShare !== null">, hottest at {{ Math.round(100 * s.mostShare) }} %</template>. <span v-if="s.why !== null">{{ s.why }}</span><b v-if="!s.sound" class="out"> Over its limit even so.</b>
          </li></ol>
        </section>
      </div>
      <section v-if="hasLamp">
        <h2>Lamps, at {{ Math.round(power.fullVolts) }} V</h2>
        <table class="list"><thead><tr><th>Lamp</th><th>Healthy, all in</th><th class="n">Into a short</th><th><span class="sr">Take it</span></th></tr></thead>
          <tbody><tr v-for="l in power.lamps" :key="`${l.watts} ${l.ratedVolts}`"><td class="m nowrap">{{ l.watts }} W <small class="soft">{{ l.ratedVolts }} V</small></td><td>{{ l.healthyInletVolts === null ? '–' : `${Math.round(l.healthyInletVolts)} V left` }}<template v-if="l.light !== null">, {{ light[l.light] }}</template></td><td class="m n nowrap">{{ Math.round(l.shortWatts) }} W</td>
            <td class="n"><b v-if="taken?.watts === l.watts && taken.ratedVolts === l.ratedVolts">taken</b><button v-else type="button" class="take" :disabled="!mayChoose" @click="takeLamp(l.watts, l.ratedVolts)">Take<span class="sr"> {{ l.watts }} W</span></button></td></tr></tbody></table>
      </section>
    </div>
    <section v-if="risen !== null">
      <h2>Switched on cold, at {{ Math.round(power.fullVolts) }} V, all {{ session.word('tubes') }} in</h2>
      <p><b :class="risen.verdict">{{ risen.verdict.replaceAll('-', ' ') }}</b> {{ risen.sentence }}</p>
      <rise-chart :curves="risen.curves" :draws-seconds="risen.drawsSeconds" />
      <p class="soft small">Line: {{ session.word('B+') }}. Below zero: bias<template v-if="risen.doubledSeconds !== null">, dashed with its capacitors doubled</template>. Shaded: the output {{ session.word('tubes') }} draw.</p>
    </section>
  </div>
</template>

<style scoped>
.plan { display: flex; flex-direction: column; gap: 12px; min-height: 0; overflow-y: auto; position: relative; }
.two { display: grid; grid-template-columns: 1.15fr 1fr; gap: 18px; }
.two > div { display: grid; gap: 12px; align-content: start; }
h2 { font-size: 15px; margin-bottom: 2px; }
table.list td { padding: 3px 6px; font-size: 15px; vertical-align: middle; } table.list th { padding: 2px 6px; }
tr.done { color: var(--within); }
.nowrap { white-space: nowrap; } .nowrap small { font-size: 14px; }
.take { min-height: 44px; min-width: 60px; font: 700 15px var(--words); border: 1px solid var(--line); border-radius: 4px; background: var(--sap); color: var(--ink); cursor: pointer; }
.steps { margin: 0; padding-left: 22px; } .steps .in { color: var(--within); }
@media (max-width: 1100px) { .two { grid-template-columns: 1fr; } }
</style>
