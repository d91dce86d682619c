// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import TrimRange, { type RangeRow } from './TrimRange.vue'

const row = (name: string, cold: number, hot: number, open: number | null): RangeRow => ({ name, cold: { gridVolts: -56, share: cold, highShare: cold }, hot: { gridVolts: -36, share: hot, highShare: 1.2 * hot }, open: open === null ? null : { gridVolts: -1, share: open, highShare: open } })
const shown = (rows: RangeRow[], stands: { position: string; share: number }[] = []): ReturnType<typeof mount> => mount(TrimRange, { props: { rows, low: 0.6, high: 0.7, stands } })

describe('how far a trim reaches', () => {
  it('draws each range from its cold to its hot end', () => {
    const page = shown([row('P5', 0.06, 0.6, null)])
    const bar = page.find('.bar').attributes('style') ?? ''
    expect(bar).toContain('left: 5%')
    expect(bar).toContain('width: 45%')
    expect(page.find('[role=img]').attributes('aria-label')).toBe('P5: −56.0 V, 6 %, to −36.0 V, 60 %; at the highest mains 72 %')
  })
  it('says what happens without the wiper, beyond the edge too', () => {
    expect(shown([row('P5', 0.06, 0.6, 3.87)]).find('.open').text()).toBe('no wiper 387 % ▸')
    expect(shown([row('P5', 0.06, 0.6, 3.87)]).find('.open').classes()).toContain('lost')
    expect(shown([row('P5', 0.06, 0.6, 0.05)]).find('.open').classes()).not.toContain('lost')
  })
  it('is one point where nothing is turned', () => {
    expect(shown([row('R8', 0.6, 0.6, null)]).find('.cold').exists()).toBe(false)
  })
  it('lets tubes that stand together share a mark', () => {
    const marks = shown([row('P5', 0, 0.6, null)], [{ position: 'V4', share: 0.3 }, { position: 'V5', share: 0.28 }, { position: 'V6', share: 0.5 }]).findAll('.stands')
    expect(marks.map((m) => m.text())).toEqual(['V5 V4', 'V6'])
  })
})
