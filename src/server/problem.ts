import { ForeignKeyConstraintError, TimeoutError, UniqueConstraintError } from 'sequelize'
import { ZodError } from 'zod'
import { IntakeRefusal } from '../core/intake/refusal'
import { TaskStopped } from '../tasks/errors'

/** Something that a person is told: an HTTP status, a sentence, and perhaps more for the program. */
export class Problem extends Error {
  override readonly name = 'Problem'
  constructor(
    readonly status: number,
    message: string,
    readonly more: Record<string, unknown> = {},
  ) {
    super(message)
  }
}

export const notFound = (what: string): Problem =>
  new Problem(404, `This ${what} is not here any more. Go back to the list and open another.`)

/** Any error as a problem; one that nobody foresaw becomes a plain 500 without its inner text. */
export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  if (error instanceof IntakeRefusal) return new Problem(422, error.message)
  if (error instanceof TaskStopped) return new Problem(422, error.message)
  if (error instanceof ZodError) {
    const issue = error.issues[0]
    const where = issue?.path.join('.') || 'the request'
    return new Problem(400, `“${where}” cannot be taken: ${issue?.message ?? 'it does not fit'}.`)
  }
  if (error instanceof UniqueConstraintError || error instanceof ForeignKeyConstraintError)
    return new Problem(409, 'Something else changed this at the same moment. Reload the page and try again.')
  const code = databaseCode(error)
  if (code === 'SQLITE_BUSY' || code === 'SQLITE_LOCKED' || error instanceof TimeoutError)
    return new Problem(
      503,
      'The database is locked by another program. Close that program; nothing was changed, try again.',
    )
  if (code === 'SQLITE_FULL' || code === 'SQLITE_IOERR')
    return new Problem(507, 'The disk is full, so nothing was saved. Free some space and try again.')
  if (code === 'SQLITE_READONLY' || code === 'SQLITE_CANTOPEN')
    return new Problem(503, 'The database cannot be written. Check the permissions of the folder “data”.')
  return new Problem(500, 'Something went wrong on the server, and nothing was changed. Try again.')
}

function databaseCode(error: unknown): string | undefined {
  const inner = error as { code?: string; original?: { code?: string }; parent?: { code?: string } }
  return inner?.original?.code ?? inner?.parent?.code ?? inner?.code
}
