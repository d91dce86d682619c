<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { useBench } from '../../frame/bench'
import VerdictShape from '../../marks/VerdictShape.vue'
import WindowMark from '../../marks/WindowMark.vue'
import { partName } from './partName'
import { detailOf } from './detail'
import { keyOf, type BoardItem } from './useStation'

const props = defineProps<{ item: BoardItem; lit: string | null; cautions: string[] }>()
const emit = defineEmits<{ choose: [key: string] }>()
const bench = useBench()

const list = useTemplateRef<HTMLElement>('list')
// The step in hand stays in sight.
watch(() => props.lit, async () => { await nextTick(); list.value?.querySelector('.now')?.scrollIntoView({ block: 'nearest' }) }, { immediate: true })

/** Of work the steps below say what is right; above them stands what is not. */
const told = computed(() => (props.item.more?.kind === 'work' ? props.item.reasons.filter((r) => r.verdict !== 'within' || !/^(joint|across|apart)-/.test(r.code)) : props.item.reasons))
const questions: Record<string, string> = { open: 'open?', 'shorted-turn': 'shorted turn?', leaking: 'leaking?', 'breaks-down': 'breaks down at work?' }
const notAsked = (item: BoardItem): string[] => (detailOf(item, 'iron')?.notAsked ?? []).map((q) => questions[q] ?? q)
const needs = (states: string[]): string => (states.includes(bench.state) || states.length > 3 ? '' : states[0] ?? '')
</script>

<template>
  <section class="card detail" :aria-label="item.part">
    <header>
      <h2>{{ partName(item.part) }} <small>{{ [item.name, item.detail].filter((s) => s !== '').join(' · ') }}</small></h2>
      <p :class="['said', item.done ? item.verdict : 'soft']" role="status"><verdict-shape :verdict="item.verdict" :open="!item.done" />{{ item.wordText }}</p>
    </header>
    <p v-if="item.leftAlone" class="soft">Left alone: {{ item.leftAlone }}</p>
    <ul class="reasons">
      <li v-for="r in told" :key="r.code + r.sentence"><verdict-shape :verdict="r.verdict" /><span>{{ r.sentence }}</span></li>
    </ul>
    <table v-if="item.gauges.length > 0" class="gauges">
      <tbody><tr v-for="g in item.gauges" :key="g.label"><th scope="row">{{ g.label }}</th><td class="m big">{{ g.shown }}</td><td><window-mark v-if="g.window !== null" :position="g.mark.position" :shape="g.mark.shape" :verdict="g.verdict" :words="g.verdict" /></td></tr></tbody>
    </table>
    <section v-if="item.asksFor.length > 0" class="asks" aria-label="What its fault asks for">
      <h3>Look at these too</h3>
      <ul><li v-for="a in item.asksFor" :key="a.station + a.part"><verdict-shape :verdict="a.verdict" :open="!a.done" /><router-link :title="a.title" :to="{ name: 'station', params: { station: a.station }, query: { part: a.part } }">{{ partName(a.part) }}</router-link> <b :class="a.done ? a.verdict : 'soft'">{{ a.wordText.toLowerCase() }}</b></li></ul>
    </section>
    <p v-if="item.askedBy.length > 0" class="small fit">Asked for by the fault at {{ item.askedBy.map(partName).join(', ') }}.</p>
    <slot />
    <p v-if="notAsked(item).length > 0" class="small soft">Not asked: {{ notAsked(item).join(' ') }}</p>
    <ol ref="list" class="steps" aria-label="Steps">
      <li v-for="(s, n) in item.steps" :key="keyOf(s, n)">
        <button type="button" :class="['plain', { now: keyOf(s, n) === lit }]" @click="emit('choose', keyOf(s, n))">
          <svg width="14" height="14" aria-hidden="true"><path v-if="s.given !== null" d="M2 7.5l3.2 3.2L12 3.5" fill="none" stroke="var(--within)" stroke-width="2.2" /><rect v-else x="3" y="3" width="8" height="8" fill="none" stroke="var(--soft)" stroke-width="1.4" :stroke-dasharray="s.optional ? '2 2' : undefined" /></svg>
          <span>{{ s.title }}</span><b v-if="s.given !== null" class="m">{{ s.given }}{{ s.lifted ? ' lifted' : '' }}</b><span v-else-if="s.expects !== ''" class="soft m">{{ s.expects }}</span><span v-else-if="needs(s.states) !== ''" class="soft">{{ needs(s.states) }}</span>
        </button>
      </li>
    </ol>
    <p v-if="item.former.length > 0" class="small soft">Of the part before: <template v-for="(f, n) in item.former" :key="n">{{ n === 0 ? '' : ' · ' }}{{ f.title }} <b class="m">{{ f.given }}</b></template></p>
    <p v-for="c in cautions" :key="c" class="small caution">{{ c }}</p>
  </section>
</template>

<style scoped>
.detail { padding: 8px 12px; overflow-y: auto; scrollbar-width: thin; display: flex; flex-direction: column; gap: 6px; min-height: 0; }
header { display: flex; justify-content: space-between; gap: 12px; align-items: baseline; }
h2 small { font-size: 14px; font-weight: 400; color: var(--soft); }
.said { font-size: 21px; font-weight: 700; white-space: nowrap; }
.said svg { vertical-align: -2px; margin-right: 5px; }
.reasons { list-style: none; margin: 0; padding: 0; display: grid; gap: 2px; }
.reasons li { display: flex; gap: 6px; align-items: flex-start; line-height: 1.3; font-size: 15px; }
.reasons svg { flex: none; margin-top: 1px; }
.gauges { border-collapse: collapse; font-size: 15px; }
.gauges th { text-align: left; font-weight: 500; color: var(--soft); padding-right: 8px; }
.gauges td { padding: 1px 6px; white-space: nowrap; }
.big { font-size: 16px; font-weight: 700; }
.steps { list-style: none; margin: 0; padding: 4px 0 0; border-top: 1px solid var(--line); }
.steps button { width: 100%; display: flex; gap: 8px; align-items: center; min-height: 32px; padding: 0 6px; border-radius: 3px; }
.steps button span:first-of-type { flex: 1; }
.steps .now { background: var(--lit); box-shadow: inset 4px 0 0 var(--heart); }
.asks h3 { font-size: 15px; }
.asks ul { list-style: none; margin: 2px 0 0; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(140px, 1fr)); }
.asks li { display: flex; gap: 6px; align-items: center; min-height: 32px; font-size: 15px; }
.caution { border-left: 3px solid var(--heart); padding-left: 8px; color: var(--soft); }
.caution:first-of-type { margin-top: auto; }
@media (pointer: coarse) { .steps button { min-height: 44px; } }
</style>
