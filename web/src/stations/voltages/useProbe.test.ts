import { describe, expect, it } from 'vitest'
import type { Point } from '../../api/client'
import { slipOf } from './useProbe'

const point = (lowVolts: number | null, highVolts: number | null): Point => ({
  key: 'A|dc-volts', place: 'A', function: 'dc-volts', unit: 'V', against: 'chassis', kind: 'rail', name: 'A', tube: null, pin: null, electrode: '', where: null, node: null, sister: null, printedVolts: 416,
  expected: { volts: 416, text: '416', lowVolts, highVolts, windowText: null, windowSource: 'default', reference: 'printed', obstacle: null },
  slips: [{ lowVolts: 3.744, highVolts: 4.576, factor: 100, slip: 'decade' }, { lowVolts: -457.6, highVolts: -374.4, factor: -1, slip: 'sign' }],
  offBelow: null, offAbove: null, reading: null, beside: [],
})

describe('slips are asked about at the entry line', () => {
  it('finds the interval that the core made', () => {
    expect(slipOf(point(374.4, 457.6), 4.16)?.factor).toBe(100)
    expect(slipOf(point(374.4, 457.6), -416)?.slip).toBe('sign')
  })

  it('asks nothing of a value that fits, of one that no slip explains, or where nothing is expected', () => {
    expect(slipOf(point(374.4, 457.6), 416)).toBeNull()
    expect(slipOf(point(374.4, 457.6), 250)).toBeNull()
    expect(slipOf(point(null, null), 4.16)).toBeNull()
  })
})
