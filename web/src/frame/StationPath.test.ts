// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import StationPath from './StationPath.vue'

const ends = (change: object = {}) => ({ unread: [], stale: [], provisional: [], deviating: [], left: [], ...change })
const left = { id: 'left', model: 'Lantern', serial: 'L-1' }
const right = { id: 'right', model: 'Lantern', serial: 'R-2' }
const bench = reactive({
  units: [left], unit: left, benches: [] as object[], bench: null as object | null, stateOf: () => 'dead', choose: vi.fn(),
  stations: [{ station: 'look', title: 'Cold look', isDone: true, bad: [] }, { station: 'iron', title: 'Iron', isDone: false, bad: ['T1', 'T2'] }, { station: 'work', title: 'Work', isDone: false, bad: [] }, { station: 'voltages', title: 'Voltages', isDone: false, bad: [] }],
})
vi.mock('./bench', () => ({ useBench: () => bench }))
vi.mock('../access/session', () => ({ useSession: () => ({ says: (code: string) => code }) }))
vi.mock('vue-router', () => ({ useRoute: () => ({ name: 'station', params: { jobId: 'j', station: 'voltages' } }), RouterLink: { props: ['to'], template: '<a><slot /></a>' } }))

beforeEach(() => { Object.assign(bench, { units: [left], unit: left, benches: [{ unitId: 'left', closeOut: null, openEnds: ends({ unread: ['A', 'B'], deviating: ['C'] }), islands: [] }] }); bench.bench = { proposedStation: 'iron', closeOut: null, islands: [] } })
const stops = (): string[] => mount(StationPath).findAll('a').map((a) => a.text())

it('says which stations are done, which comes next and what is to be put right', () => {
  expect(stops()).toEqual(['Book-in, done', 'Cold look, done', 'Iron, next2 to be put right', 'Owner’s word', 'Work', 'Voltages', 'History', 'Schematic', 'Close-out'])
})

it('says what close-out waits for', () => {
  expect(mount(StationPath).text()).toContain('Close-out waits for2 not read1 out, not let stand')
})

it('counts the open ends of every unit that is not closed out, by its serial', () => {
  bench.units = [left, right]
  bench.benches = [{ unitId: 'left', closeOut: { outcome: 'cured' }, openEnds: ends({ unread: ['A'] }), islands: [] }, { unitId: 'right', closeOut: null, openEnds: ends({ stale: ['B', 'C', 'D'] }), islands: [] }]
  expect(mount(StationPath).text()).toContain('Close-out waits forR-2: 3 stale')
  expect(stops().at(-1)).toBe('Close-out')
})

it('has closed out when all are', () => {
  bench.units = [left, right]
  bench.benches = [left, right].map((u) => ({ unitId: u.id, closeOut: { outcome: 'cured' }, openEnds: ends({ unread: ['A'] }), islands: [] }))
  expect(stops().at(-1)).toBe('Close-out, done')
  expect(mount(StationPath).text()).not.toContain('waits for')
})

it('lets the other unit be taken in hand', async () => {
  bench.units = [left, right]
  const page = mount(StationPath)
  expect(page.findAll('button').map((b) => [b.attributes('aria-pressed'), b.text()])).toEqual([['true', 'LanternL-1DEAD'], ['false', 'LanternR-2DEAD']])
  await page.findAll('button')[1]?.trigger('click')
  expect(bench.choose).toHaveBeenCalledWith('right')
})
