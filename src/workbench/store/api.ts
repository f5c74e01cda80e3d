import * as z from 'zod'
import { atCutterSchema, type JobCommand, type JobPart, type JobStatus, jobViewSchema } from '@/contract/jobs'
import {
  acceptedSchema,
  backupsSchema,
  changedSchema,
  historyPageSchema,
  type ListQuery,
  listSchema,
  openedSchema,
  refusalSchema,
} from '@/contract/projects'
import type { SideOfPaper } from '@/core/document/art'
import { type CutterFields, cutterSchema } from '@/core/document/cutter'
import type { Edit } from '@/core/document/edits'
import { type PaperFields, paperSchema } from '@/core/document/paper'
import type { Lay, Reading } from '@/core/document/sources'
import { say } from '@/core/words'

/** What is said while nothing comes back. */
export const NO_ANSWER = say`The server does not answer. Check that it runs; this page tries again by itself.`

/** What the server answered instead of what was asked for; status 0 where it did not answer at all. */
export class ApiError extends Error {
  override readonly name = 'ApiError'
  constructor(
    readonly status: number,
    message: string,
    /** where another window was faster: whether what was sent is kept all the same */
    readonly stale: { kept: boolean } | null = null,
  ) {
    super(message)
  }
}

/** Asks the server; what it answers is looked at like anything that comes from outside. @throws ApiError */
async function call<T>(
  method: string,
  path: string,
  answers: z.ZodType<T>,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  let response: Response
  const raw = body instanceof Blob
  try {
    response = await fetch(`/api/${path}`, {
      method,
      ...(body === undefined ? {} : { body: raw ? body : JSON.stringify(body) }),
      ...(raw || body === undefined ? {} : { headers: { 'content-type': 'application/json' } }),
      ...(signal ? { signal } : {}),
    })
  } catch (error) {
    if (signal?.aborted) throw error
    throw new ApiError(0, NO_ANSWER)
  }
  const answer: unknown = await response.json().catch(() => ({}))
  if (!response.ok) throw refusalOf(response.status, answer)
  const checked = answers.safeParse(answer)
  if (checked.success) return checked.data
  throw new ApiError(
    502,
    say`The server answers in a way that this page does not know. Reload the page; it may be older than the server.`,
  )
}

function refusalOf(status: number, answer: unknown): ApiError {
  const { data: told } = refusalSchema.safeParse(answer)
  return new ApiError(
    status,
    told?.message ?? say`The server answered ${status}.`,
    told?.revision === undefined ? null : { kept: told.kept ?? false },
  )
}

/** A file that the server makes, and its name. @throws ApiError with the reason why it cannot be made */
export async function fetchFile(address: string): Promise<{ blob: Blob; name: string }> {
  const response = await fetch(address).catch(() => {
    throw new ApiError(0, NO_ANSWER)
  })
  if (!response.ok) throw refusalOf(response.status, await response.json().catch(() => ({})))
  const [, name] = /filename\*=UTF-8''([^;]+)/.exec(response.headers.get('content-disposition') ?? '') ?? []
  return { blob: await response.blob(), name: name ? decodeURIComponent(name) : '' }
}

const nothing = z.object({})
const withId = z.object({ id: z.string() })
const withJob = z.object({ job: jobViewSchema })
const withPaper = z.object({ paper: paperSchema })
const withCutter = z.object({ cutter: cutterSchema })

const at = (...parts: string[]) => parts.map(encodeURIComponent).join('/')

export const api = {
  projects: ({ find = '', tag = '', sort = 'changed', from = 0, bin = false }: Partial<ListQuery> = {}) =>
    call(
      'GET',
      `projects?${new URLSearchParams({ find, tag, sort, from: String(from), bin: String(bin) })}`,
      listSchema,
    ),
  removeForGood: (id: string) => call('POST', at('projects', id, 'remove'), nothing),
  backups: () => call('GET', 'backups', backupsSchema),
  restoreBackup: (name: string) => call('POST', at('backups', name, 'restore'), nothing),
  rename: (id: string, name: string) => call('PATCH', at('projects', id), changedSchema, { name }),
  tag: (id: string, tags: readonly string[]) => call('PATCH', at('projects', id), changedSchema, { tags }),
  remove: (id: string) => call('DELETE', at('projects', id), nothing),
  restore: (id: string) => call('POST', at('projects', id, 'restore'), nothing),
  /** Begins a project without a drawing. */
  begin: () => call('POST', 'projects/empty', withId),
  duplicate: (id: string) => call('POST', at('projects', id, 'duplicate'), withId),
  importFile: (file: File, importId: string, signal: AbortSignal) =>
    call(
      'POST',
      `projects?${new URLSearchParams({ file: file.name, import: importId })}`,
      withId,
      file,
      signal,
    ),
  /** @param replaces the source that the file takes the place of; null for none */
  addFile: (
    id: string,
    base: number,
    file: File,
    { lay, replaces = null }: { lay: Lay; replaces?: string | null },
    importId: string,
    signal: AbortSignal,
  ) =>
    call(
      'POST',
      `${at('projects', id, 'sources')}?${new URLSearchParams({ file: file.name, base: String(base), lay, import: importId, ...(replaces ? { replaces } : {}) })}`,
      changedSchema,
      file,
      signal,
    ),
  reread: (id: string, source: string, base: number, reading: Reading) =>
    call('POST', at('projects', id, 'sources', source, 'reading'), changedSchema, { base, reading }),
  load: (id: string) => call('GET', at('projects', id), openedSchema),
  /** @param key the same whenever this edit is sent once more */
  edit: (id: string, base: number, edit: Edit, key: string) =>
    call('POST', at('projects', id, 'edits'), acceptedSchema, { base, key, ...edit }),
  undo: (id: string, base: number, key: string) =>
    call('POST', at('projects', id, 'undo'), changedSchema, { base, key }),
  redo: (id: string, base: number, key: string) =>
    call('POST', at('projects', id, 'redo'), changedSchema, { base, key }),
  history: (id: string, below: number | null) =>
    call(
      'GET',
      `${at('projects', id, 'history')}${below === null ? '' : `?below=${below}`}`,
      historyPageSchema,
    ),
  addArt: (id: string, base: number, file: File, side: SideOfPaper, pieces: readonly string[]) =>
    call(
      'POST',
      `${at('projects', id, 'art')}?${new URLSearchParams({ file: file.name, base: String(base), side, pieces: pieces.join(',') })}`,
      changedSchema,
      file,
    ),
  addFont: (id: string, base: number, file: File) =>
    call(
      'POST',
      `${at('projects', id, 'fonts')}?${new URLSearchParams({ file: file.name, base: String(base) })}`,
      changedSchema,
      file,
    ),
  papers: () => call('GET', 'papers', z.object({ papers: z.array(paperSchema) })),
  addPaper: (fields: PaperFields) => call('POST', 'papers', withPaper, fields),
  changePaper: (id: string, fields: PaperFields) => call('PUT', at('papers', id), withPaper, fields),
  removePaper: (id: string) => call('DELETE', at('papers', id), nothing),
  restorePaper: (id: string) => call('POST', at('papers', id, 'restore'), nothing),
  cutters: () => call('GET', 'cutters', z.object({ cutters: z.array(cutterSchema) })),
  addCutter: (fields: CutterFields) => call('POST', 'cutters', withCutter, fields),
  changeCutter: (id: string, fields: CutterFields) => call('PUT', at('cutters', id), withCutter, fields),
  removeCutter: (id: string) => call('DELETE', at('cutters', id), nothing),
  restoreCutter: (id: string) => call('POST', at('cutters', id, 'restore'), nothing),
  sheetJob: (id: string, sheet: string) =>
    call('GET', at('projects', id, 'sheets', sheet, 'job'), z.object({ job: jobViewSchema.nullable() })),
  startJob: (id: string, sheet: string, part: JobPart) =>
    call('POST', at('projects', id, 'sheets', sheet, 'job'), withJob, part),
  atCutter: () => call('GET', 'jobs', atCutterSchema),
  job: (id: string) => call('GET', at('jobs', id), withJob),
  /** @param when how the job is shown: where it has gone on meanwhile, nothing is done */
  commandJob: (id: string, command: JobCommand, when: JobStatus) =>
    call('POST', at('jobs', id, command), withJob, { when }),
}

/** The address of a source's original file. */
export const originalAddress = (project: string, source: string) =>
  `/api/${at('projects', project, 'sources', source, 'file')}`

/** The address of a whole project as one file. */
export const archiveAddress = (project: string) => `/api/${at('projects', project, 'archive')}`

/** The address of the booklet of a project's build. */
export const bookletAddress = (project: string) => `/api/${at('projects', project, 'booklet')}`

/** The address below which a project's own fonts are. */
export const fontsAddress = (project: string) => `/api/${at('projects', project, 'fonts')}`

/** The address of art to look at. */
export const artAddress = (project: string, art: string) => `/api/${at('projects', project, 'art', art)}`

/** The address of all sheets in one archive. */
export const bundleAddress = (project: string, kinds: readonly string[]) =>
  `/api/${at('projects', project, 'files')}?kinds=${kinds.join(',')}`

/** Addresses of files to save. */
export const fileAddress = (project: string, sheet: string, kind: string) =>
  `/api/${at('projects', project, 'sheets', sheet, kind)}`

/** Calls `listener` with each event of a stream until the answer is called; what is no such event is passed over. */
export function listen<T>(path: string, events: z.ZodType<T>, listener: (data: T) => void): () => void {
  const source = new EventSource(`/api/${path}`)
  source.onmessage = (event) => {
    const checked = events.safeParse(JSON.parse(event.data))
    if (checked.success) listener(checked.data)
  }
  return () => source.close()
}
