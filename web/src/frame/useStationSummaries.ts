import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import { api, ask, type Schemas } from '../api/client'
import { useBench } from './bench'

const counted = ['trial', 'finding', 'left-alone', 'correction', 'sheet-chosen', 'as-fitted']

/** How far each cold station of the job on the bench is; asked anew when something counts for it. */
export function useStationSummaries(): ComputedRef<Schemas['StationSummary'][]> {
  const bench = useBench()
  const unit = computed(() => ({ jobId: bench.job?.id ?? '', unitId: bench.job?.units[0]?.id ?? '' }))
  const newest = computed(() => bench.entries.filter((e) => counted.includes(e.kind)).length)
  const query = useQuery({
    queryKey: computed(() => ['station-summaries', unit.value.jobId, unit.value.unitId, newest.value]),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/stations', { params: { path: unit.value } })),
    enabled: computed(() => unit.value.unitId !== ''), placeholderData: keepPreviousData,
  })
  return computed(() => query.data.value ?? [])
}
