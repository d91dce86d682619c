import { useIntervalFn } from '@vueuse/core'
import { computed, watch, type ComputedRef } from 'vue'
import { useSession } from '../../access/session'
import { useBench } from '../../frame/bench'
import { useLive, type Shown } from '../../live/live'
import { beginTrace, endTrace } from '../../live/trace'
import type { Power } from './usePower'

/** How often a fall that a meter traces is looked at anew. */
const lookMs = 1000

export type Fall = Power['decays'][number]

/** The fall of B+ after switching off: a meter that hangs on a bank traces it from the moment that power is on, and it is followed while it falls. */
export function useFall(power: ComputedRef<Power | null>, again: () => Promise<unknown>): { falls: ComputedRef<Fall[]> } {
  const bench = useBench()
  const session = useSession()
  const live = useLive()
  const on = computed(() => bench.state === 'ramping' || bench.state === 'energised')
  const banks = computed(() => power.value?.decays.map((d) => d.place) ?? [])

  /** Clipped on a bank, in volts. */
  const clipped = computed<{ shown: Shown; place: string }[]>(() => live.onUnit(bench.job?.id ?? null, bench.unit?.id ?? null)
    .filter((s) => s.function === 'dc-volts' && s.state === 'live')
    .flatMap((shown) => (bench.bench?.meters ?? []).filter((m) => m.meterId === shown.meterId && m.leads === 'clipped' && m.place !== null && banks.value.includes(m.place)).map((m) => ({ shown, place: m.place ?? '' }))))
  /** What begins or ends now: a trace runs from power on until everything is proved gone. What fails is tried again at the next change, and read by hand meanwhile. */
  const asked = new Set<string>()
  watch(() => bench.state, () => { asked.clear() }, { flush: 'sync' })
  watch([() => bench.state, clipped], () => {
    if (!session.mayWrite) return
    const path = { jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '' }
    for (const { shown, place } of clipped.value) {
      const recordingId = typeof shown.recording === 'string' ? shown.recording : null
      const key = `${bench.state} ${shown.id} ${recordingId ?? ''}`
      const work = on.value && recordingId === null ? () => beginTrace(path, shown.id, place)
        : bench.state === 'dead' && recordingId !== null ? () => endTrace(path, recordingId) : null
      if (work === null || asked.has(key)) continue
      asked.add(key)
      work().catch(() => { asked.delete(key) })
    }
  }, { immediate: true })

  useIntervalFn(() => { if (bench.state === 'discharging' && clipped.value.some((c) => typeof c.shown.recording === 'string')) void again() }, lookMs)
  return { falls: computed(() => power.value?.decays.filter((d) => d.band.length > 0) ?? []) }
}
