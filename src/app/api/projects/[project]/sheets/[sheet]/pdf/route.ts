import { sheetToPdf } from '@/core/export/pdf'
import { loadSheet } from '@/server/projects/sheets'
import { downloadBytes, route } from '../../../../../respond'

export const GET = route<{ project: string; sheet: string }>(async (_request, params) => {
  const { project, sheet, number } = await loadSheet(params.project, params.sheet)
  return downloadBytes(
    await sheetToPdf(project, sheet),
    `${project.name} sheet ${number}.pdf`,
    'application/pdf',
  )
})
