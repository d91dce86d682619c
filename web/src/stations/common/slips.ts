import type { Schemas } from '../../api/client'
import { parseQuantity, showQuantity, type Quantity, type Unit } from '../../quantity/parse'

type Step = Schemas['Step']
type Check = Step['checks'][number]

/** What was typed, and what was probably meant: asked about, never changed silently. */
export interface Asked { question: string; moved: string }

const units: Record<string, Unit> = { ohms: 'Ω', farads: 'F', esrOhms: 'Ω', volts: 'V', otherHalfVolts: 'V', mainsVolts: 'V', primaryVolts: 'V', secondaryVolts: 'V', amperes: 'A', hertz: 'Hz' }

interface Figures { parts: string[]; join: string; of: Map<string, { index: number; quantity: Quantity }> }

/** The figures of a line by name; a bare capacitance is in microfarads. */
function read(step: Step, typed: string): Figures | null {
  const capacitor = step.test === 'capacitor'
  if (step.test === 'ratio' && /^\S+[\s:]+\S+\//.test(typed)) return null // another tap than the one asked for
  const parts = capacitor ? typed.split(/\s+/) : typed.split('/').map((p) => p.trim())
  const of: Figures['of'] = new Map()
  let place = 0
  for (const [index, part] of parts.entries()) {
    const leak = capacitor && part.includes('@')
    const name = leak ? 'leakAmperes' : step.figures[place++]
    const unit = name === 'leakAmperes' ? 'A' : name === undefined ? undefined : units[name]
    if (name === undefined || unit === undefined || part === '-') continue
    const parsed = parseQuantity(unit === 'F' && /^[\d.,]+$/.test(part) ? `${part}u` : leak ? (part.split('@')[0] ?? '') : part, unit)
    if (parsed.ok && parsed.quantity.kind === 'value' && parsed.quantity.value > 0) of.set(name, { index, quantity: parsed.quantity })
  }
  return of.size === 0 ? null : { parts, join: capacitor ? ' ' : '/', of }
}

const center = (c: Check): number => Math.sqrt(c.low * c.high)
const bare = (q: Quantity): string => showQuantity(q).replace(/\s|Ω|[VAFH]$|Hz$/g, '').replace('µ', 'u')

/** The slip that would explain what was typed for a test; null when it fits as typed, or says nothing of what is drawn. */
export function slipOf(step: Step, typed: string): Asked | null {
  const figures = read(step, typed)
  if (figures === null) return null
  for (const check of step.checks) {
    const over = figures.of.get(check.over)
    const under = check.under === null ? undefined : figures.of.get(check.under)
    if (over === undefined || (check.under !== null && under === undefined)) continue
    const swap = (): Asked => {
      const parts = [...figures.parts]
      const [a, b] = [over.index, under?.index ?? over.index]
      ;[parts[a], parts[b]] = [parts[b] ?? '', parts[a] ?? '']
      return { question: 'Meant the other way round?', moved: parts.join(figures.join) }
    }
    if (check.of === 'microfarads-and-ohms') {
      const swapped = (under?.quantity.value ?? 0) * 1e-6
      if ((over.quantity.value < check.low || over.quantity.value > check.high) && swapped >= check.low && swapped <= check.high) return swap()
      continue
    }
    const value = over.quantity.value / (under?.quantity.value ?? 1)
    if (value >= check.low && value <= check.high) continue
    const fits = check.intervals.filter((i) => value >= i.low && value <= i.high)
      .map((i) => ({ ...i, off: Math.abs(Math.log((i.factor === 0 ? 1 / value : value * i.factor) / center(check))) })).sort((a, b) => a.off - b.off)[0]
    if (fits === undefined) continue
    if (fits.slip === 'swapped') return swap()
    const meant = { ...over.quantity, value: over.quantity.value * fits.factor, resolution: over.quantity.resolution * fits.factor }
    const parts = [...figures.parts]
    const tail = check.over === 'leakAmperes' ? (parts[over.index] ?? '').replace(/^[^@]*/, '') : ''
    parts[over.index] = bare(meant) + tail
    return { question: `Meant ${showQuantity(meant)}? ${fits.slip === 'unit' ? 'Another unit?' : 'A decade off?'}`, moved: parts.join(figures.join) }
  }
  return null
}
