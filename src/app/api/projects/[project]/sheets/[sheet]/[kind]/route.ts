import { fileKind } from '@/core/export/kinds'
import { say } from '@/core/words'
import { notFound } from '@/server/problem'
import { sheetFile } from '@/server/projects/files'
import { loadSheet } from '@/server/projects/sheets'
import { downloadBytes, route } from '../../../../../respond'

/** A sheet as a file to save. */
export const GET = route<{ project: string; sheet: string; kind: string }>(async (_request, params) => {
  const kind = fileKind(params.kind)
  if (!kind) throw notFound(say`kind of file`)
  const open = await loadSheet(params.project, params.sheet)
  const name = say`${open.project.name} sheet ${open.number}.${kind.ending}`
  return downloadBytes(await sheetFile(open, kind), name, kind.type)
})
