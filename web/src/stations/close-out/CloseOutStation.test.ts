// @vitest-environment happy-dom
import { mount, flushPromises } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { reactive, ref } from 'vue'
import CloseOutStation from './CloseOutStation.vue'

const left = { id: 'left', maker: 'H', model: 'Lantern', serial: 'L-1' }
const right = { id: 'right', maker: 'H', model: 'Lantern', serial: 'R-2' }
const ends = { unread: [], stale: [], provisional: [], deviating: [], left: [] }
const bench = reactive({ job: { id: 'j', shelfState: 'on-the-bench', waitsFor: '' }, units: [left], unit: left, benches: [] as object[], mine: [], stationsOf: () => [], write: vi.fn(), reload: vi.fn(), choose: (id: string) => { bench.unit = id === 'left' ? left : right } })
const post = vi.fn()
vi.mock('../../frame/bench', () => ({ useBench: () => bench }))
vi.mock('../../access/session', () => ({ useSession: () => ({ mayWrite: true, shop: { timeZone: 'UTC' }, nameOf: (id: string) => id }) }))
vi.mock('../../api/client', () => ({ api: { GET: vi.fn(), POST: (...a: unknown[]) => { post(...a); return Promise.resolve({ data: {} }) } }, ask: (p: Promise<unknown>) => p }))
vi.mock('@tanstack/vue-query', () => ({ useQuery: () => ({ data: ref([]) }), useQueryClient: () => ({ invalidateQueries: vi.fn() }) }))

const page = () => mount(CloseOutStation)
const said = (p: ReturnType<typeof page>, id: string, text: string): Promise<void> => p.get<HTMLTextAreaElement>(`#${id}`).setValue(text)
const closed = (unitId: string, closeOut: object | null): object => ({ unitId, closeOut, openEnds: ends })

beforeEach(() => { vi.clearAllMocks(); Object.assign(bench, { units: [left], unit: left, benches: [closed('left', null)] }) })

it('writes what was said, then asks for the report', async () => {
  const p = page()
  await said(p, 'found', 'a drifted R14')
  await p.get('form').trigger('submit')
  await flushPromises()
  expect(bench.write.mock.calls).toEqual([['close-out', { found: 'a drifted R14', done: '', leftAlone: '', notLookedAt: '', outcome: 'measured-only' }, 'left']])
  expect(post).toHaveBeenCalledTimes(1)
})

it('writes nothing again that is on the record already', async () => {
  bench.benches = [closed('left', { found: 'a drifted R14', done: '', leftAlone: '', notLookedAt: '', outcome: 'cured' })]
  const p = page()
  expect(p.get<HTMLTextAreaElement>('#found').element.value).toBe('a drifted R14')
  await p.get('form').trigger('submit')
  await flushPromises()
  expect(bench.write).not.toHaveBeenCalled()
  expect(post).toHaveBeenCalledTimes(1)
})

it('keeps the words of each unit apart', async () => {
  Object.assign(bench, { units: [left, right], benches: [closed('left', null), closed('right', null)] })
  const p = page()
  await said(p, 'found', 'nothing')
  await p.findAll('.whose button')[1]?.trigger('click')
  expect(p.get<HTMLTextAreaElement>('#found').element.value).toBe('')
  await said(p, 'found', 'a load on rail C')
  await p.findAll('.whose button')[0]?.trigger('click')
  expect(p.get<HTMLTextAreaElement>('#found').element.value).toBe('nothing')
  await p.get('form').trigger('submit')
  await flushPromises()
  expect(bench.write.mock.calls.map(([, said, unit]) => [unit, (said as { found: string }).found])).toEqual([['left', 'nothing'], ['right', 'a load on rail C']])
})

it('asks whose words they are only where there are several units', () => {
  expect(page().find('.whose').exists()).toBe(false)
})
