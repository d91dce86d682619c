// @vitest-environment happy-dom
import { VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { reactive, type Component } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../api/client'
import HeadCard from './HeadCard.vue'
import MetersCard from '../equipment/MetersCard.vue'
import PasswordCard from './PasswordCard.vue'
import PeopleCard from './PeopleCard.vue'
import PricesCard from './PricesCard.vue'
import { figureOf } from '../quantity/decimal'

const session = reactive({ me: { role: 'owner' }, shop: { meters: [{ id: 'm1', name: 'No. 1', inputResistanceOhms: 1e7, highestVolts: 1000 }] }, heading: (w: string) => w.replace(/^./, (c) => c.toUpperCase()), load: vi.fn(() => Promise.resolve()), signIn: vi.fn(() => Promise.resolve()) })
vi.mock('../access/session', () => ({ useSession: () => session }))
const get = vi.fn()
const put = vi.fn()
const post = vi.fn()
const remove = vi.fn()
vi.mock('../api/client', () => ({ api: { PUT: (...a: unknown[]): unknown => put(...a), POST: (...a: unknown[]): unknown => post(...a), GET: (...a: unknown[]): unknown => get(...a), DELETE: (...a: unknown[]): unknown => remove(...a) }, ask: (p: unknown) => p }))
vi.mock('../api/queries', () => ({ queries: { setQueryData: vi.fn(), invalidateQueries: vi.fn(() => Promise.resolve()) } }))

const settings = (): Schemas['ShopSettings'] => ({
  head: { name: 'Works', address: '', timeZone: 'UTC', vocabulary: 'us', closingWords: '', words: { plate: 'anode' } },
  prices: { currency: 'GBP', hourlyRateMinor: 4800, taxBasisPoints: 1750, openings: [{ id: 'board', name: 'the board out', minutes: 35 }], work: [{ station: 'capacitors', minutes: 5, opening: 'board' }], items: [{ text: 'set the bias', minutes: 20, opening: '' }] },
  costs: [{ station: 'capacitors', aloneMinor: 3200, whileOpenMinor: 400 }],
  practice: { capacitorSchool: 'measure-first', leakageGrade: 'general', resistorGracePercent: 10, mainsVolts: 120, mainsHertz: 60, insulationGoodOhms: 50e6, insulationVolts: 500, powerMethod: 'variac-lamp', biasTargets: { 'fixed-push-pull': { lowPercent: 60, highPercent: 70 }, 'cathode-push-pull': { lowPercent: 75, highPercent: 100 }, 'single-ended': { lowPercent: 80, highPercent: 100 } }, tubeLimits: [] },
  counts: [6000], usualWords: { tube: 'tube', plate: 'plate' }, changes: [],
})
const card = (c: Component) => mount(c, { props: { settings: settings() }, global: { plugins: [VueQueryPlugin] } })

beforeEach(() => { vi.clearAllMocks(); session.me.role = 'owner' })

it('reads a figure as it is typed, and nothing else', () => {
  expect(['17.5', '17,5', ' 20 ', '', '-1', '1e3', 'ten', '1.23456'].map(figureOf)).toEqual([17.5, 17.5, 20, null, null, null, null, null])
})

describe('what the shop charges', () => {
  it('stands there as it was set, with what a part costs alone and while it is open', () => {
    const page = card(PricesCard)
    expect(page.get<HTMLInputElement>('#rate').element.value).toBe('48.00')
    expect(page.get<HTMLInputElement>('#tax').element.value).toBe('17.5')
    expect(page.text()).toContain('32.00')
    expect(page.text()).toContain('4.00')
    expect(page.get('button[type=submit]').attributes('disabled')).toBeDefined()
  })
  it('is kept in whole minor units and basis points', async () => {
    put.mockResolvedValue(settings())
    const page = card(PricesCard)
    await page.get('#rate').setValue('60.5')
    await page.get('#tax').setValue('8.25')
    expect(page.text()).toContain('…')
    await page.get('form').trigger('submit')
    expect(put).toHaveBeenCalledWith('/api/shop/prices', { body: { currency: 'GBP', hourlyRateMinor: 6050, taxBasisPoints: 825, openings: settings().prices.openings, work: settings().prices.work, items: settings().prices.items } })
  })
  it('keeps what is no price as typed, and asks nobody', async () => {
    const page = card(PricesCard)
    for (const [field, typed] of [['#rate', '48.123'], ['#rate', '-1'], ['#tax', '17.555'], ['[aria-label="Minutes, Capacitors"]', '-5'], ['[aria-label="Minutes, Capacitors"]', '2.5']] as const) {
      await page.get(field).setValue(typed)
      await page.get('form').trigger('submit')
      expect(page.get('[role=alert]').text()).toContain(`“${typed}”`)
      await page.get('button.act').trigger('click')
    }
    expect(put).not.toHaveBeenCalled()
    expect(page.get<HTMLInputElement>('#rate').element.value).toBe('48.00')
  })
  it('takes a further opening and further work, and drops what is emptied', async () => {
    put.mockResolvedValue(settings())
    const page = card(PricesCard)
    await page.get('[aria-label="What is opened, board"]').setValue('')
    await page.get('[aria-label="What is opened, o1"]').setValue(' the cage off ')
    await page.get('[aria-label="Minutes, a further opening"]').setValue('10')
    await page.get('[aria-label="Other work 1"]').setValue('')
    await page.get('[aria-label="Other work 2"]').setValue('play it in')
    await page.get('[aria-label="Minutes of other work 2"]').setValue('45')
    await page.get('form').trigger('submit')
    expect(put).toHaveBeenCalledWith('/api/shop/prices', { body: { currency: 'GBP', hourlyRateMinor: 4800, taxBasisPoints: 1750, openings: [{ id: 'o1', name: 'the cage off', minutes: 10 }], work: [{ station: 'capacitors', minutes: 5, opening: '' }], items: [{ text: 'play it in', minutes: 45, opening: '' }] } })
  })
  it('is for its owner to set', () => {
    session.me.role = 'technician'
    const page = card(PricesCard)
    expect(page.find('button[type=submit]').exists()).toBe(false)
    expect(page.findAll('input').every((i) => i.attributes('disabled') !== undefined)).toBe(true)
  })
})

describe('a further meter', () => {
  it('is not listed with a figure missing, and keeps what was typed when it is refused', async () => {
    const page = card(MetersCard)
    await page.get('#meter-name').setValue('No. 9')
    await page.get('form').trigger('submit')
    expect(page.get('[role=alert]').text()).toBe('DC volts, ± %: a figure belongs here')
    for (const [field, typed] of [['dcVoltsPercent', '0.5'], ['acVoltsPercent', '1'], ['ohmsPercent', '0.8']] as const) await page.get(`#meter-${field}`).setValue(typed)
    post.mockRejectedValue(new Error('A meter called “No. 9” is listed already.'))
    await page.get('form').trigger('submit')
    await flushPromises()
    expect(post).toHaveBeenCalledWith('/api/shop/meters', { body: { name: 'No. 9', counts: 6000, inputResistanceOhms: 10e6, highestVolts: 1000, accuracyDigits: 3, dcVoltsPercent: 0.5, acVoltsPercent: 1, ohmsPercent: 0.8 } })
    expect(page.get('[role=alert]').text()).toContain('listed already')
    expect(page.get<HTMLInputElement>('#meter-name').element.value).toBe('No. 9')
    post.mockResolvedValue(settings())
    await page.get('form').trigger('submit')
    await flushPromises()
    expect(page.get<HTMLInputElement>('#meter-name').element.value).toBe('')
  })
})

describe('the people of the shop', () => {
  const nell: Schemas['ShopPerson'] = { id: 'n', name: '<b>Nell</b>', signInName: 'nell', role: 'owner', access: 'yes' }
  const wren: Schemas['ShopPerson'] = { id: 'w', name: 'Wren', signInName: 'wren', role: 'onlooker', access: 'ended' }
  const opened = async () => {
    get.mockResolvedValue({ people: [nell, wren], path: null })
    const page = card(PeopleCard)
    await flushPromises()
    return page
  }
  it('are named as text, with what they may and whether they may', async () => {
    const page = await opened()
    expect(page.text()).toContain('<b>Nell</b>')
    expect(page.findAll('li').map((l) => l.findAll('button').map((b) => b.text()))).toEqual([['new password', 'end'], ['let back']])
    expect(page.get('[aria-label="Role of Wren"]').attributes('disabled')).toBeDefined()
  })
  it('lose their access at the second press, not at the first', async () => {
    remove.mockResolvedValue({ people: [wren], path: null })
    const page = await opened()
    await page.get('[aria-label="End the access of <b>Nell</b>"]').trigger('click')
    expect(remove).not.toHaveBeenCalled()
    await page.get('[aria-label="End the access of <b>Nell</b>"]').trigger('click')
    expect(remove).toHaveBeenCalledWith('/api/shop/people/{id}/access', { params: { path: { id: 'n' } } })
  })
  it('keep their role where another is refused', async () => {
    put.mockRejectedValue(new Error('The shop needs an owner who can sign in.'))
    const page = await opened()
    const list = page.get<HTMLSelectElement>('[aria-label="Role of <b>Nell</b>"]')
    await list.setValue('onlooker')
    await flushPromises()
    expect(page.get('[role=alert]').text()).toContain('needs an owner')
    expect(list.element.value).toBe('owner')
  })
  it('come by a link that is shown once, and what was typed stays where it is refused', async () => {
    const page = await opened()
    expect(page.get('button[type=submit]').attributes('disabled')).toBeDefined()
    await page.get('#invited-name').setValue('Wren')
    await page.get('#invited-as').setValue('wren')
    post.mockRejectedValueOnce(new Error('Somebody signs in as “wren” already.'))
    await page.get('form').trigger('submit')
    await flushPromises()
    expect(page.get<HTMLInputElement>('#invited-as').element.value).toBe('wren')
    post.mockResolvedValueOnce({ people: [nell, wren], path: '/welcome#abc' })
    await page.get('form').trigger('submit')
    await flushPromises()
    expect(page.get('.link').text()).toMatch(/\/welcome#abc$/)
    expect(page.get<HTMLInputElement>('#invited-as').element.value).toBe('')
  })
})

it('changes one’s own password and signs in with it; a refusal keeps what was typed', async () => {
  const page = card(PasswordCard)
  await page.get('#password-now').setValue('old password')
  await page.get('#password-new').setValue('a new password')
  post.mockRejectedValueOnce(new Error('This is not your password.'))
  await page.get('form').trigger('submit')
  await flushPromises()
  expect([page.get('[role=alert]').text(), page.get<HTMLInputElement>('#password-new').element.value]).toEqual(['This is not your password.', 'a new password'])
  post.mockResolvedValueOnce({ name: 'Nell', signInName: 'nell' })
  await page.get('form').trigger('submit')
  await flushPromises()
  expect(session.signIn).toHaveBeenCalledWith('nell', 'a new password')
  expect(page.get('[role=status]').text()).toContain('changed')
})

it('keeps a word of the shop’s own, and none where the field is empty', async () => {
  put.mockResolvedValue(settings())
  const page = card(HeadCard)
  expect(page.get<HTMLInputElement>('[aria-label="Our word for plate"]').element.value).toBe('anode')
  await page.get('[aria-label="Our word for plate"]').setValue('')
  await page.get('[aria-label="Our word for tube"]').setValue(' bottle ')
  await page.get('form').trigger('submit')
  expect(put).toHaveBeenCalledWith('/api/shop/head', { body: { ...settings().head, words: { tube: 'bottle' } } })
})

it('retires a meter on the second press', async () => {
  post.mockResolvedValue(settings())
  const page = card(MetersCard)
  const button = page.get('button[aria-label="retire No. 1"]')
  await button.trigger('click')
  expect(post).not.toHaveBeenCalled()
  expect(button.text()).toBe('no longer in use: sure?')
  await button.trigger('click')
  expect(post.mock.calls[0]?.[0]).toBe('/api/shop/meters/{meterId}/retired')
})
