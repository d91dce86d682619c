<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { RouterLink } from 'vue-router'
import { useBench } from '../../frame/bench'
import EntryLine from './EntryLine.vue'
import FindingPanel from './FindingPanel.vue'
import ItemDetail from './ItemDetail.vue'
import ItemList from './ItemList.vue'
import PhotoStrip from './PhotoStrip.vue'
import PhotoViewer from './PhotoViewer.vue'
import { usePhotos } from './usePhotos'
import { useTestLine } from './useTestLine'
import { partName } from './partName'
import { type BoardItem, type Station } from './useStation'
import type { Schemas } from '../../api/client'

const props = defineProps<{ station: Station }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
defineSlots<{ beside?: (p: { item: BoardItem }) => unknown; under?: (p: { item: BoardItem }) => unknown; head?: () => unknown; empty?: () => unknown }>()
const bench = useBench()
const line = useTemplateRef<InstanceType<typeof EntryLine>>('line')
const finding = ref(false)
const title = computed(() => bench.stations.find((s) => s.station === props.station.name)?.title ?? '')
const entry = useTestLine(props.station, { finding: () => { finding.value = true; return undefined }, photo: () => { picker.value?.click(); return undefined } })
const picker = useTemplateRef<HTMLInputElement>('picker')
const viewed = ref<Schemas['Photo'] | null>(null)
const { sending, send, dismiss } = usePhotos(() => props.station.ids.value)
/** The walk round shows every photo, the part in hand first; the other stations those of the part. */
const photos = computed(() => {
  const all = board.value?.photos ?? []
  const own = all.filter((p) => p.place === props.station.item.value?.part)
  return props.station.name === 'look' ? [...own, ...all.filter((p) => !own.includes(p))] : own
})

function picked(): void {
  const files = [...(picker.value?.files ?? [])]
  if (picker.value !== null) picker.value.value = ''
  void send(files, props.station.item.value?.part ?? '')
  line.value?.focus()
}

const board = computed(() => props.station.board.value)
const unit = computed(() => bench.unit)
const asked = computed(() => board.value?.items.filter((i) => i.asked) ?? [])
const done = computed(() => asked.value.filter((i) => i.done || i.leftAlone !== null).length)
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
      <h1>{{ title }} <small>{{ unit?.maker }} {{ unit?.model }} · {{ unit?.sheet === null ? 'no sheet' : `sheet “${unit?.sheet?.name}” ${unit?.sheet?.number}` }}<template v-if="board !== null"> · {{ done }} of {{ asked.length }} answered</template></small><slot name="head" /></h1>
      <p v-if="bad.length > 0" class="finding"><svg width="12" height="14" aria-hidden="true"><path d="M1 7l10 -6v12z" fill="var(--out)" /></svg><span><b>{{ bad.map((i) => `${partName(i.part)} ${i.wordText.toLowerCase()}`).slice(0, 4).join(', ') }}.</b> {{ bad[0]?.reasons[0]?.sentence }}</span></p>
      <p v-if="station.fault.value !== null" role="alert" class="out">{{ station.fault.value }}</p>
      <div v-if="board !== null && board.items.length > 0" class="two">
        <div class="left"><item-list :items="board.items" :lit="station.item.value?.part ?? null" @choose="choose" /><slot v-if="station.item.value !== null" name="under" :item="station.item.value" /></div>
        <item-detail v-if="station.item.value !== null" :item="station.item.value" :lit="station.current.value?.key ?? null" :cautions="board.cautions" @choose="chooseStep"><slot name="beside" :item="station.item.value" /></item-detail>
      </div>
      <div v-else-if="board !== null" class="card empty"><slot name="empty">
        <h2>Nothing is listed here yet</h2>
        <p>The list is made from the amplifier’s sheet. Choose one at <router-link :to="{ name: 'job-book-in' }">Book-in</router-link>, or draw its circuit under Sheets; what is measured until then goes on the tape as a note.</p>
      </slot></div>
      <p v-else class="soft">Opening…</p>
      <photo-strip v-if="photos.length > 0 || sending.length > 0" :photos="photos" :sending="sending" @open="viewed = $event" @dismiss="dismiss" />
    </div>
    <input ref="picker" class="sr" type="file" accept="image/*" multiple aria-label="Photos" tabindex="-1" @change="picked">
    <photo-viewer v-model:photo="viewed" />
    <finding-panel v-model:open="finding" :place="station.item.value?.part ?? ''" @closed="line?.focus()" />
    <teleport defer to="#entry-slot"><entry-line ref="line" :line="entry" @state="emit('state')" @conditions="emit('conditions')" /></teleport>
  </div>
</template>

<style scoped src="./station.css"></style>
<style scoped>
.two { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr); gap: 10px; }
.left { display: flex; flex-direction: column; gap: 8px; min-height: 0; }
@media (max-width: 760px) { .two { grid-template-columns: minmax(0, 1fr); } .left { max-height: 46vh; } h1 { flex-wrap: wrap; } }
</style>
