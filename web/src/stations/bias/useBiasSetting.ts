import { useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import { api, ask, type Schemas } from '../../api/client'
import { biasKey, useBench } from '../../frame/bench'

export type BiasSetting = Schemas['BiasSetting']
export type TargetSchool = BiasSetting['target']['school']

export const schoolChoices: { value: TargetSchool | 'shop'; label: string }[] = [
  { value: 'shop', label: 'as this shop does it' },
  { value: 'percent', label: 'percent of the limit' },
  { value: 'schematic', label: 'as the drawing prints it' },
  { value: 'distortion', label: 'least distortion, on the analyser' },
  { value: 'owner', label: 'as its owner likes it' },
]

/** How far what sets the bias of a stage reaches, and what belongs there instead; it follows the tape. */
export function useBiasSetting(stage: ComputedRef<string>, part: ComputedRef<string | null>): { setting: ComputedRef<BiasSetting | null>; fault: ComputedRef<string | null>; pending: ComputedRef<boolean> } {
  const bench = useBench()
  const ids = computed(() => ({ jobId: bench.job?.id ?? '', unitId: bench.unit?.id ?? '', stage: stage.value }))
  const query = useQuery({
    queryKey: computed(() => [...biasKey(ids.value.jobId, ids.value.unitId), ids.value.stage, 'setting', part.value]),
    queryFn: () => ask(api.GET('/api/jobs/{jobId}/units/{unitId}/bias/{stage}/setting', { params: { path: ids.value, query: part.value === null ? {} : { part: part.value } } })),
    enabled: computed(() => ids.value.unitId !== ''),
  })
  return { setting: computed(() => query.data.value ?? null), fault: computed(() => query.error.value?.message ?? null), pending: computed(() => query.isFetching.value) }
}

/** What is wrong with a target as it was typed; null where it may be kept. */
export function targetFault(school: TargetSchool | 'shop', low: number | null, high: number | null, reason: string): string | null {
  if (school === 'percent' || school === 'owner') {
    if (low === null || high === null || low < 5 || high > 100 || low >= high) return 'From 5 to 100 %, the lower first.'
  }
  return (school === 'owner' || school === 'distortion') && reason.trim() === '' ? 'Say who wants it so, or by what it was set.' : null
}
