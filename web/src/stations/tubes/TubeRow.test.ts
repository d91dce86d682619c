// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { BoardItem } from '../common/useStation'
import TubeRow from './TubeRow.vue'

const strength = (overGood: number | null, verdict = 'within') => ({ section: '', unit: '%', overGood, verdict })
const tube = (part: string, strengths: object[], wordText = 'good'): BoardItem => ({ part, wordText, more: { kind: 'tube', strengths } }) as unknown as BoardItem
const row = (items: BoardItem[], lit: string | null = null) => mount(TubeRow, { props: { items, lit } })

it('is not drawn before anything was read', () => {
  expect(row([tube('V1', []), { part: 'tester', more: null } as unknown as BoardItem]).find('svg').exists()).toBe(false)
  expect(row([tube('V1', [strength(null)])]).find('svg').exists()).toBe(false)
})

it('says of each tube how far it is above the least that is good', () => {
  const page = row([tube('V4', [strength(1.2)]), tube('V1', [strength(1.4), strength(0.97, 'watch')], 'watch'), tube('V5', [], 'replace')])
  expect(page.findAll('g[role=button]').map((g) => g.attributes('aria-label'))).toEqual(['V4, 120 % of the least that is good, good', 'V1, 140 % of the least that is good, 97 % of the least that is good, watch', 'V5, replace'])
  expect(page.findAll('g[role=button]')[2]?.text()).toContain('–')
})

it('draws the weaker lower, and what is off the scale at its edge', () => {
  const heights = (over: number[]) => row([tube('V1', over.map((o) => strength(o)))]).findAll('g g line').map((l) => Number(l.attributes('y2')))
  const [weak = 0, strong = 0, edge = 0, beyond = 0] = heights([0.5, 1.5, 2, 7])
  expect(weak).toBeGreaterThan(strong)
  expect(edge).toBe(beyond)
  expect(heights([1])[0]).toBe(Number(row([tube('V1', [strength(1)])]).findAll('svg > line')[0]?.attributes('y1')))
})

it('lets a tube be chosen', async () => {
  const page = row([tube('V4', [strength(1.2)]), tube('V5', [strength(1.1)])], 'V5')
  await page.findAll('g[role=button]')[0]?.trigger('keydown', { key: 'Enter' })
  expect(page.emitted('choose')).toEqual([['V4']])
  expect(page.get('text.lit').text()).toBe('V5')
})
