import * as z from 'zod'
import { loadHistory } from '@/server/projects/store'
import { query, route } from '../../../respond'

const page = z.object({ below: z.coerce.number().int().nonnegative().optional() })

/** What can be taken back and made again, a page at a time. */
export const GET = route<{ project: string }>((request, { project }) =>
  loadHistory(project, query(request, page).below ?? null),
)
