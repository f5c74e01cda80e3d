import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** The path of a database of its own. */
export const freshDatabase = (): string => join(mkdtempSync(join(tmpdir(), 'velvet-')), 'measure.db')

/** Starts the application as it was built, and waits until it answers. */
export async function startServer(
  port: number,
  database = freshDatabase(),
): Promise<{ base: string; end: () => void }> {
  const base = `http://127.0.0.1:${port}`
  const server = spawn(
    'node_modules/.bin/next',
    ['start', '--hostname', '127.0.0.1', '--port', String(port)],
    {
      env: { ...process.env, VELVET_DB: database, NEXT_TELEMETRY_DISABLED: '1' },
      stdio: 'ignore',
      detached: true,
    },
  )
  const end = () => void (server.pid && process.kill(-server.pid, 'SIGKILL'))
  for (let i = 0; i < 120; i += 1) {
    if ((await fetch(`${base}/api/projects`).catch(() => null))?.ok) return { base, end }
    await new Promise((resolve) => setTimeout(resolve, 250))
  }
  end()
  throw new Error('measure: the server did not start; run npm run build first')
}
