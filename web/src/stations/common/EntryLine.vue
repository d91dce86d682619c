<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useSession } from '../../access/session'
import type { Island } from '../../api/client'
import { useBench } from '../../frame/bench'
import { takenFrom, unitOf, useLive, type Shown, type Taken } from '../../live/live'
import { speak } from '../../live/speech'
import { parseQuantity } from '../../quantity/parse'
import { placeOf, type Line, type LineKey, type Mode, type Question, type Sent } from './line'
import MeterQuestion from './MeterQuestion.vue'

/** The one line at the foot of every station: a proof, an answer, a reading, a note; from it everything is typed. */
const props = defineProps<{ line: Line }>()
const emit = defineEmits<{ state: []; conditions: [] }>()

const bench = useBench()
const session = useSession()
const live = useLive()

const field = useTemplateRef<HTMLInputElement>('field')
const question = useTemplateRef<{ focus: () => void }>('question')
const modeName = ref<string | null>(null)
const text = ref('')
const said = ref('')
const asked = ref<Question | null>(null)
const meterAsked = ref(false)

/** Modes that every station has. */
const own: Record<string, Mode> = {
  note: {
    title: () => 'Note', below: () => (props.line.place.value === null ? 'about the job' : `at ${props.line.place.value}, or about the job`),
    write: async (typed) => {
      await bench.write('note', { text: typed, ...(props.line.place.value === null ? {} : { place: props.line.place.value }) })
      return { taken: true }
    },
  },
}
const mode = computed<Mode | null>(() => (modeName.value === null ? null : (props.line.modes[modeName.value] ?? own[modeName.value] ?? null)))
const island = computed(() => (mode.value === null ? props.line.island.value : null))
const choices = computed(() => (mode.value === null && island.value === null ? props.line.choices.value : []))
const title = computed(() => mode.value?.title() ?? (island.value !== null ? `${bench.state === 'dead' ? 'Prove again' : 'Prove'}: ${island.value.name}` : props.line.title.value))
const below = computed(() => {
  if (mode.value !== null) return mode.value.below()
  if (island.value !== null) return `DC volts at ${island.value.proofAt}${island.value.where === null ? '' : `, ${island.value.where}`} · under 10 V`
  return props.line.waits.value !== '' ? props.line.waits.value : props.line.below.value
})
const above = computed(() => (mode.value !== null && mode.value.figures !== true ? '' : island.value !== null ? 'Chassis off' : props.line.above.value))
/** What Enter takes down from an empty field. */
const offered = computed(() => (mode.value === null && island.value === null ? props.line.offered?.value ?? null : null))
const words = computed(() => (mode.value !== null && mode.value.figures !== true) || choices.value.length > 0)
const placeholder = computed(() => (shown.value !== null && text.value === '' ? (shown.value.text ?? '–') : offered.value !== null ? offered.value : mode.value !== null ? mode.value.placeholder ?? '' : island.value !== null || props.line.waits.value !== '' ? '' : props.line.placeholder.value))
const unit = computed(() => (mayTake.value && shown.value !== null ? unitOf[shown.value.function] : island.value !== null ? 'V DC' : mode.value !== null && mode.value.figures !== true ? '' : props.line.unit.value))
/** What the line asks for in the function of a meter: volts of a bank, or what the station reads. */
const reads = computed(() => (island.value !== null ? 'dc-volts' as const : mode.value !== null || props.line.waits.value !== '' ? null : props.line.reads.value))
/** The instrument on this unit that shows it: a probe that goes from place to place, or one that is clipped on right here. */
const shown = computed<Shown | null>(() => {
  const settings = bench.bench?.meters ?? []
  const place = island.value?.proofAt ?? props.line.place.value
  const fitting = live.onUnit(bench.job?.id ?? null, bench.unit?.id ?? null).filter((s) => s.function === reads.value && settings.some((m) => m.meterId === s.meterId && (m.leads === 'probe' || m.place === place)))
  // One that is clipped on right here knows best.
  const clipped = fitting.find((s) => settings.some((m) => m.meterId === s.meterId && m.leads !== 'probe'))
  return clipped ?? fitting.find((s) => s.meterId === bench.meterId) ?? fitting[0] ?? null
})
/** Several figures in one line are gathered: the live one goes behind those that are there. */
const gathers = computed(() => island.value === null && props.line.figures.value > 1)
const mayTake = computed(() => shown.value !== null && (text.value.trim() === '' || (gathers.value && text.value.trimEnd().endsWith('/'))))
const age = computed(() => (shown.value === null ? '' : shown.value.state !== 'live' ? shown.value.why : `${shown.value.name.split(',')[0] ?? ''} · ${(live.ageMs(shown.value) / 1000).toFixed(live.looksLive(shown.value) ? 1 : 0)} s${live.looksLive(shown.value) ? (shown.value.settled === true ? ' · settled' : ' · moving') : ' old'}`))
/** What the figures in the field were taken from, as long as nobody types into it. */
let gathered: Taken | undefined
const understood = computed(() => (mode.value !== null || island.value !== null || text.value.trim() === '' ? '' : props.line.understood(text.value)))

/** As long as the meter is asked for, the question has the keys: whatever else the line learns meanwhile must not take them. */
function focus(): void { (meterAsked.value ? question.value : field.value)?.focus() }
onMounted(focus)
defineExpose({ focus })
watch(text, () => { asked.value = null })
watch(() => props.line.key.value, () => { said.value = ''; asked.value = null; void nextTick(focus); speak(`${title.value}. ${below.value}`) })
watch(() => props.line.last.value?.headline, () => { if (props.line.last.value !== null) speak(`${props.line.last.value.headline}. ${props.line.last.value.line}`) })
/** What was said of an old value holds as long as it is old. */
const oldValue = 'What it shows is old: nothing is taken. Type the figure, or wait.'
watch(() => shown.value !== null && live.looksLive(shown.value), (is) => { if (is && said.value === oldValue) said.value = '' })
/** A foot switch is a key that no keyboard has where a hand could press it by mistake; it acts wherever the keys are. */
const footSwitch = ['F13', 'F14', 'F15', 'F16', 'F17', 'F18', 'F19', 'F20', 'Insert']
function onFoot(e: KeyboardEvent): void {
  if (!footSwitch.includes(e.key) || !session.mayWrite || document.querySelector('[aria-modal="true"]') !== null) return
  e.preventDefault()
  write()
}
onMounted(() => { window.addEventListener('keydown', onFoot) })
onBeforeUnmount(() => { window.removeEventListener('keydown', onFoot) })

function enter(name: string | null): void {
  const begin = name === null ? undefined : (props.line.modes[name] ?? own[name])?.begin?.()
  if (begin !== undefined && 'said' in begin) { said.value = begin.said; return }
  modeName.value = name
  text.value = begin?.text ?? ''
  said.value = ''
  asked.value = null
  void nextTick(focus)
}
function refuse(sentence: string): void {
  said.value = sentence
  field.value?.select()
}
/** One after the other: what is typed ahead waits until the line has moved on. */
let queue: Promise<unknown> = Promise.resolve()
/** Sends a line off; the field is free for the next at once, and has it back where it is not taken. */
function send(work: () => Promise<Sent>, back: { mode: string | null; text: string }): void {
  text.value = ''
  modeName.value = null
  said.value = ''
  void nextTick(focus)
  queue = queue.then(work).then((sent) => {
    if ('taken' in sent) { void nextTick(focus); return }
    text.value = back.text
    modeName.value = back.mode
    void nextTick(() => {
      if ('question' in sent) { asked.value = sent; focus(); return }
      if (sent.said === '') { focus(); return } // the meter is asked for
      refuse(sent.said)
      focus()
    })
  })
}

const keys = computed<LineKey[]>(() => [
  { key: 'Enter', label: 'write', act: () => { write(); return undefined } },
  { key: 'ArrowDown', shown: '↓', label: 'skip', act: () => { props.line.step(1); return undefined } },
  { key: 'ArrowLeft', shown: '←', label: 'last again', act: () => { props.line.back(); return undefined } },
  ...props.line.keys.value,
  { key: 'n', label: 'note', mode: 'note' },
  ...(bench.units.length > 1 ? [{ key: 'j', label: 'other unit', act: () => { bench.nextUnit(); return undefined } }] : []),
  { key: 'm', label: 'meters', act: () => { bench.settingMeters = true; return undefined } },
  { key: 'c', label: 'conditions', act: () => { emit('conditions'); return undefined } },
  { key: 's', label: 'power', act: () => { emit('state'); return undefined } },
])
const hidden: LineKey[] = [
  { key: 'ArrowUp', label: 'back', act: () => { props.line.step(-1); return undefined } },
  { key: 'PageDown', label: 'next part', act: () => { props.line.stepItem?.(1); return undefined } },
  { key: 'PageUp', label: 'part before', act: () => { props.line.stepItem?.(-1); return undefined } },
]
function press(key: LineKey): void {
  if (key.mode !== undefined) { enter(key.mode); return }
  said.value = key.act?.() ?? ''
}
function onKey(e: KeyboardEvent): void {
  if (e.key === 'Enter') return // the form of the field: write()
  if (e.key === 'Escape' && asked.value !== null) { asked.value = null; return }
  if (e.key === 'Escape' && modeName.value !== null) { enter(null); return }
  if (asked.value !== null && (e.key === 'y' || e.key === 'Y')) { e.preventDefault(); answer(true); return }
  if (text.value !== '' || modeName.value !== null || e.ctrlKey || e.metaKey || e.altKey) return
  if (choices.value.length > 0 && /^[1-9]$/.test(e.key)) {
    const choice = choices.value[Number(e.key) - 1]
    if (choice !== undefined && props.line.waits.value === '') { e.preventDefault(); choose(choice.value) }
    return
  }
  if (island.value === null && e.key.length === 1 && props.line.begins.value.includes(e.key)) return
  const key = [...keys.value, ...hidden].find((k) => k.key === e.key)
  if (key !== undefined) { e.preventDefault(); press(key) }
}

function write(): void {
  const typed = text.value.trim()
  said.value = ''
  if (asked.value !== null) { answer(false); return }
  const inMode = mode.value
  if (inMode !== null) {
    if (typed === '' && inMode.needs !== undefined) { refuse(inMode.needs); return }
    send(() => (typed === '' ? Promise.resolve({ taken: true }) : inMode.write(typed)), { mode: modeName.value, text: text.value })
    return
  }
  if (mayTake.value) { takeLive(); return }
  const given = typed === '' ? offered.value : typed
  if (given !== null) send(() => asWritten(given, gathered), { mode: null, text: text.value })
}
/** What the instrument shows now is what is written: with its meter, and whether it had settled. An old value is not. */
function takeLive(): void {
  const from = shown.value
  if (from?.text === undefined || !live.isLive(from)) {
    refuse(from === null || from.state !== 'live' ? `${from?.name.split(',')[0] ?? 'The meter'} ${from?.why ?? 'shows nothing'}. Type the figure, or wait.` : oldValue)
    return
  }
  const figure = from.text
  if (gathers.value) {
    const all = `${text.value}${figure}`
    gathered = takenFrom(from)
    text.value = all.split('/').length < props.line.figures.value ? `${all}/` : all
    void nextTick(focus)
    return
  }
  const taken = takenFrom(from)
  send(() => asWritten(figure, taken), { mode: null, text: '' })
}
/** An answer to what is asked for by the time that it is its turn. */
function asWritten(typed: string, from?: Taken): Promise<Sent> {
  gathered = undefined
  if (props.line.island.value !== null) return prove(props.line.island.value, typed, from)
  if (props.line.waits.value !== '' && !(props.line.placesToo?.value === true && placeOf(typed) !== null)) return Promise.resolve({ said: `${props.line.waits.value.replace(/^./, (c) => c.toUpperCase())}.` })
  return props.line.write(typed, from)
}
function choose(value: string): void {
  send(() => props.line.choose(value), { mode: null, text: '' })
}
function answer(moved: boolean): void {
  const question = asked.value
  asked.value = null
  if (question !== null) send(moved ? question.yes : question.no, { mode: null, text: text.value })
}

async function prove(bank: Island, typed: string, from?: Taken): Promise<Sent> {
  const placed = placeOf(typed)
  if (placed !== null) return { said: `${placed[0]} waits: ${bank.name} is not proved discharged. Type the volts at ${bank.proofAt} first.` }
  const parsed = parseQuantity(typed, 'V')
  if (!parsed.ok) return { said: parsed.sentence }
  if (bench.meterId === null && from === undefined) {
    meterAsked.value = true
    return { said: '' }
  }
  await bench.write('discharge-proof', { island: bank.id, text: typed, ...bench.byMeter, ...from })
  props.line.proved()
  return { taken: true }
}
function meterNamed(): void {
  meterAsked.value = false
  write()
}
</script>

<template>
  <footer class="line">
    <div class="probe">
      <span class="small soft">{{ above }}</span>
      <b>{{ title }}</b>
      <span class="small soft">{{ below }}</span>
    </div>
    <div :class="['entry', { asks: choices.length > 0 }]">
      <div :class="['field', { words, bad: said !== '', long: placeholder.length > 15, live: shown !== null && text === '', old: shown !== null && text === '' && !live.looksLive(shown) }]">
        <label class="sr" for="entry">{{ title }}. {{ below }}</label>
        <input id="entry" ref="field" v-model="text" class="m" autocomplete="off" autocapitalize="none" spellcheck="false" maxlength="400" :readonly="!session.mayWrite" aria-describedby="entry-said" :placeholder="placeholder" @input="gathered = undefined" @keydown="onKey" @keydown.enter.prevent="write">
        <span v-if="mode === null && island === null && line.tag.value !== ''" class="tag">{{ line.tag.value }}</span>
        <span v-if="shown !== null && text === ''" :class="['age', { settled: shown.settled === true && live.looksLive(shown) }]">{{ age }}</span>
        <span v-if="unit !== ''" class="soft m">{{ unit }}</span>
      </div>
      <div id="entry-said" class="said" role="status">
        <meter-question v-if="meterAsked" ref="question" @named="meterNamed" @leave="meterAsked = false; focus()" @failed="(why) => { meterAsked = false; refuse(`The meter could not be noted: ${why}.`) }" />
        <div v-else-if="choices.length > 0 && session.mayWrite && asked === null && said === ''" class="choices"><button v-for="(c, n) in choices" :key="c.value" type="button" :disabled="line.waits.value !== ''" @click="choose(c.value)"><kbd>{{ n + 1 }}</kbd> {{ c.words }}</button></div>
        <div v-else-if="asked !== null" class="asked"><b class="out">{{ asked.question }}</b> <button type="button" @click="answer(true)"><kbd>y</kbd> yes</button> <button type="button" @click="answer(false)"><kbd>Enter</kbd> as typed</button></div>
        <b v-else-if="said !== ''" class="out">{{ said }}</b>
        <span v-else-if="understood !== ''" class="soft">understood: {{ understood }}</span>
        <span v-else-if="line.last.value !== null"><b>{{ line.last.value.headline }}</b>: <span :class="line.last.value.tone">{{ line.last.value.line }}</span></span>
      </div>
    </div>
    <div v-if="session.mayWrite" class="keys">
      <button v-for="k in keys.filter((one) => one.elsewhere !== true)" :key="k.key" type="button" :aria-pressed="k.pressed" @click="press(k); focus()"><kbd>{{ k.shown ?? k.key }}</kbd> {{ k.label }}</button>
    </div>
    <p v-else class="soft">You look on; nothing can be written.</p>
  </footer>
</template>

<style scoped src="./entry-line.css"></style>
