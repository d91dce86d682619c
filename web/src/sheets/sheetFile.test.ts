import { describe, expect, it } from 'vitest'
import { pastedRows, rowsOf, withRows } from './sheetFile'

const document = { points: [{ place: 'V1.1', kind: 'plate', printedVolts: 220, sister: 'V1.6' }, { place: 'V1.6', kind: 'plate', printedVolts: 221 }] }

describe('the test-point table', () => {
  it('keeps what it does not show', () => {
    const rows = rowsOf(document)
    expect(withRows(document, rows)).toEqual(document)
  })

  it('takes commas, drops empty rows, and leaves nonsense for the server to refuse', () => {
    const [row] = rowsOf(document)
    if (row === undefined) throw new Error('no row')
    const edited = withRows(document, [{ ...row, printedVolts: '220,5' }, { ...row, place: 'V1.3', printedVolts: 'lots' }, { ...row, place: '', kind: '', printedVolts: '' }])
    expect(edited['points']).toEqual([{ place: 'V1.1', kind: 'plate', printedVolts: 220.5, sister: 'V1.6' }, { place: 'V1.3', kind: 'plate', printedVolts: 'lots' }])
  })

  it('reads a spreadsheet with and without a head', () => {
    expect(pastedRows('V2.3\tplate\t410\nV2.4\tscreen\t405\n').map((r) => [r.place, r.kind, r.printedVolts])).toEqual([['V2.3', 'plate', '410'], ['V2.4', 'screen', '405']])
    expect(pastedRows('Printed, V\tPlace\tKind\r\n410\tV2.3\tplate').map((r) => [r.place, r.kind, r.printedVolts])).toEqual([['V2.3', 'plate', '410']])
  })
})
