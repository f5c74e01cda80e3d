import { readFileSync } from 'node:fs'
import { drawing } from './steps'
import { expect, test } from './test'

test('every answer keeps others out: pages, pictures, files, refusals and what is not there', async ({
  request,
  baseURL,
}) => {
  const svg = readFileSync(drawing('sachet.svg'))
  const made = await request.post('/api/projects?file=T%C3%A9e%20%E8%8C%B6.svg', { data: svg })
  const { id } = await made.json()
  for (const path of [
    '/',
    `/projects/${id}/lines`,
    '/nowhere',
    '/api/nowhere',
    '/favicon.ico',
    '/api/projects',
    `/api/projects/${id}/thumbnail`,
    '/api/projects/none',
    '/api/projects/%00',
  ]) {
    const answer = await request.get(path)
    const headers = answer.headers()
    expect(headers['x-content-type-options'], path).toBe('nosniff')
    expect(headers['cross-origin-resource-policy'], path).toBe('same-origin')
    expect(headers['cross-origin-opener-policy'], path).toBe('same-origin')
    expect(answer.status(), path).toBeLessThan(500)
  }
  const { projects } = await (await request.get('/api/projects')).json()
  expect(projects.find((p: { id: string }) => p.id === id).name).toBe('Tée 茶')
  const named = await request.post('/api/projects?file=a%00b.svg', { data: svg })
  expect(named.status()).toBe(200)
  for (const headers of [
    { origin: baseURL!.replace('http:', 'https:') },
    { 'sec-fetch-site': 'same-site' },
    { 'sec-fetch-site': 'cross-site' },
  ] as Record<string, string>[])
    expect((await request.patch(`/api/projects/${id}`, { data: { name: 'Taken' }, headers })).status()).toBe(
      403,
    )
  const plain = { 'content-type': 'text/plain' }
  expect(
    (await request.patch(`/api/projects/${id}`, { data: '{"name":"Taken"}', headers: plain })).status(),
  ).toBe(415)
})
