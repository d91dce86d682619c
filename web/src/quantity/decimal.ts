/** A decimal as people type it; null for what is none. */
export function figureOf(typed: string): number | null {
  return /^\d{1,9}(?:[.,]\d{1,4})?$/.test(typed.trim()) ? Number(typed.trim().replace(',', '.')) : null
}
