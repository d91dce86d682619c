import { computed, ref, watch, type ComputedRef, type Ref } from 'vue'
import type { Island, Point, Schemas } from '../../api/client'
import { useBench } from '../../frame/bench'
import { useSent } from '../common/useSent'

/** What is to be probed now: a charge island while the chassis is off, a test point while it is on. */
export type Target = { kind: 'island'; key: string; island: Island } | { kind: 'point'; key: string; point: Point }

export interface Probe {
  targets: ComputedRef<Target[]>
  current: ComputedRef<Target | null>
  lastWritten: Ref<string | null>
  allRead: ComputedRef<boolean>
  /** A place that no sheet prints and that belongs here all the same: a winding, a part. */
  knows?: (place: string) => boolean
  choose: (key: string) => void
  step: (by: 1 | -1) => void
  /** Lets go of the choice: the first target that is still open is next. */
  release: () => void
  /** Moves on to the next target that is still open, after the given one was written; back to it where the entry is refused. */
  advance: (from: string, entryId?: string) => void
}

type Reading = NonNullable<Point['reading']>
const settled = (r: Reading | null): boolean => r !== null && !r.marks.includes('stale') && r.reasonCode !== 'dead-zero'

export function useProbe(): Probe {
  const bench = useBench()
  const chosen = ref<string | null>(null)
  const lastWritten = ref<string | null>(null)

  const off = computed(() => bench.state === 'discharging' || bench.state === 'dead')
  const targets = computed<Target[]>(() => (off.value
    ? (bench.bench?.islands ?? []).map((island) => ({ kind: 'island' as const, key: `island:${island.id}`, island }))
    : (bench.bench?.points ?? []).map((point) => ({ kind: 'point' as const, key: point.key, point }))))

  /** Places with a reading on its way count as read. */
  const onTheWay = computed(() => new Set(bench.mine.filter((w) => w.body.kind === 'reading' && w.body.unitId === bench.unit?.id).map((w) => `${String(w.body.payload['place'])}|${String(w.body.payload['function'])}`)))
  const isOpen = (t: Target): boolean => (t.kind === 'island' ? bench.isOpenBank(t.island) : !settled(t.point.reading) && !onTheWay.value.has(t.key))

  const current = computed<Target | null>(() => targets.value.find((t) => t.key === chosen.value) ?? targets.value.find(isOpen) ?? targets.value[0] ?? null)

  const allRead = computed(() => targets.value.length > 0 && !targets.value.some(isOpen))

  watch(off, () => { chosen.value = null })

  function step(by: 1 | -1): void {
    const i = targets.value.findIndex((t) => t.key === current.value?.key)
    const next = targets.value[Math.max(0, Math.min(targets.value.length - 1, i + by))]
    if (next !== undefined) chosen.value = next.key
  }

  const sent = useSent((key) => { if (targets.value.some((t) => t.key === key)) chosen.value = key })
  watch(() => bench.unit?.id, () => { chosen.value = lastWritten.value = null })

  function advance(from: string, entryId?: string): void {
    if (entryId !== undefined) sent(entryId, from)
    lastWritten.value = from
    const i = targets.value.findIndex((t) => t.key === from)
    const rest = [...targets.value.slice(i + 1), ...targets.value.slice(0, i)]
    chosen.value = (rest.find(isOpen) ?? targets.value[i])?.key ?? null
  }

  return { targets, current, lastWritten, allRead, choose: (key) => { chosen.value = key }, release: () => { chosen.value = null }, step, advance }
}

export type Slip = Schemas['Slip']

/** The slip that would explain a typed value, by the intervals that the core made for this point. */
export function slipOf(point: Point, volts: number): Slip | null {
  const { lowVolts, highVolts } = point.expected
  if (lowVolts === null || highVolts === null || (volts >= lowVolts && volts <= highVolts)) return null
  return point.slips.find((s) => volts >= s.lowVolts && volts <= s.highVolts) ?? null
}
