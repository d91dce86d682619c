<script setup lang="ts">
import { computed } from 'vue'
import { ticks } from './axis'

/** How far what sets a bias takes the hottest tube, in percent of what its plate may dissipate: as it is, and with something else fitted. */
export interface RangeEnd { gridVolts: number; share: number; highShare: number }
export interface RangeRow { name: string; cold: RangeEnd; hot: RangeEnd; open: RangeEnd | null }
const props = defineProps<{ rows: RangeRow[]; low: number; high: number; stands: { position: string; share: number }[] }>()

const most = computed(() => Math.min(1.6, Math.max(1.2, ...props.rows.map((r) => r.hot.highShare + 0.1))))
/** Percent of the way across. */
const across = (share: number): number => (100 * Math.min(share, most.value)) / most.value
const at = (share: number): string => `${String(across(share))}%`
const wide = (from: number, to: number): string => `${String(across(to) - across(from))}%`
const volts = (v: number): string => `${v.toFixed(1).replace('-', '−')} V`
const percent = (s: number): string => `${String(Math.round(100 * s))} %`
const isPoint = (r: RangeRow): boolean => r.hot.share - r.cold.share < 0.005
const back = (share: number): string => `${String(100 - across(share))}%`
const worst = (e: RangeEnd): number => Math.max(e.share, e.highShare)
/** Tubes that stand together share a mark. */
const standing = computed(() => [...props.stands].sort((a, b) => a.share - b.share).reduce<{ names: string; share: number }[]>((all, s) => {
  const last = all.at(-1)
  if (last !== undefined && s.share - last.share < 0.08) { last.names += ` ${s.position}`; return all }
  return [...all, { names: s.position, share: s.share }]
}, []))
const marks = computed(() => ticks(0, 100 * most.value, 8))
const said = (r: RangeRow): string => `${r.name}: ${isPoint(r) ? '' : `${volts(r.cold.gridVolts)}, ${percent(r.cold.share)}, to `}${volts(r.hot.gridVolts)}, ${percent(r.hot.share)}; at the highest mains ${percent(r.hot.highShare)}${r.open === null ? '' : `; without its wiper ${percent(worst(r.open))}`}`
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
          <span v-if="!isPoint(r)" class="end cold m" :style="{ left: at(r.cold.share) }"><b>{{ volts(r.cold.gridVolts) }}</b> {{ percent(r.cold.share) }}</span>
          <span class="end hot m" :style="r.hot.share > most / 2 ? { right: back(r.hot.share) } : { left: at(r.hot.share) }"><b>{{ volts(r.hot.gridVolts) }}</b> {{ percent(r.hot.share) }}</span>
          <span v-if="r.open !== null" :class="['open', 'm', { lost: worst(r.open) > 1 }]" :style="worst(r.open) > most / 2 ? { right: back(worst(r.open)) } : { left: at(worst(r.open)) }">{{ worst(r.open) > most ? '' : '◆ ' }}no wiper {{ percent(worst(r.open)) }}{{ worst(r.open) > most ? ' ▸' : '' }}</span>
        </div>
      </div>
      <span v-for="s in standing" :key="s.names" class="stands m" :style="{ left: at(s.share) }">{{ s.names }}</span>
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
.track { position: relative; height: 88px; }
.bar, .high { position: absolute; top: 22px; height: 20px; }
.bar { background: var(--heart); min-width: 4px; }
.high { background: repeating-linear-gradient(135deg, var(--heart) 0 3px, transparent 3px 8px); }
.end { position: absolute; white-space: nowrap; font-size: 16px; }
.cold { top: 0; }
.hot { top: 44px; }
.open { position: absolute; top: 66px; white-space: nowrap; font-size: 15px; color: var(--within); }
.open.lost { color: var(--danger); font-weight: 700; }
.stands { position: absolute; bottom: 0; transform: translateX(-50%); font-weight: 700; font-size: 15px; padding: 0 3px; }
.stands::before { content: '▾'; display: block; line-height: 6px; text-align: center; }
.axis { position: relative; height: 22px; font-size: 14px; }
.axis span { position: absolute; transform: translateX(-50%); }
.axis span:first-child { transform: none; } .axis span:last-child { transform: translateX(-100%); }
</style>
