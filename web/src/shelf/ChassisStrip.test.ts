// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { dangerWords, type UnprovedChassis } from './chassis'
import ChassisStrip from './ChassisStrip.vue'

const all = ref<UnprovedChassis[]>([])
const isUnknown = ref(false)
vi.mock('./chassis', async (original) => ({ ...(await original<object>()), useUnprovedChassis: () => ({ all, isUnknown }) }))
vi.mock('../frame/time', async (original) => ({ ...(await original<object>()), useNow: () => ref(Date.parse('2026-03-01T12:00:00Z')) }))

const one = (tag: string, change: Partial<UnprovedChassis> = {}): UnprovedChassis => ({ jobId: `j-${tag}`, unitId: `u-${tag}`, tag, maker: 'Hollinwick', model: 'Lantern 30', serial: 's', state: 'energised', since: '2026-03-01T11:55:00Z', isFromBookIn: false, isStopped: false, ...change })
const strip = (except?: string) => mount(ChassisStrip, { props: except === undefined ? {} : { except }, global: { stubs: { RouterLink: { props: ['to'], template: '<a :href="to"><slot /></a>' } } } })
const says = (except?: string): string[] => strip(except).findAll('a').map((a) => a.text().replace(/\s+/g, ' '))

beforeEach(() => { all.value = []; isUnknown.value = false })

it('is not there while nothing is on', () => {
  expect(strip().find('nav').exists()).toBe(false)
})

it('names what is on, for how long, and leads there', () => {
  all.value = [one('K-1'), one('K-2', { state: 'discharging' })]
  expect(says()).toEqual(['⚡K-1Lantern 30ENERGISED5 min', '◐K-2Lantern 30OFF, NOT PROVED DISCHARGED5 min'])
  expect(strip().get('a').attributes('href')).toBe('/jobs/j-K-1')
})

it('leaves out the job in hand, and what nobody switched on here', () => {
  all.value = [one('K-1'), one('K-2', { state: 'discharging', isFromBookIn: true }), one('K-3')]
  expect(says('j-K-1')).toEqual(['⚡K-3Lantern 30ENERGISED5 min'])
})

it('says how many more there are than fit', () => {
  all.value = ['K-1', 'K-2', 'K-3', 'K-4', 'K-5'].map((tag) => one(tag))
  expect(says()).toEqual(['⚡K-1ENERGISED5 min', '⚡K-2ENERGISED5 min', '⚡K-3ENERGISED5 min', 'and 2 more'])
})

it('takes nothing for dead that cannot be asked', () => {
  all.value = [one('K-1')]
  isUnknown.value = true
  expect(strip().text()).toContain('take every one for live')
  expect(says()).toHaveLength(1)
})

it('says of a broken stop rule what is to be done', () => {
  expect(dangerWords(one('K-1', { isStopped: true }))).toBe('SWITCH IT OFF')
  expect(dangerWords(one('K-1', { state: 'driven' }))).toBe('DRIVEN')
})
