import { useMutation } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { useSession } from '../access/session'
import type { Schemas } from '../api/client'
import { queries } from '../api/queries'

/** One card of the shop's settings: what is typed, whether it differs from what stands, keeping it, and going back. */
export function useSetting<T extends Record<string, string>>(stands: () => T | undefined, save: (typed: T) => Promise<Schemas['ShopSettings']> | string) {
  const session = useSession()
  const typed = reactive<Record<string, string>>({})
  const fault = ref('')
  const kept = ref(false)
  const back = (): void => { fault.value = ''; Object.assign(typed, stands() ?? {}) }
  watch(stands, (now, before) => { if (JSON.stringify(now) !== JSON.stringify(before)) back() }, { immediate: true })
  const isChanged = computed(() => Object.entries(stands() ?? {}).some(([name, value]) => typed[name] !== value))
  watch(isChanged, (changed) => { if (changed) kept.value = false })
  const { mutate, isPending } = useMutation({
    mutationFn: (request: Promise<Schemas['ShopSettings']>) => request,
    onSuccess: async (settings) => {
      queries.setQueryData(['shop-settings'], settings)
      fault.value = ''
      kept.value = true
      await session.load()
      await queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'shop-settings' })
    },
    onError: (e) => { fault.value = e.message },
  })
  function keep(): void {
    const request = save(typed as T)
    if (typeof request === 'string') fault.value = request
    else mutate(request)
  }
  return { typed: typed as T, fault, kept, isChanged, isPending, keep, back, maySet: computed(() => session.me?.role === 'owner') }
}
