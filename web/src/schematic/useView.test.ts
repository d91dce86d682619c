import { describe, expect, it } from 'vitest'
import { useView } from './useView'

const size = () => ({ width: 2000, height: 1000, window: { width: 800, height: 600 } })

describe('zoom and pan', () => {
  it('fits the whole page into the window', () => {
    const { view, fit } = useView(size)
    fit()
    expect(view).toEqual({ zoom: 0.4, x: 0, y: 100 })
  })
  it('keeps what is under the pointer there while zooming', () => {
    const { fit, zoomAt, toFraction } = useView(size)
    fit()
    const before = toFraction({ x: 333, y: 222 })
    zoomAt(1.7, { x: 333, y: 222 })
    const after = toFraction({ x: 333, y: 222 })
    expect(after.x).toBeCloseTo(before.x, 12)
    expect(after.y).toBeCloseTo(before.y, 12)
  })
  it('brings a place of the page to the middle', () => {
    const { fit, zoomAt, centre, toFraction } = useView(size)
    fit()
    zoomAt(3, { x: 0, y: 0 })
    centre({ x: 0.25, y: 0.75 })
    expect(toFraction({ x: 400, y: 300 }).x).toBeCloseTo(0.25, 12)
    expect(toFraction({ x: 400, y: 300 }).y).toBeCloseTo(0.75, 12)
  })
  it('does not zoom without end', () => {
    const { view, zoomAt } = useView(size)
    for (let i = 0; i < 100; i++) zoomAt(2, { x: 1, y: 1 })
    expect(view.zoom).toBe(12)
  })
})
