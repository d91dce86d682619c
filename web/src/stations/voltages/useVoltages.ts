import { useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import { api, ask, type Point, type Schemas } from '../../api/client'
import { useBench, voltagesKey } from '../../frame/bench'

export type Hints = NonNullable<Schemas['Hints']['hints']>
export type Cause = Hints['causes'][number]
export type Swap = Schemas['Hints']['swaps'][number]
export type Drift = Schemas['Drift']
export type JobFit = Schemas['JobFit']

/** Under this share of the likelihood a cause stands behind the others, percent (our choice). */
const leastPercent = 2

/** What a watched point may do between two events, ms: a meter on the network records without one. */
const watchedMs = 5000

interface Asked<T> { data: ComputedRef<T | null>; pending: ComputedRef<boolean>; fault: ComputedRef<string | null> }

/** What the readings of the unit in hand say together; it follows the tape, and what was said stays while it is asked for anew. */
export function useHints(): Asked<Schemas['Hints']> {
  const ids = unitInHand()
  const query = useQuery({
    queryKey: computed(() => [...voltagesKey(ids.value.jobId, ids.value.unitId), 'hints']),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/voltages', { params: { path: ids.value } })),
    enabled: computed(() => ids.value.unitId !== ''),
  })
  return asked(query)
}

/** What would have to be fitted for the readings; asked for when it is looked at. */
export function useJobFit(wanted: ComputedRef<boolean>): Asked<JobFit> {
  const ids = unitInHand()
  const query = useQuery({
    queryKey: computed(() => [...voltagesKey(ids.value.jobId, ids.value.unitId), 'fit']),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/voltages/fit', { params: { path: ids.value } })),
    enabled: computed(() => ids.value.unitId !== '' && wanted.value),
  })
  return asked(query)
}

/** How a watched point moves since the unit was switched on. */
export function useDrift(key: ComputedRef<string | null>): Asked<Drift> {
  const ids = unitInHand()
  const query = useQuery({
    queryKey: computed(() => [...voltagesKey(ids.value.jobId, ids.value.unitId), 'drift', key.value]),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/voltages/drift', { params: { path: ids.value, query: { key: key.value ?? '' } } })),
    enabled: computed(() => ids.value.unitId !== '' && key.value !== null),
    refetchInterval: watchedMs,
  })
  return asked(query)
}

function unitInHand(): ComputedRef<{ jobId: string; unitId: string }> {
  const bench = useBench()
  return computed(() => ({ jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '' }))
}

function asked<T>(query: { data: { value: T | undefined }; isFetching: { value: boolean }; error: { value: Error | null } }): Asked<T> {
  return { data: computed(() => query.data.value ?? null), pending: computed(() => query.isFetching.value), fault: computed(() => query.error.value?.message ?? null) }
}

/** The causes that come first, and those that are much less likely; the first one always stands in front. */
export function inFront(causes: Cause[]): { likely: Cause[]; behind: Cause[] } {
  const likely = causes.filter((c, i) => i === 0 || c.percent >= leastPercent)
  return { likely, behind: causes.slice(likely.length) }
}

/** What the place that tells most would read, given each cause, by the sentence of the cause; the unit stands above them. */
export function wouldReadNext(hints: Hints): Map<string, string> {
  return new Map(hints.next?.outcomes.flatMap((o) => o.causes.map((c): [string, string] => [c, o.text.replace(/ V$/, '')])) ?? [])
}

export interface Moved { count: number; why: string[] }

/** How many readings no longer hold, and everything that moved one of them; null where all hold. */
export function movedReadings(points: Point[]): Moved | null {
  const stale = points.filter((p) => p.reading?.marks.includes('stale') === true)
  return stale.length === 0 ? null : { count: stale.length, why: [...new Set(stale.flatMap((p) => p.reading?.asksAgain ?? []))] }
}
