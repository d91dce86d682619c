import { computed, ref, watch, type ComputedRef } from 'vue'
import type { Point } from '../../api/client'
import { useBench } from '../../frame/bench'
import type { Taken } from '../../live/live'
import { parseQuantity } from '../../quantity/parse'
import { placeOf, taken, type Line, type LineKey, type Mode, type Sent } from '../common/line'
import { useSent } from '../common/useSent'
import { keyOf, type Station, type Step } from '../common/useStation'
import { useTestLine } from '../common/useTestLine'
import type { Probe, Target } from '../voltages/useProbe'
import { useReadingLine } from '../voltages/useReadingLine'
import { useFeedback } from './useFeedback'
import { limiterWords, stepInHand, stopAhead, stopInHand, tubesWith, type Power, type Stop, type TubeStep } from './usePower'

/** A reading that no stop counts by then belongs to none. */
const uncountedMs = 5000

/** What the stop in hand still wants read, one place after the other; nothing where the power is off. */
function useStopProbe(power: ComputedRef<Power | null>): Probe {
  const bench = useBench()
  const chosen = ref<string | null>(null)
  const lastWritten = ref<string | null>(null)
  const live = computed(() => bench.state === 'ramping' || bench.state === 'energised')
  const stop = computed(() => stopInHand(power.value))
  const onTheWay = computed(() => new Set(bench.mine.filter((w) => w.body.kind === 'reading' && w.body.unitId === bench.unit?.id).map((w) => `${String(w.body.payload['place'])}|${String(w.body.payload['function'])}`)))
  const pointOf = (key: string): Point | undefined => bench.bench?.points.find((p) => p.key === key)
  const targets = computed<Target[]>(() => (live.value && stop.value?.here === true ? stop.value.readings.map((r) => pointOf(`${r.place}|${r.function}`)).filter((p) => p !== undefined).map((point) => ({ kind: 'point' as const, key: point.key, point })) : []))
  /** Written, and not yet counted by what is shown of the way up: until it is, the line must not go back there. */
  const uncounted = ref(new Map<string, string>())
  const count = (key: string, entryId: string): void => { if (uncounted.value.get(key) === entryId) uncounted.value.delete(key) }
  // What is shown may have been asked for before the entry was taken: only the entry itself says that it is counted.
  watch(power, () => { for (const r of stop.value?.readings ?? []) if (r.read !== null) count(`${r.place}|${r.function}`, r.read.entryId) })
  const isOpen = (t: Target): boolean => stop.value?.missing.includes(t.key) === true && !onTheWay.value.has(t.key) && !uncounted.value.has(t.key)
  /** Everything was read and looked at, and this keeps the way from going on: it is read again, or let stand. */
  const isAgainst = (t: Target): boolean => t.kind === 'point' && stop.value?.here === true && stop.value.missing.length === 0 && stop.value.against.includes(t.point.place) && !onTheWay.value.has(t.key) && !uncounted.value.has(t.key)
  const current = computed<Target | null>(() => targets.value.find((t) => t.key === chosen.value) ?? targets.value.find(isOpen) ?? targets.value.find(isAgainst) ?? null)
  watch(() => stop.value?.id, () => { chosen.value = null; uncounted.value.clear() })
  watch(() => bench.unit?.id, () => { chosen.value = lastWritten.value = null })
  const sent = useSent((key) => { uncounted.value.delete(key); if (targets.value.some((t) => t.key === key)) chosen.value = key })

  function step(by: 1 | -1): void {
    const i = targets.value.findIndex((t) => t.key === current.value?.key)
    chosen.value = targets.value[Math.max(0, Math.min(targets.value.length - 1, i + by))]?.key ?? null
  }
  function advance(from: string, entryId?: string): void {
    if (entryId !== undefined) {
      sent(entryId, from)
      uncounted.value.set(from, entryId)
      setTimeout(() => { count(from, entryId) }, uncountedMs) // counted nowhere: it was read at another stop
    }
    lastWritten.value = from
    chosen.value = null
  }
  return { targets, current, lastWritten, allRead: computed(() => !targets.value.some(isOpen)), choose: (key) => { chosen.value = key }, release: () => { chosen.value = null }, step, advance }
}

/** Conditions that stand at a stop, as its plan has them. */
export const conditionsAt = (power: Power, stop: Stop): Record<string, { value: unknown; how: 'measured' | 'assumed' }> => ({
  source: { value: { kind: power.choice.method.startsWith('variac') ? 'variac' : 'wall', volts: stop.volts }, how: 'assumed' }, limiters: { value: stop.limiters.map((l) => ({ ...l })), how: 'measured' },
})

export interface PowerLine { line: Line; probe: Probe; goTo: (stop: Stop) => Promise<void>; lookAgain: () => void; fit: (step: TubeStep) => void; reads: ComputedRef<boolean> }

/** The entry line of first power: the readings of the stop in hand, then what is seen there, then the way to the next; with the power off, the tests. */
export function usePowerLine(station: Station, power: ComputedRef<Power | null>, open: { finding: () => undefined; lights: () => string | undefined; outputs: () => boolean; energise: () => undefined }): PowerLine {
  const bench = useBench()
  const probe = useStopProbe(power)
  const reading = useReadingLine(probe)
  const test = useTestLine(station, { finding: open.finding, photo: () => undefined })
  const live = computed(() => bench.state === 'ramping' || bench.state === 'energised')
  const reads = computed(() => live.value && probe.current.value !== null)
  const active = computed(() => (reads.value ? reading : test))
  const stop = computed(() => stopInHand(power.value))
  const ahead = computed(() => stopAhead(power.value))

  // On the way up, what is seen at the stop in hand is asked for, and nothing that belongs to another time.
  watch([live, () => stop.value?.id, reads, () => station.board.value], () => {
    if (!live.value || reads.value || stop.value === null || station.current.value?.item.part === stop.value.id) return
    if (station.board.value?.items.some((i) => i.part === stop.value?.id) === true && stop.value.missing.includes('stop-seen')) station.chooseItem(stop.value.id)
  }, { immediate: true })

  /** The fall of a bank is asked for now: it is off, nothing stopped it, and nobody has watched it yet. */
  const isTraced = (bank: string | undefined): boolean => power.value?.decays.some((d) => d.place === bank && d.falling !== null) === true
  const falls = computed(() => bench.state === 'discharging' && bench.bench?.state.stop === null && station.current.value?.step.test === 'decay' && station.current.value.step.given === null && (!station.current.value.step.optional || isTraced(station.current.value.item.part)))
  watch([() => bench.state, () => station.board.value, () => power.value?.decays.filter((d) => d.falling !== null).length], () => {
    if (bench.state !== 'discharging') return
    const bank = station.board.value?.items.find((i) => i.steps.some((s) => s.test === 'decay' && s.given === null && (!s.optional || isTraced(i.part))))
    const step = bank?.steps.findIndex((s) => s.test === 'decay') ?? -1
    if (bank !== undefined && station.current.value?.step.test !== 'decay') station.choose(keyOf(bank.steps[step] as Step, step))
  }, { immediate: true })
  /** A meter on the network has traced the fall that the line asks for: Enter takes it down. */
  const fallen = computed(() => { const f = falls.value ? power.value?.decays.find((d) => d.place === station.current.value?.item.part)?.falling : null; return f == null ? null : `${f.startVolts.toFixed(1)}/${f.seconds.toFixed(1)}/${f.volts.toFixed(1)}` })
  /** Somebody looks once more at a stop that is done. */
  const again = ref<string | null>(null)
  const feedback = useFeedback(station, power)
  /** Where the mains goes from here. */
  const to = computed(() => (feedback.low.value === null ? ahead.value : feedback.low.value.here ? null : feedback.low.value))
  /** The stop that the mains is to be set to: the one in hand, or the next once this one is done. */
  const moves = computed(() => (!live.value || reads.value || stop.value === null ? null : feedback.low.value !== null ? to.value : !stop.value.here ? stop.value : stop.value.done && again.value !== stop.value.id ? ahead.value : null))
  /** Off and dead, with nothing left that could be tested so. */
  const rests = computed(() => bench.state === 'dead' && test.waits.value !== '')
  const gatesOpen = computed(() => power.value?.gates.filter((g) => !g.passes && g.id !== 'volumes').length ?? 0)
  const allDone = computed(() => live.value && power.value !== null && power.value.stops.length > 0 && power.value.stops.every((s) => s.done))
  /** Answered, and not yet counted by the board: until it is, nothing else may slip in between. */
  const answered = ref(new Set<string>())
  watch(() => station.board.value, () => { if (!bench.mine.some((w) => w.body.kind === 'trial')) answered.value = new Set() })
  /** Up, and new tubes are in: a signal through each, then the dark. */
  const proof = computed(() => {
    if (!allDone.value) return null
    const steps = (station.board.value?.items ?? []).flatMap((item) => item.steps.map((step, n) => ({ step, key: keyOf(step, n) }))).filter((s) => s.step.given === null && !s.step.optional && !answered.value.has(s.key))
    return steps.find((s) => s.step.test === 'signal-proof') ?? steps.find((s) => s.step.test === 'lights-out') ?? null
  })
  watch([() => proof.value?.key, () => station.board.value], () => { if (proof.value !== null && !reads.value) station.choose(proof.value.key) }, { immediate: true })
  const measures = computed(() => (feedback.measures.value !== null && !answered.value.has(feedback.measures.value.key) ? feedback.measures.value : null))
  watch([() => measures.value?.key, () => station.board.value], () => { if (measures.value !== null && !reads.value) station.choose(measures.value.key) }, { immediate: true })
  const ended = computed(() => allDone.value && !reads.value && again.value === null && proof.value === null)
  const tubesNext = computed(() => power.value?.steps.find((s) => !s.in)?.positions.join(' ') ?? null)
  /** What the line says in place of a question: what hands do next; nothing is typed meanwhile. */
  const bids = computed<{ title: string; waits: string } | null>(() => {
    if (rests.value) return { title: 'Nothing to test now', waits: gatesOpen.value === 0 ? 'every gate is met: power with s' : `${String(gatesOpen.value)} ${gatesOpen.value === 1 ? 'gate is' : 'gates are'} open; power with s` }
    if (feedback.waits.value !== null && !reads.value) return { title: `Off; then: ${feedback.waits.value.title}`, waits: 'off with Esc Esc; it is done on a dead chassis' }
    if (moves.value !== null) return { title: `Set ${String(moves.value.volts)} V, ${limiterWords(moves.value)}`, waits: 'set the mains, then g' }
    if (live.value && !reads.value && proof.value?.step.test === 'lights-out') return { title: 'Lights out', waits: 'l darkens everything and runs the half minute' }
    if (ended.value) return { title: 'Every stop is done', waits: tubesNext.value !== null ? `off with Esc Esc; then ${tubesNext.value} in` : bench.state === 'energised' ? 'it stands on full mains' : 'full mains with e' }
    return null
  })
  /** What was read there keeps the way from going on. */
  const against = computed(() => (reads.value && stop.value?.missing.length === 0 && probe.current.value?.kind === 'point' && stop.value.against.includes(probe.current.value.point.place) ? probe.current.value.point.place : null))
  /** The reading in hand is taken while its socket is tapped. */
  const taps = computed(() => reads.value && stop.value?.readings.some((r) => r.toTap && `${r.place}|${r.function}` === probe.current.value?.key) === true)
  async function give(value: string): Promise<Sent> {
    const key = proof.value?.key
    if (key !== undefined && key === station.current.value?.key) answered.value.add(key)
    const sent = await test.choose(value)
    if (proof.value !== null) station.choose(proof.value.key)
    return sent
  }
  /** A place that was named, what was seen while tapping, or what the line asks for. */
  function written(text: string, from?: Taken): Promise<Sent> {
    if (live.value && placeOf(text) !== null) return reading.write(text, from)
    const tapped = taps.value && !text.includes('/') ? reading.modes['tapped'] : undefined
    return tapped === undefined ? active.value.write(text, from) : tapped.write(text)
  }
  async function goTo(target: Stop): Promise<void> {
    if (power.value !== null) await bench.write('conditions', { facts: conditionsAt(power.value, target) })
    probe.release()
    again.value = null
  }
  function lookAgain(): void {
    probe.release()
    again.value = stop.value?.id ?? null
    if (stop.value !== null) station.chooseItem(stop.value.id)
  }
  /** Where the way goes on by one key: to the stop, or why it does not. */
  function go(): string | undefined {
    if (!live.value) return 'The power is off. Press s.'
    if (to.value === null && feedback.low.value !== null) return 'First its feedback: what the line asks for.'
    if (to.value === null) return stop.value === null || stop.value.done ? 'Every stop is done: full mains with e.' : `First this stop: ${stop.value.missing.length === 0 ? `what was read at ${stop.value.against.join(', ')} speaks against going on` : 'read what it asks for'}.`
    void goTo(to.value)
    return undefined
  }
  /** The next step of tubes, where hands may go in. */
  const fits = computed(() => (bench.state !== 'dead' || power.value === null || power.value.tubesOut === null ? null : power.value.steps.find((s) => !s.in && s.waitsForVolts === null) ?? null))
  function fit(step: TubeStep): void {
    void bench.write('conditions', { facts: { tubes: { value: tubesWith(step, bench.bench?.tubes ?? [], bench.bench?.conditions['tubes']?.value), how: 'measured' } } })
  }
  const inlet: Mode = {
    title: () => 'Mains at the inlet', below: () => 'V AC, measured while it draws current', figures: true, placeholder: '58.2',
    write: async (typed): Promise<Sent> => {
      const parsed = parseQuantity(typed, 'V')
      if (!parsed.ok) return { said: parsed.sentence }
      await bench.write('conditions', { facts: { inletVolts: { value: parsed.quantity.value, how: 'measured' } } })
      return taken
    },
  }
  const keys = computed<LineKey[]>(() => [
    ...(live.value ? [
      ...(to.value === null ? [] : [{ key: 'g', label: `to ${String(to.value.volts)} V`, act: go }]),
      { key: 'i', label: 'mains read', mode: 'inlet' },
      ...(open.outputs() ? [{ key: 'l', label: 'lights out', act: open.lights }] : []),
      ...(allDone.value && bench.state === 'ramping' && tubesNext.value === null ? [{ key: 'e', label: 'full mains', act: open.energise }] : []),
    ] : []),
    ...(fits.value === null || stepInHand(power.value)?.in === true ? [] : [{ key: 'i', label: `${fits.value.positions.join(' ')} in`, act: () => { if (fits.value !== null) fit(fits.value); return undefined } }]),
    ...(reads.value ? reading.keys.value.filter((k) => ['t', 'a', 'u'].includes(k.key)) : test.keys.value.filter((k) => (live.value ? ['f', 'u'] : ['f', 'x', 'u']).includes(k.key))),
  ])
  const line: Line = {
    key: computed(() => active.value.key.value),
    above: computed(() => (live.value ? (allDone.value ? 'Up' : stop.value?.here === true ? `Stop at ${String(stop.value.volts)} V` : 'On the way') : test.above.value)),
    title: computed(() => bids.value?.title ?? (taps.value ? `${reading.title.value}, tapped` : reads.value ? reading.title.value : live.value && stop.value !== null && !allDone.value && measures.value === null ? 'Look, listen, smell' : test.title.value)),
    below: computed(() => (against.value !== null ? `speaks against going on: read it again, find out why, or let it stand with a reason (a) · ${reading.below.value}` : taps.value ? `tap the socket: every value seen, the worst decides · ${reading.below.value}` : active.value.below.value)), unit: computed(() => active.value.unit.value), placeholder: computed(() => active.value.placeholder.value),
    tag: computed(() => active.value.tag.value), choices: computed(() => (bids.value === null ? active.value.choices.value : [])), waits: computed(() => bids.value?.waits ?? active.value.waits.value), begins: computed(() => active.value.begins.value),
    // Off: the fall of B+ first, where it says something, then the proofs.
    island: computed(() => (bench.state === 'discharging' && !falls.value ? bench.bankToProve : null)),
    last: computed(() => active.value.last.value ?? reading.last.value), understood: (text) => active.value.understood(text), place: computed(() => active.value.place.value), reads: computed(() => active.value.reads.value), figures: computed(() => active.value.figures.value),
    offered: fallen, placesToo: computed(() => live.value && stop.value?.here === true), write: written, choose: (value) => (reads.value ? active.value.choose(value) : give(value)), proved: () => { test.proved() },
    modes: { ...test.modes, ...reading.modes, inlet }, keys, step: (by) => { active.value.step(by) }, stepItem: (by) => { station.stepItem(by) }, back: () => { active.value.back() },
  }
  return { line, probe, goTo, lookAgain, fit, reads }
}
