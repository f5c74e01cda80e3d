import type { JobCommand, JobView } from '@/core/cutting/job'
import type { Cutter, CutterFields } from '@/core/document/cutter'
import type { Change, Edit } from '@/core/document/edits'
import type { Paper, PaperFields } from '@/core/document/paper'
import type { FileKind, Project, Reading, SideOfPaper } from '@/core/document/schema'

export type HistoryEntry = { revision: number; label: string }
export type History = { undo: HistoryEntry[]; redo: HistoryEntry[] }
export type StoredProject = { project: Project; revision: number; history: History }
export type AcceptedEdit = { revision: number; label: string; changes: Change[]; history: History }
export type ListedProject = {
  id: string
  name: string
  revision: number
  updatedAt: string
  lines: number
  pieces: number
  toDecide: number
  sheets: number
  sources: string[]
}

/** Where a further drawing is laid: beside the others, or on the centre of the first. */
export type Lay = 'beside' | 'centred'

/** What the server answered instead of what was asked for; status 0 where it did not answer at all. */
export class ApiError extends Error {
  override readonly name = 'ApiError'
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message)
  }
}

async function call<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
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
    throw new ApiError(0, 'The server does not answer. Check that it runs; this page tries again by itself.')
  }
  const answer = (await response.json().catch(() => ({}))) as T & { message?: string }
  if (!response.ok)
    throw new ApiError(response.status, answer.message ?? `The server answered ${response.status}.`)
  return answer
}

const at = (...parts: string[]) => parts.map(encodeURIComponent).join('/')

export const api = {
  projects: () => call<{ projects: ListedProject[] }>('GET', 'projects'),
  rename: (id: string, name: string) => call<AcceptedEdit>('PATCH', at('projects', id), { name }),
  remove: (id: string) => call<object>('DELETE', at('projects', id)),
  restore: (id: string) => call<object>('POST', at('projects', id, 'restore')),
  duplicate: (id: string) => call<{ id: string }>('POST', at('projects', id, 'duplicate')),
  importFile: (file: File, importId: string, signal: AbortSignal) =>
    call<{ id: string }>(
      'POST',
      `projects?${new URLSearchParams({ file: file.name, import: importId })}`,
      file,
      signal,
    ),
  addFile: (id: string, base: number, file: File, lay: Lay, importId: string, signal: AbortSignal) =>
    call<AcceptedEdit>(
      'POST',
      `${at('projects', id, 'sources')}?${new URLSearchParams({ file: file.name, base: String(base), lay, import: importId })}`,
      file,
      signal,
    ),
  reread: (
    id: string,
    source: string,
    base: number,
    reading: Reading,
    importId?: string,
    signal?: AbortSignal,
  ) =>
    call<AcceptedEdit>(
      'POST',
      `${at('projects', id, 'sources', source, 'reading')}${importId ? `?import=${importId}` : ''}`,
      { base, reading },
      signal,
    ),
  load: (id: string) => call<StoredProject>('GET', at('projects', id)),
  edit: (id: string, base: number, edit: Edit) =>
    call<AcceptedEdit>('POST', at('projects', id, 'edits'), { base, ...edit }),
  undo: (id: string, base: number) => call<AcceptedEdit>('POST', at('projects', id, 'undo'), { base }),
  redo: (id: string, base: number) => call<AcceptedEdit>('POST', at('projects', id, 'redo'), { base }),
  addArt: (id: string, base: number, file: File, side: SideOfPaper, pieces: readonly string[]) =>
    call<AcceptedEdit>(
      'POST',
      `${at('projects', id, 'art')}?${new URLSearchParams({ file: file.name, base: String(base), side, pieces: pieces.join(',') })}`,
      file,
    ),
  papers: () => call<{ papers: Paper[] }>('GET', 'papers'),
  addPaper: (fields: PaperFields) => call<{ paper: Paper }>('POST', 'papers', fields),
  changePaper: (id: string, fields: PaperFields) => call<{ paper: Paper }>('PUT', at('papers', id), fields),
  removePaper: (id: string) => call<object>('DELETE', at('papers', id)),
  restorePaper: (id: string) => call<object>('POST', at('papers', id, 'restore')),
  sheetJob: (id: string, sheet: string) =>
    call<{ job: JobView | null }>('GET', at('projects', id, 'sheets', sheet, 'job')),
  startJob: (id: string, sheet: string, part: JobPart) =>
    call<{ job: JobView }>('POST', at('projects', id, 'sheets', sheet, 'job'), part),
  cutters: () => call<{ cutters: Cutter[] }>('GET', 'cutters'),
  addCutter: (fields: CutterFields) => call<{ cutter: Cutter }>('POST', 'cutters', fields),
  changeCutter: (id: string, fields: CutterFields) =>
    call<{ cutter: Cutter }>('PUT', at('cutters', id), fields),
  removeCutter: (id: string) => call<object>('DELETE', at('cutters', id)),
  restoreCutter: (id: string) => call<object>('POST', at('cutters', id, 'restore')),
  job: (id: string) => call<{ job: JobView }>('GET', at('jobs', id)),
  commandJob: (id: string, command: JobCommand) => call<{ job: JobView }>('POST', at('jobs', id, command)),
}

/** What of a sheet is run: all of it, one pass alone (from 0), or a test cut. */
export type JobPart = {
  pass?: number
  test?: boolean
  queue?: readonly string[]
  mishap?: { corner: string; kind: 'missing' | 'covered' }
}

/** The address of a source's original file. */
export const originalAddress = (project: string, source: string) =>
  `/api/${at('projects', project, 'sources', source, 'file')}`

/** The address of art to look at. */
export const artAddress = (project: string, art: string) => `/api/${at('projects', project, 'art', art)}`

/** What the kinds of files are called. */
export const FILE_TITLES: Record<FileKind, string> = {
  svg: 'SVG',
  dxf: 'DXF',
  pdf: 'PDF',
  png: 'PNG',
  gcode: 'G-code',
  hpgl: 'HP-GL',
  print: 'Print PDF',
  both: 'Print and cut PDF',
}

/** The address of all sheets in one archive. */
export const bundleAddress = (project: string, kinds: readonly FileKind[]) =>
  `/api/${at('projects', project, 'files')}?kinds=${kinds.join(',')}`

/** Addresses of files to save. */
export const fileAddress = (project: string, sheet: string, kind: FileKind) =>
  `/api/${at('projects', project, 'sheets', sheet, kind)}`

/** Calls `listener` with each event of a stream until the answer is called. */
export function listen<T>(path: string, listener: (data: T) => void): () => void {
  const source = new EventSource(`/api/${path}`)
  source.onmessage = (event) => listener(JSON.parse(event.data) as T)
  return () => source.close()
}
