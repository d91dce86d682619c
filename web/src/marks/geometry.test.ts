import { describe, expect, it } from 'vitest'
import table from '../../../docs/formats/marks.json'
import { placePins, placeShape } from './geometry'

describe('marks', () => {
  it.each(table.fixture)('draws $shape at $position as paper does', (f) => {
    const placed = placeShape(f.position, f.shape)
    expect([placed.x, placed.d]).toEqual([f.x, f.d])
  })

  it('numbers pins clockwise from below, from the left of the key', () => {
    const octal = placePins('octal', 8, { x: 0, y: 0 }, 1, 2)
    expect(octal[0]?.x).toBeLessThan(0)
    expect(octal[0]?.y).toBeGreaterThan(0)
    expect(octal[7]?.x).toBeGreaterThan(0)
    expect(octal[2]?.y).toBeLessThan(0)
    const noval = placePins('B9A', 9, { x: 0, y: 0 }, 1, 2)
    expect(noval[4]?.y).toBeCloseTo(-1)
    expect(noval).toHaveLength(9)
  })
})
