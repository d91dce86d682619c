// @vitest-environment happy-dom
import { expect, it } from 'vitest'
import { faultOf, suggestSheet, toSend, type TypedUnit } from './UnitFields.vue'

const unit = (change: Partial<TypedUnit> = {}): TypedUnit => ({ serial: ' N5-1 ', maker: ' Brackenby ', model: 'Nuthatch 5', wiredFor: '120', sheetVersionId: null, isSheetChosen: false, found: null, ...change })

it('wants maker and model of a new one', () => {
  expect([faultOf(unit()), faultOf(unit({ maker: ' ' })), faultOf(unit({ model: '' }))]).toEqual([null, 'Maker and model are missing.', 'Maker and model are missing.'])
})

it('wants a figure for the mains, or nothing; which volts are mains the server knows', () => {
  const fits = (wiredFor: string): boolean => faultOf(unit({ wiredFor })) === null
  expect(['', '12', '230 V', '117,5'].map(fits)).toEqual([true, true, true, true])
  expect(['high', '230/240', '--'].map(fits)).toEqual([false, false, false])
})

it('sends a new one as typed, and one that was here before by its id alone', () => {
  expect(toSend(unit({ wiredFor: '117,5', sheetVersionId: 's' }))).toEqual({ maker: 'Brackenby', model: 'Nuthatch 5', serial: 'N5-1', wiredForVolts: 117.5, sheetVersionId: 's' })
  expect(toSend(unit({ wiredFor: '' })).wiredForVolts).toBeNull()
  const found = { id: 'u' } as TypedUnit['found']
  expect(toSend(unit({ found }))).toEqual({ id: 'u', sheetVersionId: null })
  expect(faultOf(unit({ found, maker: '' }))).toBeNull()
})

it('takes the sheet of the model’s name, and another when the name becomes another', () => {
  const sheets = [{ name: 'Nuthatch 5', versionId: 'n5' }, { name: 'Lantern 30', versionId: 'l30' }]
  const typed = unit({ model: ' nuthatch 5 ' })
  suggestSheet(typed, sheets)
  expect(typed.sheetVersionId).toBe('n5')
  typed.model = 'Lantern 30'
  suggestSheet(typed, sheets)
  expect(typed.sheetVersionId).toBe('l30')
  typed.model = 'Lantern 3'
  suggestSheet(typed, sheets)
  expect(typed.sheetVersionId).toBeNull()
})

it('leaves alone what a person chose, and took away', () => {
  const sheets = [{ name: 'Nuthatch 5', versionId: 'n5' }]
  for (const sheetVersionId of ['l30', null]) {
    const typed = unit({ sheetVersionId, isSheetChosen: true })
    suggestSheet(typed, sheets)
    expect(typed.sheetVersionId).toBe(sheetVersionId)
  }
})
