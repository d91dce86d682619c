// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import ItemList from './ItemList.vue'
import type { BoardItem } from './useStation'

const gauge = { shown: '10.2 kΩ', window: [9, 11], mark: { position: 0.6, shape: 'within' }, verdict: 'within' }
const item = (change: object): BoardItem => ({ part: 'R1', group: 'Rails', name: 'dropper', detail: '', gauges: [], verdict: 'cannot-say', word: 'open', wordText: 'Not yet', done: false, asked: true, ...change }) as unknown as BoardItem
const list = (items: BoardItem[], lit: string | null = null) => mount(ItemList, { props: { items, lit } })

it('puts what belongs together under one heading', () => {
  const page = list([item({ part: 'R1' }), item({ part: 'R2' }), item({ part: 'R3', group: 'Cathodes' }), item({ part: 'R4' })])
  expect(page.findAll('.group').map((g) => g.text())).toEqual(['Rails', 'Cathodes', 'Rails'])
  expect(page.findAll('tr:not(.group)')).toHaveLength(4)
})

it('shows what was measured beside its window, with its verdict in a word', () => {
  const page = list([item({ gauges: [gauge], verdict: 'within', wordText: 'Good', done: true })])
  expect(page.get('.n b').text()).toBe('10.2 kΩ')
  expect(page.get('.verdict').classes()).toContain('within')
  expect(page.get('.verdict').text()).toBe('good')
})

it('does not call done what nobody asked for, and gives what is open no verdict', () => {
  const page = list([item({ asked: false, wordText: 'Not yet' }), item({ part: 'R2' })])
  expect(page.findAll('.verdict').map((v) => v.text())).toEqual(['if wanted', 'not yet'])
  expect(page.findAll('.verdict').every((v) => v.classes().includes('soft'))).toBe(true)
})

it('marks the part in hand, and says which was chosen', async () => {
  const page = list([item({ part: 'R1' }), item({ part: 'R2' })], 'R2')
  const rows = page.findAll('tr:not(.group)')
  expect(rows.map((r) => r.attributes('aria-current'))).toEqual(['false', 'true'])
  await rows[0]?.trigger('click')
  expect(page.emitted('choose')).toEqual([['R1']])
})
