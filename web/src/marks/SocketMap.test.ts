// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { Bench } from '../api/client'
import SocketMap, { type PinMark } from './SocketMap.vue'

const tube = { position: 'V3', type: '12AX7', base: 'B9A', pinCount: 9, pins: { 1: 'plate', 2: 'grid', 3: 'cathode', 9: 'none' } } as unknown as Bench['tubes'][number]
const mark = (change: Partial<PinMark>): PinMark => ({ key: null, lit: false, label: null, verdict: null, ...change })
const socket = (pins: Record<string, PinMark>, of = tube) => mount(SocketMap, { props: { tube: of, pins } })
const pinsOf = (map: ReturnType<typeof socket>) => map.findAll('g')

it('shows every pin with its electrode, and none where nothing is connected', () => {
  const map = socket({})
  expect(pinsOf(map)).toHaveLength(9)
  expect(pinsOf(map).map((g) => g.attributes('aria-label'))).toContain('1 plate, plate')
  expect(pinsOf(map)[8]?.attributes('aria-label')).toBe('9')
  expect(map.attributes('aria-label')).toBe('Socket of V3, 12AX7, seen from below')
})

it('gives a figure the colour of its verdict', () => {
  const map = socket({ 1: mark({ label: '220.3', verdict: 'out' }), 2: mark({ label: '0.1', verdict: 'within' }) })
  const styles = ['220.3', '0.1'].map((figure) => map.findAll('text').find((t) => t.text() === figure)?.attributes('style'))
  expect(styles).toEqual([expect.stringContaining('--out'), expect.stringContaining('--within')])
})

it('is chosen by a click, by Enter and by Space, where there is something to choose', async () => {
  const map = socket({ 1: mark({ key: 'V3.1', lit: true }), 2: mark({}) })
  const [first, second] = pinsOf(map)
  expect([first?.attributes('role'), first?.attributes('tabindex'), second?.attributes('role'), second?.attributes('tabindex')]).toEqual(['button', '0', 'img', undefined])
  await first?.trigger('click')
  await first?.trigger('keydown', { key: 'Enter' })
  await first?.trigger('keydown', { key: ' ' })
  await second?.trigger('click')
  await second?.trigger('keydown', { key: 'Enter' })
  expect(map.emitted('choose')).toEqual([['1'], ['1'], ['1']])
})

it('draws a contact that is not as it should be broken, and says so', () => {
  const map = socket({ 3: mark({ label: '12 Ω', faulty: true, name: 'loose' }) })
  expect(pinsOf(map)[2]?.get('circle').attributes('stroke-dasharray')).toBe('3 2')
  expect(pinsOf(map)[2]?.attributes('aria-label')).toBe('3 12 Ω, loose')
})

it('says where the base is not known, and draws no pins of another', () => {
  const map = socket({}, { ...tube, base: null })
  expect(map.text()).toContain('base not known')
  expect(pinsOf(map)).toHaveLength(0)
})
