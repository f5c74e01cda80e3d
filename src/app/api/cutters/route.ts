import { cutterFieldsSchema } from '@/core/document/cutter'
import { cutters } from '@/server/library/cutters'
import { body, route } from '../respond'

export const dynamic = 'force-dynamic'

export const GET = route(async () => ({ cutters: await cutters.list() }))

export const POST = route(async (request) => ({
  cutter: await cutters.add(await body(request, cutterFieldsSchema)),
}))
