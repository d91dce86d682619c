import type { Schemas } from '../api/client'

export type DialPoint = Schemas['DialTable']['points'][number]

/** Marks at which a dial is usually read: every tenth of the mains up to a fifth above it, in whole fives. */
export function marks(mainsVolts: number): number[] {
  const step = Math.max(5, Math.round(mainsVolts / 10 / 5) * 5)
  const all: number[] = []
  for (let dial = step; dial <= mainsVolts * 1.2; dial += step) all.push(dial)
  return all
}

/** Where a curve is drawn: dial across, volts up, on one scale for both. */
export function curve(points: DialPoint[], size: number): { line: string; even: string; top: number; dots: { x: number; y: number; point: DialPoint }[] } {
  const top = Math.max(10, ...points.flatMap((p) => [p.dial, p.volts])) * 1.05
  const dots = points.map((point) => ({ x: (point.dial / top) * size, y: size - (point.volts / top) * size, point }))
  return { top, dots, line: dots.map((d) => `${d.x.toFixed(1)},${d.y.toFixed(1)}`).join(' '), even: `0,${size} ${size},0` }
}
