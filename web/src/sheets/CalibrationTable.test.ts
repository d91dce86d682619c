// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import CalibrationTable from './CalibrationTable.vue'

const factor = (kind: string, id: string, value: number, prior = 0.07) => ({ kind, id, factor: value, deviation: 0.03, prior })
const residual = (place: string, resists: boolean) => ({ place, givenVolts: 331.5, beforeVolts: 378, afterVolts: 377.3, withoutItVolts: 377.4, score: resists ? -16 : 0.1, resists })
const table = (of: 'print' | 'unit', resists: boolean, ...fitted: ReturnType<typeof factor>[]) => mount(CalibrationTable, { props: { of, calibration: { fitted, residuals: [residual('C', resists)] } } })

it('blames the print of a drawing, and no healthy spread of a unit', () => {
  expect(table('print', true).text()).toContain('C resists: the other prints ask for 377.4 V where 331.5 V is printed. A misprint, or a modification?')
  const unit = table('unit', true).text()
  expect(unit).toContain('C resists: no healthy spread of tubes and parts explains what was read there.')
  expect(unit).not.toContain('print')
})

it('shows of a unit what moved by a tenth of its spread, of a drawing what moved by more than its tolerance settles', () => {
  const moved = (of: 'print' | 'unit', value: number) => table(of, false, factor('parts', 'R14', value, 0.1)).text().includes('R14')
  expect([moved('unit', 1.0099), moved('unit', 1.0101), moved('print', 1.019), moved('print', 1.021)]).toEqual([false, true, false, true])
  expect(table('unit', false).text()).toContain('Nothing had to be moved.')
})

it('names halves of a tube where it has two', () => {
  const both = table('unit', false, factor('tubes', 'V3/1', 1.05), factor('tubes', 'V3/2', 0.96), factor('tubes', 'V4/1', 0.95)).findAll('tbody')[0]?.text()
  expect(both).toContain('V3 first half strength+5.0 %')
  expect(both).toContain('V3 second half strength−4.0 %')
  expect(both).toContain('V4 strength−5.0 %')
})
