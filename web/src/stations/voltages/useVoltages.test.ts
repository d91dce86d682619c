import { expect, it } from 'vitest'
import type { Point } from '../../api/client'
import { inFront, movedReadings, type Cause } from './useVoltages'

const cause = (percent: number): Cause => ({ kind: 'resistor-open', part: 'R1', sentence: '', alike: null, percent, reads: [] })
const point = (marks: string[], asksAgain: string[]): Point => ({ reading: { marks, asksAgain } } as unknown as Point)

it('has a cause in front from two of a hundred on, and the first one always', () => {
  expect(inFront([cause(90), cause(2), cause(1.99)])).toEqual({ likely: [cause(90), cause(2)], behind: [cause(1.99)] })
  expect(inFront([cause(1)]).likely).toHaveLength(1)
  expect(inFront([])).toEqual({ likely: [], behind: [] })
})

it('counts the readings that no longer hold, and says each reason once', () => {
  expect(movedReadings([point(['stale'], ['tubes changed: V3']), point(['stale', 'tapped'], ['tubes changed: V3', 'R14 12k']), point(['provisional'], ['warm for 3 min only']), { reading: null } as unknown as Point])).toEqual({ count: 2, why: ['tubes changed: V3', 'R14 12k'] })
  expect(movedReadings([point(['provisional'], ['warm for 3 min only'])]), 'for the time being is no move').toBeNull()
})
