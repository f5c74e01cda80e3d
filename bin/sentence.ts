import { IntakeRefusal } from '../src/core/intake/refusal'
import { UsageError } from './options'

/** What went wrong, in a sentence. */
export function sentence(error: unknown): string {
  if (error instanceof IntakeRefusal || error instanceof UsageError) return error.message
  const code = (error as NodeJS.ErrnoException).code
  if (code === 'ENOENT') return 'there is no such file.'
  if (code === 'EISDIR') return 'this is a folder, not a file.'
  if (code === 'EACCES') return 'this file may not be read or written.'
  return error instanceof Error ? error.message : String(error)
}
