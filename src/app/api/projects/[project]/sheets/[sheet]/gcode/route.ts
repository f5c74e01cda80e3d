import { planToGcode } from '@/core/export/gcode'
import { loadSheet } from '@/server/projects/sheets'
import { download, route } from '../../../../../respond'

export const GET = route<{ project: string; sheet: string }>(async (_request, params) => {
  const { project, number, plan, title } = await loadSheet(params.project, params.sheet)
  return download(planToGcode(plan, title), `${project.name} sheet ${number}.gcode`, 'text/x-gcode')
})
