// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import TubesIn from './TubesIn.vue'
import { stepInHand, tubesWith, type Power, type TubeStep } from './usePower'

const bench = reactive({ state: 'dead' })
vi.mock('../../frame/bench', () => ({ useBench: () => bench, powerKey: () => ['power'] }))
vi.mock('../../access/session', () => ({ useSession: () => ({ mayWrite: true, word: (w: string) => w, heading: (w: string) => w }) }))

const step = (positions: string[], change: Partial<TubeStep> = {}): TubeStep => ({ what: 'output', title: 'Output tubes', positions, tubesOut: ['V1'], because: null, why: null, mostShare: 0.65, moves: [{ place: 'A', before: 477, after: 447 }], sound: true, in: false, waitsForVolts: null, walked: false, sockets: [], reads: ['V4.3'], signals: ['V4.5'], ...change })
const power = (...steps: TubeStep[]): Power => ({ steps, decays: [] } as unknown as Power)
const panel = (p: Power) => mount(TubesIn, { props: { power: p } })

beforeEach(() => { bench.state = 'dead' })

it('has the step in hand: what is in and not walked, else what is out', () => {
  const [a, b, c] = [step(['V4'], { in: true, walked: true }), step(['V3'], { in: true }), step(['V1'])]
  expect(stepInHand(power(a, b, c))?.positions).toEqual(['V3'])
  expect(stepInHand(power(a, c))?.positions).toEqual(['V1'])
  expect(stepInHand(power(a))).toBeNull()
  expect(stepInHand(null)).toBeNull()
})

it('says which tubes are in by what was said of them, else as drawn', () => {
  const drawn = [{ position: 'V1', type: '12AX7' }, { position: 'V4', type: '6L6GC' }, { position: 'V5', type: '6L6GC' }]
  expect(tubesWith(step(['V4', 'V5']), drawn, { V4: { type: '5881', tubeId: 't9' }, V5: 'out' })).toEqual({ V1: 'out', V4: { type: '5881', tubeId: 't9' }, V5: { type: '6L6GC', tubeId: null } })
  expect(tubesWith(step(['V4', 'V5']), drawn, undefined)).toEqual({ V1: 'out', V4: { type: '6L6GC', tubeId: null }, V5: { type: '6L6GC', tubeId: null } })
})

it('offers a step only on a dead chassis, and says what else stands before it', async () => {
  const p = power(step(['V4', 'V5'], { sockets: [{ position: 'V4', missing: null }, { position: 'V5', missing: 'V5: read the bias with t' }], waitsForVolts: 60 }))
  const page = panel({ ...p, decays: [{ place: 'A', test: null }, { place: 'B', test: { verdict: 'within' } }, { place: 'C', test: { verdict: 'out' } }] } as unknown as Power)
  expect(page.findAll('.before li').map((l) => [l.classes()[0], l.text().replace(/^(met|open): /, '')])).toEqual([
    ['open', 'The way up without it: its stop at 60 V is not done.'], ['open', 'A: its fall after switching off was not watched.'], ['met', 'B: it fell as it should.'], ['open', 'C: it fell as it should not.'],
    ['met', 'V4: its socket is proved.'], ['open', 'V5: read the bias with t'], ['met', 'Dead, by its own proof.'],
  ])
  await page.get('.fit').trigger('click')
  expect(page.emitted('fitted')).toHaveLength(1)
  bench.state = 'discharging'
  await page.vm.$nextTick()
  expect(page.get('.fit').attributes('disabled')).toBeDefined()
  expect(page.text()).toContain('only then do hands go in')
})

it('tells what the step will change, and warns where it is over its limit', () => {
  expect(panel(power(step(['V4']))).text()).toContain('A 477 → 447 V')
  expect(panel(power(step(['V4']))).find('.out').exists()).toBe(false)
  expect(panel(power(step(['V4'], { mostShare: 1.1, sound: false }))).get('.out').text()).toContain('over it')
  expect(panel(power(step(['V4'], { in: true, walked: true }))).text()).toContain('is in, and its way walked')
  expect(panel(power()).text()).toContain('The sheet names no tubes')
})
