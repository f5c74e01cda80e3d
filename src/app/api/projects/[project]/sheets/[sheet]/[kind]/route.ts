import { notFound } from '@/server/problem'
import { fileKindSchema, SHEET_FILES } from '@/server/projects/sheet-files'
import { loadSheet } from '@/server/projects/sheets'
import { download, downloadBytes, route } from '../../../../../respond'

/** A sheet as a file to save. */
export const GET = route<{ project: string; sheet: string; kind: string }>(async (_request, params) => {
  const kind = fileKindSchema.safeParse(params.kind)
  if (!kind.success) throw notFound('file')
  const { ending, type, write } = SHEET_FILES[kind.data]
  const planned = await loadSheet(params.project, params.sheet)
  const content = await write(planned, planned)
  const name = `${planned.project.name} sheet ${planned.number}.${ending}`
  return typeof content === 'string' ? download(content, name, type) : downloadBytes(content, name, type)
})
