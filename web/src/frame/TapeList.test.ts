// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import type { TapeEntry } from '../api/client'
import type { Waiting } from './outbox'
import TapeList from './TapeList.vue'

const now = Date.parse('2026-03-01T12:00:00Z')
const waiting = (counter: number, text: string, stuck: string | null = null): Waiting => ({ counter, jobId: 'j', personId: 'ann', stuck, body: { id: `w${counter}`, unitId: 'left', kind: 'reading', v: 1, payload: { place: 'A', text }, device: 'd', counter, observedAt: '2026-03-01T11:59:00.000Z' } })
const entry = (sequence: number, headline: string, change: Partial<TapeEntry> = {}): TapeEntry => ({ id: `e${sequence}`, sequence, unitId: 'left', observedAt: `2026-03-01T11:${String(10 + sequence)}:00.000Z`, headline, line: 'within', refused: false, verdict: 'within', personId: 'ann', ...change }) as TapeEntry
const bench = reactive({ entries: [] as TapeEntry[], units: [{ id: 'left', serial: 'L-1' }], mine: [] as Waiting[], others: [] as Waiting[], hasOlder: false, fetchingOlder: false, older: vi.fn(), outbox: { drop: vi.fn() } })
vi.mock('./bench', () => ({ useBench: () => bench }))
vi.mock('../access/session', () => ({ useSession: () => ({ shop: { timeZone: 'UTC' }, me: { id: 'ann' }, nameOf: (id: string) => `name of ${id}` }) }))
vi.mock('./time', async (original) => ({ ...(await original<object>()), serverNow: () => now }))

beforeEach(() => { Object.assign(bench, { entries: [], units: [{ id: 'left', serial: 'L-1' }], mine: [], others: [], hasOlder: false, fetchingOlder: false }); vi.clearAllMocks() })
const lines = (page: ReturnType<typeof mount>): string[] => page.findAll('li').map((l) => l.text().replace(/\s+/g, ' '))

it('shows what was typed at once, above what the server has', () => {
  bench.entries = [entry(1, 'A 453 V'), entry(2, 'B 391 V')]
  bench.mine = [waiting(1, '300'), waiting(2, '301')]
  const page = mount(TapeList)
  expect(lines(page)).toEqual(['11:59 A 301sending · not judged yet', '11:59 A 300sending · not judged yet', '11:12 B 391 Vwithin', '11:11 A 453 Vwithin'])
})

it('keeps what the server will not take, with why, until it is taken away', async () => {
  bench.mine = [waiting(7, 'three hundred', 'This cannot be read.')]
  const page = mount(TapeList)
  expect(lines(page)[0]).toContain('This cannot be read.')
  await page.get('li button').trigger('click')
  expect(bench.outbox.drop).toHaveBeenCalledWith(7)
})

it('says that entries of another hand wait here', () => {
  expect(mount(TapeList).text()).not.toContain('another hand')
  bench.others = [waiting(1, '300')]
  expect(mount(TapeList).text()).toContain('1 of another hand wait here')
})

it('names the unit where there are several, and who else wrote', () => {
  bench.entries = [entry(1, 'A 453 V', { personId: 'ben', refused: true, line: 'Refused: not now' })]
  expect(lines(mount(TapeList))[0]).not.toContain('L-1')
  bench.units = [{ id: 'left', serial: 'L-1' }, { id: 'right', serial: 'R-2' }]
  const page = mount(TapeList)
  expect(lines(page)[0]).toBe('11:11 A 453 V · L-1Refused: not nowname of ben')
  expect(page.get('li').classes()).toContain('refused')
  expect(page.get('li div').classes()).toContain('out')
})

it('asks for the page before when its end is near, and on the button', async () => {
  bench.entries = [entry(1, 'A 453 V')]
  bench.hasOlder = true
  const page = mount(TapeList)
  const list = page.get('ol').element
  for (const [name, value] of Object.entries({ scrollHeight: 2000, clientHeight: 500 })) Object.defineProperty(list, name, { value })
  list.scrollTop = 1000
  await page.get('ol').trigger('scroll')
  expect(bench.older).not.toHaveBeenCalled()
  list.scrollTop = 1200
  await page.get('ol').trigger('scroll')
  expect(bench.older).toHaveBeenCalledTimes(1)
  await page.findAll('li button').at(-1)?.trigger('click')
  expect(bench.older).toHaveBeenCalledTimes(2)
})
