// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import TubeTable from './TubeTable.vue'
import { hours, milliamperes, millisiemens, percent, price } from './figures'

describe('figures of the drawer', () => {
  it('are written as they are read off', () => {
    expect([milliamperes(34.5), milliamperes(null), millisiemens(5.2), millisiemens(null), percent(0.46), percent(null)]).toEqual(['34.5', '', '5.20', '', '0.5 %', '–'])
  })
  it('are whole coins', () => {
    expect([price(1250), price(1205), price(0), price(null)]).toEqual(['12.50', '12.05', '0.00', ''])
  })
  it('count minutes in the first hours only', () => {
    expect([hours(0.4), hours(9.94), hours(10.2), hours(1000.4)]).toEqual(['0.4', '9.9', '10', '1000'])
  })
})

const tube = (label: string, change: Partial<Schemas['DrawerLine']> = {}): Schemas['DrawerLine'] => ({ label, type: '6L6GC', maker: '<b>Tern</b>', state: 'pulled-good', stateWords: 'Pulled, good', plateMilliamperes: 60, millisiemens: null, figures: '60mA', tester: 'jig', tests: 1, verdict: 'within', sentence: '60 mA, as its type.', standsIn: null, ...change })
const table = (tubes: Schemas['DrawerLine'][], lit: string | null = null, ticked: string[] = []) => mount(TubeTable, { props: { tubes, lit, ticked } })

describe('the table of tubes', () => {
  it('shows a maker’s name as text, whatever it is', () => {
    const page = table([tube('T001')])
    expect(page.find('td b').exists()).toBe(false)
    expect(page.text()).toContain('<b>Tern</b>')
  })
  it('says of a test what it says, and of none that there is none', () => {
    const page = table([tube('T001', { plateMilliamperes: null, figures: '85%/60', verdict: 'watch', sentence: 'aged' }), tube('T002', { verdict: null, sentence: null, figures: null, tests: 0 })])
    expect(page.findAll('.test').map((t) => t.text())).toEqual(['85%/60aged', 'not tested'])
  })
  it('says where a tube stands before what was said of it', () => {
    expect(table([tube('T001', { standsIn: 'V4 · Lantern', state: 'fitted', stateWords: 'Fitted' })]).text()).toContain('V4 · Lantern')
    expect(table([tube('T001')]).text()).toContain('pulled, good')
  })
  it('ticks and unticks, and lets one be chosen', async () => {
    const page = table([tube('T001'), tube('T002')], 'T002', ['T001'])
    const boxes = page.findAll('input')
    await boxes[1]?.trigger('change')
    await boxes[0]?.trigger('change')
    expect(page.emitted('update:ticked')?.map(([labels]) => labels)).toEqual([['T001', 'T002'], ['T002']])
    await page.findAll('th button')[0]?.trigger('click')
    expect(page.emitted('choose')).toEqual([['T001']])
    expect(page.findAll('tbody tr').map((r) => r.attributes('aria-current'))).toEqual(['false', 'true'])
  })
})
