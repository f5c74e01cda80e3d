import { readFile } from './read-file'
import type { Task } from './task'

/** Every task that a server thread can run. */
export const TASKS: ReadonlyMap<string, Task<never, unknown>> = new Map(
  [readFile].map((task) => [task.name, task as unknown as Task<never, unknown>]),
)
