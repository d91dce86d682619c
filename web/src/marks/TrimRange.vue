<script setup lang="ts">
import { computed } from 'vue'
import { ticks } from './axis'

/** How far what sets a bias takes the hottest tube, in percent of what its plate may dissipate: as it is, and with something else fitted. */
export interface RangeEnd { gridVolts: number; share: number; highShare: number }
export interface RangeRow { name: string; cold: RangeEnd; hot: RangeEnd; open: RangeEnd | null }
const props = defineProps<{ rows: RangeRow[]; low: number; high: number; stands: { position: string; share: number }[] }>()

const most = computed(() => Math.min(1.6, Math.max(1.2, ...props.rows.map((r) => r.hot.highShare + 0.1))))
const at = (share: number): string => `${String((100 * Math.min(share, most.value)) / most.value)}%`
const wide = (from: number, to: number): string => `max(4px, ${String((100 * (Math.min(to, most.value) - Math.min(from, most.value))) / most.value)}%)`
const volts = (v: number): string => `${v.toFixed(1).replace('-', '−')} V`
const percent = (s: number): string => `${String(Math.round(100 * s))} %`
const isPoint = (r: RangeRow): boolean => r.hot.share - r.cold.share < 0.005
const marks = computed(() => ticks(0, 100 * most.value, 8))
const said = (r: RangeRow): string => `${r.name}: ${isPoint(r) ? '' : `${volts(r.cold.gridVolts)}, ${percent(r.cold.share)}, to `}${volts(r.hot.gridVolts)}, ${percent(r.hot.share)}; at the highest mains ${percent(r.hot.highShare)}${r.open === null ? '' : `; without its wiper ${percent(Math.max(r.open.share, r.open.highShare))}`}`
</script>

<template>
  <figure class="ranges">
    <div class="scale">
      <div class="band" :style="{ left: at(low), width: wide(low, high) }" aria-hidden="true"></div>
      <div class="limit" :style="{ left: at(1) }" aria-hidden="true"></div>
      <div v-for="r in rows" :key="r.name" class="row" role="img" :aria-label="said(r)">
        <p class="name">{{ r.name }}</p>
        <div class="track">
          <span class="high" :style="{ left: at(r.hot.share), width: wide(r.hot.share, r.hot.highShare) }"></span>
          <span class="bar" :style="{ left: at(r.cold.share), width: wide(r.cold.share, r.hot.share) }"></span>
          <span v-if="!isPoint(r)" class="end m" :style="{ left: at(r.cold.share) }"><b>{{ volts(r.cold.gridVolts) }}</b> {{ percent(r.cold.share) }}</span>
          <span class="end hot m" :style="{ left: at(r.hot.share) }"><b>{{ volts(r.hot.gridVolts) }}</b> {{ percent(r.hot.share) }}<template v-if="r.hot.highShare > r.hot.share"> <small>+10 %: {{ percent(r.hot.highShare) }}</small></template></span>
          <span v-if="r.open !== null" :class="['open', 'm', { lost: Math.max(r.open.share, r.open.highShare) > 1 }]" :style="r.open.share > most * 0.7 ? { right: 0 } : { left: at(r.open.share) }">{{ Math.max(r.open.share, r.open.highShare) > most ? '▸' : '◆' }} no wiper {{ percent(r.open.share) }}</span>
        </div>
      </div>
      <span v-for="s in stands" :key="s.position" class="stands m" :style="{ left: at(s.share) }" :title="`${s.position} now: ${percent(s.share)}`">{{ s.position }}</span>
    </div>
    <div class="axis m" aria-hidden="true"><span v-for="t in marks" :key="t" :style="{ left: at(t / 100) }">{{ t }}</span></div>
    <figcaption class="soft small">% of what the hottest plate may; shaded where the stage belongs, line at 100 %; hatched: at the highest mains</figcaption>
  </figure>
</template>

<style scoped>
.ranges { margin: 0; padding: 10px 14px; display: grid; gap: 2px; }
.scale { position: relative; display: grid; gap: 8px; padding-bottom: 24px; border-bottom: 2px solid var(--ink); }
.band { position: absolute; top: 0; bottom: 0; background: var(--window); }
.limit { position: absolute; top: 0; bottom: 0; border-left: 3px solid var(--danger); }
.row { position: relative; }
.name { font-weight: 700; }
.track { position: relative; height: 76px; }
.bar, .high { position: absolute; top: 26px; height: 22px; }
.bar { background: var(--heart); }
.high { background: repeating-linear-gradient(135deg, var(--heart) 0 3px, transparent 3px 8px); }
.end { position: absolute; top: 2px; white-space: nowrap; font-size: 16px; }
.end small { font-size: 14px; color: var(--soft); margin-left: 8px; }
.open { position: absolute; top: 52px; white-space: nowrap; font-size: 15px; color: var(--within); }
.open.lost { color: var(--danger); font-weight: 700; }
.stands { position: absolute; bottom: 0; transform: translateX(-50%); font-weight: 700; font-size: 15px; padding: 0 3px; }
.stands::before { content: '▾'; display: block; line-height: 6px; text-align: center; }
.axis { position: relative; height: 22px; font-size: 14px; }
.axis span { position: absolute; transform: translateX(-50%); }
.axis span:first-child { transform: none; }
</style>
