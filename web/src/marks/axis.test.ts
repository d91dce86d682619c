import { expect, it } from 'vitest'
import { ticks, tickStep } from './axis'

it('steps by ones, twos and fives of any decade', () => {
  expect([tickStep(100, 5), tickStep(101, 5), tickStep(0.19, 5), tickStep(7, 7), tickStep(1, 1)]).toEqual([20, 50, 0.05, 1, 1])
})

it('marks round values between the ends, both ends when they are round', () => {
  expect(ticks(0, 100, 5)).toEqual([0, 20, 40, 60, 80, 100])
  expect(ticks(230, 560, 7)).toEqual([250, 300, 350, 400, 450, 500, 550])
  expect(ticks(0, 0.15, 5)).toEqual([0, 0.05, 0.1, 0.15])
  expect(ticks(5, 5, 4)).toEqual([5])
})
