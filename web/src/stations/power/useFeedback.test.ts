import { beforeEach, expect, it, vi } from 'vitest'
import { computed, reactive, ref } from 'vue'
import type { Station } from '../common/useStation'
import { useFeedback, type Feedback } from './useFeedback'
import type { Power } from './usePower'

const bench = reactive({ state: 'ramping' })
vi.mock('../../frame/bench', () => ({ useBench: () => bench, powerKey: () => ['power'] }))

interface Asked { test: string; part: string; subject: string; states: string[]; given: string | null; optional: boolean; title: string }
const step = (test: string, states: string[], change: Partial<Asked> = {}): Asked => ({ test, part: 'T2', subject: '', states, given: null, optional: false, title: test, ...change })
const steps = ref<Asked[]>([])
const power = ref<{ gates: { id: string; state: string }[]; stops: { volts: number; done: boolean; here: boolean }[] }>({ gates: [], stops: [] })
const feedback = (): Feedback => useFeedback({ board: computed(() => ({ items: [{ part: 'A', steps: [step('supply-ohms', ['dead'])] }, { part: 'T2', steps: steps.value }] })) } as unknown as Station, computed(() => power.value as unknown as Power))
const lifted = step('feedback-lifted', ['dead'], { given: 'lifted' })
const open = step('feedback-open-level', ['ramping', 'energised'])

beforeEach(() => {
  bench.state = 'ramping'
  steps.value = [lifted, open]
  power.value = { gates: [{ id: 'feedback', state: 'met' }], stops: [{ volts: 60, done: true, here: true }, { volts: 90, done: false, here: false }] }
})

it('is measured at the stop that is done, where the mains stands there', () => {
  const f = feedback()
  expect([f.low.value?.volts, f.measures.value?.step.test, f.waits.value]).toEqual([60, 'feedback-open-level', null])
})

it('leads back to low mains the next time that it is on', () => {
  power.value.stops = [{ volts: 60, done: true, here: false }, { volts: 90, done: false, here: true }]
  const f = feedback()
  expect([f.low.value?.volts, f.measures.value, f.waits.value]).toEqual([60, null, null])
})

it('waits for the power to go off where hands are needed', () => {
  steps.value = [lifted, { ...open, given: '2.4 V' }, step('feedback-closed', ['dead'])]
  const f = feedback()
  expect([f.measures.value, f.waits.value?.test]).toEqual([null, 'feedback-closed'])
})

it('asks nothing before the first stop is done, without a tube of the loop, with the power off, and once it is known', () => {
  power.value.stops = [{ volts: 60, done: false, here: true }]
  expect(feedback().low.value).toBeNull()
  power.value.stops = [{ volts: 60, done: true, here: true }]
  power.value.gates = [{ id: 'feedback', state: 'does-not-apply' }]
  expect(feedback().low.value).toBeNull()
  power.value.gates = [{ id: 'feedback', state: 'met' }]
  bench.state = 'dead'
  expect(feedback().low.value).toBeNull()
  bench.state = 'energised'
  expect(feedback().low.value?.volts).toBe(60)
  steps.value = [{ ...open, given: '2.4 V' }, step('feedback-howl', ['ramping'], { optional: true })]
  expect(feedback().low.value).toBeNull()
})
