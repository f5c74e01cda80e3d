import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { TestServer } from './server'
import { expect, test } from './test'

const sachet = readFileSync(fileURLToPath(new URL('../demo/drawings/sachet.svg', import.meta.url)))

type Stored = {
  project: { lines: Record<string, { id: string; role: string }> }
  revision: number
  history: { undo: string | null }
}

test('a killed server has every acknowledged edit when it comes back', async () => {
  const server = new TestServer(4813)
  await server.start()
  try {
    const created = await fetch(`${server.url}/api/projects?file=sachet.svg`, {
      method: 'POST',
      body: sachet,
    })
    const { id } = (await created.json()) as { id: string }
    const load = async () => (await (await fetch(`${server.url}/api/projects/${id}`)).json()) as Stored
    const { project } = await load()
    const line = Object.values(project.lines).find((l) => l.role === 'score')!.id
    const acknowledged: string[] = []
    let base = 0
    for (let round = 0; round < 3; round += 1) {
      // Edits run one after the other; after a dozen the server is killed in the midst of those that follow.
      let kill: Promise<void> | null = null
      for (let made = 1; ; made += 1) {
        const role = ['perforate', 'pen', 'score'][base % 3]!
        const set = (value: string) => [{ op: 'lines', groups: [{ ids: [line], set: { role: value } }] }]
        const answer = await fetch(`${server.url}/api/projects/${id}/edits`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ base, label: `Edit ${base}`, changes: set(role) }),
        }).catch(() => null)
        // An answer that breaks off is no acknowledgement.
        const accepted = answer?.ok
          ? ((await answer.json().catch(() => null)) as { revision: number } | null)
          : null
        if (!accepted) break
        base = accepted.revision
        acknowledged.push(role)
        if (made === 12) kill = server.kill()
      }
      await kill
      await server.start()
      const after = await load()
      // One more edit may have been written whose answer the kill cut off; none may be missing.
      expect(after.revision).toBeGreaterThanOrEqual(base)
      expect(after.revision).toBeLessThanOrEqual(base + 1)
      if (after.revision === base) expect(after.project.lines[line]!.role).toBe(acknowledged.at(-1))
      expect(after.history.undo).toBe(`Edit ${after.revision - 1}`)
      base = after.revision
    }
    expect(acknowledged.length).toBeGreaterThanOrEqual(36)
  } finally {
    await server.kill()
  }
})

test('a page keeps working through a restart of the server', async ({ page }) => {
  const server = new TestServer(4814)
  await server.start()
  try {
    const created = await fetch(`${server.url}/api/projects?file=sachet.svg`, {
      method: 'POST',
      body: sachet,
    })
    const { id } = (await created.json()) as { id: string }
    await page.goto(`${server.url}/projects/${id}/lines`)
    const folds = page.getByTestId('family').filter({ hasText: 'dashed' })
    await expect(folds).toBeVisible()
    await server.kill()
    await folds.getByRole('button', { name: 'Perforate' }).click()
    await expect(page.getByTestId('saved')).toHaveText('Not saved yet')
    await expect(page.getByTestId('notice')).toContainText('The server does not answer')
    await server.start()
    await expect(page.getByTestId('saved')).toHaveText('Saved')
    await page.reload()
    await expect(page.getByRole('button', { name: /^Undo: Perforate 4 lines/ })).toBeEnabled()
  } finally {
    await server.kill()
  }
})

test('a step that was made just before its project is left is kept', async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles({
    name: 'sachet.svg',
    mimeType: 'image/svg+xml',
    buffer: sachet,
  })
  const folds = page.getByTestId('family').filter({ hasText: 'dashed' })
  await folds.getByRole('button', { name: 'Perforate' }).click()
  await page.getByRole('link', { name: 'Projects' }).click()
  await page.getByTestId('project').first().getByRole('link').first().click()
  await expect(page.getByRole('button', { name: /^Undo: Perforate 4 lines/ })).toBeEnabled()
})

test('a second window follows live; another browser that fell behind has its step made on the newer state', async ({
  page,
  context,
  browser,
}) => {
  await page.goto('/')
  await page
    .getByLabel('Drawing to begin with')
    .setInputFiles({ name: 'sachet.svg', mimeType: 'image/svg+xml', buffer: sachet })
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
  const second = await context.newPage()
  const elsewhere = await (await browser.newContext()).newPage()
  const folds = (p: typeof page) => p.getByTestId('family').filter({ hasText: 'dashed' })
  for (const window of [second, elsewhere]) {
    await window.goto(page.url())
    await expect(folds(window)).toBeVisible()
  }
  const has = (p: typeof page, role: string) =>
    expect(folds(p).getByRole('button', { name: role })).toHaveAttribute('aria-pressed', 'true')
  await folds(page).getByRole('button', { name: 'Perforate' }).click()
  await expect(page.getByRole('button', { name: /^Undo: Perforate/ })).toBeVisible()
  await has(second, 'Perforate')
  await expect(second.getByRole('button', { name: /^Undo: Perforate/ })).toBeVisible()

  await folds(elsewhere).getByRole('button', { name: 'Pen' }).click()
  await expect(elsewhere.getByTestId('notice')).toContainText('was made on its newer state')
  await has(elsewhere, 'Pen')
  await elsewhere.getByRole('button', { name: /^Undo: Pen/ }).click()
  await has(elsewhere, 'Perforate')
})

test('requests from elsewhere, and such as do not fit, are refused', async ({ request, baseURL }) => {
  const projects = `${baseURL}/api/projects`
  expect((await request.get(projects, { headers: { host: 'evil.example' } })).status()).toBe(403)
  const foreign = await request.post(`${projects}?file=a.svg`, {
    headers: { origin: 'http://evil.example' },
    data: sachet,
  })
  expect(foreign.status()).toBe(403)
  expect((await foreign.json()).message).toContain('Another site')
  const bad = await request.post(`${projects}?file=a.svg`, { data: Buffer.from('nothing') })
  expect(bad.status()).toBe(422)
  expect((await request.get(`${projects}/none`)).status()).toBe(404)
  const json = { 'content-type': 'application/json' }
  expect((await request.post(`${projects}/none/edits`, { data: '{', headers: json })).status()).toBe(400)
  expect((await request.post(`${projects}`, { data: sachet })).status()).toBe(400)
  const large = await request.post(`${projects}?file=a.svg`, { data: Buffer.alloc(33 * 1024 * 1024, 32) })
  expect(large.status()).toBe(413)
  const page = await request.get(baseURL!)
  const policy = page.headers()['content-security-policy']
  expect(policy).toContain("object-src 'none'")
  expect(policy).not.toMatch(/script-src[^;]*unsafe-inline/)
})

test('a file that takes too long is stopped with a sentence, nothing is kept, and the server is up', async () => {
  const server = new TestServer(4816, { VELVET_IMPORT_SECONDS: '0.2' })
  await server.start()
  try {
    const many = Array.from(
      { length: 9000 },
      (_, i) => `<path d="M${i} 0L${i} ${i % 97}L${i + 5} 9Z" stroke="#000"/>`,
    )
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="900mm" height="90mm">${many.join('')}</svg>`
    const answer = await fetch(`${server.url}/api/projects?file=slow.svg`, { method: 'POST', body: svg })
    expect(answer.status).toBe(422)
    expect(((await answer.json()) as { message: string }).message).toContain('took longer than')
    const { projects } = (await (await fetch(`${server.url}/api/projects`)).json()) as { projects: unknown[] }
    expect(projects).toEqual([])
  } finally {
    await server.kill()
  }
})
