<script setup lang="ts">
import WayPicture from '../../marks/WayPicture.vue'
import { showFigure } from '../../quantity/figure'
import type { Unit } from '../../quantity/parse'
import { verdictWords, type Bias, type BiasTube, type Sweep } from './useBias'

/** Each output tube with what it dissipates, by which way that is known, and what would set it right. */
const props = defineProps<{ tubes: BiasTube[]; stage: Bias['stages'][number]; advice: Sweep['advice']; cautions: string[]; lit: string | null }>()
const emit = defineEmits<{ probe: [key: string] }>()

type Figure = BiasTube['plateWatts']
const shown = (f: Figure, unit: Unit): string => (f === null ? '–' : showFigure(f.value, unit))
const places = (band: number): number => Math.max(0, 1 - Math.floor(Math.log10(Math.max(band, 1e-6))))
const watts = (f: NonNullable<Figure>): string => `${f.value.toFixed(Math.min(2, places(f.band)))} ± ${f.band.toFixed(Math.min(2, places(f.band)))} W`
const milli = (f: NonNullable<Figure>): string => `${(1000 * f.value).toFixed(1)} ± ${(1000 * f.band).toFixed(1)} mA`
const percent = (t: BiasTube): string => (t.plateWatts === null || t.limits[0] === undefined ? '–' : `${String(Math.round((100 * t.plateWatts.value) / t.limits[0].plateWatts))} %`)
const adviceFor = (t: BiasTube): string | undefined => (t.reasons.some((r) => r.code === 'bias-on-target') ? undefined : props.advice.find((a) => a.position === t.position)?.sentence)
/** An example of what is typed: millivolts over a sense resistor, some volts over a winding. */
const examples: Record<string, string> = { 'own-cathode': '0.042', 'shared-cathode': '11.3', 'half-drop': '3.42' }
const typed = (way: BiasTube['ways'][number]): string => `${way.place} ${examples[way.method] ?? '38mA'}`
const isRead = (t: BiasTube, place: string): boolean => t.currents.some((c) => c.places.includes(place))
</script>

<template>
  <div class="tubes card" tabindex="0" role="region" aria-label="Output tubes">
    <section v-for="t in tubes" :key="t.position" :class="['tube', { lit: Object.values(t.places).some((p) => lit === `${p}|dc-volts`) }]">
      <button type="button" class="plain head" @click="emit('probe', `${t.places['cathode']}|dc-volts`)"><b>{{ t.position }}</b> <span class="soft">{{ t.types.join(' or ') }}</span> <b class="big m">{{ percent(t) }}</b></button>
      <p v-if="t.plateWatts !== null" class="m figures"><span>{{ watts(t.plateWatts) }}</span><span>{{ shown(t.plateAmperes, 'A') }}</span><span>{{ shown(t.plateVolts, 'V') }}</span></p>
      <p v-for="r in t.reasons" :key="r.code" class="small"><b :class="['verdict', r.verdict]">{{ verdictWords[r.verdict] }}</b> {{ r.sentence }}</p>
      <p v-if="t.reasons.length === 0" class="small soft">Not read yet.</p>
      <p v-if="adviceFor(t) !== undefined" class="small advice">{{ adviceFor(t) }}</p>
      <details class="small">
        <summary>{{ t.currents.length === 0 ? 'Ways of measuring' : t.currents.slice(0, 1).map((c) => `${milli(c.cathodeAmperes)} by ${c.words}`).join() }}</summary>
        <ul>
          <li v-for="c in t.currents" :key="c.method">{{ c.words }}: <span class="m">{{ milli(c.cathodeAmperes) }}</span><template v-if="c.tubes > 1">, mean of {{ c.tubes }}</template><template v-if="c.unmeasured.length > 0">; {{ c.unmeasured.join(', ') }} as drawn</template></li>
        </ul>
        <div v-for="w in t.ways" :key="w.place + w.function" class="way">
          <way-picture :method="w.method" :words="w.words" />
          <div><b>{{ w.words.replace(/^./, (c) => c.toUpperCase()) }}</b><p v-if="isRead(t, w.place)" class="within">Read.</p><p v-else>Type <span class="m">{{ typed(w) }}</span></p><p class="soft">{{ w.caution }}</p></div>
        </div>
      </details>
    </section>
    <p v-if="stage.start !== null" class="small advice start">{{ stage.start }}</p>
    <section v-if="stage.reasons.length > 0" class="tube">
      <p v-for="r in stage.reasons" :key="r.code" class="small"><b>Set</b> <b :class="['verdict', r.verdict]">{{ verdictWords[r.verdict] }}</b> {{ r.sentence }}</p>
    </section>
    <ul class="small soft mind"><li v-for="c in cautions" :key="c">{{ c }}</li></ul>
  </div>
</template>

<style scoped>
.tubes { overflow: auto; min-height: 0; }
.tube { padding: 8px 12px; border-bottom: 1px solid var(--fine); display: grid; gap: 3px; }
.tube.lit { background: var(--lit); }
.head { display: flex; gap: 8px; align-items: baseline; width: 100%; min-height: 44px; font-size: 17px; }
.big { margin-left: auto; font-size: 34px; line-height: 1; }
.figures { display: flex; justify-content: space-between; font-size: 16px; }
.start { margin: 8px 12px; }
.advice { border-left: 4px solid var(--heart); padding-left: 8px; }
summary { cursor: pointer; min-height: 26px; }
.way { display: grid; grid-template-columns: 124px minmax(0, 1fr); gap: 8px; border-top: 1px solid var(--fine); padding: 6px 0; line-height: 1.3; } .way p { margin-top: 3px; }
ul { margin: 4px 0 0; padding-left: 18px; }
.mind { padding: 6px 12px 10px 30px; }
</style>
