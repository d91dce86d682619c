import { describe, expect, it } from 'vitest'
import { curve, marks } from './dial'

describe('the marks of a dial', () => {
  it('go in steps of a tenth of the mains to a fifth above it', () => {
    expect(marks(120)).toEqual([10, 20, 30, 40, 50, 60, 70, 80, 90, 100, 110, 120, 130, 140])
    expect(marks(230)).toEqual([25, 50, 75, 100, 125, 150, 175, 200, 225, 250, 275])
    expect(marks(24)).toEqual([5, 10, 15, 20, 25])
  })
})

describe('the curve of a dial', () => {
  it('has one scale for both, so that an honest dial is the diagonal', () => {
    const drawn = curve([{ dial: 0, volts: 0 }, { dial: 100, volts: 100 }, { dial: 120, volts: 131 }], 190)
    expect(drawn.top).toBeCloseTo(137.55)
    for (const d of drawn.dots.slice(0, 2)) expect(d.x + d.y).toBeCloseTo(190)
    expect(drawn.dots[2]?.x ?? 0).toBeLessThan(190 - (drawn.dots[2]?.y ?? 0))
    expect(curve([], 100).line).toBe('')
  })
})
