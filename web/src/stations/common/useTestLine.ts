import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import { taken, type Line, type LineKey, type Sent } from './line'
import type { MeterFunction, Taken } from '../../live/live'
import { partName } from './partName'
import { slipOf } from './slips'
import type { Station } from './useStation'

const letters = 'abcdefghijklmnopqrstuvwxyz'
/** Letters that may begin what is typed for a test besides figures: T2A, none, blown. */
const begins: Record<string, string> = { fuse: 'fnu', capacitor: 'n', 'tube-type': letters, tester: letters, 'tube-shorts': 'nopgskhc', 'tube-gas': 'og', fit: 'nd' }

/** Tests whose figures a meter shows as they stand, and set to what; sources that somebody sets are not read off a meter. */
const read: Record<string, MeterFunction> = {
  ripple: 'ac-volts', 'feedback-open-level': 'ac-volts', 'feedback-closed-level': 'ac-volts', 'off-load': 'ac-volts', halves: 'ac-volts', 'heater-legs': 'ac-volts', 'winding-ohms': 'ohms', 'output-ohms': 'ohms', resistor: 'ohms', path: 'ohms', 'pin-short': 'ohms', 'new-resistor': 'ohms', capacitor: 'farads', 'new-capacitor': 'farads',
}

/** The entry line of a station that asks for tests: one step of one part after the other. */
export function useTestLine(station: Station, open: { finding: () => undefined; photo: () => undefined }): Line {
  const bench = useBench()
  const session = useSession()
  const lifted = ref(false)
  const target = computed(() => station.current.value)
  const step = computed(() => target.value?.step ?? null)
  const fits = computed(() => step.value === null || step.value.states.includes(bench.state))
  const part = computed(() => target.value?.item.part ?? null)
  const last = computed(() => [...bench.entries].reverse().find((e) => (e.kind === 'trial' || e.kind === 'as-fitted') && e.unitId === bench.unit?.id && e.personId === session.me?.id) ?? null)

  watch(part, (p) => { bench.probing = p }, { immediate: true })

  async function give(text: string, slipAnswer?: 'as-typed' | 'moved', from?: Taken): Promise<Sent> {
    const s = step.value
    const key = target.value?.key
    if (s === null || key === undefined) return { said: 'Nothing is asked for here.' }
    if (s.change !== '') {
      const change = await bench.write('as-fitted', { text: `${s.change === 'found' ? 'found ' : ''}${s.part} ${text}` })
      // What follows a part that goes in is known once it is in: the station goes on from there itself.
      if (s.change === 'found') station.advance(key, change.body.id)
      return taken
    }
    const written = await bench.write('trial', {
      test: s.test, part: s.part, text, ...(s.subject === '' ? {} : { subject: s.subject }),
      ...(s.mayBeLifted && lifted.value ? { lifted: true } : {}), ...bench.byMeter, ...(slipAnswer === undefined ? {} : { slipAnswer }), ...from,
    })
    station.advance(key, written.body.id)
    return taken
  }

  function takeBack(): string | undefined {
    const back = [...bench.entries].reverse().find((e) => (e.kind === 'trial' || e.kind === 'finding') && e.unitId === bench.unit?.id && !e.refused)
    if (back === undefined) return 'Nothing is written yet that could be taken back.'
    void bench.write('correction', { corrects: back.id, reason: '' })
    return undefined
  }

  return {
    key: computed(() => target.value?.key ?? null),
    above: computed(() => (station.open.value === 0 ? 'All asked' : `${station.open.value} to go`)),
    title: computed(() => (step.value === null ? 'Nothing to test' : `${partName(part.value ?? '')} · ${step.value.title}`)),
    below: computed(() => [step.value?.expects ?? '', step.value?.hint ?? ''].filter((t) => t !== '').join(' · ')),
    unit: computed(() => ''),
    placeholder: computed(() => step.value?.placeholder ?? ''),
    tag: computed(() => (lifted.value && step.value?.mayBeLifted === true ? 'lifted' : '')),
    choices: computed(() => step.value?.choices ?? []),
    waits: computed(() => (fits.value ? '' : `needs a chassis that is ${step.value?.states.join(' or ') ?? ''}; it is ${bench.state}`)),
    begins: computed(() => begins[step.value?.test ?? ''] ?? ''),
    // While the chassis is not proved dead, what needs it dead begins with the proof.
    island: computed(() => (!fits.value && bench.state === 'discharging' && step.value?.states.includes('dead') === true ? bench.bankToProve : null)),
    last: computed(() => (last.value === null ? null : { headline: last.value.headline, line: last.value.line, tone: last.value.refused ? 'out' : (last.value.verdict ?? '') })),
    understood: () => '',
    place: part,
    reads: computed(() => (fits.value && step.value?.change === '' ? (read[step.value.test] ?? null) : null)),
    figures: computed(() => Math.max(1, step.value?.figures.length ?? 1)),
    write: async (text, from) => {
      if (from !== undefined) return give(text, undefined, from)
      const slip = step.value === null ? null : slipOf(step.value, text)
      return slip === null ? give(text) : { question: slip.question, yes: () => give(slip.moved, 'moved'), no: () => give(text, 'as-typed') }
    },
    choose: (value) => give(value),
    proved: () => undefined,
    modes: {
      alone: {
        title: () => `Leave ${partName(part.value ?? '')} alone`, below: () => 'because…', needs: 'A reason belongs here.',
        write: async (reason) => {
          if (part.value === null) return taken
          const written = await bench.write('left-alone', { part: part.value, station: station.name, reason })
          station.advance(target.value?.key ?? '', written.body.id)
          return taken
        },
      },
      renewed: {
        title: () => 'New or repaired', below: () => 'T2 new · V3 socket repaired · C12/a new · what was tested before is of the old part',
        begin: () => ({ text: part.value === null ? '' : `${part.value} new` }),
        write: async (text) => {
          const write = async (): Promise<Sent> => { await bench.write('as-fitted', { text }); return taken }
          // Work without a yes asks before it begins; what is done already is written all the same.
          const target = /^([A-Za-z][A-Za-z0-9+/-]*)(\s+socket)?\s+(?:new|repaired)$/i.exec(text.trim())
          const asked = target === null ? '' : `${target[1] ?? ''}${target[2] === undefined ? '' : '/socket'}`
          const isOrdered = asked === '' || (bench.bench?.ordered ?? []).some((o) => o === asked || asked.startsWith(`${o}/`))
          return isOrdered ? write() : { question: `The owner has not said yes to ${partName(asked)}: ask first?`, yes: async () => Promise.resolve({ said: `Ask at Owner’s word; ${partName(asked)} waits.` }), no: write }
        },
      },
    },
    keys: computed<LineKey[]>(() => [
      ...(station.board.value?.items.some((i) => i.steps.some((s) => s.mayBeLifted)) === true ? [{ key: 'l', label: lifted.value ? 'in place' : 'lifted', pressed: lifted.value, act: () => { lifted.value = !lifted.value; return undefined } }] : []),
      { key: 'f', label: 'finding', act: open.finding },
      { key: 'p', label: 'photo', act: open.photo },
      { key: 'r', label: 'new, repaired', mode: 'renewed' },
      { key: 'x', label: 'leave alone', mode: 'alone' },
      { key: 'u', label: 'take back', act: takeBack },
    ]),
    step: station.step,
    stepItem: station.stepItem,
    back: () => { if (station.lastWritten.value !== null) station.choose(station.lastWritten.value) },
  }
}
