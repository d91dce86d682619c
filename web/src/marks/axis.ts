const STEPS = [1, 2, 5]

/** The smallest step that people like to read, with which a range has no more than so many ticks. */
export function tickStep(range: number, most: number): number {
  const decade = 10 ** Math.floor(Math.log10(Math.max(range, 1e-12) / most))
  return [...STEPS, 10].map((s) => s * decade).find((s) => range / s <= most + 1e-9) ?? 10 * decade
}

/** Round values from one end of an axis to the other. */
export function ticks(from: number, to: number, most: number): number[] {
  const step = tickStep(to - from, most)
  const first = Math.ceil(from / step - 1e-9)
  return Array.from({ length: Math.max(0, Math.floor(to / step + 1e-9) - first + 1) }, (_, i) => Number(((first + i) * step).toPrecision(9)))
}
