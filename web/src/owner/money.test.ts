import { expect, it } from 'vitest'
import { amount, minorOf } from './money'

it('writes whole coins', () => {
  expect([amount(1250), amount(5), amount(0), amount(-305)]).toEqual(['12.50', '0.05', '0.00', '−3.05'])
})

it.each([['12', 1200], ['12.5', 1250], ['12,05', 1205], [' 0 ', 0], ['1.2345678', null], ['-1', null], ['1e3', null], ['', null], ['free', null], ['12345678', null]])('reads %s', (typed, minor) => {
  expect(minorOf(typed)).toBe(minor)
})

it('reads what it writes', () => {
  for (const minor of [0, 1, 99, 100, 101, 123456]) expect(minorOf(amount(minor))).toBe(minor)
})
