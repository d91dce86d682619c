import type { Point } from '../api/client'
import { parseQuantity, showQuantity, type Quantity } from '../quantity/parse'

type Bounds = Pick<Point, 'offBelow' | 'offAbove'>

/** Between what a value surely lies: “< 0.5” is nothing seen, of either sign. */
function ends(q: Quantity): [number, number] {
  if (q.kind === 'above') return [q.value, Infinity]
  if (q.kind === 'below') return q.value < 0 ? [-Infinity, q.value] : [-q.value, q.value]
  return q.kind === 'value' ? [q.value, q.value] : [-Infinity, Infinity]
}

/** The bound that a value surely breaks; null where it breaks none, or nobody can know. */
function broken(at: Bounds, value: Quantity): string | null {
  const [least, most] = ends(value)
  const shown = (bound: number): string => showQuantity({ ...value, kind: 'value', value: bound, resolution: Math.max(value.resolution, Math.abs(bound) / 1000) })
  if (at.offAbove !== null && least > at.offAbove) return `above ${shown(at.offAbove)}`
  return at.offBelow !== null && most < at.offBelow ? `below ${shown(at.offBelow)}` : null
}

/**
 * Why what was typed at a point means off, before the server has judged it and where it cannot: one value, or all that were seen while
 * tapping. The bounds are the server's.
 */
export function foreseenOff(at: Bounds & Pick<Point, 'function'>, texts: string[]): string | null {
  for (const text of texts) {
    const parsed = parseQuantity(text, at.function === 'dc-amperes' ? 'A' : 'V')
    const bound = parsed.ok ? broken(at, parsed.quantity) : null
    if (parsed.ok && bound !== null) return `${showQuantity(parsed.quantity)}; off ${bound}.`
  }
  return null
}
