import { test as base, type Page } from '@playwright/test'
import { TestServer } from './server'

export { expect, type Locator, type Page } from '@playwright/test'

/** The first port of those that workers take, each its own. */
const PORT = Number(process.env.VELVET_E2E_PORT ?? 4820)

/** How late the server's answers come at most, ms, and by what factor the page is slower: what only goes well at pace is found so. */
const SLOW = Number(process.env.VELVET_E2E_SLOW ?? 0)
const THROTTLE = Number(process.env.VELVET_E2E_THROTTLE ?? 1)

/** Answers to addresses of a pattern come so many ms later. */
export const answersLate = (page: Page, pattern: string, ms: () => number): Promise<unknown> =>
  page.route(pattern, async (route) => {
    await new Promise((done) => setTimeout(done, ms()))
    await route.continue().catch(() => undefined)
  })

async function slowDown(page: Page): Promise<void> {
  await answersLate(page, '**/api/**', () => Math.random() * SLOW)
  const session = await page.context().newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: THROTTLE })
}

/** Tests at the application as it was built: each worker has a server and a database of its own. */
export const test = base.extend<object, { server: TestServer }>({
  server: [
    // biome-ignore lint/correctness/noEmptyPattern: what a fixture takes is read from its pattern
    async ({}, use, { parallelIndex }) => {
      const server = new TestServer(PORT + parallelIndex, { VELVET_CUTTER_PACE: '120' })
      await server.start()
      await use(server)
      await server.kill()
    },
    { scope: 'worker' },
  ],
  baseURL: ({ server }, use) => use(server.url),
  page: async ({ page }, use) => {
    if (SLOW > 0 || THROTTLE > 1) await slowDown(page)
    await use(page)
  },
})
