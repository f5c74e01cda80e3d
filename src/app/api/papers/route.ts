import { paperFieldsSchema } from '@/core/document/paper'
import { addPaper, listPapers } from '@/server/papers/store'
import { body, route } from '../respond'

export const dynamic = 'force-dynamic'

export const GET = route(async () => ({ papers: await listPapers() }))

export const POST = route(async (request) => ({
  paper: await addPaper(await body(request, paperFieldsSchema)),
}))
