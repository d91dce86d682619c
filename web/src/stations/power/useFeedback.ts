import { computed, type ComputedRef } from 'vue'
import { useBench } from '../../frame/bench'
import { keyOf, type Station, type Step } from '../common/useStation'
import type { Power, Stop } from './usePower'

export interface Feedback {
  /** The stop at which it is measured: the highest that is done; null where nothing is asked for, and before the first is. */
  low: ComputedRef<Stop | null>
  /** There now, with this to be measured under power. */
  measures: ComputedRef<{ step: Step; key: string } | null>
  /** There now, with this to be done once it is off and dead. */
  waits: ComputedRef<Step | null>
}

/** What the feedback of a new or re-led output transformer still asks for under power, every tube in (PWR-8). */
export function useFeedback(station: Station, power: ComputedRef<Power | null>): Feedback {
  const bench = useBench()
  const live = computed(() => bench.state === 'ramping' || bench.state === 'energised')
  const pending = computed(() => {
    if (!live.value || power.value?.gates.find((g) => g.id === 'feedback')?.state === 'does-not-apply') return null
    for (const item of station.board.value?.items ?? []) {
      const n = item.steps.findIndex((s) => s.test.startsWith('feedback-') && s.given === null && !s.optional)
      const step = item.steps[n]
      if (step !== undefined) return { step, key: keyOf(step, n) }
    }
    return null
  })
  const low = computed(() => (pending.value === null ? null : (power.value?.stops.filter((s) => s.done).at(-1) ?? null)))
  const here = computed(() => (low.value?.here === true ? pending.value : null))
  const fits = computed(() => here.value?.step.states.some((s) => s === bench.state) === true)
  return { low, measures: computed(() => (fits.value ? here.value : null)), waits: computed(() => (fits.value ? null : (here.value?.step ?? null))) }
}
