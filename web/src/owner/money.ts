/** Whole minor units as people write an amount, and back: 12.50 is 1250. */
export const amount = (minor: number): string => `${minor < 0 ? '−' : ''}${Math.floor(Math.abs(minor) / 100)}.${String(Math.abs(minor) % 100).padStart(2, '0')}`

/** Null for what is no amount of a currency with two decimals: more decimals, a sign, a word. */
export function minorOf(typed: string): number | null {
  const read = /^(\d{1,7})(?:[.,](\d{1,2}))?$/.exec(typed.trim())
  return read === null ? null : Number(read[1]) * 100 + Number((read[2] ?? '').padEnd(2, '0'))
}

export type Answer = 'yes' | 'no' | 'later'
export const answers: { value: Answer; label: string }[] = [{ value: 'yes', label: 'yes' }, { value: 'no', label: 'no' }, { value: 'later', label: 'later' }]
