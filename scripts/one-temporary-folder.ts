import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** What tests leave in the folder for temporary files goes with the run. */
export default function setup(): () => void {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-tests-'))
  process.env.TMPDIR = folder
  return () => rmSync(folder, { recursive: true, force: true })
}
