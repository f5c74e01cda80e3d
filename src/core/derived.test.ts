import { describe, expect, it } from 'vitest'
import { derived } from './derived'

describe('what is derived', () => {
  it('is made once for the same objects, and anew when one of them is another', () => {
    let made = 0
    const sum = derived((a: { n: number }, b: { n: number }, more: number) => {
      made += 1
      return a.n + b.n + more
    })
    const [a, b] = [{ n: 1 }, { n: 2 }]
    expect([sum(a, b, 3), sum(a, b, 3), made]).toEqual([6, 6, 1])
    expect([sum(a, { n: 2 }, 3), sum(a, b, 4), made]).toEqual([6, 7, 3])
    const other = { n: 1 }
    expect([sum(other, b, 4), sum(a, b, 4), made]).toEqual([7, 7, 4])
  })
})
