import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HEAVY } from './heavy'
import { Reader } from './reader'
import { fuzz, fuzzDoors, fuzzGrammar } from './run'

describe('spoilt files', () => {
  it('of every kind are taken in or refused with a sentence', { timeout: 120_000 }, async () => {
    const outcome = await fuzz(240, 7, 20_000)
    expect(outcome.faults).toEqual([])
    // Both ends are reached: some mend themselves, some cannot be read.
    expect(outcome.taken).toBeGreaterThan(20)
    expect(outcome.refused).toBeGreaterThan(20)
  })
})

describe('spoilt patterns, foldings, fonts, archives and art', () => {
  it('are taken in or refused with a sentence', { timeout: 120_000 }, async () => {
    const outcome = await fuzzDoors(130, 9, 60_000)
    expect(outcome.faults).toEqual([])
    expect(outcome.taken).toBeGreaterThan(3)
    expect(outcome.refused).toBeGreaterThan(20)
  })
})

describe('files that keep the grammar of their format', () => {
  it('are taken in or refused with a sentence, whatever they say in it', async () => {
    const outcome = await fuzzGrammar(1500, 11, 60_000)
    expect(outcome.faults).toEqual([])
    expect(outcome.taken).toBeGreaterThan(200)
    expect(outcome.refused).toBeGreaterThan(200)
  })
})

describe('heavy drawings', () => {
  let reader: Reader
  beforeAll(async () => {
    reader = await Reader.start(170_000)
  })
  afterAll(() => reader.end())

  it.each(HEAVY)('$name: taken in, or refused with what is too much', async ({ make }) => {
    const { outcome, words } = await reader.read('heavy.svg', new TextEncoder().encode(make()))
    expect(outcome === 'taken' || /more than [\d,]+ times|20 m away/.test(words), words).toBe(true)
  })
})
