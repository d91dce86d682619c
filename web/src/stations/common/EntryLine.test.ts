// @vitest-environment happy-dom
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { computed, reactive, ref } from 'vue'
import type { Island } from '../../api/client'
import EntryLine from './EntryLine.vue'
import type { MeterFunction, Shown } from '../../live/live'
import { taken, type Line, type Sent } from './line'

const meter: { meterId: string | null } = { meterId: 'no-1' }
const bench = reactive({ state: 'energised', settingMeters: false, job: { id: 'j' }, unit: { id: 'left' }, bench: { meters: [] as { meterId: string; leads: string; place: string | null }[] }, units: [{ id: 'left' }], ...meter, byMeter: { meterId: 'no-1' }, write: vi.fn(), nextUnit: vi.fn(), nameMeter: vi.fn() })
const live = reactive({ all: [] as Shown[], age: 300, onUnit: () => live.all, ageMs: () => live.age, isLive: (s: Shown) => s.state === 'live' && live.age <= 2000, looksLive: (s: Shown) => s.state === 'live' && live.age <= 2000 })
const session = reactive({ mayWrite: true, shop: { meters: [{ id: 'no-1', name: 'No. 1, bench' }] } })
vi.mock('../../frame/bench', () => ({ useBench: () => bench }))
vi.mock('../../live/live', async (original) => ({ ...(await original<object>()), useLive: () => live }))
vi.mock('../../access/session', () => ({ useSession: () => session }))

const bank = { id: 'A', name: 'reservoir', proofAt: 'A', where: null } as unknown as Island
const part = ref('R1')
const island = ref<Island | null>(null)
const waits = ref('')
const choices = ref<{ value: string; words: string }[]>([])
const begins = ref('')
const reads = ref<MeterFunction | null>(null)
const figures = ref(1)
const write = vi.fn<(text: string, from?: unknown) => Promise<Sent>>()
const choose = vi.fn<(value: string) => Promise<Sent>>()
const skipped = vi.fn()
const proved = vi.fn()
const line: Line = {
  key: computed(() => part.value), above: computed(() => 'Test next'), title: computed(() => part.value), below: computed(() => 'ohms'), unit: computed(() => 'Ω'),
  placeholder: computed(() => ''), tag: computed(() => ''), choices: computed(() => choices.value), waits: computed(() => waits.value), begins: computed(() => begins.value),
  reads: computed(() => reads.value), figures: computed(() => figures.value), island: computed(() => island.value), last: computed(() => null), understood: (text) => `${text} Ω`, place: computed(() => part.value), write, choose, proved,
  modes: { reason: { title: () => 'Why?', below: () => '', needs: 'A reason belongs here.', write: async (text) => ({ said: `not ${text}` }) } },
  keys: computed(() => [{ key: 'x', label: 'left alone', mode: 'reason' }]), step: skipped, back: vi.fn(),
}

let page: VueWrapper
const field = (): HTMLInputElement => page.get<HTMLInputElement>('#entry').element
const said = (): string => page.get('#entry-said').text()
async function type(text: string): Promise<void> {
  await page.get('#entry').setValue(text)
  await page.get('#entry').trigger('keydown', { key: 'Enter' })
  await flushPromises()
}
const press = async (key: string): Promise<void> => { await page.get('#entry').trigger('keydown', { key }); await flushPromises() }

beforeEach(() => {
  vi.clearAllMocks()
  Object.assign(bench, { state: 'energised', units: [{ id: 'left' }], meterId: 'no-1' })
  session.mayWrite = true
  part.value = 'R1'
  island.value = null
  waits.value = ''
  choices.value = []
  begins.value = ''
  reads.value = null
  figures.value = 1
  bench.bench.meters = []
  live.all = []
  write.mockResolvedValue(taken)
  choose.mockResolvedValue(taken)
  page = mount(EntryLine, { props: { line }, attachTo: document.body })
})

afterEach(() => { page.unmount() })

describe('what is typed', () => {
  it('is sent by Enter, and the field is free', async () => {
    await type(' 4k7 ')
    expect(write.mock.calls).toEqual([['4k7', undefined]])
    expect(field().value).toBe('')
    await type('   ')
    expect(write).toHaveBeenCalledTimes(1)
  })

  it('comes back where it is not taken, with why', async () => {
    write.mockResolvedValue({ said: 'Ohms belong on a dead chassis.' })
    await type('4k7')
    expect([field().value, said()]).toEqual(['4k7', 'Ohms belong on a dead chassis.'])
  })

  it('is said back as it is understood', async () => {
    await page.get('#entry').setValue('12')
    expect(said()).toBe('understood: 12 Ω')
  })

  it('waits its turn where the line before is still under way', async () => {
    let first: (sent: Sent) => void = () => undefined
    write.mockImplementationOnce(() => new Promise((done) => { first = done }))
    await type('1k')
    await type('2k')
    expect(write.mock.calls).toEqual([['1k', undefined]])
    first(taken)
    await flushPromises()
    expect(write.mock.calls).toEqual([['1k', undefined], ['2k', undefined]])
  })

  it('is kept where the chassis is in the wrong state', async () => {
    waits.value = 'waits until it is dead'
    await type('4k7')
    expect(write).not.toHaveBeenCalled()
    expect([field().value, said()]).toEqual(['4k7', 'Waits until it is dead.'])
  })
})

describe('a suspected slip', () => {
  const yes = vi.fn<() => Promise<Sent>>()
  const no = vi.fn<() => Promise<Sent>>()
  beforeEach(async () => {
    yes.mockResolvedValue(taken)
    no.mockResolvedValue(taken)
    write.mockResolvedValue({ question: 'Meant 354 V?', yes, no })
    await type('35.4')
  })

  it('is asked about, with what was typed still there', () => {
    expect([field().value, said().includes('Meant 354 V?')]).toEqual(['35.4', true])
  })
  it('is answered by y', async () => {
    await press('y')
    expect([yes.mock.calls.length, no.mock.calls.length]).toEqual([1, 0])
  })
  it('is typed as it stands by Enter', async () => {
    await press('Enter')
    expect([yes.mock.calls.length, no.mock.calls.length]).toEqual([0, 1])
  })
  it('is dropped by Escape, and by typing on', async () => {
    await press('Escape')
    expect(said()).not.toContain('Meant')
    await type('35.4')
    await page.get('#entry').setValue('35.41')
    expect(said()).not.toContain('Meant')
    expect([yes.mock.calls.length, no.mock.calls.length]).toEqual([0, 0])
  })
})

describe('a bank that must be proved', () => {
  beforeEach(() => { island.value = bank; bench.state = 'discharging' })

  it('takes its volts, by the meter in hand', async () => {
    await type('0.4')
    expect(bench.write.mock.calls).toEqual([['discharge-proof', { island: 'A', text: '0.4', meterId: 'no-1' }]])
    expect(proved).toHaveBeenCalledTimes(1)
    expect(write).not.toHaveBeenCalled()
  })
  it('takes nothing else', async () => {
    await type('V3.5 287')
    expect(said()).toBe('V3.5 waits: reservoir is not proved discharged. Type the volts at A first.')
    await type('about ten')
    expect(said()).not.toBe('')
    expect(bench.write).not.toHaveBeenCalled()
    expect(proved).not.toHaveBeenCalled()
  })
  it('asks by which meter first', async () => {
    bench.meterId = null
    await type('0.4')
    expect(said()).toContain('By which meter?')
    expect([field().value, bench.write.mock.calls.length]).toEqual(['0.4', 0])
  })
  it('keeps the keys at that question, whatever the line learns meanwhile', async () => {
    bench.meterId = null
    await type('0.4')
    const asked = page.get('[aria-label="By which meter?"] button').element
    expect(document.activeElement).toBe(asked)
    part.value = 'R2'
    await flushPromises()
    expect(document.activeElement).toBe(asked)
    await page.get('#entry').trigger('keydown', { key: 'Enter' })
    await flushPromises()
    expect(document.activeElement).toBe(asked)
  })
})

describe('keys', () => {
  it('act in an empty field only', async () => {
    await press('ArrowDown')
    expect(skipped).toHaveBeenCalledWith(1)
    await page.get('#entry').setValue('1')
    await press('ArrowDown')
    expect(skipped).toHaveBeenCalledTimes(1)
  })
  it('give way to letters that begin what is typed here', async () => {
    begins.value = 'n'
    await press('n')
    expect(page.get('.probe b').text()).toBe('R1')
    begins.value = ''
    await press('n')
    expect(page.get('.probe b').text()).toBe('Note')
  })
  it('write a note about the part, and Escape leaves it', async () => {
    await press('n')
    await type('warm')
    expect(bench.write.mock.calls).toEqual([['note', { text: 'warm', place: 'R1' }]])
    await press('n')
    await press('Escape')
    await type('4k7')
    expect(write.mock.calls).toEqual([['4k7', undefined]])
  })
  it('ask for a reason where one is needed, and keep it where it is not taken', async () => {
    await press('x')
    await type('')
    expect(said()).toBe('A reason belongs here.')
    await type('sealed')
    expect([field().value, said(), page.get('.probe b').text()]).toEqual(['sealed', 'not sealed', 'Why?'])
  })
  it('go to the other unit where there is one', async () => {
    await press('j')
    expect(bench.nextUnit).not.toHaveBeenCalled()
    bench.units = [{ id: 'left' }, { id: 'right' }]
    await press('j')
    expect(bench.nextUnit).toHaveBeenCalledTimes(1)
  })
  it('open power and conditions', async () => {
    await press('s')
    await press('c')
    expect([page.emitted('state')?.length, page.emitted('conditions')?.length]).toEqual([1, 1])
  })
})

describe('a question by eye', () => {
  beforeEach(() => { choices.value = [{ value: 'good', words: 'good' }, { value: 'worn', words: 'worn' }] })

  it('is answered by its number', async () => {
    await press('2')
    expect(choose.mock.calls).toEqual([['worn']])
    await press('3')
    expect(choose).toHaveBeenCalledTimes(1)
  })
  it('waits for the state of the chassis', async () => {
    waits.value = 'waits until it is dead'
    await press('2')
    expect(choose).not.toHaveBeenCalled()
    expect(page.get('.choices button').attributes('disabled')).toBeDefined()
  })
})

it('lets an onlooker look on', async () => {
  session.mayWrite = false
  await flushPromises()
  expect(field().readOnly).toBe(true)
  expect(page.find('.keys').exists()).toBe(false)
})

describe('a meter on the network', () => {
  const shows = (text: string, more: Partial<Shown> = {}): void => {
    live.all = [{ id: 'i', name: 'No. 2, bench', meterId: 'no-2', function: 'dc-volts', job: 'j', unit: 'left', state: 'live', why: '', text, at: '2026-11-28T12:00:00.000Z', settled: true, ...more }]
  }
  const from = { meterId: 'no-2', sample: { instrumentId: 'i', at: '2026-11-28T12:00:00.000Z', settled: true } }
  beforeEach(async () => {
    live.age = 300
    reads.value = 'dc-volts'
    bench.bench.meters = [{ meterId: 'no-2', leads: 'probe', place: null }]
    shows('435.2')
    await flushPromises()
  })

  it('stands in the field in grey, with its age and whether it has settled', () => {
    expect(field().placeholder).toBe('435.2')
    expect(page.get('.age').text()).toBe('No. 2 · 0.3 s · settled')
    expect(page.get('.field').classes()).toContain('live')
  })
  it('is taken by Enter, with the meter and how it stood', async () => {
    await press('Enter')
    expect(write.mock.calls).toEqual([['435.2', from]])
  })
  it('is taken by the foot switch wherever the keys are', async () => {
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'F13', cancelable: true }))
    await flushPromises()
    expect(write.mock.calls).toEqual([['435.2', from]])
  })
  it('gives way to what is typed', async () => {
    await type('12')
    expect(write.mock.calls).toEqual([['12', undefined]])
  })
  it('is struck and not taken once it is two seconds old', async () => {
    live.age = 2001
    await flushPromises()
    expect(page.get('.field').classes()).toContain('old')
    await press('Enter')
    expect(write).not.toHaveBeenCalled()
    expect(said()).toContain('is old')
    live.age = 100
    await flushPromises()
    expect(said()).not.toContain('is old')
  })
  it('says why where it is away', async () => {
    shows('435.2', { state: 'away', why: 'does not answer in time' })
    await flushPromises()
    await press('Enter')
    expect(write).not.toHaveBeenCalled()
    expect(said()).toContain('does not answer in time')
  })
  it('is not offered where it reads something else, or hangs at another place', async () => {
    reads.value = 'ohms'
    await flushPromises()
    expect(page.find('.age').exists()).toBe(false)
    reads.value = 'dc-volts'
    bench.bench.meters = [{ meterId: 'no-2', leads: 'clipped', place: 'A' }]
    await flushPromises()
    expect(page.find('.age').exists()).toBe(false)
    part.value = 'A'
    await flushPromises()
    expect(page.get('.age').text()).toContain('No. 2')
  })
  it('gathers several figures in one line', async () => {
    reads.value = 'ac-volts'
    figures.value = 2
    shows('3.15', { function: 'ac-volts' })
    await flushPromises()
    await press('Enter')
    expect(field().value).toBe('3.15/')
    shows('3.18', { function: 'ac-volts' })
    await flushPromises()
    await press('Enter')
    expect([field().value, write.mock.calls.length]).toEqual(['3.15/3.18', 0])
    await press('Enter')
    expect(write.mock.calls).toEqual([['3.15/3.18', { ...from }]])
  })
  it('proves a bank, with its own meter', async () => {
    bench.meterId = null
    island.value = bank
    await flushPromises()
    shows('0.4')
    await flushPromises()
    await press('Enter')
    expect(bench.write.mock.calls).toEqual([['discharge-proof', { island: 'A', text: '0.4', meterId: 'no-2', sample: from.sample }]])
    island.value = null
  })
})
