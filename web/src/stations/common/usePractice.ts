import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useSession } from '../../access/session'
import { api, ask, type Schemas } from '../../api/client'

/** How the shop works where practitioners differ; its owner sets it, and what was judged by it is judged anew. */
export function usePractice(practice: () => Schemas['Practice'] | undefined) {
  const session = useSession()
  const queries = useQueryClient()
  const { mutate } = useMutation({
    mutationFn: (changed: Schemas['Practice']) => ask(api.PUT('/api/shop/practice', { body: changed })),
    onSuccess: async () => {
      await session.load()
      await queries.invalidateQueries()
    },
  })
  return {
    maySet: computed(() => session.me?.role === 'owner'),
    set(change: Partial<Schemas['Practice']>): void {
      const now = practice()
      if (now !== undefined) mutate({ ...now, ...change })
    },
  }
}
