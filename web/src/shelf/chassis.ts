import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useThrottleFn } from '@vueuse/core'
import { computed, onScopeDispose, type ComputedRef } from 'vue'
import { useSession } from '../access/session'
import { api, ask, type Schemas } from '../api/client'
import { useLive } from '../live/live'

export type UnprovedChassis = Schemas['UnprovedChassis']

const key = ['chassis']
/** The bench whose tape went on is asked first. */
const afterMs = 200
/** As soon as any tape goes on, at most so often. */
const atMostEveryMs = 300

/** Every chassis of the shop that nobody may touch, the most dangerous first; by event, by asking where nobody tells. */
export function useUnprovedChassis(): { all: ComputedRef<UnprovedChassis[]>; isUnknown: ComputedRef<boolean> } {
  const session = useSession()
  const live = useLive()
  const queries = useQueryClient()
  const query = useQuery({
    queryKey: key,
    queryFn: () => ask(api.GET('/api/chassis')),
    enabled: computed(() => session.me !== null),
    refetchInterval: () => (live.follows ? 30_000 : 2_500),
  })
  const again = useThrottleFn(() => { void queries.invalidateQueries({ queryKey: key }) }, atMostEveryMs, true)
  onScopeDispose(live.onTape(() => { setTimeout(() => { void again() }, afterMs) }))
  onScopeDispose(live.onOpen(() => { void again() }))
  return { all: computed(() => query.data.value?.chassis ?? []), isUnknown: computed(() => query.isError.value) }
}

/** What is said of one, from three metres. */
export const dangerWords = (one: UnprovedChassis): string => (one.isStopped ? 'SWITCH IT OFF' : one.state === 'discharging' ? (one.isFromBookIn ? 'never proved discharged here' : 'OFF, NOT PROVED DISCHARGED') : one.state.toUpperCase())

export const isLive = (one: UnprovedChassis): boolean => one.state !== 'discharging'
