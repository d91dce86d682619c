// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { expect, it, vi } from 'vitest'
import type { Schemas } from '../api/client'
import HistoryView from './HistoryView.vue'
import TrendMark from './TrendMark.vue'

type History = Schemas['History']
const point = (tag: string, value: number, expected: number | null, verdict: 'within' | 'out' = 'within'): History['trends'][number]['points'][number] => ({ tag, at: '2026-03-01T10:00:00Z', value, shown: String(value), expected, verdict })
const trend = (points: History['trends'][number]['points'], changePercent: number | null): History['trends'][number] => ({ key: 'N1|dc-volts', name: 'N1 · bias', unit: 'V', changePercent, isCorrected: true, verdict: 'watch', points })
const history: History = {
  unit: { id: 'u', maker: 'Hollinwick', model: 'Lantern 30', serial: 'L-1', ownerName: 'Ada <i>Larch</i>' }, told: [{ code: 'fuse-before', sentence: 'A fuse had blown before.' }],
  visits: [{
    jobId: 'j', tag: 'K-101', bookedInAt: '2025-03-01T10:00:00Z', shelfState: 'collected', complaint: '<b>hums</b>', outcome: 'not-reproduced', cause: { text: 'tired tube', part: 'V4', certainty: 'suspected' }, fitted: [{ text: 'V4 6L6GC', source: 'stock' }],
    modifications: [{ part: 'R14', why: 'ran hot', undo: 'fit 10k', agreed: 'the owner' }], fuses: ['F1 blown'], accepted: [{ place: 'C 350', reason: 'quiet enough' }], skipped: [{ part: 'T1', reason: 'sealed' }], declined: [{ text: 'Replace C14', says: 'later' }],
    left: [{ sort: 'promised', text: 'an evening', part: '', closed: null }, { sort: 'stopgap', text: 'two caps', part: 'C1', closed: 'the can came' }],
  }],
  tubes: [{ position: 'V4', type: '6L6GC', how: 'fitted', label: null, since: '2025-03-01T10:00:00Z', hours: 6.44, ownersHours: 900 }, { position: 'V1', type: '12AX7', how: 'drawn', label: null, since: null, hours: null, ownersHours: null }],
  trends: [trend([point('K-1', -59.3, -59), point('K-2', -52, -59, 'out')], -12.3), { ...trend([point('K-1', 0, null), point('K-2', 0.01, null)], null), key: 'V4.8', name: 'V4 pin 8' }],
  sisters: [{ unitId: 's', serial: 'L-2', ownerName: 'Ned', volts: { 'N1|dc-volts': -58.04 } }],
}
vi.mock('../api/client', () => ({ api: { GET: vi.fn() }, ask: async () => Promise.resolve(history) }))
vi.mock('../access/session', () => ({ useSession: () => ({ shop: { timeZone: 'UTC' } }) }))

it('tells of every visit what it leaves to say, as text', async () => {
  const page = mount(HistoryView, { props: { unitId: 'u' }, global: { plugins: [VueQueryPlugin], stubs: { RouterLink: { props: ['to'], template: '<a><slot /></a>' } } } })
  await flushPromises()
  expect(page.find('.told').text()).toContain('A fuse had blown before.')
  expect(page.find('.said').text()).toBe('“<b>hums</b>”')
  expect(page.findAll('dt').map((d) => d.text())).toEqual(['cause, suspected', 'fuse', 'went in', 'modified', 'let stand', 'owner said later', 'left alone', 'promised'])
  expect(page.text()).not.toContain('two caps')
  expect(page.text()).toContain('as drawn, not read')
  expect(page.text()).toContain('6.4 h')
  expect(page.findAll('.right table').at(-1)?.findAll('tbody tr').map((r) => r.findAll('td').slice(1).map((d) => d.text()))).toEqual([['-52', '−12 %', '-58.0'], ['0.01', '', '']])
})

it('draws what was read beside what belonged there, and says both', () => {
  const mark = mount(TrendMark, { props: { trend: history.trends[0] ?? trend([], null) } })
  expect(mark.attributes('aria-label')).toBe('N1 · bias: K-1 -59.3 where -59.0 belonged, K-2 -52 where -59.0 belonged')
  expect(mark.findAll('path')).toHaveLength(2)
  expect(mark.findAll('line')).toHaveLength(2)
  const still = mount(TrendMark, { props: { trend: trend([point('K-1', 0, null), point('K-2', 0, null)], null) } })
  expect(still.find('polyline').attributes('points')).not.toContain('NaN')
})
