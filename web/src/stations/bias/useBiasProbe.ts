import { computed, ref, watch, type ComputedRef } from 'vue'
import type { Point } from '../../api/client'
import { useBench } from '../../frame/bench'
import { useSent } from '../common/useSent'
import type { Probe, Target } from '../voltages/useProbe'
import type { Bias } from './useBias'

/** A place that the sheet prints nothing for, and that is asked for all the same. */
const unprinted = (place: string): Point => ({
  key: `${place}|dc-volts`, place, function: 'dc-volts', unit: 'V', against: 'chassis', kind: 'other', name: place.replace(/^(V\d+[A-Za-z]?)\.(\d+)$/, '$1 pin $2'), tube: null, pin: null, electrode: '', where: null, node: null, sister: null, printedVolts: null,
  expected: { volts: null, text: null, lowVolts: null, highVolts: null, windowText: null, windowSource: 'default', reference: 'none', obstacle: null }, slips: [], offBelow: null, offAbove: null, reading: null, beside: [],
})

/** What is read for the bias: of each output tube what is under its cathode, its plate, its screen, its grid; with the power off, the banks to be proved. */
export function useBiasProbe(bias: ComputedRef<Bias | null>): Probe {
  const bench = useBench()
  const chosen = ref<string | null>(null)
  const lastWritten = ref<string | null>(null)
  const off = computed(() => bench.state === 'discharging' || bench.state === 'dead')
  const places = computed(() => [...new Set((bias.value?.tubes ?? []).flatMap((t) => ['cathode', 'plate', 'screen', 'grid'].map((e) => t.places[e]).filter((p): p is string => p !== undefined)))])
  const pointOf = (place: string): Point => bench.bench?.points.find((p) => p.key === `${place}|dc-volts`) ?? unprinted(place)
  const targets = computed<Target[]>(() => (off.value
    ? (bench.bench?.islands ?? []).map((island) => ({ kind: 'island' as const, key: `island:${island.id}`, island }))
    : places.value.map((place) => ({ kind: 'point' as const, key: `${place}|dc-volts`, point: pointOf(place) }))))
  const wanted = computed(() => new Set((bias.value?.tubes ?? []).flatMap((t) => t.wanted)))
  const onTheWay = computed(() => new Set(bench.mine.filter((w) => w.body.kind === 'reading' && w.body.unitId === bench.unit?.id).map((w) => `${String(w.body.payload['place'])}|${String(w.body.payload['function'])}`)))
  const unread = (t: Target): boolean => (t.kind === 'island' ? bench.isOpenBank(t.island) : (t.point.reading === null || t.point.reading.marks.includes('stale')) && !onTheWay.value.has(t.key))
  /** First what nothing can be said without, then what makes it better known. */
  const isOpen = (t: Target): boolean => unread(t) && (t.kind === 'island' || wanted.value.size === 0 || wanted.value.has(t.point.place))
  const current = computed<Target | null>(() => targets.value.find((t) => t.key === chosen.value) ?? targets.value.find(isOpen) ?? targets.value.find(unread) ?? targets.value[0] ?? null)
  watch(off, () => { chosen.value = null })
  watch(() => bench.unit?.id, () => { chosen.value = lastWritten.value = null })
  const sent = useSent((key) => { if (targets.value.some((t) => t.key === key)) chosen.value = key })

  function step(by: 1 | -1): void {
    const i = targets.value.findIndex((t) => t.key === current.value?.key)
    chosen.value = targets.value[Math.max(0, Math.min(targets.value.length - 1, i + by))]?.key ?? null
  }
  function advance(from: string, entryId?: string): void {
    if (entryId !== undefined) sent(entryId, from)
    lastWritten.value = from
    const i = targets.value.findIndex((t) => t.key === from)
    const rest = [...targets.value.slice(i + 1), ...targets.value.slice(0, Math.max(0, i))]
    chosen.value = (rest.find(isOpen) ?? rest.find(unread) ?? targets.value[i])?.key ?? null
  }
  const ways = computed(() => new Set((bias.value?.tubes ?? []).flatMap((t) => t.ways.map((w) => w.place))))
  return { targets, current, lastWritten, knows: (place) => ways.value.has(place), allRead: computed(() => targets.value.length > 0 && !targets.value.some(unread)), choose: (key) => { chosen.value = key }, release: () => { chosen.value = null }, step, advance }
}
