<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import { big, stepInHand, type Power, type TubeStep } from './usePower'

/** Tubes in, step by step: what must stand before each, what it will change, and what is read and sent through it then (PWR-6). */
const props = defineProps<{ power: Power }>()
const emit = defineEmits<{ fitted: [step: TubeStep] }>()
const bench = useBench()
const session = useSession()
const step = computed(() => stepInHand(props.power))
const isDead = computed(() => bench.state === 'dead')
const falls: Record<string, string> = { within: 'it fell as it should', watch: 'it fell, with a remark', out: 'it fell as it should not', danger: 'it fell as it should not' }
/** What stands before it: said with a mark and a word. */
const before = computed(() => {
  const s = step.value
  if (s === null) return []
  return [
    { id: 'walked', met: s.waitsForVolts === null, says: s.waitsForVolts === null ? 'The way up without it is walked.' : `The way up without it: its stop at ${String(s.waitsForVolts)} V is not done.` },
    ...(s.sockets.length === 0 ? [] : props.power.decays.map((d) => ({ id: `fall-${d.place}`, met: d.test?.verdict === 'within' || d.test?.verdict === 'watch', says: `${d.place}: ${d.test === null ? 'its fall after switching off was not watched' : falls[d.test.verdict] ?? 'its fall says nothing'}.` }))),
    ...s.sockets.map((k) => ({ id: k.position, met: k.missing === null, says: k.missing ?? `${k.position}: its socket is proved.` })),
    { id: 'dead', met: isDead.value || s.in, says: isDead.value ? 'Dead, by its own proof.' : s.in ? 'It is in.' : 'Off, and proved dead: only then do hands go in.' },
  ]
})
const mayFit = computed(() => step.value !== null && !step.value.in && isDead.value && session.mayWrite)
const mark = (s: TubeStep): string => (s === step.value ? 'now' : s.in && s.walked ? 'done' : 'later')
const words: Record<string, string> = { now: 'now', done: 'in', later: 'later' }
const named = (s: TubeStep): string => s.positions.join(' ')
</script>

<template>
  <div class="tubes-in" tabindex="0" role="region" aria-label="In which steps they go in">
    <p v-if="power.steps.length === 0" class="soft">The sheet names no {{ session.word('tubes') }}: fit them from the output back, a stage at a time, each time dead and proved so.</p>
    <template v-else>
      <ol class="steps" :aria-label="`${session.heading('tubes')} go in`">
        <li v-for="s in power.steps" :key="named(s)" :class="mark(s)"><b class="m">{{ named(s) }}</b><span>{{ s.title }}</span><span class="state">{{ words[mark(s)] }}</span></li>
      </ol>
      <section v-if="step !== null" class="now">
        <h2>{{ named(step) }} <small>{{ step.title.toLowerCase() }}{{ step.in ? ', in' : '' }}</small></h2>
        <p v-if="step.why !== null"><b>Together.</b> {{ step.why }}</p>
        <ul class="before" aria-label="Before">
          <li v-for="b in before" :key="b.id" :class="b.met ? 'met' : 'open'"><svg width="20" height="20" aria-hidden="true"><path :d="b.met ? 'M3 11l5 5L17 5' : 'M4 4l12 12M16 4L4 16'" /></svg><span class="sr">{{ b.met ? 'met: ' : 'open: ' }}</span>{{ b.says }}</li>
        </ul>
        <button v-if="!step.in" type="button" class="fit" :disabled="!mayFit" @click="emit('fitted', step)">{{ named(step) }} {{ step.positions.length === 1 ? 'is' : 'are' }} in <kbd>i</kbd></button>
        <p v-else><b>Power with <kbd>s</kbd></b>, and up by its stops.</p>
        <div class="then">
          <div><h3>Then it changes</h3>
            <p v-for="m in step.moves.slice(0, 5)" :key="m.place" class="m move"><b>{{ m.place }}</b> {{ big(m.before) }} → {{ big(m.after) }} V</p>
            <p v-if="step.moves.length === 0" class="soft">no rail by more than a hundredth</p>
            <p v-if="step.mostShare !== null">hottest at {{ Math.round(100 * step.mostShare) }} % of its limit<b v-if="!step.sound" class="out">: over it, as it is drawn</b></p>
          </div>
          <div><h3>Then read</h3><p class="m places">{{ step.reads.join('  ') || '–' }}</p></div>
          <div v-if="step.signals.length > 0"><h3>Then a signal at</h3><p class="m places">{{ step.signals.join('  ') }}</p><p class="small">through 0.1 µF of 630 V, or an insulated probe; never a finger or a bare tool</p></div>
        </div>
      </section>
      <p v-else class="within"><b>Every {{ session.word('tube') }} is in, and its way walked.</b></p>
    </template>
  </div>
</template>

<style scoped>
.tubes-in { display: grid; grid-template-columns: 210px minmax(0, 1fr); gap: 18px; align-content: start; overflow-y: auto; min-height: 0; position: relative; }
.steps { list-style: none; margin: 0; padding: 0; display: grid; gap: 6px; align-content: start; }
.steps li { display: grid; grid-template-columns: 1fr auto; border: 1px solid var(--line); border-left: 6px solid var(--line); border-radius: 4px; padding: 6px 10px; min-height: 52px; align-content: center; }
.steps b { font-size: 18px; } .steps .state { grid-row: 1; grid-column: 2; font-weight: 700; }
.steps .done { border-left-color: var(--within); } .steps .done .state { color: var(--within); } .steps .now { border-left-color: var(--heart); background: var(--lit); }
.now { display: grid; gap: 8px; align-content: start; }
h2 { font-size: 26px; } h2 small { font-size: 17px; font-weight: 400; color: var(--soft); } h3 { font-size: 15px; margin: 0 0 2px; } p { margin: 0; }
.before { list-style: none; margin: 0; padding: 0; } .before li { display: grid; grid-template-columns: 26px 1fr; align-items: center; min-height: 30px; }
path { fill: none; stroke-width: 2.8; } .met path { stroke: var(--within); } .open path { stroke: var(--danger); } .open { font-weight: 700; }
.fit { justify-self: start; min-height: 64px; min-width: 280px; font: 700 22px var(--words); border: 2px solid var(--needle); border-radius: 4px; background: var(--needle); color: var(--on-needle); cursor: pointer; padding: 0 20px; }
.fit:disabled { opacity: 0.5; cursor: not-allowed; }
.then { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 16px; border-top: 1px solid var(--line); padding-top: 8px; }
.move { font-size: 17px; } .places { font-size: 18px; font-weight: 700; white-space: pre-wrap; overflow-wrap: anywhere; }
@media (max-width: 1100px) { .tubes-in { grid-template-columns: 160px minmax(0, 1fr); } .then { grid-template-columns: 1fr 1fr; } }
</style>
