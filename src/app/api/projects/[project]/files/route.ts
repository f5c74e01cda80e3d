import * as z from 'zod'
import { fileKind } from '@/core/export/kinds'
import { say } from '@/core/words'
import { Problem } from '@/server/problem'
import { archive } from '@/server/projects/files'
import { loadSheets } from '@/server/projects/sheets'
import { downloadBytes, query, route } from '../../../respond'

const kindsSchema = z.object({
  kinds: z.string().transform((text, context) => {
    const kinds = [...new Set(text.split(','))].map(fileKind)
    const known = kinds.filter((k) => k !== undefined)
    if (known.length === kinds.length) return known
    context.addIssue(say`kinds of files are parted by commas, as in svg,gcode`)
    return z.NEVER
  }),
})

/** All sheets in one archive, with the cut list and the job sheet. */
export const GET = route<{ project: string }>(async (request, { project }) => {
  const { kinds } = query(request, kindsSchema)
  const loaded = await loadSheets(project)
  if (loaded.sheets.length === 0)
    throw new Problem(409, say`There is no sheet to save. Lay the pieces out in the station Sheets.`)
  return downloadBytes(await archive(loaded, kinds), `${loaded.project.name}.zip`, 'application/zip')
})
