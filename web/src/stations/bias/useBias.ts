import { useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import { api, ask, type Schemas } from '../../api/client'
import { biasKey, useBench } from '../../frame/bench'

export type Bias = Schemas['Bias']
export type BiasTube = Bias['tubes'][number]
export type Sweep = Schemas['BiasSweep']
export type Dot = Sweep['steps'][number]['now'][number]

export const verdictWords: Record<string, string> = { within: 'within', watch: 'watch', out: 'out', danger: 'danger', 'cannot-say': 'cannot say' }

/** How the output tubes of the unit in hand idle; it follows the tape. */
export function useBias(): { bias: ComputedRef<Bias | null>; fault: ComputedRef<string | null> } {
  const bench = useBench()
  const ids = computed(() => ({ jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '' }))
  const query = useQuery({
    queryKey: computed(() => biasKey(ids.value.jobId, ids.value.unitId)),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/bias', { params: { path: ids.value } })),
    enabled: computed(() => ids.value.unitId !== ''),
  })
  return { bias: computed(() => query.data.value ?? null), fault: computed(() => query.error.value?.message ?? null) }
}

/** Where the tubes of a stage would go; asked for once, whoever drags then waits for nobody. */
export function useSweep(stage: ComputedRef<string | null>, part: ComputedRef<string | null>): { sweep: ComputedRef<Sweep | null>; pending: ComputedRef<boolean> } {
  const bench = useBench()
  const ids = computed(() => ({ jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '', stage: stage.value ?? '' }))
  const query = useQuery({
    queryKey: computed(() => [...biasKey(ids.value.jobId, ids.value.unitId), ids.value.stage, part.value]),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/bias/{stage}', { params: { path: ids.value, query: part.value === null ? {} : { part: part.value } } })),
    enabled: computed(() => ids.value.unitId !== '' && stage.value !== null),
  })
  return { sweep: computed(() => query.data.value ?? null), pending: computed(() => query.isFetching.value) }
}

type Mains = 'now' | 'low' | 'high'

/** What the circuit makes of a tube at a value of what moves its bias, between the steps that were worked out. */
export function dotAt(sweep: Sweep, position: string, value: number, mains: Mains = 'now'): Dot | null {
  const steps = sweep.steps.map((s) => ({ at: s.value, dot: s[mains].find((d) => d.position === position) })).filter((s): s is { at: number; dot: Dot } => s.dot !== undefined)
  const first = steps[0]
  const last = steps.at(-1)
  if (first === undefined || last === undefined) return null
  if (value <= first.at) return first.dot
  const above = steps.findIndex((s) => s.at >= value)
  const [low, high] = [steps[above - 1], steps[above]]
  if (low === undefined || high === undefined) return last.dot
  const share = (value - low.at) / (high.at - low.at)
  const between = (a: number, b: number): number => a + share * (b - a)
  return { position, plateVolts: between(low.dot.plateVolts, high.dot.plateVolts), plateAmperes: between(low.dot.plateAmperes, high.dot.plateAmperes), gridVolts: between(low.dot.gridVolts, high.dot.gridVolts) }
}

export interface Moved { plateVolts: number; plateAmperes: number; plateWatts: number; gridVolts: number | null }

/** Where a measured tube goes when its bias is moved, or the mains: from where it was measured to be, by what the circuit says of the way. */
export function movedTo(sweep: Sweep, tube: BiasTube, stands: number, value: number, mains: Mains = 'now'): Moved | null {
  const from = dotAt(sweep, tube.position, stands)
  const to = dotAt(sweep, tube.position, value, mains)
  if (from === null || to === null) return null
  const [volts, amperes] = [tube.plateVolts?.value, tube.plateAmperes?.value]
  const plateVolts = volts === undefined ? to.plateVolts : volts + to.plateVolts - from.plateVolts
  const plateAmperes = amperes === undefined || from.plateAmperes <= 0 ? to.plateAmperes : (amperes * to.plateAmperes) / from.plateAmperes
  return { plateVolts, plateAmperes, plateWatts: plateVolts * plateAmperes, gridVolts: tube.gridVolts === null ? null : tube.gridVolts.value + to.gridVolts - from.gridVolts }
}
