import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { learnServerTime, serverNow, timeFactor } from '../frame/time'
import { EventStream, type Told } from './stream'

export type MeterFunction = Schemas['Bench']['meters'][number]['function']

/** What an instrument shows, or why it shows nothing. */
export interface Shown {
  id: string
  name: string
  meterId: string
  function: MeterFunction
  job: string | null
  unit: string | null
  state: 'live' | 'away' | 'fault'
  why: string
  value?: number | null
  kind?: 'value' | 'overload'
  /** as its display has it */
  text?: string
  range?: number | null
  at?: string
  settled?: boolean
  recording?: string | null
}

/** What is taken from an instrument, for the entry that it becomes. */
export interface Taken { meterId: string; sample: { instrumentId: string; at: string; settled: boolean } }

/** After so long what an instrument showed is old. */
export const liveMs = 2000
/** Without a beat for so long nobody tells anything. */
const beatMs = 3500

export const unitOf: Record<MeterFunction, string> = { 'dc-volts': 'V DC', 'ac-volts': 'V AC', 'dc-amperes': 'A DC', ohms: 'Ω', farads: 'F' }

/** The server's events: what instruments show, and that a tape went on. */
export const useLive = defineStore('live', () => {
  const shown = ref<Record<string, Shown>>({})
  /** Now by the server's clock, moving often enough for an age to be seen. */
  const now = ref(serverNow())
  const lastBeat = ref(0)
  const isOpen = ref(false)
  const databaseAway = ref(false)
  const tapeFollowers = new Set<(job: string, sequence: number) => void>()
  const openFollowers = new Set<() => void>()
  const knownJobs = new Set<() => string | null>()
  let stream: EventStream | null = null
  let ticking: ReturnType<typeof setInterval> | undefined

  /** Somebody tells what is new; else it is asked for. */
  const follows = computed(() => isOpen.value && !databaseAway.value && Math.abs(now.value - lastBeat.value) < beatMs * timeFactor.value)

  function take(told: Told): void {
    if (told.name === 'live') put(told.data as Shown)
    else if (told.name === 'instruments') {
      shown.value = {}
      for (const one of (told.data as { of: Shown[] }).of) put(one)
    } else if (told.name === 'beat') {
      const beat = told.data as { serverTime: string; timeFactor: number; database: boolean }
      learnServerTime(beat.serverTime, beat.timeFactor)
      now.value = lastBeat.value = serverNow()
      isOpen.value = true
    } else if (told.name === 'tape') {
      const news = told.data as { job: string; jobSequence: number }
      for (const follower of tapeFollowers) follower(news.job, news.jobSequence)
    } else if (told.name === 'database') {
      databaseAway.value = (told.data as { away: boolean }).away
      if (!databaseAway.value) for (const follower of openFollowers) follower()
    }
  }
  function put(one: Shown): void { shown.value[one.id] = one }

  function start(): void {
    if (stream !== null || typeof EventSource === 'undefined') return
    stream = new EventStream({
      told: take,
      opened: () => {
        isOpen.value = true
        lastBeat.value = now.value = serverNow()
        for (const follower of openFollowers) follower()
      },
      lost: () => { isOpen.value = false },
    }, () => [...knownJobs].map((of) => of()).filter((job) => job !== null).join(','))
    stream.start()
    ticking = setInterval(() => { now.value = serverNow() }, 250)
  }

  function stop(): void {
    stream?.end()
    stream = null
    clearInterval(ticking)
    shown.value = {}
    isOpen.value = false
  }

  /** By the clock on the wall. */
  const ageMs = (one: Shown): number => (one.at === undefined ? Infinity : Math.max(0, now.value - Date.parse(one.at)) / timeFactor.value)
  /** Whether it may be taken as what is there now; an old value never is. */
  const isLive = (one: Shown): boolean => one.state === 'live' && one.text !== undefined && Math.abs(serverNow() - Date.parse(one.at ?? '')) <= liveMs * timeFactor.value
  /** The same for the eye: it moves with the clock. */
  const looksLive = (one: Shown): boolean => one.state === 'live' && ageMs(one) <= liveMs

  const onUnit = (job: string | null, unit: string | null): Shown[] => Object.values(shown.value).filter((s) => job !== null && s.job === job && s.unit === unit).sort((a, b) => a.name.localeCompare(b.name))

  /** Hears of every entry on a tape until it is told no more. */
  function onTape(follower: (job: string, sequence: number) => void): () => void {
    tapeFollowers.add(follower)
    return () => tapeFollowers.delete(follower)
  }
  function onOpen(follower: () => void): () => void {
    openFollowers.add(follower)
    return () => openFollowers.delete(follower)
  }
  /** Which job is open, and how much of its tape is known: `job:sequence`. */
  function knows(of: () => string | null): void { knownJobs.add(of) }

  return { shown, now, follows, isOpen, databaseAway, start, stop, take, ageMs, isLive, looksLive, onUnit, onTape, onOpen, knows }
})

export const takenFrom = (one: Shown): Taken => ({ meterId: one.meterId, sample: { instrumentId: one.id, at: one.at ?? '', settled: one.settled === true } })
