import { paperFieldsSchema } from '@/core/document/paper'
import { papers } from '@/server/library/papers'
import { body, route } from '../respond'

export const dynamic = 'force-dynamic'

export const GET = route(async () => ({ papers: await papers.list() }))

export const POST = route(async (request) => ({
  paper: await papers.add(await body(request, paperFieldsSchema)),
}))
