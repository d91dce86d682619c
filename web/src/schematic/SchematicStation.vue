<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, nextTick, onMounted, reactive, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { useBench } from '../frame/bench'
import { useElementSize } from '@vueuse/core'
import PlaceMark from './PlaceMark.vue'
import { useView } from './useView'

type State = Schemas['PlaceStates'][string]
const bench = useBench()
const session = useSession()
const queries = useQueryClient()
const box = useTemplateRef<HTMLElement>('box')
const picker = useTemplateRef<HTMLInputElement>('picker')
const shown = reactive(useElementSize(box))

const unit = computed(() => bench.unit)
const sheetId = computed(() => unit.value?.sheet?.sheetId ?? '')
const ids = computed(() => ({ jobId: bench.job?.id ?? '', unitId: unit.value?.id ?? '' }))
const pages = useQuery({ queryKey: computed(() => ['pages', sheetId.value]), queryFn: () => ask(api.GET('/api/sheets/{sheetId}/pages', { params: { path: { sheetId: sheetId.value } } })), enabled: computed(() => sheetId.value !== '') })
const newest = computed(() => Math.max(0, ...bench.entries.map((e) => e.sequence)))
const places = useQuery({ queryKey: computed(() => ['places', ids.value.jobId, newest.value]), queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/places', { params: { path: ids.value } })), enabled: computed(() => ids.value.unitId !== ''), placeholderData: (before) => before })

const number = ref(0)
const page = computed(() => pages.data.value?.[number.value] ?? null)
const states = computed<Record<string, State>>(() => places.data.value ?? {})
const said = ref('')
const placing = ref<string | null>(null)
/** Marks keep their size on the glass; they are sized anew once the zoom rests, so that a frame of it stays cheap. */
const inverse = ref(1)
let resting: ReturnType<typeof setTimeout> | undefined
const { view, fit, zoomAt, pan, toFraction, centre } = useView(() => ({ width: page.value?.width ?? 1, height: page.value?.height ?? 1, window: shown }))
watch(() => view.zoom, (zoom) => {
  clearTimeout(resting)
  resting = setTimeout(() => { inverse.value = 1 / zoom }, 90)
})
watch([() => page.value?.id, () => shown.width], () => { if (page.value !== null) fit() })

/** Everything of the sheet that stands on no page yet. */
const unplaced = computed(() => {
  const placed = new Set((pages.data.value ?? []).flatMap((p) => p.marks.map((m) => m.place)))
  return Object.keys(states.value).filter((p) => !placed.has(p) && p !== 'mains' && p !== 'heaters' && !/^[a-z]/.test(p)).sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
})
const counts = computed(() => {
  const all = (pages.data.value ?? []).flatMap((p) => p.marks.map((m) => states.value[m.place] ?? 'not-yet'))
  return (['not-yet', 'good', 'off', 'replaced', 'left'] as const).map((state) => ({ state, count: all.filter((s) => s === state).length })).filter((c) => c.count > 0)
})
const words: Record<State, string> = { 'not-yet': 'not yet', good: 'good', off: 'measured off', replaced: 'replaced', left: 'left on purpose' }

const keep = useMutation({
  mutationFn: (p: { id: string; marks: Schemas['SchematicMark'][] }) => ask(api.PUT('/api/schematic-pages/{pageId}/marks', { params: { path: { pageId: p.id } }, body: { marks: p.marks } })),
  onSuccess: () => queries.invalidateQueries({ queryKey: ['pages', sheetId.value] }),
  onError: (e) => { said.value = e.message },
})
const removePage = useMutation({
  mutationFn: (pageId: string) => ask(api.DELETE('/api/schematic-pages/{pageId}', { params: { path: { pageId } } })),
  onSuccess: () => { number.value = 0; return queries.invalidateQueries({ queryKey: ['pages', sheetId.value] }) },
})

const sending = ref(false)
async function attach(): Promise<void> {
  const file = picker.value?.files?.[0]
  if (file === undefined) return
  const form = new FormData()
  form.append('file', file)
  sending.value = true
  said.value = ''
  try {
    const answer = await fetch(`/api/sheets/${sheetId.value}/pages`, { method: 'POST', body: form, headers: { Accept: 'application/json' } })
    if (!answer.ok) said.value = ((await answer.json()) as Schemas['Problem']).detail.replace(/^file: /, '').replace(/^./, (c) => c.toUpperCase()) + '.'
    await queries.invalidateQueries({ queryKey: ['pages', sheetId.value] })
  } catch {
    said.value = 'The server does not answer. Send it again when it is back.'
  }
  sending.value = false
  if (picker.value !== null) picker.value.value = ''
}

const at = (e: MouseEvent): { x: number; y: number } => {
  const r = box.value?.getBoundingClientRect()
  return { x: e.clientX - (r?.left ?? 0), y: e.clientY - (r?.top ?? 0) }
}
let from: { x: number; y: number } | null = null
let moved = false
function down(e: PointerEvent): void {
  from = at(e)
  moved = false
  box.value?.setPointerCapture(e.pointerId)
}
function move(e: PointerEvent): void {
  if (from === null) return
  const to = at(e)
  if (Math.abs(to.x - from.x) + Math.abs(to.y - from.y) < 3 && !moved) return
  moved = true
  pan(to.x - from.x, to.y - from.y)
  from = to
}
function up(e: PointerEvent): void {
  from = null
  if (moved || placing.value === null || page.value === null) return
  const spot = toFraction(at(e))
  if (spot.x < 0 || spot.x > 1 || spot.y < 0 || spot.y > 1) return
  const place = placing.value
  const next = unplaced.value[unplaced.value.indexOf(place) + 1] ?? null
  keep.mutate({ id: page.value.id, marks: [...page.value.marks.filter((m) => m.place !== place), { place, x: spot.x, y: spot.y }] })
  placing.value = next
}
function wheel(e: WheelEvent): void { zoomAt(Math.exp(-e.deltaY / 400), at(e)) }
function key(e: KeyboardEvent): void {
  const middle = { x: shown.width / 2, y: shown.height / 2 }
  const acts: Record<string, () => void> = {
    '+': () => { zoomAt(1.25, middle) }, '=': () => { zoomAt(1.25, middle) }, '-': () => { zoomAt(0.8, middle) }, '0': fit,
    ArrowLeft: () => { pan(60, 0) }, ArrowRight: () => { pan(-60, 0) }, ArrowUp: () => { pan(0, 60) }, ArrowDown: () => { pan(0, -60) },
    PageDown: () => { number.value = Math.min((pages.data.value?.length ?? 1) - 1, number.value + 1) }, PageUp: () => { number.value = Math.max(0, number.value - 1) },
    Escape: () => { placing.value = null },
  }
  const act = acts[e.key]
  if (act !== undefined) { e.preventDefault(); act() }
}
function unmark(place: string): void {
  if (page.value !== null) keep.mutate({ id: page.value.id, marks: page.value.marks.filter((m) => m.place !== place) })
}
/** Brings the place in hand to the middle. */
function goTo(place: string): void {
  const i = pages.data.value?.findIndex((p) => p.marks.some((m) => m.place === place)) ?? -1
  const mark = pages.data.value?.[i]?.marks.find((m) => m.place === place)
  if (mark === undefined) return
  number.value = i
  void nextTick(() => {
    if (view.zoom * (page.value?.width ?? 1) < 1.6 * shown.width) zoomAt((1.6 * shown.width) / (view.zoom * (page.value?.width ?? 1)), { x: 0, y: 0 })
    centre(mark)
  })
}
function print(): void { window.print() }
onMounted(() => { box.value?.focus() })
</script>

<template>
  <div class="station">
    <h1>Schematic <small v-if="unit?.sheet">sheet “{{ unit.sheet.name }}” {{ unit.sheet.number }}</small>
      <span class="tools">
        <template v-if="(pages.data.value?.length ?? 0) > 1"><button v-for="(p, n) in pages.data.value ?? []" :key="p.id" type="button" :aria-pressed="n === number" @click="number = n">{{ n + 1 }}</button></template>
        <template v-if="page !== null"><button type="button" aria-label="Larger" @click="zoomAt(1.25, { x: shown.width / 2, y: shown.height / 2 })">+</button><button type="button" aria-label="Smaller" @click="zoomAt(0.8, { x: shown.width / 2, y: shown.height / 2 })">−</button><button type="button" @click="fit">whole</button><button v-if="bench.probing !== null" type="button" @click="goTo(bench.probing)">to {{ bench.probing }}</button><button type="button" @click="print">print</button></template>
        <button v-if="session.mayWrite && sheetId !== ''" type="button" :disabled="sending" @click="picker?.click()">{{ sending ? 'drawing the pages…' : page === null ? 'attach PDF or picture' : 'add pages' }}</button>
        <button v-if="session.mayWrite && page !== null" type="button" @click="removePage.mutate(page.id)">take page away</button>
      </span>
    </h1>
    <p v-if="said !== ''" role="alert" class="out">{{ said }}</p>
    <div class="two">
      <div v-show="page !== null" ref="box" class="card sheet" tabindex="0" role="application" aria-label="Page of the schematic: drag or arrows move it, plus and minus zoom" :class="{ placing: placing !== null }" @pointerdown="down" @pointermove="move" @pointerup="up" @wheel.prevent="wheel" @keydown="key">
        <div v-if="page !== null" :class="['page-in', { far: inverse > 2 }]" :style="{ width: `${page.width}px`, height: `${page.height}px`, transform: `translate(${view.x}px, ${view.y}px) scale(${view.zoom})`, '--inverse': inverse }">
          <img :src="`/api/schematic-pages/${page.id}/image`" :alt="`Page ${page.number} of the schematic`" draggable="false">
          <place-mark v-for="m in page.marks" :key="m.place" :mark="m" :state="states[m.place] ?? 'not-yet'" :lit="m.place === bench.probing" />
        </div>
      </div>
      <div v-if="page === null" class="card empty">
        <template v-if="sheetId === ''"><h2>No sheet yet</h2><p>The schematic hangs on a sheet. Choose one at <router-link :to="{ name: 'job-book-in' }">Book-in</router-link>.</p></template>
        <template v-else-if="!pages.isLoading.value"><h2>No page yet</h2><p>Attach the schematic as a PDF or as pictures. Then place the sheet’s parts and points on it, once for all amplifiers of this sheet: from then on it shows how each of them stands.</p></template>
      </div>
      <aside v-if="page !== null" class="side">
        <ul class="legend"><li v-for="c in counts" :key="c.state"><svg width="20" height="20" viewBox="-10 -10 20 20" aria-hidden="true"><place-mark bare :state="c.state" :mark="{ place: '', x: 0, y: 0 }" /></svg>{{ words[c.state] }} <b>{{ c.count }}</b></li></ul>
        <template v-if="session.mayWrite">
          <p class="small soft">{{ placing === null ? `${unplaced.length} still to place. Choose one, then click where it is.` : `Click where ${placing} is.` }}</p>
          <div class="unplaced"><button v-for="p in unplaced" :key="p" type="button" :aria-pressed="p === placing" @click="placing = p === placing ? null : p">{{ p }}</button></div>
          <p v-if="page.marks.length > 0" class="small soft">Placed here, click to lift:</p>
          <div class="unplaced"><button v-for="m in page.marks" :key="m.place" type="button" class="set" @click="unmark(m.place)">{{ m.place }}</button></div>
        </template>
      </aside>
    </div>
    <input ref="picker" class="sr" type="file" accept="application/pdf,image/*" aria-label="Schematic" tabindex="-1" @change="attach">
  </div>
</template>

<style scoped>
.station { display: flex; flex-direction: column; height: 100%; min-height: 0; gap: 8px; padding: 8px 14px; }
h1 { font-size: 19px; display: flex; gap: 12px; align-items: baseline; }
h1 small { font-size: 14px; font-weight: 400; color: var(--soft); }
.tools { margin-left: auto; display: flex; flex-wrap: wrap; gap: 4px; }
button { font: 14px var(--words); border: 1px solid var(--line); background: var(--card); color: var(--ink); border-radius: 4px; min-height: 36px; min-width: 36px; padding: 0 10px; cursor: pointer; }
button[aria-pressed='true'] { background: var(--needle); color: var(--on-needle); border-color: var(--needle); }
.two { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1fr) 176px; gap: 10px; }
.sheet { position: relative; overflow: hidden; cursor: grab; touch-action: none; background: #fff; }
.sheet.placing { cursor: crosshair; }
.page-in { position: absolute; left: 0; top: 0; transform-origin: 0 0; will-change: transform; }
.page-in img { width: 100%; height: 100%; display: block; user-select: none; }
.empty { grid-column: 1 / -1; padding: 18px 22px; display: grid; gap: 8px; align-content: start; }
.side { overflow-y: auto; scrollbar-width: thin; display: flex; flex-direction: column; gap: 6px; }
.legend { list-style: none; margin: 0; padding: 0; font-size: 14px; }
.legend li { display: flex; gap: 6px; align-items: center; }
.legend b { margin-left: auto; }
.unplaced { display: flex; flex-wrap: wrap; gap: 3px; }
.unplaced button { min-height: 32px; padding: 0 7px; font-family: var(--figures); }
.unplaced .set { opacity: 0.75; }
@media print { .tools, .side { display: none; } .two { display: block; } .sheet { border: 0; overflow: visible; } .page-in { position: static; transform: none !important; width: 100% !important; height: auto !important; } }
</style>
