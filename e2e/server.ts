import { type ChildProcess, execFileSync, spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A server of its own for tests that end it; each start uses the same database. */
export class TestServer {
  readonly url: string
  private readonly database = join(mkdtempSync(join(tmpdir(), 'velvet-')), 'test.db')
  private child: ChildProcess | null = null

  constructor(
    private readonly port: number,
    private readonly env: Record<string, string> = {},
  ) {
    this.url = `http://127.0.0.1:${port}`
  }

  /** Fills its database with what the demo has. */
  seed(): void {
    const env = { ...process.env, VELVET_DB: this.database }
    for (const script of ['scripts/migrate.ts', 'demo/seed.ts'])
      execFileSync('node_modules/.bin/tsx', [script], { env, stdio: 'ignore' })
  }

  async start(): Promise<void> {
    this.child = spawn(
      'node_modules/.bin/next',
      ['start', '--hostname', '127.0.0.1', '--port', String(this.port)],
      {
        env: { ...process.env, VELVET_DB: this.database, NEXT_TELEMETRY_DISABLED: '1', ...this.env },
        stdio: 'ignore',
        // A group of its own, so that all of it can be killed at once.
        detached: true,
      },
    )
    for (let tries = 0; tries < 120; tries += 1) {
      const answer = await fetch(`${this.url}/api/projects`).catch(() => null)
      if (answer?.ok) return
      await new Promise((resolve) => setTimeout(resolve, 250))
    }
    throw new Error('the server did not start')
  }

  /** As by `kill -9`: no chance to finish anything. */
  async kill(): Promise<void> {
    const { child } = this
    this.child = null
    if (!child?.pid) return
    const ended = new Promise((resolve) => child.once('exit', resolve))
    process.kill(-child.pid, 'SIGKILL')
    await ended
  }
}
