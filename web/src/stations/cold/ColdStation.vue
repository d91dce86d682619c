<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { RouterLink } from 'vue-router'
import { useBench } from '../../frame/bench'
import ColdLine from './ColdLine.vue'
import FindingPanel from './FindingPanel.vue'
import ItemDetail from './ItemDetail.vue'
import ItemList from './ItemList.vue'
import type { ColdItem, Station } from './useStation'

const props = defineProps<{ station: Station; title: string }>()
const emit = defineEmits<{ state: []; conditions: []; photo: [] }>()
defineSlots<{ beside?: (p: { item: ColdItem }) => unknown; head?: () => unknown; more?: () => unknown }>()
const bench = useBench()
const line = useTemplateRef<InstanceType<typeof ColdLine>>('line')
const finding = ref(false)

const board = computed(() => props.station.board.value)
const unit = computed(() => bench.job?.units[0])
const done = computed(() => board.value?.items.filter((i) => i.done || i.leftAlone !== null).length ?? 0)
const bad = computed(() => board.value?.items.filter((i) => i.verdict === 'out' || i.verdict === 'danger') ?? [])

function choose(part: string): void {
  props.station.chooseItem(part)
  line.value?.focus()
}
function chooseStep(key: string): void {
  props.station.choose(key)
  line.value?.focus()
}
</script>

<template>
  <div class="station">
    <div class="board-in">
      <h1>{{ title }} <small>{{ unit?.maker }} {{ unit?.model }} · {{ unit?.sheet === null ? 'no sheet' : `sheet “${unit?.sheet?.name}” ${unit?.sheet?.number}` }}<template v-if="board !== null"> · {{ done }} of {{ board.items.length }} answered</template></small><slot name="head" /></h1>
      <p v-if="bad.length > 0" class="finding"><svg width="12" height="14" aria-hidden="true"><path d="M1 7l10 -6v12z" fill="var(--out)" /></svg><span><b>{{ bad.map((i) => `${i.part.replaceAll('-', ' ')} ${i.wordText.toLowerCase()}`).slice(0, 4).join(', ') }}.</b> {{ bad[0]?.reasons[0]?.sentence }}</span></p>
      <p v-if="station.fault.value !== null" role="alert" class="out">{{ station.fault.value }}</p>
      <div v-if="board !== null && board.items.length > 0" class="two">
        <item-list :items="board.items" :lit="station.item.value?.part ?? null" @choose="choose" />
        <item-detail v-if="station.item.value !== null" :item="station.item.value" :lit="station.current.value?.key ?? null" :cautions="board.cautions" @choose="chooseStep"><slot name="beside" :item="station.item.value" /></item-detail>
      </div>
      <div v-else-if="board !== null" class="card empty">
        <h2>Nothing is listed here yet</h2>
        <p>The list is made from the amplifier’s sheet. Choose one at <router-link :to="{ name: 'job-book-in' }">Book-in</router-link>, or draw its circuit under Sheets; what is measured until then goes on the tape as a note.</p>
      </div>
      <p v-else class="soft">Opening…</p>
      <slot name="more" />
    </div>
    <finding-panel v-model:open="finding" :place="station.item.value?.part ?? ''" @closed="line?.focus()" />
    <teleport defer to="#entry-slot"><cold-line ref="line" :station="station" @state="emit('state')" @conditions="emit('conditions')" @finding="finding = true" @photo="emit('photo')" /></teleport>
  </div>
</template>

<style scoped>
.station { display: flex; flex-direction: column; height: 100%; min-height: 0; }
.board-in { flex: 1; min-height: 0; display: flex; flex-direction: column; gap: 8px; padding: 8px 14px; }
h1 { font-size: 19px; display: flex; gap: 12px; align-items: baseline; }
h1 small { font-size: 14px; font-weight: 400; color: var(--soft); }
.two { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr); gap: 10px; }
.finding { background: var(--sap); border: 2px solid var(--out); border-radius: 4px; padding: 4px 10px; font-size: 15px; line-height: 1.3; display: flex; gap: 10px; align-items: center; }
.finding svg { flex: none; }
.empty { padding: 18px 22px; display: grid; gap: 8px; align-content: start; }
@media (max-width: 760px) { .two { grid-template-columns: 1fr; } }
</style>
