import { z } from 'zod'
import { Problem } from '@/server/problem'
import { bundle } from '@/server/projects/bundle'
import { fileKindSchema } from '@/server/projects/sheet-files'
import { loadSheets } from '@/server/projects/sheets'
import { downloadBytes, query, route } from '../../../respond'

const kindsSchema = z.object({
  kinds: z.string().transform((text, context) => {
    const kinds = z
      .array(fileKindSchema)
      .min(1)
      .safeParse([...new Set(text.split(','))])
    if (kinds.success) return kinds.data
    context.addIssue('kinds of files are parted by commas, as in svg,gcode')
    return z.NEVER
  }),
})

/** All sheets in one archive, with the cut list and the job sheet. */
export const GET = route<{ project: string }>(async (request, { project }) => {
  const { kinds } = query(request, kindsSchema)
  const planned = await loadSheets(project)
  if (planned.sheets.length === 0)
    throw new Problem(409, 'There is no sheet to save. Lay the pieces out in the station Sheets.')
  return downloadBytes(await bundle(planned, kinds), `${planned.project.name}.zip`, 'application/zip')
})
