import type { Bench, Schemas } from '../api/client'

type Tread = Bench['stairs'][number]
const ohms = (n: number): string => (n >= 1e6 ? `${n / 1e6} MΩ` : n >= 1000 ? `${n / 1000} kΩ` : `${n} Ω`)

interface Rail { node: string; name: string; fedFrom: string | null; through: string | null; throughOhms: number | null; choke: boolean }

/** A rail as a tread of the stairs: where it should stand, and where it stands when something was changed. */
export function tread(rail: Rail, expected: number | null, measured: number | null = null): Tread {
  return {
    node: rail.node, key: rail.node, name: rail.name, fedFrom: rail.fedFrom,
    via: rail.through === null || rail.throughOhms === null ? null : `${rail.choke ? 'choke' : rail.through.includes('/') ? 'R' : rail.through} ${ohms(rail.throughOhms)}`,
    printedVolts: null, belowZero: (expected ?? measured ?? 0) < 0, expectedVolts: expected, lowVolts: null, highVolts: null, measuredVolts: measured, verdict: null, otherUnit: null,
  }
}

export const composedTreads = (rails: Schemas['ComposedRail'][]): Tread[] => rails.map((r) => tread(r, null, r.volts))
