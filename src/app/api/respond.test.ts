import { describe, expect, it } from 'vitest'
import * as z from 'zod'
import { body, downloadBytes, fileName, route } from './respond'

const ask = (path: string, init: RequestInit & { headers?: Record<string, string> } = {}) =>
  new Request(`http://127.0.0.1:4810/api/${path}`, {
    ...init,
    headers: { host: '127.0.0.1:4810', ...init.headers },
  })
const under = <P>(params: P) => ({ params: Promise.resolve(params) })

describe('a route', () => {
  const echo = route<{ project: string }>(async (_request, { project }) => ({ project }))

  it.each(['\u0000', 'a\nb', '../x', 'a b', '', 'x'.repeat(65), 'ä'])(
    'knows nothing under %j',
    async (project) => {
      const answer = await echo(ask('projects/x'), under({ project }))
      expect(answer.status).toBe(404)
      expect(await answer.json()).toEqual({ message: 'There is nothing under this address.' })
    },
  )

  it('answers under a name, and forbids whoever shows the answer to run anything of it', async () => {
    const answer = await echo(ask('projects/p-1'), under({ project: 'p-1' }))
    expect(await answer.json()).toEqual({ project: 'p-1' })
    expect(answer.headers.get('content-security-policy')).toContain("default-src 'none'")
  })

  it('tells people what is meant for them, and nobody what is not', async () => {
    const broken = route(async () => {
      throw new Error('/root/secret.db is locked')
    })
    const answer = await broken(ask('projects'), under({}))
    expect(answer.status).toBe(500)
    expect(JSON.stringify(await answer.json())).not.toContain('secret')
  })
})

describe('a body', () => {
  const read = route(async (request) => body(request, z.object({ name: z.string() })))
  const post = async (type: string | null, text: string) =>
    (
      await read(
        ask('projects', { method: 'POST', body: text, headers: type ? { 'content-type': type } : {} }),
        under({}),
      )
    ).status

  it('is JSON that says so: what a form of another page can send is not taken', async () => {
    expect(await post('application/json', '{"name":"a"}')).toBe(200)
    expect(await post('application/json; charset=utf-8', '{"name":"a"}')).toBe(200)
    for (const type of [
      'text/plain',
      'application/x-www-form-urlencoded',
      'text/plain; application/json',
      null,
    ])
      expect(await post(type, '{"name":"a"}')).toBe(415)
    expect(await post('application/json', 'name')).toBe(400)
    // Refused for their number before they are made: as a text they are but too long a name.
    expect(await post('application/json', `{"name":[${'0,'.repeat(4_000_000)}0]}`)).toBe(413)
    expect(await post('application/json', `{"name":"${'0,'.repeat(4_000_000)}"}`)).toBe(200)
  })
})

describe('names of files', () => {
  it.each([
    ['Tea caddy.svg', 'Tea caddy.svg'],
    ['a\u0000b\r\n.svg', 'a b .svg'],
    ['Teedose für 茶.svg', 'Teedose für 茶.svg'],
  ])('%j comes in as %j', (given, taken) => expect(fileName.parse(given)).toBe(taken))

  it('are refused where nothing is left of them', () => {
    expect(fileName.safeParse('\u0000').success).toBe(false)
    expect(fileName.safeParse('x'.repeat(201)).success).toBe(false)
  })

  // RFC 6266, section 4.3 and 5; RFC 8187: percent-encoded UTF-8, and a plain name beside it.
  it.each([
    ['Tea.svg', 'Tea.svg', 'Tea.svg'],
    ['Teedose für 茶.svg', 'Teedose f_r _.svg', 'Teedose für 茶.svg'],
    ['a"b\r\nx: y.svg', 'a_b__x_ y.svg', 'a"b__x: y.svg'],
    ["it's (1)*.svg", 'it_s _1__.svg', "it's (1)*.svg"],
  ])('%j goes out with its letters', (given, plain, whole) => {
    const told = downloadBytes(new Uint8Array(), given, 'image/svg+xml').headers.get('content-disposition')!
    const [, first, rest] = /^attachment; filename="([^"]*)"; filename\*=UTF-8''([!#$&+\-.^_`|~\w%]*)$/.exec(
      told,
    )!
    expect(first).toBe(plain)
    expect(decodeURIComponent(rest!)).toBe(whole)
  })
})
