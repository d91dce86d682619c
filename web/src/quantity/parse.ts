import grammar from '../../../docs/formats/quantity-grammar.json'

export type Unit = 'V' | 'A' | 'Ω' | 'F' | 'H' | 'Hz' | 'W' | 's' | '°C' | 'S' | '%'
export interface Quantity { text: string; kind: 'value' | 'above' | 'below' | 'overload'; value: number; unit: Unit | null; resolution: number }
export type Parsed = { ok: true; quantity: Quantity; prefix?: number } | { ok: false; reason: 'empty' | 'nonsense' | 'two-separators' | 'other-unit' | 'odd-prefix' | 'too-large'; understood: string; sentence: string }

const prefixes: Record<string, number> = grammar.prefixes
const units: Record<string, string> = grammar.units
const marks: Record<string, { factor: number; unit: string | null }> = grammar.marks
const prefixRange: Record<string, number[]> = grammar.prefixRange
const plain = new RegExp(grammar.patterns.plain, 'u')
const rkm = new RegExp(grammar.patterns.rkm, 'u')
const leading = new RegExp(grammar.patterns.leading, 'u')
const twoMarks = new RegExp(grammar.patterns.twoMarks, 'u')
const unitWords: Record<Unit, string> = { V: 'volts', A: 'amperes', Ω: 'ohms', F: 'farads', H: 'henries', Hz: 'hertz', W: 'watts', s: 'seconds', '°C': 'degrees Celsius', S: 'siemens', '%': 'percent' }

const unitOf = (letters: string): Unit | null => (units[letters] as Unit | undefined) ?? null
const own = <T>(table: Record<string, T>, key: string): T | undefined => (Object.hasOwn(table, key) ? table[key] : undefined)

function suffix(letters: string): { factor: number; unit: Unit | null } | null {
  if (letters === '') return { factor: 1, unit: null }
  const whole = own(units, letters)
  if (whole !== undefined) return { factor: 1, unit: whole as Unit }
  const [first = ''] = letters
  const rest = letters.slice(first.length)
  const factor = own(prefixes, first)
  if (factor === undefined) return null
  const unit = own(units, rest)
  return rest === '' || unit !== undefined ? { factor, unit: (unit as Unit | undefined) ?? null } : null
}

function refuse(reason: 'nonsense' | 'two-separators', figure: string): Parsed {
  const understood = leading.exec(figure)?.[0] ?? ''
  const sentence = reason === 'two-separators'
    ? `Two decimal marks in “${figure}”: comma and dot are both decimal, so only one fits.`
    : understood === '' ? `“${figure}” is not a figure.` : `Understood ${understood}, but not “${figure.slice(understood.length)}” after it.`
  return { ok: false, reason, understood, sentence }
}

function figureOf(text: string, figure: string, kind: Quantity['kind'], field: Unit | null): Parsed {
  if (twoMarks.test(figure)) return refuse('two-separators', figure)
  const coded = rkm.exec(figure)
  const mark = coded === null ? undefined : own(marks, coded[3] ?? '')
  if (coded !== null && mark !== undefined) {
    const [, sign, whole = '', , decimals = '', tail = ''] = coded
    const typed = unitOf(tail.trim())
    if (tail.trim() === '' || typed !== null) {
      const size = Number(`${whole}.${decimals}`) * mark.factor
      return { ok: true, prefix: mark.factor, quantity: { text, kind, value: sign === '-' ? -size : size, unit: typed ?? (mark.unit as Unit | null) ?? field, resolution: mark.factor * 10 ** -decimals.length } }
    }
  }
  const simple = plain.exec(figure)
  const tail = simple === null ? null : suffix((simple[3] ?? '').trim())
  if (simple !== null && tail !== null) {
    const digits = (simple[2] ?? '').replace(',', '.')
    const decimals = digits.includes('.') ? digits.length - digits.indexOf('.') - 1 : 0
    const size = Number(digits) * tail.factor
    return { ok: true, prefix: tail.factor, quantity: { text, kind, value: simple[1] === '-' ? -size : size, unit: tail.unit ?? field, resolution: tail.factor * 10 ** -decimals } }
  }
  return refuse('nonsense', figure)
}

/** Reads what is typed, by the published grammar (docs/formats/quantity-grammar.json); the server reads it again. */
export function parseQuantity(input: string, field: Unit | null): Parsed {
  const text = input.trim()
  if (text === '') return { ok: false, reason: 'empty', understood: '', sentence: 'Nothing typed.' }
  if (Array.from(text).length > grammar.longest) return { ok: false, reason: 'nonsense', understood: '', sentence: 'Too long for a figure.' }
  if (grammar.overload.includes(text.toLowerCase())) return { ok: true, quantity: { text, kind: 'overload', value: 0, unit: field, resolution: 0 } }
  const bare = text.replaceAll('−', '-')
  const kind = bare.startsWith('>') ? 'above' : bare.startsWith('<') ? 'below' : 'value'
  const read = figureOf(text, kind === 'value' ? bare : bare.slice(1).trimStart(), kind, field)
  if (!read.ok) return read
  if (Math.abs(read.quantity.value) > grammar.largest) return { ok: false, reason: 'too-large', understood: '', sentence: `“${text}” is beyond anything a bench measures.` }
  if (field !== null && read.quantity.unit !== field) {
    const understood = showQuantity(read.quantity)
    return { ok: false, reason: 'other-unit', understood, sentence: `Understood ${understood}, but ${unitWords[field]} belong here.` }
  }
  const [smallest = 0, largest = Infinity] = own(prefixRange, read.quantity.unit ?? '') ?? []
  if (read.prefix !== undefined && (read.prefix < smallest * (1 - 1e-9) || read.prefix > largest * (1 + 1e-9))) {
    const understood = showQuantity(read.quantity)
    return { ok: false, reason: 'odd-prefix', understood, sentence: `Understood ${understood}, which no bench measures: does it belong in another field, or is the prefix a slip?` }
  }
  return read
}

const steps: [number, string][] = [[9, 'G'], [6, 'M'], [3, 'k'], [0, ''], [-3, 'm'], [-6, 'µ'], [-9, 'n'], [-12, 'p']]

/** How a figure was understood: “4.7 kΩ”, “> 20 MΩ”. */
export function showQuantity(q: Quantity): string {
  if (q.kind === 'overload') return 'overload'
  const exponent = q.value === 0 ? 0 : Math.floor(Math.log10(Math.abs(q.value) * (1 + 1e-12)))
  const found = steps.find(([e]) => q.value === 0 ? e === 0 : exponent >= e) ?? [-12, 'p']
  // Ohms are read in ohms down to a milliohm: 0.4 Ω, 0.035 Ω, as a meter has them.
  const step = q.unit === 'Ω' && found[0] === -3 ? [0, ''] as const : found
  const decimals = Math.min(9, Math.max(0, -Math.round(Math.log10(q.resolution) - step[0])))
  const digits = (q.value / 10 ** step[0]).toFixed(decimals).replace('-', '−')
  const sign = q.kind === 'above' ? '> ' : q.kind === 'below' ? '< ' : ''
  const tail = step[1] + (q.unit ?? '')
  return sign + digits + (tail === '' ? '' : ` ${tail}`)
}
