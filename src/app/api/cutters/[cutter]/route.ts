import { cutterFieldsSchema } from '@/core/document/cutter'
import { cutters } from '@/server/library/cutters'
import { body, route } from '../../respond'

type Params = { cutter: string }

export const PUT = route<Params>(async (request, { cutter }) => ({
  cutter: await cutters.change(cutter, await body(request, cutterFieldsSchema)),
}))

export const DELETE = route<Params>((_request, { cutter }) => cutters.setDeleted(cutter, true))
