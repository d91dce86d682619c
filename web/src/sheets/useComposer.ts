import { useDebounceFn } from '@vueuse/core'
import { ref, watch, type Ref } from 'vue'
import { api, ask, Refusal, type Schemas } from '../api/client'

export type Composed = Schemas['Composed']

/** Sends what is typed to the server as it stands, and shows the latest answer; an answer that comes late is dropped. */
export function useComposer(lines: Ref<string>, mainsVolts: Ref<number | null>): { composed: Ref<Composed | null>; away: Ref<string>; busy: Ref<boolean> } {
  const composed = ref<Composed | null>(null)
  const away = ref('')
  const busy = ref(false)
  let asked = 0

  async function compose(): Promise<void> {
    const own = ++asked
    busy.value = true
    try {
      const answer = await ask(api.POST('/api/circuits/compose', { body: { lines: lines.value, ...(mainsVolts.value === null ? {} : { mainsVolts: mainsVolts.value }) } }))
      if (own === asked) {
        composed.value = answer
        away.value = ''
      }
    } catch (e) {
      if (own === asked) away.value = e instanceof Refusal && e.isAway ? 'The server does not answer. What you typed is kept here.' : e instanceof Error ? e.message : String(e)
    }
    if (own === asked) busy.value = false
  }
  const soon = useDebounceFn(compose, 180)
  watch([lines, mainsVolts], soon, { immediate: true })
  return { composed, away, busy }
}
