/** What came as JSON, as text: a word or a figure as it is, of everything else nothing. */
export const told = (v: unknown): string => (typeof v === 'string' || typeof v === 'number' ? String(v) : '')
