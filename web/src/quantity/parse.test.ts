import { describe, expect, it } from 'vitest'
import vectors from '../../../docs/formats/quantity-vectors.json'
import { parseQuantity, showQuantity, type Unit } from './parse'

describe('the quantity grammar, by the core’s own vectors', () => {
  it.each(vectors.readable)('reads $text in $field', (v) => {
    const parsed = parseQuantity(v.text, v.field as Unit | null)
    if (!parsed.ok) throw new Error(parsed.sentence)
    expect(parsed.quantity.kind).toBe(v.kind)
    expect(Math.abs(parsed.quantity.value - v.value)).toBeLessThanOrEqual(1e-9 * Math.abs(v.value))
    expect(parsed.quantity.unit).toBe(v.unit)
    expect(parsed.quantity.resolution).toBeCloseTo(v.resolution, 9)
    expect(showQuantity(parsed.quantity)).toBe(v.understood)
  })

  it.each(vectors.refused)('refuses $text in $field', (v) => {
    const parsed = parseQuantity(v.text, v.field as Unit)
    if (parsed.ok) throw new Error('was read')
    expect([parsed.reason, parsed.understood]).toEqual([v.reason, v.understood])
  })

  it('knows no property of objects as a unit', () => {
    expect(parseQuantity('5 constructor', 'V').ok).toBe(false)
  })
})
