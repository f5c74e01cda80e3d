import { describe, expect, it } from 'vitest'
import { fuzz } from './run'

describe('spoilt files', () => {
  it('of every kind are taken in or refused with a sentence', { timeout: 120_000 }, async () => {
    const outcome = await fuzz(240, 7, 20_000)
    expect(outcome.faults).toEqual([])
    // Both ends are reached: some mend themselves, some cannot be read.
    expect(outcome.taken).toBeGreaterThan(20)
    expect(outcome.refused).toBeGreaterThan(20)
  })
})
