import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, ask, Refusal, type Bench, type ChassisState, type Schemas, type TapeEntry } from '../api/client'
import { useSession } from '../access/session'
import { Outbox, type TapeAnswer, type Waiting } from './outbox'
import { learnServerTime, serverNow } from './time'

/** What may be written, by kind: the schemas of the tape. */
export type Payloads = Required<Schemas['EntryPayloads']>

const pollMs = 2000

/** The job on the bench: what the server says of it, and what is still on its way there. */
export const useBench = defineStore('bench', () => {
  const session = useSession()
  const job = ref<Schemas['Job'] | null>(null)
  const bench = ref<Bench | null>(null)
  const entries = ref<TapeEntry[]>([])
  const waiting = ref<Waiting[]>([])
  const away = ref<string | null>(null)
  const fault = ref<string | null>(null)
  /** The place that a station asks for now; lit on the schematic. */
  const probing = ref<string | null>(null)
  /** The meter that was named on this job a moment ago, until the server tells it back. */
  const named = ref<string | null>(null)
  let cursor = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  const outbox = new Outbox({
    changed: (all) => { waiting.value = all },
    away: (sentence) => { away.value = sentence },
    taken: (sent, answer) => { if (sent.jobId === job.value?.id) take(answer) },
  })

  const mine = computed(() => waiting.value.filter((w) => w.jobId === job.value?.id && w.personId === session.me?.id))
  const others = computed(() => waiting.value.filter((w) => w.personId !== session.me?.id))

  /** The more dangerous of what the server knows and what this device has yet to tell it. */
  const state = computed<ChassisState>(() => {
    const told = bench.value?.state.name ?? 'discharging'
    const declared = mine.value.filter((w) => w.body.kind === 'state-change' && w.stuck === null).map((w) => w.body.payload['to'] as ChassisState)
    const order = session.shop?.statesByDanger ?? []
    return [told, ...declared].reduce((a, b) => (order.indexOf(b) > order.indexOf(a) ? b : a))
  })

  /** The meter in hand, as stated; null while nobody named one. */
  const meterId = computed<string | null>(() => {
    const stated = (bench.value?.conditions['meterId'] as { value?: unknown } | undefined)?.value
    return named.value ?? (typeof stated === 'string' ? stated : null)
  })
  const byMeter = computed<Record<string, unknown>>(() => (meterId.value === null ? {} : { meterId: meterId.value }))

  async function nameMeter(id: string): Promise<void> {
    named.value = id
    localStorage.setItem('meterId', id)
    await write('conditions', { facts: { meterId: { value: id, how: 'measured' } } })
  }

  function take(answer: TapeAnswer): void {
    learnServerTime(answer.serverTime)
    const known = new Map(entries.value.map((e) => [e.id, e]))
    for (const e of answer.entries) known.set(e.id, e)
    entries.value = [...known.values()].sort((a, b) => a.observedAt.localeCompare(b.observedAt) || a.sequence - b.sequence)
    bench.value = answer.benches[0] ?? null
    if (mine.value.every((w) => w.body.kind !== 'conditions')) named.value = null
  }

  async function poll(): Promise<void> {
    const jobId = job.value?.id
    if (jobId === undefined) return
    try {
      const answer = await ask(api.GET('/api/jobs/{jobId}/tape', { params: { path: { jobId }, query: { after: cursor } } }))
      if (job.value?.id !== jobId) return
      cursor = Math.max(cursor, ...answer.entries.map((e) => e.sequence))
      take(answer)
      if (away.value !== null) {
        away.value = null
        outbox.wake()
      }
    } catch (e) {
      if (e instanceof Refusal && e.isAway) away.value = e.message
      if (e instanceof Refusal && e.status === 401) void session.load()
    }
  }

  function follow(): void {
    clearTimeout(timer)
    timer = setTimeout(() => { void poll().finally(follow) }, pollMs)
  }

  async function open(jobId: string): Promise<void> {
    close()
    fault.value = null
    try {
      job.value = await ask(api.GET('/api/jobs/{jobId}', { params: { path: { jobId } } }))
    } catch (e) {
      fault.value = e instanceof Error ? e.message : String(e)
      return
    }
    await poll()
    follow()
  }

  async function reload(): Promise<void> {
    const jobId = job.value?.id
    if (jobId === undefined) return
    job.value = await ask(api.GET('/api/jobs/{jobId}', { params: { path: { jobId } } }))
    await poll()
  }

  function close(): void {
    clearTimeout(timer)
    job.value = null
    bench.value = null
    named.value = null
    entries.value = []
    cursor = 0
  }

  /** Writes an entry of this person about the unit on the bench (or about the whole job). */
  async function write<K extends keyof Payloads>(kind: K, payload: Payloads[K], jobWide = false): Promise<Waiting> {
    if (job.value === null || session.me === null) throw new Error('no job is open')
    return outbox.put(job.value.id, session.me.id, {
      unitId: jobWide ? null : (job.value.units[0]?.id ?? null), kind, v: kind === 'conditions' ? 2 : 1, payload: payload as Record<string, unknown>, observedAt: new Date(serverNow()).toISOString(),
    })
  }

  return { job, bench, entries, waiting, mine, others, away, fault, probing, state, meterId, byMeter, nameMeter, outbox, open, reload, close, write }
})
