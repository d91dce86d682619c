<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Point } from '../../api/client'
import { useBench } from '../../frame/bench'
import { useLitRow } from '../common/useLitRow'
import WindowMark from '../../marks/WindowMark.vue'

const props = defineProps<{ points: Point[]; lit: string | null; tells: string | null }>()
const emit = defineEmits<{ probe: [key: string] }>()
const bench = useBench()
const box = useTemplateRef<HTMLElement>('box')

/** What was typed for a place and has not reached the server. */
const onTheWay = computed(() => new Map(bench.mine.filter((w) => w.body.kind === 'reading' && w.stuck === null).map((w) => [`${String(w.body.payload['place'])}|${String(w.body.payload['function'])}`, String(w.body.payload['text'])])))
const signed = (v: number | null): string => (v === null ? '' : `${v > 0 ? '+' : ''}${v.toFixed(Math.abs(v) < 10 ? 1 : 0).replace('-', '−')} %`)
/** How a mark is said in the table; what is told of by another word of the row is left out. */
const markWords: Record<string, string> = { stale: 'asked again', provisional: 'for now' }
const marksOf = (r: NonNullable<Point['reading']>): string => r.marks.filter((m) => m !== 'accepted' && !(m === 'provisional' && r.marks.includes('warming'))).map((m) => markWords[m] ?? m).join(', ')
const why = (r: NonNullable<Point['reading']>): string => [r.sentence, r.asksAgain.join('; ')].filter((s) => s !== '').join(' · ')
const asShown = (text: string): string => text.replace('-', '−')

useLitRow(box, () => props.lit, 'center')
</script>

<template>
  <div ref="box" class="rows card" tabindex="0" role="region" aria-label="Test points">
    <table>
      <thead><tr><th>Point</th><th>What</th><th class="n">Read, V</th><th class="n">Expected</th><th>Window</th><th class="n off">Off</th><th>Verdict</th></tr></thead>
      <tbody>
        <tr v-for="p in points" :key="p.key" :class="{ lit: p.key === lit }" :aria-current="p.key === lit" @click="emit('probe', p.key)">
          <th scope="row">{{ p.tube === null ? p.place : `${p.tube} · ${p.pin}` }}</th>
          <td>{{ p.tube !== null ? p.electrode : p.function === 'dc-amperes' ? '' : p.name.split(' · ')[1] ?? p.kind }}<span v-if="p.function === 'ac-volts'" class="soft"> AC</span><span v-else-if="p.function === 'dc-amperes'" class="soft"> current</span></td>
          <template v-if="onTheWay.has(p.key)"><td class="n m big">{{ asShown(onTheWay.get(p.key) ?? '') }}</td><td class="n m soft">{{ asShown(p.expected.text ?? '–') }}</td><td></td><td class="off"></td><td class="soft">not judged yet</td></template>
          <template v-else-if="p.reading">
            <td class="n m big">{{ p.reading.shown }}<small v-if="p.unit !== 'V'" class="unit"> {{ p.unit }}</small><small v-if="p.reading.newest !== null" class="then" title="read later; the worse one decides until it is taken back, or what was changed is said">then {{ p.reading.newest.shown }}</small></td><td class="n m soft">{{ p.reading.expectedText ?? '–' }}</td>
            <td><window-mark :position="p.reading.mark.position" :shape="p.reading.mark.shape" :verdict="p.reading.verdict" :words="p.reading.verdictWords" /></td>
            <td class="n m soft off">{{ signed(p.reading.deviationPercent) }}</td>
            <td :title="why(p.reading)"><span :class="['verdict', p.reading.verdict]">{{ p.reading.verdictWords }}</span><span v-if="p.reading.accepted" class="soft"> · let stand</span><span v-else-if="p.reading.marks.length > 0" class="soft marks"> · {{ marksOf(p.reading) }}</span></td>
          </template>
          <template v-else><td class="n m big soft">·</td><td class="n m soft">{{ p.expected.text ?? '–' }}</td><td></td><td class="off"></td><td class="soft">{{ p.key === lit ? 'probe now' : p.key === tells ? 'tells most' : '' }}</td></template>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.rows { overflow: hidden auto; scrollbar-width: thin; min-height: 0; height: 100%; }
table { border-collapse: collapse; width: 100%; font-size: 15px; }
thead th { position: sticky; top: 0; background: var(--card); text-align: left; font-weight: 500; font-size: 13px; color: var(--soft); padding: 4px 5px; border-bottom: 1px solid var(--line); z-index: 1; }
tbody th { text-align: left; font-weight: 700; white-space: nowrap; }
td, tbody th { padding: 3px 5px; border-bottom: 1px solid var(--fine); white-space: nowrap; height: 34px; }
.big { font-size: 18px; font-weight: 700; }

td .marks { font-size: 12.5px; }
.unit { font-size: 13px; font-weight: 500; margin-left: 4px; }
.then { display: block; font-size: 12px; font-weight: 500; color: var(--soft); line-height: 1; }
tr.lit td, tr.lit th { background: var(--lit); }
tr.lit th { box-shadow: inset 4px 0 0 var(--heart); }
tbody tr { cursor: pointer; }
@media (max-width: 1100px) {
  .off { display: none; }
  td, tbody th, thead th { padding: 3px; }
  .big { font-size: 16px; }
  td:nth-child(2) { max-width: 76px; overflow: hidden; text-overflow: ellipsis; }
}
td:last-child { max-width: 130px; overflow: hidden; text-overflow: ellipsis; }
</style>
