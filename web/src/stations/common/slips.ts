import type { Schemas } from '../../api/client'
import { parseQuantity, showQuantity, type Quantity, type Unit } from '../../quantity/parse'

type Step = Schemas['Step']
type Check = Step['checks'][number]

/** What was typed, and what was probably meant: asked about, never changed silently. */
export interface Asked { question: string; moved: string }

const units: Record<string, Unit> = { plateAmperes: 'A', siemens: 'S', ohms: 'Ω', farads: 'F', esrOhms: 'Ω', volts: 'V', otherHalfVolts: 'V', mainsVolts: 'V', primaryVolts: 'V', secondaryVolts: 'V', amperes: 'A', hertz: 'Hz' }

interface Figures { parts: string[]; join: string; of: Map<string, { index: number; quantity: Quantity }> }

/** The figures of a line by name; a bare capacitance is in microfarads. */
function read(step: Step, typed: string): Figures | null {
  if (step.test === 'tube-figures') return readTube(typed)
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

/** Figures of a tube name themselves by their unit: `34.5mA 5.2mS`, each with its good mark behind a slash. */
function readTube(typed: string): Figures | null {
  const parts = typed.replaceAll(/mA\/V/gi, 'mS').split(/\s+/)
  const of: Figures['of'] = new Map()
  for (const [index, part] of parts.entries()) {
    const parsed = parseQuantity(part.split('/')[0] ?? '', null)
    const name = parsed.ok ? ({ A: 'plateAmperes', S: 'siemens' } as Partial<Record<string, string>>)[parsed.quantity.unit ?? ''] : undefined
    if (parsed.ok && name !== undefined && parsed.quantity.kind === 'value' && parsed.quantity.value > 0) of.set(name, { index, quantity: parsed.quantity })
  }
  return of.size === 0 ? null : { parts, join: ' ', of }
}

/** The good mark behind a slash: one without a unit of its own slipped with its figure. */
function movedMark(part: string, unit: Unit | null, factor: number): string {
  const [figure = '', mark] = part.split('/')
  if (mark === undefined) return ''
  if (!/^[\d.,]+$/.test(mark)) return `/${mark}`
  const parsed = parseQuantity(mark + figure.replace(/^[\d.,]+/, ''), unit)
  return parsed.ok ? `/${bare({ ...parsed.quantity, value: parsed.quantity.value * factor, resolution: parsed.quantity.resolution * factor })}${unit ?? ''}` : ''
}

const center = (c: Check): number => Math.sqrt(c.low * c.high)
const bare = (q: Quantity): string => showQuantity(q).replace(/\s|Ω|[VAFHS]$|Hz$/g, '').replace('µ', 'u')

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
    const typedPart = parts[over.index] ?? ''
    const tail = check.over === 'leakAmperes' ? typedPart.replace(/^[^@]*/, '') : step.test === 'tube-figures' ? (over.quantity.unit ?? '') + movedMark(typedPart, over.quantity.unit, fits.factor) : ''
    parts[over.index] = bare(meant) + tail
    return { question: `Meant ${showQuantity(meant)}? ${fits.slip === 'unit' ? 'Another unit?' : 'A decade off?'}`, moved: parts.join(figures.join) }
  }
  return null
}
