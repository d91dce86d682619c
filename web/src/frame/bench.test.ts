// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { Bench } from '../api/client'
import type { OutboxEvents, TapeAnswer, Waiting } from './outbox'
import { useBench } from './bench'

/** What the page asks the server, each to be answered when the test says so. */
let asked: { query: Record<string, unknown>; answer: (a: unknown) => void }[] = []
let events: OutboxEvents
let hear: (jobId: string, sequence: number) => void = () => undefined

vi.mock('../api/client', async (original) => ({
  ...(await original<object>()),
  api: { GET: (path: string, options: { params: { query?: Record<string, unknown> } }) => (path.endsWith('/tape') ? new Promise((answer) => { asked.push({ query: options.params.query ?? {}, answer }) }) : Promise.resolve({ id: 'j', units: [{ id: 'u' }] })) },
  ask: (answer: Promise<unknown>) => answer,
}))
vi.mock('./outbox', () => ({ Outbox: class { constructor(given: OutboxEvents) { events = given } wake(): void { /* nothing waits */ } } }))
vi.mock('../live/live', () => ({ useLive: () => ({ follows: true, onTape: (told: typeof hear) => { hear = told }, onOpen: () => undefined, knows: () => undefined }) }))
vi.mock('../access/session', () => ({ useSession: () => ({ me: { id: 'p' }, shop: { statesByDanger: [] } }) }))

const bench = (proved: boolean, isOff: boolean | null = null): Bench => ({ unitId: 'u', islands: [{ id: 'A', proved }, { id: 'N', proved: false }], state: { name: 'discharging', provedUntil: null, stop: isOff === null ? null : { isOff } }, warm: { warming: false, until: null }, conditions: {}, points: [] } as unknown as Bench)
const answer = (of: Bench | null, sequence: number): TapeAnswer => ({ entries: [{ id: `e${String(sequence)}`, sequence, observedAt: '2026-01-01T00:00:00Z' }], benches: of === null ? null : [of], summaries: [], board: null, serverTime: '2026-01-01T00:00:00Z' } as unknown as TapeAnswer)
const settled = async (): Promise<void> => { for (let i = 0; i < 8; ++i) await Promise.resolve() }

beforeEach(() => {
  vi.useFakeTimers({ now: Date.parse('2026-01-01T00:00:00Z') })
  asked = []
  setActivePinia(createPinia())
})
afterEach(() => { vi.useRealTimers() })

async function opened(): Promise<ReturnType<typeof useBench>> {
  const store = useBench()
  const opening = store.open('j')
  await settled()
  asked[0]?.answer(answer(bench(false), 1))
  await opening
  return store
}

it('does not let an answer that was on its way take back what a newer one said', async () => {
  const store = await opened()
  expect(store.bankToProve?.id).toBe('A')
  hear('j', 2)
  await settled()
  events.taken({ jobId: 'j' } as Waiting, answer(bench(true), 3))
  expect(store.bankToProve?.id).toBe('N')
  asked[1]?.answer(answer(bench(false), 2)) // as it was before the proof
  await settled()
  expect(store.bankToProve?.id).toBe('N')
  expect(asked[2]?.query['benches']).toBe(1) // and what stands is asked for anew
  asked[2]?.answer(answer(bench(true), 4))
  await settled()
  expect([store.bankToProve?.id, asked.length]).toEqual(['N', 3])
})

it('takes an answer that nothing overtook, and asks no more', async () => {
  const store = await opened()
  hear('j', 2)
  await settled()
  asked[1]?.answer(answer(bench(true), 2))
  await settled()
  expect([store.bankToProve?.id, asked.length]).toEqual(['N', 2])
})

it('says of a broken stop rule at once, whatever was on its way', async () => {
  const store = await opened()
  hear('j', 2)
  await settled()
  events.taken({ jobId: 'j' } as Waiting, answer(bench(true), 3))
  asked[1]?.answer(answer(bench(true, false), 4))
  await settled()
  expect(store.broken.length + store.benches.filter((b) => b.state.stop?.isOff === false).length).toBeGreaterThan(0)
})
