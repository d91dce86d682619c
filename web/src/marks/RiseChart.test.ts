// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import RiseChart from './RiseChart.vue'

vi.mock('@vueuse/core', async () => { const { ref } = await import('vue'); return { useElementSize: () => ({ width: ref(600), height: ref(190) }) } })

const curve = (what: 'rail' | 'bias' | 'bias-doubled', place: string, ...volts: (number | null)[]): { what: typeof what; place: string; points: { seconds: number; volts: number | null }[] } => ({ what, place, points: volts.map((v, i) => ({ seconds: 0.01 * 10 ** i, volts: v })) })
const ends = (d: string | undefined): number[] => (d ?? '').slice(1).split('L').map((p) => Number(p.split(' ')[1]))

it('draws B+ up and bias down from one line, time in tenfolds', () => {
  const page = mount(RiseChart, { props: { curves: [curve('rail', 'A', 10, 300, 450, 440), curve('bias', 'V4.5', 0, -5, -40, -46), curve('bias-doubled', 'V4.5', 0, -2, -25, -46)], drawsSeconds: 9.5 } })
  const [rail, bias, doubled] = ['rail', 'bias', 'bias-doubled'].map((c) => page.find(`path.${c}`).attributes('d'))
  const zero = Number(page.find('line.zero').attributes('y1'))
  expect(ends(rail).every((y) => y < zero)).toBe(true)
  expect(ends(bias).slice(1).every((y) => y > zero)).toBe(true)
  expect(ends(doubled)[2]).toBeLessThan(ends(bias)[2] ?? 0)
  expect(page.find('.draws').exists()).toBe(true)
  expect(page.find('svg').attributes('aria-label')).toBe('After switching on: A to 440 volts, V4.5 to -46 volts, V4.5 with its capacitors doubled to -46 volts; the output tubes draw from 10 seconds on')
})

it('leaves out what floats, and what never draws', () => {
  const page = mount(RiseChart, { props: { curves: [curve('rail', 'A', null, null, 300)], drawsSeconds: null } })
  expect(ends(page.find('path.rail').attributes('d'))).toHaveLength(1)
  expect(page.find('.draws').exists()).toBe(false)
  expect(page.findAll('text').some((t) => t.text().startsWith('−'))).toBe(false)
})
