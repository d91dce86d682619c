// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { Bench } from '../api/client'
import RailStairs from './RailStairs.vue'

vi.mock('@vueuse/core', () => ({ useElementSize: () => ({ width: ref(800), height: ref(300) }) }))

type Tread = Bench['stairs'][number]
const tread = (node: string, change: object = {}): Tread => ({
  node, name: node, key: `${node} dc-volts`, fedFrom: null, via: null, belowZero: false, measuredVolts: null, expectedVolts: null, printedVolts: null, lowVolts: null, highVolts: null, verdict: null, otherUnit: null, ...change,
})
const stairs = (treads: Tread[], choosable = false, lit: string | null = null) => mount(RailStairs, { props: { treads, lit, choosable } })
const labels = (page: ReturnType<typeof stairs>) => page.findAll('g[aria-label]').map((g) => g.attributes('aria-label'))
const height = (page: ReturnType<typeof stairs>, i: number): number => Number(page.findAll('g[aria-label]')[i]?.findAll('line[stroke-width="5"]')[0]?.attributes('y1'))

it('says of every rail what was read, what is expected and how that stands', () => {
  const page = stairs([tread('A', { name: 'reservoir', measuredVolts: 454.4, expectedVolts: 456, verdict: 'within' }), tread('B', { printedVolts: 391 }), tread('N1', { belowZero: true, measuredVolts: -84.5, expectedVolts: -84.4, verdict: 'within' })])
  expect(labels(page)).toEqual(['A reservoir: 454 volts, expected 456, within', 'B: not read', 'N1: −84.5 volts, expected −84.4, within'])
})

it('draws more volts higher, and a bias below zero', () => {
  const page = stairs([tread('A', { measuredVolts: 454, verdict: 'within' }), tread('C', { measuredVolts: 237, verdict: 'out' }), tread('N1', { belowZero: true, measuredVolts: -84, verdict: 'within' })])
  expect(height(page, 0)).toBeLessThan(height(page, 1))
  expect(height(page, 1)).toBeLessThan(height(page, 2))
})

it('keeps the print apart from what is expected today', () => {
  const page = stairs([tread('A', { expectedVolts: 440, printedVolts: 456 }), tread('B', { printedVolts: 391 }), tread('C')])
  expect(page.findAll('.expected').map((t) => t.text())).toEqual(['expected 440', 'printed 391', ''])
  expect(page.findAll('line[stroke-width="5"]')).toHaveLength(0)
})

it('lets a rail be chosen by click and key where it is asked to', async () => {
  const page = stairs([tread('A'), tread('N1', { belowZero: true })], true, 'N1 dc-volts')
  const [first, second] = page.findAll('g[role="button"]')
  await first?.trigger('click')
  await second?.trigger('keydown', { key: 'Enter' })
  await second?.trigger('keydown', { key: ' ' })
  await second?.trigger('keydown', { key: 'Tab' })
  expect(page.emitted('probe')).toEqual([['A dc-volts'], ['N1 dc-volts'], ['N1 dc-volts']])
  expect([first?.find('.lit').exists(), second?.find('.lit').exists()]).toEqual([false, true])
})

it('is a picture where nothing can be chosen', async () => {
  const page = stairs([tread('A')])
  expect(page.findAll('[role="button"]')).toHaveLength(0)
  await page.get('g[role="img"]').trigger('click')
  expect(page.emitted('probe')).toBeUndefined()
})

it('marks what the other unit reads beside each rail, and says whose it is', () => {
  const page = stairs([tread('A', { measuredVolts: 454, otherUnit: { name: 'R60-0117', volts: 458 } }), tread('C', { measuredVolts: 237, otherUnit: { name: 'R60-0117', volts: 303 } }), tread('B', { measuredVolts: 391 }), tread('N1', { belowZero: true, measuredVolts: -84.5, otherUnit: { name: 'R60-0117', volts: -84.2 } })])
  expect(labels(page)).toEqual(['A: 454 volts; R60-0117 458', 'C: 237 volts; R60-0117 303', 'B: 391 volts', 'N1: −84.5 volts; R60-0117 −84.2'])
  expect(page.findAll('g[aria-label] .other').map((m) => Number(/M\S+ (\S+?)l/.exec(m.attributes('d') ?? '')?.[1])).map((y, i, all) => i === 0 || y > (all[i - 1] ?? 0))).toEqual([true, true, true])
  expect(page.find('g[aria-hidden="true"] text.expected').text()).toBe('R60-0117')
  expect(stairs([tread('A', { measuredVolts: 454 })]).find('.other').exists()).toBe(false)
})
