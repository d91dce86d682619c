import { describe, expect, it, vi } from 'vitest'
import { newId } from '../api/client'
import { clockTime, lasting, learnServerTime, learnTimeFactor, serverNow, waited } from './time'

describe('time', () => {
  it('says how long something waited', () => {
    const now = Date.parse('2026-03-10T12:00:00Z')
    expect([waited('2026-03-10T11:55:00Z', now), waited('2026-03-10T09:00:00Z', now), waited('2026-03-02T12:00:00Z', now)]).toEqual(['5 min', '3 h', '8 days'])
    expect(waited('2026-03-10T12:05:00Z', now)).toBe('0 min')
  })

  it('rounds predicted times up, never down', () => {
    expect([lasting(8.2), lasting(89.5), lasting(121)]).toEqual(['9 s', '90 s', '3 min'])
  })

  it('shows the shop’s own clock', () => {
    expect(clockTime('2026-07-01T10:05:00Z', 'Europe/London')).toBe('11:05')
  })

  it('stamps entries by the server’s clock', () => {
    learnServerTime(new Date(Date.now() + 60000).toISOString())
    expect(serverNow() - Date.now()).toBeGreaterThan(59000)
    learnServerTime(new Date().toISOString())
    expect(Math.abs(serverNow() - Date.now())).toBeLessThan(1000)
  })

  it('goes as fast as the demo shop, without a leap', () => {
    vi.useFakeTimers({ now: Date.parse('2026-05-01T12:00:00Z') })
    learnServerTime('2026-05-01T15:00:00Z', 6)
    vi.advanceTimersByTime(10_000)
    expect(new Date(serverNow()).toISOString()).toBe('2026-05-01T15:01:00.000Z')
    learnTimeFactor(1)
    expect(new Date(serverNow()).toISOString()).toBe('2026-05-01T15:01:00.000Z')
    vi.advanceTimersByTime(10_000)
    expect(new Date(serverNow()).toISOString()).toBe('2026-05-01T15:01:10.000Z')
    vi.useRealTimers()
  })
})

describe('ids', () => {
  it('are version 7 and sort by time', () => {
    const early = newId(1_700_000_000_000)
    const late = newId(1_800_000_000_000)
    expect(early).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
    expect(early < late).toBe(true)
    expect(new Set(Array.from({ length: 500 }, () => newId())).size).toBe(500)
  })
})
