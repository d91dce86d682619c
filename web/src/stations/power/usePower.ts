import { useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import { api, ask, type Schemas } from '../../api/client'
import { powerKey, useBench } from '../../frame/bench'

export type Power = Schemas['Power']
export type Stop = Schemas['PowerStop']
export type Gate = Schemas['Gate']
export type StopReading = Stop['readings'][number]

/** The way up of the unit in hand; it follows the tape, and is asked for `again` where nothing older may be shown. */
export function usePower(enabled: () => boolean = () => true): { power: ComputedRef<Power | null>; fault: ComputedRef<string | null>; again: () => Promise<unknown> } {
  const bench = useBench()
  const ids = computed(() => ({ jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '' }))
  const query = useQuery({
    queryKey: computed(() => powerKey(ids.value.jobId, ids.value.unitId)),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/power', { params: { path: ids.value } })),
    enabled: computed(() => ids.value.unitId !== '' && enabled()),
  })
  return { power: computed(() => query.data.value ?? null), fault: computed(() => query.error.value?.message ?? null), again: () => query.refetch() }
}

const methods: Record<Power['choice']['method'], string> = {
  'variac-ammeter': 'Variac, ammeter in the centre tap', 'variac-lamp': 'Variac and lamp', lamp: 'Lamp alone, then without', electronic: 'Current limiter, then without', straight: 'Full mains at once',
}
export const methodWords = (method: Power['choice']['method']): string => methods[method]
export const methodChoices = Object.entries(methods).map(([value, label]) => ({ value: value as Power['choice']['method'], label }))

/** The stop in hand: where the conditions stand, else the first that is not done. */
export const stopInHand = (power: Power | null): Stop | null => power?.stops.find((s) => s.here) ?? power?.stops.find((s) => s.next) ?? null

/** Where to go from here: the first stop that is not done, where the one in hand is. */
export const stopAhead = (power: Power | null): Stop | null => {
  const next = power?.stops.find((s) => s.next) ?? null
  return next === null || next.here ? null : next
}

export type TubeStep = Power['steps'][number]

/** The step in hand: what is in and not walked yet, else the first that is out; null where every tube is in and walked. */
export const stepInHand = (power: Power | null): TubeStep | null => power?.steps.find((s) => !s.in || !s.walked) ?? null

/** What the record says once the tubes of a step are in: those and all before it, as they were said to be, else as they are drawn. */
export const tubesWith = (step: TubeStep, drawn: { position: string; type: string }[], stated: unknown): Record<string, unknown> => {
  const said = (typeof stated === 'object' && stated !== null ? stated : {}) as Record<string, unknown>
  return Object.fromEntries(drawn.map((t) => [t.position, step.tubesOut.includes(t.position) ? 'out' : typeof said[t.position] === 'object' ? said[t.position] : { type: t.type, tubeId: null }]))
}

export const limiterWords = (stop: Stop): string => (stop.limiters.length === 0 ? 'no limiter' : stop.limiters.map((l) => (l.kind === 'lamp' ? `lamp ${String(l.watts ?? '')} W` : `limiter${l.amperes === undefined ? '' : ` ${String(l.amperes)} A`}`)).join(' + '))

/** A figure to be read from two metres: three digits, a true minus. */
export const big = (v: number | null): string => (v === null ? '–' : (Math.abs(v) < 10 ? v.toFixed(2) : Math.abs(v) < 100 ? v.toFixed(1) : Math.round(v).toString()).replace('-', '−'))
