// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { liveMs, takenFrom, useLive, type Shown } from './live'
import { spoken } from './speech'
import { EventStream, type Told } from './stream'

const at = '2026-11-28T12:00:00.000Z'
const one: Shown = { id: 'i', name: 'No. 2', meterId: 'no-2', function: 'dc-volts', job: 'j', unit: 'u', state: 'live', why: '', value: 435.2, kind: 'value', text: '435.2', at, settled: false }

class FakeSource {
  static all: FakeSource[] = []
  static readonly OPEN = 1
  readyState = 0
  onopen: (() => void) | null = null
  onerror: (() => void) | null = null
  closed = false
  private listeners = new Map<string, (e: { data: string }) => void>()
  constructor(readonly url: string) { FakeSource.all.push(this) }
  addEventListener(name: string, listener: (e: { data: string }) => void): void { this.listeners.set(name, listener) }
  close(): void { this.closed = true }
  open(): void { this.readyState = 1; this.onopen?.() }
  tells(name: string, data: string): void { this.listeners.get(name)?.({ data }) }
}
const last = (): FakeSource => FakeSource.all[FakeSource.all.length - 1] ?? (() => { throw new Error('no stream') })()

beforeEach(() => {
  vi.useFakeTimers({ now: Date.parse(at) })
  FakeSource.all = []
  vi.stubGlobal('EventSource', FakeSource)
  vi.stubGlobal('BroadcastChannel', undefined)
  setActivePinia(createPinia())
})
afterEach(() => { vi.useRealTimers(); vi.unstubAllGlobals() })

describe('the stream', () => {
  it('is made anew after an error, with what is known of the tape, slower and slower', () => {
    const told: Told[] = []
    const opened = vi.fn()
    const lost = vi.fn()
    let known = ''
    const stream = new EventStream({ told: (t) => told.push(t), opened, lost }, () => known)
    stream.start()
    expect(last().url).toBe('/api/events')
    last().open()
    last().tells('tape', '{"job":"j","jobSequence":7}')
    known = 'j:7'
    last().onerror?.()
    expect([last().closed, lost.mock.calls.length, FakeSource.all.length]).toEqual([true, 1, 1])
    vi.advanceTimersByTime(1000)
    expect([FakeSource.all.length, last().url]).toEqual([2, '/api/events?since=j%3A7'])
    last().onerror?.()
    vi.advanceTimersByTime(1999)
    expect(FakeSource.all.length).toBe(2)
    vi.advanceTimersByTime(1)
    expect(FakeSource.all.length).toBe(3)
    last().open()
    last().onerror?.()
    vi.advanceTimersByTime(1000)
    expect([FakeSource.all.length, opened.mock.calls.length, told]).toEqual([4, 2, [{ name: 'tape', data: { job: 'j', jobSequence: 7 } }]])
    stream.end()
    last().onerror?.()
    vi.advanceTimersByTime(60000)
    expect(FakeSource.all.length).toBe(4)
  })

  it('lets a line that was cut short say nothing', () => {
    const told = vi.fn()
    new EventStream({ told, opened: () => undefined, lost: () => undefined }, () => '').start()
    last().tells('live', '{"id":"i","va')
    expect(told).not.toHaveBeenCalled()
  })
})

describe('what instruments show', () => {
  it('is live for two seconds and no longer', () => {
    const live = useLive()
    live.start()
    last().open()
    last().tells('beat', JSON.stringify({ serverTime: at, database: true }))
    last().tells('live', JSON.stringify(one))
    const shown = live.onUnit('j', 'u')[0]
    expect(shown?.text).toBe('435.2')
    vi.advanceTimersByTime(liveMs)
    expect([live.isLive(one), live.looksLive(one)]).toEqual([true, true])
    vi.advanceTimersByTime(250)
    expect([live.isLive(one), live.looksLive(one)]).toEqual([false, false])
    live.stop()
    expect(live.onUnit('j', 'u')).toEqual([])
  })

  it('is no reading where it is away, of another unit, or from the future', () => {
    const live = useLive()
    live.take({ name: 'beat', data: { serverTime: at, database: true } })
    expect(live.isLive({ ...one, state: 'away' })).toBe(false)
    expect(live.isLive({ ...one, at: '2026-11-28T12:00:02.500Z' })).toBe(false)
    live.take({ name: 'instruments', data: { of: [one] } })
    expect([live.onUnit('j', 'u').length, live.onUnit('j', 'v').length, live.onUnit(null, 'u').length]).toEqual([1, 0, 0])
    live.take({ name: 'instruments', data: { of: [] } })
    expect(live.onUnit('j', 'u')).toEqual([])
  })

  it('follows as long as somebody beats', () => {
    const live = useLive()
    live.start()
    expect(live.follows).toBe(false)
    last().open()
    last().tells('beat', JSON.stringify({ serverTime: at, database: true }))
    expect(live.follows).toBe(true)
    vi.advanceTimersByTime(4000)
    expect(live.follows).toBe(false)
    last().tells('beat', JSON.stringify({ serverTime: '2026-11-28T12:00:04.000Z', database: true }))
    expect(live.follows).toBe(true)
    last().tells('database', '{"away":true}')
    expect([live.follows, live.databaseAway]).toEqual([false, true])
    last().onerror?.()
    last().tells('database', '{"away":false}')
    expect(live.follows).toBe(false)
    live.stop()
  })

  it('tells who follows of a tape, and of a stream that came back', () => {
    const live = useLive()
    const [tape, open] = [vi.fn(), vi.fn()]
    const leave = live.onTape(tape)
    live.onOpen(open)
    live.knows(() => 'j:3')
    live.start()
    expect(last().url).toBe('/api/events?since=j%3A3')
    last().open()
    last().tells('tape', '{"job":"j","jobSequence":4,"unit":null}')
    last().tells('database', '{"away":false}')
    leave()
    last().tells('tape', '{"job":"j","jobSequence":5,"unit":null}')
    expect([tape.mock.calls, open.mock.calls.length]).toEqual([[['j', 4]], 2])
    live.stop()
  })

  it('is taken with its meter and how it stood', () => {
    expect(takenFrom(one)).toEqual({ meterId: 'no-2', sample: { instrumentId: 'i', at, settled: false } })
  })
})

describe('what is said aloud', () => {
  it('is said as it is read', () => {
    expect(spoken('V4.5 −36.4 V · expect 435 V')).toBe('V 4 pin 5 minus 36.4 volts ,  expect 435 volts')
    expect(spoken('R14 3.9 mA, 4.7 Ω')).toBe('R14 3.9 milliamperes, 4.7 ohms')
  })
})
