import { EventEmitter } from 'node:events'
import { nanoid } from 'nanoid'
import type { ImportProgress } from '../../contract/imports'
import type { Changed } from '../../contract/projects'
import type { Project } from '../../core/document/project'
import { PLAIN_READING, type Reading } from '../../core/document/sources'
import { LIMITS } from '../../core/intake/refusal'
import { say } from '../../core/words'
import { type ReadFileOutput, readFile } from '../../tasks/read-file'
import { runInThread } from '../../tasks/run-in-thread'
import { notFound, Problem } from '../problem'
import { fontsInUse } from '../projects/fonts'
import { createProject, editProject, loadProject, loadSource } from '../projects/store'

const holder = globalThis as { velvetImports?: EventEmitter; velvetImporting?: number }
const events = () => {
  holder.velvetImports ??= new EventEmitter().setMaxListeners(0)
  return holder.velvetImports
}

/** Each import takes a thread; more at once would only slow each other down. */
const AT_ONCE = 4

/** How a person wants it read and laid. */
type Wish = {
  reading?: Reading
  lay?: 'beside' | 'centred'
  replaces?: string | null
  fonts?: Record<string, Uint8Array>
}
type Following = { id: string | null; signal?: AbortSignal }

async function read(
  bytes: Uint8Array,
  fileName: string,
  sourceId: string,
  project: Project | null,
  { reading = PLAIN_READING, lay = 'beside', replaces = null, fonts = {} }: Wish,
  { id, signal }: Following,
): Promise<ReadFileOutput> {
  const running = holder.velvetImporting ?? 0
  if (running >= AT_ONCE)
    throw new Problem(503, say`Several files are being read already. Wait for one of them, then try again.`)
  holder.velvetImporting = running + 1
  try {
    return await runInThread(
      readFile,
      { bytes, fileName, sourceId, reading, project, fonts, lay, replaces },
      {
        ...(signal ? { signal } : {}),
        timeLimit: Number(process.env.VELVET_IMPORT_SECONDS ?? readFile.timeLimit / 1000) * 1000,
        report: (share, doing) => {
          if (id) events().emit(id, { share, doing } satisfies ImportProgress)
        },
      },
    )
  } finally {
    holder.velvetImporting = (holder.velvetImporting ?? 1) - 1
  }
}

/** Reads a file into a new project. Nothing is kept unless all of it succeeds. */
export async function importAsProject(
  bytes: Uint8Array,
  fileName: string,
  following: Following,
): Promise<string> {
  checkSize(bytes, fileName)
  const sourceId = nanoid(10)
  const { project } = await read(bytes, fileName, sourceId, null, {}, following)
  return createProject(project!, [{ id: sourceId, name: fileName, bytes }])
}

/**
 * Reads a further file into a project, as an edit.
 * @param replaces the source that it takes the place of; null for none
 * @throws Problem 404 where that source is not there
 */
export async function importIntoProject(
  projectId: string,
  base: number,
  bytes: Uint8Array,
  fileName: string,
  { lay = 'beside', replaces = null }: Omit<Wish, 'reading'>,
  following: Following,
): Promise<Changed> {
  checkSize(bytes, fileName)
  const { project } = await loadProject(projectId)
  if (replaces !== null && project.sources[replaces]?.kind !== 'file') throw notFound(say`source`)
  const sourceId = nanoid(10)
  const fonts = await fontsInUse(projectId, project)
  const { edit } = await read(bytes, fileName, sourceId, project, { lay, replaces, fonts }, following)
  return editProject(projectId, base, edit!, [{ id: sourceId, name: fileName, bytes }])
}

/** Reads a source of a project again in another way (scale, page, tracing), as an edit. */
export async function rereadSource(
  projectId: string,
  sourceId: string,
  base: number,
  reading: Reading,
  following: Following,
): Promise<Changed> {
  const { project } = await loadProject(projectId)
  const { name, bytes } = await loadSource(projectId, sourceId)
  const fonts = await fontsInUse(projectId, project)
  const { edit } = await read(bytes, name, sourceId, project, { reading, fonts }, following)
  return editProject(projectId, base, edit!)
}

function checkSize(bytes: Uint8Array, fileName: string): void {
  if (bytes.length > LIMITS.bytes)
    throw new Problem(
      413,
      say`${fileName} is larger than ${LIMITS.bytes / 1048576} MB. Remove pictures from it, or split it.`,
    )
}

/** Calls `listener` with each progress of an import; the answer ends it. */
export function followImport(id: string, listener: (progress: ImportProgress) => void): () => void {
  events().on(id, listener)
  return () => events().off(id, listener)
}
