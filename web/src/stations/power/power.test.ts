// @vitest-environment happy-dom
import { enableAutoUnmount, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { nextTick, reactive } from 'vue'
import GateList from './GateList.vue'
import LightsOut from './LightsOut.vue'
import StopScreen from '../../frame/StopScreen.vue'
import { big, limiterWords, stopAhead, stopInHand, type Gate, type Power, type Stop } from './usePower'

const bench = reactive({ bench: null as object | null, benches: [] as object[], broken: [] as object[], foreseenStop: null as object | null, units: [{ id: 'u', model: 'Lantern 30', serial: 'L-1' }], mine: [] as object[], write: vi.fn(() => Promise.resolve()) })
const spoken = vi.hoisted(() => vi.fn())
vi.mock('../../frame/bench', () => ({ useBench: () => bench, powerKey: () => ['power'] }))
vi.mock('../../access/session', () => ({ useSession: () => ({ says: (code: string) => code, mayWrite: true }) }))
vi.mock('../../live/speech', () => ({ speak: spoken }))
vi.mock('vue-router', () => ({ useRoute: () => ({ params: { jobId: 'j' } }), RouterLink: { props: ['to'], template: '<a :href="to.params.station"><slot /></a>' } }))
vi.mock('../../frame/time', async () => { const { ref } = await import('vue'); return { timeFactor: ref(1) } })

const stop = (id: string, change: object = {}): Stop => ({ id, volts: 60, limiters: [], here: false, next: false, done: false, missing: [], against: [], readings: [], ...change } as unknown as Stop)
const way = (...stops: Stop[]): Power => ({ stops } as unknown as Power)
const gate = (id: string, state: Gate['state'], change: object = {}): Gate => ({ id, title: `Gate ${id}`, state, passes: state === 'met' || state === 'does-not-apply', sentence: `of ${id}`, authority: 'technician', entries: [], station: null, part: '', ...change })

beforeEach(() => { bench.bench = null; bench.benches = []; bench.broken = []; bench.foreseenStop = null; bench.mine = []; bench.units = [{ id: 'u', model: 'Lantern 30', serial: 'L-1' }]; bench.write.mockClear(); spoken.mockClear() })
afterEach(() => { vi.useRealTimers() })
enableAutoUnmount(afterEach)

it('has the stop in hand where the conditions stand, else the next one', () => {
  expect(stopInHand(null)).toBeNull()
  expect(stopInHand(way(stop('a', { done: true }), stop('b', { next: true }), stop('c')))?.id).toBe('b')
  expect(stopInHand(way(stop('a', { here: true, done: true }), stop('b', { next: true })))?.id).toBe('a')
})

it('goes on only to a stop where the mains does not stand yet', () => {
  expect(stopAhead(null)).toBeNull()
  expect(stopAhead(way(stop('a', { here: true, next: true }), stop('b')))).toBeNull()
  expect(stopAhead(way(stop('a', { here: true, done: true }), stop('b', { next: true })))?.id).toBe('b')
  expect(stopAhead(way(stop('a', { here: true, done: true })))).toBeNull()
})

it('says what stands in the mains lead', () => {
  expect(limiterWords(stop('a'))).toBe('no limiter')
  expect(limiterWords(stop('a', { limiters: [{ kind: 'lamp', watts: 100 }] }))).toBe('lamp 100 W')
  expect(limiterWords(stop('a', { limiters: [{ kind: 'electronic', amperes: 0.5 }, { kind: 'electronic' }] }))).toBe('limiter 0.5 A + limiter')
})

it('writes a figure so that it is read from across the bench', () => {
  expect([big(null), big(456.4), big(-38.46), big(0.512), big(9.996), big(99.96)]).toEqual(['–', '456', '−38.5', '0.51', '10.00', '100.0'])
})

it('shows open gates first, each with its sentence, who may go through, and where it is done', () => {
  const list = mount(GateList, { props: { gates: [gate('fuse', 'met'), gate('load', 'not-met', { authority: 'nobody' }), gate('b-plus', 'unknown', { authority: 'owner', station: 'first-power' }), gate('bleeder', 'does-not-apply')] } })
  expect(list.findAll('.open b').map((b) => b.text())).toEqual(['Gate load', 'Gate b-plus'])
  expect(list.findAll('.open .state').map((b) => b.text())).toEqual(['not met', 'not known'])
  expect(list.findAll('.open .says').map((b) => b.text())).toEqual(['of load Nobody goes through.', 'of b-plus Unsafe without: the owner alone goes through.'])
  expect(list.find('.open a').attributes('href')).toBe('first-power')
  expect(list.findAll('.rest .title').map((b) => b.text())).toEqual(['Gate fuse, met', 'Gate bleeder, does not apply'])
})

it('asks for what is said under conditions, there', async () => {
  const list = mount(GateList, { props: { gates: [gate('load', 'unknown'), gate('fuse', 'unknown')] } })
  expect(list.findAll('button')).toHaveLength(1)
  await list.find('button').trigger('click')
  expect(list.emitted('conditions')).toHaveLength(1)
})

const stopped = (isOff: boolean, next: string[] = ['discharging']) => ({ unitId: 'u', state: { stop: { place: 'V4.5', sentence: '62 mA where 40 belong.', isOff }, next } })

it('says off over everything, aloud, and takes nothing but that it is off', async () => {
  bench.benches = [stopped(false)]
  mount(StopScreen, { attachTo: document.body })
  await nextTick()
  expect(document.body.textContent).toContain('OFF')
  expect(document.querySelector('.why')?.textContent).toBe('V4 pin 5: 62 mA where 40 belong.')
  expect(spoken).toHaveBeenCalledWith('Off. Off. V4.5: 62 mA where 40 belong.')
  expect(document.activeElement?.textContent).toBe('It is off')
  expect(document.querySelectorAll('.off button')).toHaveLength(1)
  document.querySelector<HTMLButtonElement>('.off button')?.click()
  expect(bench.write).toHaveBeenCalledWith('state-change', { to: 'discharging' }, 'u')
  bench.mine = [{ body: { kind: 'state-change', unitId: 'u', payload: { to: 'discharging' } }, stuck: null }]
  await nextTick()
  expect(document.querySelector('.off')).toBeNull()
})

it('says it before the rest of the news is here', async () => {
  bench.benches = [{ ...stopped(false), state: { stop: null, next: [] } }]
  bench.broken = [stopped(false)]
  mount(StopScreen, { attachTo: document.body })
  await nextTick()
  expect(document.querySelector('.why')?.textContent).toContain('62 mA')
})

it('names the chassis of a pair, and comes back where the word did not arrive', async () => {
  bench.units = [{ id: 'x', model: 'Lantern 30', serial: 'L-0' }, { id: 'u', model: 'Lantern 30', serial: 'L-1' }]
  bench.benches = [stopped(true), stopped(false)]
  bench.mine = [{ body: { kind: 'state-change', unitId: 'u', payload: { to: 'discharging' } }, stuck: 'refused' }]
  mount(StopScreen, { attachTo: document.body })
  await nextTick()
  expect(document.querySelector('.why')?.textContent).toContain('Lantern 30 L-1.')
})

it.each([['already off', stopped(true)], ['not on the mains', stopped(false, ['ramping'])]])('keeps still where it is %s', async (_, of) => {
  bench.benches = [of]
  mount(StopScreen, { attachTo: document.body })
  await nextTick()
  expect(document.querySelector('.off')).toBeNull()
  expect(spoken).not.toHaveBeenCalled()
})

it('stands at the key for a reading that means off, and is spoken once whatever the server says of it then', async () => {
  bench.foreseenStop = { unitId: 'u', place: 'V4.5', sentence: '3 V; off above −31 V.' }
  mount(StopScreen, { attachTo: document.body })
  await nextTick()
  expect(document.querySelector('#off-why')?.textContent).toContain('V4 pin 5: 3 V; off above −31 V.')
  document.querySelector<HTMLButtonElement>('.off button')?.click()
  expect(bench.write).toHaveBeenCalledWith('state-change', { to: 'discharging' }, 'u')
  bench.broken = [{ unitId: 'u', state: { next: ['discharging'], stop: { place: 'V4.5', sentence: 'No bias.', isOff: false } } }]
  bench.foreseenStop = null
  await nextTick()
  expect(document.querySelector('#off-why')?.textContent).toContain('No bias.')
  expect(spoken).toHaveBeenCalledTimes(1)
})

const press = async (key: string): Promise<void> => { document.querySelector('.dark')?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true })); await nextTick(); await nextTick() }
const asked = (): string | undefined => document.querySelector('.ask')?.textContent

it('is dark for half a minute, then asks about every output tube by one key', async () => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] })
  const page = mount(LightsOut, { props: { open: true, positions: ['V4', 'V5'] }, attachTo: document.body })
  await nextTick()
  await press('2')
  expect(bench.write).not.toHaveBeenCalled()
  vi.advanceTimersByTime(29_800)
  await nextTick()
  expect(asked()).toBe('Look at the plates and the screens.')
  vi.advanceTimersByTime(400)
  await nextTick()
  expect(asked()).toBe('V4')
  await press('2')
  expect(bench.write).toHaveBeenLastCalledWith('trial', { test: 'lights-out', part: 'V4', text: 'faint-blue' })
  expect(asked()).toBe('V5')
  await press('5')
  await press('1')
  expect(bench.write).toHaveBeenCalledTimes(2)
  expect(page.emitted('update:open')).toEqual([[false]])
})

it('takes a red plate at once, and asks only which tube', async () => {
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] })
  const page = mount(LightsOut, { props: { open: true, positions: ['V4', 'V5'] }, attachTo: document.body })
  await nextTick()
  await press('3')
  expect(asked()).toBe('V4')
  await press('3')
  expect(bench.write).toHaveBeenCalledExactlyOnceWith('trial', { test: 'lights-out', part: 'V4', text: 'red-plate' })
  expect(page.emitted('update:open')).toEqual([[false]])
})
