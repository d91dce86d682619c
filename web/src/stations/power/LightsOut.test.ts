// @vitest-environment happy-dom
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import LightsOut from './LightsOut.vue'

const write = vi.fn((): Promise<void> => Promise.resolve())
vi.mock('../../frame/bench', () => ({ useBench: () => ({ write }) }))
vi.mock('../../frame/time', () => ({ timeFactor: ref(1) }))
vi.mock('../../live/speech', () => ({ speak: vi.fn() }))

const dark = (open: boolean): VueWrapper => mount(LightsOut, { props: { open, positions: ['V4', 'V5'] }, attachTo: document.body })
const press = async (key: string, at: EventTarget = window): Promise<KeyboardEvent> => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true })
  at.dispatchEvent(event)
  await flushPromises()
  return event
}
const asked = (): string => document.querySelector('.dark .ask')?.textContent ?? ''

beforeEach(() => { write.mockClear(); document.body.innerHTML = '' })

it('hears its keys wherever the focus is, and types them nowhere else', async () => {
  const page = dark(true)
  const field = document.createElement('input')
  document.body.append(field)
  field.focus()
  expect(asked()).toContain('Look at the plates')
  await press('3', field) // red is seen at once
  expect(asked()).toBe('V4')
  expect((await press('2', field)).defaultPrevented).toBe(true)
  expect(write).toHaveBeenCalledWith('trial', { test: 'lights-out', part: 'V4', text: 'faint-blue' })
  expect(asked()).toBe('V5')
  page.unmount()
})

it('takes no answer that only half a minute can give, and none with the lights on', async () => {
  const page = dark(true)
  await press('2')
  expect(asked()).toContain('Look at the plates')
  page.unmount()
  const lit = dark(false)
  expect((await press('2')).defaultPrevented).toBe(false)
  expect(write).not.toHaveBeenCalled()
  lit.unmount()
})
