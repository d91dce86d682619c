import { describe, expect, it } from 'vitest'
import { percent, showFigure } from './figure'

describe('computed figures', () => {
  it('carry three digits and their unit', () => {
    expect(showFigure(1936, 'Ω')).toBe('1.94 kΩ')
    expect(showFigure(58e-6, 'A')).toBe('58.0 µA')
    expect(showFigure(2, 'A')).toBe('2.00 A')
    expect(showFigure(0, 'V')).toBe('0 V')
    expect(showFigure(-38.46, 'V')).toBe('−38.5 V')
    expect(showFigure(Number.NaN, 'V')).toBe('–')
  })
  it('say on which side a share lies', () => {
    expect(percent(3.24)).toBe('+3.2 %')
    expect(percent(-12.4)).toBe('−12 %')
  })
})
