<script setup lang="ts">
import { NSelect } from 'naive-ui'
import { computed, ref } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import TrimRange, { type RangeRow } from '../../marks/TrimRange.vue'
import { showFigure } from '../../quantity/figure'
import TargetForm from './TargetForm.vue'
import { verdictWords, type BiasTube } from './useBias'
import { useBiasSetting, type BiasSetting } from './useBiasSetting'

/** What sets the bias of a stage: how far it reaches, what would give it the range, what is to be known before a part is changed, and by whose wish. */
const props = defineProps<{ stage: string; tubes: BiasTube[] }>()
const part = defineModel<string | null>('part', { required: true })
const bench = useBench()
const session = useSession()
const { setting, fault, pending } = useBiasSetting(computed(() => props.stage), computed(() => part.value))

const row = (name: string, reach: BiasSetting['now']): RangeRow[] => (reach === null ? [] : [{ name, cold: reach.cold, hot: reach.hot, open: reach.open }])
const rows = computed(() => (setting.value === null ? [] : [...row(`${setting.value.part ?? ''}, as it is`, setting.value.now), ...row('with what is advised', setting.value.then)]))
const stands = computed(() => props.tubes.flatMap((t) => (t.plateWatts === null || t.limits[0] === undefined ? [] : [{ position: t.position, share: t.plateWatts.value / t.limits[0].plateWatts }])))
const choices = computed(() => (setting.value?.parts ?? []).map((p) => ({ label: `${p.part}${p.isBalance ? ', balance' : ''}: ${p.positions.join(' ')}`, value: p.part })))
const open = computed(() => (setting.value?.before ?? []).filter((r) => r.verdict !== 'within'))
const known = computed(() => (setting.value?.before ?? []).filter((r) => r.verdict === 'within'))
const mayFit = computed(() => session.mayWrite && bench.state === 'dead')
const live = computed(() => bench.state === 'energised')
const busy = ref(false)
/** What was advised is in: one gesture, a line on the tape for each part. */
async function fit(): Promise<void> {
  busy.value = true
  try {
    for (const one of setting.value?.fits ?? []) await bench.write('as-fitted', { text: one.text })
  } finally {
    busy.value = false
  }
}
const look = (test: string, text: string): Promise<unknown> => bench.write('trial', { test, part: props.stage, text })
</script>

<template>
  <div class="setting">
    <div class="left">
      <p v-if="fault !== null" class="danger">{{ fault }}</p>
      <div class="card reach" tabindex="0" role="region" aria-label="How far it reaches">
        <div v-if="choices.length > 1" class="which"><label class="said" for="which-part">What is turned</label><n-select :value="setting?.part ?? null" :options="choices" size="large" :input-props="{ id: 'which-part' }" @update:value="(v: string) => { part = v }" /></div>
        <trim-range v-if="rows.length > 0" :rows="rows" :low="setting?.target.range.low ?? 0.6" :high="setting?.target.range.high ?? 0.7" :stands="stands" />
        <p v-else-if="pending" class="pad soft">Asking the circuit how far it reaches.</p>
        <p v-else-if="setting?.part == null" class="pad">Nothing is drawn that would move this bias: no trim, no resistor of its supply, none under its cathodes.</p>
        <p v-else-if="setting.sentences.length === 0" class="pad">How far it reaches the circuit tells at full mains, with the mains stated, no limiter in, and every {{ session.word('tube') }} said with its suffix.</p>
        <div v-if="(setting?.fits.length ?? 0) > 0" class="fits">
          <p v-for="f in setting?.fits" :key="f.text"><b>{{ f.words }}</b><template v-if="f.watts !== null && f.watts >= 0.25">, {{ showFigure(f.watts, 'W') }} or more</template></p>
          <button type="button" class="go" :disabled="!mayFit || busy" :title="mayFit ? 'What was advised is in' : 'Parts go in when it is proved dead'" @click="fit">Fitted so</button>
          <p v-if="!mayFit" class="small soft">Parts go in when it is proved dead.</p>
        </div>
        <ul class="sentences"><li v-for="s in setting?.sentences ?? []" :key="s">{{ s }}</li></ul>
      </div>
    </div>
    <aside class="card said-of" tabindex="0" role="region" aria-label="Target, and what is to be known before">
      <target-form v-if="setting !== null" :stage="stage" :target="setting.target" />
      <template v-if="setting !== null">
        <h2>Before a part is changed</h2>
        <p v-for="r in open" :key="r.code" class="small"><b :class="['verdict', r.verdict]">{{ r.verdict === 'cannot-say' ? 'open' : verdictWords[r.verdict] }}</b> {{ r.sentence }}</p>
        <p v-if="open.length === 0" class="small within">All of it is known.</p>
        <details v-if="known.length > 0" class="small"><summary>{{ known.length }} known</summary><ul><li v-for="r in known" :key="r.code">{{ r.sentence }}</li></ul></details>
        <fieldset v-if="session.mayWrite" :disabled="!live"><legend class="small soft">Output on a scope, to 1 MHz, no signal</legend><button type="button" :aria-pressed="setting.look.output === 'clean'" @click="look('output-look', 'clean')">Clean</button><button type="button" :aria-pressed="setting.look.output === 'oscillates'" @click="look('output-look', 'oscillates')">Oscillates</button></fieldset>
        <fieldset v-if="session.mayWrite" :disabled="!live"><legend class="small soft">Bias when a probe touches the grid</legend><button type="button" :aria-pressed="setting.look.probe === 'steady'" @click="look('probe-touch', 'steady')">Steady</button><button type="button" :aria-pressed="setting.look.probe === 'moves'" @click="look('probe-touch', 'moves')">Moves</button></fieldset>
        <p v-if="session.mayWrite && !live" class="small soft">Seen when it is on.</p>
      </template>
    </aside>
  </div>
</template>

<style scoped>
.setting { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1fr) 318px; gap: 10px; }
.left { min-height: 0; display: flex; flex-direction: column; gap: 8px; }
.reach { padding-bottom: 8px; overflow: hidden auto; min-height: 0; flex: 1; }
.which { padding: 10px 14px 0; max-width: 320px; }
.pad { padding: 14px; }
.sentences { margin: 6px 14px; padding-left: 18px; display: grid; gap: 4px; font-size: 15px; }
.fits { display: grid; gap: 4px 14px; grid-template-columns: minmax(0, 1fr) auto; align-items: center; padding: 4px 14px; border-block: 1px solid var(--fine); margin-top: 4px; }
.fits p { grid-column: 1; } .fits p.small { font-size: 14px; } .fits .go { grid-column: 2; grid-row: 1 / span 2; }
.said-of { overflow: auto; min-height: 0; padding: 8px 12px; display: grid; gap: 8px; align-content: start; }
.said-of h2 { margin-top: 4px; }
fieldset { border: 0; padding: 0; margin: 0; display: flex; gap: 6px; } legend { padding: 0; margin-bottom: 3px; }
button { font: inherit; color: inherit; background: var(--card); border: 1px solid var(--line); border-radius: 4px; min-height: 44px; padding: 0 14px; cursor: pointer; }
button:disabled { color: var(--soft); cursor: default; }
button[aria-pressed='true'] { background: var(--lit); font-weight: 700; border-color: var(--ink); }
.go:not(:disabled) { background: var(--heart-strong); color: #fffdf6; font-weight: 700; }
summary { cursor: pointer; min-height: 26px; } ul { margin: 4px 0 0; padding-left: 18px; }
@media (max-width: 1100px) { .setting { grid-template-columns: minmax(0, 1fr) 270px; } }
</style>
