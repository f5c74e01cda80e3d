import { sheetToSvg } from '@/core/export/svg'
import { loadSheet } from '@/server/projects/sheets'
import { download, route } from '../../../../../respond'

export const GET = route<{ project: string; sheet: string }>(async (_request, params) => {
  const { project, sheet, number } = await loadSheet(params.project, params.sheet)
  return download(sheetToSvg(project, sheet), `${project.name} sheet ${number}.svg`, 'image/svg+xml')
})
