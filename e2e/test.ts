import { test as base } from '@playwright/test'
import { TestServer } from './server'

export { expect, type Locator, type Page } from '@playwright/test'

/** The first port of those that workers take, each its own. */
const PORT = Number(process.env.VELVET_E2E_PORT ?? 4820)

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
})
