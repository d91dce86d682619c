// @vitest-environment happy-dom
import { NSelect } from 'naive-ui'
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { computed, type ComputedRef } from 'vue'
import type { Asked, ExpectedPower, StagePower } from './useStagePower'
import DrivenStage from './DrivenStage.vue'

let answer: (asked: Asked) => StagePower | null
vi.mock('./useStagePower', () => ({ useStagePowers: (_: unknown, asked: ComputedRef<Asked[]>) => ({ told: computed(() => asked.value.map((a) => answer(a))), fault: computed(() => null), pending: computed(() => false) }) }))
vi.mock('../../access/session', () => ({ useSession: () => ({ word: (w: string) => w }) }))

const point = (watts: number, distortion: number): ExpectedPower['points'][number] => ({ driveVolts: watts, watts, distortion, supplyVolts: 430, peakPlateVolts: 790, plateAmperes: 0.07, plateWatts: 15, screenWatts: 6 })
const power = (loadOhms: number, cleanWatts: number): ExpectedPower => ({ cleanWatts, limit: 'grid', loadOhms, drawnLoadOhms: 8, primaryOhms: 6600, isSingleEnded: false, hasFeedback: true, plateLimitWatts: 30, screenLimitWatts: 5, clean: point(cleanWatts, 0.05), points: [point(0, 0), point(cleanWatts, 0.05)], paths: [], curves: [], reasons: [{ code: 'power-clean-grid', verdict: 'within', sentence: `Clean up to ${String(cleanWatts)} W.` }] })
const told = (asked: Asked): StagePower => ({ stage: 'T2', type: '6L6GC', others: ['5881', 'EL34'], power: power(asked.loadOhms ?? 8, asked.type === 'EL34' ? 50 : (asked.loadOhms ?? 8) === 8 ? 36 : 22) })
const page = (): VueWrapper => mount(DrivenStage, { props: { stage: 'T2' }, global: { stubs: { PlateField: true, PowerCurve: true } } })
const rows = (w: VueWrapper): string[] => w.findAll('tbody tr').map((r) => r.text().replace(/\s+/g, ' '))

beforeEach(() => { answer = told })

it('says the clean power into the load on it, and into half and twice of it', () => {
  const w = page()
  expect(w.get('.big').text()).toBe('36.0 W')
  expect(rows(w)).toEqual(['4.00 Ω22.0 W50 %120 %', '8.00 Ω36.0 W50 %120 %', '16.0 Ω22.0 W50 %120 %'])
  expect(w.text()).toContain('Clean up to 36 W.')
})

it('takes a typed load, and says what a load may be', async () => {
  const w = page()
  await w.get('#power-load').setValue('16')
  await w.get('#power-load').trigger('keydown', { key: 'Enter' })
  expect(w.get('.big').text()).toBe('22.0 W')
  await w.get('#power-load').setValue('0.4')
  await w.get('#power-load').trigger('keydown', { key: 'Enter' })
  expect(w.text()).toContain('A load of 0.5 to 1000 Ω belongs here.')
  expect(w.get('.big').text()).toBe('22.0 W')
  await w.get('#power-load').setValue('')
  await w.get('#power-load').trigger('keydown', { key: 'Enter' })
  expect(w.get('.big').text()).toBe('36.0 W')
})

it('asks for other tubes in the same sockets, and says that their bias is left as it is', async () => {
  const w = page()
  w.getComponent(NSelect).vm.$emit('update:value', 'EL34')
  await flushPromises()
  expect(w.get('.big').text()).toBe('50.0 W')
  expect(w.text()).toContain('where EL34 would idle')
})

it('does not take a load without an answer for one that nobody may foretell', async () => {
  answer = (asked) => ({ ...told(asked), power: asked.loadOhms === null || asked.loadOhms < 100 ? told(asked).power : null })
  const w = page()
  await w.get('#power-load').setValue('500')
  await w.get('#power-load').trigger('keydown', { key: 'Enter' })
  expect(w.text()).toContain('the circuit comes to no rest')
  expect(rows(w)[1]).toBe('500 Ω–––')
})

it('says what is missing where no circuit tells', () => {
  answer = () => ({ stage: 'T2', type: '6L6GC', others: [], power: null })
  expect(page().text()).toContain('follows from its circuit, with a tube in on each side')
})
