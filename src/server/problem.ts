import { say } from '../core/words'
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
  new Problem(404, say`This ${what} is not here any more. Go back to the list and open another.`)
