import { useQuery } from '@tanstack/vue-query'
import { computed, watch, type ComputedRef } from 'vue'
import { api, ask, type Schemas } from '../../api/client'
import { queries } from '../../api/queries'
import { useBench } from '../../frame/bench'

/** The work of the job in hand; it follows the tape. */
export function useWork(): { work: ComputedRef<Schemas['Work'] | null>; unit: ComputedRef<Schemas['UnitWork'] | null>; fault: ComputedRef<string | null> } {
  const bench = useBench()
  const jobId = computed(() => bench.job?.id ?? '')
  const query = useQuery({ queryKey: computed(() => ['work', jobId.value]), queryFn: () => ask(api.GET('/api/jobs/{jobId}/work', { params: { path: { jobId: jobId.value } } })), enabled: computed(() => jobId.value !== '') })
  watch(() => bench.entries.at(-1)?.id, () => { void queries.invalidateQueries({ queryKey: ['work', jobId.value] }) })
  const work = computed(() => query.data.value ?? null)
  return { work, unit: computed(() => work.value?.units.find((u) => u.unitId === bench.unit?.id) ?? null), fault: computed(() => query.error.value?.message ?? null) }
}
