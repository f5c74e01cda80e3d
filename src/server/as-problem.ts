import { ForeignKeyConstraintError, TimeoutError, UniqueConstraintError } from 'sequelize'
import { ZodError } from 'zod'
import { UnknownVersion } from '../core/document/migrations'
import { IntakeRefusal } from '../core/intake/refusal'
import { say } from '../core/words'
import { TaskStopped } from '../tasks/errors'
import { databaseProblem } from './database/problems'
import { Problem } from './problem'

/** Any error as a problem; one that nobody foresaw becomes a plain 500 without its inner text. */
export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  if (error instanceof IntakeRefusal) return new Problem(422, error.message)
  if (error instanceof TaskStopped) return new Problem(422, error.message)
  if (error instanceof ZodError) {
    const issue = error.issues[0]
    const where = issue?.path.join('.') || say`the request`
    return new Problem(400, say`“${where}” cannot be taken: ${issue?.message ?? say`it does not fit`}.`)
  }
  if (error instanceof UniqueConstraintError || error instanceof ForeignKeyConstraintError)
    return new Problem(
      409,
      say`Something else changed this at the same moment. Reload the page and try again.`,
    )
  if (error instanceof UnknownVersion) return new Problem(409, error.message)
  const known = databaseProblem(error instanceof TimeoutError ? { code: 'SQLITE_BUSY' } : error)
  return (
    known ?? new Problem(500, say`Something went wrong on the server, and nothing was changed. Try again.`)
  )
}
