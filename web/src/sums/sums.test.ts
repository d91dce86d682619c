import { describe, expect, it } from 'vitest'
import { ratedParts, sums } from './sums'

const noLoad = sums.find((s) => s.id === 'ceiling')
const says = (code: string): string => code

describe('a first stop, projected', () => {
  it('reads parts with their volts', () => {
    expect(ratedParts('C1 500, C2 450V; C3 47.5')).toEqual([{ part: 'C1', ratedVolts: 500 }, { part: 'C2', ratedVolts: 450 }, { part: 'C3', ratedVolts: 47.5 }])
    expect(ratedParts('')).toEqual([])
  })

  it('names what it cannot read', () => {
    const check = noLoad?.inputs.find((i) => i.name === 'parts')?.check
    expect(check?.('C1 500, C2')).toBe('“C2”: a part and its volts belong here, such as C1 500.')
    expect(check?.('C1 500,')).toBe('')
  })

  it('asks the core with what was typed and left out', () => {
    expect(noLoad?.ask({ dc: 120, inlet: 25, by: 'dial', rectifier: 'silicon', mains: 120 })).toEqual({ dcVolts: 120, inletVolts: 25, inletMeasured: false, tubeRectifier: false, mainsVolts: 120, parts: [] })
  })

  it('shows the first part to break first, and why it says nothing', () => {
    const at = { mainsVolts: 120, leastVolts: 560, volts: 576, mostVolts: 590 }
    const rows = noLoad?.show({ obstacle: null, atMains: at, atHighMains: { ...at, mainsVolts: 132 }, ceilings: [{ part: 'C2', ratedVolts: 450, mainsVolts: 94, surelyBelowVolts: 92 }] }, {}, says) ?? []
    expect(rows.map((r) => `${r.label}: ${r.text}`)).toEqual(['At 120 V mains: 576 V', 'At 132 V mains: 576 V', 'First to break: C2, 450 V: at 94.0 V mains'])
    expect(noLoad?.show({ obstacle: 'tube-rectifier', atMains: null, atHighMains: null, ceilings: [] }, {}, says)[0]?.text).toContain('tube rectifier')
  })
})

describe('the fall after off', () => {
  const decay = sums.find((s) => s.id === 'decay')
  it('asks with two readings, and leaves out what nobody looked at', () => {
    const asked = decay?.ask({ farads: 40e-6, known: 'marked', path: 'none', bleeder: 220e3, from: 430, seconds: '2,5', to: 300, before: 'unseen' })
    expect(asked).toEqual({ farads: 40e-6, isMeasured: false, samples: [{ seconds: 0, volts: 430 }, { seconds: 2.5, volts: 300 }] })
    expect(decay?.ask({ farads: 40e-6, known: 'marked', path: 'drawn', bleeder: 220e3, from: 430, seconds: '5', to: 300 })['bleederOhms']).toBe(220e3)
    expect(decay?.ask({ farads: 40e-6, known: 'measured', from: 430, seconds: '5', to: 300, before: 'well' })['wasLow']).toBe(false)
    expect(decay?.inputs.find((i) => i.name === 'seconds')?.check?.('0')).toContain('above 0')
  })

  it('shows what there is, and no figure that there is not', () => {
    const reason = (figures: Record<string, number>): Record<string, unknown> => ({ leastSeconds: 7, mostSeconds: 13, reason: { code: 'decay-x', verdict: 'cannot-say', figures } })
    expect(decay?.show(reason({ watchSeconds: 30 }), {}, says).map((r) => r.label)).toEqual(['It says', 'Watch it for'])
    expect(decay?.show(reason({ constantSeconds: 3, leakLeastOhms: 5e4, leakMostOhms: 1e5 }), {}, says).map((r) => r.text)).toEqual(['cannot say', '3 s', '50.0 kΩ to 100 kΩ'])
  })
})
