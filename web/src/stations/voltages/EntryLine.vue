<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useSession } from '../../access/session'
import type { Point } from '../../api/client'
import { useBench } from '../../frame/bench'
import MeterQuestion from '../../frame/MeterQuestion.vue'
import { useEntryField } from '../../frame/useEntryField'
import { parseQuantity, showQuantity, type Quantity } from '../../quantity/parse'
import { slipOf, type Probe, type Slip } from './useProbe'

const props = defineProps<{ probe: Probe }>()
const emit = defineEmits<{ state: []; conditions: [] }>()
const bench = useBench()
const session = useSession()

type Mode = 'tapped' | 'note' | 'accept' | 'fitted'
const asked = ref<{ slip: Slip; typed: string; quantity: Quantity; point: Point } | null>(null)
/** A line whose place the sheet does not have: the same line again means it. */
const placeAsked = ref('')
const meterAsked = ref(false)
const field = useTemplateRef<HTMLInputElement>('field')
const line = useEntryField<Mode>(field)
const { mode, text, said, focus, refuse } = line

const current = computed(() => props.probe.current.value)
const point = computed(() => (current.value?.kind === 'point' ? current.value.point : null))
const island = computed(() => (current.value?.kind === 'island' ? current.value.island : null))
const noSheet = computed(() => bench.job?.units[0]?.sheet === null)
const live = computed(() => bench.state === 'energised' || bench.state === 'ramping' || bench.state === 'driven')

/** The point that a reason would be for: the one chosen when it was read, else the last one written. */
const standing = computed(() => (point.value?.reading !== null && point.value !== null ? point.value : (bench.bench?.points.find((p) => p.key === props.probe.lastWritten.value && p.reading !== null) ?? null)))

const title = computed(() => {
  if (mode.value === 'note') return 'Note'
  if (mode.value === 'fitted') return 'Fitted in this unit'
  if (mode.value === 'accept') return `Let ${standing.value?.name ?? ''} stand`
  if (island.value !== null) return `${bench.state === 'dead' ? 'Prove again' : 'Prove'}: ${island.value.name}`
  if (point.value === null) return 'Type a place and its volts'
  return `${point.value.name}${point.value.electrode === '' || point.value.tube === null ? '' : ` · ${point.value.electrode}`}`
})
const below = computed(() => {
  if (mode.value === 'note') return point.value === null ? 'about the job' : `at ${point.value.name}, or about the job`
  if (mode.value === 'accept') return 'because…'
  if (mode.value === 'fitted') return 'R14 12k · V4 5881 · T2 new · V3 socket repaired · P1 @0.3 · P1 turned · found R14 12k'
  if (island.value !== null) return `DC volts at ${island.value.proofAt}${island.value.where === null ? '' : `, ${island.value.where}`} · under 10 V`
  if (point.value === null) return 'V3.5 287 · V4.8 38mA'
  const e = point.value.expected
  const where = point.value.where ?? ''
  const against = point.value.against === 'chassis' ? '' : ` against ${point.value.against}`
  const expect = e.obstacle !== null ? e.obstacle : e.text === null ? '' : `expect ${e.text} ${point.value.unit} (${e.windowText ?? ''})`
  return [where + against, expect].filter((s) => s.trim() !== '').join(' · ')
})
const unit = computed(() => (mode.value === 'value' || mode.value === 'tapped' ? ({ 'ac-volts': 'V AC', 'dc-volts': 'V DC', 'dc-amperes': 'A DC' }[point.value?.function ?? 'dc-volts']) : ''))
const typedIn = (p: Point | null): 'V' | 'A' => (p?.function === 'dc-amperes' ? 'A' : 'V')

watch(() => current.value?.key, () => { said.value = ''; asked.value = null; bench.probing = point.value?.place ?? null; void nextTick(focus) }, { immediate: true })
defineExpose({ focus })

function enter(to: Mode): void {
  if (to === 'accept' && standing.value === null) { said.value = 'Nothing is read yet that could be let stand.'; return }
  if (to === 'tapped' && point.value === null) { said.value = 'Only a reading can move when tapped.'; return }
  line.enter(to)
}
function done(): void {
  asked.value = null
  line.done()
}

async function takeBack(): Promise<void> {
  const target = standing.value
  if (target?.reading === null || target === null) { said.value = 'Nothing is read yet that could be taken back.'; return }
  await bench.write('correction', { corrects: target.reading.entryId, reason: '' })
  props.probe.choose(target.key)
}

/** Keys that act in an empty field; none of them can begin a value. */
const keys: Record<string, () => void> = {
  t: () => { enter('tapped') },
  n: () => { enter('note') },
  f: () => { enter('fitted') },
  a: () => { enter('accept') },
  u: () => { void takeBack() },
  c: () => { emit('conditions') },
  s: () => { emit('state') },
  ArrowDown: () => { props.probe.step(1) },
  ArrowUp: () => { props.probe.step(-1) },
  ArrowLeft: () => { if (props.probe.lastWritten.value !== null) props.probe.choose(props.probe.lastWritten.value) },
}
function onKey(e: KeyboardEvent): void {
  if (e.key === 'Escape' && (mode.value !== 'value' || asked.value !== null)) { done(); return }
  if (asked.value !== null && (e.key === 'y' || e.key === 'Y')) { e.preventDefault(); void answer(true); return }
  if (text.value !== '' || mode.value !== 'value' || e.ctrlKey || e.metaKey || e.altKey) return
  const act = keys[e.key]
  if (act !== undefined) { e.preventDefault(); act() }
}

interface Typed { place: string; function: Point['function']; text: string; slipAnswer?: 'as-typed' | 'moved' }
const reading = (t: Typed, more: Record<string, unknown> = {}): Promise<unknown> => bench.write('reading', { ...t, ...more })
async function write(): Promise<void> {
  said.value = ''
  if (asked.value !== null) { await answer(false); return }
  if (mode.value === 'note') {
    if (text.value.trim() !== '') await bench.write('note', { text: text.value.trim(), ...(point.value === null ? {} : { place: point.value.place }) })
    done()
    return
  }
  if (mode.value === 'fitted') {
    if (text.value.trim() !== '') await bench.write('as-fitted', { text: text.value.trim() })
    done()
    return
  }
  if (mode.value === 'accept') {
    if (text.value.trim() === '') { said.value = 'A reason belongs here.'; return }
    if (standing.value?.reading) await bench.write('accept', { reading: standing.value.reading.entryId, reason: text.value.trim() })
    done()
    return
  }
  if (text.value.trim() === '') return
  if (island.value !== null) { await prove(island.value.id); return }
  if (mode.value === 'tapped') { await tapped(); return }
  const placed = /^([A-Z][A-Za-z0-9]*(?:[./+-][A-Za-z0-9]+)*)\s+(\S.*)$/.exec(text.value.trim())
  if (placed !== null) { await atPlace(placed[1] ?? '', placed[2] ?? ''); return }
  if (point.value === null) { said.value = 'Say the place first: V3.5 287.'; return }
  if (text.value.includes('/')) { await pair(); return }
  const parsed = parseQuantity(text.value, typedIn(point.value))
  if (!parsed.ok) { refuse(parsed.sentence); return }
  const slip = parsed.quantity.kind === 'value' ? slipOf(point.value, parsed.quantity.value) : null
  if (slip !== null) { asked.value = { slip, typed: text.value.trim(), quantity: parsed.quantity, point: point.value }; return }
  await written({ place: point.value.place, function: point.value.function, text: text.value.trim() })
}

async function written(t: Typed, key = current.value?.key ?? ''): Promise<void> {
  await reading(t, bench.byMeter)
  props.probe.advance(key)
  done()
}

async function answer(moved: boolean): Promise<void> {
  const a = asked.value
  if (a === null) return
  const meant = { ...a.quantity, value: a.quantity.value * a.slip.factor, resolution: Math.abs(a.quantity.resolution * a.slip.factor) }
  const digits = Math.max(0, -Math.round(Math.log10(meant.resolution)))
  await written({ place: a.point.place, function: a.point.function, text: moved ? meant.value.toFixed(digits) : a.typed, slipAnswer: moved ? 'moved' : 'as-typed' }, a.point.key)
}

async function prove(id: string): Promise<void> {
  const parsed = parseQuantity(text.value, 'V')
  if (!parsed.ok) { refuse(parsed.sentence); return }
  if (bench.meterId === null) { meterAsked.value = true; return }
  await bench.write('discharge-proof', { island: id, text: text.value.trim(), ...bench.byMeter })
  props.probe.release()
  done()
}

function meterNamed(): void {
  meterAsked.value = false
  void write()
}

async function tapped(): Promise<void> {
  const texts = text.value.trim().split(/\s+/)
  for (const t of texts) {
    const parsed = parseQuantity(t, typedIn(point.value))
    if (!parsed.ok) { refuse(parsed.sentence); return }
  }
  if (point.value === null) return
  const key = current.value?.key ?? ''
  await reading({ place: point.value.place, function: point.value.function, text: texts[0] ?? '' }, { tapped: texts, ...bench.byMeter })
  props.probe.advance(key)
  done()
}

async function atPlace(place: string, figure: string): Promise<void> {
  const parsed = parseQuantity(figure, 'V')
  if (!parsed.ok && parseQuantity(figure, 'A').ok) { await currentAt(place, figure); return }
  if (!parsed.ok) { refuse(parsed.sentence); return }
  const here = bench.bench?.points.filter((p) => p.place === place && p.function !== 'dc-amperes') ?? []
  const only = here.length === 1 ? here[0] : undefined
  if (!known(place) && placeAsked.value !== text.value) { placeAsked.value = text.value; said.value = `The sheet has no ${place}. Enter again if it is meant.`; return }
  const slip = only !== undefined && parsed.quantity.kind === 'value' ? slipOf(only, parsed.quantity.value) : null
  if (only !== undefined && slip !== null) { asked.value = { slip, typed: figure, quantity: parsed.quantity, point: only }; return }
  await reading({ place, function: only?.function ?? 'dc-volts', text: figure }, { ...bench.byMeter, ...(known(place) ? {} : { placeAnswer: 'as-typed' }) })
  props.probe.advance(`${place}|${only?.function ?? 'dc-volts'}`)
  done()
}

/** Amperes into a pin or through a part, said with their unit; the server knows the parts. */
async function currentAt(place: string, figure: string): Promise<void> {
  await written({ place, function: 'dc-amperes', text: figure }, `${place}|dc-amperes`)
}

/** Whether the sheet has the place; without a sheet any place is as good as another. */
function known(place: string): boolean {
  if (noSheet.value || bench.bench?.points.some((p) => p.place === place) === true || bench.bench?.stairs.some((t) => t.node === place) === true) return true
  const pin = /^(V\d+[A-Za-z]?)\.(\d{1,2})$/.exec(place)
  const tube = bench.bench?.tubes.find((t) => t.position === pin?.[1])
  return pin === null || tube === undefined ? false : Number(pin[2]) >= 1 && Number(pin[2]) <= (tube.pinCount ?? 0)
}

/** Two figures for a pair: this place, and the sister that the sheet gives. */
async function pair(): Promise<void> {
  const here = point.value
  if (here === null) return
  const sister = bench.bench?.points.find((p) => p.function === here.function && (p.place === here.sister || p.sister === here.place))
  const [one = '', two = '', ...more] = text.value.split('/')
  if (sister === undefined) { refuse(`The sheet gives no sister of ${here.name}. Type one figure.`); return }
  if (more.length > 0) { refuse('Two figures make a pair, no more.'); return }
  for (const t of [one, two]) {
    const parsed = parseQuantity(t, typedIn(here))
    if (!parsed.ok) { refuse(parsed.sentence); return }
  }
  const first = await bench.write('reading', { place: here.place, function: here.function, text: one.trim(), ...bench.byMeter })
  await bench.write('reading', { place: sister.place, function: sister.function, text: two.trim(), pairOf: first.body.id, ...bench.byMeter })
  props.probe.advance(sister.key)
  done()
}

const understood = computed(() => {
  if ((mode.value !== 'value') || text.value.trim() === '' || text.value.includes('/')) return ''
  const parsed = parseQuantity(text.value, typedIn(point.value))
  return parsed.ok && /[^\d.,+−-]/.test(text.value.trim()) ? showQuantity(parsed.quantity) : ''
})
const slipQuestion = computed(() => {
  const a = asked.value
  if (a === null) return ''
  const meant = showQuantity({ ...a.quantity, value: a.quantity.value * a.slip.factor, resolution: Math.abs(a.quantity.resolution * a.slip.factor) })
  const why = { decade: 'a decade off?', unit: 'another unit?', sign: 'the other sign?' }[a.slip.slip]
  return `Meant ${meant}? ${why.replace(/^./, (c) => c.toUpperCase())}`
})
const lastRead = computed(() => bench.bench?.points.find((p) => p.key === props.probe.lastWritten.value) ?? null)
const lastRefused = computed(() => { const last = bench.entries.at(-1); return last?.refused === true && last.personId === session.me?.id ? last.line : null })
</script>

<template>
  <footer class="line">
    <div class="probe">
      <span class="small soft">{{ mode === 'value' || mode === 'tapped' ? (island === null ? (!live ? '' : probe.allRead.value ? 'All points read' : 'Probe next') : 'Chassis off') : '' }}</span>
      <b>{{ title }}</b>
      <span class="small soft">{{ below }}</span>
    </div>
    <div class="entry">
      <div :class="['field', { words: mode === 'note' || mode === 'accept' || mode === 'fitted', bad: said !== '' }]">
        <label class="sr" for="entry">{{ title }}. {{ below }}</label>
        <input id="entry" ref="field" v-model="text" class="m" autocomplete="off" autocapitalize="none" spellcheck="false" maxlength="400" :readonly="!session.mayWrite" aria-describedby="entry-said" :placeholder="mode === 'tapped' ? '220 131 218' : ''" @keydown="onKey" @keydown.enter.prevent="write">
        <span class="soft m">{{ unit }}</span>
      </div>
      <div id="entry-said" class="said" role="status">
        <meter-question v-if="meterAsked" @named="meterNamed" @leave="meterAsked = false; focus()" />
        <div v-else-if="asked !== null" class="asked"><b class="out">{{ slipQuestion }}</b> <button type="button" @click="answer(true)"><kbd>y</kbd> yes</button> <button type="button" @click="answer(false)"><kbd>Enter</kbd> as typed</button></div>
        <b v-else-if="said !== ''" class="out">{{ said }}</b>
        <b v-else-if="lastRefused !== null" class="out">{{ lastRefused }}</b>
        <span v-else-if="understood !== ''" class="soft">understood: {{ understood }}</span>
        <span v-else-if="lastRead?.reading"><b>{{ lastRead.name }} {{ lastRead.reading.shown }} {{ lastRead.unit }}</b>: <b :class="lastRead.reading.verdict">{{ lastRead.reading.verdictWords }}</b>. {{ lastRead.reading.sentence }}<template v-if="lastRead.reading.newest !== null"> Then {{ lastRead.reading.newest.shown }} {{ lastRead.unit }}, {{ lastRead.reading.newest.verdictWords }}: the worse counts until it is taken back (u) or a change is said (f).</template></span>
        <span v-else-if="noSheet && live" class="soft">No sheet: type a place and its volts, such as V3.5 287.</span>
      </div>
    </div>
    <div v-if="session.mayWrite" class="keys">
      <button type="button" @click="write"><kbd>Enter</kbd> write</button>
      <button type="button" @click="probe.step(1); focus()"><kbd>↓</kbd> skip</button>
      <button type="button" @click="keys['ArrowLeft']?.(); focus()"><kbd>←</kbd> last again</button>
      <button type="button" @click="enter('tapped')"><kbd>t</kbd> moved when tapped</button>
      <button type="button" @click="enter('note')"><kbd>n</kbd> note</button>
      <button type="button" @click="enter('fitted')"><kbd>f</kbd> fitted</button>
      <button type="button" @click="enter('accept')"><kbd>a</kbd> let stand</button>
      <button type="button" @click="takeBack"><kbd>u</kbd> take back</button>
      <button type="button" @click="emit('conditions')"><kbd>c</kbd> conditions</button>
      <button type="button" @click="emit('state')"><kbd>s</kbd> power</button>
    </div>
    <p v-else class="soft">You look on; nothing can be written.</p>
  </footer>
</template>

<style scoped src="../../frame/entry-line.css"></style>
