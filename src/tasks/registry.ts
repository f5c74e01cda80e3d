import { readArt } from './read-art'
import { readFile } from './read-file'
import type { Task } from './task'
import { writePdf } from './write-pdf'

/** Every task that a server thread can run. */
export const TASKS: ReadonlyMap<string, Task<never, unknown>> = new Map(
  [readArt, readFile, writePdf].map((task) => [task.name, task as unknown as Task<never, unknown>]),
)
