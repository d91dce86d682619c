import { ref, type Ref } from 'vue'
import type { Schemas } from '../api/client'
import { queries } from '../api/queries'

export interface Work {
  /** why the last one failed; empty where it did not */
  fault: Ref<string>
  isBusy: Ref<boolean>
  /** one at a time; whether it was done */
  run: (work: () => Promise<void>) => Promise<boolean>
  /** sends a change of the list, and keeps the list that comes back */
  change: (request: Promise<Schemas['EquipmentList']>) => Promise<boolean>
}

/** What the equipment page asks of the server: busy meanwhile, and its fault beside it. */
export function useEquipment(): Work {
  const fault = ref('')
  const isBusy = ref(false)
  async function run(work: () => Promise<void>): Promise<boolean> {
    fault.value = ''
    isBusy.value = true
    try {
      await work()
      return true
    } catch (e) {
      fault.value = e instanceof Error ? e.message : String(e)
      return false
    } finally {
      isBusy.value = false
    }
  }
  return {
    fault, isBusy, run,
    change: (request) => run(async () => {
      queries.setQueryData(['equipment'], await request)
      void queries.invalidateQueries({ queryKey: ['shop-settings'] })
    }),
  }
}
