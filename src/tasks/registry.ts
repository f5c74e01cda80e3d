import { checkSheet } from './check-sheet'
import { measureCut } from './measure-cut'
import { packArchive, unpackArchive } from './pack-archive'
import { planSheet } from './plan-sheet'
import { prepareJob } from './prepare-job'
import { readArt } from './read-art'
import { readEdit } from './read-edit'
import { readFile } from './read-file'
import { readFontFile } from './read-font'
import type { Task } from './task'
import { writeBooklet } from './write-booklet'
import { writeFile } from './write-file'

/** Every task that a server thread can run. */
export const TASKS: ReadonlyMap<string, Task<never, unknown>> = new Map(
  [
    readArt,
    readEdit,
    readFile,
    readFontFile,
    planSheet,
    checkSheet,
    prepareJob,
    measureCut,
    writeFile,
    writeBooklet,
    packArchive,
    unpackArchive,
  ].map((task) => [task.name, task as unknown as Task<never, unknown>]),
)
