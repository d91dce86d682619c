import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, ask, Refusal, type Bench, type ChassisState, type Schemas, type TapeEntry } from '../api/client'
import { queries } from '../api/queries'
import { useSession } from '../access/session'
import { foreseenOff } from './foreseen'
import { Outbox, type TapeAnswer, type Waiting } from './outbox'
import { useLive } from '../live/live'
import { paintedFirst } from './paintedFirst'
import { parseQuantity } from '../quantity/parse'
import { learnServerTime, serverNow } from './time'

/** What may be written, by kind: the schemas of the tape. */
export type Payloads = Required<Schemas['EntryPayloads']>
type JobUnit = Schemas['Job']['units'][number]

const pollMs = 2000
/** So long a page's own answer may take before what it was told meanwhile is asked for. */
const ownAnswerMs = 300

/** Under this a bank is discharged, V (SAFE-1); whether it is, the server says. */
const provedVolts = 10
const isLow = (text: unknown): boolean => { const parsed = parseQuantity(String(text), 'V'); return parsed.ok && parsed.quantity.kind !== 'overload' && Math.abs(parsed.quantity.value) < provedVolts }

/** Where a station's board is kept: its unit on its job. */
export const boardKey = (jobId: string, unitId: string, station: string): string[] => ['station', jobId, unitId, station]

/** Where what is said of a unit's idling tubes is kept. */
export const biasKey = (jobId: string, unitId: string): string[] => ['bias', jobId, unitId]

/** Where what the voltages of a unit say together is kept. */
export const voltagesKey = (jobId: string, unitId: string): string[] => ['voltages', jobId, unitId]

/** Where the way up of a unit is kept. */
export const powerKey = (jobId: string, unitId: string): string[] => ['power', jobId, unitId]

/** The job on the bench: its units, one of them in hand; what the server says of them, and what is still on its way there. */
export const useBench = defineStore('bench', () => {
  const session = useSession()
  const live = useLive()
  const job = ref<Schemas['Job'] | null>(null)
  const benches = ref<Bench[]>([])
  const summaries = ref<Record<string, Schemas['StationSummary'][]>>({})
  const chosenUnit = ref<string | null>(null)
  /** The newest of the tape, back to a page's beginning; older pages on scrolling. */
  const entries = ref<TapeEntry[]>([])
  const waiting = ref<Waiting[]>([])
  const away = ref<string | null>(null)
  const fault = ref<string | null>(null)
  /** The place that a station asks for now; lit on the schematic. */
  const probing = ref<string | null>(null)
  /** Somebody wants to set meters: the frame opens their panel. */
  const settingMeters = ref(false)
  /** The station whose board is on the page. */
  const station = ref<string | null>(null)
  /** The meter that was named on this job a moment ago, until the server tells it back. */
  const named = ref<string | null>(null)
  let naming = false
  let cursor = 0
  /** Answers to what this page sent. */
  let told = 0
  /** An answer was put aside because a newer one had come: what stands in the chassis is asked for anew. */
  let isOutrun = false
  let timer: ReturnType<typeof setTimeout> | undefined

  const units = computed<JobUnit[]>(() => job.value?.units ?? [])
  /** The unit in hand. */
  const unit = computed<JobUnit | null>(() => units.value.find((u) => u.id === chosenUnit.value) ?? units.value[0] ?? null)
  const bench = computed<Bench | null>(() => benches.value.find((b) => b.unitId === unit.value?.id) ?? null)
  const stationsOf = (unitId: string): Schemas['StationSummary'][] => summaries.value[unitId] ?? []
  /** Every station, in the order of the work, with how far it is for the unit in hand. */
  const stations = computed(() => stationsOf(unit.value?.id ?? ''))
  const shown = (): { station?: string; unit?: string } => ({ ...(station.value === null ? {} : { station: station.value }), ...(unit.value === null ? {} : { unit: unit.value.id }) })

  const paint = paintedFirst()
  let sent: Waiting[] = []
  const outbox = new Outbox({
    changed: (all) => { sent = all; if (!paint.waits) waiting.value = all },
    away: (sentence) => { away.value = sentence },
    taken: (sent, answer) => { if (sent.jobId === job.value?.id) { ++told; take(answer) } },
    shown: (jobId) => (jobId === job.value?.id ? shown() : {}),
  })

  const mine = computed(() => waiting.value.filter((w) => w.jobId === job.value?.id && w.personId === session.me?.id))
  const others = computed(() => waiting.value.filter((w) => w.personId !== session.me?.id))

  /** The more dangerous of what the server knows of a unit and what this device has yet to tell it. */
  function stateOf(unitId: string | null): ChassisState {
    const told = benches.value.find((b) => b.unitId === unitId)?.state.name ?? 'discharging'
    const declared = mine.value.filter((w) => w.body.kind === 'state-change' && w.body.unitId === unitId && w.stuck === null).map((w) => w.body.payload['to'] as ChassisState)
    const order = session.shop?.statesByDanger ?? []
    return [told, ...declared].reduce((a, b) => (order.indexOf(b) > order.indexOf(a) ? b : a))
  }
  const state = computed<ChassisState>(() => stateOf(unit.value?.id ?? null))

  /** Banks with a proof on its way that is low enough to be one: the next bank is asked for meanwhile. */
  const proving = computed(() => new Set(mine.value.filter((w) => w.body.kind === 'discharge-proof' && w.body.unitId === unit.value?.id && w.stuck === null && isLow(w.body.payload['text'])).map((w) => String(w.body.payload['island']))))
  const isOpenBank = (island: Bench['islands'][number]): boolean => !island.proved && !proving.value.has(island.id)
  /** The bank whose proof is asked for; null where every one is proved, or its proof on its way. */
  const bankToProve = computed(() => bench.value?.islands.find(isOpenBank) ?? null)

  /** The meter in hand, as stated; null while nobody named one. */
  const meterId = computed<string | null>(() => {
    const stated = (bench.value?.conditions['meterId'] as { value?: unknown } | undefined)?.value
    return named.value ?? (typeof stated === 'string' ? stated : null)
  })
  const byMeter = computed<{ meterId?: string }>(() => (meterId.value === null ? {} : { meterId: meterId.value }))

  async function nameMeter(id: string): Promise<void> {
    named.value = id
    localStorage.setItem('meterId', id)
    naming = true
    try {
      await write('conditions', { facts: { meterId: { value: id, how: 'measured' } } })
    } finally {
      naming = false
    }
  }

  function add(more: TapeEntry[]): void {
    const known = new Map(entries.value.map((e) => [e.id, e]))
    for (const e of more) known.set(e.id, e)
    entries.value = [...known.values()].sort((a, b) => a.observedAt.localeCompare(b.observedAt) || a.sequence - b.sequence)
  }

  const isBroken = (b: Bench): boolean => b.state.stop?.isOff === false
  /** Chassis whose stop rule was just broken: the word stands before anything else of what the answer tells is painted (SAFE-6). */
  const broken = shallowRef<Bench[]>([])
  /** A reading that breaks a stop rule by itself: the word stands while the reading is on its way, then the server's judgement does. */
  const foreseen = ref<{ unitId: string; place: string; sentence: string; entryId: string | null } | null>(null)
  const foreseenStop = computed(() => (foreseen.value === null || (foreseen.value.entryId !== null && !mine.value.some((w) => w.body.id === foreseen.value?.entryId && w.stuck === null)) ? null : foreseen.value))
  function foresee(unitId: string | null, reading: Payloads['reading']): void {
    const point = benches.value.find((b) => b.unitId === unitId)?.points.find((p) => p.place === reading.place && p.function === reading.function)
    const sentence = unitId === null || point === undefined || reading.sample !== undefined ? null : foreseenOff(point, [reading.text, ...(reading.tapped ?? [])])
    foreseen.value = unitId === null || sentence === null ? null : { unitId, place: reading.place, sentence, entryId: null }
  }
  function take(answer: TapeAnswer): void {
    paint.settle()
    const news = (answer.benches ?? []).filter((b) => isBroken(b) && !benches.value.some((o) => o.unitId === b.unitId && isBroken(o)))
    if (news.length === 0) apply(answer)
    else paint.show(() => { broken.value = news }, () => { broken.value = []; waiting.value = sent; apply(answer) })
  }
  function apply(answer: TapeAnswer): void {
    learnServerTime(answer.serverTime)
    if (answer.entries.length > 0) add(answer.entries)
    if (answer.benches === null) return
    benches.value = answer.benches
    summaries.value = Object.fromEntries((answer.summaries ?? []).map((s) => [s.unitId, s.stations]))
    const jobId = job.value?.id ?? ''
    const board = answer.board
    // What came may change a verdict on every board: the one on the page came with it, the others are asked for when they are opened.
    void queries.invalidateQueries({ queryKey: ['station', jobId], refetchType: board === null ? 'active' : 'none' })
    for (const told of ['power', 'bias', 'voltages']) void queries.invalidateQueries({ queryKey: [told, jobId] })
    if (board !== null && unit.value !== null) queries.setQueryData(boardKey(jobId, unit.value.id, board.station), board)
    // What was named a moment ago may not even be in the box yet.
    if (!naming && mine.value.every((w) => w.body.kind !== 'conditions')) named.value = null
  }

  /** Something may have changed by the mere passing of time: a proof ran out, the tubes are warm. */
  function isDue(): boolean {
    const now = serverNow()
    const past = (iso: string | null): boolean => iso !== null && Date.parse(iso) <= now
    return benches.value.length === 0 || benches.value.some((b) => past(b.state.provedUntil) || (b.warm.warming && past(b.warm.until)))
  }

  /** One question at a time; whoever asks meanwhile is answered by one more. */
  let asking: Promise<void> | null = null
  let again = false
  function poll(): Promise<void> {
    if (asking !== null) { again = true; return asking }
    asking = askForNews().finally(() => {
      asking = null
      if (again) { again = false; void poll() }
    })
    return asking
  }

  async function askForNews(): Promise<void> {
    const jobId = job.value?.id
    if (jobId === undefined) return
    const before = told
    try {
      const query = cursor === 0 ? shown() : { after: cursor, ...(isDue() || isOutrun ? { benches: 1 } : {}), ...shown() }
      const answer = await ask(api.GET('/api/jobs/{jobId}/tape', { params: { path: { jobId }, query } }))
      if (job.value?.id !== jobId) return
      cursor = Math.max(cursor, ...answer.entries.map((e) => e.sequence))
      // What this page sent was answered meanwhile: the benches here may be from before it. A broken stop rule waits for nothing.
      isOutrun = before !== told && benches.value.length > 0 && !(answer.benches ?? []).some(isBroken)
      take(isOutrun ? { ...answer, benches: null } : answer)
      if (isOutrun) again = true
      if (away.value !== null) {
        away.value = null
        outbox.wake()
      }
    } catch (e) {
      if (e instanceof Refusal && e.isAway) away.value = e.message
      if (e instanceof Refusal && e.status === 401) void session.load()
    }
  }

  /** Whether the tape goes on below what is here. */
  const hasOlder = computed(() => entries.value.length > 0 && Math.min(...entries.value.map((e) => e.sequence)) > 1)
  const fetchingOlder = ref(false)
  /** The page of the tape before the oldest entry that is here. */
  async function older(): Promise<void> {
    const jobId = job.value?.id
    if (jobId === undefined || fetchingOlder.value || !hasOlder.value) return
    fetchingOlder.value = true
    try {
      const answer = await ask(api.GET('/api/jobs/{jobId}/tape', { params: { path: { jobId }, query: { before: Math.min(...entries.value.map((e) => e.sequence)) } } }))
      if (job.value?.id === jobId) add(answer.entries)
    } catch (e) {
      if (e instanceof Refusal && e.isAway) away.value = e.message
    } finally {
      fetchingOlder.value = false
    }
  }

  /** While events tell what is new, only what the mere passing of time changes is asked for; the timer is what is left when nobody tells. */
  function follow(): void {
    clearTimeout(timer)
    timer = setTimeout(() => { void (live.follows && away.value === null && !isDue() ? Promise.resolve() : poll()).finally(follow) }, pollMs)
  }
  // What this page sends is told to it as well, mostly before its own answer is here: that answer says the same.
  const hear = (jobId: string, sequence: number): void => { if (jobId === job.value?.id && sequence > cursor) void poll() }
  live.onTape((jobId, sequence) => { if (mine.value.some((w) => w.stuck === null)) setTimeout(() => { hear(jobId, sequence) }, ownAnswerMs); else hear(jobId, sequence) })
  live.onOpen(() => { if (job.value !== null) void poll() })
  live.knows(() => (job.value === null || cursor === 0 ? null : `${job.value.id}:${cursor}`))

  async function open(jobId: string): Promise<void> {
    close()
    fault.value = null
    try {
      job.value = await ask(api.GET('/api/jobs/{jobId}', { params: { path: { jobId } } }))
    } catch (e) {
      fault.value = e instanceof Error ? e.message : String(e)
      return
    }
    chosenUnit.value = sessionStorage.getItem(`unit:${jobId}`)
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
    paint.drop()
    broken.value = []
    foreseen.value = null
    waiting.value = sent
    job.value = null
    benches.value = []
    summaries.value = {}
    chosenUnit.value = null
    named.value = null
    entries.value = []
    cursor = 0
  }

  /** Takes another unit of the job in hand. */
  function choose(unitId: string): void {
    chosenUnit.value = unitId
    named.value = null
    probing.value = null
    if (job.value !== null) sessionStorage.setItem(`unit:${job.value.id}`, unitId)
  }
  function nextUnit(): void {
    const i = units.value.findIndex((u) => u.id === unit.value?.id)
    const next = units.value[(i + 1) % Math.max(1, units.value.length)]
    if (next !== undefined) choose(next.id)
  }

  /** Writes an entry of this person about the unit in hand, about another, or (null) about the whole job. */
  async function write<K extends keyof Payloads>(kind: K, payload: Payloads[K], about: string | null = unit.value?.id ?? null): Promise<Waiting> {
    if (job.value === null || session.me === null) throw new Error('no job is open')
    if (kind === 'reading') foresee(about, payload as Payloads['reading'])
    else if (kind === 'state-change') foreseen.value = null
    const waits = foreseen.value
    try {
      const sent = await outbox.put(job.value.id, session.me.id, {
        unitId: about, kind, v: kind === 'conditions' || kind === 'state-change' ? 2 : 1, payload: payload as Record<string, unknown>, observedAt: new Date(serverNow()).toISOString(),
      })
      if (kind === 'reading' && waits !== null && foreseen.value === waits) foreseen.value = { ...waits, entryId: sent.body.id }
      return sent
    } catch (e) {
      if (foreseen.value === waits) foreseen.value = null
      throw e
    }
  }

  return {
    job, units, unit, benches, bench, broken, foreseenStop, stations, entries, waiting, mine, others, away, fault, probing, settingMeters, station, state, meterId, byMeter, hasOlder, fetchingOlder,
    stateOf, stationsOf, isOpenBank, bankToProve, nameMeter, outbox, open, reload, close, choose, nextUnit, older, write,
  }
})
