import { sheetToDxf } from '@/core/export/dxf'
import { loadSheet } from '@/server/projects/sheets'
import { download, route } from '../../../../../respond'

export const GET = route<{ project: string; sheet: string }>(async (_request, params) => {
  const { project, sheet, number } = await loadSheet(params.project, params.sheet)
  return download(sheetToDxf(project, sheet), `${project.name} sheet ${number}.dxf`, 'image/vnd.dxf')
})
