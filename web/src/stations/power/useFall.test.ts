// @vitest-environment happy-dom
import { enableAutoUnmount, flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { computed, reactive, ref, type ComputedRef } from 'vue'
import type { Power } from './usePower'
import { useFall, type Fall } from './useFall'

const bench = reactive({ job: { id: 'j' }, unit: { id: 'u' }, state: 'dead', bench: { meters: [] as object[] } })
const live = reactive({ shown: [] as object[], onUnit: () => live.shown })
const session = reactive({ mayWrite: true })
const post = vi.hoisted(() => vi.fn(() => Promise.resolve({})))
vi.mock('../../frame/bench', () => ({ useBench: () => bench, powerKey: () => ['power'] }))
vi.mock('../../live/live', () => ({ useLive: () => live }))
vi.mock('../../access/session', () => ({ useSession: () => session }))
vi.mock('../../api/client', () => ({ api: { POST: post }, ask: (of: Promise<unknown>) => of }))

const power = ref<Power | null>(null)
const again = vi.fn(() => Promise.resolve())
const decay = (place: string, band: object[] = [{ share: 1, leastSeconds: 0, mostSeconds: 0 }]): object => ({ place, band, falling: null, test: null })
function page(): { falls: ComputedRef<Fall[]> } {
  let made: { falls: ComputedRef<Fall[]> } | null = null
  mount({ setup() { made = useFall(computed(() => power.value), again); return () => null } })
  return made as unknown as { falls: ComputedRef<Fall[]> }
}
const asked = (): string[] => (post.mock.calls as unknown as [string, { body?: { place: string } }][]).map(([path, of]) => `${path.includes('ended') ? 'end' : 'begin'} ${of.body?.place ?? ''}`.trim())

enableAutoUnmount(afterEach)
beforeEach(() => {
  vi.useRealTimers()
  post.mockClear(); again.mockClear()
  Object.assign(bench, { state: 'dead' })
  bench.bench.meters = [{ meterId: 'm2', leads: 'clipped', place: 'A' }, { meterId: 'm1', leads: 'probe', place: null }]
  live.shown = [{ id: 'i2', meterId: 'm2', function: 'dc-volts', state: 'live', recording: null }, { id: 'i1', meterId: 'm1', function: 'dc-volts', state: 'live', recording: null }]
  session.mayWrite = true
  power.value = { decays: [decay('A'), decay('N1', [])] } as unknown as Power
})

it('traces a bank from power on, by the meter that is clipped on it, and ends when everything is proved gone', async () => {
  page()
  expect(asked()).toEqual([])
  bench.state = 'ramping'
  await flushPromises()
  expect(asked()).toEqual(['begin A'])
  live.shown = [{ id: 'i2', meterId: 'm2', function: 'dc-volts', state: 'live', recording: 'r1' }]
  bench.state = 'discharging'
  await flushPromises()
  expect(asked()).toEqual(['begin A'])
  bench.state = 'dead'
  await flushPromises()
  expect(asked()).toEqual(['begin A', 'end'])
})

it('traces anew the next time that power comes', async () => {
  page()
  for (const n of [1, 2]) {
    bench.state = 'ramping'
    await flushPromises()
    expect(asked().filter((a) => a === 'begin A')).toHaveLength(n)
    bench.state = 'dead'
    await flushPromises()
  }
})

it('tries what failed once more at the next change, and asks nothing for somebody who looks on', async () => {
  post.mockRejectedValueOnce(new Error('away'))
  page()
  bench.state = 'ramping'
  await flushPromises()
  live.shown = [...live.shown]
  await flushPromises()
  expect(asked()).toEqual(['begin A', 'begin A'])
  session.mayWrite = false
  bench.state = 'energised'
  await flushPromises()
  expect(asked()).toHaveLength(2)
})

it('leaves alone what hangs elsewhere, and a bank without a band is not drawn', async () => {
  bench.bench.meters = [{ meterId: 'm2', leads: 'clipped', place: 'V4.3' }]
  const { falls } = page()
  bench.state = 'ramping'
  await flushPromises()
  expect(asked()).toEqual([])
  expect(falls.value.map((f) => f.place)).toEqual(['A'])
})

it('follows a fall that is traced, and no other', async () => {
  vi.useFakeTimers()
  live.shown = [{ id: 'i2', meterId: 'm2', function: 'dc-volts', state: 'live', recording: 'r1' }]
  page()
  bench.state = 'ramping'
  await vi.advanceTimersByTimeAsync(3000)
  expect(again).not.toHaveBeenCalled()
  bench.state = 'discharging'
  await vi.advanceTimersByTimeAsync(2100)
  expect(again).toHaveBeenCalledTimes(2)
  live.shown = []
  await vi.advanceTimersByTimeAsync(3000)
  expect(again).toHaveBeenCalledTimes(2)
})
