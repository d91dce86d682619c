// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import WayPicture from './WayPicture.vue'

const picture = (method: string) => mount(WayPicture, { props: { method, words: 'the drop across its half of the primary' } })
const clipped = (method: string): string => picture(method).findAll('.end').map((e) => `${e.attributes('cx') ?? ''},${e.attributes('cy') ?? ''}`).join(' ')

it('clips a voltmeter beside what it reads, and breaks the lead for an ammeter that stands in it', () => {
  expect(picture('half-drop').get('.kind').text()).toBe('V')
  expect(picture('half-drop').find('.gap').exists()).toBe(false)
  for (const inTheLead of ['cathode-ammeter', 'plate-ammeter', 'centre-tap']) {
    expect([inTheLead, picture(inTheLead).get('.kind').text(), picture(inTheLead).find('.gap').exists()]).toEqual([inTheLead, 'A', true])
  }
})

it('puts a milliammeter across the winding where the drop is read, which is no lead to break', () => {
  expect(clipped('half-shunt')).toBe(clipped('half-drop'))
  expect(picture('half-shunt').get('.kind').text()).toBe('A')
  expect(picture('half-shunt').find('.gap').exists()).toBe(false)
})

it('shows the sister on what carries them all, and no meter for a way that it does not know', () => {
  expect(picture('shared-cathode').text()).toContain('its sister')
  expect(picture('own-cathode').text()).not.toContain('its sister')
  expect(picture('by-ear').find('.meter').exists()).toBe(false)
  expect(picture('half-drop').attributes('aria-label')).toBe('Wiring: the drop across its half of the primary')
})
