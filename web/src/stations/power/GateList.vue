<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { Gate } from './usePower'

/** The gates before power: what is open first, each with what to do and where. */
const props = defineProps<{ gates: Gate[] }>()
const emit = defineEmits<{ conditions: [] }>()
const route = useRoute()
const open = computed(() => props.gates.filter((g) => !g.passes))
const rest = computed(() => props.gates.filter((g) => g.passes))
const words: Record<Gate['state'], string> = { met: 'met', 'not-met': 'not met', unknown: 'not known', 'does-not-apply': 'does not apply', overridden: 'gone through' }
const whose: Record<Gate['authority'], string> = { technician: '', owner: 'Unsafe without: the owner alone goes through.', nobody: 'Nobody goes through.' }
/** What is said under conditions. */
const stated = ['tubes', 'limiter', 'standby', 'load', 'isolation', 'ammeter']
const shapes: Record<Gate['state'], string> = { met: 'M4 12l5 5L18 6', 'does-not-apply': 'M5 11h12', unknown: 'M7 8a4 4 0 1 1 5 4c-1 .5-1 1.5-1 2.5M11 18v1', overridden: 'M3 11h12M11 6l5 5-5 5', 'not-met': 'M5 5l12 12M17 5L5 17' }
</script>

<template>
  <div class="gates" tabindex="0" role="region" aria-label="Gates before power">
    <ul class="open">
      <li v-for="g in open" :key="g.id" :class="g.state">
        <svg width="22" height="22" aria-hidden="true"><path :d="shapes[g.state]" /></svg>
        <div><b>{{ g.title }}</b><span class="state">{{ words[g.state] }}</span><span class="says">{{ g.sentence }} <i>{{ whose[g.authority] }}</i></span></div>
        <router-link v-if="g.station !== null" class="do" :to="{ name: 'station', params: { jobId: route.params['jobId'] ?? '', station: g.station }, query: { part: g.part } }">Do it<span class="sr">: {{ g.title }}</span></router-link>
        <button v-else-if="stated.includes(g.id)" type="button" class="do" @click="emit('conditions')">Say it<span class="sr">: {{ g.title }}</span></button>
      </li>
    </ul>
    <ul class="rest">
      <li v-for="g in rest" :key="g.id" :class="g.state">
        <svg width="22" height="22" aria-hidden="true"><path :d="shapes[g.state]" /></svg>
        <div><span class="title">{{ g.title }}<span class="sr">, {{ words[g.state] }}</span></span><span class="says">{{ g.sentence }}</span></div>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.gates { overflow-y: auto; min-height: 0; position: relative; }
ul { list-style: none; margin: 0; padding: 0; }
li { display: grid; grid-template-columns: 26px minmax(0, 1fr) auto; gap: 8px; align-items: center; padding: 3px 8px; border-bottom: 1px solid var(--fine); min-height: 44px; }
.open div { display: grid; grid-template-columns: minmax(0, 1fr) auto; column-gap: 10px; line-height: 1.25; }
.rest { display: grid; grid-template-columns: 1fr 1fr; column-gap: 10px; }
.rest li { min-height: 42px; } .rest div { display: grid; line-height: 1.2; min-width: 0; }
.rest .title { font-size: 15px; }
.says { grid-column: 1 / -1; font-size: 14px; color: var(--soft); }
.says i { font-style: normal; font-weight: 700; color: var(--danger); }
.state { font-weight: 700; }
.not-met .state { color: var(--danger); } .unknown .state { color: var(--watch); }
path { fill: none; stroke-width: 2.6; stroke: var(--soft); }
.met path { stroke: var(--within); } .unknown path, .overridden path { stroke: var(--watch); } .not-met path { stroke: var(--danger); }
.do { min-height: 44px; min-width: 72px; justify-content: center; display: inline-flex; align-items: center; padding: 0 10px; border: 1px solid var(--line); border-radius: 4px; background: var(--sap); color: var(--heart-strong); font: 700 16px var(--words); text-decoration: none; white-space: nowrap; cursor: pointer; }
@media (max-width: 900px) { .rest { grid-template-columns: 1fr; } }
</style>
