import { expect, it } from 'vitest'
import { clock, duration } from './clock'

it('rounds before it parts minutes from seconds', () => {
  expect([0, 59.6, 125].map(clock)).toEqual(['0:00', '1:00', '2:05'])
  expect([0, 59.4, 119.6, 3600].map(duration)).toEqual(['0 s', '59 s', '2 min 0 s', '60 min 0 s'])
})
