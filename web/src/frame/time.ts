import { useIntervalFn } from '@vueuse/core'
import { ref, type Ref } from 'vue'

/** What the server's clock showed, and this device's when that was heard, milliseconds. */
let anchor = { server: 0, here: 0 }
/** Seconds of the server's clock in one of this device's: more than 1 in a demo shop alone. */
export const timeFactor = ref(1)

export function learnServerTime(serverTime: string, factor?: number): void {
  if (factor !== undefined) learnTimeFactor(factor)
  anchor = { server: Date.parse(serverTime), here: Date.now() }
}

/** From here on time goes so fast; what the clock shows does not leap. */
export function learnTimeFactor(factor: number): void {
  if (factor === timeFactor.value) return
  anchor = { server: serverNow(), here: Date.now() }
  timeFactor.value = factor
}

/** Now by the server's clock: what an entry's observed time is stamped with. */
export const serverNow = (): number => anchor.server + (Date.now() - anchor.here) * timeFactor.value

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
