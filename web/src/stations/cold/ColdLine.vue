<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import MeterQuestion from '../../frame/MeterQuestion.vue'
import { useEntryField } from '../../frame/useEntryField'
import { partName } from '../../frame/partName'
import { slipOf, type Asked } from './slips'
import { type Station } from './useStation'

const props = defineProps<{ station: Station }>()
const emit = defineEmits<{ state: []; conditions: []; finding: []; photo: [] }>()
const bench = useBench()
const session = useSession()

const lifted = ref(false)
const field = useTemplateRef<HTMLInputElement>('field')
const { mode, text, said, focus, enter, done } = useEntryField<'note' | 'alone' | 'renewed'>(field)
const meterAsked = ref(false)
const asked = ref<(Asked & { typed: string }) | null>(null)

const target = computed(() => props.station.current.value)
const step = computed(() => target.value?.step ?? null)
const fits = computed(() => step.value === null || step.value.states.includes(bench.state))
/** While the chassis is not proved dead, what needs it dead begins with the proof. */
const island = computed(() => (!fits.value && bench.state === 'discharging' && step.value?.states.includes('dead') === true ? (bench.bench?.islands.find((i) => !i.proved) ?? null) : null))
const asksChoice = computed(() => mode.value === 'value' && island.value === null && (step.value?.choices.length ?? 0) > 0)

const title = computed(() => {
  const part = target.value === null ? '' : partName(target.value.item.part)
  if (mode.value === 'note') return 'Note'
  if (mode.value === 'alone') return `Leave ${part} alone`
  if (mode.value === 'renewed') return 'New or repaired'
  if (island.value !== null) return `Prove: ${island.value.name}`
  return step.value === null ? 'Nothing to test' : `${part} · ${step.value.title}`
})
const below = computed(() => {
  if (mode.value === 'note') return `at ${target.value?.item.part ?? 'the job'}`
  if (mode.value === 'alone') return 'because…'
  if (mode.value === 'renewed') return 'T2 new · V3 socket repaired · C12/a new · what was tested before is of the old part'
  if (island.value !== null) return `DC volts at ${island.value.proofAt}${island.value.where === null ? '' : `, ${island.value.where}`} · under 10 V`
  if (!fits.value) return `needs a chassis that is ${step.value?.states.join(' or ') ?? ''}; it is ${bench.state}`
  return step.value?.hint ?? ''
})

watch(text, () => { asked.value = null })
watch(() => target.value?.key, () => { said.value = ''; asked.value = null; bench.probing = target.value?.item.part ?? null; void nextTick(focus) }, { immediate: true })
defineExpose({ focus })

async function takeBack(): Promise<void> {
  const last = [...bench.entries].reverse().find((e) => (e.kind === 'trial' || e.kind === 'finding') && !e.refused)
  if (last === undefined) { said.value = 'Nothing is written yet that could be taken back.'; return }
  await bench.write('correction', { corrects: last.id, reason: '' })
}

/** The part asked for, said to be new; the line can say more. */
function renewed(): void {
  enter('renewed')
  text.value = target.value === null ? '' : `${target.value.item.part} new`
}

/** Letters that may begin what is typed for a test: T2A, none, blown, UL. */
const begins: Record<string, string> = { fuse: 'fnu', capacitor: 'n' }
/** Keys that act in an empty field; none of them can begin a value. */
const keys: Record<string, () => void> = {
  l: () => { lifted.value = !lifted.value },
  f: () => { emit('finding') },
  p: () => { emit('photo') },
  x: () => { enter('alone') },
  r: () => { renewed() },
  n: () => { enter('note') },
  u: () => { void takeBack() },
  c: () => { emit('conditions') },
  s: () => { emit('state') },
  ArrowDown: () => { props.station.step(1) },
  ArrowUp: () => { props.station.step(-1) },
  PageDown: () => { props.station.stepItem(1) },
  PageUp: () => { props.station.stepItem(-1) },
  ArrowLeft: () => { if (props.station.lastWritten.value !== null) props.station.choose(props.station.lastWritten.value) },
}
function onKey(e: KeyboardEvent): void {
  if (e.key === 'Escape' && asked.value !== null) { asked.value = null; return }
  if (e.key === 'Escape' && mode.value !== 'value') { done(); return }
  if (asked.value !== null && (e.key === 'y' || e.key === 'Y')) { e.preventDefault(); void answer(true); return }
  if (text.value !== '' || mode.value !== 'value' || e.ctrlKey || e.metaKey || e.altKey) return
  if (asksChoice.value && /^[1-9]$/.test(e.key)) {
    const choice = step.value?.choices[Number(e.key) - 1]
    if (choice !== undefined && fits.value) { e.preventDefault(); void give(choice.value) }
    return
  }
  if (begins[step.value?.test ?? '']?.includes(e.key) === true && island.value === null) return
  const act = keys[e.key]
  if (act !== undefined) { e.preventDefault(); act() }
}

async function write(): Promise<void> {
  const typed = text.value.trim()
  if (typed === '') return
  if (mode.value === 'note') { await bench.write('note', { text: typed, ...(target.value === null ? {} : { place: target.value.item.part }) }); done(); return }
  if (mode.value === 'alone') {
    if (target.value !== null) await bench.write('left-alone', { part: target.value.item.part, station: props.station.name, reason: typed })
    props.station.advance(target.value?.key ?? '')
    done()
    return
  }
  if (island.value !== null) { await prove(island.value.id, typed); return }
  if (mode.value === 'renewed') { await bench.write('as-fitted', { text: typed }); done(); return }
  if (!fits.value) { said.value = below.value.replace(/^./, (c) => c.toUpperCase()) + '.'; return }
  const slip = step.value === null || asked.value !== null ? null : slipOf(step.value, typed)
  if (slip !== null) { asked.value = { ...slip, typed }; return }
  await give(typed, asked.value === null ? undefined : 'as-typed')
}

async function answer(moved: boolean): Promise<void> {
  const a = asked.value
  if (a !== null) await give(moved ? a.moved : a.typed, moved ? 'moved' : 'as-typed')
}
async function prove(id: string, typed: string): Promise<void> {
  if (bench.meterId === null) { meterAsked.value = true; return }
  await bench.write('discharge-proof', { island: id, text: typed, ...bench.byMeter })
  done()
}
function meterNamed(): void {
  meterAsked.value = false
  void write()
}
async function give(answer: string, slipAnswer?: 'as-typed' | 'moved'): Promise<void> {
  const s = step.value
  const key = target.value?.key
  if (s === null || key === undefined) return
  await bench.write('trial', {
    test: s.test, part: s.part, text: answer, ...(s.subject === '' ? {} : { subject: s.subject }),
    ...(s.mayBeLifted && lifted.value ? { lifted: true } : {}), ...bench.byMeter, ...(slipAnswer === undefined ? {} : { slipAnswer }),
  })
  asked.value = null
  props.station.advance(key)
  done()
}

const last = computed(() => [...bench.entries].reverse().find((e) => e.kind === 'trial' && e.personId === session.me?.id) ?? null)
</script>

<template>
  <footer class="line">
    <div class="probe">
      <span class="small soft">{{ mode !== 'value' ? '' : island !== null ? 'Chassis off' : station.open.value === 0 ? 'All asked' : `${station.open.value} to go` }}</span>
      <b>{{ title }}</b>
      <span class="small soft">{{ below }}</span>
    </div>
    <div :class="['entry', { asks: asksChoice }]">
      <div :class="['field', { words: mode !== 'value' || asksChoice, bad: said !== '', long: (step?.placeholder.length ?? 0) > 15 && mode === 'value' }]">
        <label class="sr" for="entry">{{ title }}. {{ below }}</label>
        <input id="entry" ref="field" v-model="text" class="m" autocomplete="off" autocapitalize="none" spellcheck="false" maxlength="200" :readonly="!session.mayWrite" aria-describedby="entry-said" :placeholder="island !== null || mode !== 'value' || !fits ? '' : step?.placeholder" @keydown="onKey" @keydown.enter.prevent="write">
        <span v-if="lifted && step?.mayBeLifted" class="lifted">lifted</span>
        <span v-if="island !== null" class="soft m">V DC</span>
      </div>
      <div id="entry-said" class="said" role="status">
        <meter-question v-if="meterAsked" @named="meterNamed" @leave="meterAsked = false; focus()" />
        <div v-else-if="asksChoice && session.mayWrite" class="choices"><button v-for="(c, n) in step?.choices ?? []" :key="c.value" type="button" :disabled="!fits" @click="give(c.value)"><kbd>{{ n + 1 }}</kbd> {{ c.words }}</button></div>
        <div v-else-if="asked !== null" class="asked"><b class="out">{{ asked.question }}</b> <button type="button" @click="answer(true)"><kbd>y</kbd> yes</button> <button type="button" @click="answer(false)"><kbd>Enter</kbd> as typed</button></div>
        <b v-else-if="said !== ''" class="out">{{ said }}</b>
        <span v-else-if="last !== null"><b>{{ last.headline }}</b>: <span :class="last.refused ? 'out' : last.verdict ?? ''">{{ last.line }}</span></span>
      </div>
    </div>
    <div v-if="session.mayWrite" class="keys">
      <button type="button" @click="write"><kbd>Enter</kbd> write</button>
      <button type="button" @click="station.step(1); focus()"><kbd>↓</kbd> skip</button>
      <button type="button" @click="keys['ArrowLeft']?.(); focus()"><kbd>←</kbd> last again</button>
      <button v-if="station.name !== 'look'" type="button" :aria-pressed="lifted" @click="keys['l']?.(); focus()"><kbd>l</kbd> {{ lifted ? 'in place' : 'lifted' }}</button>
      <button type="button" @click="emit('finding')"><kbd>f</kbd> finding</button>
      <button type="button" @click="emit('photo')"><kbd>p</kbd> photo</button>
      <button type="button" @click="renewed(); focus()"><kbd>r</kbd> new, repaired</button>
      <button type="button" @click="enter('alone')"><kbd>x</kbd> leave alone</button>
      <button type="button" @click="enter('note')"><kbd>n</kbd> note</button>
      <button type="button" @click="takeBack"><kbd>u</kbd> take back</button>
      <button type="button" @click="emit('conditions')"><kbd>c</kbd> conditions</button>
      <button type="button" @click="emit('state')"><kbd>s</kbd> power</button>
    </div>
    <p v-else class="soft">You look on; nothing can be written.</p>
  </footer>
</template>

<style scoped src="../../frame/entry-line.css"></style>
<style scoped>
.field.long input { font-size: 25px; }
/* Answers take the room that their typing does not need. */
.asks .field input { height: 30px; font-size: 18px; }
.asks .said { height: 76px; }
.choices { display: flex; flex-wrap: wrap; gap: 4px; }
.choices button { font: 600 14px var(--words); border: 1px solid var(--line); background: var(--card); color: var(--ink); border-radius: 4px; min-height: 34px; padding: 0 10px; cursor: pointer; }
.choices button:disabled { opacity: 0.5; }
.lifted { font-weight: 700; color: var(--heart-strong); align-self: center; }
</style>
