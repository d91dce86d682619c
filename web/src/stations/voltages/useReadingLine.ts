import { computed, ref, watch } from 'vue'
import { useSession } from '../../access/session'
import type { Point } from '../../api/client'
import { useBench, type Payloads } from '../../frame/bench'
import { parseQuantity, showQuantity, type Quantity } from '../../quantity/parse'
import { placeOf, taken, type Line, type Sent } from '../common/line'
import type { Taken } from '../../live/live'
import { slipOf, type Probe, type Slip } from './useProbe'

const typedIn = (p: Point | null): 'V' | 'A' => (p?.function === 'dc-amperes' ? 'A' : 'V')
const why = { decade: 'A decade off?', unit: 'Another unit?', sign: 'The other sign?' }

/** The entry line of the voltages: a point after the other, a place with its volts or amperes, a pair, a reading that moves when tapped. */
export function useReadingLine(probe: Probe): Line {
  const bench = useBench()
  const session = useSession()
  /** A line whose place the sheet does not have: the same line again means it. */
  const placeAsked = ref('')
  const current = computed(() => probe.current.value)
  const point = computed(() => (current.value?.kind === 'point' ? current.value.point : null))
  const noSheet = computed(() => bench.unit?.sheet === null)
  const live = computed(() => bench.state === 'energised' || bench.state === 'ramping' || bench.state === 'driven')
  /** The point that a reason would be for: the one chosen when it was read, else the last one written. */
  const standing = computed(() => (point.value?.reading !== null && point.value !== null ? point.value : (bench.bench?.points.find((p) => p.key === probe.lastWritten.value && p.reading !== null) ?? null)))
  watch(() => point.value?.place ?? null, (place) => { bench.probing = place }, { immediate: true })

  async function written(reading: Payloads['reading'], key = current.value?.key ?? ''): Promise<Sent> {
    const sent = await bench.write('reading', { ...bench.byMeter, ...reading })
    probe.advance(key, sent.body.id)
    return taken
  }

  function asked(slip: Slip, typed: string, quantity: Quantity, at: Point): Sent {
    const meant = { ...quantity, value: quantity.value * slip.factor, resolution: Math.abs(quantity.resolution * slip.factor) }
    const digits = Math.max(0, -Math.round(Math.log10(meant.resolution)))
    const write = (text: string, slipAnswer: 'as-typed' | 'moved'): Promise<Sent> => written({ place: at.place, function: at.function, text, slipAnswer }, at.key)
    return { question: `Meant ${showQuantity(meant)}? ${why[slip.slip]}`, yes: () => write(meant.value.toFixed(digits), 'moved'), no: () => write(typed, 'as-typed') }
  }

  async function atPoint(text: string, at: Point, from?: Taken): Promise<Sent> {
    const parsed = parseQuantity(text, typedIn(at))
    if (!parsed.ok) return { said: parsed.sentence }
    // An instrument does not mistype: no slip is asked about.
    if (from !== undefined) return written({ place: at.place, function: at.function, text, ...from }, at.key)
    const slip = parsed.quantity.kind === 'value' ? slipOf(at, parsed.quantity.value) : null
    return slip === null ? written({ place: at.place, function: at.function, text }, at.key) : asked(slip, text, parsed.quantity, at)
  }

  async function atPlace(place: string, figure: string, line: string): Promise<Sent> {
    const parsed = parseQuantity(figure, 'V')
    // Amperes into a pin or through a part, said with their unit; the server knows the parts.
    if (!parsed.ok && parseQuantity(figure, 'A').ok) return written({ place, function: 'dc-amperes', text: figure }, `${place}|dc-amperes`)
    if (!parsed.ok) return { said: parsed.sentence }
    const here = bench.bench?.points.filter((p) => p.place === place && p.function !== 'dc-amperes') ?? []
    const only = here.length === 1 ? here[0] : undefined
    if (!known(place) && probe.knows?.(place) !== true && placeAsked.value !== line) { placeAsked.value = line; return { said: `The sheet has no ${place}. Enter again if it is meant.` } }
    const slip = only !== undefined && parsed.quantity.kind === 'value' ? slipOf(only, parsed.quantity.value) : null
    if (only !== undefined && slip !== null) return asked(slip, figure, parsed.quantity, only)
    return written({ place, function: only?.function ?? 'dc-volts', text: figure, ...(known(place) ? {} : { placeAnswer: 'as-typed' }) }, `${place}|${only?.function ?? 'dc-volts'}`)
  }

  /** Whether the sheet has the place; without a sheet any place is as good as another. */
  function known(place: string): boolean {
    if (noSheet.value || bench.bench?.points.some((p) => p.place === place) === true || bench.bench?.stairs.some((t) => t.node === place) === true) return true
    const pin = /^(V\d+[A-Za-z]?)\.(\d{1,2})$/.exec(place)
    const tube = bench.bench?.tubes.find((t) => t.position === pin?.[1])
    return pin !== null && tube !== undefined && Number(pin[2]) >= 1 && Number(pin[2]) <= (tube.pinCount ?? 0)
  }

  /** Two figures for a pair: this place, and the sister that the sheet gives. */
  async function pair(text: string, here: Point): Promise<Sent> {
    const sister = bench.bench?.points.find((p) => p.function === here.function && p.place === here.sister)
    const [one = '', two = '', ...more] = text.split('/')
    if (sister === undefined) return { said: `The sheet gives no sister of ${here.name}. Type one figure.` }
    if (more.length > 0) return { said: 'Two figures make a pair, no more.' }
    for (const t of [one, two]) {
      const parsed = parseQuantity(t, typedIn(here))
      if (!parsed.ok) return { said: parsed.sentence }
    }
    const first = await bench.write('reading', { place: here.place, function: here.function, text: one.trim(), ...bench.byMeter })
    return written({ place: sister.place, function: sister.function, text: two.trim(), pairOf: first.body.id }, sister.key)
  }

  function takeBack(): string | undefined {
    const target = standing.value
    if (target === null || target.reading === null) return 'Nothing is read yet that could be taken back.'
    void bench.write('correction', { corrects: target.reading.entryId, reason: '' })
    probe.choose(target.key)
    return undefined
  }

  const lastRead = computed(() => bench.bench?.points.find((p) => p.key === probe.lastWritten.value) ?? null)
  const lastRefused = computed(() => { const last = bench.entries.at(-1); return last?.refused === true && last.personId === session.me?.id ? last : null })

  return {
    key: computed(() => current.value?.key ?? null),
    above: computed(() => (!live.value ? '' : probe.allRead.value ? 'All points read' : 'Probe next')),
    title: computed(() => (point.value === null ? 'Type a place and its volts' : `${point.value.name}${point.value.electrode === '' || point.value.tube === null ? '' : ` · ${point.value.electrode}`}`)),
    below: computed(() => {
      if (point.value === null) return noSheet.value && live.value ? 'No sheet: V3.5 287 · V4.8 38mA' : 'V3.5 287 · V4.8 38mA'
      const e = point.value.expected
      const against = point.value.against === 'chassis' ? '' : ` against ${point.value.against}`
      const expect = e.obstacle !== null ? e.obstacle : e.text === null ? '' : `expect ${e.text} ${point.value.unit} (${e.windowText ?? ''})`
      const again = point.value.reading?.marks.includes('stale') === true ? `again: ${point.value.reading.asksAgain.join('; ')}` : ''
      return [again, (point.value.where ?? '') + against, expect].filter((s) => s.trim() !== '').join(' · ')
    }),
    unit: computed(() => ({ 'ac-volts': 'V AC', 'dc-volts': 'V DC', 'dc-amperes': 'A DC' }[point.value?.function ?? 'dc-volts'])),
    placeholder: computed(() => ''),
    tag: computed(() => ''),
    choices: computed(() => []),
    waits: computed(() => ''),
    begins: computed(() => ''),
    island: computed(() => (current.value?.kind === 'island' ? current.value.island : null)),
    last: computed(() => {
      if (lastRefused.value !== null) return { headline: lastRefused.value.headline, line: lastRefused.value.line, tone: 'out' }
      const reading = lastRead.value?.reading
      if (lastRead.value === null || reading === null || reading === undefined) return null
      const then = reading.newest === null ? '' : ` Then ${reading.newest.shown} ${lastRead.value.unit}, ${reading.newest.verdictWords}: the worse counts until it is taken back (u) or a change is said (f).`
      return { headline: `${lastRead.value.name} ${reading.shown} ${lastRead.value.unit}`, line: `${reading.verdictWords}. ${reading.sentence}${then}`, tone: reading.verdict }
    }),
    understood: (text) => {
      if (text.includes('/')) return ''
      const parsed = parseQuantity(text, typedIn(point.value))
      return parsed.ok && /[^\d.,+−-]/.test(text.trim()) ? showQuantity(parsed.quantity) : ''
    },
    place: computed(() => point.value?.place ?? null),
    reads: computed(() => (live.value && point.value !== null ? point.value.function : null)),
    figures: computed(() => 1),
    write: async (text, from) => {
      const placed = placeOf(text)
      if (placed !== null) return atPlace(placed[0], placed[1], text)
      if (point.value === null) return { said: 'Say the place first: V3.5 287.' }
      return text.includes('/') ? pair(text, point.value) : atPoint(text, point.value, from)
    },
    choose: () => Promise.resolve(taken),
    proved: () => { probe.release() },
    modes: {
      tapped: {
        title: () => point.value?.name ?? '', below: () => 'every value seen while tapping; the worst decides', figures: true, placeholder: '220 131 218',
        begin: () => (point.value === null ? { said: 'Only a reading can move when tapped.' } : { text: '' }),
        write: async (text) => {
          const at = point.value
          const texts = text.split(/\s+/)
          if (at === null) return { said: 'Only a reading can move when tapped.' }
          for (const t of texts) {
            const parsed = parseQuantity(t, typedIn(at))
            if (!parsed.ok) return { said: parsed.sentence }
          }
          return written({ place: at.place, function: at.function, text: texts[0] ?? '', tapped: texts }, at.key)
        },
      },
      fitted: {
        title: () => 'Fitted in this unit', below: () => 'R14 12k · V4 5881 · T2 new · V3 socket repaired · P1 @0.3 · P1 turned · found R14 12k',
        write: async (text) => { await bench.write('as-fitted', { text }); return taken },
      },
      accept: {
        title: () => `Let ${standing.value?.name ?? ''} stand`, below: () => 'because…', needs: 'A reason belongs here.',
        begin: () => (standing.value === null ? { said: 'Nothing is read yet that could be let stand.' } : { text: '' }),
        write: async (reason) => {
          if (standing.value?.reading) await bench.write('accept', { reading: standing.value.reading.entryId, reason })
          return taken
        },
      },
    },
    keys: computed(() => [
      { key: 't', label: 'tapped', mode: 'tapped' },
      { key: 'a', label: 'let stand', mode: 'accept' },
      { key: 'f', label: 'fitted', mode: 'fitted' },
      { key: 'u', label: 'take back', act: takeBack },
    ]),
    step: probe.step,
    back: () => { if (probe.lastWritten.value !== null) probe.choose(probe.lastWritten.value) },
  }
}
