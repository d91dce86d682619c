<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { useBench } from '../../frame/bench'
import { detailOf } from '../common/detail'
import type { Board } from '../common/useStation'
import CausePanel from './CausePanel.vue'
import LeadForm from './LeadForm.vue'
import LeftPanel from './LeftPanel.vue'
import OpeningPanel from './OpeningPanel.vue'
import PartsPanel from './PartsPanel.vue'

/** Around the exchanges: what else an opening reaches, the leads, the cause, what is left for later. */
const props = defineProps<{ board: Board; unit: Schemas['UnitWork']; currency: string; fault: string | null }>()
const bench = useBench()
type Tab = 'openings' | 'leads' | 'parts' | 'cause' | 'left'
const tab = useStorage<Tab>('workTab', 'openings')
const tabs = computed<{ value: Tab; label: string; count: number }[]>(() => [
  { value: 'openings', label: 'While open', count: props.unit.openings.reduce((n, o) => n + o.also.length, 0) },
  { value: 'leads', label: 'Leads', count: props.board.items.filter((i) => i.more?.kind === 'lead' && !i.done).length },
  { value: 'parts', label: 'Parts', count: 0 },
  { value: 'cause', label: 'Cause', count: props.unit.causes.length },
  { value: 'left', label: 'Left open', count: props.unit.openEnds.filter((e) => e.closed === null).length },
])
const labels = computed(() => `/api/jobs/${bench.job?.id ?? ''}/units/${bench.unit?.id ?? ''}/labels.pdf`)
const hasRemoved = computed(() => props.board.items.some((i) => (detailOf(i, 'work')?.fitted.length ?? 0) > 0))
</script>

<template>
  <section class="card panel">
    <div class="tabs"><div role="tablist" aria-label="Around the work"><button v-for="t in tabs" :id="`tab-${t.value}`" :key="t.value" type="button" role="tab" :aria-selected="tab === t.value" aria-controls="work-panel" @click="tab = t.value">{{ t.label }}<span v-if="t.count > 0" class="m"> {{ t.count }}</span></button></div><a v-if="hasRemoved" class="small" :href="labels" target="_blank" rel="noopener">labels</a></div>
    <div id="work-panel" role="tabpanel" :aria-labelledby="`tab-${tab}`">
      <p v-if="fault !== null" class="out small" role="alert">{{ fault }}</p>
      <opening-panel v-if="tab === 'openings'" :unit="unit" :currency="currency" />
      <lead-form v-else-if="tab === 'leads'" :board="board" />
      <parts-panel v-else-if="tab === 'parts'" />
      <cause-panel v-else-if="tab === 'cause'" :unit="unit" />
      <left-panel v-else :unit="unit" />
    </div>
  </section>
</template>

<style scoped>
.panel { padding: 8px 12px; overflow: hidden auto; scrollbar-width: thin; flex: 0 1 auto; min-height: 150px; }
.tabs { display: flex; flex-wrap: wrap; gap: 4px; align-items: center; border-bottom: 1px solid var(--line); margin-bottom: 6px; }
.tabs a { margin-left: auto; } [role='tab'] .m { margin-left: 6px; }
[role='tab'] { font: 15px var(--words); min-height: 34px; padding: 0 7px; border: 0; border-bottom: 3px solid transparent; background: transparent; color: var(--soft); cursor: pointer; }
[role='tab'][aria-selected='true'] { color: var(--ink); font-weight: 700; border-bottom-color: var(--heart); }
@media (pointer: coarse) { [role='tab'] { min-height: 44px; } }
</style>
