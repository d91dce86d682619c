// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import { expect, it } from 'vitest'
import HintCard from './HintCard.vue'
import type { Cause, Hints, Swap } from './useVoltages'

const cause = (part: string, percent: number, alike: string | null = null): Cause => ({ kind: 'capacitor-leaking', part, sentence: `${part} leaks, 50 kΩ`, alike, percent, reads: [{ key: 'C|dc-volts', name: 'C · inverter', read: '332', would: '325' }] })
const hints = (causes: Cause[], change: Partial<Hints> = {}): Hints => ({ isSimilar: false, headline: `${String(causes.length)} causes explain every reading.`, off: ['C|dc-volts'], causes, next: null, nextSentence: null, ...change })
const swap = (outcome: Swap['outcome']): Swap => ({ positions: ['V4', 'V5'], outcome, sentence: 'Change their places.', apart: [] })
const card = (h: Hints | null, swaps: Swap[] = [], isDead = true, mayWrite = true): VueWrapper => mount(HintCard, { props: { hints: h, swaps, pending: false, mayWrite, isDead } })

it('shows what a single cause would make the places read, and what no voltage tells from it', () => {
  const w = card(hints([cause('C3', 100, 'Or, the same by every voltage: R14 has drifted')]))
  expect(w.get('.would tbody').text()).toBe('C · inverter332325')
  expect(w.text()).toContain('Or, the same by every voltage: R14 has drifted.')
})

it('leaves several causes closed until one is asked for, and closes it again', async () => {
  const w = card(hints([cause('C3', 80), cause('C4', 20)]))
  expect(w.find('.would').exists()).toBe(false)
  await w.findAll('li button')[1]?.trigger('click')
  expect(w.findAll('li button').map((b) => b.attributes('aria-expanded'))).toEqual(['false', 'true'])
  await w.findAll('li button')[1]?.trigger('click')
  expect(w.find('.would').exists()).toBe(false)
})

it('keeps the cause that was asked for open when the others change, and lets go of it when it is gone', async () => {
  const w = card(hints([cause('C3', 60), cause('C4', 40)]))
  await w.findAll('li button')[1]?.trigger('click')
  await w.setProps({ hints: hints([cause('C4', 90), cause('C5', 10)]) })
  expect(w.findAll('li button').map((b) => b.attributes('aria-expanded'))).toEqual(['true', 'false'])
  await w.setProps({ hints: hints([cause('C5', 70), cause('C6', 30)]) })
  expect(w.find('.would').exists()).toBe(false)
})

it('puts the far less likely behind the others', async () => {
  const w = card(hints([cause('C3', 97), cause('C4', 2), cause('C5', 1)]))
  expect(w.findAll('li')).toHaveLength(2)
  expect(w.get('.more').text()).toBe('and 1 far less likely')
  await w.get('.more').trigger('click')
  expect(w.findAll('li')).toHaveLength(3)
})

it('offers the place that tells most, with what it would read given each cause', async () => {
  const w = card(hints([cause('C3', 80), cause('C4', 20)], { next: { key: 'V2.3|dc-volts', name: 'V2 pin 3', outcomes: [{ text: '1.18 to 1.87 V', causes: ['C3 leaks, 50 kΩ'] }, { text: '0.4 to 0.6 V', causes: ['C4 leaks, 50 kΩ'] }] } }))
  expect(w.findAll('.then').map((t) => t.text())).toEqual(['1.18 to 1.87', '0.4 to 0.6'])
  await w.get('.go').trigger('click')
  expect(w.emitted('probe')).toEqual([['V2.3|dc-volts']])
})

it('says where no voltage tells them apart', () => {
  expect(card(hints([cause('C3', 50), cause('C4', 50)], { nextSentence: 'No voltage that is left tells these apart.' })).text()).toContain('No voltage that is left tells these apart.')
})

it('lets tubes be said to have changed places only on a dead chassis', async () => {
  const live = card(null, [swap('proposed')], false)
  expect(live.get('.swap button').attributes('disabled')).toBeDefined()
  expect(live.text()).toContain('when proved dead')
  const dead = card(null, [swap('proposed')])
  await dead.get('.swap button').trigger('click')
  expect(dead.emitted('swapped')).toEqual([[['V4', 'V5']]])
  expect(card(null, [swap('proposed')], true, false).find('.swap button').exists(), 'who looks on writes nothing').toBe(false)
  expect(card(null, [swap('tube')]).find('.swap button').exists(), 'what is told needs no button').toBe(false)
})
