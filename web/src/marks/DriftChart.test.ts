// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import DriftChart from './DriftChart.vue'

vi.mock('@vueuse/core', () => ({ useElementSize: () => ({ width: ref(300), height: ref(180) }) }))
const chart = (points: number[][], lowVolts: number | null = 200, highVolts: number | null = 240) => mount(DriftChart, { props: { drift: { key: 'A', points, says: 'few', sentence: '', lowVolts, highVolts }, unit: 'V' } })

it('draws what was read over the minutes, the first and the last said aloud', () => {
  const w = chart([[0.5, 220], [1, 222], [10, 224]])
  expect(w.get('svg').attributes('aria-label')).toBe('Since it was switched on: 220.0 V after 0.5 minutes, 224.0 V after 10.0 minutes')
  const x = w.get('polyline').attributes('points')?.split(' ').map((p) => Number(p.split(',')[0])) ?? []
  expect(x.at(-1)).toBe(288)
  expect(w.findAll('circle')).toHaveLength(3)
})

it('magnifies what hardly moves by a twentieth at most: it looks still', () => {
  const y = (points: number[][]) => chart(points).get('polyline').attributes('points')?.split(' ').map((p) => Number(p.split(',')[1])) ?? []
  const still = y([[1, 220], [2, 220.2]])
  expect(Math.abs((still[0] ?? 0) - (still[1] ?? 0))).toBeLessThan(2)
  const moves = y([[1, 200], [2, 240]])
  expect(Math.abs((moves[0] ?? 0) - (moves[1] ?? 0))).toBeGreaterThan(100)
})

it('keeps the window inside the chart, and has none where nothing is expected', () => {
  const rect = chart([[1, 220], [2, 221]], 0, 1000).get('rect')
  expect([Number(rect.attributes('y')), Number(rect.attributes('height'))]).toEqual([10, 144])
  expect(chart([[1, 220]], null, null).find('rect').exists()).toBe(false)
  expect(chart([]).find('svg').exists()).toBe(false)
})
