import { parseQuantity } from '../quantity/parse'

export interface TrayTube { id: string; plateAmperes: number; siemens?: number }
export type Tray = { ok: true; tubes: TrayTube[] } | { ok: false; sentence: string }

/** The tubes of a tray; none where it cannot be read. */
export function trayTubes(text: string): TrayTube[] {
  const tray = readTray(text)
  return tray.ok ? tray.tubes : []
}

/** Milliamperes unless a prefix or unit is typed. */
function amperes(text: string): number | null {
  const read = parseQuantity(text, 'A')
  if (!read.ok || read.quantity.kind !== 'value' || read.quantity.value <= 0) return null
  return read.prefix === undefined || read.prefix === 1 ? read.quantity.value / (/A$/.test(text) ? 1 : 1000) : read.quantity.value
}

function millisiemens(text: string): number | null {
  const value = /^\d+([.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) / 1000 : 0
  return value > 0 ? value : null
}

/** A tray of tubes as it is typed: `38.2 41/5.6 A7=39.5`, plate current in mA, after a slash transconductance in mS; a tube without a name has the number of its place. */
export function readTray(text: string): Tray {
  const tubes: TrayTube[] = []
  const seen = new Set<string>()
  for (const [i, token] of text.split(/[\s;]+/).filter((t) => t !== '').entries()) {
    const named = /^([^=]*)=(.*)$/.exec(token)
    const id = named === null ? String(i + 1) : named[1] ?? ''
    const [current = '', conductance, ...more] = (named === null ? token : named[2] ?? '').split('/')
    const plateAmperes = amperes(current)
    const siemens = conductance === undefined ? undefined : millisiemens(conductance)
    if (id === '' || id.length > 40) return { ok: false, sentence: `“${token}” has no name before its =.` }
    if (plateAmperes === null || siemens === null || more.length > 0) return { ok: false, sentence: `“${token}” is not mA, or mA/mS.` }
    if (seen.has(id)) return { ok: false, sentence: `${named === null ? 'The number' : 'The name'} ${id} is there twice.` }
    seen.add(id)
    tubes.push(siemens === undefined ? { id, plateAmperes } : { id, plateAmperes, siemens })
  }
  return { ok: true, tubes }
}
