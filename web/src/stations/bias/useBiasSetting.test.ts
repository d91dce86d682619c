import { describe, expect, it } from 'vitest'
import { targetFault } from './useBiasSetting'

describe('a target as it is typed', () => {
  it('lies between 5 and 100 %, the lower first', () => {
    expect(targetFault('percent', 60, 100, '')).toBeNull()
    for (const [low, high] of [[60, 400], [60, 100.1], [4, 50], [70, 60], [60, 60], [null, 60], [60, null]] as const) expect(targetFault('percent', low, high, '')).toMatch(/5 to 100/)
  })
  it('has a reason where somebody wants it so', () => {
    expect(targetFault('owner', 50, 60, ' ')).toMatch(/who wants it so/)
    expect(targetFault('owner', 50, 60, 'cool')).toBeNull()
    expect(targetFault('distortion', null, null, '')).not.toBeNull()
    expect(targetFault('schematic', null, null, '')).toBeNull()
  })
})
