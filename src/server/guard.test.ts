import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import { IntakeRefusal } from '../core/intake/refusal'
import { asProblem } from './as-problem'
import { guard } from './guard'
import { isLocal } from './local-host'
import { Problem } from './problem'

const allowed = (headers: Record<string, string>, method = 'POST') => {
  try {
    guard(new Headers(headers), method)
    return true
  } catch (error) {
    expect(asProblem(error).status).toBe(403)
    return false
  }
}

describe('guard', () => {
  it.each([
    ['127.0.0.1:4810', true],
    ['localhost:4810', true],
    ['[::1]:4810', true],
    ['127.0.0.1', true],
    ['127.0.0.1.evil.example', false],
    ['evil.example:4810', false],
    ['localhost:4810@evil.example', false],
    ['', false],
  ])('host %s: %s', (host, local) => expect(isLocal(host)).toBe(local))

  it('lets no other site change anything', () => {
    const host = '127.0.0.1:4810'
    expect(allowed({ host })).toBe(true)
    expect(allowed({ host, origin: 'http://127.0.0.1:4810' })).toBe(true)
    expect(allowed({ host, origin: 'http://127.0.0.1:9999' })).toBe(false)
    expect(allowed({ host, origin: 'null' })).toBe(false)
    expect(allowed({ host, origin: 'not a url' })).toBe(false)
    expect(allowed({ host, origin: 'https://127.0.0.1:4810' })).toBe(false)
    expect(allowed({ host, 'sec-fetch-site': 'same-site' })).toBe(false)
    expect(allowed({ host, 'sec-fetch-site': 'same-origin' })).toBe(true)
    expect(allowed({ host, 'sec-fetch-site': 'cross-site' })).toBe(false)
    expect(allowed({ host, origin: 'http://evil.example' }, 'GET')).toBe(true)
    expect(allowed({ host: 'evil.example' }, 'GET')).toBe(false)
  })
})

describe('asProblem', () => {
  it('keeps sentences meant for people and hides all others', () => {
    expect(asProblem(new Problem(404, 'Gone.'))).toMatchObject({ status: 404, message: 'Gone.' })
    expect(asProblem(new IntakeRefusal('Not XML.'))).toMatchObject({ status: 422, message: 'Not XML.' })
    expect(asProblem(new Error('secret path'))).toMatchObject({
      status: 500,
      message: expect.not.stringContaining('secret'),
    })
    const invalid = z.object({ base: z.number() }).safeParse({ base: 'x' })
    expect(asProblem(invalid.error)).toMatchObject({
      status: 400,
      message: expect.stringContaining('“base”'),
    })
  })
})
