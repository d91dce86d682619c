import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import { Refusal } from '../api/client'
import { Outbox, type NewEntry, type TapeAnswer, type Transport, type Waiting } from './outbox'

const nothing: TapeAnswer = { entries: [], benches: [], summaries: [], board: null, serverTime: '' }
const entry = (text: string) => ({ unitId: 'u', kind: 'reading' as const, v: 1, payload: { text }, observedAt: '2026-01-01T00:00:00Z' })

class FakeServer implements Transport {
  up = true
  taken: NewEntry[] = []
  refuse: string | null = null
  /** the server stumbles over this text, every time */
  fault: string | null = null
  tries = 0
  async send(_job: string, body: NewEntry): Promise<TapeAnswer> {
    if (!this.up) throw new Refusal(0, 'away', undefined)
    if (body.payload['text'] === this.refuse) throw new Refusal(422, 'cannot be read', undefined)
    if (body.payload['text'] === this.fault) { this.tries++; throw new Refusal(500, 'a fault', undefined) }
    this.taken.push(body)
    return nothing
  }
}

let serial = 0
let server: FakeServer
let shown: Waiting[]
let away: (string | null)[]
let name: string
const box = (): Outbox => new Outbox({ changed: (w) => { shown = w }, taken: () => undefined, away: (s) => { away.push(s) } }, server, name, [5])
const texts = (): unknown[] => server.taken.map((b) => b.payload['text'])

beforeEach(() => { server = new FakeServer(); shown = []; away = []; name = `box-${serial++}` })

describe('the outbox', () => {
  it('keeps what was written, whatever the page makes of it later', async () => {
    const outbox = box()
    await outbox.signedIn('ann')
    const payload = reactive({ text: '1', tubes: { V1: { type: '12AX7' } } })
    server.up = false
    await outbox.put('j', 'ann', { ...entry('1'), payload })
    payload.tubes.V1.type = 'EL84'
    server.up = true
    await vi.waitFor(() => expect(server.taken.map((b) => b.payload)).toEqual([{ text: '1', tubes: { V1: { type: '12AX7' } } }]))
  })

  it('sends in order, once each, with growing counters', async () => {
    const outbox = box()
    await outbox.signedIn('ann')
    for (const t of ['1', '2', '3']) await outbox.put('j', 'ann', entry(t))
    await vi.waitFor(() => expect(texts()).toEqual(['1', '2', '3']))
    expect(server.taken.map((b) => b.counter)).toEqual([1, 2, 3])
    expect(new Set(server.taken.map((b) => b.id)).size).toBe(3)
    await vi.waitFor(() => expect(shown).toEqual([]))
    outbox.stop()
  })

  it('keeps everything while the server is away, and says so', async () => {
    const outbox = box()
    await outbox.signedIn('ann')
    server.up = false
    await outbox.put('j', 'ann', entry('1'))
    await outbox.put('j', 'ann', entry('2'))
    await vi.waitFor(() => expect(away).toContain('away'))
    expect(shown).toHaveLength(2)
    server.up = true
    await vi.waitFor(() => expect(texts()).toEqual(['1', '2']))
    expect(away.at(-1)).toBeNull()
    outbox.stop()
  })

  it('puts an entry aside that the server stumbles over, and sends what was typed after it', async () => {
    const outbox = box()
    server.fault = 'crooked'
    await outbox.signedIn('ann')
    for (const t of ['1', 'crooked', '2']) await outbox.put('j', 'ann', entry(t))
    await vi.waitFor(() => expect(texts()).toEqual(['1', '2']))
    expect(server.tries).toBe(3)
    expect(shown.map((w) => [w.body.payload['text'], w.stuck])).toEqual([['crooked', 'a fault']])
    await new Promise((done) => setTimeout(done, 40))
    expect(server.tries).toBe(3)
    outbox.stop()
  })

  it('survives a reload with the same ids', async () => {
    server.up = false
    const before = box()
    await before.signedIn('ann')
    const { body } = await before.put('j', 'ann', entry('1'))
    before.stop()
    server.up = true
    const after = box()
    await after.signedIn('ann')
    await vi.waitFor(() => expect(server.taken.map((b) => b.id)).toEqual([body.id]))
    after.stop()
  })

  it('sends only what the signed-in person typed', async () => {
    const outbox = box()
    await outbox.put('j', 'ann', entry('hers'))
    await outbox.signedIn('ben')
    await outbox.put('j', 'ben', entry('his'))
    await vi.waitFor(() => expect(texts()).toEqual(['his']))
    expect(shown.map((w) => w.personId)).toEqual(['ann'])
    await outbox.signedIn('ann')
    await vi.waitFor(() => expect(texts()).toEqual(['his', 'hers']))
    outbox.stop()
  })

  it('sets aside what the server will not take and goes on', async () => {
    server.refuse = 'bad'
    const outbox = box()
    await outbox.signedIn('ann')
    await outbox.put('j', 'ann', entry('bad'))
    await outbox.put('j', 'ann', entry('good'))
    await vi.waitFor(() => expect(texts()).toEqual(['good']))
    await vi.waitFor(() => expect(shown.map((w) => w.stuck)).toEqual(['cannot be read']))
    await outbox.drop(shown[0]?.counter ?? 0)
    expect(shown).toEqual([])
    outbox.stop()
  })
})
