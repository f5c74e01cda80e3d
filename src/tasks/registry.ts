import { planSheet } from './plan-sheet'
import { readArt } from './read-art'
import { readEdit } from './read-edit'
import { readFile } from './read-file'
import type { Task } from './task'
import { writeFile } from './write-file'

/** Every task that a server thread can run. */
export const TASKS: ReadonlyMap<string, Task<never, unknown>> = new Map(
  [readArt, readEdit, readFile, planSheet, writeFile].map((task) => [
    task.name,
    task as unknown as Task<never, unknown>,
  ]),
)
