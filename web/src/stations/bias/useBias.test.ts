import { describe, expect, it, vi } from 'vitest'

vi.mock('../../frame/bench', () => ({ useBench: () => ({}), biasKey: () => ['bias'] }))
const { dotAt, movedTo } = await import('./useBias')
type Sweep = import('./useBias').Sweep
type BiasTube = import('./useBias').BiasTube

const dot = (position: string, plateVolts: number, milliamperes: number, gridVolts: number): Sweep['steps'][number]['now'][number] => ({ position, plateVolts, plateAmperes: milliamperes / 1000, gridVolts })
const step = (value: number, volts: number, milliamperes: number, grid: number): Sweep['steps'][number] => ({ value, now: [dot('V4', volts, milliamperes, grid)], low: [dot('V4', 0.9 * volts, 0.8 * milliamperes, 0.9 * grid)], high: [dot('V4', 1.1 * volts, 1.2 * milliamperes, 1.1 * grid)] })
const sweep: Sweep = { stage: 'T2', isBalance: false, part: 'P1', kind: 'setting', now: 0.5, stands: 0.5, advice: [], steps: [step(0, 440, 50, -36), step(0.5, 450, 40, -40), step(1, 460, 20, -48)] }
const tube = (change: Partial<BiasTube> = {}): BiasTube => ({ position: 'V4', plateVolts: null, plateAmperes: null, gridVolts: null, ...change } as BiasTube)
const figure = (value: number): { value: number; band: number } => ({ value, band: 0.1 })

describe('where a tube goes when its bias is moved', () => {
  it('goes between the steps that were worked out, and not beyond them', () => {
    expect(dotAt(sweep, 'V4', 0.25)).toEqual(dot('V4', 445, 45, -38))
    expect(dotAt(sweep, 'V4', -1)?.plateVolts).toBe(440)
    expect(dotAt(sweep, 'V4', 2)?.plateVolts).toBe(460)
    expect(dotAt(sweep, 'V4', 1)?.plateVolts).toBe(460)
    expect(dotAt(sweep, 'V9', 0.5)).toBeNull()
    expect(dotAt(sweep, 'V4', 0.5, 'high')?.plateAmperes).toBeCloseTo(0.048)
  })

  it('takes a strong tube for what it is: what was measured moves by what the circuit says of the way', () => {
    const strong = tube({ plateVolts: figure(448), plateAmperes: figure(0.048), gridVolts: figure(-40) })
    const moved = movedTo(sweep, strong, 0.5, 0)
    expect(moved?.plateAmperes).toBeCloseTo((0.048 * 50) / 40)
    expect(moved?.plateVolts).toBeCloseTo(438)
    expect(moved?.gridVolts).toBeCloseTo(-36)
    expect(moved?.plateWatts).toBeCloseTo(438 * 0.06)
    expect(movedTo(sweep, strong, 0.5, 0.5)?.plateAmperes).toBeCloseTo(0.048)
    expect(movedTo(sweep, tube(), 0.5, 1)?.plateAmperes).toBeCloseTo(0.02)
    expect(movedTo(sweep, tube({ position: 'V9' }), 0.5, 1)).toBeNull()
  })
})
