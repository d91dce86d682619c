// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import type { Schemas } from '../../api/client'
import type { Board } from '../common/useStation'
import CausePanel from './CausePanel.vue'
import FitForm from './FitForm.vue'
import LeadForm from './LeadForm.vue'
import LeftPanel from './LeftPanel.vue'
import OpeningPanel from './OpeningPanel.vue'
import WorkClock from './WorkClock.vue'

const bench = reactive({ state: 'dead', job: { complaint: 'hums' }, mine: [] as { body: { kind: string; payload: Record<string, unknown> } }[], write: vi.fn() })
const session = reactive({ mayWrite: true, me: { id: 'ann' } })
vi.mock('../../frame/bench', () => ({ useBench: () => bench }))
vi.mock('../../access/session', () => ({ useSession: () => session }))
vi.mock('vue-router', () => ({ RouterLink: { props: ['to'], template: '<a><slot /></a>' } }))
vi.mock('../../frame/time', () => ({ useNow: () => ({ value: 0 }) }))

const unit = (change: Partial<Schemas['UnitWork']> = {}): Schemas['UnitWork'] => ({ unitId: 'u', openings: [], proofs: [], causes: [], openEnds: [], modifications: [], ...change })
const detail = (change: Partial<Schemas['WorkDetail']> = {}): Schemas['WorkDetail'] => ({ kind: 'work', ordered: true, order: 'Replace C21', orderWhy: '', proposal: '47 µF 500 V', explained: null, fitted: [], leads: [], ...change })
const set = async (page: ReturnType<typeof mount>, label: string, text: string): Promise<void> => { await page.get(`[aria-label="${label}"]`).setValue(text) }

beforeEach(() => {
  vi.clearAllMocks()
  localStorage.clear()
  Object.assign(bench, { state: 'dead', mine: [] })
  session.mayWrite = true
})

describe('what goes in', () => {
  it('is written with where it came from and what it cost, and the source is remembered', async () => {
    const page = mount(FitForm, { props: { part: 'C21', detail: detail() } })
    await set(page, 'Where it came from', ' drawer 3 ')
    await set(page, 'What it cost', '6,4')
    await page.get('form').trigger('submit')
    expect(bench.write.mock.calls).toEqual([['as-fitted', { text: 'C21 new', with: { source: 'drawer 3', costMinor: 640 } }]])
    expect(localStorage.getItem('partsFrom')).toBe('drawer 3')
  })
  it('keeps a price that is none, says so, and writes nothing', async () => {
    const page = mount(FitForm, { props: { part: 'C21', detail: detail() } })
    await set(page, 'What it cost', '1.2345678')
    await page.get('form').trigger('submit')
    expect(page.get('[role=alert]').text()).toContain('“1.2345678” is no price')
    expect(bench.write).not.toHaveBeenCalled()
  })
  it('waits for a dead chassis', () => {
    bench.state = 'driven'
    const page = mount(FitForm, { props: { part: 'C21', detail: detail() } })
    expect(page.get('form button').attributes('disabled')).toBeDefined()
    expect(page.text()).toContain('Parts are changed on a dead chassis.')
  })
  it('asks why another value goes in, how to undo it, and who agreed', async () => {
    const page = mount(FitForm, { props: { part: 'R14', detail: detail() } })
    await set(page, 'What goes in', '12k')
    await page.get('form').trigger('submit')
    await flushPromises()
    await set(page, 'Why it is another', 'ran hot')
    await set(page, 'How to undo it', 'fit 10k')
    expect(page.get('form.other button').attributes('disabled')).toBeDefined()
    await set(page, 'Who agreed', 'the owner')
    await page.get('form.other').trigger('submit')
    expect(bench.write.mock.calls.at(-1)).toEqual(['modification', { part: 'R14', why: 'ran hot', undo: 'fit 10k', agreed: 'the owner' }])
  })
  it('says where nobody said yes, and takes the reason', async () => {
    const page = mount(FitForm, { props: { part: 'R14', detail: detail({ ordered: false, fitted: [{ text: 'R14 new', source: '', costMinor: null }] }) } })
    expect(page.text()).toContain('Not approved.')
    await page.get('button.act').trigger('click')
    await set(page, 'Why without a yes', 'said yes on the telephone')
    await page.get('form').trigger('submit')
    expect(bench.write.mock.calls).toEqual([['work-order', { part: 'R14', why: 'said yes on the telephone' }]])
  })
  it('shows markup in a source as text, and an onlooker no form', () => {
    session.mayWrite = false
    const page = mount(FitForm, { props: { part: 'C21', detail: detail({ fitted: [{ text: 'C21 new', source: '<b>x</b>', costMinor: 640 }] }) } })
    expect(page.text()).toContain('<b>x</b> · 6.40')
    expect(page.findAll('form')).toHaveLength(0)
  })
})

describe('a lead', () => {
  const board = (names: string[]): Board => ({ items: names.map((name) => ({ more: { kind: 'lead', name } })), photos: [{ photoId: 'p1', caption: 'left side', place: '', pins: [{ x: 0.1, y: 0.1, says: 'blue' }] }] }) as unknown as Board
  it('takes the next name, and a pin of a photo', async () => {
    bench.mine = [{ body: { kind: 'lead', payload: { name: 'L3' } } }]
    const page = mount(LeadForm, { props: { board: board(['L1', 'L2']) } })
    expect(page.get('b').text()).toBe('L4')
    await set(page, 'Colour', 'blue')
    await set(page, 'From', 'T2')
    await set(page, 'To', 'V4.3')
    await set(page, 'Photo', 'p1|1')
    await page.get('form').trigger('submit')
    expect(bench.write.mock.calls).toEqual([['lead', { name: 'L4', colour: 'blue', from: 'T2', to: 'V4.3', does: 'other', certainty: 'seen', photoId: 'p1', pin: 1 }]])
  })
  it('says what is missing', async () => {
    const page = mount(LeadForm, { props: { board: board([]) } })
    await set(page, 'From', 'T2')
    await page.get('form').trigger('submit')
    expect(page.get('[role=alert]').text()).toBe('its colour, where it goes belong to a lead')
    expect(bench.write).not.toHaveBeenCalled()
  })
})

describe('the cause', () => {
  const proofs = [{ part: 'R24', sentence: '1.4 kΩ where 1.0 kΩ is drawn.' }]
  it('is offered where a measurement proves it', async () => {
    const page = mount(CausePanel, { props: { unit: unit({ proofs }) } })
    await page.get('.offers button').trigger('click')
    await page.get('form').trigger('submit')
    expect(bench.write.mock.calls).toEqual([['cause', { text: '1.4 kΩ where 1.0 kΩ is drawn', certainty: 'proven', part: 'R24' }]])
  })
  it('is not proven by saying so', async () => {
    const page = mount(CausePanel, { props: { unit: unit({ proofs }) } })
    await set(page, 'How sure', 'proven')
    await set(page, 'Part', 'C5')
    await set(page, 'What was wrong', 'tired')
    expect(page.get('[role=alert]').text()).toContain('Nothing that was measured proves it')
    await page.get('form').trigger('submit')
    expect(bench.write).not.toHaveBeenCalled()
    await set(page, 'How sure', 'suspected')
    await page.get('form').trigger('submit')
    expect(bench.write.mock.calls).toEqual([['cause', { text: 'tired', certainty: 'suspected', part: 'C5' }]])
  })
})

describe('what is left open', () => {
  it('names its part before a colon, and is closed with how', async () => {
    const page = mount(LeftPanel, { props: { unit: unit({ openEnds: [{ entryId: 'e1', sort: 'stopgap', text: 'two 22 µF', part: 'C1', at: '', closed: null }, { entryId: 'e2', sort: 'promised', text: 'an evening', part: '', at: '', closed: 'played' }] }) } })
    await set(page, 'What is left for later', 'C5: old, watch it')
    await page.findAll('form').at(-1)?.trigger('submit')
    expect(bench.write.mock.calls).toEqual([['open-end', { sort: 'stopgap', text: 'old, watch it', part: 'C5' }]])
    await set(page, 'How it ended: two 22 µF', 'the can came')
    await page.findAll('form')[0]?.trigger('submit')
    expect(bench.write.mock.calls.at(-1)).toEqual(['open-end-closed', { end: 'e1', how: 'the can came' }])
    expect(page.text()).toContain('closed: played')
  })
})

it('says what else an opening reaches, what it adds, and what the owner said', () => {
  const page = mount(OpeningPanel, { props: { currency: 'GBP', unit: unit({ openings: [{ name: 'the board out', also: [{ part: 'C11', station: 'capacitors', text: 'Replace C11', why: 'leaks', says: 'later', marginalMinor: 400 }, { part: 'C12', station: 'capacitors', text: 'Replace C12', why: 'old', says: 'not-asked', marginalMinor: 1050 }] }, { name: '', also: [] }] }) } })
  expect(page.findAll('li').map((l) => l.text().replace(/\s+/g, ' '))).toEqual(['C11 +4.00 the owner said later leaks', 'C12 +10.50 ask old'])
})

describe('the clock', () => {
  const work = (change: object = {}): Schemas['Work'] => ({ units: [], clock: { minutes: 41.2, running: [], forgotten: [] }, money: { currency: 'GBP', approvedMinutes: 40, approvedNetMinor: 3200, labourMinor: 3280, partsMinor: 45, unpricedParts: 0, isBeyondApproved: true, agreedMinor: null, isBeyondAgreed: null }, ...change })
  it('starts, stops, and says what was spent of what was approved', async () => {
    const page = mount(WorkClock, { props: { work: work() } })
    expect(page.text()).toContain('41 of 40 min')
    expect(page.text()).toContain('GBP 33.25 of 32.00')
    expect(page.text()).toContain('beyond what was approved')
    await page.get('button').trigger('click')
    expect(bench.write.mock.calls).toEqual([['clock', { to: 'run' }, null]])
    await page.setProps({ work: work({ clock: { minutes: 1, running: [{ personId: 'ann', since: '' }], forgotten: [] } }) })
    await page.get('button').trigger('click')
    expect(bench.write.mock.calls.at(-1)).toEqual(['clock', { to: 'stand' }, null])
  })
  it('asks what a forgotten one was', async () => {
    const page = mount(WorkClock, { props: { work: work({ clock: { minutes: 0, running: [{ personId: 'ann', since: '' }], forgotten: [{ personId: 'ann', minutes: 900 }] } }) } })
    expect(page.text()).toContain('ran 15 h: not counted')
    await set(page, 'What it was, minutes', '25')
    await page.get('button').trigger('click')
    expect(bench.write.mock.calls).toEqual([['clock', { to: 'stand', minutes: 25 }, null]])
  })
})
