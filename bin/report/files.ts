import { statSync } from 'node:fs'
import { basename, join } from 'node:path'
import { glob } from 'tinyglobby'
import { ENDINGS } from '../../src/core/intake/endings'
import { UsageError } from '../options'

/** No more files are looked at in one run. */
const MOST = 20_000
const DRAWINGS = `**/*.{${ENDINGS.join(',')}}`

/**
 * The files that are meant by paths, folders (with all drawings in them, however deep) and patterns with `*`; each
 * once, in their order.
 * @throws UsageError where one means none
 */
export async function filesMeant(given: readonly string[]): Promise<{ path: string; name: string }[]> {
  const paths: string[] = []
  for (const path of given) {
    const stats = statSync(path, { throwIfNoEntry: false })
    const found = stats?.isDirectory()
      ? (await glob(DRAWINGS, { cwd: path, caseSensitiveMatch: false })).map((f) => join(path, f))
      : stats
        ? [path]
        : await glob(path, { caseSensitiveMatch: false, absolute: path.startsWith('/') })
    if (found.length === 0)
      throw new UsageError(
        stats ? `“${path}” holds no drawings.` : `there is no file, folder or pattern “${path}”.`,
      )
    paths.push(...found.sort((a, b) => a.localeCompare(b, 'en', { numeric: true })))
  }
  const unique = [...new Set(paths)]
  if (unique.length > MOST)
    throw new UsageError(`these are ${unique.length} files; at most ${MOST} are taken at once.`)
  return unique.map((path) => ({ path, name: basename(path) }))
}
