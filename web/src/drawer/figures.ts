import { amount } from '../owner/money'

/** Figures of the drawer as they are read off a jig: a tenth of a milliampere, a hundredth of a millisiemens. */
export const milliamperes = (value: number | null): string => (value === null ? '' : value.toFixed(1))
export const millisiemens = (value: number | null): string => (value === null ? '' : value.toFixed(2))
export const percent = (value: number | null): string => (value === null ? '–' : `${value.toFixed(1)} %`)
/** An amount in whole minor units, as people write it. */
export const price = (minor: number | null): string => (minor === null ? '' : amount(minor))
/** Hours under power: minutes matter in the first, not in the hundredth. */
export const hours = (value: number): string => (value < 10 ? value.toFixed(1) : String(Math.round(value)))
