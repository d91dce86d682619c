import { ref, type Ref } from 'vue'
import type { Schemas } from '../api/client'
import { queries } from '../api/queries'

/** Sends a change of the list, and keeps the list that comes back. */
export function useEquipment(): { fault: Ref<string>; isBusy: Ref<boolean>; change: (request: Promise<Schemas['EquipmentList']>) => Promise<boolean> } {
  const fault = ref('')
  const isBusy = ref(false)
  return {
    fault, isBusy,
    async change(request) {
      fault.value = ''
      isBusy.value = true
      try {
        queries.setQueryData(['equipment'], await request)
        void queries.invalidateQueries({ queryKey: ['shop-settings'] })
        return true
      } catch (e) {
        fault.value = e instanceof Error ? e.message : String(e)
        return false
      } finally {
        isBusy.value = false
      }
    },
  }
}
