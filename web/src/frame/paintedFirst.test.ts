import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { paintedFirst } from './paintedFirst'

let frames: (() => void)[] = []
beforeEach(() => {
  vi.useFakeTimers()
  frames = []
  vi.stubGlobal('requestAnimationFrame', (f: () => void) => { frames.push(f); return frames.length })
})
afterEach(() => { vi.useRealTimers(); vi.unstubAllGlobals() })

it('lets what cannot wait be painted before the rest follows', () => {
  const told: string[] = []
  const order = paintedFirst()
  order.show(() => told.push('OFF'), () => told.push('rest'))
  expect([told, order.waits]).toEqual([['OFF'], true])
  for (const frame of frames) frame()
  expect(told).toEqual(['OFF'])
  vi.advanceTimersByTime(1)
  expect([told, order.waits]).toEqual([['OFF', 'rest'], false])
  vi.advanceTimersByTime(1000)
  expect(told).toEqual(['OFF', 'rest'])
})

it('does not wait for a page that paints nothing', () => {
  const told: string[] = []
  paintedFirst().show(() => undefined, () => told.push('rest'))
  vi.advanceTimersByTime(99)
  expect(told).toEqual([])
  vi.advanceTimersByTime(1)
  expect(told).toEqual(['rest'])
})

it('brings the rest before newer news, and once', () => {
  const told: string[] = []
  const order = paintedFirst()
  order.show(() => undefined, () => told.push('older'))
  order.show(() => told.push('newer first'), () => told.push('newer'))
  expect(told).toEqual(['older', 'newer first'])
  order.settle()
  for (const frame of frames) frame()
  vi.advanceTimersByTime(1000)
  expect(told).toEqual(['older', 'newer first', 'newer'])
})

it('forgets the rest of a job that was left', () => {
  const told: string[] = []
  const order = paintedFirst()
  order.show(() => undefined, () => told.push('rest'))
  order.drop()
  vi.advanceTimersByTime(1000)
  expect(told).toEqual([])
})
