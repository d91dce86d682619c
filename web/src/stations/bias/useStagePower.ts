import { useQueries } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import { api, ask, type Schemas } from '../../api/client'
import { biasKey, useBench } from '../../frame/bench'

export type StagePower = Schemas['StagePower']
export type ExpectedPower = Schemas['ExpectedPower']

/** What the page asks an output stage for: a load, and a type in its sockets; null for what is there. */
export interface Asked { loadOhms: number | null; type: string | null }

/** What a stage should give into each of some loads; it follows the tape. */
export function useStagePowers(stage: ComputedRef<string | null>, asked: ComputedRef<Asked[]>): { told: ComputedRef<(StagePower | null)[]>; fault: ComputedRef<string | null>; pending: ComputedRef<boolean> } {
  const bench = useBench()
  const ids = computed(() => ({ jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '', stage: stage.value ?? '' }))
  const queries = useQueries({
    queries: computed(() => asked.value.map((one) => ({
      queryKey: [...biasKey(ids.value.jobId, ids.value.unitId), ids.value.stage, 'power', one.loadOhms, one.type],
      queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/bias/{stage}/power', { params: { path: ids.value, query: { ...(one.loadOhms === null ? {} : { loadOhms: one.loadOhms }), ...(one.type === null ? {} : { type: one.type }) } } })),
      enabled: ids.value.unitId !== '' && stage.value !== null,
    }))),
  })
  return {
    told: computed(() => queries.value.map((q) => q.data ?? null)),
    fault: computed(() => queries.value.map((q) => q.error?.message ?? null).find((m) => m !== null) ?? null),
    pending: computed(() => queries.value.some((q) => q.isFetching)),
  }
}
