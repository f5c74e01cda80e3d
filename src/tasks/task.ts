import type { z } from 'zod'

/** Tells how far a task is: a share from 0 to 1 and what it does now, in words. */
export type Report = (share: number, doing: string) => void

/** A heavy computation by name; the same in a browser worker and a server thread. */
export type Task<Input, Output> = {
  name: string
  input: z.ZodType<Input>
  /** ms after which it is stopped */
  timeLimit: number
  run(input: Input, report: Report): Promise<Output>
}
