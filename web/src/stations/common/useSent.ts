import { watch } from 'vue'
import { useBench } from '../../frame/bench'

/** What was written a moment ago, until the server has said what it makes of it: where it is refused, its part comes back to hand. */
export function useSent(refused: (key: string) => void): (entryId: string, key: string) => void {
  const bench = useBench()
  const sent = new Map<string, string>()
  watch(() => bench.entries, (entries) => {
    for (const e of entries) {
      const key = sent.get(e.id)
      if (key !== undefined && sent.delete(e.id) && e.refused) refused(key)
    }
  })
  return (entryId, key) => { sent.set(entryId, key) }
}
