import { ZodError } from 'zod'
import { EditMisfit } from '../core/document/edits'
import { IntakeRefusal } from '../core/intake/refusal'
import { CannotMake } from '../core/making/recipe'
import { say } from '../core/words'

/** An error as it goes from one thread to another. */
export type PlainError = {
  name: string
  message: string
  /** of what did not fit its schema: where */
  path?: (string | number)[]
}

/** A task that was stopped, by hand or at a limit. */
export class TaskStopped extends Error {
  override readonly name = 'TaskStopped'
}

/** Errors that keep their type on the way, by the names that they bear: what they say is meant for people. */
const KNOWN = new Map(Object.entries({ IntakeRefusal, EditMisfit, CannotMake, TaskStopped }))

export const plainError = (error: unknown): PlainError => {
  if (error instanceof ZodError) {
    const [issue] = error.issues
    const path = issue?.path.filter((p) => typeof p !== 'symbol') ?? []
    return { name: 'ZodError', message: issue?.message ?? say`it does not fit`, path }
  }
  return error instanceof Error
    ? { name: error.name, message: error.message }
    : { name: 'Error', message: String(error) }
}

export function revivedError({ name, message, path }: PlainError): Error {
  if (name === 'ZodError')
    return new ZodError([{ code: 'custom', path: path ?? [], message, input: undefined }])
  const Known = KNOWN.get(name)
  return Known ? new Known(message) : new Error(message)
}
