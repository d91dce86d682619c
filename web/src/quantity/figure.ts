import { showQuantity, type Unit } from './parse'

/** A computed figure with its unit and three digits: 1936 Ω is “1.94 kΩ”. */
export function showFigure(value: number, unit: Unit | null, digits = 3): string {
  if (!Number.isFinite(value)) return '–'
  const exponent = value === 0 ? 0 : Math.floor(Math.log10(Math.abs(value) * (1 + 1e-12)))
  return showQuantity({ text: '', kind: 'value', value, unit, resolution: value === 0 ? 1 : 10 ** (exponent - digits + 1) })
}

export const percent = (value: number): string => `${value > 0 ? '+' : ''}${value.toFixed(Math.abs(value) < 10 ? 1 : 0).replace('-', '−')} %`
