import { useIntervalFn } from '@vueuse/core'
import { ref, type Ref } from 'vue'

/** Clock of the server less clock of this device, milliseconds. */
let offset = 0

export function learnServerTime(serverTime: string): void {
  offset = Date.parse(serverTime) - Date.now()
}

/** Now by the server's clock: what an entry's observed time is stamped with. */
export const serverNow = (): number => Date.now() + offset

/** Now by the server's clock, moving every few seconds. */
export function useNow(everyMs = 5000): Ref<number> {
  const now = ref(serverNow())
  useIntervalFn(() => { now.value = serverNow() }, everyMs)
  return now
}

export const clockTime = (iso: string, zone: string): string => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: zone })
export const dayTime = (iso: string, zone: string): string => new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', timeZone: zone })

/** “5 min”, “3 h”, “8 days”: how long something has waited. */
export function waited(sinceIso: string, now: number): string {
  const minutes = Math.max(0, Math.round((now - Date.parse(sinceIso)) / 60000))
  if (minutes < 60) return `${minutes} min`
  if (minutes < 48 * 60) return `${Math.round(minutes / 60)} h`
  return `${Math.round(minutes / 1440)} days`
}

/** “9 s”, “3 min”: a predicted time. */
export const lasting = (seconds: number): string => (seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.ceil(seconds / 60)} min`)
