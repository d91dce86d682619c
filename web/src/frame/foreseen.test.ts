import { describe, expect, it } from 'vitest'
import { foreseenOff } from './foreseen'

const bias = { function: 'dc-volts' as const, offBelow: null, offAbove: -31.2 }
const rail = { function: 'dc-volts' as const, offBelow: null, offAbove: 500 }
const tail = { function: 'dc-volts' as const, offBelow: -63, offAbove: -20 }
const current = { function: 'dc-amperes' as const, offBelow: null, offAbove: 0.07 }

describe('what a reading means before it is judged', () => {
  it('is off beyond a bound, and nothing on it or inside', () => {
    expect(foreseenOff(bias, ['-31.1'])).toBe('−31.1 V; off above −31.2 V.')
    expect(foreseenOff(bias, ['-31.2'])).toBeNull()
    expect(foreseenOff(bias, ['-42'])).toBeNull()
    expect(foreseenOff(tail, ['-64'])).toMatch(/off below −63/)
    expect(foreseenOff(tail, ['-40'])).toBeNull()
  })

  it('counts a bound only for what it surely is', () => {
    expect(foreseenOff(rail, ['>600'])).toMatch(/^> 600 V; off above 500/)
    expect(foreseenOff(rail, ['>400'])).toBeNull()
    expect(foreseenOff(rail, ['ol'])).toBeNull()
    expect(foreseenOff(bias, ['<0.5'])).toMatch(/off above/)
    expect(foreseenOff(rail, ['<600'])).toBeNull()
  })

  it('takes the worst that was seen while tapping, in the unit of the point', () => {
    expect(foreseenOff(bias, ['-42', '-12', '-41'])).toMatch(/^−12/)
    expect(foreseenOff(current, ['38mA'])).toBeNull()
    expect(foreseenOff(current, ['75mA'])).toMatch(/off above 70/)
  })

  it('says nothing of what it cannot read, or where nobody knows a bound', () => {
    expect(foreseenOff(bias, ['what', ''])).toBeNull()
    expect(foreseenOff({ ...bias, offAbove: null }, ['12'])).toBeNull()
  })
})
