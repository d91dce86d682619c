// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { Schemas } from '../api/client'
import DecayChart from './DecayChart.vue'
import RampChart from './RampChart.vue'

vi.mock('@vueuse/core', () => ({ useElementSize: () => ({ width: ref(800), height: ref(400) }) }))

type Stop = Schemas['PowerStop']
type Reading = Stop['readings'][number]
const reading = (place: string, volts: number, role: Reading['role'] = 'rail', abort: number | null = null): Reading => ({
  place, function: 'dc-volts', role, required: true, toTap: false, volts, lowVolts: Math.min(0.9 * volts, 1.1 * volts), highVolts: Math.max(0.9 * volts, 1.1 * volts), obstacle: null, abortAboveVolts: abort, read: null,
})
const stop = (volts: number, readings: Reading[]): Stop => ({ id: `s-${String(volts)}`, share: volts / 120, volts, limiters: [], dwellSeconds: 30, bPlusComes: true, readings, missing: [], against: [], done: false, here: false, next: false, lamp: null } as unknown as Stop)
const sample = (place: string, value: number | null, change: object = {}): Schemas['Power']['ramps'][number]['samples'][number] => ({ entryId: `${place}-${String(value)}`, place, function: 'dc-volts', value, shown: String(value), verdict: 'within', sourceVolts: 60, inletVolts: 55, accepted: false, tapped: false, ...change } as unknown as Schemas['Power']['ramps'][number]['samples'][number])
const chart = (stops: Stop[], change: object = {}) => mount(RampChart, { props: { stops, samples: [], ceilings: [], fullVolts: 120, here: null, ...change } })
type Page = ReturnType<typeof chart>
const names = (page: Page) => page.findAll('.name').map((n) => n.text())
const start = (d: string | undefined): [number, number] => { const [, x = '', y = ''] = /^M(-?[\d.]+) (-?[\d.]+)/.exec(d ?? '') ?? []; return [Number(x), Number(y)] }

it('draws a corridor for every rail and for the bias, the bias under the line', () => {
  const page = chart([stop(60, [reading('A', 230), reading('N1', -20, 'bias')]), stop(120, [reading('A', 460), reading('N1', -40, 'bias')])])
  expect(page.findAll('.corridor')).toHaveLength(2)
  expect(names(page)).toEqual(['A', 'N1'])
  const zero = Number(page.find('.zero').attributes('y1'))
  const [rail, bias] = page.findAll('.name').map((n) => Number(n.attributes('y')))
  expect(rail).toBeLessThan(zero)
  expect(bias).toBeGreaterThan(zero)
  expect(page.find('svg').attributes('aria-label')).toBe('Ramp chart: A 460 volts at 120 volts in, N1 -40 volts at 120 volts in; 0 readings')
})

it('draws places that read alike once, under all their names', () => {
  const page = chart([stop(60, [reading('A', 230), reading('V4.5', 231), reading('B', 180)]), stop(120, [reading('A', 460), reading('V4.5', 462), reading('B', 360)])])
  expect(page.findAll('.corridor')).toHaveLength(2)
  expect(names(page)).toEqual(['A V4.5', 'B'])
})

it('draws no corridor where nothing is foretold, and a line where the way is broken off', () => {
  const silent = { ...reading('A', 1), volts: null, lowVolts: null, highVolts: null }
  expect(chart([stop(60, [silent]), stop(120, [silent])]).findAll('.corridor')).toHaveLength(0)
  expect(chart([stop(60, [reading('A', 230)]), stop(120, [reading('A', 460)])]).findAll('.abort')).toHaveLength(0)
  expect(chart([stop(60, [reading('A', 230, 'rail', 260)]), stop(120, [reading('A', 460, 'rail', 510)])]).findAll('.abort')).toHaveLength(1)
})

it('marks a reading at the mains of the source, by a shape for its verdict; a bound is no point', () => {
  const page = chart([stop(60, [reading('A', 230)]), stop(120, [reading('A', 460)])], { samples: [sample('A', 228), sample('A', 300, { verdict: 'out' }), sample('A', null, { verdict: 'cannot-say' }), sample('Z', 10)] })
  expect(page.findAll('.point').map((p) => [p.classes().at(-1), p.find('title').text()])).toEqual([['within', 'A 228 V'], ['out', 'A 300 V']])
  const [within, out] = page.findAll('.point').map((p) => p.attributes('d'))
  const across = (mains: number): number => 52 + (mains / (120 * 1.04)) * (800 - 52 - 92)
  expect(start(within)[0]).toBeCloseTo(across(60) - 5, 6)
  expect(start(out)[0]).toBeCloseTo(across(60) - 7, 6)
  expect(start(out)[1]).toBeLessThan(start(within)[1])
})

it('says which part is given its rating on the way, and nothing beyond what is drawn', () => {
  const ceiling = (mainsVolts: number) => ({ part: 'C1', ratedVolts: 450, mainsVolts, surelyBelowVolts: 90 })
  expect(chart([stop(120, [reading('A', 460)])], { ceilings: [ceiling(98)] }).text()).toContain('C1 at its 450 V')
  expect(chart([stop(120, [reading('A', 460)])], { ceilings: [ceiling(160)] }).text()).not.toContain('C1 at its')
})

it('shows the live value only at a stop', () => {
  const live = { place: 'A', volts: 200 }
  expect(chart([stop(120, [reading('A', 460)])], { live, here: 60 }).findAll('.live')).toHaveLength(1)
  expect(chart([stop(120, [reading('A', 460)])], { live }).findAll('.live')).toHaveLength(0)
})

const band = [{ share: 1, leastSeconds: 0, mostSeconds: 0 }, { share: 0.6, leastSeconds: 4, mostSeconds: 10 }, { share: 0.2, leastSeconds: 13, mostSeconds: null }]

it('draws the fall of B+ in its band, with all that was read', () => {
  const page = mount(DecayChart, { props: { place: 'A', startVolts: 400, band, read: [{ seconds: 5, volts: 260 }, { seconds: 15, volts: 110 }], verdict: 'within' } })
  expect(page.find('svg').attributes('aria-label')).toBe('Fall of A from 400 volts: 260 after 5 seconds, 110 after 15 seconds')
  expect(page.findAll('.dot')).toHaveLength(2)
  expect(mount(DecayChart, { props: { place: 'A', startVolts: 400, band, read: [], verdict: null } }).find('svg').attributes('aria-label')).toBe('Fall of A from 400 volts: not read')
})
