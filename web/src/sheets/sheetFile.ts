import { api, ask, type Schemas } from '../api/client'

type Sheet = Schemas['Sheet']

/** Imports a sheet file as it is; the server reads it and names the path of any fault. */
export async function readSheetFile(file: File): Promise<Sheet> {
  return ask(api.POST('/api/sheets', { body: file as unknown as Record<string, never>, bodySerializer: (b: unknown) => b as File, headers: { 'Content-Type': 'application/json' } }))
}

export interface PointRow { place: string; kind: string; printedVolts: string; function: string; fedBy: string; tolerancePercent: string; sourceResistanceOhms: string; where: string }

export const columns: { name: keyof PointRow; title: string; hint: string }[] = [
  { name: 'place', title: 'Place', hint: 'V3.5 or a node' },
  { name: 'kind', title: 'Kind', hint: 'rail, plate, screen, grid, cathode, heater, bias, sense, other' },
  { name: 'printedVolts', title: 'Printed, V', hint: '' },
  { name: 'function', title: 'AC/DC', hint: 'dc-volts or ac-volts' },
  { name: 'fedBy', title: 'Fed by', hint: 'supply node' },
  { name: 'tolerancePercent', title: '± %', hint: '' },
  { name: 'sourceResistanceOhms', title: 'Source, Ω', hint: 'for meter loading' },
  { name: 'where', title: 'Where', hint: 'how to find it' },
]

type Json = Record<string, unknown>
const text = (v: unknown): string => (typeof v === 'string' || typeof v === 'number' ? String(v) : '')

export function rowsOf(document: Json): PointRow[] {
  const points = Array.isArray(document['points']) ? (document['points'] as Json[]) : []
  return points.map((p) => ({ place: text(p['place']), kind: text(p['kind']), printedVolts: text(p['printedVolts']), function: text(p['function']), fedBy: text(p['fedBy']), tolerancePercent: text(p['tolerancePercent']), sourceResistanceOhms: text(p['sourceResistanceOhms']), where: text(p['where']) }))
}

export const emptyRow = (): PointRow => ({ place: '', kind: '', printedVolts: '', function: '', fedBy: '', tolerancePercent: '', sourceResistanceOhms: '', where: '' })

/** The document with its test points as edited; fields that the table does not show are kept by place and function. */
export function withRows(document: Json, rows: PointRow[]): Json {
  const before = Array.isArray(document['points']) ? (document['points'] as Json[]) : []
  const points = rows.filter((r) => Object.values<string>({ ...r }).some((v) => v.trim() !== '')).map((row) => {
    const fn = row.function.trim() === '' ? undefined : row.function.trim()
    const old = before.find((p) => p['place'] === row.place.trim() && (p['function'] ?? undefined) === fn) ?? {}
    const point: Json = { ...old, place: row.place.trim(), kind: row.kind.trim() }
    const set = (name: string, value: unknown): void => { if (value === undefined) Reflect.deleteProperty(point, name); else point[name] = value }
    const number = (t: string): unknown => { const bare = t.trim().replace(',', '.').replace('−', '-'); return bare === '' ? undefined : Number.isFinite(Number(bare)) ? Number(bare) : t.trim() }
    set('function', fn)
    set('printedVolts', number(row.printedVolts))
    set('fedBy', row.fedBy.trim() === '' ? undefined : row.fedBy.trim())
    set('tolerancePercent', number(row.tolerancePercent))
    set('sourceResistanceOhms', number(row.sourceResistanceOhms))
    set('where', row.where.trim() === '' ? undefined : row.where.trim())
    return point
  })
  return { ...document, points }
}

/** Rows out of a spreadsheet's clipboard: tabs between cells; a first row that names columns is understood. */
export function pastedRows(clip: string): PointRow[] {
  const lines = clip.replaceAll('\r', '').split('\n').filter((l) => l.trim() !== '').map((l) => l.split('\t'))
  const head = lines[0]?.map((c) => c.trim().toLowerCase()) ?? []
  const named = head.includes('place')
  const order = named ? head.map((h) => columns.find((c) => c.name.toLowerCase() === h || c.title.toLowerCase() === h)?.name) : columns.map((c) => c.name)
  return lines.slice(named ? 1 : 0).map((cells) => {
    const row = emptyRow()
    order.forEach((name, i) => { if (name !== undefined) row[name] = cells[i]?.trim() ?? '' })
    return row
  })
}

export const emptySheet = (): Record<string, never> => ({ format: 'sheet/1', name: '', source: { trust: 'drawn-from-the-unit' }, printedFor: { mainsVolts: 120 }, tubes: [], points: [] }) as unknown as Record<string, never>
