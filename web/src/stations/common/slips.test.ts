import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { slipOf } from './slips'

type Step = Schemas['Step']
const factors = { decade: [0.1, 10, 0.01, 100], unit: [0.001, 1000] } as const
/** As core makes them: Trial/Check. */
function check(of: 'figure' | 'quotient' | 'microfarads-and-ohms', over: string, under: string | null, low: number, high: number): Step['checks'][number] {
  const intervals: Step['checks'][number]['intervals'] = of === 'quotient' ? [{ slip: 'swapped', factor: 0, low: 1 / high, high: 1 / low }] : []
  if (of !== 'microfarads-and-ohms') for (const slip of ['decade', 'unit'] as const) for (const factor of factors[slip]) intervals.push({ slip, factor, low: low / factor, high: high / factor })
  return { of, over, under, low, high, intervals }
}
const step = (test: string, figures: string[], ...checks: Step['checks']): Step => ({ test, part: 'X', subject: '', title: '', hint: '', placeholder: '', choices: [], states: [], mayBeLifted: false, change: '', expects: '', figures, checks, optional: false, given: null, entryId: null, lifted: false })

const resistor = step('resistor', ['ohms'], check('figure', 'ohms', null, 90e3, 110e3))
const ratio = step('ratio', ['primaryVolts', 'secondaryVolts'], check('quotient', 'primaryVolts', 'secondaryVolts', 18, 46))
const offLoad = step('off-load', ['mainsVolts', 'volts', 'otherHalfVolts'], check('quotient', 'volts', 'mainsVolts', 1.82, 4.67))
const capacitor = step('capacitor', ['farads', 'esrOhms', 'leakAmperes'], check('figure', 'farads', null, 16e-6, 30e-6), check('figure', 'leakAmperes', null, 1e-9, 20e-3), check('microfarads-and-ohms', 'farads', 'esrOhms', 16e-6, 30e-6))
const tube = step('tube-figures', ['plateAmperes', 'siemens', 'percent'], check('figure', 'plateAmperes', null, 10.8e-3, 180e-3), check('figure', 'siemens', null, 0.9e-3, 15e-3))

describe('slips of a cold test are asked about', () => {
  it.each([
    [resistor, '10k2', 'Meant 102 kΩ? A decade off?', '102k'],
    [resistor, '102', 'Meant 102 kΩ? Another unit?', '102k'],
    [resistor, '102k', null, null],
    [resistor, '61k', null, null],
    [resistor, 'ol', null, null],
    [resistor, '<10k', null, null],
    [ratio, '0.400/11.5', 'Meant the other way round?', '11.5/0.400'],
    [ratio, '16 0.400/11.5', null, null],
    [ratio, '115/0.400', 'Meant 11.5 V? A decade off?', '11.5/0.400'],
    [offLoad, '352/120', 'Meant the other way round?', '120/352'],
    [offLoad, '120/35.2', 'Meant 352 V? A decade off?', '120/352'],
    [capacitor, '22 1.8 90u@450', null, null],
    [capacitor, '2.2 1.8', 'Meant 22 µF? A decade off?', '22u 1.8'],
    [capacitor, '1.2 22', 'Meant the other way round?', '22 1.2'],
    [capacitor, '22 1.8 90m@450/3m', 'Meant 90 µA? Another unit?', '22 1.8 90u@450/3m'],
    [capacitor, 'none', null, null],
    [tube, '72mA 6.0mS', null, null],
    [tube, '85%/60', null, null],
    [tube, '5200mS/3900', 'Meant 5.200 mS? Another unit?', '5.200mS/3.900mS'],
    [tube, '720mA 6.0mS', 'Meant 72.0 mA? A decade off?', '72.0mA 6.0mS'],
    [tube, '720mA/600 6.0mS/4', 'Meant 72.0 mA? A decade off?', '72.0mA/60.0mA 6.0mS/4'],
    [tube, '720mA/60mA', 'Meant 72.0 mA? A decade off?', '72.0mA/60mA'],
    [tube, '72mA 0.6mA/V', 'Meant 6 mS? A decade off?', '72mA 6mS'],
  ])('%#: %s', (at, typed, question, moved) => {
    const asked = slipOf(at, typed)
    expect([asked?.question ?? null, asked?.moved ?? null]).toEqual([question, moved])
  })
})
